import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect } from 'react'
import { follow } from '../api/live'
import { outbox } from '../api/outbox'
import { Navigate, Route, Routes, ScrollRestoration } from 'react-router'
import { sessionQuery } from '../session/queries'
import { Failure, Waiting } from '../ui/States'
import { SessionContext } from '../session/session'
import { framed, printed } from './pages'
import { Shell } from './Shell'

const SignIn = lazy(() => import('../features/signin/SignIn').then((m) => ({ default: m.SignIn })))

export function App() {
  const session = useQuery(sessionQuery)
  const who = session.data && session.data.id
  const client = useQueryClient()
  useEffect(() => {
    if (who) outbox.open(who)
    else if (who === null) outbox.close()
    return who ? follow(client) : undefined
  }, [who, client])
  if (session.error && !session.data) {
    return (
      <main className="screen">
        <Failure error={session.error} retry={() => void session.refetch()} />
      </main>
    )
  }
  // Who was signed in yesterday is only taken for who is signed in where nobody can be asked.
  const asking = session.isFetching && !session.isFetchedAfterMount && session.failureCount === 0
  if (session.data === undefined || asking) return <Waiting what="your centre" />
  if (session.data === null) {
    return (
      <Suspense fallback={<Waiting what="the page" />}>
        <SignIn />
      </Suspense>
    )
  }
  return (
    <SessionContext value={session.data}>
      <ScrollRestoration />
      <Suspense fallback={<Waiting what="the page" />}>
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
    </SessionContext>
  )
}
