import type { Answer, Schemas } from '../../api/client'
import { insteadOfCount } from '../../ui/Mark'

type Vessel = Schemas['Vessel']

interface Props {
  fill: Schemas['FillAnswer']
  lines: Answer['lines']
}

/** The widest and highest that a section is drawn, in units of the drawing. */
const widest = 330
const highest = 200

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
  if (v.shape === 'bowl' || v.shape === 'round') return `${v.top_length_mm} mm across`
  if (v.shape === 'bag') return `${v.top_length_mm} × ${v.top_width_mm} mm usable`
  return `${v.bottom_length_mm} × ${v.bottom_width_mm} mm inside`
}

/** A section through one vessel along its length, to scale, with the filler at its depth
 * and each loose part at its smallest size. What is kept out is not drawn in. */
export function TubSection({ fill, lines }: Props) {
  const v = fill.vessel
  const scale = Math.min(widest / v.top_length_mm, highest / v.height_mm)
  const height = v.height_mm * scale
  const top = 24
  const floor = top + height
  const middle = 30 + widest / 2
  const half = (z: number) => halfAt(v, z) * scale
  const right = middle + half(v.height_mm)
  const surface = floor - fill.depth_mm * scale
  // The wall from one rim to the other, in steps fine enough for a bowl.
  const steps = v.shape === 'bowl' ? 24 : 1
  const levels = (to: number) => Array.from({ length: steps + 1 }, (_, i) => to * (i / steps) ** 2)
  const outline = (to: number) => {
    const points = levels(to)
    const left = points.toReversed().map((z) => `${(middle - half(z)).toFixed(1)} ${(floor - z * scale).toFixed(1)}`)
    const back = points.map((z) => `${(middle + half(z)).toFixed(1)} ${(floor - z * scale).toFixed(1)}`)
    return `M${[...left, ...back].join(' L')}`
  }
  const free = v.height_mm - fill.depth_mm
  const pieces = lines.filter((l) => insteadOfCount(l.mark) !== 'out' && (l.extent_mm[2] ?? 0) > 0)
  // What lies on the floor of a bowl lies where it is as wide as the piece is high.
  const lying = half(Math.min(fill.depth_mm, v.shape === 'bowl' ? v.height_mm / 4 : 0)) || half(0)
  const slots: { x: number; w: number; h: number; key: string }[] = []
  let x = middle - lying + 10
  for (const [i, l] of pieces.entries()) {
    const w = (l.extent_mm[2] ?? 0) * scale
    const h = (l.extent_mm[1] ?? 0) * scale
    if (x + w > middle + lying - 8) break
    slots.push({ x, w, h, key: `${l.name}${i}` })
    x += w + Math.max(14, lying / 6)
  }
  const drawn = pieces.slice(0, slots.length).map((l) => `${l.name} ${l.detail}`)
  const label = [
    `Section of the ${v.name}, to scale: ${v.top_length_mm} mm long at the rim, ${inside(v)}, ${v.height_mm} mm deep`,
    v.shape === 'bag' ? `a layer of ${fill.depth_mm} mm` : `filled to ${fill.depth_mm} mm, ${free} mm free above`,
    ...(drawn.length > 0 ? [`in it ${drawn.join(', ')}`] : []),
  ].join('; ')
  return (
    <svg className="tub" viewBox={`0 0 440 ${floor + 46}`} role="img" aria-label={label}>
      <path className="filler" d={`${outline(fill.depth_mm)}Z`} />
      {slots.map((s) => (
        <rect key={s.key} className="piece" x={s.x} y={floor - s.h - 2} width={s.w} height={s.h} rx={Math.min(s.w, s.h) / 3} />
      ))}
      <path className="wall" d={v.shape === 'bag' ? `${outline(fill.depth_mm)}Z` : outline(v.height_mm)} />
      <g className="measure">
        <path d={`M${right + 20} ${surface} V${floor} M${right + 14} ${surface} h12 M${right + 14} ${floor} h12`} />
        <text x={right + 32} y={(surface + floor) / 2 + 5}>
          {fill.depth_mm} mm
        </text>
        {v.shape !== 'bag' && surface - top > 16 && (
          <>
            <path d={`M${right + 20} ${top} V${surface} M${right + 14} ${top} h12`} />
            <text x={right + 32} y={(surface + top) / 2 + 5}>
              {free} free
            </text>
          </>
        )}
        <path d={`M${middle - (half(0) || half(v.height_mm))} ${floor + 16} H${middle + (half(0) || half(v.height_mm))} M${middle - (half(0) || half(v.height_mm))} ${floor + 10} v12 M${middle + (half(0) || half(v.height_mm))} ${floor + 10} v12`} />
        <text x={middle} y={floor + 36} textAnchor="middle">
          {inside(v)}, {v.name.toLowerCase()}
        </text>
      </g>
    </svg>
  )
}
