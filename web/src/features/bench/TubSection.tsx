import type { Line, Schemas } from '../../api/client'
import { insteadOfCount } from '../../ui/Mark'
import { say } from './catalogue'

type Vessel = Schemas['Vessel']

interface Props {
  fill: Schemas['FillAnswer']
  lines: Line[]
}

/** The widest and highest that a section is drawn, in units of the drawing. */
const widest = 330
const highest = 200
const mostCells = 5

/** Half the width of the inside of a vessel at a height above its floor, in mm. */
function halfAt(v: Vessel, z: number): number {
  if (v.shape === 'bowl') {
    const a = v.top_length_mm / 2
    const r = (a * a + v.height_mm * v.height_mm) / (2 * v.height_mm)
    return Math.sqrt(Math.max(0, 2 * r * z - z * z))
  }
  return (v.bottom_length_mm + ((v.top_length_mm - v.bottom_length_mm) * z) / v.height_mm) / 2
}

/** What a vessel measures inside, in words. */
function inside(v: Vessel): string {
  if (v.shape === 'bowl' || v.shape === 'round' || v.shape === 'bottle')
    return say('top-length-mm-mm-across', { topLengthMm: v.top_length_mm })
  if (v.shape === 'wall') return say('mm-across-mm-high-on', { topLengthMm: v.top_length_mm, heightMm: v.height_mm })
  if (v.shape === 'bag')
    return say('top-length-mm-top-width', { topLengthMm: v.top_length_mm, topWidthMm: v.top_width_mm })
  if (v.shape === 'cells')
    return say('cells-of-mm', { cells: v.cells ?? 1, topLengthMm: v.top_length_mm, topWidthMm: v.top_width_mm })
  return say('bottom-length-mm-bottom-width', { bottomLengthMm: v.bottom_length_mm, bottomWidthMm: v.bottom_width_mm })
}

/** A section through one vessel along its length, to scale: each filler at its depth, and each loose
 * part at its smallest size. What is kept out is not drawn in. */
export function TubSection({ fill, lines }: Props) {
  const v = fill.vessel
  const cells = v.shape === 'cells' ? Math.min(mostCells, v.cells ?? 1) : 1
  const gap = 6
  const neck = v.shape === 'bottle' ? 0.35 * v.top_length_mm : 0
  const scale = Math.min((widest - gap * (cells - 1)) / (cells * v.top_length_mm), highest / (v.height_mm + 2 * neck))
  const height = v.height_mm * scale
  const top = 24 + 2 * neck * scale
  const floor = top + height
  const middle = 30 + widest / 2
  const half = (z: number) => halfAt(v, z) * scale
  const right =
    cells > 1 ? middle + (cells * half(v.height_mm) * 2 + gap * (cells - 1)) / 2 : middle + half(v.height_mm)
  const y = (z: number) => floor - z * scale
  const surface = y(fill.depth_mm)
  // The wall between two heights, in steps fine enough for a bowl; from 0 it is open above.
  const steps = v.shape === 'bowl' ? 24 : 1
  const levels = (from: number, to: number) =>
    Array.from({ length: steps + 1 }, (_, i) => from + (to - from) * (i / steps) ** 2)
  const outline = (from: number, to: number, at = middle) => {
    const points = levels(from, to)
    const left = points.toReversed().map((z) => `${(at - half(z)).toFixed(1)} ${y(z).toFixed(1)}`)
    const back = points.map((z) => `${(at + half(z)).toFixed(1)} ${y(z).toFixed(1)}`)
    return `M${[...left, ...back].join(' L')}`
  }
  const centres = Array.from(
    { length: cells },
    (_, i) => middle + (i - (cells - 1) / 2) * (2 * half(v.height_mm) + gap),
  )
  const free = Math.round((v.height_mm - fill.depth_mm) * 10) / 10
  const slots = piecesIn(
    lines,
    scale,
    middle,
    half(Math.min(fill.depth_mm || v.height_mm, v.shape === 'bowl' ? v.height_mm / 4 : 0)) || half(0),
    cells,
  )
  const base = half(0) || half(v.height_mm)
  const label = [
    say('section-of-the-to-scale', {
      name: v.name,
      topLengthMm: v.top_length_mm,
      inside: inside(v),
      heightMm: v.height_mm,
    }),
    fill.poured.length === 0
      ? say('nothing-poured-in')
      : v.shape === 'bag'
        ? say('a-layer-of-mm', { depthMm: fill.depth_mm })
        : say('filled-to-mm-mm-free', { depthMm: fill.depth_mm, free }),
    ...(fill.poured.length > 1
      ? fill.poured.map((p) => say('name-depth-mm-mm', { name: p.name, depthMm: p.depth_mm }))
      : []),
    ...(slots.length > 0 ? [say('in-it-slots', { slots: slots.map((s) => s.words).join(', ') })] : []),
  ].join('; ')
  return (
    <svg className="tub" viewBox={`0 0 440 ${floor + 46}`} role="img" aria-label={label}>
      {centres.map((at, i) => (
        <Fillers key={i} fill={fill} outline={(from, to) => outline(from, to, at)} at={at} half={half} y={y} />
      ))}
      {slots.map((s) => (
        <rect
          key={s.key}
          className="piece"
          x={s.x}
          y={floor - s.h - 2}
          width={s.w}
          height={s.h}
          rx={Math.min(s.w, s.h) / 3}
        />
      ))}
      {centres.map((at) => (
        <path
          key={at}
          className="wall"
          d={v.shape === 'bag' ? `${outline(0, fill.depth_mm, at)}Z` : outline(0, v.height_mm, at)}
        />
      ))}
      {v.shape === 'bottle' && (
        <path
          className="wall"
          d={`M${middle - base} ${top} l${base * 0.5} ${-neck * scale} v${-neck * scale} h${base} v${neck * scale} l${base * 0.5} ${neck * scale} M${middle - base * 0.5} ${24} h${base}`}
        />
      )}
      {v.jar && <path className="wall" d={`M${middle - base - 3} ${top - 4} h${2 * base + 6}`} />}
      <g className="measure">
        {fill.depth_mm > 0 && (
          <>
            <path d={`M${right + 20} ${surface} V${floor} M${right + 14} ${surface} h12 M${right + 14} ${floor} h12`} />
            <text x={right + 32} y={(surface + floor) / 2 + 5}>
              {say('depth-mm-mm', { depthMm: fill.depth_mm })}
            </text>
          </>
        )}
        {v.shape !== 'bag' && fill.depth_mm > 0 && surface - top > 16 && (
          <>
            <path d={`M${right + 20} ${top} V${surface} M${right + 14} ${top} h12`} />
            <text x={right + 32} y={(surface + top) / 2 + 5}>
              {say('free-free', { free })}
            </text>
          </>
        )}
        {cells === 1 && (
          <path
            d={`M${middle - base} ${floor + 16} H${middle + base} M${middle - base} ${floor + 10} v12 M${middle + base} ${floor + 10} v12`}
          />
        )}
        <text x={middle} y={floor + 36} textAnchor="middle">
          {inside(v)}, {v.name.toLowerCase()}
        </text>
      </g>
    </svg>
  )
}

/** What is poured, from the floor up, or in equal parts beside each other. */
function Fillers({
  fill,
  outline,
  at,
  half,
  y,
}: {
  fill: Schemas['FillAnswer']
  outline: (from: number, to: number) => string
  at: number
  half: (z: number) => number
  y: (z: number) => number
}) {
  const { poured, depth_mm, ice } = fill
  const tint = (i: number) =>
    ice || (poured.length === 1 && poured[i]?.liquid)
      ? ['filler', 'water'].join(' ')
      : poured.length > 1
        ? ['filler', `layer-${i}`].join(' ')
        : 'filler'
  if (fill.side_by_side && poured.length > 1) {
    const wide = (z: number) => (2 * half(z)) / poured.length
    return poured.map((p, i) => {
      const [left, up] = [at - half(0) + i * wide(0), at - half(depth_mm) + i * wide(depth_mm)]
      return (
        <path
          key={p.item_id + String(i)}
          className={tint(i)}
          d={`M${left} ${y(0)} L${up} ${y(depth_mm)} H${up + wide(depth_mm)} L${left + wide(0)} ${y(0)}Z`}
        />
      )
    })
  }
  const from = (i: number) => poured.slice(0, i).reduce((sum, p) => sum + p.depth_mm, 0)
  return poured.map((p, i) => (
    <path key={p.item_id + String(i)} className={tint(i)} d={`${outline(from(i), from(i) + p.depth_mm)}Z`} />
  ))
}

/** The loose parts that lie on the floor of one vessel, as far as there is room for them. */
function piecesIn(lines: Line[], scale: number, middle: number, lying: number, cells: number) {
  const slots: { x: number; w: number; h: number; key: string; words: string }[] = []
  if (cells > 1) return slots
  let x = middle - lying + 10
  for (const [i, l] of lines.entries()) {
    const w = (l.extent_mm[2] ?? 0) * scale
    const h = (l.extent_mm[1] ?? 0) * scale
    if (insteadOfCount(l.mark) === 'out' || w === 0 || l.into) continue
    if (x + w > middle + lying - 8) break
    slots.push({ x, w, h, key: `${l.name}${i}`, words: `${l.name} ${l.detail}` })
    x += w + Math.max(14, lying / 6)
  }
  return slots
}
