import { useInfiniteQuery, useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask, type Schemas } from '../../api/client'
import { recordsQuery } from '../../entities/log/queries'
import { useSession } from '../../session/session'
import { dayAndTime, month, plural } from '../../ui/format'
import { Glyph, markWord } from '../../ui/Mark'
import { saveFile } from '../../ui/saveFile'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

const monthsBack = 24

/** What was offered, to which room, with its verdict, conditions and who watched: for a visit, and to look back. */
export function Records() {
  usePageTitle('Records')
  const session = useSession()
  const [from, setFrom] = useState(session.today.slice(0, 7))
  const first = `${from}-01`
  const records = useInfiniteQuery(recordsQuery(first, session.today))
  const file = useMutation({
    mutationFn: () => ask(api.GET('/api/records/file', { params: { query: { from: first, until: session.today } } })),
    onSuccess: (f) => saveFile(`records-${first}.csv`, 'text/csv', f.csv),
  })
  const all = records.error ? [] : (records.data?.pages.flatMap((p) => p.records) ?? [])
  const months = Array.from({ length: monthsBack }, (_, n) => {
    const d = new Date(`${session.today.slice(0, 7)}-01T00:00:00Z`)
    d.setUTCMonth(d.getUTCMonth() - n)
    return d.toISOString().slice(0, 7)
  })
  return (
    <main className="screen records">
      <header className="screen-head">
        <div>
          <h1>Records</h1>
          <p className="soft">
            {session.centre.name}. What was offered since the first of {month(from)}; no child is in the file.
          </p>
        </div>
        <div className="actions no-print">
          <Form.Select aria-label="Since the first of" value={from} onChange={(e) => setFrom(e.target.value)}>
            {months.map((m) => (
              <option key={m} value={m}>
                {month(m)}
              </option>
            ))}
          </Form.Select>
          <Button variant="outline-primary" onClick={() => file.mutate()}>
            {file.isError ? 'CSV: try again' : 'CSV'}
          </Button>
          <Button onClick={() => window.print()}>Print</Button>
        </div>
      </header>
      {records.error && <Failure error={records.error} retry={() => void records.refetch()} />}
      {!records.data && !records.error && <Waiting what="the records" />}
      {records.data && all.length === 0 && <Empty>Nothing has opened since then.</Empty>}
      {all.length > 0 && (
        <ul className="record-lines">
          {all.map((r) => (
            <Line key={r.setup_id + r.play_at} record={r} />
          ))}
        </ul>
      )}
      {records.hasNextPage && (
        <Button
          className="no-print"
          variant="outline-primary"
          disabled={records.isFetchingNextPage}
          onClick={() => void records.fetchNextPage()}
        >
          Show earlier ones
        </Button>
      )}
      <p className="soft">
        Verdicts are advice: local licensing rules, labels and a health professional’s word come first. Records stay as
        they were when play started. Later changes are added below, with who made them.
      </p>
    </main>
  )
}

/** What came after play began, as people say it. */
const lineWords: Record<Schemas['RecordLine']['what'], string> = {
  logged: 'said how it went',
  corrected: 'corrected how it went',
  changed: 'changed the set-up',
  deleted: 'deleted the set-up',
  restored: 'brought the set-up back',
  found: 'what was missing is found',
}

function Line({ record: r }: { record: Schemas['Record'] }) {
  return (
    <li>
      <div>
        <b className="figure">{dayAndTime(r.play_at)}</b>
        <span>{r.room}</span>
        <span className="soft">
          {plural(r.children, 'child', 'children')}, {plural(r.adults, 'adult')}
        </span>
      </div>
      <div>
        <Link to={`/bench/${r.setup_id}/log`}>{r.name}</Link>
        <span>{r.what}</span>
        <span>
          <Glyph mark={r.mark ?? 'not-checked'} /> {markWord(r.mark ?? 'not-checked')}
          {r.contains && `; contains ${r.contains}`}
          {r.perhaps && `; may contain ${r.perhaps}`}
        </span>
        {r.reason && <span className="short">{r.reason}</span>}
        {r.conditions.length > 0 && (
          <details>
            <summary>{plural(r.conditions.length, 'condition')}</summary>
            {r.conditions.join('; ')}
          </details>
        )}
      </div>
      <div>
        <span>{r.watched ? `watched by ${r.watched}` : r.logged ? 'supervisor not recorded' : 'no log yet'}</span>
        {(r.minutes ?? 0) > 0 && <span className="soft">{r.minutes} min</span>}
        {r.word && <span className="soft">“{r.word}”</span>}
        {(r.later?.length ?? 0) > 0 && (
          <details>
            <summary>{plural(r.later?.length ?? 0, 'line')} added later</summary>
            {r.later?.map((l, i) => (
              <p key={i} className="soft">
                {dayAndTime(l.at)}, {l.by ?? 'someone who has left'}: {lineWords[l.what]}
                {l.watched && `, watched by ${l.watched}`}
                {l.counted_in !== undefined && `, ${plural(l.counted_in, 'piece')} counted in`}
              </p>
            ))}
          </details>
        )}
      </div>
    </li>
  )
}
