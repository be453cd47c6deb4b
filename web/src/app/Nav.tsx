import { useState } from 'react'
import { Offcanvas } from 'react-bootstrap'
import { NavLink, useLocation } from 'react-router'
import type { ReactNode } from 'react'
import { say } from './catalogue'

interface Place {
  to: string
  name: string
  /** Other addresses that belong to it. */
  also?: string
}

/** Where the day's work is. An entry comes with its screen. */
const work: Place[] = [
  { to: '/today', name: say('today') },
  { to: '/bench', name: say('set-ups') },
  { to: '/prep', name: say('prep') },
  { to: '/cupboard', name: say('cupboard') },
]

/** What is looked up. */
const books: Place[] = [
  { to: '/recipes', name: say('recipes') },
  { to: '/shelf', name: say('materials') },
]
const house: Place[] = [
  { to: '/rules', name: say('rules') },
  { to: '/rooms', name: say('centre'), also: '/settings' },
]

function Mark({ to, name, also, onGo }: Place & { onGo?: () => void }) {
  const here = useLocation().pathname
  return (
    <NavLink
      className={({ isActive }) => (isActive || (also && here.startsWith(also)) ? 'mark active' : 'mark')}
      to={to}
      onClick={onGo}
    >
      {name}
    </NavLink>
  )
}

/**
 * The graduations of the jug: the day's work, a gap, what is looked up. On a phone it is a bar
 * at the foot, with Check in it and the rest under More.
 */
export function Nav({ onCheck, foot }: { onCheck: () => void; foot: ReactNode }) {
  const [more, setMore] = useState(false)
  return (
    <nav className="jug" aria-label={say('main')}>
      <NavLink className="brand" to="/today">
        {say('emblo')}
      </NavLink>
      {work.map((p) => (
        <Mark key={p.to} {...p} />
      ))}
      <span className="gap" aria-hidden="true" />
      <div className="wide">
        {books.map((p) => (
          <Mark key={p.to} {...p} />
        ))}
      </div>
      <button type="button" className="mark check" onClick={onCheck}>
        {say('check')}
        <kbd aria-hidden="true">/</kbd>
      </button>
      <div className="wide">
        {house.map((p) => (
          <Mark key={p.to} {...p} />
        ))}
      </div>
      <button type="button" className="mark more" aria-haspopup="dialog" onClick={() => setMore(true)}>
        {say('more')}
      </button>
      <div className="foot">{foot}</div>
      <Offcanvas
        show={more}
        onHide={() => setMore(false)}
        placement="bottom"
        enforceFocus={more}
        className="more-sheet"
        aria-label={say('more')}
      >
        <Offcanvas.Header closeButton>
          <Offcanvas.Title as="h2">{say('more')}</Offcanvas.Title>
        </Offcanvas.Header>
        <Offcanvas.Body>
          {[...books, ...house].map((p) => (
            <Mark key={p.to} {...p} onGo={() => setMore(false)} />
          ))}
          <div className="foot">{foot}</div>
        </Offcanvas.Body>
      </Offcanvas>
    </nav>
  )
}
