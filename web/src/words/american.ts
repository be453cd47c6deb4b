import { words } from './american.gen'

const texts = new Map(words.filter(([uk]) => uk.startsWith('=')).map(([uk, us]) => [uk.slice(1), us]))
const phrases = new Map(words.filter(([uk]) => !uk.startsWith('=')))
const escaped = [...phrases.keys()]
  .sort((a, b) => b.length - a.length)
  .map((p) => p.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
// The names of parts and elements stay.
const any = new RegExp(`\\{\\{[^}]*\\}\\}|<[^>]*>|\\b(?:${escaped.join('|')})\\b`, 'gi')

/** What a whole text, or the name before its first comma, is called. */
function named(text: string): string | undefined {
  const [name = '', ...more] = text.split(', ')
  const own = texts.get(name)
  return own && [own, ...more].join(', ')
}

/** An English text as it is said in the United States, by the table that the core goes by too. */
export const reword = (text: string) =>
  named(text) ??
  text.replaceAll(' %', '%').replace(any, (word) => {
    const own = phrases.get(word.toLowerCase())
    if (own === undefined) return word
    return /^\p{Lu}/u.test(word) ? own.charAt(0).toUpperCase() + own.slice(1) : own
  })
