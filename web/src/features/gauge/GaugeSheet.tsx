import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'

const bore = 31.75
const ball = 44.5

/** The gauges at their true size, to print: a bar to check the printer by, the bore and
 * the ball hole to cut out, and the section of the cylinder. */
export function GaugeSheet() {
  usePageTitle('Printed gauge')
  const session = useSession()
  return (
    <main className="paper gauge-sheet">
      <p className="no-print actions">
        <Link to="/shelf">Back to Materials</Link>
        <Button onClick={() => window.print()}>Print at 100 %</Button>
      </p>
      <header>
        <div>
          <h1>Gauges at true size</h1>
          <p>
            Print at 100 %, not fitted to the page. Lay a ruler on the bar: it must be 100 mm long. If it is not, this
            sheet measures nothing.
          </p>
        </div>
      </header>
      <svg
        width="130mm"
        height="14mm"
        viewBox="0 0 130 14"
        role="img"
        aria-label="A bar of 100 mm to check the print by"
      >
        <path d="M5 7h100M5 2v10M105 2v10" className="ink" />
        {Array.from({ length: 9 }, (_, i) => (
          <path key={i} d={`M${15 + i * 10} ${i === 4 ? 3 : 5}V${i === 4 ? 11 : 9}`} className="ink thin" />
        ))}
        <text x="107" y="8.200">
          100 mm
        </text>
      </svg>
      <svg
        width="172mm"
        height="66mm"
        viewBox="0 0 172 66"
        role="img"
        aria-label="The bore of 31.75 mm, the ball hole of 44.5 mm, and the section of the small-parts cylinder"
      >
        <g transform="translate(20 24)">
          <circle r={bore / 2} className="cut" />
          <path d={`M${-bore / 2} 0h${bore}`} className="ink thin" />
          <text y="-3" textAnchor="middle">
            31.75 mm
          </text>
          <text y="22" textAnchor="middle">
            Bore
          </text>
        </g>
        <g transform="translate(68 24)">
          <circle r={ball / 2} className="cut" />
          <path d={`M${-ball / 2} 0h${ball}`} className="ink thin" />
          <text y="-3" textAnchor="middle">
            44.5 mm
          </text>
          <text y="28" textAnchor="middle">
            Small-ball hole
          </text>
        </g>
        <g transform="translate(122 3)">
          <path d={`M${-bore / 2} 0V25.400L${bore / 2} 57.150V0`} className="cut" />
          <path d={`M${-bore / 2 - 3} 0h${bore + 6}`} className="ink" />
          <text x={-bore / 2 - 2} y="14" textAnchor="end">
            25.4
          </text>
          <text x={bore / 2 + 2} y="30">
            57.15 mm
          </text>
          <text x="0" y="62" textAnchor="middle">
            Cylinder, cut through
          </text>
        </g>
      </svg>
      <h2>How to use it</h2>
      <ul className="boxes">
        <li>
          Cut out the two circles. A rounded thing that drops through the small-ball hole in any way, under its own
          weight, is a small ball.
        </li>
        <li>
          Roll strong card into a tube over the bore circle, 57.15 mm long on one side and 25.4 mm on the other, and
          close the slanted end. A thing that lies wholly inside in any position, without being squeezed, fits.
        </li>
        <li>Fits, or any doubt: not for a child under 3 or one who mouths things.</li>
        <li>Measure the smallest piece, and the smallest piece it can come apart into.</li>
      </ul>
      <footer>
        <p>
          After 16 CFR 1501.4 and 1500.18(a)(17), ISO 8124-1 and EN 71-1, quoted from memory. A printed gauge is an aid,
          no test: a real gauge, local licensing rules, the product’s own label and a health professional come first. An
          adult watches at all times.
        </p>
        <p>
          <b>{session.centre.emergency}</b>
        </p>
      </footer>
    </main>
  )
}
