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
import { say } from './catalogue'

const sheets = {
  a4: { words: say('a4-sheet-14-labels-of'), on: 14 },
  letter: { words: say('letter-sheet-14-labels-of'), on: 14 },
  roll: { words: say('roll-62-mm-wide'), on: 1 },
} as const

type Sheet = keyof typeof sheets

/** Labels of batches, on a sheet of labels or a roll: good in black and white. */
export function Labels() {
  usePageTitle(say('labels'))
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
          <Link to={ids.length === 1 ? `/batches/${ids[0] ?? ''}` : '/batches'}>{say('back')}</Link>
          <Button onClick={() => window.print()}>{say('print')}</Button>
        </p>
        <h1>{batches.length === 1 ? say('a-label') : say('labels')}</h1>
        <div className="happens-row">
          <Form.Select
            aria-label={say('what-they-are-printed-on')}
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
              aria-label={say('labels-that-are-gone-from')}
              value={skip}
              onChange={(e) => setSkip(Number(e.target.value))}
            >
              {Array.from({ length: sheets[sheet].on }, (_, n) => (
                <option key={n} value={n}>
                  {n === 0 ? say('a-whole-sheet') : say('gone-from-the-sheet', { n })}
                </option>
              ))}
            </Form.Select>
          )}
        </div>
        {failed?.error && <Failure error={new Error(say('a-label-is-missing', { message: failed.error.message }))} />}
        {all.some((q) => q.isPending) && <Waiting what={say('the-batches')} />}
        {ids.length === 0 && <p>{say('choose-a-batch-its-page')}</p>}
      </div>
      <div className="label-sheet" role="group" aria-label={say('the-labels-as-they-are')} tabIndex={0}>
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
    <article className="label" aria-label={say('label-of-name', { name: b.name })}>
      <div>
        <h2>{b.name}</h2>
        <p className="until">
          {usable && b.until
            ? say('use-until-day', { day: day(b.until) })
            : b.state === 'look-over'
              ? say('check-before-use')
              : say('do-not-use')}
          <small> {b.made_on ? say('made-day', { day: day(b.made_on) }) : say('no-date')}</small>
        </p>
        <p>
          <b>{b.contains ? say('contains-contains', { contains: b.contains }) : say('none-of-the-listed-allergens')}</b>
          {b.may_contain && say('may-contain-may-contain', { mayContain: b.may_contain })}
        </p>
        <p className="rooms-of">
          {rooms.map((r) => (
            <span key={r.room_id}>
              <Glyph mark={r.mark} /> {r.ready ? r.room : say('not-for-room', { room: r.room })}
            </span>
          ))}
        </p>
        <p className="small">
          {say('for-play-with-an-adult', { store: b.store && `${say('kept-store', { store: b.store })} `, centre })}
        </p>
      </div>
      <div className="code">
        {b.label && (
          <svg
            viewBox={`0 0 ${b.label.size} ${b.label.size}`}
            role="img"
            aria-label={say('qr-code-of', { url: b.label.url })}
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
