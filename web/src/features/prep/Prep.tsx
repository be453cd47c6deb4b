import { useMutation, useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link, useSearchParams } from 'react-router'
import { api, ApiError, ask, type Schemas } from '../../api/client'
import { handsInShort, handsNext, standing, type Slot } from '../../entities/day/prep'
import { prepQuery } from '../../entities/day/queries'
import { useSession } from '../../session/session'
import { atTime, dayAndTime, duration, timeOfDay, wholeDay } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { saveFile } from '../../ui/saveFile'
import { usePageTitle } from '../../ui/usePageTitle'
import { DoNow } from './DoNow'
import { Follow } from './Follow'
import { Late } from './Late'
import { Setting } from './Setting'
import { Step } from './Step'
import { Strings } from './Strings'
import { dayIn, plusDays } from '../../ui/wall'
import { Foot } from '../../ui/Foot'
import { clashOf, nameOf, whatOf } from '../../entities/setup/missing'
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
            <p className="soft" data-main>
              {plan ? handsInShort(plan) : ' '}
            </p>
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
        {plan && <Day plan={plan} asked={asked.dataUpdatedAt} />}
        {plan && plan.not_ready.length > 0 && (
          <p className="soft">{say('not-in-this-plan-something', { notReady: plan.not_ready.join(', ') })}</p>
        )}
        {plan && <Follow />}
      </main>
      {plan && <Figures plan={plan} />}
    </>
  )
}

/** What is missing before the set-ups of the day are ready. */
function StillMissing({ plan }: { plan: Schemas['PrepDay'] }) {
  return (
    <section aria-labelledby="still-missing">
      <h2 id="still-missing">{say('still-missing')}</h2>
      <ul className="prep-missing">
        {plan.missing.map((p) => (
          <li key={p.setup_id}>
            <Link to={`/bench/${p.setup_id}`}>{p.setup}</Link>{' '}
            <span className="soft">{say('room-at-time', { room: p.room, time: timeOfDay(p.play_at) })}</span>
            <ul>
              {p.clashes?.map((c) => (
                <li key={`${c.setup_id} ${c.what}`} className="short">
                  {clashOf(c)}
                </li>
              ))}
              {p.missing.map((m, i) => (
                <li key={i}>
                  {nameOf(m)}: <span className="short">{whatOf(m)}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </section>
  )
}

const heads: [string, (s: Slot, now: string) => boolean][] = [
  [say('late'), (s) => !s.done && s.pressed === true],
  [say('do-now'), (s, now) => !s.done && standing(s, now) === 'now'],
  [say('next'), (s, now) => !s.done && standing(s, now) === 'next'],
  [say('time-passed-not-ticked'), (s, now) => !s.done && standing(s, now) === 'over'],
  [say('done'), (s) => s.done === true],
]

/** A day: the step that is next, large, and beside it what waits by itself and what comes then. */
function Day({ plan, asked }: { plan: Schemas['PrepDay']; asked: number }) {
  const now = handsNext(plan)
  const left = plan.slots.filter((s) => s !== now)
  return (
    <>
      <div className="prep-day">
        <div>
          {now && <DoNow plan={plan} slot={now} />}
          {plan.late
            .filter((l) => l.setup_id !== now?.setup_id)
            .map((l) => (
              <Late key={l.setup_id} late={l} />
            ))}
          {plan.missing.length > 0 && <StillMissing plan={plan} />}
        </div>
        <div>
          <Setting plan={plan} asked={asked} />
          {heads.map(([head, is]) => {
            const here = left.filter((s) => is(s, plan.now))
            for (const s of here) left.splice(left.indexOf(s), 1)
            return <Steps key={head} head={head} slots={here} />
          })}
          <Steps head={say('after-play')} slots={plan.after} />
        </div>
      </div>
      {(plan.slots.length > 0 || plan.waiting.length > 0) && <Strings plan={plan} />}
    </>
  )
}

function Steps({ head, slots }: { head: string; slots: Slot[] }) {
  if (slots.length === 0) return null
  return (
    <section aria-label={head}>
      <h2>{head}</h2>
      <ol className="prep-steps">
        {slots.map((s) => (
          <Step key={s.id} slot={s} />
        ))}
      </ol>
    </section>
  )
}

function Figures({ plan }: { plan: Schemas['PrepDay'] }) {
  const next = handsNext(plan)
  const hands = plan.slots.reduce((sum, s) => sum + s.minutes, 0)
  return (
    <Foot className="plain">
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
    </Foot>
  )
}
