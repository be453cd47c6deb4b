import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, ask, ApiError, type Plan, type Schemas } from './client'

/** A verdict is forgotten with the screen that asked for it: coming back asks anew, so that
 * what has changed in between never shows as it was. */
const unkept = { gcTime: 0 }

/** What depends on what is in the cupboard, by the first word of its key. */
export const ofCupboard = ['making', 'recipes', 'board', 'item', 'answer', 'swaps']

export const welcomeQuery = queryOptions({
  queryKey: ['welcome'],
  queryFn: ({ signal }) => ask(api.GET('/api/welcome', { signal })),
})

/** Who is signed in; null when nobody is. */
export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async ({ signal }) => {
    try {
      return await ask(api.GET('/api/session', { signal }))
    } catch (e) {
      if (e instanceof ApiError && e.status === 401) return null
      throw e
    }
  },
  staleTime: 60_000,
})

export const roomsQuery = queryOptions({
  queryKey: ['rooms'],
  queryFn: ({ signal }) => ask(api.GET('/api/rooms', { signal })),
})

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

/** What to do when something has happened. */
export const aidQuery = queryOptions({
  ...unkept,
  queryKey: ['aid'],
  queryFn: ({ signal }) => ask(api.GET('/api/aid', { signal })),
})

export const bookQuery = queryOptions({
  queryKey: ['book'],
  queryFn: ({ signal }) => ask(api.GET('/api/book', { signal })),
  staleTime: Infinity,
})

export const shelfQuery = (q: string, part?: 'filler' | 'find' | 'tool' | 'ingredient') =>
  queryOptions({
    queryKey: ['shelf', q, part],
    queryFn: ({ signal }) => ask(api.GET('/api/shelf', { params: { query: { q, part, limit: 8 } }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  })

/** The live answer to a plan, with the plan that it answers: while a newer one is asked,
 * the last answer stays on screen but is known to be an answer to something else.
 * roomVersion makes an edited room ask again. */
export const answerQuery = (plan: Plan, roomVersion: number) =>
  queryOptions({
    ...unkept,
    queryKey: ['answer', plan, roomVersion],
    queryFn: async ({ signal }) => ({ plan, answer: await ask(api.POST('/api/answer', { body: plan, signal })) }),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    retry: false,
  })

export const checkQuery = (input: Schemas['CheckInput'] | null) =>
  queryOptions({
    ...unkept,
    queryKey: ['check', input],
    queryFn: ({ signal }) => ask(api.POST('/api/check', { body: input as Schemas['CheckInput'], signal })),
    enabled: input !== null,
    retry: false,
  })

export const boardQuery = (room_id: string, use: string, q: string) =>
  queryOptions({
    ...unkept,
    queryKey: ['board', room_id, use, q],
    queryFn: ({ signal }) => ask(api.GET('/api/shelf/board', { params: { query: { room_id, use, q: q || undefined } }, signal })),
    // What stays while words are typed is for the same room and use.
    placeholderData: (old: Schemas['BoardItem'][] | undefined, q) => (q?.queryKey[1] === room_id && q.queryKey[2] === use ? old : undefined),
    enabled: room_id !== '',
  })

export const itemQuery = (id: string, use: string) =>
  queryOptions({
    ...unkept,
    queryKey: ['item', id, use],
    queryFn: ({ signal }) => ask(api.GET('/api/shelf/items/{id}', { params: { path: { id }, query: { use } }, signal })),
  })

export const swapsQuery = (input: Schemas['SwapsInput']) =>
  queryOptions({
    ...unkept,
    queryKey: ['swaps', input],
    queryFn: ({ signal }) => ask(api.POST('/api/swaps', { body: input, signal })),
    retry: false,
  })

export const rulesQuery = queryOptions({
  queryKey: ['rules'],
  queryFn: ({ signal }) => ask(api.GET('/api/rules', { signal })),
  staleTime: Infinity,
})

export const centreQuery = queryOptions({
  queryKey: ['centre'],
  queryFn: ({ signal }) => ask(api.GET('/api/centre', { signal })),
})

export const recipesQuery = (room_id: string, use: string) =>
  queryOptions({
    ...unkept,
    queryKey: ['recipes', room_id, use],
    queryFn: ({ signal }) => ask(api.GET('/api/recipes', { params: { query: { room_id, use } }, signal })),
    enabled: room_id !== '',
  })

export const recipeQuery = (id: string, version?: number) =>
  queryOptions({
    queryKey: ['recipe', id, version],
    queryFn: ({ signal }) => ask(api.GET('/api/recipes/{id}', { params: { path: { id }, query: { version } }, signal })),
  })

/** How a recipe is made; roomVersion makes an edited room ask again. */
export const makingQuery = (order: Schemas['RecipeOrder'], roomVersion: number) =>
  queryOptions({
    ...unkept,
    queryKey: ['making', order, roomVersion],
    queryFn: ({ signal }) => ask(api.POST('/api/recipes/make', { body: order, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  })

/** How a recipe reads as it is typed. */
export const draftQuery = (room_id: string, recipe: Schemas['RecipeText']) =>
  queryOptions({
    ...unkept,
    queryKey: ['draft', room_id, recipe],
    queryFn: ({ signal }) => ask(api.POST('/api/recipes/read', { body: { room_id, recipe }, signal })),
    placeholderData: keepPreviousData,
    enabled: room_id !== '',
    retry: false,
  })
