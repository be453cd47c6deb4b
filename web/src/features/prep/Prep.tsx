import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { Link, useSearchParams } from 'react-router'
import { api, ApiError, ask, type Schemas } from '../../api/client'
import { handsInShort, handsNext, standing, waitingNow, type Slot } from '../../entities/day/prep'
import { Timer } from '../../entities/day/Timer'
import { TickStep } from './TickStep'
import { prepQuery } from '../../entities/day/queries'
import { useSession } from '../../session/session'
import { atTime, day as dayOf, dayAndTime, duration, grams, timeOfDay, wholeDay, weighs } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { Scoops } from '../../ui/Scoops'
import { wakeTone } from '../../ui/tone'
import { saveFile } from '../../ui/saveFile'
import { usePageTitle } from '../../ui/usePageTitle'
import { Follow } from './Follow'
import { Strings } from './Strings'
import { dayIn, plusDays, sameDay } from '../../ui/wall'
import { placeWord } from '../../entities/recipe/steps'
import { say } from './catalogue'

/** What is prepared on a day: ropes where hands work, strings where something waits by itself. */
export function Prep() {
  usePageTitle(say('prep'))
  const session = useSession()
  const [params] = useSearchParams()
  const day = params.get('day') ?? session.today
  const asked = useQuery(prepQuery(day))
  // Without the line the steps stay, as they were, with their ticks: a kitchen goes on.
  const away = asked.error instanceof ApiError && asked.error.status === 0 ? asked.error : undefined
  const plan = asked.error && !away ? undefined : asked.data
  const calendar = useMutation({
    mutationFn: () => ask(api.GET('/api/prep/calendar', { params: { query: { day } } })),
    onSuccess: (f) => saveFile(`prep-${day}.ics`, 'text/calendar', f.ics),
  })
  return (
    <>
      <main className="screen prep">
        <header className="screen-head">
          <div>
            <h1>{say('prep-whole-day', { wholeDay: wholeDay(day) })}</h1>
            <p className="soft">{plan ? handsInShort(plan) : ' '}</p>
          </div>
          <nav className="actions" aria-label={say('days')}>
            {day > session.today && (
              <Link className="btn btn-outline-primary" to={`/prep?day=${plusDays(day, -1)}`}>
                {say('the-day-before')}
              </Link>
            )}
            <Link className="btn btn-outline-primary" to={`/prep?day=${plusDays(day, 1)}`}>
              {say('the-day-after')}
            </Link>
            <Link className="btn btn-outline-primary" to="/prep/week">
              {say('the-week')}
            </Link>
            <Link className="btn btn-outline-primary" to={`/prep/print?day=${day}`}>
              {say('print-the-day')}
            </Link>
            <Button variant="outline-primary" onClick={() => calendar.mutate()}>
              {calendar.isError ? say('calendar-file-try-again') : say('calendar-file')}
            </Button>
          </nav>
        </header>
        {away && plan && (
          <p className="soft" role="status">
            {say('these-are-the-steps-as', { message: away.message, atTime: atTime(asked.dataUpdatedAt) })}
          </p>
        )}
        {asked.error && !plan && <Failure error={asked.error} retry={() => void asked.refetch()} />}
        {!asked.data && !asked.error && <Waiting what={say('the-day')} />}
        {plan && plan.slots.length === 0 && plan.waiting.length === 0 && (
          <Empty>
            {say('no-prep-needed')}{' '}
            {plan.next && (
              <Link to={`/prep?day=${dayIn(plan.next)}`}>
                {say('next-day-and-time', { dayAndTime: dayAndTime(plan.next) })}
              </Link>
            )}
          </Empty>
        )}
        {plan && (plan.slots.length > 0 || plan.waiting.length > 0) && <Strings plan={plan} />}
        {plan?.late.map((l) => (
          <Late key={l.setup_id} late={l} />
        ))}
        {plan && <Steps plan={plan} asked={asked.dataUpdatedAt} />}
        {plan && plan.not_ready.length > 0 && (
          <p className="soft">{say('not-in-this-plan-something', { notReady: plan.not_ready.join(', ') })}</p>
        )}
        {plan && <Follow />}
      </main>
      {plan && <Foot plan={plan} />}
    </>
  )
}

/** What cannot be ready in time, and what can still be done. */
function Late({ late: l }: { late: Schemas['PrepLate'] }) {
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

const heads: [string, (s: Slot, now: string) => boolean][] = [
  [say('late'), (s) => !s.done && s.pressed === true],
  [say('do-now'), (s, now) => !s.done && standing(s, now) === 'now'],
  [say('next'), (s, now) => !s.done && standing(s, now) === 'next'],
  [say('done'), (s) => s.done === true],
  [say('time-passed-not-ticked'), (s, now) => standing(s, now) === 'over'],
]

function Steps({ plan, asked }: { plan: Schemas['PrepDay']; asked: number }) {
  const left = [...plan.slots]
  return (
    <>
      {heads.map(([head, is]) => {
        const here = left.filter((s) => is(s, plan.now))
        for (const s of here) left.splice(left.indexOf(s), 1)
        if (here.length === 0) return null
        return (
          <section key={head} aria-label={head}>
            <h2>{head}</h2>
            <ol className="prep-steps">
              {here.map((s) => (
                <Step key={s.id} slot={s} />
              ))}
            </ol>
          </section>
        )
      })}
      <ByItself plan={plan} asked={asked} />
      {plan.after.length > 0 && (
        <section aria-label={say('after-play')}>
          <h2>{say('after-play')}</h2>
          <ol className="prep-steps">
            {plan.after.map((s) => (
              <Step key={s.id} slot={s} />
            ))}
          </ol>
        </section>
      )}
    </>
  )
}

/** What waits by itself, with the time that is left: from when it was noted, whichever device looks. */
function ByItself({ plan, asked }: { plan: Schemas['PrepDay']; asked: number }) {
  const all = waitingNow(plan)
  const [sounds, setSounds] = useState(false)
  if (all.length === 0) return null
  return (
    <section aria-label={say('setting-or-cooling-now')}>
      <div className="waiting-head">
        <h2>{say('setting-or-cooling-now')}</h2>
        <Button
          variant="outline-primary"
          aria-pressed={sounds}
          onClick={() => {
            wakeTone()
            setSounds(!sounds)
          }}
        >
          {sounds ? say('sound-on') : say('sound-off')}
        </Button>
      </div>
      <ol className="prep-steps">
        {all.map((s) => {
          const until = s.wait_until ?? s.ends
          return (
            <li key={s.id}>
              <strong className="figure">
                {timeOfDay(until)}
                {dayIn(until) !== plan.day && <span className="soft">{dayOf(until)}</span>}
              </strong>
              <div>
                <b>{s.wait_text ?? s.text}</b>
                <Timer slot={s} plan={plan} asked={asked} sounds={sounds} />
                <span className="soft">
                  {say('setup-for-room-done-day', {
                    setup: s.setup,
                    room: s.room,
                    done: s.done ? say('since') : say('from'),
                    dayAndTime: dayAndTime(s.ends),
                  })}
                </span>
              </div>
            </li>
          )
        })}
      </ol>
    </section>
  )
}

function Step({ slot: s }: { slot: Slot }) {
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
        <span className="soft">
          {[
            say('duration-hands-on', { duration: duration(s.minutes) }),
            s.resource ? say('at-the-resource', { resource: placeWord(s.resource) }) : '',
            s.adult_only ? say('adult-only') : '',
            s.children_help ? say('children-can-help') : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
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

/** One batch for several set-ups, with what goes into it. */
function Together({ batch: b }: { batch: Schemas['PrepTogether'] }) {
  return (
    <div className="together">
      <b>
        {say('one-batch-of-for-set', { grams: grams(b.made_g), for: b.for.length === 2 ? say('two') : b.for.length })}
      </b>
      <span>
        {b.for
          .map((f) => say('setup-for-room-grams', { setup: f.setup, room: f.room, grams: grams(f.grams) }))
          .join(', ')}
      </span>
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

function Foot({ plan }: { plan: Schemas['PrepDay'] }) {
  const next = handsNext(plan)
  const hands = plan.slots.reduce((sum, s) => sum + s.minutes, 0)
  return (
    <footer className="counter on-dark plain">
      <div>
        <span>{say('next-prep-step')}</span>
        <strong className="figure">
          {next ? timeOfDay(next.starts) : plan.next ? dayAndTime(plan.next) : say('nothing-more')}
        </strong>
      </div>
      <div>
        <span>{say('hands-on-time-today')}</span>
        <strong className="figure">{duration(hands)}</strong>
      </div>
      <div>
        <span>{say('prep-time-left')}</span>
        <strong className="figure">{duration(plan.spare_minutes)}</strong>
      </div>
    </footer>
  )
}
