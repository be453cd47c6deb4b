import type { QueryClient } from '@tanstack/react-query'

/** A verdict is forgotten with the screen that asked for it: coming back asks anew, so that
 * what has changed in between never shows as it was. */
export const unkept = { gcTime: 0 }

/** What is judged or reckoned for a room, by the first word of its key. */
const judged = ['answer', 'swaps', 'check', 'aid', 'board', 'item', 'recipes', 'making', 'draft', 'setups', 'starts', 'makes', 'today', 'cupboard', 'shopping', 'prep', 'batches', 'batch']

/** What a change to something makes old, by the first word of its key. Every query's key begins with a word of this table. */
const outdates = {
  room: ['rooms', ...judged],
  setup: ['setups', 'today', 'cupboard', 'shopping', 'prep'],
  thing: ['shelf', 'book', ...judged],
  recipe: ['recipe', 'book', 'shelf', ...judged],
  cupboard: ['making', 'recipes', 'board', 'item', 'answer', 'swaps', 'starts', 'cupboard', 'shopping', 'makes', 'moves', 'today', 'prep'],
  batch: ['batches', 'batch', 'cupboard', 'today', 'answer', 'setups', 'prep', 'shopping'],
  log: ['log', 'lessons', 'records', 'setup', 'setups', 'today', 'prep', 'cupboard', 'shopping', 'batches', 'batch'],
  tick: ['shopping'],
  seen: ['today'],
  prep: ['prep'],
  day: ['rooms', ...judged],
  feel: ['making'],
  centre: ['centre', 'session', 'rooms', 'setup', 'book', 'rules', 'routine', 'shelf', 'recipe', 'sum', ...judged],
} as const

export type Changed = keyof typeof outdates

/** The sorts of change that there are. */
export const sorts: Record<Changed, unknown> = outdates

/** Asks anew for all that a change has made old, where it is on screen; the rest is asked when it comes on. */
export const outdate = (client: QueryClient, what: Changed) => Promise.all([...new Set<string>(outdates[what])].map((k) => client.invalidateQueries({ queryKey: [k] })))

/** Asks anew for everything, where it is not known what changed. */
export const outdateAll = (client: QueryClient) => client.invalidateQueries()
