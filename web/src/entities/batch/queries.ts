import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'
import { key, unkept } from '../../api/keys'

/** The batches that are in use, those first that have to be looked at. */
export const batchesQuery = queryOptions({
  ...unkept,
  queryKey: key('batches'),
  queryFn: ({ signal }) => ask(api.GET('/api/batches', { signal })),
})

/** The same, with what of each is free for a set-up. */
export const batchesForQuery = (setup_id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('batches', 'for', setup_id),
    queryFn: ({ signal }) => ask(api.GET('/api/batches', { params: { query: { setup_id } }, signal })),
  })

/** All batches by words or the code of a label, latest first, a page at a time. */
export const allBatchesQuery = (words: string) =>
  infiniteQueryOptions({
    ...unkept,
    queryKey: key('batches', 'all', words),
    queryFn: ({ signal, pageParam }) =>
      ask(
        api.GET('/api/batches', {
          params: { query: { all: true, words: words || undefined, after: pageParam || undefined } },
          signal,
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next || undefined,
    placeholderData: keepPreviousData,
  })

/** All that is known of a batch. */
export const batchQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('batch', id),
    queryFn: ({ signal }) => ask(api.GET('/api/batches/{id}', { params: { path: { id } }, signal })),
  })
