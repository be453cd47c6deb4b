import type { QueryClient } from '@tanstack/react-query'
import { isSort, outdate, outdateAll } from './keys'

const everything = 'everything'
const changedName = 'emblo.changed'
const againMs = 3000

/** How long a page gathers what changed before it asks anew, and by how much at most pages differ in that: fifty that ask at once wait for each other. */
const pauseMs = 150
const apartMs = 350

/** Returns what is called with what changed, and asks anew for what that makes old after a pause. */
function asker(client: QueryClient, end: AbortSignal): (sort: string) => void {
  const old = new Set<string>()
  let timer = 0
  const ask = () => {
    timer = 0
    if (old.has(everything)) void outdateAll(client)
    else for (const sort of old) if (isSort(sort)) void outdate(client, sort)
    old.clear()
  }
  end.addEventListener('abort', () => window.clearTimeout(timer))
  return (sort) => {
    old.add(sort)
    timer ||= window.setTimeout(ask, pauseMs + Math.random() * apartMs)
  }
}

/**
 * Hears what others change and asks anew for what that makes old, until the function it returns is
 * called. The pages of one browser share one stream where it lets them: one page holds it and tells the
 * others, and when that one closes the next takes it up.
 */
export function follow(client: QueryClient): () => void {
  const pages = new BroadcastChannel(changedName)
  const end = new AbortController()
  const take = asker(client, end.signal)
  pages.onmessage = ({ data }) => take(String(data))
  const hear = () =>
    listen(end.signal, (sort) => {
      take(sort)
      pages.postMessage(sort)
    })
  // Locks are there over TLS and on this machine; without them each page hears for itself.
  const locks = navigator.locks as LockManager | undefined
  if (locks)
    void locks.request(changedName, { signal: end.signal }, hear).catch(() => undefined) // another page held it to the end
  else void hear()
  return () => {
    end.abort()
    pages.close()
  }
}

/** Holds the stream open, and opens it again when it is lost, until it is ended. What was missed may be anything. */
function listen(end: AbortSignal, tell: (sort: string) => void): Promise<void> {
  return new Promise((done) => {
    let stream: EventSource | undefined
    let timer = 0
    let first = true
    const open = () => {
      stream = new EventSource('/api/live')
      stream.addEventListener('began', () => {
        if (!first) tell(everything)
        first = false
      })
      stream.addEventListener('changed', (e) => tell((e as MessageEvent<string>).data))
      stream.addEventListener('signed-out', () => tell('centre')) // who is signed in is asked anew
      stream.onerror = () => {
        stream?.close()
        timer = window.setTimeout(open, againMs)
      }
    }
    open()
    end.addEventListener('abort', () => {
      window.clearTimeout(timer)
      stream?.close()
      done()
    })
  })
}
