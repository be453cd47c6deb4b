import { key } from '../../api/keys'
import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'

export const rulesQuery = queryOptions({
  queryKey: key('rules'),
  queryFn: ({ signal }) => ask(api.GET('/api/rules', { signal })),
  staleTime: Infinity,
})

/** Every line that a routine may have. */
export const routineQuery = queryOptions({
  queryKey: key('routine'),
  queryFn: ({ signal }) => ask(api.GET('/api/routine', { signal })),
  staleTime: Infinity,
})

export const centreQuery = queryOptions({
  queryKey: key('centre'),
  queryFn: ({ signal }) => ask(api.GET('/api/centre', { signal })),
})
