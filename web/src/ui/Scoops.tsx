import type { Schemas } from '../api/client'
import { measure } from './format'

/** Drawn scoops, sized by the cube root of their volume: as many as are to be filled, or
 * the first of them where there is little room. */
export function Scoops({ scoops, all }: { scoops: Schemas['Scoop'][]; all?: boolean }) {
  const most = all ? 30 : 8
  return (
    <span className="scoops">
      {scoops.map((s) => (
        <span key={s.label} className="scoop">
          <span aria-hidden="true">
            {Array.from({ length: Math.min(s.count, most) }, (_, i) => (
              <ScoopShape
                key={i}
                spoon={spooned(s.label)}
                scale={Math.cbrt(s.volume_ml / (spooned(s.label) ? 15 : 240))}
              />
            ))}
            {s.count > most && <span className="more">…</span>}
          </span>
          <span className="count">
            <b className="figure">{s.count}</b> × {measure(s.label)}
          </span>
        </span>
      ))}
    </span>
  )
}

/** Spoons have a handle; cups and the room's own measures are drawn as cups. */
const spooned = (label: string) => label.includes('tbsp') || label.includes('tsp')

function ScoopShape({ spoon, scale }: { spoon: boolean; scale: number }) {
  const size = Math.round((spoon ? 26 : 30) * (0.45 + 0.55 * scale))
  return spoon ? (
    <svg className="scoop-shape" width={size * 1.5} height={size * 0.62} viewBox="0 0 36 15">
      <ellipse cx="9" cy="7.500" rx="8" ry="5.700" />
      <path d="M17 7.500h18" />
    </svg>
  ) : (
    <svg className="scoop-shape" width={size * 1.25} height={size} viewBox="0 0 35 28">
      <path className="fill" d="M3.300 8.500h19.400L21 26H5z" />
      <path d="M2 2h22l-2.800 24.500H4.800zM24 5h10" />
    </svg>
  )
}
