import type { QueryClient } from '@tanstack/react-query'
import { outdates } from './keys.gen'

/** A verdict is forgotten with the screen that asked for it: coming back asks anew, so that
 * what has changed in between never shows as it was. */
export const unkept = { gcTime: 0 }

/** The sorts of change that there are. */
export type Changed = keyof typeof outdates

/** What the key of a query begins with: a word of the table, so that a change can make it old; or what is asked before anybody has signed in. */
type Asked = (typeof outdates)[Changed][number] | 'welcome'

/** The key of a query. */
export const key = <const R extends unknown[]>(asked: Asked, ...rest: R) => [asked, ...rest] as const

export const isSort = (word: string): word is Changed => word in outdates

/** Asks anew for all that a change has made old, where it is on screen; the rest is asked when it comes on. */
export const outdate = (client: QueryClient, what: Changed) =>
  Promise.all(outdates[what].map((asked) => client.invalidateQueries({ queryKey: key(asked) })))

/** Asks anew for everything, where it is not known what changed. */
export const outdateAll = (client: QueryClient) => client.invalidateQueries()
