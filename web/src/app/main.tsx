import { QueryClient, notifyManager } from '@tanstack/react-query'
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { ApiError } from '../api/client'
import { requestSender } from '../api/journal'
import { outdateAll } from '../api/keys'
import { outbox } from '../api/outbox'
import { tickSender } from '../entities/stock/queries'
import { prepSender } from '../entities/day/ticks'
import { setupSender } from '../entities/setup/sender'
import '../theme/main.scss'
import { App } from './App'
import { Broken } from './Broken'
import { requestIsPrivate } from './letters'
import { keepPages, persistOptions, whenLoaded } from './kept'
import { fetchAhead, fetchRest } from './pages'
import { applyTheme, storedTheme } from './theme'

const restMs = 8000 // the page that was opened has come by then, on a slow tablet too

applyTheme(storedTheme())
fetchAhead(window.location.pathname)

// An answer is drawn in the turn it comes in: a timer waits its own turn behind whatever a slow
// processor is at.
notifyManager.setScheduler(queueMicrotask)

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof ApiError && (error.status === 0 || error.status >= 500) && count < 2,
      networkMode: 'always',
      refetchOnWindowFocus: true,
    },
    mutations: { networkMode: 'always' },
  },
})

const router = createBrowserRouter([{ path: '*', element: <App />, errorElement: <Broken /> }])

outbox.register(
  'request',
  requestSender(
    () => outbox.who,
    requestIsPrivate,
    () => void outdateAll(client),
  ),
)
outbox.register('setup', setupSender(client))
outbox.register('tick', tickSender(client))
outbox.register('prep', prepSender(client))

keepPages()
whenLoaded(() => window.setTimeout(fetchRest, restMs))

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <PersistQueryClientProvider client={client} persistOptions={persistOptions}>
        <RouterProvider router={router} />
      </PersistQueryClientProvider>
    </StrictMode>,
  )
}
