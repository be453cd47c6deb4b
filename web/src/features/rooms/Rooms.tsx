import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useState } from 'react'
import { Link, useLocation } from 'react-router'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { AgeStrip } from '../../ui/AgeStrip'
import { plural } from '../../ui/format'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { centrePages } from '../../entities/centre/pages'
import { Tabs } from '../../ui/Tabs'
import { asks, measureWords, staffing } from '../../entities/room/model'
import { restoreRoom, type RemovedRoom } from '../../entities/room/removal'

export function Rooms() {
  usePageTitle('Rooms')
  const session = useSession()
  const rooms = useQuery(roomsQuery)
  const client = useQueryClient()
  const location = useLocation()
  const [removed, setRemoved] = useState(location.state as RemovedRoom | null)
  const restore = useMutation({
    mutationFn: restoreRoom,
    onSuccess: () => {
      setRemoved(null)
      return outdate(client, 'room')
    },
  })
  const add = mayWrite(session) && (
    <Link className="btn btn-primary" to="/rooms/new">
      Add a room
    </Link>
  )
  return (
    <main className="screen">
      <Tabs label="Centre" pages={centrePages} />
      <header className="screen-head">
        <div>
          <h1>Rooms</h1>
          <p className="soft">
            Two letters and a birth month for each child; every rule uses the age they count as. Staffing:{' '}
            {session.centre.ratio_title}.
          </p>
        </div>
        {rooms.data && rooms.data.length > 0 && add}
      </header>
      {restore.error && <Failure error={restore.error} />}
      {rooms.error && <Failure error={rooms.error} retry={() => void rooms.refetch()} />}
      {!rooms.data && !rooms.error && <Waiting what="the rooms" />}
      {rooms.data?.length === 0 && (
        <Empty action={add}>A room says who plays: ages, who mouths things, allergies, adults. Add one first.</Empty>
      )}
      <ul className="rooms">
        {rooms.data?.map((room) => (
          <li key={room.id}>
            <div className="who">
              <h2 className="entry">
                <Link to={`/rooms/${room.id}`}>{room.name}</Link>
              </h2>
              <p className="soft">
                youngest treated as {room.group.youngest_words} · {measureWords[room.measures]}
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
              <span className="figure">{plural(room.group.children, 'child', 'children')}</span>
              <span className={room.group.adults < room.group.adults_needed ? 'short' : 'soft'}>
                {staffing(room.group)}
              </span>
            </div>
          </li>
        ))}
      </ul>
      {removed && (
        <Undo
          text={`${removed.name} and its set-ups removed.`}
          onUndo={() => restore.mutate(removed)}
          onGone={() => setRemoved(null)}
        />
      )}
      <NotSecure />
    </main>
  )
}

/** Says what a browser does not give to a page that came over an open network, and what to do about it. */
function NotSecure() {
  if (window.isSecureContext) return null
  return (
    <p className="soft">
      This page is not opened over a secure address. Here Emblo cannot open without a line, keep the screen awake while
      you prepare, or use a camera or a scale, and what tells of children is kept only while the page is open. Whoever
      runs Emblo gives it a certificate (EMBLO_TLS_CERT) to change that.
    </p>
  )
}
