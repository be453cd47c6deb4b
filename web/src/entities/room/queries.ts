import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'

export const roomsQuery = queryOptions({
  queryKey: ['rooms'],
  queryFn: ({ signal }) => ask(api.GET('/api/rooms', { signal })),
})
