import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useDeferredValue, useId, useState, type ChangeEvent } from 'react'
import { Form } from 'react-bootstrap'
import { Link, useLocation, useSearchParams } from 'react-router'
import { api, ask } from '../../api/client'
import { boardQuery } from '../../entities/thing/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { bare, plural } from '../../ui/format'
import { countMarks, Glyph, Mark, markInLine } from '../../ui/Mark'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { feels, parts, useWords } from '../../ui/words'
import type { RemovedThing } from './ItemPage'
import { fits, planks, type Board, type Filter } from './model'

/** The shelf by what a thing is for and its kind, marked for one room at a glance. */
export function Shelf() {
  usePageTitle('Materials')
  const session = useSession()
  const rooms = useQuery(roomsQuery)
  const [params, setParams] = useSearchParams()
  const room = rooms.data?.find((r) => r.id === params.get('room')) ?? rooms.data?.[0]
  const use = params.get('use') ?? 'open'
  const [words, setWords] = useState('')
  const q = useDeferredValue(words)
  const board = useQuery(boardQuery(room?.id ?? '', use, q.trim()))
  const set = (name: string, value: string) =>
    setParams(
      (old) => {
        if (value) old.set(name, value)
        else old.delete(name)
        return old
      },
      { replace: true },
    )
  const filter: Filter = {
    part: q.trim() ? '' : (params.get('part') ?? 'filler'),
    feel: params.get('feel') ?? '',
    only: params.get('only') ?? '',
  }
  const all = board.data ?? []
  const shown = all.filter((i) => fits(i, filter))
  const error = rooms.error ?? board.error
  return (
    <main className="screen shelf">
      <header className="screen-head">
        <div>
          <h1>Materials</h1>
          <p className="soft">
            Marked for {room?.name ?? 'one room'} today. Every figure names its source on the thing’s page.
          </p>
        </div>
        {mayWrite(session) && (
          <div className="actions">
            <Import />
            <Link className="btn btn-primary" to="/shelf/new">
              Add a thing of our own
            </Link>
          </div>
        )}
      </header>
      <div className="shelf-bar">
        <Form.Control
          aria-label="Search the materials"
          type="search"
          placeholder="chick peas; red, floats, for Lanterns"
          value={words}
          maxLength={100}
          onChange={(e) => setWords(e.target.value)}
        />
        <Form.Select
          aria-label="Room to mark the materials for"
          value={room?.id ?? ''}
          onChange={(e) => set('room', e.target.value)}
        >
          {rooms.data?.map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          aria-label="How the children meet it"
          value={use}
          onChange={(e) => set('use', e.target.value === 'open' ? '' : e.target.value)}
        >
          {useWords.map(([u, w]) => (
            <option key={u} value={u}>
              {w}
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label="How it feels" value={filter.feel} onChange={(e) => set('feel', e.target.value)}>
          <option value="">any feel</option>
          {feels.map(([axis, steps]) => (
            <optgroup key={axis} label={axis}>
              {steps.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </optgroup>
          ))}
        </Form.Select>
        <Form.Select aria-label="Which to show" value={filter.only} onChange={(e) => set('only', e.target.value)}>
          <option value="">all of them</option>
          <option value="in">OK for {room?.name}</option>
          <option value="usual">OK, or with our routine</option>
          <option value="cupboard">in stock</option>
          <option value="own">our own</option>
        </Form.Select>
      </div>
      {error && (
        <Failure
          error={new Error(`Not checked. ${error.message}`)}
          retry={() => void Promise.all([rooms.refetch(), board.refetch()])}
        />
      )}
      {!board.data &&
        !error &&
        (rooms.data?.length === 0 ? (
          <Empty>Add a room first: what is OK depends on the children.</Empty>
        ) : (
          <Waiting what="the materials" />
        ))}
      {board.data && !board.error && (
        <div className={board.isPlaceholderData ? 'shelf-body stale' : 'shelf-body'}>
          <nav aria-label="What it is for" className="drawers">
            {parts.map(([part, word]) => {
              const inPart = all.filter((i) => fits(i, { ...filter, part }))
              return (
                <button
                  key={part}
                  type="button"
                  aria-pressed={filter.part === part}
                  onClick={() => {
                    setWords('')
                    set('part', part)
                  }}
                >
                  {word} <span>{inPart.length}</span>
                </button>
              )
            })}
          </nav>
          <section aria-live="polite" aria-label="Things">
            <p className="tally">
              {countMarks(shown).map(([v, n]) => (
                <span key={v} className={v}>
                  <Glyph mark={v} size="small" /> {n} <span className="soft">{markInLine(v)}</span>
                </span>
              ))}
            </p>
            {shown.length === 0 && (
              <p className="soft">No material matches. Try another word, or check it with Check.</p>
            )}
            {planks(shown, q.trim() !== '').map(([title, items]) => (
              <div key={title} className="plank">
                {title && <h2>{title}</h2>}
                <ul>
                  {items.map((i) => (
                    <Thing key={i.id} item={i} use={use} />
                  ))}
                </ul>
              </div>
            ))}
          </section>
        </div>
      )}
      <PutBack />
    </main>
  )
}

/** What was taken off the shelf by a slip comes back with one tap. */
function PutBack() {
  const client = useQueryClient()
  const [removed, setRemoved] = useState(useLocation().state as RemovedThing | null)
  const restore = useMutation({
    mutationFn: ({ id }: RemovedThing) => ask(api.POST('/api/shelf/items/{id}/restore', { params: { path: { id } } })),
    onSuccess: () => {
      setRemoved(null)
      return outdate(client, 'thing')
    },
  })
  return (
    <>
      {restore.error && <Failure error={new Error(`Not put back. ${restore.error.message}`)} />}
      {removed && (
        <Undo
          text={`${removed.name} removed.`}
          onUndo={() => restore.mutate(removed)}
          onGone={() => !restore.isError && setRemoved(null)}
        />
      )}
    </>
  )
}

function Thing({ item, use }: { item: Board; use: string }) {
  return (
    <li className={item.mark}>
      <Link to={`/shelf/${item.id}${use === 'open' ? '' : `?use=${use}`}`}>
        <Mark mark={item.mark} size="small" />
        <span>
          <b>{item.name}</b>
          <span className="soft">
            {[item.own ? 'ours' : '', item.in_cupboard ? 'in stock' : '', item.reason && bare(item.reason)]
              .filter(Boolean)
              .join(' · ') || ' '}
          </span>
        </span>
      </Link>
    </li>
  )
}

/** Takes things of the centre's own from a CSV file, all of them or none. */
function Import() {
  const id = useId()
  const client = useQueryClient()
  const add = useMutation({
    mutationFn: (csv: string) => ask(api.POST('/api/shelf/import', { body: { csv } })),
    onSuccess: () => outdate(client, 'thing'),
  })
  const choose = (e: ChangeEvent<HTMLInputElement>) => {
    const file = e.target.files?.[0]
    e.target.value = ''
    if (file) void file.text().then((text) => add.mutate(text))
  }
  return (
    <>
      {add.data && (
        <span className="soft" role="status">
          {plural(add.data.added, 'thing')} added.
        </span>
      )}
      {add.error && (
        <span className="short" role="alert">
          {add.error.message}
        </span>
      )}
      <label className="btn btn-outline-primary" htmlFor={id}>
        Add from CSV
      </label>
      <input id={id} className="visually-hidden" type="file" accept=".csv,text/csv" onChange={choose} />
    </>
  )
}
