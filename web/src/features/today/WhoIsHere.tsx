import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type ChildInput, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { Unkept } from '../../forms/Unkept'
import { mayWrite, useSession } from '../../session/session'
import { month, plural } from '../../ui/format'
import { Stepper } from '../../ui/Stepper'

type RoomDay = Schemas['RoomDay']

/** Who is here today: the plans of the day are judged for them. Rooms in which something opens come first. */
export function WhoIsHere({ rooms, day, playing }: { rooms: RoomDay[]; day: string; playing: Set<string> }) {
  const first = rooms.filter((r) => playing.has(r.room_id))
  const others = rooms.filter((r) => !playing.has(r.room_id))
  return (
    <section className="who-is-here" aria-labelledby="who-is-here">
      <h2 id="who-is-here">Who is here today?</h2>
      <Unkept />
      {first.map((r) => (
        <InRoom key={r.room_id} room={r} day={day} />
      ))}
      {others.length > 0 && (
        <details open={first.length === 0}>
          <summary>{first.length === 0 ? 'In each room' : 'In the other rooms'}</summary>
          {others.map((r) => (
            <InRoom key={r.room_id} room={r} day={day} />
          ))}
        </details>
      )}
    </section>
  )
}

function InRoom({ room: r, day }: { room: RoomDay; day: string }) {
  const session = useSession()
  const client = useQueryClient()
  const [line, setLine] = useState('')
  const save = useMutation({
    mutationFn: ({ adults, visitors }: { adults: number; visitors: ChildInput[] }) => ask(api.PUT('/api/rooms/{id}/days/{day}', { params: { path: { id: r.room_id, day } }, body: { version: r.version, adults, visitors } })),
    onSettled: () => outdate(client, 'day'),
  })
  const add = useMutation({
    mutationFn: async () => {
      const [read] = await ask(api.POST('/api/rooms/class', { body: { lines: line } }))
      if (!read?.child) throw new Error(read?.fault ?? 'Type two letters, the birth month and what matters.')
      await save.mutateAsync({ adults: r.adults, visitors: [...r.visitors, { ...read.child, id: v7() }] })
    },
    onSuccess: () => setLine(''),
  })
  if (r.unreadable) return <p className="short">{r.unreadable}</p>
  const error = add.error ?? save.error
  const busy = save.isPending || add.isPending
  return (
    <div className="in-room">
      <h3>
        {r.name} <span className="soft">{plural(r.children, 'child', 'children')}</span>
      </h3>
      <Stepper label={`Adults in ${r.name} today`} unit={r.adults === 1 ? 'adult' : 'adults'} value={r.adults} min={0} max={30} disabled={!mayWrite(session) || busy} onChange={(adults) => save.mutate({ adults, visitors: r.visitors })} />
      <span className="soft">{r.version === 0 ? `as usual; nobody has said for today` : r.adults === r.usual ? 'as usual' : `${r.usual} on any other day`}</span>
      {(r.short ?? 0) > 0 && <span className="short">{plural(r.short ?? 0, 'adult')} short by the staffing table</span>}
      {r.visitors.length > 0 && (
        <ul className="visitors" aria-label={`Children who visit ${r.name}`}>
          {r.visitors.map((v) => (
            <li key={v.id}>
              <b>{v.initials}</b> <span className="soft">{[month(v.born), ...v.allergies.map((a) => a.note || a.to)].join(', ')}</span>
              {mayWrite(session) && (
                <Button variant="quiet" className="drop-x" aria-label={`${v.initials} does not visit`} disabled={busy} onClick={() => save.mutate({ adults: r.adults, visitors: r.visitors.filter((x) => x.id !== v.id) })}>
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
          onSubmit={(e) => {
            e.preventDefault()
            add.mutate()
          }}
        >
          <Form.Control aria-label={`A child visits ${r.name}`} placeholder="A child visits: VX Sep 2024 sesame" maxLength={120} value={line} onChange={(e) => setLine(e.target.value)} />
          <Button type="submit" variant="outline-primary" disabled={busy || line.trim() === ''}>
            Add<span className="visually-hidden"> to {r.name}</span>
          </Button>
        </form>
      )}
      {error && <p role="alert">{error.message}</p>}
    </div>
  )
}
