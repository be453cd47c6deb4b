import type { Answer, Schemas } from '../../api/client'
import { insteadOfCount } from '../../ui/Mark'

interface Props {
  fill: Schemas['FillAnswer']
  lines: Answer['lines']
}

/** A section through one vessel along its length, to scale, with the filler at its depth
 * and each loose part at its smallest size. What is kept out is not drawn in. */
export function TubSection({ fill, lines }: Props) {
  const v = fill.vessel
  const scale = 330 / v.top_length_mm
  const height = v.height_mm * scale
  const top = 24
  const floor = top + height
  const left = 30
  const inset = ((v.top_length_mm - v.bottom_length_mm) / 2) * scale
  const right = left + v.top_length_mm * scale
  const depth = fill.depth_mm * scale
  const slope = inset / height
  const surface = floor - depth
  const at = (y: number) => inset - (floor - y) * slope
  const pieces = lines.filter((l) => insteadOfCount(l.mark) !== 'out' && (l.extent_mm[2] ?? 0) > 0)
  const slots: { x: number; w: number; h: number; key: string }[] = []
  let x = left + inset + 10
  for (const [i, l] of pieces.entries()) {
    const w = Math.min((l.extent_mm[2] ?? 0) * scale, right - left)
    const h = (l.extent_mm[1] ?? 0) * scale
    if (x + w > right - inset - 8) break
    slots.push({ x, w, h, key: `${l.name}${i}` })
    x += w + Math.max(14, (right - left - 2 * inset) / 12)
  }
  const drawn = pieces.slice(0, slots.length).map((l) => `${l.name} ${l.detail}`)
  const label = [
    `Section of the ${v.name}, to scale: ${v.top_length_mm} mm long at the rim, ${v.bottom_length_mm} by ${v.bottom_width_mm} mm at the floor, ${v.height_mm} mm deep`,
    `filled to ${fill.depth_mm} mm, ${v.height_mm - fill.depth_mm} mm free above`,
    ...(drawn.length > 0 ? [`in it ${drawn.join(', ')}`] : []),
  ].join('; ')
  return (
    <svg className="tub" viewBox={`0 0 440 ${floor + 46}`} role="img" aria-label={label}>
      <path className="filler" d={`M${left + at(surface)} ${surface} L${left + inset} ${floor} L${right - inset} ${floor} L${right - at(surface)} ${surface} q-${(right - left) / 4} -7 -${(right - left) / 2 - at(surface)} 0 t-${(right - left) / 2 - at(surface)} 0z`} />
      {slots.map((s) => (
        <rect key={s.key} className="piece" x={s.x} y={floor - s.h - 2} width={s.w} height={s.h} rx={Math.min(s.w, s.h) / 3} />
      ))}
      <path className="wall" d={`M${left} ${top} L${left + inset} ${floor} L${right - inset} ${floor} L${right} ${top}`} />
      <g className="measure">
        <path d={`M${right + 20} ${surface} V${floor} M${right + 14} ${surface} h12 M${right + 14} ${floor} h12`} />
        <text x={right + 32} y={(surface + floor) / 2 + 5}>
          {fill.depth_mm} mm
        </text>
        {surface - top > 16 && (
          <>
            <path d={`M${right + 20} ${top} V${surface} M${right + 14} ${top} h12`} />
            <text x={right + 32} y={(surface + top) / 2 + 5}>
              {v.height_mm - fill.depth_mm} free
            </text>
          </>
        )}
        <path d={`M${left + inset} ${floor + 16} H${right - inset} M${left + inset} ${floor + 10} v12 M${right - inset} ${floor + 10} v12`} />
        <text x={(left + right) / 2} y={floor + 36} textAnchor="middle">
          {v.bottom_length_mm} × {v.bottom_width_mm} mm inside, {v.name.toLowerCase()}
        </text>
      </g>
    </svg>
  )
}
