import { api, ask } from '../../api/client'

/** A room that was deleted with its set-ups, and can be brought back. */
export interface RemovedRoom {
  id: string
  name: string
}

export async function removeRoom(id: string, name: string): Promise<RemovedRoom> {
  await ask(api.DELETE('/api/rooms/{id}', { params: { path: { id } } }))
  return { id, name }
}

export const restoreRoom = ({ id }: RemovedRoom) =>
  ask(api.POST('/api/rooms/{id}/restore', { params: { path: { id } } }))
