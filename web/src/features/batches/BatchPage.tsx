import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { api, ApiError, ask } from '../../api/client'
import { outdate } from '../../api/keys'
import { stands } from '../../entities/batch/model'
import { batchQuery } from '../../entities/batch/queries'
import { day, grams } from '../../ui/format'
import { Findings } from '../../ui/Findings'
import { Glyph, markInLine } from '../../ui/Mark'
import { Failure, Undo, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { Happens } from './Happens'
import { say } from './catalogue'

/** One batch: until when, for whom, what is in it, what happened to it, and what happens next. */
export function BatchPage() {
  const { id = '' } = useParams()
  const batch = useQuery(batchQuery(id))
  const client = useQueryClient()
  const [noted, setNoted] = useState<{ id: string; text: string } | null>(null)
  usePageTitle(batch.data?.name ?? say('batch'))
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
              ? new Error(say('no-such-batch-in-this'))
              : batch.error
          }
          retry={() => void batch.refetch()}
        />
        <Link to="/batches">{say('batches-and-tubs')}</Link>
      </main>
    )
  }
  if (!batch.data) return <Waiting what={say('the-batch-2')} />
  const b = batch.data
  const open = b.state !== 'ended'
  return (
    <main className="screen batch">
      <header className="screen-head">
        <div>
          <h1>{b.name}</h1>
          <p className={b.state === 'fine' ? 'soft' : 'short'} data-main>
            {stands(b).charAt(0).toUpperCase() + stands(b).slice(1)}
          </p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/batches">
            {say('all-batches')}
          </Link>
          {open && (
            <Link className="btn btn-outline-primary" to={`/batches/labels?ids=${b.id}`}>
              {say('print-a-label')}
            </Link>
          )}
        </div>
      </header>
      <dl className="batch-facts">
        <dt>{say('kept-in')}</dt>
        <dd>
          {b.room}
          {b.store && `, ${b.store}`}
        </dd>
        <dt>{say('made')}</dt>
        <dd>
          {say('made-on-by-grams-left', {
            madeOn: b.made_on ? day(b.made_on) : say('date-not-known'),
            by: b.by && ` ${say('by-by', { by: b.by })}`,
            grams: grams(b.left_g),
            time: say('times', { count: b.uses }),
          })}
        </dd>
        <dt>{say('contains')}</dt>
        <dd>
          {b.contains || say('none-of-the-allergens')}
          {b.may_contain && say('may-contain-may-contain', { mayContain: b.may_contain })}
        </dd>
        <dt>{say('label')}</dt>
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
          <h2 id="who-may">{say('ok-to-use-today')}</h2>
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
                      <summary>{say('why-and-what-to-do')}</summary>
                      <Findings findings={r.findings} about={b.name} />
                    </details>
                  )}
                </div>
              </li>
            ))}
          </ul>
          <p className="soft">{say('local-licensing-rules-and-a')}</p>
        </section>
        <section aria-labelledby="until">
          <h2 id="until">{say('use-by')}</h2>
          <ul>
            {(b.state === 'past' ? b.limits.slice(0, 1) : b.limits).map((l, i) => (
              <li key={i}>
                <b>{l.on ? day(l.on) : say('no-date')}</b>: {l.why}
              </li>
            ))}
          </ul>
          {b.look_over && <p>{say('if-it-passes-a-check', { day: day(b.look_over) })}</p>}
          {(b.state === 'past' || b.state === 'ended') && (
            <>
              <h2>{say('how-to-throw-it-away')}</h2>
              <p>
                {b.goes} {b.never.join(' ')}
              </p>
            </>
          )}
        </section>
        <section aria-labelledby="in-it">
          <h2 id="in-it">{say('what-is-in-it')}</h2>
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
                {say('added-day', { day: day(l.on ?? '') })}
              </li>
            ))}
          </ul>
          {b.recipe_id && <Link to={`/recipes/${b.recipe_id}`}>{say('the-recipe')}</Link>}
        </section>
        <section aria-labelledby="happened">
          <h2 id="happened">{say('history')}</h2>
          {b.events.length === 0 && <p className="soft">{say('not-used-yet')}</p>}
          <ol>
            {b.events.map((e) => (
              <li key={e.id}>
                {day(e.on)}: {e.words}
                {e.by && <span className="soft">, {e.by}</span>}
                {e.to_id && (
                  <>
                    , <Link to={`/batches/${e.to_id}`}>{say('that-part')}</Link>
                  </>
                )}
              </li>
            ))}
          </ol>
          {b.from_id && <Link to={`/batches/${b.from_id}`}>{say('split-off-from-this-batch')}</Link>}
        </section>
      </div>
      {noted && <Undo text={noted.text} onUndo={() => undo.mutate(noted.id)} onGone={() => setNoted(null)} />}
    </main>
  )
}
