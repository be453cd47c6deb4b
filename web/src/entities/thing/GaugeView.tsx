import { gaugeMark } from '../../ui/Mark'
import type { Schemas } from '../../api/client'
import { say } from './catalogue'

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
  const word = gauge.unsure ? say('may-fit') : gauge.fits ? say('fits') : say('does-not-fit')
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
        aria-label={say('a-piece-of-the-small', { size: gauge.size, word })}
      >
        <g>
          <path className="well" d={`M${-radius} 0V${shallow}L${radius} ${deep}V0`} />
          <path className="wall" d={`M${-radius} 0V${shallow}L${radius} ${deep}V0`} />
          <path className="piece" d={path(gauge.side, true)} />
          <path className="rim" d={`M${-radius - 3} 0h${bore + 6}`} />
          <text x={0} y={label} textAnchor="middle">
            {say('from-the-side')}
          </text>
        </g>
        <g transform={`translate(${above} ${middle})`}>
          <circle className="well" r={radius} />
          <path className="piece" d={path(gauge.top, false)} />
          <circle className="wall" r={radius} />
          <text x={0} y={label - middle} textAnchor="middle">
            {say('from-above')}
          </text>
        </g>
        <g transform={`translate(${hole} ${middle})`}>
          <circle className="well" r={ball / 2} />
          <circle className="piece" r={across / 2} />
          <circle className="wall" r={ball / 2} />
          <text x={0} y={label - middle} textAnchor="middle">
            {say('ball-hole')}
          </text>
        </g>
      </svg>
      <figcaption>
        <b>{gauge.size}</b>{' '}
        {say('the-small-parts-cylinder-bore', {
          word,
          round: gauge.round
            ? gauge.ball
              ? say('its-middle-mm-drops-through', { across: across.toFixed(1) })
              : say('its-middle-mm-does-not', { across: across.toFixed(1) })
            : say('it-is-not-rounded-so'),
          unsure: gauge.unsure && ` ${say('an-irregular-thing-try-it')}`,
          squeezed: gauge.squeezed && ` ${say('uncompressed-it-does-not-fit')}`,
        })}
      </figcaption>
    </figure>
  )
}
