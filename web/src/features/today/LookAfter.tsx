import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { batchesQuery } from '../../entities/batch/queries'
import { quantity } from '../../entities/stock/model'
import { mayWrite, useSession } from '../../session/session'
import type { BatchLine } from '../../entities/batch/model'
import { day, dayAndTime, dayOf, timeOfDay, weekday } from '../../ui/format'
import { Glyph, markInLine } from '../../ui/Mark'
import { dayIn } from '../../ui/wall'
import { say } from './catalogue'

type Day = Schemas['Today']

/** What is not as it was when somebody last looked, and what will be missing. */
export function LookAfter({ day: d }: { day: Day }) {
  const batches = useQuery(batchesQuery)
  const look = batches.error ? [] : (batches.data?.batches.filter((b) => b.state !== 'fine') ?? [])
  const nothing =
    d.changed.length +
      d.prints.length +
      d.short.length +
      d.goes_off.length +
      look.length +
      d.to_log.length +
      d.strays.length +
      d.moved.length ===
    0
  const batch = (b: BatchLine) => (
    <Row
      key={b.id}
      due={b.state === 'past' ? say('now') : say('due-today')}
      urgent={b.state === 'past'}
      title={
        b.state === 'past'
          ? say('throw-away-name', { name: b.name.toLowerCase() })
          : say('check-name', { name: b.name.toLowerCase() })
      }
      soft={say('room-label-code-state', {
        room: b.room,
        code: b.code,
        state: b.state === 'past' && b.until ? ` ${say('use-by-was', { day: day(b.until) })}` : ` · ${b.why}`,
      })}
      to={`/batches/${b.id}`}
      act={b.state === 'past' ? say('throw-away') : say('check-it')}
      about={b.name}
    />
  )
  return (
    <section className="look-after" aria-labelledby="look-after">
      <h2 id="look-after">{say('to-do')}</h2>
      {nothing && <p className="soft">{say('nothing-changed-nothing-short')}</p>}
      <ul>
        {d.strays.map((s) => (
          <StrayLine key={s.setup_id} stray={s} />
        ))}
        {look.filter((b) => b.state === 'past').map(batch)}
        {d.changed.map((c) => (
          <Changed key={c.id} change={c} today={dayIn(d.now)} />
        ))}
        {d.prints.map((p) => (
          <Stale key={p.id} sheet={p} />
        ))}
        {d.moved.map((m) => (
          <Moved key={m.id} batch={m} />
        ))}
        {look.filter((b) => b.state !== 'past').map(batch)}
        {batches.error && <li role="alert">{say('the-batches-could-not-be', { message: batches.error.message })}</li>}
        {d.short.map((s) => (
          <Row
            key={`${s.name}${s.by}`}
            due={dueBy(s.by, d.now)}
            urgent={dayIn(s.by) <= dayIn(d.now)}
            title={say('buy-missing-unit', {
              missing: quantity(s.missing, s.unit),
              unit: s.unit === 'pieces' ? s.name.toLowerCase() : say('of-name', { name: s.name.toLowerCase() }),
            })}
            soft={s.for.join(', ')}
            to="/cupboard/list"
            act={say('buy')}
            about={s.name}
          />
        ))}
        {d.goes_off.map((g) => (
          <Row
            key={g.name}
            due={g.on < dayIn(d.now) ? say('now') : dueBy(g.on, d.now)}
            urgent={g.on < dayIn(d.now)}
            title={
              g.on < dayIn(d.now)
                ? say('throw-away-name', { name: g.name.toLowerCase() })
                : say('use-up-name', { name: g.name.toLowerCase() })
            }
            soft={say('best-before-day', { day: day(g.on) })}
            to="/cupboard"
            act={say('cupboard')}
            about={g.name}
          />
        ))}
        {d.to_log.map((l) => (
          <Row
            key={l.setup_id}
            due={say('later')}
            title={say('log-name', { name: l.name })}
            soft={`${l.room}, ${dayAndTime(l.play_at)}`}
            to={`/bench/${l.setup_id}/log`}
            act={say('add-log')}
            about={say('for-name', { name: l.name })}
          />
        ))}
      </ul>
    </section>
  )
}

/** By when: the day of the week, or today. */
const dueBy = (on: string, now: string) =>
  dayIn(on) <= dayIn(now) ? say('due-today') : say('by-weekday', { day: weekday(on) })

interface RowProps {
  /** By when it is done, in a word or two. */
  due: string
  /** Whether it is due before prep begins. */
  urgent?: boolean
  title: string
  soft: string
  to: string
  act: string
  about: string
}

/** One thing to do, by when, and the one button that does it. */
function Row({ due, urgent, title, soft, to, act, about }: RowProps) {
  return (
    <li>
      <span className="due">{due}</span>
      <div>
        <b className={urgent ? 'short' : undefined}>{title}</b>
        <span className="soft">{soft}</span>
      </div>
      <Link className={urgent ? 'btn btn-primary' : 'btn btn-outline-primary'} to={to}>
        {act}
        <span className="visually-hidden"> {about}</span>
      </Link>
    </li>
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
      <span className="due">{say('now')}</span>
      <div>
        <b className="short">
          {say('piece-of-name-missing', { piece: say('pieces', { count: s.missing }), name: s.name })}
        </b>
        <span className="soft">{say('since-find-them-a-younger', { room: s.room, dayAndTime: dayAndTime(s.on) })}</span>
        {found.error && <span role="alert">{found.error.message}</span>}
      </div>
      <Button disabled={found.isPending} onClick={() => found.mutate()}>
        {say('found')}
        <span className="visually-hidden"> {say('what-is-missing-of', { name: s.name })}</span>
      </Button>
    </li>
  )
}

function Changed({ change: c, today }: { change: Schemas['Change']; today: string }) {
  const client = useQueryClient()
  const session = useSession()
  const note = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/setups/{id}/seen', { params: { path: { id: c.id } }, body: { token: c.token } })),
    onSettled: () => outdate(client, 'seen'),
  })
  return (
    <li className={c.mark ?? 'not-checked'}>
      <span className="due">
        {dayIn(c.play_at) === today ? timeOfDay(c.play_at) : weekday(c.play_at)}
        <Glyph mark={c.mark ?? 'not-checked'} />
      </span>
      <div>
        <b>
          {say(c.was_mark === c.mark ? 'name-still-mark' : 'name-now-mark', {
            name: c.name,
            mark: markInLine(c.mark ?? 'not-checked'),
          })}
        </b>
        {c.why.map((w) => (
          <span key={w} className="reason">
            {w}
          </span>
        ))}
        {note.error && <span role="alert">{note.error.message}</span>}
        {mayWrite(session) && (
          <Button variant="quiet" disabled={note.isPending} onClick={() => note.mutate()}>
            {say('seen')}
            <span className="visually-hidden"> {c.name}</span>
          </Button>
        )}
      </div>
      <Link
        className={dayIn(c.play_at) === today && !c.ready ? 'btn btn-primary' : 'btn btn-outline-primary'}
        to={`/bench/${c.id}`}
      >
        {say('open')}
        <span className="visually-hidden"> {c.name}</span>
      </Link>
    </li>
  )
}

/** A batch whose label says another day than it keeps until now. */
function Moved({ batch: b }: { batch: Schemas['MovedBatch'] }) {
  const client = useQueryClient()
  const session = useSession()
  const note = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/batches/{id}/seen', { params: { path: { id: b.id } }, body: { until: b.until } })),
    onSettled: () => outdate(client, 'seen'),
  })
  return (
    <li>
      <span className="due">{say('due-today')}</span>
      <div>
        <b>
          {say('use-by-now-write-that', {
            name: b.name,
            day: day(b.until),
            was: b.was ? say('not-day', { day: day(b.was) }) : '',
          })}
        </b>
        <span className="soft">{say('label-code', { code: b.code })}</span>
        <span className="reason">{b.why}.</span>
        {note.error && <span role="alert">{note.error.message}</span>}
      </div>
      {mayWrite(session) ? (
        <Button variant="outline-primary" disabled={note.isPending} onClick={() => note.mutate()}>
          {say('on-the-label')}
          <span className="visually-hidden"> {say('of-name', { name: b.name })}</span>
        </Button>
      ) : (
        <Link className="btn btn-outline-primary" to={`/batches/${b.id}`}>
          {say('open')}
          <span className="visually-hidden"> {b.name}</span>
        </Link>
      )}
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
      <span className="due">{say('due-today')}</span>
      <div>
        <b>{say('printed-sheet-for-is-out', { name: p.name })}</b>
        <span className="soft">
          {say('printed-day-of-for-room', {
            dayOf: dayOf(p.printed_at),
            roomName: p.room_name,
            dayAndTime: dayAndTime(p.play_at),
          })}
        </span>
        <span className="reason">{p.why}</span>
        {bin.error && <span role="alert">{bin.error.message}</span>}
        {mayWrite(session) && (
          <Button variant="quiet" disabled={bin.isPending} onClick={() => bin.mutate()}>
            {say('old-sheet-thrown-away')}
            <span className="visually-hidden"> {p.name}</span>
          </Button>
        )}
      </div>
      <Link className="btn btn-outline-primary" to={`/bench/${p.setup_id}/print`}>
        {say('print-again')}
        <span className="visually-hidden"> {p.name}</span>
      </Link>
    </li>
  )
}
