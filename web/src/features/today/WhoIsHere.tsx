import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ApiError, ask, type ChildInput, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { useRecord } from '../../forms/record'
import { Unkept } from '../../forms/Unkept'
import { mayWrite, useSession } from '../../session/session'
import { month } from '../../ui/format'
import { Stepper } from '../../ui/Stepper'
import { allergenWord } from '../../entities/allergen/words'
import { say } from './catalogue'

type RoomDay = Schemas['RoomDay']

/** Who is here today: the plans of the day are judged for them. Rooms in which something opens come first. */
export function WhoIsHere({ rooms, day, playing }: { rooms: RoomDay[]; day: string; playing: Set<string> }) {
  const first = rooms.filter((r) => playing.has(r.room_id))
  const [whole, setWhole] = useState(false)
  const all = first.length === 0 || whole
  // One list, so that what is typed in a room stays when it begins to play.
  return (
    <section className="who-is-here" aria-labelledby="who-is-here">
      <h2 id="who-is-here">{say('who-is-here-today')}</h2>
      <Unkept />
      {[...first, ...rooms.filter((r) => !playing.has(r.room_id))].map((r) => (
        <div key={r.room_id} hidden={!all && !playing.has(r.room_id)}>
          <InRoom room={r} day={day} />
        </div>
      ))}
      {first.length > 0 && first.length < rooms.length && (
        <Button variant="quiet" aria-expanded={whole} onClick={() => setWhole(!whole)}>
          {say('in-the-other-rooms')}
        </Button>
      )}
    </section>
  )
}

const nothing = { line: '' }

function InRoom({ room: r, day }: { room: RoomDay; day: string }) {
  const session = useSession()
  const client = useQueryClient()
  const save = useMutation({
    mutationFn: ({ adults, visitors }: { adults: number; visitors: ChildInput[] }) =>
      ask(
        api.PUT('/api/rooms/{id}/days/{day}', {
          params: { path: { id: r.room_id, day } },
          body: { version: r.version, adults, visitors },
        }),
      ),
    onSettled: () => outdate(client, 'day'),
  })
  const record = useRecord<typeof nothing, { version: number }, unknown>({
    first: nothing,
    version: 0,
    send: async (_, { line }) => {
      const [read] = await ask(api.POST('/api/rooms/class', { body: { lines: line } }))
      if (!read?.child) throw new ApiError(422, read?.fault ?? say('type-two-letters-the-birth'), 'line')
      try {
        await save.mutateAsync({ adults: r.adults, visitors: [...r.visitors, { ...read.child, id: v7() }] })
      } catch (e) {
        // What somebody else said of the day is shown by now, and this line goes on top of it.
        throw e instanceof ApiError && e.status === 409
          ? new ApiError(422, say('someone-else-just-changed-who'), 'line')
          : e
      }
    },
    valuesOf: () => nothing,
    onSaved: () => undefined,
    stays: () => ({ version: 0 }),
  })
  const {
    values: { line },
    change,
    wrong,
  } = record
  if (r.unreadable) return <p className="short">{r.unreadable}</p>
  const busy = save.isPending || record.busy
  return (
    <div className="in-room">
      <h3>
        {r.name} <span className="soft">{say('children', { count: r.children })}</span>
      </h3>
      <Stepper
        label={say('adults-in-today', { name: r.name })}
        unit={r.adults === 1 ? say('adult') : say('adults')}
        value={r.adults}
        min={0}
        max={30}
        disabled={!mayWrite(session) || busy}
        onChange={(adults) => save.mutate({ adults, visitors: r.visitors })}
      />
      <span className="soft">
        {r.version === 0
          ? say('as-usual')
          : r.adults === r.usual
            ? say('as-usual')
            : say('on-any-other-day', { usual: r.usual })}
      </span>
      {(r.short ?? 0) > 0 && (
        <span className="short">
          {say('more-needed-for-ratio', { short: r.short, short2: r.short === 1 ? say('adult') : say('adults') })}
        </span>
      )}
      {r.visitors.length > 0 && (
        <ul className="visitors" aria-label={say('children-who-visit', { name: r.name })}>
          {r.visitors.map((v) => (
            <li key={v.id}>
              <b>{v.initials}</b>{' '}
              <span className="soft">
                {[month(v.born), ...v.allergies.map((a) => a.note || allergenWord(a.to))].join(', ')}
              </span>
              {mayWrite(session) && (
                <Button
                  variant="quiet"
                  className="drop-x"
                  aria-label={say('does-not-visit', { initials: v.initials })}
                  disabled={busy}
                  onClick={() => save.mutate({ adults: r.adults, visitors: r.visitors.filter((x) => x.id !== v.id) })}
                >
                  ×
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {mayWrite(session) && (
        <form
          className="visit"
          aria-label={say('a-child-visits-name', { name: r.name })}
          noValidate
          onSubmit={record.submit}
        >
          <Form.Control
            aria-label={say('a-child-visits-name', { name: r.name })}
            placeholder={say('visiting-child-vx-sep-2024')}
            maxLength={120}
            value={line}
            isInvalid={!!wrong('line')}
            onChange={(e) => change({ line: e.target.value })}
          />
          <Button type="submit" variant="outline-primary" disabled={busy || line.trim() === ''}>
            {say('add')}
            <span className="visually-hidden"> {say('to-name', { name: r.name })}</span>
          </Button>
        </form>
      )}
      {record.notices({ other: save.error })}
    </div>
  )
}
