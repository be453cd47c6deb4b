import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { feedQuery, followersQuery } from '../../entities/day/queries'
import { useSession } from '../../session/session'
import { day, month } from '../../ui/format'
import { say } from './catalogue'

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
      <h2 id="follow">{say('follow-in-a-calendar')}</h2>
      {address ? (
        <>
          <p>{say('give-this-address-to-a')}</p>
          <Form.Control
            readOnly
            aria-label={say('address-for-the-calendar')}
            value={address}
            onFocus={(e) => e.target.select()}
          />
        </>
      ) : (
        <p className="soft">
          {since
            ? say('a-calendar-follows-by-your', {
                day: day(since),
                month: month((feed.data?.until ?? since).slice(0, 7)),
              })
            : say('a-link-of-your-own')}
        </p>
      )}
      <p className="actions">
        <Button variant="outline-primary" onClick={() => make.mutate()}>
          {since ? say('make-a-new-link') : say('make-a-link')}
        </Button>
        {since && (
          <Button variant="quiet" onClick={() => end.mutate()}>
            {say('end-the-link')}
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
      <p className="soft">{say('calendars-of-others-follow-as')}</p>
      <ul className="followers">
        {others.map((f) => (
          <li key={f.id}>
            {f.name}{' '}
            <span className="soft">
              {say('since-day-until-month', { day: day(f.since), month: month(f.until.slice(0, 7)) })}
            </span>
            <Button
              variant="quiet"
              aria-label={say('end-the-link-of', { name: f.name })}
              onClick={() => end.mutate(f.id)}
            >
              {say('end-the-link')}
            </Button>
          </li>
        ))}
      </ul>
      {error && <p role="alert">{error.message}</p>}
    </>
  )
}
