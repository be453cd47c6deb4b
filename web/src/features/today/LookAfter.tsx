import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { batchesQuery } from '../../entities/batch/queries'
import { quantity } from '../../entities/stock/model'
import { mayWrite, useSession } from '../../session/session'
import { day, dayAndTime, dayOf } from '../../ui/format'
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
  return (
    <section className="look-after" aria-labelledby="look-after">
      <h2 id="look-after">{say('to-do')}</h2>
      {nothing && <p className="soft">{say('nothing-changed-nothing-short')}</p>}
      <ul>
        {d.changed.map((c) => (
          <Changed key={c.id} change={c} />
        ))}
        {d.prints.map((p) => (
          <Stale key={p.id} sheet={p} />
        ))}
        {d.moved.map((m) => (
          <Moved key={m.id} batch={m} />
        ))}
        {d.strays.map((s) => (
          <StrayLine key={s.setup_id} stray={s} />
        ))}
        {look.map((b) => (
          <li key={b.id}>
            <div>
              <b className="short">
                {b.name}: {b.state === 'look-over' ? say('check-it') : say('throw-it-away')}
              </b>
              <span className="soft">
                {say('room-label-code-state', {
                  room: b.room,
                  code: b.code,
                  state: b.state === 'past' && b.until ? ` ${say('use-by-was', { day: day(b.until) })}` : ` · ${b.why}`,
                })}
              </span>
            </div>
            <Link to={`/batches/${b.id}`}>
              {say('open')}
              <span className="visually-hidden"> {b.name}</span>
            </Link>
          </li>
        ))}
        {batches.error && <li role="alert">{say('the-batches-could-not-be', { message: batches.error.message })}</li>}
        {d.short.map((s) => (
          <li key={`${s.name}${s.by}`}>
            <div>
              <b>
                {say('buy-by-day-missing-unit', {
                  day: day(s.by),
                  missing: quantity(s.missing, s.unit),
                  unit: s.unit === 'pieces' ? s.name.toLowerCase() : say('of-name', { name: s.name.toLowerCase() }),
                })}
              </b>
              <span className="soft">{s.for.join(', ')}</span>
            </div>
            <Link to="/cupboard/list">
              {say('to-buy')}
              <span className="visually-hidden"> {s.name}</span>
            </Link>
          </li>
        ))}
        {d.to_log.map((l) => (
          <li key={l.setup_id}>
            <div>
              <b>{l.name}</b>
              <span className="soft">
                {l.room}, {dayAndTime(l.play_at)}
              </span>
            </div>
            <Link to={`/bench/${l.setup_id}/log`}>
              {say('add-log')}
              <span className="visually-hidden"> {say('for-name', { name: l.name })}</span>
            </Link>
          </li>
        ))}
        {d.goes_off.map((g) => (
          <li key={g.name}>
            <div>
              <b>{say('name-best-before-day', { name: g.name, day: day(g.on) })}</b>
              <span className="soft">
                {g.on < dayIn(d.now) ? say('past-its-date-throw-it') : say('use-it-by-then')}
              </span>
            </div>
            <Link to="/cupboard">
              {say('cupboard')}
              <span className="visually-hidden"> {g.name}</span>
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
          {say('piece-of-name-missing', { piece: say('pieces', { count: s.missing }), name: s.name })}
        </b>
        <span className="soft">{say('since-find-them-a-younger', { room: s.room, dayAndTime: dayAndTime(s.on) })}</span>
        {found.error && <span role="alert">{found.error.message}</span>}
      </div>
      <Button variant="quiet" disabled={found.isPending} onClick={() => found.mutate()}>
        {say('found')}
        <span className="visually-hidden"> {say('what-is-missing-of', { name: s.name })}</span>
      </Button>
    </li>
  )
}

function Changed({ change: c }: { change: Schemas['Change'] }) {
  const client = useQueryClient()
  const session = useSession()
  const note = useMutation({
    mutationFn: () =>
      ask(api.POST('/api/setups/{id}/seen', { params: { path: { id: c.id } }, body: { token: c.token } })),
    onSettled: () => outdate(client, 'seen'),
  })
  return (
    <li className={c.mark ?? 'not-checked'}>
      <Glyph mark={c.mark ?? 'not-checked'} />
      <div>
        <b>
          {c.name}, {day(c.play_at)}: {c.was_mark === c.mark ? `${say('still')} ` : `${say('now')} `}
          {markInLine(c.mark ?? 'not-checked')}
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
          {say('open')}
          <span className="visually-hidden"> {c.name}</span>
        </Link>
        {mayWrite(session) && (
          <Button variant="quiet" disabled={note.isPending} onClick={() => note.mutate()}>
            {say('seen')}
            <span className="visually-hidden"> {c.name}</span>
          </Button>
        )}
      </span>
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
      <span className="acts">
        <Link to={`/batches/${b.id}`}>
          {say('open')}
          <span className="visually-hidden"> {b.name}</span>
        </Link>
        {mayWrite(session) && (
          <Button variant="quiet" disabled={note.isPending} onClick={() => note.mutate()}>
            {say('on-the-label')}
            <span className="visually-hidden"> {say('of-name', { name: b.name })}</span>
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
      </div>
      <span className="acts">
        <Link to={`/bench/${p.setup_id}/print`}>
          {say('print-again')}
          <span className="visually-hidden"> {p.name}</span>
        </Link>
        {mayWrite(session) && (
          <Button variant="quiet" disabled={bin.isPending} onClick={() => bin.mutate()}>
            {say('old-sheet-thrown-away')}
            <span className="visually-hidden"> {p.name}</span>
          </Button>
        )}
      </span>
    </li>
  )
}
