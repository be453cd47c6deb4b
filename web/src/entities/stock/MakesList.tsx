import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { useNavigate } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { mayWrite, useSession } from '../../session/session'
import { duration } from '../../ui/format'
import { Mark, markWord } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { emptySetup, newPlace } from '../setup/model'
import { makesQuery } from './queries'
import { Long } from '../../ui/Long'
import { say } from './catalogue'

type Makeable = Schemas['Makeable']

const firstShown = 8

/** What can be made for a room from what is here, each a tap from being a set-up. */
export function MakesList({ room, playAt }: { room: string; playAt: string }) {
  const makes = useQuery(makesQuery(room, playAt))
  const [all, setAll] = useState(false)
  if (makes.error) return <Failure error={makes.error} retry={() => void makes.refetch()} />
  if (!makes.data) return <Waiting what={say('what-can-be-made')} />
  const { here, nearly, kept_out } = makes.data
  const shown = all ? here : here.slice(0, firstShown)
  return (
    <div className="makes">
      {here.length === 0 && <p>{say('nothing-in-the-cupboard-suits')}</p>}
      <ul aria-label={say('all-here')}>
        {shown.map((m) => (
          <Row key={m.name} make={m} room={room} playAt={playAt} />
        ))}
      </ul>
      {here.length > shown.length && (
        <Button variant="outline-primary" onClick={() => setAll(true)}>
          {say('here-more', { here: here.length - shown.length })}
        </Button>
      )}
      {nearly.length > 0 && (
        <>
          <h2>{say('nearly-one-item-missing')}</h2>
          <Long first={4} label={say('nearly')}>
            {nearly.map((m) => (
              <Row key={m.name} make={m} room={room} playAt={playAt} />
            ))}
          </Long>
        </>
      )}
      {kept_out > 0 && (
        <p className="soft">{say('in-stock-not-for-this', { moreAre: say('more-are', { count: kept_out }) })}</p>
      )}
    </div>
  )
}

function Row({ make: m, room, playAt }: { make: Makeable; room: string; playAt: string }) {
  const session = useSession()
  const client = useQueryClient()
  const navigate = useNavigate()
  const plan = useMutation({
    mutationFn: async () => {
      const id = v7()
      await ask(
        api.PUT('/api/setups/{id}', {
          params: { path: { id } },
          body: { ...emptySetup(room, playAt), name: m.name, places: [newPlace(m.base)] },
        }),
      )
      return id
    },
    onSuccess: async (id) => {
      await outdate(client, 'setup')
      await navigate(`/bench/${id}`)
    },
  })
  const takes = [
    m.minutes_hands > 0 ? say('duration-hands-on', { duration: duration(m.minutes_hands) }) : '',
    m.minutes_waiting > 0 ? say('duration-waiting', { duration: duration(m.minutes_waiting) }) : '',
    m.clean_up ? say('after-clean-up', { cleanUp: m.clean_up }) : '',
  ]
  return (
    <li>
      <Mark mark={m.mark} />
      <div>
        <b>{m.name}</b>
        <span className="soft">
          {markWord(m.mark)}
          {m.reason && `: ${m.reason.charAt(0).toLowerCase()}${m.reason.slice(1)}`}
        </span>
        <span className="soft">{takes.filter(Boolean).join(' · ')}</span>
        {m.lacking.length > 0 && (
          <span className="short">{say('no-lacking', { lacking: m.lacking.join(', ').toLowerCase() })}</span>
        )}
        {m.unweighed && (
          <span className="soft">{say('not-weighed-names', { unweighed: m.unweighed.join(', ').toLowerCase() })}</span>
        )}
        {!m.enough && (
          <span className="short">
            {m.for > 0
              ? say('enough-for-children', { children: say('children', { count: m.for }) })
              : say('not-enough-in-stock')}
          </span>
        )}
        {plan.error && <span role="alert">{plan.error.message}</span>}
      </div>
      {mayWrite(session) && (
        <Button variant="outline-primary" disabled={plan.isPending} onClick={() => plan.mutate()}>
          {say('plan-it')}
          <span className="visually-hidden"> {m.name}</span>
        </Button>
      )}
    </li>
  )
}
