// Which language this device reads, and how its region writes days, times and numbers. Who signed in here last decides,
// and before that the browser. Nothing else asks the browser for either.

const kept = 'emblo.language'
const known = ['en-GB', 'en-US', 'en-x-pseudo'] as const
export type Language = (typeof known)[number]

const knows = (tag: string | null): tag is Language => known.some((l) => l === tag)

function settled(): Language {
  if (typeof localStorage === 'undefined') return 'en-GB' // no browser
  const said = localStorage.getItem(kept)
  if (knows(said)) return said
  return /^en-US$/i.test(navigator.language) ? 'en-US' : 'en-GB'
}

/** The language of this page, for as long as it is open. */
export const language = settled()

/** The tag by which Intl knows how the region writes. */
export const region = language === 'en-x-pseudo' ? 'en-GB' : language

/** Takes over the language of whoever signed in: true where the page has to be loaded again to speak it. */
export function adopt(tag: string): boolean {
  if (!knows(tag) || tag === language) return false
  localStorage.setItem(kept, tag)
  return true
}
