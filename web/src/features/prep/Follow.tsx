import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { feedQuery, followersQuery } from '../../entities/day/queries'
import { useSession } from '../../session/session'
import { day, month } from '../../ui/format'

/** The link by which a calendar follows what hands prepare: whoever has it reads that, until it is ended. */
export function Follow() {
  const client = useQueryClient()
  const session = useSession()
  const feed = useQuery(feedQuery)
  const [address, setAddress] = useState('')
  const after = () => client.refetchQueries(feedQuery)
  const make = useMutation({
    mutationFn: () => ask(api.PUT('/api/prep/feed')),
    onSuccess: ({ path }) => {
      setAddress(window.location.origin + (path ?? ''))
      return after()
    },
  })
  const end = useMutation({
    mutationFn: () => ask(api.DELETE('/api/prep/feed')),
    onSuccess: () => {
      setAddress('')
      return after()
    },
  })
  const error = feed.error ?? make.error ?? end.error
  const since = feed.data?.since
  return (
    <section className="follow" aria-labelledby="follow">
      <h2 id="follow">Follow in a calendar</h2>
      {address ? (
        <>
          <p>
            Give this address to a calendar that takes subscriptions. It is shown only now. Whoever has it reads what is
            prepared, with the names of rooms and set-ups; no child is in it.
          </p>
          <Form.Control
            readOnly
            aria-label="Address for the calendar"
            value={address}
            onFocus={(e) => e.target.select()}
          />
        </>
      ) : (
        <p className="soft">
          {since
            ? `A calendar follows by your link since ${day(since)}, until ${month((feed.data?.until ?? since).slice(0, 7))}. A new one ends it.`
            : 'A link of your own shows every step that is coming, and moves with them.'}
        </p>
      )}
      <p className="actions">
        <Button variant="outline-primary" onClick={() => make.mutate()}>
          {since ? 'Make a new link' : 'Make a link'}
        </Button>
        {since && (
          <Button variant="quiet" onClick={() => end.mutate()}>
            End the link
          </Button>
        )}
      </p>
      {error && <p role="alert">{error.message}</p>}
      {session.role === 'lead' && <Followers except={session.id} />}
    </section>
  )
}

/** Whose links there are beside one's own, for the lead to end: of somebody who does not work here any more. */
function Followers({ except }: { except: string }) {
  const client = useQueryClient()
  const followers = useQuery(followersQuery)
  const end = useMutation({
    mutationFn: (id: string) => ask(api.DELETE('/api/prep/feeds/{id}', { params: { path: { id } } })),
    onSuccess: () => client.refetchQueries(followersQuery),
  })
  const others = followers.data?.filter((f) => f.id !== except) ?? []
  const error = followers.error ?? end.error
  if (others.length === 0 && !error) return null
  return (
    <>
      <p className="soft">Calendars of others follow as well.</p>
      <ul className="followers">
        {others.map((f) => (
          <li key={f.id}>
            {f.name}{' '}
            <span className="soft">
              since {day(f.since)}, until {month(f.until.slice(0, 7))}
            </span>
            <Button variant="quiet" aria-label={`End the link of ${f.name}`} onClick={() => end.mutate(f.id)}>
              End the link
            </Button>
          </li>
        ))}
      </ul>
      {error && <p role="alert">{error.message}</p>}
    </>
  )
}
