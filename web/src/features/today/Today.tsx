import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { batchesQuery } from '../../entities/batch/queries'
import { quantity } from '../../entities/stock/model'
import { MakesList } from '../../entities/stock/MakesList'
import { handsNext, standing, waitingNow } from '../../entities/day/prep'
import { nextOpening, prepQuery, todayQuery } from '../../entities/day/queries'
import { Timer } from '../../entities/day/Timer'
import { mayWrite, useSession } from '../../session/session'
import { day, dayAndTime, dayOf, duration, plural, timeOfDay, wholeDay } from '../../ui/format'
import { Glyph, Mark, markWord } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { ClockNotes } from './ClockNotes'
import { DayLine } from './DayLine'
import { WhoIsHere } from './WhoIsHere'

type Day = Schemas['Today']

/** The day at a glance: what opens, what has changed, what to look after. */
export function Today() {
  usePageTitle('Today')
  const today = useQuery(todayQuery)
  const day = today.error ? undefined : today.data // what could not be asked for anew shows no mark
  return (
    <>
      <main className="screen today">
        <header className="screen-head">
          <div>
            <h1>{day ? wholeDay(day.now) : 'Today'}</h1>
            <p className="soft">{day ? inShort(day) : ' '}</p>
          </div>
        </header>
        {day && <ClockNotes day={day} asked={today.dataUpdatedAt} />}
        {today.error && <Failure error={today.error} retry={() => void today.refetch()} />}
        {!today.data && !today.error && <Waiting what="the day" />}
        {day && <TheDay day={day} />}
      </main>
      {day && <Foot day={day} />}
    </>
  )
}

/** The day in one sentence. */
function inShort({ setups, changed, prints }: Day): string {
  const rooms = new Set(setups.map((s) => s.room_id)).size
  const opens = setups.length === 0 ? 'Nothing opens today' : `${plural(setups.length, 'set-up')} in ${plural(rooms, 'room')}`
  const look = changed.length + prints.length
  return `${opens}. ${look === 0 ? 'Nothing has changed since it was looked at.' : `${plural(look, 'thing')} to look at again.`}`
}

function TheDay({ day: d }: { day: Day }) {
  return (
    <>
      {d.setups.length > 0 && <DayLine day={d} />}
      <div className="today-columns">
        <div>
          {d.setups.length > 0 && (
            <section aria-labelledby="opens">
              <h2 id="opens">Opens today</h2>
              <ul className="opens">
                {d.setups.map((s) => (
                  <Opens key={s.id} setup={s} />
                ))}
              </ul>
            </section>
          )}
          {d.setups.length === 0 && <EmptyDay day={d} />}
          <WhoIsHere rooms={d.rooms} day={d.now.slice(0, 10)} playing={new Set(d.setups.map((s) => s.room_id))} />
          {d.next.length > 0 && (
            <section aria-labelledby="next">
              <h2 id="next">In the days to come</h2>
              <ul className="opens">
                {d.next.map((s) => (
                  <Opens key={s.id} setup={s} ahead />
                ))}
              </ul>
            </section>
          )}
        </div>
        <div>
          <Preparing day={d.now.slice(0, 10)} />
          <LookAfter day={d} />
        </div>
      </div>
    </>
  )
}

function Opens({ setup: s, ahead }: { setup: Schemas['SetupSummary']; ahead?: boolean }) {
  return (
    <li className={s.mark ?? 'not-checked'}>
      <Mark mark={s.mark ?? 'not-checked'} />
      <div>
        <Link to={`/bench/${s.id}`}>{s.name}</Link>
        <span className="soft">
          {s.room_name} · {s.what || 'nothing in it yet'}
        </span>
        {!s.ready && s.reason && <span className="reason">{s.reason}</span>}
      </div>
      <div className="when">
        <strong className="figure">{ahead ? dayAndTime(s.play_at) : timeOfDay(s.play_at)}</strong>
        {s.starts_by && <span className="soft">start by {s.starts_by.slice(0, 10) === s.play_at.slice(0, 10) ? timeOfDay(s.starts_by) : dayAndTime(s.starts_by)}</span>}
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
          The next to open is <Link to={`/bench/${next.id}`}>{next.name}</Link>, {dayAndTime(next.play_at)}.
        </p>
      )}
      <h2 id="could">What could be made for {room.name} from the cupboard</h2>
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
      <h2 id="preparing">In preparation</h2>
      <ul>
        {plan.late.map((l) => (
          <li key={l.setup_id}>
            <div>
              <b className="short">{l.setup} cannot be ready in time</b>
              <span className="soft">{l.room}; it can open at {timeOfDay(l.ready_at)}</span>
            </div>
            <Link to="/prep">
              What can be done<span className="visually-hidden"> about {l.setup}</span>
            </Link>
          </li>
        ))}
        {setting.map((s) => (
          <li key={s.id}>
            <div>
              <b>{s.wait_text ?? s.text}</b>
              <Timer slot={s} plan={plan} asked={prep.dataUpdatedAt} />
              <span className="soft">
                {s.setup} for {s.room}
              </span>
            </div>
            <Link to="/prep">
              Prep<span className="visually-hidden"> {s.setup}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What is not as it was when somebody last looked, and what will be missing. */
function LookAfter({ day: d }: { day: Day }) {
  const batches = useQuery(batchesQuery)
  const look = batches.error ? [] : (batches.data?.batches.filter((b) => b.state !== 'fine') ?? [])
  const nothing = d.changed.length + d.prints.length + d.short.length + d.goes_off.length + look.length + d.to_log.length + d.strays.length === 0
  return (
    <section className="look-after" aria-labelledby="look-after">
      <h2 id="look-after">Look after</h2>
      {nothing && <p className="soft">Nothing: every coming plan is judged as when it was last looked at, and nothing is short.</p>}
      <ul>
        {d.changed.map((c) => (
          <Changed key={c.id} change={c} />
        ))}
        {d.prints.map((p) => (
          <Stale key={p.id} sheet={p} />
        ))}
        {d.strays.map((s) => (
          <StrayLine key={s.setup_id} stray={s} />
        ))}
        {look.map((b) => (
          <li key={b.id}>
            <div>
              <b className="short">
                {b.name}: {b.state === 'look-over' ? 'look it over' : 'throw it away'}
              </b>
              <span className="soft">
                {b.room}, label {b.code}; {b.why}
              </span>
            </div>
            <Link to={`/batches/${b.id}`}>
              Open<span className="visually-hidden"> {b.name}</span>
            </Link>
          </li>
        ))}
        {batches.error && <li role="alert">The batches could not be asked for: {batches.error.message}</li>}
        {d.short.map((s) => (
          <li key={`${s.name}${s.by}`}>
            <div>
              <b>
                Short by {day(s.by)}: {quantity(s.missing, s.unit)} {s.unit === 'pieces' ? s.name.toLowerCase() : `of ${s.name.toLowerCase()}`}
              </b>
              <span className="soft">{s.for.join(', ')}</span>
            </div>
            <Link to="/cupboard/list">
              To buy<span className="visually-hidden"> {s.name}</span>
            </Link>
          </li>
        ))}
        {d.to_log.map((l) => (
          <li key={l.setup_id}>
            <div>
              <b>{l.name}: how did it go?</b>
              <span className="soft">
                {l.room}, {dayAndTime(l.play_at)}
              </span>
            </div>
            <Link to={`/bench/${l.setup_id}/log`}>
              Say it<span className="visually-hidden"> of {l.name}</span>
            </Link>
          </li>
        ))}
        {d.goes_off.map((g) => (
          <li key={g.name}>
            <div>
              <b>
                {g.name}: best before {day(g.on)}
              </b>
              <span className="soft">{g.on < d.now.slice(0, 10) ? 'past: throw it away' : 'use it, or throw it away after that day'}</span>
            </div>
            <Link to="/cupboard">
              Cupboard<span className="visually-hidden"> {g.name}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What was not counted in stays until it is found. */
function StrayLine({ stray: s }: { stray: Schemas['Stray'] }) {
  const client = useQueryClient()
  const found = useMutation({
    mutationFn: () => ask(api.POST('/api/setups/{id}/found', { params: { path: { id: s.setup_id } } })),
    onSettled: () => outdate(client, 'log'),
  })
  return (
    <li>
      <div>
        <b className="short">
          {plural(s.missing, 'piece')} of {s.name} not counted in
        </b>
        <span className="soft">
          {s.room}, since {dayAndTime(s.on)}: a younger child may find it first
        </span>
        {found.error && <span role="alert">{found.error.message}</span>}
      </div>
      <Button variant="quiet" disabled={found.isPending} onClick={() => found.mutate()}>
        Found<span className="visually-hidden"> what is missing of {s.name}</span>
      </Button>
    </li>
  )
}

function Changed({ change: c }: { change: Schemas['Change'] }) {
  const client = useQueryClient()
  const session = useSession()
  const note = useMutation({
    mutationFn: () => ask(api.POST('/api/setups/{id}/seen', { params: { path: { id: c.id } }, body: { token: c.token } })),
    onSettled: () => outdate(client, 'seen'),
  })
  return (
    <li className={c.mark ?? 'not-checked'}>
      <Glyph mark={c.mark ?? 'not-checked'} />
      <div>
        <b>
          {c.name}, {day(c.play_at)}: {c.was_mark === c.mark ? 'still ' : 'now '}
          {markWord(c.mark ?? 'not-checked').toLowerCase()}
        </b>
        {c.why.map((w) => (
          <span key={w} className="reason">
            {w}
          </span>
        ))}
        {note.error && <span role="alert">{note.error.message}</span>}
      </div>
      <span className="acts">
        <Link to={`/bench/${c.id}`}>
          Open<span className="visually-hidden"> {c.name}</span>
        </Link>
        {mayWrite(session) && (
          <Button variant="quiet" disabled={note.isPending} onClick={() => note.mutate()}>
            Noted<span className="visually-hidden"> {c.name}</span>
          </Button>
        )}
      </span>
    </li>
  )
}

function Stale({ sheet: p }: { sheet: Schemas['StalePrint'] }) {
  const client = useQueryClient()
  const session = useSession()
  const bin = useMutation({
    mutationFn: () => ask(api.DELETE('/api/prints/{id}', { params: { path: { id: p.id } } })),
    onSettled: () => outdate(client, 'seen'),
  })
  return (
    <li>
      <div>
        <b>
          The sheet of {p.name} is not true any more
        </b>
        <span className="soft">printed {dayOf(p.printed_at)}, for {p.room_name}, {dayAndTime(p.play_at)}</span>
        <span className="reason">{p.why}</span>
        {bin.error && <span role="alert">{bin.error.message}</span>}
      </div>
      <span className="acts">
        <Link to={`/bench/${p.setup_id}/print`}>
          Print anew<span className="visually-hidden"> {p.name}</span>
        </Link>
        {mayWrite(session) && (
          <Button variant="quiet" disabled={bin.isPending} onClick={() => bin.mutate()}>
            It is in the bin<span className="visually-hidden"> {p.name}</span>
          </Button>
        )}
      </span>
    </li>
  )
}

function Foot({ day: d }: { day: Day }) {
  const next = [...d.setups, ...d.next].find((s) => s.play_at >= d.now)
  return (
    <footer className="counter on-dark plain">
      <div>
        <span>opens next</span>
        <strong className="figure">{next ? `${next.name}, ${next.play_at.slice(0, 10) === d.now.slice(0, 10) ? timeOfDay(next.play_at) : dayAndTime(next.play_at)}` : 'nothing planned'}</strong>
      </div>
      <DoNext day={d.now.slice(0, 10)} />
      <div>
        <span>short of</span>
        <strong className="figure">{d.short.length === 0 ? 'nothing that is known' : plural(d.short.length, 'thing')}</strong>
      </div>
      <Link className="print" to="/cupboard/makes">
        What can I make?
      </Link>
    </footer>
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
        <span>hands next, when they are free</span>
        <strong className="figure">{next ? `${timeOfDay(next.starts)}, ${next.setup}${prep.data && standing(next, prep.data.now) === 'over' ? ', not ticked' : ''}` : prep.error ? 'not known' : prep.data ? (prep.data.next ? dayAndTime(prep.data.next) : 'nothing more') : ' '}</strong>
      </div>
      {plan && (
        <div className="spare">
          <span>to spare, while hands are free</span>
          <strong className="figure">{duration(plan.spare_minutes)}</strong>
        </div>
      )}
    </>
  )
}
