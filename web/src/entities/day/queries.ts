import { queryOptions } from '@tanstack/react-query'
import { api, ask } from '../../api/client'
import { unkept } from '../../api/keys'

const oftenMs = 60_000

/** The day at a glance; it is asked again every minute, as others change it. */
export const todayQuery = queryOptions({
  ...unkept,
  queryKey: ['today'],
  queryFn: ({ signal }) => ask(api.GET('/api/today', { signal })),
  refetchInterval: oftenMs,
})

/** What is prepared on a day. */
export const prepQuery = (day: string) =>
  queryOptions({
    ...unkept,
    queryKey: ['prep', day],
    queryFn: ({ signal }) => ask(api.GET('/api/prep', { params: { query: { day } }, signal })),
    refetchInterval: oftenMs,
    retry: false,
  })

/** When one set-up is prepared among all that are. */
export const setupPrepQuery = (id: string) =>
  queryOptions({
    ...unkept,
    queryKey: ['prep', 'of', id],
    queryFn: ({ signal }) => ask(api.GET('/api/setups/{id}/prep', { params: { path: { id } }, signal })),
  })

/** What is prepared in the week from today on. */
export const prepWeekQuery = queryOptions({
  ...unkept,
  queryKey: ['prep', 'week'],
  queryFn: ({ signal }) => ask(api.GET('/api/prep/week', { signal })),
  refetchInterval: oftenMs,
})

/** The link by which a calendar follows. */
export const feedQuery = queryOptions({
  ...unkept,
  queryKey: ['prep', 'feed'],
  queryFn: ({ signal }) => ask(api.GET('/api/prep/feed', { signal })),
})

/** Whose calendars follow by a link: the lead sees to them. */
export const followersQuery = queryOptions({
  ...unkept,
  queryKey: ['prep', 'followers'],
  queryFn: ({ signal }) => ask(api.GET('/api/prep/feeds', { signal })),
})

/** When something that is begun now could open: the next half hour, or tomorrow morning. `now` is the centre's wall clock. */
export function nextOpening(now: string): string {
  const minutes = Number(now.slice(11, 13)) * 60 + Number(now.slice(14, 16))
  const opens = Math.ceil((minutes + 15) / 30) * 30
  const lastOpening = 17 * 60
  if (opens > lastOpening) {
    const d = new Date(`${now.slice(0, 10)}T00:00:00Z`)
    d.setUTCDate(d.getUTCDate() + 1)
    return `${d.toISOString().slice(0, 10)}T09:30`
  }
  return `${now.slice(0, 10)}T${String(Math.floor(opens / 60)).padStart(2, '0')}:${String(opens % 60).padStart(2, '0')}`
}
