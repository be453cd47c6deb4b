import type { QueryClient } from '@tanstack/react-query'
import { api, ask, type Answer, type Room, type Setup, type SetupInput } from '../../api/client'
import { outdate } from '../../api/keys'
import { letterHeader } from '../../api/journal'
import type { Sender } from '../../api/letter'
import { roomsQuery } from '../room/queries'
import { planOf } from './draft'
import { answerQuery, setupQuery } from './queries'

/** Sends set-ups, and puts what the server answers where the screens look. */
export const setupSender = (client: QueryClient): Sender => ({
  send: async (id, version, body, letterId) => {
    const answer = await ask(
      api.PUT('/api/setups/{id}', {
        params: { path: { id } },
        headers: { [letterHeader]: letterId },
        body: { ...(body as SetupInput), version },
      }),
    )
    return { ...answer, version: answer.setup.version }
  },
  saved: (id, body, answer) => {
    const { setup, answer: reckoned } = answer as unknown as { setup: Setup; answer: Answer }
    client.setQueryData(setupQuery(id).queryKey, setup)
    const plan = planOf(body as SetupInput)
    const version = client.getQueryData<Room[]>(roomsQuery.queryKey)?.find((r) => r.id === plan.room_id)?.version ?? 0
    client.setQueryData(answerQuery(plan, version).queryKey, { plan, answer: reckoned })
    void outdate(client, 'setup')
  },
})
