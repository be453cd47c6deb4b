import { queryOptions, type QueryClient } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../../api/client'
import { key, outdate, unkept } from '../../api/keys'
import { letterHeader } from '../../api/journal'
import type { Sender } from '../../api/letter'

export const cupboardQuery = queryOptions({
  queryKey: key('cupboard'),
  queryFn: ({ signal }) => ask(api.GET('/api/cupboard', { signal })),
})

/** What coming plans are short of. It is kept, as a shop may be without a network. */
export const shoppingQuery = queryOptions({
  queryKey: key('shopping'),
  queryFn: ({ signal }) => ask(api.GET('/api/shopping', { signal })),
  gcTime: Infinity,
})

/** What can be made for a room from what is here. */
export const makesQuery = (room_id: string, play_at: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('makes', room_id, play_at),
    queryFn: ({ signal }) => ask(api.GET('/api/makes', { params: { query: { room_id, play_at } }, signal })),
    enabled: room_id !== '',
  })

/** What happened to a jar, latest first. */
export const movesQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('moves', id),
    queryFn: ({ signal }) => ask(api.GET('/api/jars/{id}/moves', { params: { path: { id } }, signal })),
  })

/** A tick of the shopping list as it waits on this device: the line it is of is its id. */
export interface TickLetter extends Omit<Schemas['TickInput'], never> {
  id: string
}

const unversioned = { version: 0 }

/** Sends ticks: the newest of each line. */
export const tickSender = (client: QueryClient): Sender => ({
  send: async (_, __, body, letterId) => {
    const { id, ...tick } = body as TickLetter
    await ask(
      api.PUT('/api/shopping/ticks/{id}', {
        params: { path: { id } },
        headers: { [letterHeader]: letterId },
        body: tick,
      }),
    )
    return unversioned
  },
  saved: () => void outdate(client, 'tick'),
})
