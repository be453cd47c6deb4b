import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link, useSearchParams } from 'react-router'
import { handsInShort, type Slot } from '../../entities/day/prep'
import { prepQuery } from '../../entities/day/queries'
import { useSession } from '../../session/session'
import { dayAndTime, duration, grams, timeOfDay, wholeDay, weighs } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

/** What is prepared on a day, on paper. */
export function PrintDay() {
  usePageTitle('Prep')
  const session = useSession()
  const [params] = useSearchParams()
  const day = params.get('day') ?? session.today
  const prep = useQuery(prepQuery(day))
  if (prep.error) return <Failure error={prep.error} retry={() => void prep.refetch()} />
  if (!prep.data) return <Waiting what="the day" />
  const { slots, waiting, after, not_ready, now } = prep.data
  return (
    <main className="paper">
      <p className="no-print actions">
        <Link to={`/prep?day=${day}`}>Back to the day</Link>
        <Button onClick={() => window.print()}>Print</Button>
      </p>
      <header>
        <div>
          <h1>Prep, {wholeDay(day)}</h1>
          <p>
            {session.centre.name} · as of {dayAndTime(now)}
          </p>
          <p>{handsInShort(prep.data)}</p>
        </div>
      </header>
      {slots.length === 0 && <p>No prep needed.</p>}
      {slots.length > 0 && (
        <section>
          <h2>Hands-on</h2>
          <table className="day-table">
            <tbody>
              {slots.map((s) => (
                <Line key={s.id} slot={s} />
              ))}
            </tbody>
          </table>
        </section>
      )}
      {waiting.length > 0 && (
        <section>
          <h2>Setting or cooling, started before</h2>
          <table className="day-table">
            <tbody>
              {waiting.map((s) => (
                <tr key={s.id}>
                  <td>☐</td>
                  <td>{timeOfDay(s.wait_until ?? s.ends)}</td>
                  <td>
                    {s.wait_text ?? s.text}, since {dayAndTime(s.ends)}
                  </td>
                  <td>{whose(s)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {after.length > 0 && (
        <section>
          <h2>After play</h2>
          <table className="day-table">
            <tbody>
              {after.map((s) => (
                <Line key={s.id} slot={s} />
              ))}
            </tbody>
          </table>
        </section>
      )}
      {not_ready.length > 0 && <p>Not in this plan: {not_ready.join(', ')}. Something in it is not OK yet.</p>}
      <footer>
        <p>
          Write the thermometer reading here, then enter it on Prep. Print the day again when ticks or times change.
        </p>
        <p>
          An adult is at the stove and the oven, and watches all play. Local licensing rules come before this sheet.
        </p>
      </footer>
    </main>
  )
}

const whose = (s: Slot) => `${s.setup} for ${s.room}, opens ${dayAndTime(s.play_at)}`

function Line({ slot: s }: { slot: Slot }) {
  const how = [
    `${duration(s.minutes)} hands-on`,
    s.resource ? `at the ${s.resource}` : '',
    s.adult_only ? 'adult only' : '',
    s.children_help ? 'children can help' : '',
  ]
    .filter(Boolean)
    .join(' · ')
  return (
    <tr>
      <td>{s.done ? '☒' : '☐'}</td>
      <td>{timeOfDay(s.starts)}</td>
      <td>
        {s.text}
        {s.measured_c !== undefined && <b>measured {s.measured_c} °C</b>}
        {s.asks && !s.done && <b>The probe reads ______ °C: {s.asks}.</b>}
        <small>{how}</small>
        {s.together && (
          <small>
            One batch of {grams(s.together.made_g)}:{' '}
            {s.together.for.map((f) => `${f.setup} for ${f.room} ${grams(f.grams)}`).join(', ')}. In it:{' '}
            {s.together.amounts.map((a) => `${a.name} ${weighs(a)}`).join(', ')}.
          </small>
        )}
        {s.not_before && <small>does not keep: finish no sooner than {timeOfDay(s.not_before)}</small>}
        {s.wait_minutes !== undefined && (
          <small>
            then leave it: {s.wait_text ?? 'waiting'}, {duration(s.wait_minutes)}, until{' '}
            {dayAndTime(s.wait_until ?? s.ends)}
          </small>
        )}
        {(s.late_minutes ?? 0) > 0 && (
          <b>{duration(s.late_minutes ?? 0)} too late: make less, take something quicker, or open later.</b>
        )}
        {s.crowded && <b>More hands, or more room, are needed then than there are.</b>}
        {s.outside && <small>outside prep time</small>}
      </td>
      <td>{whose(s)}</td>
    </tr>
  )
}
