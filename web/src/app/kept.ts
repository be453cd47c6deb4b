import { createSyncStoragePersister } from '@tanstack/query-sync-storage-persister'
import type { OmitKeyof, QueryClient } from '@tanstack/react-query'
import type { PersistQueryClientOptions } from '@tanstack/react-query-persist-client'

/** What is kept on this device for a day, for a shop without a network: who is signed in, and the list,
 * which holds no verdict. Whoever signs out takes both along. */
const kept = ['session', 'shopping']

export const persistOptions: OmitKeyof<PersistQueryClientOptions, 'queryClient'> = {
  persister: createSyncStoragePersister({ storage: window.localStorage, key: 'emblo.kept', throttleTime: 200 }),
  maxAge: 24 * 60 * 60 * 1000,
  dehydrateOptions: {
    shouldDehydrateQuery: (q) =>
      q.state.data !== undefined && q.state.data !== null && kept.includes(String(q.queryKey[0])),
  },
}

const ownerName = 'emblo.owner'
const listeners = new Set<() => void>()

/** Whose what is kept on this device is: the id of an account, empty for nobody. */
export const keptOwner = {
  subscribe: (listener: () => void) => {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  },
  look: () => localStorage.getItem(ownerName) ?? '',
  /** Takes away all that was asked for somebody else. */
  change: (client: QueryClient, who: string) => {
    client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
    localStorage.setItem(ownerName, who)
    for (const tell of listeners) tell()
  },
}

let waiting: ServiceWorker | null = null
const newerListeners = new Set<() => void>()

/** A newer version of the pages, which waits until somebody takes it: an open page goes on as it is. */
export const newer = {
  subscribe: (listener: () => void) => {
    newerListeners.add(listener)
    return () => void newerListeners.delete(listener)
  },
  look: () => waiting !== null,
  take: () => {
    navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true })
    waiting?.postMessage({ type: 'SKIP_WAITING' })
  },
}

/** Does something once the page has loaded, which it may have by now: the language is waited for. */
export function whenLoaded(then: () => void) {
  if (document.readyState === 'complete') then()
  else window.addEventListener('load', then, { once: true })
}

/** Keeps the pages themselves on this device, where the browser allows it: over TLS, or on this machine. */
export function keepPages() {
  if (!('serviceWorker' in navigator)) return
  const waits = (worker: ServiceWorker | null) => {
    waiting = worker
    for (const tell of newerListeners) tell()
  }
  const follow = (registered: ServiceWorkerRegistration) => {
    if (registered.waiting && navigator.serviceWorker.controller) waits(registered.waiting)
    registered.addEventListener('updatefound', () => {
      const coming = registered.installing
      coming?.addEventListener('statechange', () => {
        if (coming.state === 'installed' && navigator.serviceWorker.controller) waits(coming)
      })
    })
  }
  whenLoaded(() => void navigator.serviceWorker.register('/sw.js').then(follow, () => undefined)) // without it the pages need the network
}
