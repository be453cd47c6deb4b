import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link, useSearchParams } from 'react-router'
import { handsInShort, type Slot } from '../../entities/day/prep'
import { prepQuery } from '../../entities/day/queries'
import { useSession } from '../../session/session'
import { dayAndTime, duration, grams, timeOfDay, wholeDay, weighs } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { placeWord } from '../../entities/recipe/steps'
import { nameOf, whatOf } from '../../entities/setup/missing'
import { say } from './catalogue'

/** What is prepared on a day, on paper. */
export function PrintDay() {
  usePageTitle(say('prep'))
  const session = useSession()
  const [params] = useSearchParams()
  const day = params.get('day') ?? session.today
  const prep = useQuery(prepQuery(day))
  if (prep.error) return <Failure error={prep.error} retry={() => void prep.refetch()} />
  if (!prep.data) return <Waiting what={say('the-day')} />
  const { slots, waiting, after, not_ready, missing, now } = prep.data
  return (
    <main className="paper">
      <p className="no-print actions">
        <Link to={`/prep?day=${day}`}>{say('back-to-the-day')}</Link>
        <Button onClick={() => window.print()}>{say('print')}</Button>
      </p>
      <header>
        <div>
          <h1>{say('prep-whole-day', { wholeDay: wholeDay(day) })}</h1>
          <p>{say('name-as-of-day-and', { name: session.centre.name, dayAndTime: dayAndTime(now) })}</p>
          <p>{handsInShort(prep.data)}</p>
        </div>
      </header>
      {slots.length === 0 && <p>{say('no-prep-needed')}</p>}
      {slots.length > 0 && (
        <section>
          <h2>{say('hands-on')}</h2>
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
          <h2>{say('setting-or-cooling-started-before')}</h2>
          <table className="day-table">
            <tbody>
              {waiting.map((s) => (
                <tr key={s.id}>
                  <td>☐</td>
                  <td>{timeOfDay(s.wait_until ?? s.ends)}</td>
                  <td>
                    {say('wait-text-since-day-and', {
                      waitText: s.wait_text ?? s.text,
                      dayAndTime: dayAndTime(s.ends),
                    })}
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
          <h2>{say('after-play')}</h2>
          <table className="day-table">
            <tbody>
              {after.map((s) => (
                <Line key={s.id} slot={s} />
              ))}
            </tbody>
          </table>
        </section>
      )}
      {missing.length > 0 && (
        <section>
          <h2>{say('still-missing')}</h2>
          <table className="day-table">
            <tbody>
              {missing.flatMap((p) =>
                p.missing.map((m, i) => (
                  <tr key={`${p.setup_id}${i}`}>
                    <td>☐</td>
                    <td>
                      {nameOf(m)}: {whatOf(m)}
                    </td>
                    <td>{p.setup}</td>
                  </tr>
                )),
              )}
            </tbody>
          </table>
        </section>
      )}
      {not_ready.length > 0 && <p>{say('not-in-this-plan-something', { notReady: not_ready.join(', ') })}</p>}
      <footer>
        <p>{say('write-the-thermometer-reading-here')}</p>
        <p>{say('an-adult-is-at-the')}</p>
      </footer>
    </main>
  )
}

const whose = (s: Slot) =>
  say('setup-for-room-opens-day', { setup: s.setup, room: s.room, dayAndTime: dayAndTime(s.play_at) })

function Line({ slot: s }: { slot: Slot }) {
  const how = [
    say('duration-hands-on', { duration: duration(s.minutes) }),
    s.resource ? say('at-the-resource', { resource: placeWord(s.resource) }) : '',
    s.adult_only ? say('adult-only') : '',
    s.children_help ? say('children-can-help') : '',
  ]
    .filter(Boolean)
    .join(' · ')
  return (
    <tr>
      <td>{s.done ? '☒' : '☐'}</td>
      <td>{timeOfDay(s.starts)}</td>
      <td>
        {s.text}
        {s.measured_c !== undefined && <b>{say('measured-measured-c-c', { measuredC: s.measured_c })}</b>}
        {s.asks && !s.done && <b>{say('the-probe-reads-c', { asks: s.asks })}</b>}
        <small>{how}</small>
        {s.together && (
          <small>
            {say('one-batch-of-in-it', {
              grams: grams(s.together.made_g),
              for: s.together.for
                .map((f) => say('setup-for-room-grams', { setup: f.setup, room: f.room, grams: grams(f.grams) }))
                .join(', '),
              amounts: s.together.amounts.map((a) => `${a.name} ${weighs(a)}`).join(', '),
            })}
          </small>
        )}
        {s.not_before && <small>{say('does-not-keep-finish-no', { timeOfDay: timeOfDay(s.not_before) })}</small>}
        {s.wait_minutes !== undefined && (
          <small>
            {say('then-leave-it-until', {
              waitText: s.wait_text ?? say('waiting'),
              duration: duration(s.wait_minutes),
              dayAndTime: dayAndTime(s.wait_until ?? s.ends),
            })}
          </small>
        )}
        {(s.late_minutes ?? 0) > 0 && (
          <b>{say('too-late-make-less-take', { duration: duration(s.late_minutes ?? 0) })}</b>
        )}
        {s.crowded && <b>{say('more-hands-or-more-room')}</b>}
        {s.outside && <small>{say('outside-prep-time')}</small>}
      </td>
      <td>{whose(s)}</td>
    </tr>
  )
}
