import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { signWords, type Batch } from '../../entities/batch/model'
import { roomsQuery } from '../../entities/room/queries'
import { Pick } from '../../entities/thing/Pick'
import { useRecord } from '../../forms/record'
import { grams } from '../../ui/format'
import { readNumber } from '../../ui/numbers'

type Event = Omit<Schemas['BatchEventInput'], 'batch_id'>

type Doing = 'added' | 'set-aside' | 'inspected' | 'discarded' | null

/** What is typed of something that happens. */
interface Typed {
  item: { id: string; name: string } | null
  amount: string
  signs: Schemas['Sign'][]
  reason: string
}

const nothing: Typed = { item: null, amount: '', signs: [], reason: '' }

interface Noted {
  page: Schemas['BatchPage']
  event: string
  text: string
}

/** What can happen to a batch now: the usual things with one tap, the others with what they ask. */
export function Happens({
  batch: b,
  onNoted,
}: {
  batch: Batch
  onNoted: (page: Schemas['BatchPage'], event: string, text: string) => Promise<void>
}) {
  const rooms = useQuery(roomsQuery)
  const [room, setRoom] = useState(b.room_id)
  const [id, setID] = useState(() => v7())
  const [doing, setDoing] = useState<Doing>(null)
  const name = rooms.data?.find((r) => r.id === room)?.name ?? ''
  // What it asks for is the filled button: a batch past its date is thrown away, not used.
  const asks = b.state === 'past' ? 'end' : b.state === 'look-over' ? 'check' : 'use'
  const put = async (event: Event, text: string): Promise<Noted> => ({
    page: await ask(
      api.PUT('/api/batch-events/{id}', { params: { path: { id } }, body: { ...event, batch_id: b.id } }),
    ),
    event: id,
    text,
  })
  const noted = async ({ page, event, text }: Noted) => {
    setID(v7())
    setDoing(null)
    await onNoted(page, event, text)
  }
  const record = useRecord<Typed, { version: number }, Noted>({
    first: nothing,
    version: 0,
    send: (_, { item, amount, signs, reason }) => {
      const g = readNumber(amount)
      switch (doing) {
        case 'added':
          return put(
            { kind: doing, item_id: item?.id, grams: g },
            `${grams(g)} of ${item?.name.toLowerCase() ?? ''} added.`,
          )
        case 'set-aside':
          return put({ kind: doing, grams: g, room_id: room, to_id: v7() }, `${grams(g)} split off for ${name}.`)
        case 'discarded':
          return put({ kind: doing, reason: reason.trim() }, 'Thrown away.')
        default:
          return put({ kind: 'inspected', signs }, signs.length === 0 ? 'Checked: no signs.' : 'Checked.')
      }
    },
    valuesOf: () => nothing,
    onSaved: noted,
    stays: () => ({ version: 0 }),
  })
  const tap = useMutation({
    mutationFn: ({ event, text }: { event: Event; text: string }) => put(event, text),
    onSuccess: noted,
  })
  const {
    values: { item, amount, signs, reason },
    change,
    wrong,
  } = record
  const busy = record.busy || tap.isPending
  const weighed = Number.isFinite(readNumber(amount)) && readNumber(amount) > 0
  const toggle = (what: Doing) => {
    setDoing(doing === what ? null : what)
    if (doing === what) record.form.reset(nothing)
  }
  return (
    <Form className="happens" aria-label="Note what happens" noValidate onSubmit={record.submit}>
      <div className="happens-row">
        <Form.Select aria-label="Room" value={room} onChange={(e) => setRoom(e.target.value)}>
          {rooms.data?.map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}
            </option>
          ))}
        </Form.Select>
        <Button
          variant={asks === 'use' ? 'primary' : 'outline-primary'}
          disabled={busy || !name}
          onClick={() => tap.mutate({ event: { kind: 'used', room_id: room }, text: `Used in ${name}.` })}
        >
          Used in {name}
        </Button>
        {room !== b.room_id && (
          <Button
            variant="outline-primary"
            disabled={busy}
            onClick={() => tap.mutate({ event: { kind: 'moved', room_id: room }, text: `Moved to ${name}.` })}
          >
            Moved to {name}
          </Button>
        )}
        <Button
          variant={asks === 'check' ? 'primary' : 'outline-primary'}
          aria-expanded={doing === 'inspected'}
          onClick={() => toggle('inspected')}
        >
          Check it
        </Button>
        <Button variant="outline-primary" aria-expanded={doing === 'added'} onClick={() => toggle('added')}>
          Add an ingredient
        </Button>
        <Button variant="outline-primary" aria-expanded={doing === 'set-aside'} onClick={() => toggle('set-aside')}>
          Split off a portion
        </Button>
        <Button
          variant={asks === 'end' ? 'primary' : 'quiet'}
          aria-expanded={doing === 'discarded'}
          onClick={() => toggle('discarded')}
        >
          Throw it away
        </Button>
      </div>
      {doing === 'inspected' && (
        <fieldset>
          <legend>What do you see or smell?</legend>
          <div className="chips">
            {(Object.keys(signWords) as Schemas['Sign'][]).map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={signs.includes(s)}
                onClick={() => change({ signs: signs.includes(s) ? signs.filter((x) => x !== s) : [...signs, s] })}
              >
                {signWords[s]}
              </button>
            ))}
          </div>
          <Button type="submit" disabled={busy}>
            {signs.length === 0 ? 'No signs: it passes' : 'Save what you saw'}
          </Button>
        </fieldset>
      )}
      {doing === 'added' && (
        <fieldset>
          <legend>{item ? `How much ${item.name.toLowerCase()} did you add?` : 'What did you add?'}</legend>
          {item ? (
            <div className="happens-row">
              <Form.Control
                aria-label={`Grams of ${item.name}`}
                inputMode="decimal"
                maxLength={8}
                placeholder="g"
                value={amount}
                isInvalid={!!wrong('grams')}
                onChange={(e) => change({ amount: e.target.value })}
              />
              <Button type="submit" disabled={busy || !weighed}>
                Add
              </Button>
            </div>
          ) : (
            <Pick
              label="What was added"
              placeholder="flour, oats, vanilla extract"
              autoFocus
              onPick={({ id: of, name: called }) => change({ item: { id: of, name: called } })}
            />
          )}
        </fieldset>
      )}
      {doing === 'set-aside' && (
        <fieldset>
          <legend>How much do you split off for {name}?</legend>
          <div className="happens-row">
            <Form.Control
              aria-label="Grams split off"
              inputMode="decimal"
              maxLength={8}
              placeholder="g"
              value={amount}
              isInvalid={!!wrong('grams')}
              onChange={(e) => change({ amount: e.target.value })}
            />
            <Button type="submit" disabled={busy || !weighed}>
              Split off
            </Button>
          </div>
        </fieldset>
      )}
      {doing === 'discarded' && (
        <fieldset>
          <legend>Why do you throw it away?</legend>
          <div className="happens-row">
            <Form.Control
              aria-label="Why it is thrown away"
              maxLength={120}
              placeholder="past its day, dried out, spilt"
              value={reason}
              isInvalid={!!wrong('reason')}
              onChange={(e) => change({ reason: e.target.value })}
            />
            <Button type="submit" disabled={busy || reason.trim() === ''}>
              Mark as thrown away
            </Button>
          </div>
        </fieldset>
      )}
      {record.notices({ other: tap.error })}
    </Form>
  )
}
