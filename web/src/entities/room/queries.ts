import { key } from '../../api/keys'
import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'

export const roomsQuery = queryOptions({
  queryKey: key('rooms'),
  queryFn: ({ signal }) => ask(api.GET('/api/rooms', { signal })),
})
