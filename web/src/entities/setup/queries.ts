import { infiniteQueryOptions, keepPreviousData, queryOptions, replaceEqualDeep } from '@tanstack/react-query'
import { api, ask, type Plan, type Schemas } from '../../api/client'
import { unkept } from '../../api/keys'

/** The list of set-ups, a page at a time. */
export const setupsQuery = infiniteQueryOptions({
  ...unkept,
  queryKey: ['setups'],
  queryFn: ({ signal, pageParam }) => ask(api.GET('/api/setups', { params: { query: { after: pageParam || undefined } }, signal })),
  initialPageParam: '',
  getNextPageParam: (page) => page.next || undefined,
})

export const setupQuery = (id: string) =>
  queryOptions({
    queryKey: ['setup', id],
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}', { params: { path: { id } }, signal })),
  })

let last: unknown

/** The live answer to a plan, with the plan that it answers: while a newer one is asked,
 * the last answer stays on screen but is known to be an answer to something else.
 * roomVersion makes an edited room ask again. */
export const answerQuery = (plan: Plan, roomVersion: number) =>
  queryOptions({
    ...unkept,
    queryKey: ['answer', plan, roomVersion],
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
    queryKey: ['swaps', input],
    queryFn: ({ signal }) => ask(api.POST('/api/swaps', { body: input, signal })),
    retry: false,
  })
