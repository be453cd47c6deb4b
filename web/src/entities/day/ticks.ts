import type { QueryClient } from '@tanstack/react-query'
import { useSyncExternalStore } from 'react'
import { api, ask, type Schemas } from '../../api/client'
import { stamp } from '../../api/clock'
import { outdate } from '../../api/keys'
import { letterHeader } from '../../api/journal'
import { stillSays, type Letter, type Sender } from '../../api/letter'
import { outbox } from '../../api/outbox'
import type { Slot } from './prep'

type Tick = Schemas['PrepTickInput']

/** Sends ticks of steps: the newest of each. */
export const prepSender = (client: QueryClient): Sender => ({
  send: async (_, __, body, letterId) => {
    await ask(api.PUT('/api/prep/ticks', { headers: { [letterHeader]: letterId }, body: body as Tick }))
    return { version: 0 }
  },
  saved: () => void outdate(client, 'prep'),
})

/** Says that a step is done, or takes that back; it is kept on this device until the server has it. */
export const tickStep = (slot: Slot, done: boolean, measured_c?: number) =>
  outbox.put('prep', slot.id, 0, { step_id: slot.id, done, measured_c, at: stamp() } satisfies Tick)

/** What this device last said of a step, while that waits or was refused. */
export function useStepTick(slot: Slot): { done: boolean; letter?: Letter } {
  const letter = useSyncExternalStore(outbox.subscribe, () => outbox.look('prep', slot.id))
  const said = (letter?.next ?? letter?.flying) as Tick | undefined
  return { done: stillSays(letter) && said ? said.done : (slot.done ?? false), letter }
}
