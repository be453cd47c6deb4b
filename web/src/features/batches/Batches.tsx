import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link } from 'react-router'
import { stands, type BatchLine } from '../../entities/batch/model'
import { allBatchesQuery, batchesQuery } from '../../entities/batch/queries'
import { day, grams } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { say } from './catalogue'

/** What was made and stands ready: what has to be looked at first, then the rest; below, everything that ever was. */
export function Batches() {
  usePageTitle(say('batches-and-tubs'))
  const inUse = useQuery(batchesQuery)
  const [words, setWords] = useState('')
  const q = useDeferredValue(words.trim())
  const [past, setPast] = useState(false)
  const all = inUse.error ? [] : (inUse.data?.batches ?? [])
  const look = all.filter((b) => b.state !== 'fine')
  const fine = all.filter((b) => b.state === 'fine')
  return (
    <main className="screen batches">
      <header className="screen-head">
        <div>
          <h1>{say('batches-and-tubs')}</h1>
          <p className="soft" data-main>
            {inUse.data
              ? say(look.length > 0 ? 'check-look-today' : 'ok-batches-in-use', {
                  batches: say('batches', { count: all.length }),
                  look: look.length,
                })
              : ' '}
          </p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/cupboard">
            {say('cupboard')}
          </Link>
          {fine.length > 0 && (
            <Link className="btn btn-outline-primary" to={`/batches/labels?ids=${fine.map((b) => b.id).join(',')}`}>
              {say('print-labels')}
            </Link>
          )}
          <Link className="btn btn-primary" to="/batches/new">
            {say('add-a-batch-or-a')}
          </Link>
        </div>
      </header>
      {inUse.error && <Failure error={inUse.error} retry={() => void inUse.refetch()} />}
      {!inUse.data && !inUse.error && <Waiting what={say('the-batches')} />}
      {inUse.data && all.length === 0 && <Empty>{say('no-batches-yet-once-you')}</Empty>}
      <List title={say('look-at-today')} batches={look} />
      <List title={say('in-use')} batches={fine} />
      <section aria-labelledby="every">
        <h2 id="every">{say('find-any-batch')}</h2>
        <div className="find-batch">
          <Form.Control
            type="search"
            aria-label={say('find-a-batch-by-its')}
            placeholder={say('name-or-the-code-of')}
            maxLength={60}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          {!q && (
            <Button variant="outline-primary" aria-expanded={past} onClick={() => setPast(!past)}>
              {past ? say('hide-what-is-over') : say('show-all-also-what-is')}
            </Button>
          )}
        </div>
        {(q || past) && <Found words={q} />}
      </section>
    </main>
  )
}

function Found({ words }: { words: string }) {
  const found = useInfiniteQuery(allBatchesQuery(words))
  if (found.error) return <Failure error={found.error} retry={() => void found.refetch()} />
  if (!found.data) return <Waiting what={say('the-batches')} />
  const all = found.data.pages.flatMap((p) => p.batches)
  if (all.length === 0) return <p className="soft">{say('no-batch-is-called-and', { words })}</p>
  return (
    <>
      <Lines batches={all} />
      {found.hasNextPage && (
        <Button
          variant="outline-primary"
          disabled={found.isFetchingNextPage}
          onClick={() => void found.fetchNextPage()}
        >
          {say('show-earlier-ones')}
        </Button>
      )}
    </>
  )
}

function List({ title, batches }: { title: string; batches: BatchLine[] }) {
  if (batches.length === 0) return null
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <Lines batches={batches} />
    </section>
  )
}

function Lines({ batches }: { batches: BatchLine[] }) {
  return (
    <ul className="batch-lines">
      {batches.map((b) => (
        <li key={b.id} className={b.state}>
          <div>
            <Link to={`/batches/${b.id}`}>{b.name}</Link>
            <span className="soft">
              {b.room}
              {b.made_on && say('made-day', { day: day(b.made_on) })}
              {b.uses > 0 && say('used-time', { time: say('times', { count: b.uses }) })}
            </span>
          </div>
          <div>
            <span className={b.state === 'fine' ? undefined : 'short'}>{stands(b)}</span>
          </div>
          <div className="code-of">
            <b className="figure">{grams(b.left_g)}</b>
            {b.promised?.map((p, i) => (
              <span key={i} className="soft">
                {say('grams-for-setup', { grams: grams(p.grams), setup: p.setup })}
              </span>
            ))}
            <span className="soft">{say('label-code', { code: b.code })}</span>
          </div>
        </li>
      ))}
    </ul>
  )
}
