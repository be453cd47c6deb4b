import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { lazy, Suspense, useState } from 'react'
import { Link, useLocation } from 'react-router'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { AgeStrip } from '../../entities/room/AgeStrip'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { centrePages } from '../../entities/centre/pages'
import { Tabs } from '../../ui/Tabs'
import { asks, measureWords, staffing } from '../../entities/room/model'
import { restoreRoom, type RemovedRoom } from '../../entities/room/removal'
import { say } from './catalogue'

const Mends = lazy(() => import('../../entities/setup/Mends'))

/** What the page is told by the one that leads to it. */
interface Told {
  /** A room that was just deleted. */
  removed?: RemovedRoom
  /** A room that was just saved: what fell with it is said at once. */
  saved?: string
}

export function Rooms() {
  usePageTitle(say('rooms'))
  const session = useSession()
  const rooms = useQuery(roomsQuery)
  const client = useQueryClient()
  const location = useLocation()
  const told = location.state as Told | null
  const [removed, setRemoved] = useState(told?.removed)
  const restore = useMutation({
    mutationFn: restoreRoom,
    onSuccess: () => {
      setRemoved(undefined)
      return outdate(client, 'room')
    },
  })
  const add = mayWrite(session) && (
    <Link className="btn btn-primary" to="/rooms/new">
      {say('add-a-room')}
    </Link>
  )
  return (
    <main className="screen">
      <Tabs label={say('centre')} pages={centrePages} />
      <header className="screen-head">
        <div>
          <h1>{say('rooms')}</h1>
          <p className="soft" data-main>
            {say('two-letters-and-a-birth', { ratioTitle: session.centre.ratio_title })}
          </p>
        </div>
        {rooms.data && rooms.data.length > 0 && add}
      </header>
      {restore.error && <Failure error={restore.error} />}
      {rooms.error && <Failure error={rooms.error} retry={() => void rooms.refetch()} />}
      {!rooms.data && !rooms.error && <Waiting what={say('the-rooms')} />}
      {rooms.data?.length === 0 && <Empty action={add}>{say('a-room-says-who-plays')}</Empty>}
      {told?.saved && (
        <Suspense>
          <Mends room={told.saved} />
        </Suspense>
      )}
      <ul className="rooms">
        {rooms.data?.map((room) => (
          <li key={room.id}>
            <div className="who">
              <h2 className="entry">
                <Link to={`/rooms/${room.id}`}>{room.name}</Link>
              </h2>
              <p className="soft">
                {say('youngest-treated-as', {
                  youngestWords: room.group.youngest_words,
                  measureWords: measureWords[room.measures],
                })}
              </p>
              {room.unreadable && (
                <p className="short" role="alert">
                  {room.unreadable}
                </p>
              )}
              {asks(room).length > 0 && <p className="asks">{asks(room).join(' · ')}</p>}
            </div>
            <AgeStrip group={room.group} width={520} />
            <div className="count">
              <span className="figure">{say('children', { count: room.group.children })}</span>
              <span className={room.group.adults < room.group.adults_needed ? 'short' : 'soft'}>
                {staffing(room.group)}
              </span>
            </div>
          </li>
        ))}
      </ul>
      {removed && (
        <Undo
          text={say('and-its-set-ups-removed', { name: removed.name })}
          onUndo={() => restore.mutate(removed)}
          onGone={() => setRemoved(undefined)}
        />
      )}
      <NotSecure />
    </main>
  )
}

/** Says what a browser does not give to a page that came over an open network, and what to do about it. */
function NotSecure() {
  if (window.isSecureContext) return null
  return <p className="soft">{say('this-page-is-not-opened')}</p>
}
