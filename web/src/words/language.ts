// Which language this device reads, how its region writes days, times and numbers, and in which units. Whoever signed in
// here last decides, and before that the browser. Nothing else asks the browser for any of it.

const known = ['en-GB', 'en-US', 'en-x-pseudo'] as const
export type Language = (typeof known)[number]

export type Units = 'metric' | 'us'

const names = { language: 'emblo.language', units: 'emblo.units' }

const knows = (tag: string | null): tag is Language => known.some((l) => l === tag)

/** What the device keeps under a name; nothing where it may keep nothing. */
function kept(name: string): string | null {
  try {
    return localStorage.getItem(name)
  } catch {
    return null
  }
}

function settled(): Language {
  const said = kept(names.language)
  if (knows(said)) return said
  return typeof navigator !== 'undefined' && /^en-US$/i.test(navigator.language) ? 'en-US' : 'en-GB'
}

/** The language of this page, for as long as it is open. */
export const language = settled()

/** The tag by which Intl knows how the region writes. */
export const region = language === 'en-x-pseudo' ? 'en-GB' : language

/** The units that amounts are written in. */
export const units: Units = kept(names.units) === 'us' ? 'us' : 'metric'

/** Takes over what whoever signed in reads: true where the page has to be loaded again to speak so. */
export function adopt(said: { language: string; units: string }): boolean {
  if (said.language === language && said.units === units) return false
  try {
    localStorage.setItem(names.language, said.language)
    localStorage.setItem(names.units, said.units)
  } catch {
    return false
  }
  return kept(names.language) === said.language && knows(said.language)
}
