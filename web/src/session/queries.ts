import { key } from '../api/keys'
import { queryOptions } from '@tanstack/react-query'
import { api, ask, type Session } from '../api/client'

export const welcomeQuery = queryOptions({
  queryKey: key('welcome'),
  queryFn: ({ signal }) => ask(api.GET('/api/welcome', { signal })),
})

/** Who is signed in; null when nobody is. */
export const sessionQuery = queryOptions({
  queryKey: key('session'),
  queryFn: async ({ signal }): Promise<Session | null> => (await ask(api.GET('/api/session', { signal }))) ?? null,
  staleTime: 60_000,
  gcTime: Infinity,
  refetchOnMount: 'always', // what is kept on the device says who was signed in, not who is
})
