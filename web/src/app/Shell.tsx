import { useMutation, useQueryClient } from '@tanstack/react-query'
import { sessionQuery } from '../session/queries'
import { lazy, Suspense, useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react'
import { waitsHere } from '../api/letter'
import { outbox } from '../api/outbox'
import { Button, Form, Modal } from 'react-bootstrap'
import { Link, Outlet, useLocation } from 'react-router'
import { api, ask } from '../api/client'
import { useSession } from '../session/session'
import { Leaving, leaving } from '../forms/Leaving'
import { Nav } from './Nav'
import { newer } from './kept'
import { keepTheme, storedTheme, type Theme } from './theme'
import { languages } from '../session/languages'
import { say } from './catalogue'

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
    if (before.current !== pathname && !content.current?.contains(document.activeElement))
      content.current?.focus({ preventScroll: true })
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
        {say('skip-to-the-page')}
      </a>
      <Nav
        onCheck={check}
        foot={
          <>
            <span>{session.centre.name}</span>
            <span>{session.name}</span>
            <Newer />
            <ThemeButton />
            <LanguageChoice />
            <SignOut />
          </>
        }
      />
      <div id="content" ref={content} tabIndex={-1}>
        <Waits />
        <Outlet />
      </div>
      <Suspense fallback={null}>
        <Check opened={opened} show={checking} onHide={() => leaving(hide)} />
      </Suspense>
      <Leaving />
    </div>
  )
}

/** What waits on this device for the line to come back, and what came back refused: told wherever one is. */
function Waits() {
  const unsent = useSyncExternalStore(outbox.subscribe, outbox.unsent)
  const waits = unsent.filter(waitsHere).length
  const asks = unsent.filter((l) => l.state !== 'saving').length - waits
  const loose = unsent.some((l) => l.kept === false)
  const said = [
    asks > 0 && say('not-saved-look', { change: say('changes', { count: asks }) }),
    waits > 0 && say('saved-on-this-device-until', { change: say('changes', { count: waits }) }),
    loose &&
      say('leave-this-page-open', { waits: unsent.some((l) => l.state === 'waiting') ? ` ${say('until-then')}` : '' }),
  ]
    .filter(Boolean)
    .join('; ')
  return (
    <div role="status" className={said ? 'waits' : undefined}>
      {said && <Link to="/unsent">{said}</Link>}
    </div>
  )
}

/** A newer version of the pages is here: it is taken when that suits. */
function Newer() {
  const is = useSyncExternalStore(newer.subscribe, newer.look)
  if (!is) return null
  return (
    <button type="button" onClick={newer.take}>
      {say('take-the-newer-emblo')}
    </button>
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
      {other === 'dark' ? say('dark-theme') : say('light-theme')}
    </button>
  )
}

/** What this person reads, whatever their centre does. The page is loaded again to speak it. */
function LanguageChoice() {
  const session = useSession()
  const set = useMutation({
    mutationFn: (language: string) => ask(api.POST('/api/session/language', { body: { language } })),
    onSuccess: () => window.location.reload(),
  })
  return (
    <Form.Select
      size="sm"
      aria-label={say('language')}
      isInvalid={set.isError}
      disabled={set.isPending}
      value={session.language}
      onChange={(e) => set.mutate(e.target.value)}
    >
      {languages.map(([tag, name]) => (
        <option key={tag} value={tag}>
          {name}
        </option>
      ))}
    </Form.Select>
  )
}

const lastTryMs = 1500

/** Signing out sends what it still can, and says what stays behind. */
function SignOut() {
  const client = useQueryClient()
  const [stays, setStays] = useState(0)
  const out = useMutation({
    mutationFn: () => ask(api.DELETE('/api/session')),
    onSuccess: () => client.setQueryData(sessionQuery.queryKey, null),
  })
  const leave = useMutation({
    mutationFn: () => outbox.flush(lastTryMs),
    onSuccess: (all) => {
      if (all) out.mutate()
      else setStays(outbox.unsent().length)
    },
  })
  const lost = outbox.unsent().some((l) => l.kept === false)
  return (
    <>
      <button type="button" onClick={() => leave.mutate()} disabled={leave.isPending}>
        {out.isError ? say('sign-out-try-again') : say('sign-out')}
      </button>
      <Modal show={stays > 0} onHide={() => setStays(0)} centered aria-labelledby="stays-title">
        <Modal.Body>
          <h2 id="stays-title">{say('not-saved-yet', { change: say('changes', { count: stays }) })}</h2>
          <p>
            {lost
              ? say('not-everything-could-be-kept')
              : say('sent-when-you-sign-in', {
                  stays: stays === 1 ? say('it-stays-on-this-device') : say('they-stay-on-this-device'),
                })}
          </p>
          <div className="actions">
            <Button
              variant="quiet"
              onClick={() => {
                setStays(0)
                out.mutate()
              }}
            >
              {lost ? say('sign-out-and-lose-it') : say('sign-out-anyway')}
            </Button>
            <Link className="btn btn-outline-primary" to="/unsent" onClick={() => setStays(0)}>
              {stays === 1 ? say('look-at-it') : say('look-at-them')}
            </Link>
            <Button onClick={() => setStays(0)}>{say('stay')}</Button>
          </div>
        </Modal.Body>
      </Modal>
    </>
  )
}
