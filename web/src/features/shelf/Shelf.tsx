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
import { bare } from '../../ui/format'
import { countMarks, Glyph, Mark, markInLine } from '../../ui/Mark'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { feels, parts, useWords } from '../../entities/thing/words'
import type { RemovedThing } from './ItemPage'
import { fits, planks, type Board, type Filter } from './model'
import { say } from './catalogue'

/** The shelf by what a thing is for and its kind, marked for one room at a glance. */
export function Shelf() {
  usePageTitle(say('materials'))
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
          <h1>{say('materials')}</h1>
          <p className="soft" data-main>
            {say('marked-for-today-every-figure', { name: room?.name ?? say('one-room') })}
          </p>
        </div>
        {mayWrite(session) && (
          <div className="actions">
            <Import />
            <Link className="btn btn-primary" to="/shelf/new">
              {say('add-a-thing-of-our')}
            </Link>
          </div>
        )}
      </header>
      <div className="shelf-bar">
        <Form.Control
          aria-label={say('search-the-materials')}
          type="search"
          placeholder={say('chick-peas-red-floats-for')}
          value={words}
          maxLength={100}
          onChange={(e) => setWords(e.target.value)}
        />
        <Form.Select
          aria-label={say('room-to-mark-the-materials')}
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
          aria-label={say('how-the-children-meet-it')}
          value={use}
          onChange={(e) => set('use', e.target.value === 'open' ? '' : e.target.value)}
        >
          {useWords.map(([u, w]) => (
            <option key={u} value={u}>
              {w}
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label={say('how-it-feels')} value={filter.feel} onChange={(e) => set('feel', e.target.value)}>
          <option value="">{say('any-feel')}</option>
          {feels.map(([axis, steps]) => (
            <optgroup key={axis} label={axis}>
              {steps.map(([s, word]) => (
                <option key={s} value={s}>
                  {word}
                </option>
              ))}
            </optgroup>
          ))}
        </Form.Select>
        <Form.Select
          aria-label={say('which-to-show')}
          value={filter.only}
          onChange={(e) => set('only', e.target.value)}
        >
          <option value="">{say('all-of-them')}</option>
          <option value="in">{say('ok-for-name', { name: room?.name })}</option>
          <option value="usual">{say('ok-or-with-our-routine')}</option>
          <option value="cupboard">{say('in-stock-2')}</option>
          <option value="own">{say('our-own')}</option>
        </Form.Select>
      </div>
      {error && (
        <Failure
          error={new Error(say('not-checked-message', { message: error.message }))}
          retry={() => void Promise.all([rooms.refetch(), board.refetch()])}
        />
      )}
      {!board.data &&
        !error &&
        (rooms.data?.length === 0 ? (
          <Empty>{say('add-a-room-first-what')}</Empty>
        ) : (
          <Waiting what={say('the-materials')} />
        ))}
      {board.data && !board.error && (
        <div className={board.isPlaceholderData ? 'shelf-body stale' : 'shelf-body'}>
          <nav aria-label={say('what-it-is-for')} className="drawers">
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
          <section aria-live="polite" aria-label={say('things')}>
            <p className="tally">
              {countMarks(shown).map(([v, n]) => (
                <span key={v} className={v}>
                  <Glyph mark={v} size="small" /> {n} <span className="soft">{markInLine(v)}</span>
                </span>
              ))}
            </p>
            {shown.length === 0 && <p className="soft">{say('no-material-matches-try-another')}</p>}
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
      {restore.error && <Failure error={new Error(say('not-put-back', { message: restore.error.message }))} />}
      {removed && (
        <Undo
          text={say('name-removed', { name: removed.name })}
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
            {[item.own ? 'ours' : '', item.in_cupboard ? say('in-stock-2') : '', item.reason && bare(item.reason)]
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
          {say('thing-added', { thing: say('things-2', { count: add.data.added }) })}
        </span>
      )}
      {add.error && (
        <span className="short" role="alert">
          {add.error.message}
        </span>
      )}
      <label className="btn btn-outline-primary" htmlFor={id}>
        {say('add-from-csv')}
      </label>
      <input id={id} className="visually-hidden" type="file" accept=".csv,text/csv" onChange={choose} />
    </>
  )
}
