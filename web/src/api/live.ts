import type { QueryClient } from '@tanstack/react-query'
import { sorts, outdate, outdateAll, type Changed } from './keys'

const everything = 'everything'
const changedName = 'emblo.changed'
const againMs = 3000

/** Asks anew for what a change made old. */
function take(client: QueryClient, sort: string) {
  if (sort === everything) void outdateAll(client)
  else if (sort in sorts) void outdate(client, sort as Changed)
}

/**
 * Hears what others change and asks anew for what that makes old, until the function it returns is
 * called. The pages of one browser share one stream where it lets them: one page holds it and tells the
 * others, and when that one closes the next takes it up.
 */
export function follow(client: QueryClient): () => void {
  const pages = new BroadcastChannel(changedName)
  const end = new AbortController()
  pages.onmessage = ({ data }) => take(client, String(data))
  const hear = () => listen(end.signal, (sort) => {
    take(client, sort)
    pages.postMessage(sort)
  })
  // Locks are there over TLS and on this machine; without them each page hears for itself.
  const locks = navigator.locks as LockManager | undefined
  if (locks) void locks.request(changedName, { signal: end.signal }, hear).catch(() => undefined) // another page held it to the end
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
