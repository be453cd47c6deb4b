import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { useNavigate, useParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type ChildInput, type Room, type RoomInput } from '../../api/client'
import { limits, vocabulary } from '../../api/limits.gen'
import { centreQuery, routineQuery } from '../../entities/centre/queries'
import { bookQuery } from '../../entities/recipe/queries'
import { PrepTimes } from '../../entities/day/PrepTimes'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { useRecord } from '../../forms/record'
import { Unkept } from '../../forms/Unkept'
import { usePageTitle } from '../../ui/usePageTitle'
import { measure } from '../../ui/format'
import { Failure, Undo, Waiting } from '../../ui/States'
import { Stepper } from '../../ui/Stepper'
import { ChildRow } from './ChildRow'
import { ClassPaste } from './ClassPaste'
import { OwnMeasures } from './OwnMeasures'
import { customWord, flip, inputOf, inWords, newChild, newRoom } from '../../entities/room/model'
import { removeRoom } from '../../entities/room/removal'
import { say } from './catalogue'

/** Who prepares for a room, in short. */
function handsOf({ prep, prep_hands }: RoomInput): string {
  if (!prep?.length && !prep_hands) return say('same-prep-time-as-everyone')
  const when = prep?.length
    ? prep.map((w) => say('from-to-to', { from: w.from, to: w.to })).join(', ')
    : say('in-prep-time')
  return say('prepared-for-by-of-its', {
    prepHands: prep_hands && prep_hands > 1 ? say('prep-hands-adults', { prepHands: prep_hands }) : say('one-adult'),
    when,
  })
}

export function RoomEditor() {
  const { id } = useParams()
  const rooms = useQuery(roomsQuery)
  if (rooms.error) return <Failing error={rooms.error} retry={() => void rooms.refetch()} />
  if (!rooms.data) return <Waiting what={say('the-room')} />
  if (id === 'new') return <Editor key="new" />
  const room = rooms.data.find((r) => r.id === id)
  if (!room) return <Failing error={new Error(say('there-is-no-such-room'))} />
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
  usePageTitle(room?.name ?? say('new-room'))
  const client = useQueryClient()
  const book = useQuery(bookQuery)
  const navigate = useNavigate()
  const readOnly = !mayWrite(useSession())
  const [id] = useState(() => room?.id ?? v7())
  const [removed, setRemoved] = useState<{ at: number; child: ChildInput } | null>(null)
  const refresh = () => outdate(client, 'room')
  const [first] = useState<RoomInput>(() => (room ? inputOf(room) : newRoom()))
  const record = useRecord<RoomInput, Room, unknown>({
    first,
    version: first.version,
    send: (version, values) =>
      ask(api.PUT('/api/rooms/{id}', { params: { path: { id } }, body: { ...values, version } })),
    valuesOf: inputOf,
    words: inWords,
    onSaved: async () => {
      await refresh()
      await navigate('/rooms', { state: { saved: id } })
    },
  })
  const { values: draft, change, wrong, letGo, form } = record
  const centre = useQuery(centreQuery)
  const lines = useQuery(routineQuery)
  const routine = lines.data?.filter((h) => centre.data?.routine?.includes(h.id)) ?? []
  const struck = routine.filter((h) => draft.strikes?.includes(h.id)).length
  const remove = useMutation({
    mutationFn: () => removeRoom(id, draft.name),
    onSuccess: async (removed) => {
      letGo()
      await refresh()
      await navigate('/rooms', { state: { removed } })
    },
  })
  const dropChild = (childID: string) => {
    const at = draft.children.findIndex((c) => c.id === childID)
    const child = draft.children[at]
    if (child) setRemoved({ at, child })
    change({ children: draft.children.filter((c) => c.id !== childID) })
  }
  return (
    <main className="screen">
      <Form onSubmit={record.submit} noValidate aria-label={say('room')}>
        <header className="screen-head">
          <div>
            <h1>{room ? room.name : say('new-room')}</h1>
            <p className="soft" data-main>
              {say('say-who-is-in-the')}
            </p>
          </div>
          {!readOnly && (
            <div className="actions">
              <Button type="submit" disabled={record.busy}>
                {say('save-room')}
              </Button>
            </div>
          )}
        </header>
        <Unkept />
        {record.notices({
          conflict: (theirs) =>
            say('theirs-has-children-and-adults', { children: theirs.children.length, adults: theirs.adults }),
          other: remove.error,
        })}
        <fieldset disabled={readOnly} className="room-facts">
          <Form.Group controlId="room-name" className="field wide">
            <Form.Label>{say('name')}</Form.Label>
            <Form.Control maxLength={limits.RoomInput.name} isInvalid={!!wrong('name')} {...form.register('name')} />
          </Form.Group>
          <div className="field">
            <span className="form-label" aria-hidden="true">
              {say('adults')}
            </span>
            <Stepper
              label={say('adults')}
              value={draft.adults}
              min={0}
              max={30}
              disabled={readOnly}
              onChange={(adults) => change({ adults })}
            />
          </div>
          <Form.Group controlId="room-measures" className="field">
            <Form.Label>{say('cups-and-spoons')}</Form.Label>
            <Form.Select {...form.register('measures')}>
              <option value="metric">{say('metric-cup-250-ml')}</option>
              <option value="us">{say('us-cup-237-ml')}</option>
              <option value="australian">{say('australian-tablespoon-20-ml')}</option>
            </Form.Select>
          </Form.Group>
          <Form.Check
            id="room-nut-free"
            className="field"
            type="checkbox"
            label={say('nut-free-room')}
            {...form.register('nut_free')}
          />
          <Form.Check
            id="room-illness"
            className="field"
            type="checkbox"
            label={say('an-illness-is-going-round')}
            {...form.register('illness')}
          />
          <Form.Check
            id="room-pet"
            className="field"
            type="checkbox"
            label={say('a-pet-comes-into-it')}
            {...form.register('pet')}
          />
        </fieldset>
        <fieldset disabled={readOnly} className="drawer">
          <legend>{say('families-here-avoid-shown-with')}</legend>
          <div className="chips">
            {vocabulary.Custom.map((c) => (
              <button
                key={c}
                type="button"
                aria-pressed={draft.customs?.includes(c) ?? false}
                onClick={() => change({ customs: flip(draft.customs ?? [], c) })}
              >
                {customWord(c)}
              </button>
            ))}
          </div>
        </fieldset>
        {routine.length > 0 && (
          <details className="routine">
            <summary>
              {say('our-routine-struck', {
                struck:
                  struck === 0
                    ? say('all-of-it-is-done')
                    : say('line-struck-here', { line: say('lines', { count: struck }) }),
              })}
            </summary>
            <fieldset disabled={readOnly}>
              <legend className="soft">{say('untick-what-this-room-does')}</legend>
              {routine.map((h) => (
                <Form.Check
                  key={h.id}
                  id={`room-routine-${h.id}`}
                  type="checkbox"
                  label={h.words}
                  checked={!draft.strikes?.includes(h.id)}
                  onChange={() => change({ strikes: flip(draft.strikes ?? [], h.id) })}
                />
              ))}
            </fieldset>
          </details>
        )}
        <details
          className="routine"
          open={draft.prep?.some((_, i) => record.wrongWithin(`prep.${i}`) ?? wrong(`prep.${i}`)) || undefined}
        >
          <summary>{handsOf(draft)}</summary>
          <fieldset disabled={readOnly}>
            <legend className="soft">{say('what-this-room-plays-with')}</legend>
            <PrepTimes
              windows={draft.prep ?? []}
              wrongAt={(i) => record.wrongWithin(`prep.${i}`)?.text ?? wrong(`prep.${i}`)}
              onChange={(prep) => change({ prep })}
            />
            <div className="field">
              <span className="form-label" aria-hidden="true">
                {say('adults-of-this-room-who')}
              </span>
              <Stepper
                label={say('adults-of-this-room-who')}
                value={draft.prep_hands ?? 0}
                min={0}
                max={10}
                disabled={readOnly}
                onChange={(n) => change({ prep_hands: n || undefined })}
              />
            </div>
          </fieldset>
        </details>
        <fieldset disabled={readOnly} className="drawer">
          <legend>{say('in-the-drawer-amounts-come')}</legend>
          <div className="chips">
            {book.data?.measures.map((label) => {
              const owned = draft.drawer.length ? draft.drawer : book.data.usual_measures
              return (
                <button
                  key={label}
                  type="button"
                  aria-pressed={owned.includes(label)}
                  onClick={() => change({ drawer: flip(owned, label) })}
                >
                  {measure(label)}
                </button>
              )
            })}
          </div>
        </fieldset>
        <details
          className="routine"
          open={draft.own_measures?.some((_, i) => record.wrongWithin(`own_measures.${i}`)) || undefined}
        >
          <summary>
            {say('measures-of-our-own', {
              holds: room?.holds.length
                ? room.holds.map((h) => say('name-ml-ml', { name: h.name, ml: h.ml.toFixed(0) })).join(', ')
                : say('a-glass-or-a-handful'),
            })}
          </summary>
          <fieldset disabled={readOnly}>
            <OwnMeasures
              own={draft.own_measures ?? []}
              holds={room?.holds ?? []}
              wrongAt={(i) => record.wrongWithin(`own_measures.${i}`)}
              onChange={(own_measures) => change({ own_measures })}
            />
          </fieldset>
        </details>
        <h2>{say('children-title')}</h2>
        {!readOnly && (
          <ClassPaste
            onAdd={(more) => change({ children: [...draft.children.filter((c) => c.initials || c.born), ...more] })}
          />
        )}
        <fieldset disabled={readOnly}>
          <ol className="children">
            {draft.children.map((child, i) => (
              <ChildRow
                key={child.id}
                child={child}
                index={i}
                error={record.wrongWithin(`children.${i}`)}
                onChange={(next) => change({ children: draft.children.map((c) => (c.id === child.id ? next : c)) })}
                onRemove={() => dropChild(child.id)}
              />
            ))}
          </ol>
          {!readOnly && (
            <Button variant="outline-primary" onClick={() => change({ children: [...draft.children, newChild()] })}>
              {say('add-a-child')}
            </Button>
          )}
        </fieldset>
        {room && !readOnly && (
          <p className="delete-below">
            <Button variant="quiet" onClick={() => remove.mutate()}>
              {say('delete-this-room-and-its')}
            </Button>
          </p>
        )}
      </Form>
      {removed && (
        <Undo
          text={say('child-removed-leaving-deletes-what')}
          onUndo={() => {
            change({ children: draft.children.toSpliced(removed.at, 0, removed.child) })
            setRemoved(null)
          }}
          onGone={() => setRemoved(null)}
        />
      )}
    </main>
  )
}
