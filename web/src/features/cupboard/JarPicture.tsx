import { inIt, quantity, type Jar } from '../../entities/stock/model'
import { say } from './catalogue'

const [width, height, rim, floor] = [76, 92, 14, 88]

/** A jar with what is in it, to the scale of the jar, and the line that coming plans need. What nobody has weighed is hatched. */
export function JarPicture({ jar }: { jar: Jar }) {
  const y = (n: number) => floor - (floor - rim - 4) * Math.min(1, jar.full > 0 ? n / jar.full : 0)
  const need = jar.need && !jar.need.unweighed ? jar.need : undefined
  const known = jar.version === 0 || jar.weighed
  const label = [
    say('in-it-in-it', { inIt: inIt(jar) }),
    ...(jar.need ? [say('amount-needed', { amount: quantity(jar.need.amount, jar.unit) })] : []),
  ].join(', ')
  const hatch = `hatch-${jar.id || jar.item_id}`
  return (
    <svg className="jar-picture" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label}>
      {!known && (
        <defs>
          <pattern id={hatch} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0v8" className="hatching" />
          </pattern>
        </defs>
      )}
      {known && jar.amount > 0 && (
        <path className="filler" d={`M12 ${y(jar.amount)} H64 V${floor - 8} q0 7 -7 7 H19 q-7 0 -7 -7z`} />
      )}
      {!known && <path fill={`url(#${hatch})`} d={`M12 ${rim + 6} H64 V${floor - 8} q0 7 -7 7 H19 q-7 0 -7 -7z`} />}
      <path className="wall" d={`M12 ${rim} V${floor - 8} q0 8 8 8 H56 q8 0 8 -8 V${rim} M14 6 H62`} />
      {need && <path className={need.missing > 0 ? 'need-line missing' : 'need-line'} d={`M4 ${y(need.amount)} H72`} />}
    </svg>
  )
}
