import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link } from 'react-router'
import { stands, type BatchLine } from '../../entities/batch/model'
import { allBatchesQuery, batchesQuery } from '../../entities/batch/queries'
import { day, grams, plural } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

/** What was made and stands ready: what has to be looked at first, then the rest; below, everything that ever was. */
export function Batches() {
  usePageTitle('Batches and tubs')
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
          <h1>Batches and tubs</h1>
          <p className="soft">
            {inUse.data
              ? `${plural(all.length, 'batch', 'batches')} in use${look.length > 0 ? `, ${look.length} to look at today` : ''}.`
              : ' '}
          </p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/cupboard">
            Cupboard
          </Link>
          {fine.length > 0 && (
            <Link className="btn btn-outline-primary" to={`/batches/labels?ids=${fine.map((b) => b.id).join(',')}`}>
              Print labels
            </Link>
          )}
          <Link className="btn btn-primary" to="/batches/new">
            Add a batch or a tub
          </Link>
        </div>
      </header>
      {inUse.error && <Failure error={inUse.error} retry={() => void inUse.refetch()} />}
      {!inUse.data && !inUse.error && <Waiting what="the batches" />}
      {inUse.data && all.length === 0 && (
        <Empty>No batches yet. Once you make one, its use-by date and its rooms show here.</Empty>
      )}
      <List title="Look at today" batches={look} />
      <List title="In use" batches={fine} />
      <section aria-labelledby="every">
        <h2 id="every">Find any batch</h2>
        <div className="find-batch">
          <Form.Control
            type="search"
            aria-label="Find a batch by its name or the code of its label"
            placeholder="Name, or the code of a label"
            maxLength={60}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          {!q && (
            <Button variant="outline-primary" aria-expanded={past} onClick={() => setPast(!past)}>
              {past ? 'Hide what is over' : 'Show all, also what is over'}
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
  if (!found.data) return <Waiting what="the batches" />
  const all = found.data.pages.flatMap((p) => p.batches)
  if (all.length === 0) return <p className="soft">No batch is called “{words}”, and no label says that.</p>
  return (
    <>
      <Lines batches={all} />
      {found.hasNextPage && (
        <Button
          variant="outline-primary"
          disabled={found.isFetchingNextPage}
          onClick={() => void found.fetchNextPage()}
        >
          Show earlier ones
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
              {b.made_on && `, made ${day(b.made_on)}`}
              {b.uses > 0 && `, used ${plural(b.uses, 'time')}`}
            </span>
          </div>
          <div>
            <span className={b.state === 'fine' ? undefined : 'short'}>{stands(b)}</span>
          </div>
          <div className="code-of">
            <b className="figure">{grams(b.left_g)}</b>
            <span className="soft">label {b.code}</span>
          </div>
        </li>
      ))}
    </ul>
  )
}
