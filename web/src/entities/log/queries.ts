import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../../api/client'
import { key, unkept } from '../../api/keys'

/** How a set-up went; version 0 where nobody has said. */
export const logQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('log', id),
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}/log', { params: { path: { id } }, signal })),
    refetchOnWindowFocus: false, // what is being typed stays
  })

/** What a log would change next time, before it is saved. */
export const nextQuery = (id: string, told: Omit<Schemas['LogInput'], 'version'>) =>
  queryOptions({
    ...unkept,
    queryKey: key('log', id, 'next', told),
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/setups/{id}/log/next', {
          params: { path: { id } },
          body: { ...told, added: undefined, version: 0 },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
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
