import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'

export const rulesQuery = queryOptions({
  queryKey: ['rules'],
  queryFn: ({ signal }) => ask(api.GET('/api/rules', { signal })),
  staleTime: Infinity,
})

export const centreQuery = queryOptions({
  queryKey: ['centre'],
  queryFn: ({ signal }) => ask(api.GET('/api/centre', { signal })),
})
