/** The clock of this device: the one place of the page that reads it. It may be wrong, and in another zone than the centre. */

/** The milliseconds that it shows, since 1970. */
export const instant = () => Date.now()

/** The moment that it shows, to the millisecond: 2026-11-24T09:00:00.000Z. */
export const stamp = () => new Date(instant()).toISOString()

const two = (n: number) => String(n).padStart(2, '0')

/** What this device showed at a moment of its clock to whoever looked at it, in its own zone: 2026-11-24T09:00. */
export function shown(at: number): string {
  const d = new Date(at)
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`
}
