import { instant } from './clock'
import type { Kept } from './device'

const stirMs = 20_000 // without locks, what has not stirred for so long is taken for left behind

const locks = () => (navigator as { locks?: LockManager }).locks
const lockOf = (tab: string, who: string) => `emblo.tab.${tab}.${who}`

/**
 * The name of this tab, which no other has. Where there are no locks, which are there over TLS and on this
 * machine, it outlives a reload, so that what the page left is its own again at once.
 */
export function nameTab(): string {
  const fresh = crypto.getRandomValues(new Uint32Array(2)).join('')
  if (locks()) return fresh
  const name = 'emblo.tab'
  const tab = sessionStorage.getItem(name) ?? fresh
  sessionStorage.setItem(name, tab)
  return tab
}

/** Makes this tab known for somebody's as long as the page is open, or until the function it returns is called. */
export function holdTab(tab: string, who: string): () => void {
  let release: (() => void) | undefined
  const held = new Promise<void>((done) => {
    release = done
  })
  void locks()?.request(lockOf(tab, who), () => held)
  return () => release?.()
}

/** Tells whether what is kept belongs to a tab that is open still, and somebody's. */
export async function livingTabs(who: string): Promise<(kept: Kept) => boolean> {
  const all = await locks()?.query()
  if (!all) return (kept) => instant() - kept.at < stirMs
  const names = new Set(all.held?.map((l) => l.name))
  return (kept) => names.has(lockOf(kept.tab, who))
}

/** Does what only one tab may do at a time, where the browser can hold the others back. */
export async function alone(act: () => Promise<void>): Promise<void> {
  const held = locks()
  await (held ? held.request('emblo.taking', act) : act())
}
