import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { usePageTitle } from '../../ui/usePageTitle'
import { Numbers } from '../../entities/centre/Numbers'
import { say } from './catalogue'

const bore = 31.75
const ball = 44.5

/** The gauges at their true size, to print: a bar to check the printer by, the bore and
 * the ball hole to cut out, and the section of the cylinder. */
export function GaugeSheet() {
  usePageTitle(say('printed-gauge'))
  return (
    <main className="paper gauge-sheet">
      <p className="no-print actions">
        <Link to="/shelf">{say('back-to-materials')}</Link>
        <Button onClick={() => window.print()}>{say('print-at-100')}</Button>
      </p>
      <header>
        <div>
          <h1>{say('gauges-at-true-size')}</h1>
          <p>{say('print-at-100-not-fitted')}</p>
        </div>
      </header>
      <svg width="130mm" height="14mm" viewBox="0 0 130 14" role="img" aria-label={say('a-bar-of-100-mm')}>
        <path d="M5 7h100M5 2v10M105 2v10" className="ink" />
        {Array.from({ length: 9 }, (_, i) => (
          <path key={i} d={`M${15 + i * 10} ${i === 4 ? 3 : 5}V${i === 4 ? 11 : 9}`} className="ink thin" />
        ))}
        <text x="107" y="8.200">
          {say('100-mm')}
        </text>
      </svg>
      <svg width="172mm" height="66mm" viewBox="0 0 172 66" role="img" aria-label={say('the-bore-of-31-75')}>
        <g transform="translate(20 24)">
          <circle r={bore / 2} className="cut" />
          <path d={`M${-bore / 2} 0h${bore}`} className="ink thin" />
          <text y="-3" textAnchor="middle">
            {say('31-75-mm')}
          </text>
          <text y="22" textAnchor="middle">
            {say('bore')}
          </text>
        </g>
        <g transform="translate(68 24)">
          <circle r={ball / 2} className="cut" />
          <path d={`M${-ball / 2} 0h${ball}`} className="ink thin" />
          <text y="-3" textAnchor="middle">
            {say('44-5-mm')}
          </text>
          <text y="28" textAnchor="middle">
            {say('small-ball-hole')}
          </text>
        </g>
        <g transform="translate(122 3)">
          <path d={`M${-bore / 2} 0V25.400L${bore / 2} 57.150V0`} className="cut" />
          <path d={`M${-bore / 2 - 3} 0h${bore + 6}`} className="ink" />
          <text x={-bore / 2 - 2} y="14" textAnchor="end">
            25.4
          </text>
          <text x={bore / 2 + 2} y="30">
            {say('57-15-mm')}
          </text>
          <text x="0" y="62" textAnchor="middle">
            {say('cylinder-cut-through')}
          </text>
        </g>
      </svg>
      <h2>{say('how-to-use-it')}</h2>
      <ul className="boxes">
        <li>{say('cut-out-the-two-circles')}</li>
        <li>{say('roll-strong-card-into-a')}</li>
        <li>{say('fits-or-any-doubt-not')}</li>
        <li>{say('measure-the-smallest-piece-and')}</li>
      </ul>
      <footer>
        <p>{say('after-16-cfr-1501-4')}</p>
        <p>
          <Numbers />
        </p>
      </footer>
    </main>
  )
}
