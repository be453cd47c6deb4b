import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { feedQuery } from '../../entities/day/queries'
import { day } from '../../ui/format'

/** The link by which a calendar follows what hands prepare: whoever has it reads that, until it is ended. */
export function Follow() {
  const client = useQueryClient()
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
            Give this address to a calendar that takes subscriptions. It is shown only now. Whoever has it reads what is prepared, with the names of rooms and set-ups; no child is in it.
          </p>
          <Form.Control readOnly aria-label="Address for the calendar" value={address} onFocus={(e) => e.target.select()} />
        </>
      ) : (
        <p className="soft">{since ? `A calendar follows by your link since ${day(since)}. A new one ends it.` : 'A link of your own shows every step that is coming, and moves with them.'}</p>
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
    </section>
  )
}
