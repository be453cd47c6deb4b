import { memo } from 'react'
import type { Schemas } from '../../api/client'
import { say } from './catalogue'

/** A dot for each child on a line of years, with the third birthday marked: the rules for
 * small parts end there. A ring is a child who mouths things, a dashed ring one of whom
 * that is not known. */
export const AgeStrip = memo(
  Strip,
  (a, b) => a.width === b.width && JSON.stringify(a.group) === JSON.stringify(b.group),
)

function Strip({ group, width = 500 }: { group: Schemas['Group']; width?: number }) {
  const ages = [...group.ages].sort((a, b) => a.months - b.months)
  const first = Math.min(24, Math.floor(Math.min(36, ...ages.map((a) => a.months)) / 12) * 12)
  const last = Math.max(48, Math.ceil((Math.max(...ages.map((a) => a.months), 36) + 1) / 12) * 12)
  const x = (months: number) => 16 + ((months - first) / (last - first)) * (width - 32)
  const placed: { x: number; level: number; age: (typeof ages)[number] }[] = []
  for (const age of ages) {
    const at = x(age.months)
    const taken = placed.filter((p) => Math.abs(p.x - at) < 16).map((p) => p.level)
    let level = 0
    while (taken.includes(level)) level++
    placed.push({ x: at, level, age })
  }
  const mouthing = ages.filter((a) => a.mouths === 'yes')
  const asked = ages.filter((a) => a.mouths === 'unknown')
  const rows = Math.max(1, ...placed.map((p) => p.level + 1))
  const base = 24 + rows * 16
  const label = [
    say('children-youngest-counted-as', { children: group.children, youngestWords: group.youngest_words }),
    ...(ages.length > 0 ? [say('from-to-months', { months: ages[0]?.months, months2: ages.at(-1)?.months })] : []),
    ...(mouthing.length > 0
      ? [say('mouthing-mouth-things', { mouthing: mouthing.map((a) => a.initials).join(', ') })]
      : []),
    ...(asked.length > 0 ? [say('of-it-is-not-known', { asked: asked.length })] : []),
  ].join('; ')
  return (
    <svg
      className="strip"
      viewBox={`0 0 ${width} ${base + 26}`}
      width={width}
      height={base + 26}
      role="img"
      aria-label={label}
      style={{ maxWidth: '100%', height: 'auto' }}
    >
      <line className="axis" x1="6" x2={width - 6} y1={base} y2={base} />
      {Array.from({ length: (last - first) / 12 + 1 }, (_, i) => first + i * 12).map((m) =>
        m === 36 ? (
          <g key={m}>
            <line className="third" x1={x(m)} x2={x(m)} y1={base - 14} y2={base + 7} />
            <text className="third-word" x={x(m)} y={base + 21} textAnchor="middle">
              {say('3-y-small-parts-ban')}
            </text>
          </g>
        ) : (
          <g key={m}>
            <line className="axis" x1={x(m)} x2={x(m)} y1={base - 5} y2={base + 5} />
            <text x={x(m)} y={base + 21} textAnchor="middle">
              {m / 12} y
            </text>
          </g>
        ),
      )}
      {placed.map((p) => (
        <circle
          key={p.age.initials + p.x + p.level}
          cx={p.x}
          cy={base - 14 - p.level * 16}
          r={p.age.mouths === 'no' ? 7 : 6.5}
          className={p.age.mouths === 'yes' ? 'mouths' : p.age.mouths === 'unknown' ? 'unknown' : 'child'}
        />
      ))}
      {(mouthing.length > 0 || asked.length > 0) && (
        <text className="mouths-word" x={width - 8} y={13} textAnchor="end">
          {[
            mouthing.length
              ? say('mouthing-mouth-mouthing2-things', {
                  mouthing: mouthing.map((a) => a.initials).join(', '),
                  mouthing2: mouthing.length === 1 ? 's' : '',
                })
              : '',
            asked.length ? say('asked-not-known', { asked: asked.length }) : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </text>
      )}
    </svg>
  )
}
