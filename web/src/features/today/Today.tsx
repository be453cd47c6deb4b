import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { batchesQuery } from '../../entities/batch/queries'
import { MakesList } from '../../entities/stock/MakesList'
import { handsNext, standing, waitingNow } from '../../entities/day/prep'
import { prepQuery, todayQuery } from '../../entities/day/queries'
import { Timer } from '../../entities/day/Timer'
import { dayAndTime, duration, timeOfDay, wholeDay } from '../../ui/format'
import { Mark } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { ClockNotes } from './ClockNotes'
import { DayLine } from './DayLine'
import { LookAfter } from './LookAfter'
import { WhoIsHere } from './WhoIsHere'
import { dayIn, sameDay } from '../../ui/wall'
import { nextOpening } from '../../entities/setup/model'
import { Foot } from '../../ui/Foot'
import { useSession } from '../../session/session'
import { clashOf, missingInShort } from '../../entities/setup/missing'
import { say } from './catalogue'

type Day = Schemas['Today']

const Mends = lazy(() => import('../../entities/setup/Mends'))

/** The day at a glance: what opens, what has changed, what to look after. */
export function Today() {
  usePageTitle(say('today'))
  const today = useQuery(todayQuery)
  // What the day says of batches and of prep comes up with it, so that nothing jumps.
  const batches = useQuery(batchesQuery)
  const prep = useQuery(prepQuery(useSession().today))
  const come = [batches, prep].every((q) => q.data !== undefined || q.error !== null)
  const day = today.error || !come ? undefined : today.data // what could not be asked for anew shows no mark
  return (
    <>
      <main className="screen today">
        <header className="screen-head">
          <div>
            {day ? <Headline day={day} /> : <h1>{say('today')}</h1>}
            <p className="soft">{day ? `${wholeDay(day.now)} · ${inShort(day)}` : ' '}</p>
          </div>
        </header>
        {day && <ClockNotes day={day} asked={today.dataUpdatedAt} />}
        {today.error && <Failure error={today.error} retry={() => void today.refetch()} />}
        {!day && !today.error && <Waiting what={say('the-day')} />}
        {day && <TheDay day={day} />}
      </main>
      {day && <Figures day={day} />}
    </>
  )
}

/** What is done first, and when prep begins. */
function Headline({ day: d }: { day: Day }) {
  const asked = useQuery(batchesQuery)
  const prepared = useQuery(prepQuery(dayIn(d.now)))
  if (!asked.data || asked.error || !prepared.data || prepared.error) return <h1>{say('today')}</h1> // nothing is said of what is not known
  const { batches } = asked.data
  const prep = prepared.data
  const of = (id: 'throw-away-batches' | 'check-batches' | 'look-at-set-ups' | 'buy-things', count: number) =>
    count > 0 ? [say(id, { count })] : []
  const todo = [
    ...of('throw-away-batches', batches.filter((b) => b.state === 'past').length),
    ...of('look-at-set-ups', d.changed.filter((c) => !c.ready && sameDay(c.play_at, d.now)).length),
    ...of('check-batches', batches.filter((b) => b.state === 'look-over').length),
    ...of('buy-things', d.short.filter((s) => dayIn(s.by) <= dayIn(d.now)).length),
  ].join(', ')
  const next = handsNext(prep)
  const time = next && timeOfDay(next.starts)
  const first = todo.charAt(0).toUpperCase() + todo.slice(1)
  return (
    <h1 data-main>
      {todo && time
        ? say('todo-then-prep-from', { todo: first, time })
        : time
          ? say('prep-from-time', { time })
          : first || say('nothing-to-do-now')}
    </h1>
  )
}

/** The day in one sentence. */
function inShort({ setups, changed, prints, moved }: Day): string {
  const rooms = new Set(setups.map((s) => s.room_id)).size
  const opens =
    setups.length === 0
      ? say('nothing-planned-for-today')
      : say('set-up-in-room', { setUp: say('set-ups', { count: setups.length }), room: say('rooms', { count: rooms }) })
  const look = changed.length + prints.length + moved.length
  return `${opens}. ${look === 0 ? say('nothing-new-to-check') : say('thing-to-check', { thing: say('things', { count: look }) })}`
}

function TheDay({ day: d }: { day: Day }) {
  return (
    <>
      {d.setups.length > 0 && <DayLine day={d} />}
      <div className="today-columns">
        <div>
          <Preparing day={dayIn(d.now)} />
          <LookAfter day={d} />
          <Suspense>
            <Mends />
          </Suspense>
        </div>
        <div>
          {d.setups.length > 0 && (
            <section aria-labelledby="opens">
              <h2 id="opens">{say('today')}</h2>
              <ul className="opens">
                {d.setups.map((s) => (
                  <Opens key={s.id} setup={s} begun={s.play_at <= d.now} />
                ))}
              </ul>
            </section>
          )}
          {d.setups.length === 0 && <EmptyDay day={d} />}
          <WhoIsHere rooms={d.rooms} day={dayIn(d.now)} playing={new Set(d.setups.map((s) => s.room_id))} />
          {d.next.length > 0 && (
            <section aria-labelledby="next">
              <h2 id="next">{say('coming-up')}</h2>
              <ul className="opens">
                {d.next.map((s) => (
                  <Opens key={s.id} setup={s} ahead />
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </>
  )
}

interface OpensProps {
  setup: Schemas['SetupSummary']
  /** It opens on another day. */
  ahead?: boolean
  /** Play has started: when its prep was to start does not matter any more. */
  begun?: boolean
}

function Opens({ setup: s, ahead, begun }: OpensProps) {
  return (
    <li className={s.mark ?? 'not-checked'}>
      <Mark mark={s.mark ?? 'not-checked'} />
      <div>
        <Link to={`/bench/${s.id}`}>{s.name}</Link>
        <span className="soft">
          {s.room_name} · {s.what || say('nothing-in-it-yet')}
        </span>
        {s.clashes?.slice(0, 1).map((c) => (
          <span key={c.setup_id} className="short">
            {clashOf(c)}
          </span>
        ))}
        {!s.ready && (s.missing?.length || s.reason) && (
          <span className="reason">{missingInShort(s.missing ?? []) || s.reason}</span>
        )}
      </div>
      <div className="when">
        <strong className="figure">{ahead ? dayAndTime(s.play_at) : timeOfDay(s.play_at)}</strong>
        {s.late && (
          <Link className="short" to={`/prep?day=${dayIn(s.starts_by)}`}>
            {say('late-see-prep')}
          </Link>
        )}
        {s.starts_by && !s.late && !begun && (
          <span className="soft">
            {say('start-prep-by', {
              sameDay: sameDay(s.starts_by, s.play_at) ? timeOfDay(s.starts_by) : dayAndTime(s.starts_by),
            })}
          </span>
        )}
      </div>
    </li>
  )
}

/** A day without a set-up is not an empty page: what could be made for a room right now. */
function EmptyDay({ day: d }: { day: Day }) {
  const [room] = d.rooms.filter((r) => !r.unreadable)
  if (!room) return null
  const [next] = d.next
  return (
    <section aria-labelledby="could">
      {next && (
        <p>
          {say('next')} <Link to={`/bench/${next.id}`}>{next.name}</Link>, {dayAndTime(next.play_at)}.
        </p>
      )}
      <h2 id="could">{say('what-you-can-make-for', { name: room.name })}</h2>
      <MakesList room={room.room_id} playAt={nextOpening(d.now)} />
    </section>
  )
}

/** What cannot be ready in time, and what sets, dries or freezes by itself. */
function Preparing({ day }: { day: string }) {
  const prep = useQuery(prepQuery(day))
  const plan = prep.error ? undefined : prep.data
  const setting = plan ? waitingNow(plan).filter((s) => s.done) : []
  if (!plan || plan.late.length + setting.length === 0) return null
  return (
    <section className="look-after" aria-labelledby="preparing">
      <h2 id="preparing">{say('in-progress')}</h2>
      <ul>
        {plan.late.map((l) => (
          <li key={l.setup_id}>
            <div>
              <b className="short">{say('will-not-be-ready-in', { setup: l.setup })}</b>
              <span className="soft">
                {say('room-ready-at-time-of', { room: l.room, timeOfDay: timeOfDay(l.ready_at) })}
              </span>
            </div>
            <Link to="/prep">
              {say('what-you-can-do')}
              <span className="visually-hidden"> {say('about-setup', { setup: l.setup })}</span>
            </Link>
          </li>
        ))}
        {setting.map((s) => (
          <li key={s.id}>
            <div>
              <b>{s.wait_text ?? s.text}</b>
              <Timer slot={s} plan={plan} asked={prep.dataUpdatedAt} />
              <span className="soft">{say('setup-for-room', { setup: s.setup, room: s.room })}</span>
            </div>
            <Link to="/prep">
              {say('prep')}
              <span className="visually-hidden"> {s.setup}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Figures({ day: d }: { day: Day }) {
  const next = [...d.setups, ...d.next].find((s) => s.play_at >= d.now)
  return (
    <Foot className="plain">
      <div>
        <span>{say('next-to-start')}</span>
        <strong className="figure">
          {next
            ? `${next.name}, ${sameDay(next.play_at, d.now) ? timeOfDay(next.play_at) : dayAndTime(next.play_at)}`
            : say('nothing-planned')}
        </strong>
      </div>
      <DoNext day={dayIn(d.now)} />
      <div>
        <span>{say('missing')}</span>
        <strong className="figure">
          {d.short.length === 0 ? say('nothing-known') : say('things', { count: d.short.length })}
        </strong>
      </div>
      <Link className="print" to="/cupboard/makes">
        {say('what-can-i-make')}
      </Link>
    </Foot>
  )
}

/** The step that hands turn to next; its steps are on Prep. */
function DoNext({ day }: { day: string }) {
  const prep = useQuery(prepQuery(day))
  const plan = prep.error ? undefined : prep.data
  const next = plan ? handsNext(plan) : undefined
  return (
    <>
      <div>
        <span>{say('next-prep-step')}</span>
        <strong className="figure">
          {next
            ? `${timeOfDay(next.starts)}, ${next.setup}${prep.data && standing(next, prep.data.now) === 'over' ? say('not-ticked') : ''}`
            : prep.error
              ? say('not-known')
              : prep.data
                ? prep.data.next
                  ? dayAndTime(prep.data.next)
                  : say('nothing-more')
                : ' '}
        </strong>
      </div>
      {plan && (
        <div className="spare">
          <span>{say('prep-time-left')}</span>
          <strong className="figure">{duration(plan.spare_minutes)}</strong>
        </div>
      )}
    </>
  )
}
