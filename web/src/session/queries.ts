import { key } from '../api/keys'
import { queryOptions, type QueryClient } from '@tanstack/react-query'
import { api, ask, type Session } from '../api/client'

export const welcomeQuery = queryOptions({
  queryKey: key('welcome'),
  queryFn: ({ signal }) => ask(api.GET('/api/welcome', { signal })),
})

/** The sessions that were answered, and not only kept on the device from before. */
const answered = new WeakSet<Session>()

export const isAnswered = (session: Session) => answered.has(session)

/** Who is signed in; null when nobody is. */
export const sessionQuery = queryOptions({
  queryKey: key('session'),
  queryFn: async ({ signal }): Promise<Session | null> => {
    const session = (await ask(api.GET('/api/session', { signal }))) ?? null
    if (session) answered.add(session)
    return session
  },
  structuralSharing: false, // what was answered is told from what was kept
  staleTime: 60_000,
  gcTime: Infinity,
  refetchOnMount: 'always', // what is kept on the device says who was signed in, not who is
})

/** Takes over who has just signed in. */
export function signedIn(client: QueryClient, session: Session) {
  answered.add(session)
  client.setQueryData(sessionQuery.queryKey, session)
}
