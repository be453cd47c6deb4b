import type { Schemas } from '../../api/client'
import { shown } from '../../api/clock'
import { dayAndTime } from '../../ui/format'
import { say } from './catalogue'

/** How far the clock of a device may be off the centre's without a word. */
const allowedMinutes = 10

const minutesApart = (a: string, b: string) => Math.round((Date.parse(`${a}Z`) - Date.parse(`${b}Z`)) / 60_000)

/** Reasons not to trust what day it is said to be: the clocks of the computer, and that of this device. */
export function ClockNotes({ day, asked }: { day: Schemas['Today']; asked: number }) {
  const here = shown(asked) // when the day was asked for: the page may stand open for hours
  const off = minutesApart(here, day.now)
  return (
    <>
      {day.clocks.map((c) => (
        <p key={c.kind} className="clock-note" role="status">
          {c.words}
        </p>
      ))}
      {Math.abs(off) > allowedMinutes && (
        <p className="clock-note" role="status">
          {say('this-devices-clock-shows-the', {
            dayAndTime: dayAndTime(here),
            dayAndTime2: dayAndTime(day.now),
            zone: day.zone,
          })}
        </p>
      )}
    </>
  )
}
