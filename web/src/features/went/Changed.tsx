import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { api, ask, type Room, type RoomInput, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { inputOf } from '../../entities/room/model'
import { say } from './catalogue'

/** What is done otherwise next time, each with its undo; and children who could be noted as mouthing. */
export function Changed({ stored, room }: { stored: Schemas['StoredLog']; room?: Room }) {
  const client = useQueryClient()
  const undo = useMutation({
    mutationFn: (lesson: string) => ask(api.DELETE('/api/lessons/{id}', { params: { path: { id: lesson } } })),
    onSettled: () => outdate(client, 'log'),
  })
  const note = useMutation({
    mutationFn: ({ room, child }: { room: Room; child: string }) => {
      const input: RoomInput = inputOf(room)
      return ask(
        api.PUT('/api/rooms/{id}', {
          params: { path: { id: room.id } },
          body: {
            ...input,
            children: input.children.map((c) => (c.id === child ? { ...c, mouths: 'yes' as const } : c)),
          },
        }),
      )
    },
    onSettled: async () => {
      await outdate(client, 'room')
      await outdate(client, 'log')
    },
  })
  const error = undo.error ?? note.error
  const mouthing = room?.children.filter((c) => stored.mouthing.includes(c.id)) ?? []
  if (stored.changes.length === 0 && mouthing.length === 0 && !error)
    return <p role="status">{say('saved-no-change-for-next')}</p>
  return (
    <section className="changed" aria-labelledby="next-time" role="status">
      <h2 id="next-time">{say('next-time')}</h2>
      <ul>
        {stored.changes.map((c) => (
          <li key={c.id}>
            <div>
              <b>{c.words}</b>
              <span className="soft">
                {c.why}{' '}
                {c.what === 'note'
                  ? say('it-is-said-on-the')
                  : c.carried.length > 0
                    ? say('plan-changed', { plan: say('plans', { count: c.carried.length }) })
                    : say('it-is-offered-on-the')}
              </span>
            </div>
            <Button variant="quiet" disabled={undo.isPending} onClick={() => undo.mutate(c.id)}>
              {say('undo')}
              <span className="visually-hidden"> {c.words}</span>
            </Button>
          </li>
        ))}
        {room &&
          mouthing.map((c) => (
            <li key={c.id}>
              <div>
                <b>{say('is-not-listed-as-mouthing', { initials: c.initials })}</b>
                <span className="soft">{say('if-you-save-this-all')}</span>
              </div>
              <Button
                variant="outline-primary"
                disabled={note.isPending}
                onClick={() => note.mutate({ room, child: c.id })}
              >
                {say('initials-mouths', { initials: c.initials })}
              </Button>
            </li>
          ))}
      </ul>
      {error && <p role="alert">{error.message}</p>}
    </section>
  )
}
