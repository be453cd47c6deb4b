import { gaugeMark } from './Mark'
import type { Schemas } from '../api/client'

type Gauge = Schemas['Gauge']

const bore = 31.75
const radius = bore / 2
const shallow = 25.4
const deep = 57.15
const ball = 44.5

const path = (points: number[][], flip: boolean) =>
  points
    .map(([x, y], i) => `${i ? 'L' : 'M'}${(x ?? 0).toFixed(2)} ${((flip ? -1 : 1) * (y ?? 0)).toFixed(2)}`)
    .join('') + 'Z'

/** The small-parts gauge to scale with the piece in its best position: a side section and
 * the view from above, beside the small-ball hole. */
export function GaugeView({ gauge }: { gauge: Gauge }) {
  const word = gauge.unsure ? 'may fit' : gauge.fits ? 'fits' : 'does not fit'
  const across = gauge.extents_mm[1] ?? 0
  const tone = gaugeMark(gauge)
  const heights = gauge.side.map(([, y]) => y ?? 0)
  const widths = gauge.side.map(([x]) => x ?? 0)
  const top = Math.min(-5, -Math.max(...heights) - 4)
  // What is wider than its hole moves the views apart, so that none hides another.
  const half = Math.max(radius, ...gauge.top.map(([x, y]) => Math.max(Math.abs(x ?? 0), Math.abs(y ?? 0))))
  const drop = Math.max(ball, across) / 2
  const middle = Math.max(30, half, drop)
  const above = Math.max(46, ...widths.map((x) => x + half + 4))
  const hole = Math.max(above + 49, above + half + drop + 4)
  const label = Math.max(deep + 7, middle + Math.max(half, drop) + 6)
  const bottom = Math.max(label + 3, -Math.min(...heights) + 4)
  const left = Math.min(-24, Math.min(...widths) - 3)
  return (
    <figure className={`gauge ${tone}`}>
      <svg
        viewBox={`${left} ${top} ${hole + Math.max(27, drop + 3) - left} ${bottom - top}`}
        role="img"
        aria-label={`A piece of ${gauge.size} ${word} the small-parts cylinder`}
      >
        <g>
          <path className="well" d={`M${-radius} 0V${shallow}L${radius} ${deep}V0`} />
          <path className="wall" d={`M${-radius} 0V${shallow}L${radius} ${deep}V0`} />
          <path className="piece" d={path(gauge.side, true)} />
          <path className="rim" d={`M${-radius - 3} 0h${bore + 6}`} />
          <text x={0} y={label} textAnchor="middle">
            from the side
          </text>
        </g>
        <g transform={`translate(${above} ${middle})`}>
          <circle className="well" r={radius} />
          <path className="piece" d={path(gauge.top, false)} />
          <circle className="wall" r={radius} />
          <text x={0} y={label - middle} textAnchor="middle">
            from above
          </text>
        </g>
        <g transform={`translate(${hole} ${middle})`}>
          <circle className="well" r={ball / 2} />
          <circle className="piece" r={across / 2} />
          <circle className="wall" r={ball / 2} />
          <text x={0} y={label - middle} textAnchor="middle">
            ball hole
          </text>
        </g>
      </svg>
      <figcaption>
        <b>{gauge.size}</b> {word} the small-parts cylinder (bore 31.75 mm, 25.4 to 57.15 mm deep).{' '}
        {gauge.round
          ? gauge.ball
            ? `Its middle, ${across.toFixed(1)} mm, drops through the 44.5 mm ball hole.`
            : `Its middle, ${across.toFixed(1)} mm, does not drop through the 44.5 mm ball hole.`
          : `It is not rounded, so the ball hole does not count.`}
        {gauge.unsure && ' An irregular thing: try it in a real gauge.'}
        {gauge.squeezed &&
          ' Uncompressed it does not fit, as the rule asks; squeezed by a third it would, so an adult watches.'}
        {' The verdict takes 0.5 mm off every size for measuring error.'}
      </figcaption>
    </figure>
  )
}
