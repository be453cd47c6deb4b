import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../../api/client'
import { key, unkept } from '../../api/keys'

export const shelfQuery = (q: string, part?: 'filler' | 'find' | 'tool' | 'ingredient') =>
  queryOptions({
    queryKey: key('shelf', q, part),
    queryFn: ({ signal }) => ask(api.GET('/api/shelf', { params: { query: { q, part, limit: 8 } }, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  })

/** What typed lines name, with how much and in what state. */
export const wordsQuery = (input: Schemas['WordsInput']) =>
  queryOptions({
    ...unkept,
    queryKey: key('words', input),
    queryFn: ({ signal }) => ask(api.POST('/api/words', { body: input, signal })),
    retry: false,
  })

export const checkQuery = (input: Schemas['CheckInput'] | null) =>
  queryOptions({
    ...unkept,
    queryKey: key('check', input),
    queryFn: ({ signal }) => ask(api.POST('/api/check', { body: input as Schemas['CheckInput'], signal })),
    enabled: input !== null,
    retry: false,
  })

export const boardQuery = (room_id: string, use: string, q: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('board', room_id, use, q),
    queryFn: ({ signal }) =>
      ask(api.GET('/api/shelf/board', { params: { query: { room_id, use, q: q || undefined } }, signal })),
    // What stays while words are typed is for the same room and use.
    placeholderData: (old: Schemas['BoardItem'][] | undefined, q) =>
      q?.queryKey[1] === room_id && q.queryKey[2] === use ? old : undefined,
    enabled: room_id !== '',
  })

export const itemQuery = (id: string, use: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('item', id, use),
    queryFn: ({ signal }) =>
      ask(api.GET('/api/shelf/items/{id}', { params: { path: { id }, query: { use } }, signal })),
  })

/** What to do when something has happened. */
export const aidQuery = queryOptions({
  ...unkept,
  queryKey: key('aid'),
  queryFn: ({ signal }) => ask(api.GET('/api/aid', { signal })),
})
