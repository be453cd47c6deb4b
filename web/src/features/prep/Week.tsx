import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { prepWeekQuery } from '../../entities/day/queries'
import { duration, timeOfDay, wholeDay } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

/** The week from today on: what hands do on each day, and what opens. */
export function Week() {
  usePageTitle('Prep, the week')
  const week = useQuery(prepWeekQuery)
  return (
    <main className="screen prep">
      <header className="screen-head">
        <div>
          <h1>Prep, the week</h1>
          <p className="soft">Freezing, soaking and drying show on the day that they start.</p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/prep">
            Today’s steps
          </Link>
        </div>
      </header>
      {week.error && <Failure error={week.error} retry={() => void week.refetch()} />}
      {!week.data && !week.error && <Waiting what="the week" />}
      {week.data && !week.error && (
        <ol className="prep-week">
          {week.data.days.map((d) => (
            <li key={d.day}>
              <Link to={`/prep?day=${d.day}`}>{wholeDay(d.day)}</Link>
              <div>
                {d.steps > 0 && d.from && d.to ? (
                  <b className="figure">
                    {timeOfDay(d.from)} to {timeOfDay(d.to)}
                  </b>
                ) : (
                  <span className="soft">no prep</span>
                )}
                {d.steps > 0 && (
                  <span className="soft">
                    {duration(d.hands_minutes)} hands-on, {duration(d.spare_minutes)} to spare
                  </span>
                )}
                {d.late > 0 && (
                  <span className="short">{d.late === 1 ? 'One step' : `${d.late} steps`} cannot be in time</span>
                )}
              </div>
              <ul>
                {d.opens.map((o) => (
                  <li key={o.setup_id}>
                    <b className="figure">{timeOfDay(o.at)}</b> <Link to={`/bench/${o.setup_id}`}>{o.setup}</Link>{' '}
                    <span className="soft">{o.room}</span>
                    {!o.ready && <span className="short"> not OK yet, so not in the plan</span>}
                  </li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      )}
    </main>
  )
}
