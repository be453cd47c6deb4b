import { useQuery } from '@tanstack/react-query'
import { Form } from 'react-bootstrap'
import { useSearchParams } from 'react-router'
import { MakesList } from '../../entities/stock/MakesList'
import { roomsQuery } from '../../entities/room/queries'
import { todayQuery } from '../../entities/day/queries'
import { dayAndTime } from '../../ui/format'
import { Empty, Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { nextOpening } from '../../entities/setup/model'
import { say } from './catalogue'

/** What can I make? */
export function Makes() {
  usePageTitle(say('what-can-i-make'))
  const rooms = useQuery(roomsQuery)
  const today = useQuery(todayQuery)
  const [params, setParams] = useSearchParams()
  const room = rooms.data?.find((r) => r.id === params.get('room')) ?? rooms.data?.[0]
  const error = rooms.error ?? today.error
  const opens = today.data && nextOpening(today.data.now)
  return (
    <main className="screen">
      <header className="screen-head">
        <div>
          <h1>{say('what-can-i-make')}</h1>
          <p className="soft" data-main>
            {say('fewest-precautions-first-then-fewest', {
              opens: opens && say('for-play-day-and-time', { dayAndTime: dayAndTime(opens) }),
            })}
          </p>
        </div>
        <Form.Select
          className="room-choice"
          aria-label={say('room')}
          value={room?.id ?? ''}
          onChange={(e) => setParams({ room: e.target.value }, { replace: true })}
        >
          {rooms.data?.map((r) => (
            <option key={r.id} value={r.id}>
              {r.name}
            </option>
          ))}
        </Form.Select>
      </header>
      {error && <Failure error={error} retry={() => void today.refetch()} />}
      {rooms.data?.length === 0 && <Empty>{say('add-a-room-first-what')}</Empty>}
      {!error && !opens && <Waiting what={say('the-day')} />}
      {room && opens && <MakesList room={room.id} playAt={opens} />}
    </main>
  )
}
