import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { dayAndTime, duration } from '../../ui/format'
import { say } from './catalogue'

/** What cannot be ready in time, and what can still be done. */
export function Late({ late: l }: { late: Schemas['PrepLate'] }) {
  return (
    <section className="late" aria-label={say('setup-is-late', { setup: l.setup })}>
      <h2>{say('for-will-not-be-ready', { setup: l.setup, room: l.room })}</h2>
      <p>
        {l.instead.length > 0 && (
          <>
            {say('make-instead-all-in-stock')}{' '}
            {l.instead.map((i, n) => (
              <span key={i.recipe_id}>
                {n > 0 && ` ${say('or')} `}
                <Link to={`/recipes/${i.recipe_id}`}>{i.name}</Link>, {duration(i.minutes)}
              </span>
            ))}
            .{' '}
          </>
        )}
        {l.stored.length > 0 && (
          <>
            {say('use-a-batch')}{' '}
            {l.stored.map((s, n) => (
              <span key={s.batch_id}>
                {n > 0 && ` ${say('or')} `}
                <Link to={`/batches/${s.batch_id}`}>{s.name}</Link>
              </span>
            ))}
            {say('chosen-on-the-set-up')}{' '}
          </>
        )}
        {say('smaller-instead-day-and-time', {
          smaller: l.smaller && `${l.smaller} `,
          instead: l.instead.length + l.stored.length > 0 || l.smaller ? say('or-move-play-to') : say('move-play-to'),
          dayAndTime: dayAndTime(l.ready_at),
        })}{' '}
        <Link to={`/bench/${l.setup_id}`}>{say('plan-it-for-another-day')}</Link>
        {l.other_day ? say('all-of-it-can-be', { dayAndTime: dayAndTime(l.other_day) }) : '.'}
      </p>
    </section>
  )
}
