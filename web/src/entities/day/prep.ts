import type { Schemas } from '../../api/client'

export type Slot = Schemas['PrepSlot']

/** Where a step stands at a moment of the centre's wall clock. */
export function standing(slot: Slot, now: string): 'over' | 'now' | 'next' {
  if (slot.ends <= now) return 'over'
  return slot.starts <= now ? 'now' : 'next'
}

/** The day after or before another, such as 2026-11-28. */
export function dayBeside(day: string, by: number): string {
  const d = new Date(`${day}T00:00:00Z`)
  d.setUTCDate(d.getUTCDate() + by)
  return d.toISOString().slice(0, 10)
}

/** Hours of the day from a wall time, as a number; what was before the day begins with it. */
export const hourOn = (wall: string, day: string) => (wall.slice(0, 10) < day ? 0 : wall.slice(0, 10) > day ? 24 : Number(wall.slice(11, 13)) + Number(wall.slice(14, 16)) / 60)
