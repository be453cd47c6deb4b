import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { Fragment, useDeferredValue, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useNavigate } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { roomsQuery } from '../../entities/room/queries'
import { setupQuery, setupsQuery, templatesQuery } from '../../entities/setup/queries'
import { mayWrite, useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { day, dayAndTime, timeOfDay } from '../../ui/format'
import { Mark } from '../../ui/Mark'
import { dayIn, sameDay } from '../../ui/wall'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { again, emptySetup, fromTemplate, nextMorning, weekOf } from '../../entities/setup/model'
import { Long } from '../../ui/Long'
import { clashOf, isDraft, missingInShort } from '../../entities/setup/missing'
import { say } from './catalogue'

export function Setups() {
  usePageTitle(say('set-ups'))
  const session = useSession()
  const [words, setWords] = useState('')
  const q = useDeferredValue(words.trim())
  const setups = useInfiniteQuery(setupsQuery(q))
  const templates = useQuery(templatesQuery)
  const [roomID, setRoomID] = useState('')
  const all = setups.data?.pages.flatMap((p) => p.setups)
  const [removed, setRemoved] = useState<{ id: string; name: string } | null>(null)
  const client = useQueryClient()
  const refresh = () => outdate(client, 'setup')
  const remove = useMutation({
    mutationFn: ({ id }: { id: string; name: string }) =>
      ask(api.DELETE('/api/setups/{id}', { params: { path: { id } } })),
    onSuccess: async (_, gone) => {
      setRemoved(gone)
      await refresh()
    },
  })
  const restore = useMutation({
    mutationFn: (id: string) => ask(api.POST('/api/setups/{id}/restore', { params: { path: { id } } })),
    onSuccess: async () => {
      setRemoved(null)
      await refresh()
    },
  })
  const navigate = useNavigate()
  const planAgain = useMutation({
    mutationFn: async ({ from, room }: { from: string; room?: string }) => {
      const id = v7()
      const setup = await client.fetchQuery(setupQuery(from))
      await ask(
        api.PUT('/api/setups/{id}', {
          params: { path: { id } },
          body: room ? fromTemplate(setup, room, session.today) : again(setup, session.today),
        }),
      )
      return id
    },
    onSuccess: async (id) => {
      await refresh()
      await navigate(`/bench/${id}`)
    },
  })
  const now = setups.data?.pages[0]?.now ?? ''
  const next = all?.find((s) => s.mark && !isDraft(s.missing ?? []) && s.play_at > now)
  const error = setups.error ?? remove.error ?? restore.error ?? planAgain.error
  return (
    <main className="screen">
      <header className="screen-head">
        <div>
          <h1>{say('set-ups')}</h1>
          <p className="soft" data-main>
            {next
              ? say(next.late ? 'late-next' : 'start-prep-by-next', {
                  when: dayAndTime(next.starts_by),
                  name: next.name,
                  room: next.room_name,
                })
              : say('plan-a-set-up')}
          </p>
        </div>
        {mayWrite(session) && <NewSetup roomID={roomID} onRoom={setRoomID} />}
      </header>
      {error && <Failure error={error} retry={() => void setups.refetch()} />}
      {!setups.data && !setups.error && <Waiting what={say('the-set-ups')} />}
      {(words || (all && all.length > 3)) && (
        <Form.Control
          type="search"
          className="find-setup"
          aria-label={say('search-the-set-ups')}
          placeholder={say('search-by-name-or-room')}
          maxLength={60}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
      )}
      {templates.data && templates.data.setups.length > 0 && (
        <section className="templates" aria-labelledby="templates">
          <h2 id="templates">{say('templates')}</h2>
          <ul>
            {templates.data.setups.map((t) => (
              <li key={t.id}>
                <Link to={`/bench/${t.id}`}>{t.name}</Link> <span className="soft">{t.what}</span>
                {mayWrite(session) && (
                  <>
                    <Button
                      variant="outline-primary"
                      onClick={() => planAgain.mutate({ from: t.id, room: roomID || t.room_id })}
                    >
                      {say('use-template')}
                      <span className="visually-hidden"> {t.name}</span>
                    </Button>
                    <Button variant="quiet" onClick={() => remove.mutate({ id: t.id, name: t.name })}>
                      {say('remove')}
                      <span className="visually-hidden"> {t.name}</span>
                    </Button>
                  </>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {all?.length === 0 && words && <p className="soft">{say('no-set-ups-name-or', { words: words.trim() })}</p>}
      {all?.length === 0 && !words && <Empty>{say('no-set-ups-yet-choose')}</Empty>}
      <Long className="setups" first={6}>
        {all?.map((s, i) => {
          const week = weekOf(s.play_at, session.today, day)
          const before = all[i - 1]
          return (
            <Fragment key={s.id}>
              {(!before || weekOf(before.play_at, session.today, day) !== week) && (
                <li className="week">
                  <h2>{week}</h2>
                </li>
              )}
              <SetupRow
                setup={s}
                ahead={s.play_at > now}
                onAgain={mayWrite(session) ? () => planAgain.mutate({ from: s.id }) : undefined}
                onRemove={mayWrite(session) ? () => remove.mutate({ id: s.id, name: s.name }) : undefined}
              />
            </Fragment>
          )
        })}
      </Long>
      {all && all.length > 0 && !words && (
        <p>
          <Link to="/records">{say('records-of-what-was-offered')}</Link>
        </p>
      )}
      {setups.hasNextPage && (
        <Button
          variant="outline-primary"
          disabled={setups.isFetchingNextPage}
          onClick={() => void setups.fetchNextPage()}
        >
          {say('show-more')}
        </Button>
      )}
      {removed && (
        <Undo
          text={say('name-removed', { name: removed.name })}
          onUndo={() => restore.mutate(removed.id)}
          onGone={() => setRemoved(null)}
        />
      )}
    </main>
  )
}

function SetupRow({
  setup: s,
  ahead,
  onAgain,
  onRemove,
}: {
  setup: Schemas['SetupSummary']
  /** Play is still to start. */
  ahead: boolean
  onAgain?: () => void
  onRemove?: () => void
}) {
  return (
    <li className={s.mark ?? 'not-checked'}>
      <Mark mark={s.mark ?? 'not-checked'} size="large" />
      <div className="what">
        <h3 className="entry">
          <Link to={`/bench/${s.id}`}>{s.name}</Link>
        </h3>
        <p className="soft">
          {s.room_name} · {s.what || say('nothing-in-it-yet')}
        </p>
        {s.clashes?.slice(0, 1).map((c) => (
          <p key={c.setup_id} className="short">
            {clashOf(c)}
          </p>
        ))}
        {(s.missing?.length ?? 0) > 0 ? (
          <p className="reason">{missingInShort(s.missing ?? [])}</p>
        ) : (
          s.reason && <p className="reason">{s.reason}</p>
        )}
      </div>
      <div className="when">
        <span className="figure">{dayAndTime(s.play_at)}</span>
        {s.late && (
          <Link className="short" to={`/prep?day=${dayIn(s.starts_by)}`}>
            {say('late-see-prep')}
          </Link>
        )}
        {s.starts_by && !s.late && ahead && (
          <span className="soft">
            {say('start-prep-by', {
              sameDay: sameDay(s.starts_by, s.play_at) ? timeOfDay(s.starts_by) : dayAndTime(s.starts_by),
            })}
          </span>
        )}
      </div>
      {onAgain && (
        <Button variant="quiet" onClick={onAgain}>
          {say('plan-again')}
          <span className="visually-hidden"> {s.name}</span>
        </Button>
      )}
      {onRemove && (
        <Button variant="quiet" onClick={onRemove}>
          {say('remove')}
          <span className="visually-hidden"> {s.name}</span>
        </Button>
      )}
    </li>
  )
}

function NewSetup({ roomID, onRoom }: { roomID: string; onRoom: (id: string) => void }) {
  const session = useSession()
  const rooms = useQuery(roomsQuery)
  const navigate = useNavigate()
  const client = useQueryClient()
  const chosen = roomID || rooms.data?.[0]?.id || ''
  const start = useMutation({
    mutationFn: async () => {
      const id = v7()
      await ask(
        api.PUT('/api/setups/{id}', { params: { path: { id } }, body: emptySetup(chosen, nextMorning(session.today)) }),
      )
      return id
    },
    onSuccess: async (id) => {
      await outdate(client, 'setup')
      await navigate(`/bench/${id}`)
    },
  })
  if (rooms.data?.length === 0) {
    return (
      <Link className="btn btn-primary" to="/rooms/new">
        {say('add-a-room-first')}
      </Link>
    )
  }
  return (
    <div className="actions">
      <Form.Select aria-label={say('room-for-the-new-set')} value={chosen} onChange={(e) => onRoom(e.target.value)}>
        {rooms.data?.map((r) => (
          <option key={r.id} value={r.id}>
            {r.name}
          </option>
        ))}
      </Form.Select>
      <Button disabled={!chosen || start.isPending} onClick={() => start.mutate()}>
        {say('plan-a-set-up')}
      </Button>
      {start.error && <p role="alert">{start.error.message}</p>}
    </div>
  )
}
