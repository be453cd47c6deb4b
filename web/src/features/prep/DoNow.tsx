import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { standing, type Slot } from '../../entities/day/prep'
import { dayAndTime, duration, timeOfDay, weighs } from '../../ui/format'
import { Scoops } from '../../ui/Scoops'
import { sameDay } from '../../ui/wall'
import { Late } from './Late'
import { facts, For } from './Step'
import { TickStep } from './TickStep'
import { say } from './catalogue'

/** The one step that is next, with what goes in, and what can be done where it is late. */
export function DoNow({ plan, slot: s }: { plan: Schemas['PrepDay']; slot: Slot }) {
  const ahead = standing(s, plan.now) === 'next' && !s.pressed
  const late = plan.late.find((l) => l.setup_id === s.setup_id)
  const mine = plan.slots.filter((o) => o.setup_id === s.setup_id)
  return (
    <section className={late || s.pressed ? 'do-now is-late' : 'do-now'} aria-labelledby="do-now">
      <p className="when">
        <b>{ahead ? say('start-at-time', { time: timeOfDay(s.starts) }) : say('do-now')}</b>
        {(s.late_minutes ?? 0) > 0 && (
          <b className="late-by">{say('duration-late', { duration: duration(s.late_minutes ?? 0) })}</b>
        )}
        <span>
          <Link to={`/bench/${s.setup_id}`}>{s.setup}</Link>{' '}
          {say('step-of-for-room-play', {
            nth: mine.indexOf(s) + 1,
            of: mine.length,
            room: s.room,
            play: sameDay(s.play_at, s.starts) ? timeOfDay(s.play_at) : dayAndTime(s.play_at),
          })}
        </span>
      </p>
      <div className="what">
        <h2 id="do-now">{s.text}</h2>
        <TickStep slot={s} />
      </div>
      {s.together && <For batch={s.together} />}
      {s.amounts && s.amounts.length > 0 && (
        <ul className="amounts" aria-label={say('amounts')}>
          {s.amounts.map((a) => (
            <li key={a.item_id}>
              <strong className="figure">{weighs(a)}</strong>
              <b>{a.name}</b>
              <Scoops scoops={a.scoops} />
            </li>
          ))}
        </ul>
      )}
      {(s.pots ?? 0) > 1 && s.amounts && <p className="soft">{say('amounts-for-all-pots', { pots: s.pots })}</p>}
      <p className="facts">{facts(s)}</p>
      {s.wait_minutes !== undefined && (
        <p className="waits-then">
          {say('then-leave-it-until', {
            waitText: s.wait_text ?? say('waiting'),
            duration: duration(s.wait_minutes),
            dayAndTime: sameDay(s.wait_until ?? s.ends, s.starts)
              ? timeOfDay(s.wait_until ?? s.ends)
              : dayAndTime(s.wait_until ?? s.ends),
          })}
        </p>
      )}
      {s.crowded && <p className="short">{say('not-enough-adults-or-space')}</p>}
      {s.outside && <p className="short">{say('outside-prep-time')}</p>}
      {late && <Late late={late} />}
    </section>
  )
}
