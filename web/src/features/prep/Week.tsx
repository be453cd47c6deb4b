import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { prepWeekQuery } from '../../entities/day/queries'
import { duration, timeOfDay, wholeDay } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { say } from './catalogue'

/** The week from today on: what hands do on each day, and what opens. */
export function Week() {
  usePageTitle(say('prep-the-week'))
  const week = useQuery(prepWeekQuery)
  return (
    <main className="screen prep">
      <header className="screen-head">
        <div>
          <h1>{say('prep-the-week')}</h1>
          <p className="soft" data-main>
            {say('freezing-soaking-and-drying-show')}
          </p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/prep">
            {say('todays-steps')}
          </Link>
        </div>
      </header>
      {week.error && <Failure error={week.error} retry={() => void week.refetch()} />}
      {!week.data && !week.error && <Waiting what={say('the-week-2')} />}
      {week.data && !week.error && (
        <ol className="prep-week">
          {week.data.days.map((d) => (
            <li key={d.day}>
              <Link to={`/prep?day=${d.day}`}>{wholeDay(d.day)}</Link>
              <div>
                {d.steps > 0 && d.from && d.to ? (
                  <b className="figure">
                    {say('time-of-day-to-time', { timeOfDay: timeOfDay(d.from), timeOfDay2: timeOfDay(d.to) })}
                  </b>
                ) : (
                  <span className="soft">{say('no-prep')}</span>
                )}
                {d.steps > 0 && (
                  <span className="soft">
                    {say('hands-on-to-spare', {
                      duration: duration(d.hands_minutes),
                      duration2: duration(d.spare_minutes),
                    })}
                  </span>
                )}
                {d.late > 0 && (
                  <span className="short">
                    {say('cannot-be-in-time', {
                      late: d.late === 1 ? say('one-step') : say('late-steps', { late: d.late }),
                    })}
                  </span>
                )}
              </div>
              <ul>
                {d.opens.map((o) => (
                  <li key={o.setup_id}>
                    <b className="figure">{timeOfDay(o.at)}</b> <Link to={`/bench/${o.setup_id}`}>{o.setup}</Link>{' '}
                    <span className="soft">{o.room}</span>
                    {!o.ready && <span className="short"> {say('not-ok-yet-so-not')}</span>}
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
