import { useQueries } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useSearchParams } from 'react-router'
import type { Batch } from '../../entities/batch/model'
import { batchQuery } from '../../entities/batch/queries'
import { useSession } from '../../session/session'
import { Glyph } from '../../ui/Mark'
import { day } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

const sheets = {
  a4: { words: 'A4 sheet, 14 labels of 99 × 38 mm', on: 14 },
  letter: { words: 'Letter sheet, 14 labels of 102 × 34 mm', on: 14 },
  roll: { words: 'Roll, 62 mm wide', on: 1 },
} as const

type Sheet = keyof typeof sheets

/** Labels of batches, on a sheet of labels or a roll: good in black and white. */
export function Labels() {
  usePageTitle('Labels')
  const session = useSession()
  const [params, setParams] = useSearchParams()
  const ids = [...new Set((params.get('ids') ?? '').split(',').filter(Boolean))]
  const sheet: Sheet = (Object.keys(sheets) as Sheet[]).find((s) => s === params.get('sheet')) ?? 'a4'
  const [skip, setSkip] = useState(0)
  const all = useQueries({ queries: ids.map((id) => batchQuery(id)) })
  const failed = all.find((q) => q.error)
  const batches = all.flatMap((q) => (q.data && !q.error ? [q.data] : []))
  return (
    <main className={`labels ${sheet}`}>
      <div className="no-print labels-head">
        <p className="actions">
          <Link to={ids.length === 1 ? `/batches/${ids[0] ?? ''}` : '/batches'}>Back</Link>
          <Button onClick={() => window.print()}>Print</Button>
        </p>
        <h1>{batches.length === 1 ? 'A label' : 'Labels'}</h1>
        <div className="happens-row">
          <Form.Select
            aria-label="What they are printed on"
            value={sheet}
            onChange={(e) => setParams({ ids: ids.join(','), sheet: e.target.value }, { replace: true })}
          >
            {(Object.keys(sheets) as Sheet[]).map((s) => (
              <option key={s} value={s}>
                {sheets[s].words}
              </option>
            ))}
          </Form.Select>
          {sheets[sheet].on > 1 && (
            <Form.Select
              aria-label="Labels that are gone from the sheet"
              value={skip}
              onChange={(e) => setSkip(Number(e.target.value))}
            >
              {Array.from({ length: sheets[sheet].on }, (_, n) => (
                <option key={n} value={n}>
                  {n === 0 ? 'a whole sheet' : `${n} gone from the sheet`}
                </option>
              ))}
            </Form.Select>
          )}
        </div>
        {failed?.error && <Failure error={new Error(`A label is missing: ${failed.error.message}`)} />}
        {all.some((q) => q.isPending) && <Waiting what="the batches" />}
        {ids.length === 0 && <p>Choose a batch: its page has its label.</p>}
      </div>
      <div className="label-sheet" role="group" aria-label="The labels as they are printed" tabIndex={0}>
        {sheets[sheet].on > 1 && Array.from({ length: skip }, (_, n) => <div key={n} className="label gone" />)}
        {batches.map((b) => (
          <Label key={b.id} batch={b} centre={session.centre.name} />
        ))}
      </div>
    </main>
  )
}

function Label({ batch: b, centre }: { batch: Batch; centre: string }) {
  const rooms = [...b.rooms].sort((x, y) => Number(y.ready) - Number(x.ready))
  const usable = b.state === 'fine'
  return (
    <article className="label" aria-label={`Label of ${b.name}`}>
      <div>
        <h2>{b.name}</h2>
        <p className="until">
          {usable && b.until
            ? `Use until ${day(b.until)}`
            : b.state === 'look-over'
              ? 'Check before use'
              : 'Do not use'}
          <small> {b.made_on ? `made ${day(b.made_on)}` : 'no date'}</small>
        </p>
        <p>
          <b>{b.contains ? `Contains ${b.contains}` : 'None of the listed allergens'}</b>
          {b.may_contain && `; may contain ${b.may_contain}`}
        </p>
        <p className="rooms-of">
          {rooms.map((r) => (
            <span key={r.room_id}>
              <Glyph mark={r.mark} /> {r.ready ? r.room : `not for ${r.room}`}
            </span>
          ))}
        </p>
        <p className="small">
          {b.store && `Kept ${b.store}. `}
          {centre}. For play with an adult; ask before another room has it.
        </p>
      </div>
      <div className="code">
        {b.label && (
          <svg
            viewBox={`0 0 ${b.label.size} ${b.label.size}`}
            role="img"
            aria-label={`QR code of ${b.label.url}`}
            shapeRendering="crispEdges"
          >
            <path d={b.label.path} fill="#000" />
          </svg>
        )}
        <b>{b.code}</b>
      </div>
    </article>
  )
}
