import { infiniteQueryOptions, keepPreviousData, queryOptions, replaceEqualDeep } from '@tanstack/react-query'
import { api, ask, type Plan, type Schemas } from '../../api/client'
import { key, unkept } from '../../api/keys'

/** The list of set-ups whose name or room holds the words, a page at a time. */
export const setupsQuery = (q: string) =>
  infiniteQueryOptions({
    ...unkept,
    queryKey: key('setups', q),
    queryFn: ({ signal, pageParam }) =>
      ask(api.GET('/api/setups', { params: { query: { after: pageParam || undefined, q: q || undefined } }, signal })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next || undefined,
    placeholderData: keepPreviousData,
  })

/** What is kept to start others from. */
export const templatesQuery = queryOptions({
  ...unkept,
  queryKey: key('setups', 'templates', true),
  queryFn: ({ signal }) => ask(api.GET('/api/setups', { params: { query: { templates: true } }, signal })),
})

/** What a set-up can begin from with what is in the cupboard. */
export const startsQuery = (room_id: string, play_at: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('starts', room_id, play_at),
    queryFn: ({ signal }) => ask(api.GET('/api/starts', { params: { query: { room_id, play_at } }, signal })),
    retry: false,
  })

export const setupQuery = (id: string) =>
  queryOptions({
    queryKey: key('setup', id),
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}', { params: { path: { id } }, signal })),
  })

let last: unknown

/** The live answer to a plan, with the plan that it answers: while a newer one is asked,
 * the last answer stays on screen but is known to be an answer to something else.
 * roomVersion makes an edited room ask again. */
export const answerQuery = (plan: Plan, roomVersion: number) =>
  queryOptions({
    ...unkept,
    queryKey: key('answer', plan, roomVersion),
    queryFn: async ({ signal }) => ({ plan, answer: await ask(api.POST('/api/answer', { body: plan, signal })) }),
    // What is the same in two answers is the same value, so that only what changed is drawn.
    structuralSharing: (_, next) => (last = replaceEqualDeep(last, next)),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
  })

export const swapsQuery = (input: Schemas['SwapsInput']) =>
  queryOptions({
    ...unkept,
    queryKey: key('swaps', input),
    queryFn: ({ signal }) => ask(api.POST('/api/swaps', { body: input, signal })),
    retry: false,
  })

export const comparedQuery = (input: Schemas['CompareInput']) =>
  queryOptions({
    ...unkept,
    queryKey: key('compare', input),
    queryFn: ({ signal }) => ask(api.POST('/api/compare', { body: input, signal })),
    retry: false,
  })

/** What would mend the coming set-ups of a room, or of all rooms. */
export const mendsQuery = (room_id?: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('mends', room_id ?? ''),
    queryFn: ({ signal }) => ask(api.GET('/api/mends', { params: { query: { room_id } }, signal })),
    placeholderData: keepPreviousData,
  })

/** One of the sums on the side. */
export const sumQuery = (sum: Schemas['Sum'] | null) =>
  queryOptions({
    queryKey: key('sum', sum),
    queryFn: ({ signal }) => ask(api.POST('/api/sums', { body: sum as Schemas['Sum'], signal })),
    enabled: sum !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  })
