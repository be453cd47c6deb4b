/** The time zones of the world as the browser names them: the one that is chosen first, then that of this device. */
export function zones(chosen?: string): string[] {
  const here = new Intl.DateTimeFormat().resolvedOptions().timeZone
  const first = [chosen, here, 'UTC'].filter((z): z is string => !!z)
  return [...new Set([...first, ...Intl.supportedValuesOf('timeZone')])]
}
