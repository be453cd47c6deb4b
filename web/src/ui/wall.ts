// Days such as 2026-11-24 and times of the centre's wall clock such as 2026-11-24T09:45, as the contract writes them. They
// compare as texts, and nothing here asks what time it is or in which zone.

const midnight = (day: string) => new Date(`${day}T00:00:00Z`)

/** The day of a time, or a day itself. */
export const dayIn = (wall: string) => wall.slice(0, 10)

export const sameDay = (a: string, b: string) => dayIn(a) === dayIn(b)

/** So many days after a day, or before it. */
export function plusDays(day: string, by: number): string {
  const d = midnight(dayIn(day))
  d.setUTCDate(d.getUTCDate() + by)
  return dayIn(d.toISOString())
}

/** How many days one day lies after another. */
export const daysBetween = (from: string, to: string) =>
  Math.round((midnight(dayIn(to)).getTime() - midnight(dayIn(from)).getTime()) / 86_400_000)

/** The Monday of the week of a day. */
export const mondayOf = (wall: string) => plusDays(wall, -((midnight(dayIn(wall)).getUTCDay() + 6) % 7))

/** Minutes since midnight of a time. */
export const minuteIn = (wall: string) => Number(wall.slice(11, 13)) * 60 + Number(wall.slice(14, 16))

const two = (n: number) => String(n).padStart(2, '0')

/** A time by its day and its minutes since midnight. */
export const wallAt = (day: string, minute: number) =>
  `${dayIn(day)}T${two(Math.floor(minute / 60))}:${two(minute % 60)}`

/** Hours of the day from a wall time, as a number; what was before the day begins with it. */
export function hourOn(wall: string, day: string): number {
  if (dayIn(wall) === day) return minuteIn(wall) / 60
  return dayIn(wall) < day ? 0 : 24
}
