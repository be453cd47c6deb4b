import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react'
import type { Session } from '../api/client'
import { follow } from '../api/live'
import { elsewhere } from '../api/letter'
import { outbox } from '../api/outbox'
import { Navigate, Route, Routes, ScrollRestoration } from 'react-router'
import { isAnswered, sessionQuery } from '../session/queries'
import { Failure, Waiting } from '../ui/States'
import { SessionContext } from '../session/session'
import { keptOwner } from './kept'
import { framed, printed } from './pages'
import { Shell } from './Shell'
import { firstToAsk } from '../forms/open'
import { adopt } from '../words/language'
import { Numbers } from '../entities/centre/Numbers'
import { ToCall } from '../ui/toCall'
import { say } from './catalogue'

const SignIn = lazy(() => import('../features/signin/SignIn').then((m) => ({ default: m.SignIn })))

/** Whether what is kept on this device is of whoever is signed in. What somebody else left goes before
 * anything of it is shown, also when their session ended by itself. */
function useOwner(who: string | null | undefined): boolean {
  const client = useQueryClient()
  const owner = useSyncExternalStore(keptOwner.subscribe, keptOwner.look)
  const now = who ?? ''
  useLayoutEffect(() => {
    if (who !== undefined && owner !== now) keptOwner.change(client, now)
  }, [client, who, owner, now])
  return owner === now
}

/** Loads the page again where whoever signed in reads another language, or other units, than it was loaded in. */
function useSpoken(session: Session | null | undefined) {
  const language = session?.language
  const units = session?.centre.units
  useLayoutEffect(() => {
    if (language === undefined || units === undefined || !adopt({ language, units })) return undefined
    // What somebody types is saved, or left, before.
    const speak = () => {
      if (firstToAsk() === undefined) window.location.reload()
    }
    speak()
    const again = window.setInterval(speak, 500)
    return () => window.clearInterval(again)
  }, [language, units])
}

/** Takes up what this person left on this device, before anything is shown that it changes; returns whose it took up. */
function useUnsent(who: string, name: string): string {
  const [of, setOf] = useState('')
  useEffect(() => {
    if (!who) return
    let gone = false
    void outbox.open(who, name).finally(() => gone || setOf(who))
    return () => {
      gone = true
    }
  }, [who, name])
  return of
}

/** Asks who is signed in where something that was sent found nobody, or somebody else. */
function useAskedAnew(ask: () => unknown) {
  const strange = useSyncExternalStore(outbox.subscribe, () =>
    outbox.unsent().some((l) => l.status === 401 || l.status === elsewhere),
  )
  const latest = useRef(ask)
  useEffect(() => {
    latest.current = ask
  })
  useEffect(() => {
    if (strange) latest.current()
  }, [strange])
}

export function App() {
  const session = useQuery(sessionQuery)
  const who = session.data && session.data.id
  const client = useQueryClient()
  const whose = useOwner(who)
  useEffect(() => {
    if (who === null) outbox.close()
    return who ? follow(client) : undefined
  }, [who, client])
  useSpoken(session.data && isAnswered(session.data) ? session.data : undefined)
  const unsentOf = useUnsent(who ?? '', session.data?.name ?? '')
  useAskedAnew(() => void session.refetch())
  if (session.error && !session.data) {
    return (
      <main className="screen">
        <Failure error={session.error} retry={() => void session.refetch()} />
      </main>
    )
  }
  // Who was signed in yesterday is only taken for who is signed in where nobody can be asked.
  const asking = session.isFetching && !session.isFetchedAfterMount && session.failureCount === 0
  if (session.data === undefined || asking || !whose) return <Waiting what={say('your-centre')} />
  if (session.data === null) {
    return (
      <Suspense fallback={<Waiting what={say('the-page')} />}>
        <SignIn />
      </Suspense>
    )
  }
  if (unsentOf !== who) return <Waiting what={say('your-centre')} />
  return (
    <SessionContext value={session.data}>
      <ToCall value={<Numbers poison />}>
        <ScrollRestoration />
        <Suspense fallback={<Waiting what={say('the-page')} />}>
          <Routes>
            <Route element={<Shell />}>
              {framed.map(({ path, Component }) => (
                <Route key={path} path={path} element={<Component key={path} />} />
              ))}
              <Route path="*" element={<Navigate to="/today" replace />} />
            </Route>
            {printed.map(({ path, Component }) => (
              <Route key={path} path={path} element={<Component />} />
            ))}
          </Routes>
        </Suspense>
      </ToCall>
    </SessionContext>
  )
}
