import { queryOptions } from '@tanstack/react-query'
import { api, ask, ApiError } from '../api/client'

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
