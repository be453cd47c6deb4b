import { useEffect, useState } from 'react'
import { type Schemas } from '../../api/client'
import { instant } from '../../api/clock'
import { timeOfDay } from '../../ui/format'
import { say } from './catalogue'

export type Slot = Schemas['PrepSlot']

/** Where a step stands at a moment of the centre's wall clock. */
export function standing(slot: Slot, now: string): 'over' | 'now' | 'next' {
  if (slot.done || slot.ends <= now) return 'over'
  return slot.starts <= now ? 'now' : 'next'
}

/** The step that hands turn to next: the first of the day that is not done, also where its time is over. */
export const handsNext = (plan: Schemas['PrepDay']) => plan.slots.find((s) => !s.done)

const minuteMs = 60_000
const beatMs = 5000

/** How many minutes are left at a moment until a time of the centre's wall clock; below 0 when it is over. What the wall showed at `asked` on this device is `now`. */
export const leftUntil = (wall: string, now: string, asked: number, at: number) =>
  Math.ceil((Date.parse(`${wall}Z`) - Date.parse(`${now}Z`) - (at - asked)) / minuteMs)

/** The times in which hands are free for a set-up of a room. */
export const freeFor = (plan: Schemas['PrepDay'], room: string): Schemas['PrepWindow'][] =>
  plan.rooms.find((r) => r.room === room)?.windows ?? plan.windows

/** The time on this device, again and again: right after a sleep too, as it is read and not counted. */
export function useBeat(): number {
  const [at, setAt] = useState(instant)
  useEffect(() => {
    const beat = window.setInterval(() => setAt(instant()), beatMs)
    return () => window.clearInterval(beat)
  }, [])
  return at
}

/** What waits by itself: begun before the day, or done today and not ready yet or just so. */
export const waitingNow = (plan: Schemas['PrepDay']): Slot[] => [
  ...plan.waiting,
  ...plan.slots.filter((s) => s.done && s.wait_until !== undefined),
]

/** Whether all is in time on a day, and who preps when, in two sentences. */
export function handsInShort({ slots, windows, told, hands, rooms }: Schemas['PrepDay']): string {
  const late = slots.filter((s) => s.pressed).length
  const free = (all: Schemas['PrepWindow'][]) =>
    all
      .map((w) =>
        say('time-of-day-to-time', {
          timeOfDay: timeOfDay(`T${w.from}`.padStart(16, '0')),
          timeOfDay2: timeOfDay(`T${w.to}`.padStart(16, '0')),
        }),
      )
      .join(', ')
  const adults = (n: number) => say('adults', { count: n })
  const own = rooms
    .map((r) => ` ${say('has-its-own', { room: r.room, adults: adults(r.hands), free: free(r.windows) })}`)
    .join('')
  return say('late-prep-time-adults-free', {
    late: late > 0 ? say('will-be-late', { step: say('steps', { count: late }) }) : say('on-time'),
    adults: adults(hands),
    free: free(windows),
    told: told ? '' : ` ${say('as-usual')}`,
    own,
  })
}
