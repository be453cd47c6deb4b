import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import type { Slot } from '../../entities/day/prep'
import { placeWord } from '../../entities/recipe/steps'
import { dayAndTime, duration, grams, timeOfDay, weighs } from '../../ui/format'
import { Scoops } from '../../ui/Scoops'
import { sameDay } from '../../ui/wall'
import { TickStep } from './TickStep'
import { say } from './catalogue'

/** How long a step takes hands, where, and who does it. */
export const facts = (s: Slot) =>
  [
    say('duration-hands-on', { duration: duration(s.minutes) }),
    s.resource ? say('at-the-resource', { resource: placeWord(s.resource) }) : '',
    s.adult_only ? say('adult-only') : '',
    s.children_help ? say('children-can-help') : '',
  ]
    .filter(Boolean)
    .join(' · ')

export function Step({ slot: s }: { slot: Slot }) {
  return (
    <li>
      <strong className="figure">{timeOfDay(s.starts)}</strong>
      <div>
        <b>{s.text}</b>
        <span className="soft">
          <Link to={`/bench/${s.setup_id}`}>{s.setup}</Link>{' '}
          {say('for-room-play-same-day', {
            room: s.room,
            sameDay: sameDay(s.play_at, s.starts) ? timeOfDay(s.play_at) : dayAndTime(s.play_at),
          })}
        </span>
        <span className="soft">{facts(s)}</span>
        {s.wait_minutes !== undefined && (
          <span className="waits-then">
            {say('then-leave-it-until', {
              waitText: s.wait_text ?? say('waiting'),
              duration: duration(s.wait_minutes),
              dayAndTime: dayAndTime(s.wait_until ?? s.ends),
            })}
          </span>
        )}
        {s.not_before && (
          <span className="soft">{say('finish-at-or-later-it', { timeOfDay: timeOfDay(s.not_before) })}</span>
        )}
        {s.together && <Together batch={s.together} />}
        {(s.late_minutes ?? 0) > 0 && (
          <span className="short">{say('duration-late', { duration: duration(s.late_minutes ?? 0) })}</span>
        )}
        {s.crowded && <span className="short">{say('not-enough-adults-or-space')}</span>}
        {s.outside && <span className="short">{say('outside-prep-time')}</span>}
        {!s.done && s.why && <span className="soft">{s.why}</span>}
        {s.done && (
          <span className="soft">
            {say('done-day-and-time-done', {
              dayAndTime: dayAndTime(s.ends),
              doneBy: s.done_by && ` ${say('by-done-by', { doneBy: s.done_by })}`,
              measuredC: s.measured_c !== undefined && say('measured-measured-c-c', { measuredC: s.measured_c }),
            })}
          </span>
        )}
      </div>
      <TickStep slot={s} />
    </li>
  )
}

/** For which set-ups one batch is made, and how much each has of it. */
export function For({ batch: b }: { batch: Schemas['PrepTogether'] }) {
  return (
    <p>
      <b>
        {say('one-batch-of-for-set', { grams: grams(b.made_g), for: b.for.length === 2 ? say('two') : b.for.length })}
      </b>{' '}
      <span>
        {b.for
          .map((f) => say('setup-for-room-grams', { setup: f.setup, room: f.room, grams: grams(f.grams) }))
          .join(', ')}
      </span>
    </p>
  )
}

/** One batch for several set-ups, with what goes into it. */
function Together({ batch: b }: { batch: Schemas['PrepTogether'] }) {
  return (
    <div className="together">
      <For batch={b} />
      <ul>
        {b.amounts.map((a) => (
          <li key={a.item_id}>
            {a.name} <b className="figure">{weighs(a)}</b> <Scoops scoops={a.scoops} />
          </li>
        ))}
      </ul>
    </div>
  )
}
