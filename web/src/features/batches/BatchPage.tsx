import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ApiError, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { signWords, stands, type Batch } from '../../entities/batch/model'
import { batchQuery } from '../../entities/batch/queries'
import { roomsQuery } from '../../entities/room/queries'
import { Pick } from '../../entities/thing/Pick'
import { useRecord } from '../../forms/record'
import { day, grams, plural } from '../../ui/format'
import { readNumber } from '../../ui/numbers'
import { Findings } from '../../ui/Findings'
import { Glyph, markWord } from '../../ui/Mark'
import { Failure, Undo, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

type Event = Omit<Schemas['BatchEventInput'], 'batch_id'>

/** One batch: until when, for whom, what is in it, what happened to it, and what happens next. */
export function BatchPage() {
  const { id = '' } = useParams()
  const batch = useQuery(batchQuery(id))
  const client = useQueryClient()
  const [noted, setNoted] = useState<{ id: string; text: string } | null>(null)
  usePageTitle(batch.data?.name ?? 'Batch')
  const undo = useMutation({
    mutationFn: (event: string) => ask(api.DELETE('/api/batch-events/{id}', { params: { path: { id: event } } })),
    onSettled: async () => {
      setNoted(null)
      await outdate(client, 'batch')
    },
  })
  if (batch.error) {
    return (
      <main className="screen">
        <Failure
          error={
            batch.error instanceof ApiError && batch.error.status === 404
              ? new Error('There is no such batch in this centre: look on its label, or find it by its name.')
              : batch.error
          }
          retry={() => void batch.refetch()}
        />
        <Link to="/batches">Batches and tubs</Link>
      </main>
    )
  }
  if (!batch.data) return <Waiting what="the batch" />
  const b = batch.data
  const open = b.state !== 'ended'
  return (
    <main className="screen batch">
      <header className="screen-head">
        <div>
          <h1>{b.name}</h1>
          <p className={b.state === 'fine' ? 'soft' : 'short'}>{stands(b)}</p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/batches">
            All batches
          </Link>
          {open && (
            <Link className="btn btn-outline-primary" to={`/batches/labels?ids=${b.id}`}>
              Print a label
            </Link>
          )}
        </div>
      </header>
      <dl className="batch-facts">
        <dt>Stands in</dt>
        <dd>
          {b.room}
          {b.store && `, ${b.store}`}
        </dd>
        <dt>Made</dt>
        <dd>
          {b.made_on ? day(b.made_on) : 'nobody knows when'}
          {b.by && ` by ${b.by}`}, {grams(b.left_g)} left, used {plural(b.uses, 'time')}
        </dd>
        <dt>Holds</dt>
        <dd>
          {b.contains || 'none of the allergens'}
          {b.may_contain && `; may hold ${b.may_contain}`}
        </dd>
        <dt>Label</dt>
        <dd className="figure">{b.code}</dd>
      </dl>
      {b.unreadable && <Failure error={new Error(b.unreadable)} />}
      {undo.error && (
        <p className="notice lid" role="alert">
          {undo.error.message}
        </p>
      )}
      {open && (
        <Happens
          batch={b}
          onNoted={async (page, event, text) => {
            client.setQueryData(batchQuery(id).queryKey, page)
            setNoted({ id: event, text })
            await outdate(client, 'batch')
          }}
        />
      )}
      <div className="batch-columns">
        <section aria-labelledby="who-may">
          <h2 id="who-may">May it go out today?</h2>
          <ul className="batch-rooms">
            {b.rooms.map((r) => (
              <li key={r.room_id} className={r.mark}>
                <Glyph mark={r.mark} />
                <div>
                  <b>
                    {r.room}: {markWord(r.mark).toLowerCase()}
                  </b>
                  {r.reason && <span>{r.reason}</span>}
                  {r.findings.length > 0 && (
                    <details>
                      <summary>Why, and what to do</summary>
                      <Findings findings={r.findings} about={b.name} />
                    </details>
                  )}
                </div>
              </li>
            ))}
          </ul>
          <p className="soft">
            Local licensing rules and a health professional’s word come first, and an adult watches at all times.
          </p>
        </section>
        <section aria-labelledby="until">
          <h2 id="until">Until when, and why</h2>
          <ul>
            {b.limits.map((l, i) => (
              <li key={i}>
                <b>{l.on ? day(l.on) : 'No date'}</b>: {l.why}
              </li>
            ))}
          </ul>
          {b.look_over && <p>Looked over and found well it can be kept until {day(b.look_over)} at most.</p>}
          <h2>When it is over</h2>
          <p>
            {b.goes} {b.never.join(' ')}
          </p>
        </section>
        <section aria-labelledby="in-it">
          <h2 id="in-it">What is in it</h2>
          <ul>
            {b.lines.map((l) => (
              <li key={l.item_id}>
                {l.name}
                {l.grams > 0 && `, ${grams(l.grams)}`}
              </li>
            ))}
            {b.later.map((l, i) => (
              <li key={`later${i}`}>
                <b>
                  {l.name}, {grams(l.grams)}
                </b>
                , added {day(l.on ?? '')}
              </li>
            ))}
          </ul>
          {b.recipe_id && <Link to={`/recipes/${b.recipe_id}`}>The recipe</Link>}
        </section>
        <section aria-labelledby="happened">
          <h2 id="happened">What happened</h2>
          {b.events.length === 0 && <p className="soft">Nothing yet: it was made and stands ready.</p>}
          <ol>
            {b.events.map((e) => (
              <li key={e.id}>
                {day(e.on)}: {e.words}
                {e.by && <span className="soft">, {e.by}</span>}
                {e.to_id && (
                  <>
                    , <Link to={`/batches/${e.to_id}`}>that part</Link>
                  </>
                )}
              </li>
            ))}
          </ol>
          {b.from_id && <Link to={`/batches/${b.from_id}`}>It was set aside from this batch</Link>}
        </section>
      </div>
      {noted && <Undo text={noted.text} onUndo={() => undo.mutate(noted.id)} onGone={() => setNoted(null)} />}
    </main>
  )
}

type Doing = 'added' | 'set-aside' | 'inspected' | 'discarded' | null

/** What is typed of something that happens. */
interface Typed {
  item: { id: string; name: string } | null
  amount: string
  signs: Schemas['Sign'][]
  reason: string
}

const nothing: Typed = { item: null, amount: '', signs: [], reason: '' }

interface Noted {
  page: Schemas['BatchPage']
  event: string
  text: string
}

/** What can happen to a batch now: the usual things with one tap, the others with what they ask. */
function Happens({
  batch: b,
  onNoted,
}: {
  batch: Batch
  onNoted: (page: Schemas['BatchPage'], event: string, text: string) => Promise<void>
}) {
  const rooms = useQuery(roomsQuery)
  const [room, setRoom] = useState(b.room_id)
  const [id, setID] = useState(() => v7())
  const [doing, setDoing] = useState<Doing>(null)
  const name = rooms.data?.find((r) => r.id === room)?.name ?? ''
  const put = async (event: Event, text: string): Promise<Noted> => ({
    page: await ask(
      api.PUT('/api/batch-events/{id}', { params: { path: { id } }, body: { ...event, batch_id: b.id } }),
    ),
    event: id,
    text,
  })
  const noted = async ({ page, event, text }: Noted) => {
    setID(v7())
    setDoing(null)
    await onNoted(page, event, text)
  }
  const record = useRecord<Typed, { version: number }, Noted>({
    first: nothing,
    version: 0,
    send: (_, { item, amount, signs, reason }) => {
      const g = readNumber(amount)
      switch (doing) {
        case 'added':
          return put(
            { kind: doing, item_id: item?.id, grams: g },
            `${grams(g)} of ${item?.name.toLowerCase() ?? ''} went in.`,
          )
        case 'set-aside':
          return put({ kind: doing, grams: g, room_id: room, to_id: v7() }, `${grams(g)} set aside for ${name}.`)
        case 'discarded':
          return put({ kind: doing, reason: reason.trim() }, 'Thrown away.')
        default:
          return put({ kind: 'inspected', signs }, signs.length === 0 ? 'Looked over: nothing to see.' : 'Looked over.')
      }
    },
    valuesOf: () => nothing,
    onSaved: noted,
    stays: () => ({ version: 0 }),
  })
  const tap = useMutation({
    mutationFn: ({ event, text }: { event: Event; text: string }) => put(event, text),
    onSuccess: noted,
  })
  const {
    values: { item, amount, signs, reason },
    change,
    wrong,
  } = record
  const busy = record.busy || tap.isPending
  const weighed = Number.isFinite(readNumber(amount)) && readNumber(amount) > 0
  const toggle = (what: Doing) => {
    setDoing(doing === what ? null : what)
    if (doing === what) record.form.reset(nothing)
  }
  return (
    <Form className="happens" aria-label="Note what happens" noValidate onSubmit={record.submit}>
      <div className="happens-row">
        <Form.Select aria-label="Room" value={room} onChange={(e) => setRoom(e.target.value)}>
          {rooms.data?.map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}
            </option>
          ))}
        </Form.Select>
        <Button
          disabled={busy || !name}
          onClick={() => tap.mutate({ event: { kind: 'used', room_id: room }, text: `Used in ${name}.` })}
        >
          Used in {name}
        </Button>
        {room !== b.room_id && (
          <Button
            variant="outline-primary"
            disabled={busy}
            onClick={() => tap.mutate({ event: { kind: 'moved', room_id: room }, text: `Moved to ${name}.` })}
          >
            Moved to {name}
          </Button>
        )}
        <Button variant="outline-primary" aria-expanded={doing === 'inspected'} onClick={() => toggle('inspected')}>
          Look it over
        </Button>
        <Button variant="outline-primary" aria-expanded={doing === 'added'} onClick={() => toggle('added')}>
          Something went in
        </Button>
        <Button variant="outline-primary" aria-expanded={doing === 'set-aside'} onClick={() => toggle('set-aside')}>
          Set a part aside
        </Button>
        <Button variant="quiet" aria-expanded={doing === 'discarded'} onClick={() => toggle('discarded')}>
          Throw it away
        </Button>
      </div>
      {doing === 'inspected' && (
        <fieldset>
          <legend>What is there to see or to smell?</legend>
          <div className="chips">
            {(Object.keys(signWords) as Schemas['Sign'][]).map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={signs.includes(s)}
                onClick={() => change({ signs: signs.includes(s) ? signs.filter((x) => x !== s) : [...signs, s] })}
              >
                {signWords[s]}
              </button>
            ))}
          </div>
          <Button type="submit" disabled={busy}>
            {signs.length === 0 ? 'Nothing of it: it is well' : 'Note what is seen'}
          </Button>
        </fieldset>
      )}
      {doing === 'added' && (
        <fieldset>
          <legend>{item ? `How much ${item.name.toLowerCase()} went in?` : 'What went in?'}</legend>
          {item ? (
            <div className="happens-row">
              <Form.Control
                aria-label={`Grams of ${item.name}`}
                inputMode="decimal"
                maxLength={8}
                placeholder="g"
                value={amount}
                isInvalid={!!wrong('grams')}
                onChange={(e) => change({ amount: e.target.value })}
              />
              <Button type="submit" disabled={busy || !weighed}>
                It is in
              </Button>
            </div>
          ) : (
            <Pick
              label="What went in"
              placeholder="flour, oats, vanilla extract"
              autoFocus
              onPick={({ id: of, name: called }) => change({ item: { id: of, name: called } })}
            />
          )}
        </fieldset>
      )}
      {doing === 'set-aside' && (
        <fieldset>
          <legend>How much is set aside for {name}?</legend>
          <div className="happens-row">
            <Form.Control
              aria-label="Grams set aside"
              inputMode="decimal"
              maxLength={8}
              placeholder="g"
              value={amount}
              isInvalid={!!wrong('grams')}
              onChange={(e) => change({ amount: e.target.value })}
            />
            <Button type="submit" disabled={busy || !weighed}>
              Set aside
            </Button>
          </div>
        </fieldset>
      )}
      {doing === 'discarded' && (
        <fieldset>
          <legend>Why is it thrown away?</legend>
          <div className="happens-row">
            <Form.Control
              aria-label="Why it is thrown away"
              maxLength={120}
              placeholder="past its day, dried out, spilt"
              value={reason}
              isInvalid={!!wrong('reason')}
              onChange={(e) => change({ reason: e.target.value })}
            />
            <Button type="submit" disabled={busy || reason.trim() === ''}>
              It is in the bin
            </Button>
          </div>
        </fieldset>
      )}
      {record.notices({ other: tap.error })}
    </Form>
  )
}
