import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { ApiError } from '../api/client'
import { outbox } from '../api/outbox'
import { setupSender } from '../entities/setup/saving'
import '../theme/main.scss'
import { App } from './App'
import { applyTheme, storedTheme } from './theme'

applyTheme(storedTheme())

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

outbox.register('setup', setupSender(client))

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  )
}
