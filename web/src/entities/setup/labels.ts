import type { Plan, Schemas } from '../../api/client'

type Label = Schemas['PacketLabel']
type Packet = Schemas['Packet']

const tidy = ({ item_id, free, heat_treated }: Label): Label => ({
  item_id,
  free: free && free.length > 0 ? free : undefined,
  heat_treated: heat_treated || undefined,
})

/** The labels of a plan when it goes by what a packet says, or does not any more. */
export function withPacket(plan: Pick<Plan, 'labels'>, packet: Packet, taken: boolean): Label[] | undefined {
  const all = plan.labels ?? []
  const was = all.find((l) => l.item_id === packet.item_id) ?? { item_id: packet.item_id }
  const free = (was.free ?? []).filter((w) => !packet.free.includes(w))
  const now = tidy({
    item_id: packet.item_id,
    free: taken ? [...free, ...packet.free] : free,
    heat_treated: packet.heat_treated ? taken : was.heat_treated,
  })
  const others = all.filter((l) => l.item_id !== packet.item_id)
  const next = now.free || now.heat_treated ? [...others, now] : others
  return next.length > 0 ? next : undefined
}
