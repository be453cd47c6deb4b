import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useState, type FormEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { useNavigate, useParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ApiError, ask, type ChildInput, type Room, type RoomInput } from '../../api/client'
import { limits, vocabulary } from '../../api/limits.gen'
import { bookQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { Leaving, useLeaving } from '../../forms/Leaving'
import { usePageTitle } from '../../ui/usePageTitle'
import { Conflict } from '../../ui/Conflict'
import { measure } from '../../ui/format'
import { Failure, Undo, Waiting } from '../../ui/States'
import { Stepper } from '../../ui/Stepper'
import { ChildRow } from './ChildRow'
import { flip, inputOf, newChild, newRoom } from '../../entities/room/model'
import { removeRoom } from '../../entities/room/removal'

export function RoomEditor() {
  const { id } = useParams()
  const rooms = useQuery(roomsQuery)
  if (rooms.error) return <Failing error={rooms.error} retry={() => void rooms.refetch()} />
  if (!rooms.data) return <Waiting what="the room" />
  if (id === 'new') return <Editor key="new" />
  const room = rooms.data.find((r) => r.id === id)
  if (!room) return <Failing error={new Error('There is no such room; it may have been deleted.')} />
  return <Editor key={room.id} room={room} />
}

function Failing(props: { error: Error; retry?: () => void }) {
  return (
    <main className="screen">
      <Failure {...props} />
    </main>
  )
}

function Editor({ room }: { room?: Room }) {
  usePageTitle(room?.name ?? 'New room')
  const client = useQueryClient()
  const book = useQuery(bookQuery)
  const navigate = useNavigate()
  const readOnly = !mayWrite(useSession())
  const [id] = useState(() => room?.id ?? v7())
  const [draft, setDraft] = useState<RoomInput>(() => (room ? inputOf(room) : newRoom()))
  const [removed, setRemoved] = useState<{ at: number; child: ChildInput } | null>(null)
  const change = (part: Partial<RoomInput>) => setDraft((d) => ({ ...d, ...part }))
  const [first] = useState(() => JSON.stringify(draft))
  const { letGo, blocker } = useLeaving(JSON.stringify(draft) !== first)

  const put = (input: RoomInput) => ask(api.PUT('/api/rooms/{id}', { params: { path: { id } }, body: input }))
  const refresh = () => outdate(client, 'room')
  const save = useMutation({
    mutationFn: put,
    onSuccess: async () => {
      letGo()
      await refresh()
      await navigate('/rooms')
    },
  })
  const remove = useMutation({
    mutationFn: () => removeRoom(id, draft.name),
    onSuccess: async (removed) => {
      letGo()
      await refresh()
      await navigate('/rooms', { state: removed })
    },
  })
  const error = save.error instanceof ApiError ? save.error : undefined
  const wrong = (field: string) => (error?.field === field ? error.message : undefined)
  const theirs = error?.status === 409 ? (error.current as Room | undefined) : undefined
  const submit = (e: FormEvent) => {
    e.preventDefault()
    save.mutate(draft)
  }
  const dropChild = (childID: string) => {
    const at = draft.children.findIndex((c) => c.id === childID)
    const child = draft.children[at]
    if (child) setRemoved({ at, child })
    change({ children: draft.children.filter((c) => c.id !== childID) })
  }
  return (
    <main className="screen">
      <Form onSubmit={submit} noValidate aria-label="Room">
        <header className="screen-head">
          <h1>{room ? room.name : 'New room'}</h1>
          {!readOnly && (
            <div className="actions">
              {room && (
                <Button variant="quiet" onClick={() => remove.mutate()}>
                  Delete this room and its set-ups
                </Button>
              )}
              <Button type="submit" disabled={save.isPending}>
                Save room
              </Button>
            </div>
          )}
        </header>
        {theirs ? (
          <Conflict sentence={`${error?.message ?? ''} Theirs has ${theirs.children.length} children and ${theirs.adults} adults.`} onTheirs={() => { setDraft(inputOf(theirs)); save.reset() }} onMine={() => save.mutate({ ...draft, version: theirs.version })} />
        ) : (
          (save.error ?? remove.error) && (
            <div className="notice lid" role="alert">
              <p>{(save.error ?? remove.error)?.message}</p>
            </div>
          )
        )}
        <fieldset disabled={readOnly} className="room-facts">
          <Form.Group controlId="room-name" className="field wide">
            <Form.Label>Name</Form.Label>
            <Form.Control value={draft.name} maxLength={limits.RoomInput.name} isInvalid={!!wrong('name')} onChange={(e) => change({ name: e.target.value })} />
          </Form.Group>
          <div className="field">
            <span className="form-label" aria-hidden="true">Adults</span>
            <Stepper label="Adults" value={draft.adults} min={0} max={30} disabled={readOnly} onChange={(adults) => change({ adults })} />
          </div>
          <Form.Group controlId="room-measures" className="field">
            <Form.Label>Cups and spoons</Form.Label>
            <Form.Select value={draft.measures} onChange={(e) => change({ measures: e.target.value as RoomInput['measures'] })}>
              <option value="metric">Metric: cup 250 mL</option>
              <option value="us">US: cup 237 mL</option>
              <option value="australian">Australian: tablespoon 20 mL</option>
            </Form.Select>
          </Form.Group>
          <Form.Check id="room-nut-free" className="field" type="checkbox" label="Nut-free room" checked={draft.nut_free} onChange={(e) => change({ nut_free: e.target.checked })} />
          <Form.Check id="room-illness" className="field" type="checkbox" label="Something catching is going round" checked={draft.illness} onChange={(e) => change({ illness: e.target.checked })} />
          <Form.Check id="room-pet" className="field" type="checkbox" label="A pet comes into it" checked={draft.pet} onChange={(e) => change({ pet: e.target.checked })} />
        </fieldset>
        <fieldset disabled={readOnly} className="drawer">
          <legend>Families here keep from: noted with every plan, for them to decide</legend>
          <div className="chips">
            {vocabulary.Custom.map((c) => (
              <button key={c} type="button" aria-pressed={draft.customs?.includes(c) ?? false} onClick={() => change({ customs: flip(draft.customs ?? [], c) })}>
                {c}
              </button>
            ))}
          </div>
        </fieldset>
        <fieldset disabled={readOnly} className="drawer">
          <legend>In the drawer: amounts come in these alone</legend>
          <div className="chips">
            {book.data?.measures.map((label) => {
              const owned = draft.drawer.length ? draft.drawer : book.data.usual_measures
              return (
                <button key={label} type="button" aria-pressed={owned.includes(label)} onClick={() => change({ drawer: flip(owned, label) })}>
                  {measure(label)}
                </button>
              )
            })}
          </div>
        </fieldset>
        <h2>Children</h2>
        <fieldset disabled={readOnly}>
          <ol className="children">
            {draft.children.map((child, i) => (
              <ChildRow
                key={child.id}
                child={child}
                index={i}
                error={error?.field?.startsWith(`children/${i}/`) ? { field: error.field.split('/')[2] ?? '', text: error.message } : undefined}
                onChange={(next) => change({ children: draft.children.map((c) => (c.id === child.id ? next : c)) })}
                onRemove={() => dropChild(child.id)}
              />
            ))}
          </ol>
          {!readOnly && (
            <Button variant="outline-primary" onClick={() => change({ children: [...draft.children, newChild()] })}>
              Add a child
            </Button>
          )}
        </fieldset>
      </Form>
      <Leaving blocker={blocker} />
      {removed && (
        <Undo
          text="Child removed. Leaving deletes what is kept."
          onUndo={() => {
            setDraft((d) => ({ ...d, children: d.children.toSpliced(removed.at, 0, removed.child) }))
            setRemoved(null)
          }}
          onGone={() => setRemoved(null)}
        />
      )}
    </main>
  )
}
