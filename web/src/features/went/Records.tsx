import { useInfiniteQuery, useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask, type Schemas } from '../../api/client'
import { recordsQuery } from '../../entities/log/queries'
import { useSession } from '../../session/session'
import { dayAndTime, month } from '../../ui/format'
import { Glyph, markWord } from '../../ui/Mark'
import { saveFile } from '../../ui/saveFile'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { say } from './catalogue'

const monthsBack = 24

/** What was offered, to which room, with its verdict, conditions and who watched: for a visit, and to look back. */
export function Records() {
  usePageTitle(say('records'))
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
          <h1>{say('records')}</h1>
          <p className="soft" data-main>
            {say('what-was-offered-since-the', { name: session.centre.name, month: month(from) })}
          </p>
        </div>
        <div className="actions no-print">
          <Form.Select aria-label={say('since-the-first-of')} value={from} onChange={(e) => setFrom(e.target.value)}>
            {months.map((m) => (
              <option key={m} value={m}>
                {month(m)}
              </option>
            ))}
          </Form.Select>
          <Button variant="outline-primary" onClick={() => file.mutate()}>
            {file.isError ? say('csv-try-again') : 'CSV'}
          </Button>
          <Button onClick={() => window.print()}>{say('print')}</Button>
        </div>
      </header>
      {records.error && <Failure error={records.error} retry={() => void records.refetch()} />}
      {!records.data && !records.error && <Waiting what={say('the-records')} />}
      {records.data && all.length === 0 && <Empty>{say('nothing-has-opened-since-then')}</Empty>}
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
          {say('show-earlier-ones')}
        </Button>
      )}
      <p className="soft">{say('verdicts-are-advice-local-licensing')}</p>
    </main>
  )
}

/** What came after play began, as people say it. */
const lineWords: Record<Schemas['RecordLine']['what'], string> = {
  logged: say('said-how-it-went'),
  corrected: say('corrected-how-it-went'),
  changed: say('changed-the-set-up'),
  deleted: say('deleted-the-set-up'),
  restored: say('brought-the-set-up-back'),
  found: say('what-was-missing-is-found'),
}

function Line({ record: r }: { record: Schemas['Record'] }) {
  return (
    <li>
      <div>
        <b className="figure">{dayAndTime(r.play_at)}</b>
        <span>{r.room}</span>
        <span className="soft">
          {say('children', { count: r.children })}, {say('adults', { count: r.adults })}
        </span>
      </div>
      <div>
        <Link to={`/bench/${r.setup_id}/log`}>{r.name}</Link>
        <span>{r.what}</span>
        <span>
          <Glyph mark={r.mark ?? 'not-checked'} /> {markWord(r.mark ?? 'not-checked')}
          {r.contains && say('contains-contains-2', { contains: r.contains })}
          {r.perhaps && say('may-contain-perhaps', { perhaps: r.perhaps })}
        </span>
        {r.reason && <span className="short">{r.reason}</span>}
        {r.conditions.length > 0 && (
          <details>
            <summary>{say('conditions', { count: r.conditions.length })}</summary>
            {r.conditions.join('; ')}
          </details>
        )}
      </div>
      <div>
        <span>
          {r.watched
            ? say('watched-by-watched', { watched: r.watched })
            : r.logged
              ? say('supervisor-not-recorded')
              : say('no-log-yet')}
        </span>
        {(r.minutes ?? 0) > 0 && <span className="soft">{say('minutes-min', { minutes: r.minutes })}</span>}
        {r.word && <span className="soft">“{r.word}”</span>}
        {(r.later?.length ?? 0) > 0 && (
          <details>
            <summary>{say('line-added-later', { line: say('lines', { count: r.later?.length ?? 0 }) })}</summary>
            {r.later?.map((l, i) => (
              <p key={i} className="soft">
                {dayAndTime(l.at)}, {l.by ?? say('someone-who-has-left')}: {lineWords[l.what]}
                {l.watched && say('watched-by-watched-2', { watched: l.watched })}
                {l.counted_in !== undefined &&
                  say('piece-counted-in', { piece: say('pieces-2', { count: l.counted_in }) })}
              </p>
            ))}
          </details>
        )}
      </div>
    </li>
  )
}
