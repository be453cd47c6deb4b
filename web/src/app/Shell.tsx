import { useMutation, useQueryClient } from '@tanstack/react-query'
import { sessionQuery } from '../session/queries'
import { lazy, Suspense, useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react'
import { outbox } from '../api/outbox'
import { Outlet, useLocation } from 'react-router'
import { api, ask } from '../api/client'
import { plural } from '../ui/format'
import { useSession } from '../session/session'
import { Nav } from './Nav'
import { keepTheme, storedTheme, type Theme } from './theme'

const Check = lazy(() => import('../features/check/Check').then((m) => ({ default: m.Check })))

/** The frame around every screen: the jug to move by, and Check one key away. */
export function Shell() {
  const session = useSession()
  const [checking, setChecking] = useState(false)
  const [opened, setOpened] = useState(0)
  const content = useRef<HTMLDivElement>(null)
  const { pathname } = useLocation()
  const before = useRef(pathname)
  useEffect(() => {
    // On another page the focus goes with it, so that reading and tabbing start there.
    if (before.current !== pathname && !content.current?.contains(document.activeElement)) content.current?.focus({ preventScroll: true })
    before.current = pathname
  }, [pathname])
  const from = useRef<Element | null>(null)
  const check = () => {
    from.current = document.activeElement
    setOpened((n) => n + 1)
    setChecking(true)
  }
  const hide = () => {
    // What is typed while the panel slides out is not typed into it: the focus is back at once.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
    if (from.current instanceof HTMLElement && from.current.isConnected) from.current.focus({ preventScroll: true })
    setChecking(false)
  }
  // Before the page is seen: whoever presses a key at once is heard.
  useLayoutEffect(() => {
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
      <a className="skip" href="#content">
        Skip to the page
      </a>
      <Nav
        onCheck={check}
        foot={
          <>
            <span>{session.centre.name}</span>
            <span>{session.name}</span>
            <Waits />
            <ThemeButton />
            <SignOut />
          </>
        }
      />
      <div id="content" ref={content} tabIndex={-1}>
        <Outlet />
      </div>
      <Suspense fallback={null}>
        <Check opened={opened} show={checking} onHide={hide} />
      </Suspense>
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
    onSuccess: () => client.setQueryData(sessionQuery.queryKey, null),
  })
  return (
    <button type="button" onClick={() => out.mutate()}>
      {out.isError ? 'Sign out: try again' : 'Sign out'}
    </button>
  )
}
