import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'
import { key, unkept } from '../../api/keys'

const oftenMs = 60_000

/** The day at a glance; it is asked again every minute, as others change it. */
export const todayQuery = queryOptions({
  ...unkept,
  queryKey: key('today'),
  queryFn: ({ signal }) => ask(api.GET('/api/today', { signal })),
  refetchInterval: oftenMs,
})

/** What is prepared on a day. */
export const prepQuery = (day: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('prep', day),
    queryFn: ({ signal }) => ask(api.GET('/api/prep', { params: { query: { day } }, signal })),
    refetchInterval: oftenMs,
    retry: false,
  })

/** When one set-up is prepared among all that are. */
export const setupPrepQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: key('prep', 'of', id),
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}/prep', { params: { path: { id } }, signal })),
  })

/** What is prepared in the week from today on. */
export const prepWeekQuery = queryOptions({
  ...unkept,
  queryKey: key('prep', 'week'),
  queryFn: ({ signal }) => ask(api.GET('/api/prep/week', { signal })),
  refetchInterval: oftenMs,
})

/** The link by which a calendar follows. */
export const feedQuery = queryOptions({
  ...unkept,
  queryKey: key('prep', 'feed'),
  queryFn: ({ signal }) => ask(api.GET('/api/prep/feed', { signal })),
})

/** Whose calendars follow by a link: the lead sees to them. */
export const followersQuery = queryOptions({
  ...unkept,
  queryKey: key('prep', 'followers'),
  queryFn: ({ signal }) => ask(api.GET('/api/prep/feeds', { signal })),
})
