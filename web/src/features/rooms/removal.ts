import { api, ask, type RoomInput, type SetupInput } from '../../api/client'
import { inputOfSetup } from '../bench/model'

/** A room that was deleted, with its set-ups: enough to bring all of it back. */
export interface RemovedRoom {
  id: string
  room: RoomInput
  setups: { id: string; input: SetupInput }[]
}

export async function removeRoom(id: string, room: RoomInput): Promise<RemovedRoom> {
  const list = await ask(api.GET('/api/setups'))
  const setups = await Promise.all(
    list
      .filter((s) => s.room_id === id)
      .map(async (s) => ({ id: s.id, input: { ...inputOfSetup(await ask(api.GET('/api/setups/{id}', { params: { path: { id: s.id } } }))), version: 0 } })),
  )
  await ask(api.DELETE('/api/rooms/{id}', { params: { path: { id } } }))
  return { id, room: { ...room, version: 0 }, setups }
}

export async function restoreRoom(removed: RemovedRoom): Promise<void> {
  await ask(api.PUT('/api/rooms/{id}', { params: { path: { id: removed.id } }, body: removed.room }))
  for (const { id, input } of removed.setups) await ask(api.PUT('/api/setups/{id}', { params: { path: { id } }, body: input }))
}
