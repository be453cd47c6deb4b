import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { api, ApiError, ask } from '../../api/client'
import { outdate } from '../../api/keys'
import { stands } from '../../entities/batch/model'
import { batchQuery } from '../../entities/batch/queries'
import { day, grams, plural } from '../../ui/format'
import { Findings } from '../../ui/Findings'
import { Glyph, markInLine } from '../../ui/Mark'
import { Failure, Undo, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { Happens } from './Happens'

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
              ? new Error('No such batch in this centre. Check the label, or search by name.')
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
        <dt>Kept in</dt>
        <dd>
          {b.room}
          {b.store && `, ${b.store}`}
        </dd>
        <dt>Made</dt>
        <dd>
          {b.made_on ? day(b.made_on) : 'date not known'}
          {b.by && ` by ${b.by}`}, {grams(b.left_g)} left, used {plural(b.uses, 'time')}
        </dd>
        <dt>Contains</dt>
        <dd>
          {b.contains || 'none of the allergens'}
          {b.may_contain && `; may contain ${b.may_contain}`}
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
          <h2 id="who-may">OK to use today?</h2>
          <ul className="batch-rooms">
            {b.rooms.map((r) => (
              <li key={r.room_id} className={r.mark}>
                <Glyph mark={r.mark} />
                <div>
                  <b>
                    {r.room}: {markInLine(r.mark)}
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
          <h2 id="until">Use by</h2>
          <ul>
            {(b.state === 'past' ? b.limits.slice(0, 1) : b.limits).map((l, i) => (
              <li key={i}>
                <b>{l.on ? day(l.on) : 'No date'}</b>: {l.why}
              </li>
            ))}
          </ul>
          {b.look_over && <p>If it passes a check, keep it to {day(b.look_over)} at most.</p>}
          {(b.state === 'past' || b.state === 'ended') && (
            <>
              <h2>How to throw it away</h2>
              <p>
                {b.goes} {b.never.join(' ')}
              </p>
            </>
          )}
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
          <h2 id="happened">History</h2>
          {b.events.length === 0 && <p className="soft">Not used yet.</p>}
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
          {b.from_id && <Link to={`/batches/${b.from_id}`}>Split off from this batch</Link>}
        </section>
      </div>
      {noted && <Undo text={noted.text} onUndo={() => undo.mutate(noted.id)} onGone={() => setNoted(null)} />}
    </main>
  )
}
