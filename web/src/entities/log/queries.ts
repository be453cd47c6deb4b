import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'
import { key, unkept } from '../../api/keys'

/** How a set-up went; version 0 where nobody has said. */
export const logQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('log', id),
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}/log', { params: { path: { id } }, signal })),
    refetchOnWindowFocus: false, // what is being typed stays
  })

/** What is done otherwise with a set-up, or could be, by how others of its room went. */
export const lessonsQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('lessons', id),
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}/lessons', { params: { path: { id } }, signal })),
  })

/** What was offered from one day to another, a page at a time. */
export const recordsQuery = (from: string, until: string) =>
  infiniteQueryOptions({
    ...unkept,
    queryKey: key('records', from, until),
    queryFn: ({ signal, pageParam }) =>
      ask(api.GET('/api/records', { params: { query: { from, until, after: pageParam || undefined } }, signal })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next || undefined,
  })
