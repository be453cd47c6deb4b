import { useMutation, useQueryClient } from '@tanstack/react-query'
import { sessionQuery } from '../session/queries'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { outbox } from '../api/outbox'
import { NavLink, Outlet } from 'react-router'
import { api, ask } from '../api/client'
import { plural } from '../ui/format'
import { Check } from '../features/check/Check'
import { useSession } from '../session/session'
import { keepTheme, storedTheme, type Theme } from './theme'

/** The frame around every screen: the jug to move by, and Check one key away. */
export function Shell() {
  const session = useSession()
  const [checking, setChecking] = useState(false)
  const [opened, setOpened] = useState(0)
  const check = () => {
    setOpened((n) => n + 1)
    setChecking(true)
  }
  const hide = () => {
    // What is typed while the panel slides out is not typed into it.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
    setChecking(false)
  }
  useEffect(() => {
    const open = (e: KeyboardEvent) => {
      const at = e.target instanceof HTMLElement ? e.target : null
      const typing = at && (at.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(at.tagName))
      if (e.key === '/' && !typing && !e.ctrlKey && !e.metaKey && !e.altKey) {
        e.preventDefault()
        check()
      }
    }
    window.addEventListener('keydown', open)
    return () => window.removeEventListener('keydown', open)
  }, [])
  return (
    <div className="shell">
      <nav className="jug" aria-label="Main">
        <NavLink className="brand" to="/bench">
          emblo
        </NavLink>
        <NavLink className="mark" to="/rooms">
          Rooms
        </NavLink>
        <NavLink className="mark" to="/bench">
          Bench
        </NavLink>
        <NavLink className="mark" to="/shelf">
          Shelf
        </NavLink>
        <NavLink className="mark" to="/recipes">
          Recipes
        </NavLink>
        <button type="button" className="mark" onClick={check}>
          Check <kbd>/</kbd>
        </button>
        <NavLink className="mark" to="/list">
          List
        </NavLink>
        <NavLink className="mark" to="/rules">
          Rules
        </NavLink>
        <div className="foot">
          <span>{session.centre.name}</span>
          <span>{session.name}</span>
          <Waits />
          <ThemeButton />
          <SignOut />
        </div>
      </nav>
      <Outlet />
      <Check opened={opened} show={checking} onHide={hide} />
    </div>
  )
}

/** What waits on this device for the line to come back. */
function Waits() {
  const count = useSyncExternalStore(outbox.subscribe, outbox.waiting)
  return (
    <span role="status" className={count > 0 ? 'waits' : undefined}>
      {count > 0 ? `${plural(count, 'change')} kept here until the line is back` : ''}
    </span>
  )
}

function ThemeButton() {
  const [theme, setTheme] = useState<Theme>(storedTheme)
  const other: Theme = theme === 'dark' ? 'light' : 'dark'
  return (
    <button
      type="button"
      onClick={() => {
        keepTheme(other)
        setTheme(other)
      }}
    >
      {other === 'dark' ? 'Evening light' : 'Day light'}
    </button>
  )
}

function SignOut() {
  const client = useQueryClient()
  const out = useMutation({
    mutationFn: () => ask(api.DELETE('/api/session')),
    onSuccess: () => {
      client.clear()
      client.setQueryData(sessionQuery.queryKey, null)
    },
  })
  return (
    <button type="button" onClick={() => out.mutate()}>
      {out.isError ? 'Sign out: try again' : 'Sign out'}
    </button>
  )
}
