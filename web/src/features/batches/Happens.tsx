import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { signWords, type Batch } from '../../entities/batch/model'
import { roomsQuery } from '../../entities/room/queries'
import { PickThing } from '../../entities/thing/PickThing'
import { useRecord } from '../../forms/record'
import { grams } from '../../ui/format'
import { readNumber } from '../../ui/numbers'
import { say } from './catalogue'

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
            say('grams-of-name-added', { grams: grams(g), name: item?.name.toLowerCase() ?? '' }),
          )
        case 'set-aside':
          return put(
            { kind: doing, grams: g, room_id: room, to_id: v7() },
            say('split-off-for', { grams: grams(g), name }),
          )
        case 'discarded':
          return put({ kind: doing, reason: reason.trim() }, say('thrown-away'))
        default:
          return put({ kind: 'inspected', signs }, signs.length === 0 ? say('checked-no-signs') : say('checked'))
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
    <Form className="happens" aria-label={say('note-what-happens')} noValidate onSubmit={record.submit}>
      <div className="happens-row">
        <Form.Select aria-label={say('room')} value={room} onChange={(e) => setRoom(e.target.value)}>
          {rooms.data?.map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}
            </option>
          ))}
        </Form.Select>
        <Button
          variant={asks === 'use' ? 'primary' : 'outline-primary'}
          disabled={busy || !name}
          onClick={() => tap.mutate({ event: { kind: 'used', room_id: room }, text: say('used-in-name', { name }) })}
        >
          {say('used-in-name-title', { name })}
        </Button>
        {room !== b.room_id && (
          <Button
            variant="outline-primary"
            disabled={busy}
            onClick={() =>
              tap.mutate({ event: { kind: 'moved', room_id: room }, text: say('moved-to-name', { name }) })
            }
          >
            {say('moved-to-name-title', { name })}
          </Button>
        )}
        <Button
          variant={asks === 'check' ? 'primary' : 'outline-primary'}
          aria-expanded={doing === 'inspected'}
          onClick={() => toggle('inspected')}
        >
          {say('check-it')}
        </Button>
        <Button variant="outline-primary" aria-expanded={doing === 'added'} onClick={() => toggle('added')}>
          {say('add-an-ingredient')}
        </Button>
        <Button variant="outline-primary" aria-expanded={doing === 'set-aside'} onClick={() => toggle('set-aside')}>
          {say('split-off-a-portion')}
        </Button>
        <Button
          variant={asks === 'end' ? 'primary' : 'quiet'}
          aria-expanded={doing === 'discarded'}
          onClick={() => toggle('discarded')}
        >
          {say('throw-it-away')}
        </Button>
      </div>
      {doing === 'inspected' && (
        <fieldset>
          <legend>{say('what-do-you-see-or')}</legend>
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
            {signs.length === 0 ? say('no-signs-it-passes') : say('save-what-you-saw')}
          </Button>
        </fieldset>
      )}
      {doing === 'added' && (
        <fieldset>
          <legend>
            {item ? say('how-much-did-you-add', { name: item.name.toLowerCase() }) : say('what-did-you-add')}
          </legend>
          {item ? (
            <div className="happens-row">
              <Form.Control
                aria-label={say('grams-of-name', { name: item.name })}
                inputMode="decimal"
                maxLength={8}
                placeholder="g"
                value={amount}
                isInvalid={!!wrong('grams')}
                onChange={(e) => change({ amount: e.target.value })}
              />
              <Button type="submit" disabled={busy || !weighed}>
                {say('add')}
              </Button>
            </div>
          ) : (
            <PickThing
              label={say('what-was-added')}
              placeholder={say('flour-oats-vanilla-extract')}
              autoFocus
              onPick={({ id: of, name: called }) => change({ item: { id: of, name: called } })}
            />
          )}
        </fieldset>
      )}
      {doing === 'set-aside' && (
        <fieldset>
          <legend>{say('how-much-do-you-split', { name })}</legend>
          <div className="happens-row">
            <Form.Control
              aria-label={say('grams-split-off')}
              inputMode="decimal"
              maxLength={8}
              placeholder="g"
              value={amount}
              isInvalid={!!wrong('grams')}
              onChange={(e) => change({ amount: e.target.value })}
            />
            <Button type="submit" disabled={busy || !weighed}>
              {say('split-off')}
            </Button>
          </div>
        </fieldset>
      )}
      {doing === 'discarded' && (
        <fieldset>
          <legend>{say('why-do-you-throw-it')}</legend>
          <div className="happens-row">
            <Form.Control
              aria-label={say('why-it-is-thrown-away')}
              maxLength={120}
              placeholder={say('past-its-day-dried-out')}
              value={reason}
              isInvalid={!!wrong('reason')}
              onChange={(e) => change({ reason: e.target.value })}
            />
            <Button type="submit" disabled={busy || reason.trim() === ''}>
              {say('mark-as-thrown-away')}
            </Button>
          </div>
        </fieldset>
      )}
      {record.notices({ other: tap.error })}
    </Form>
  )
}
