import { say } from './catalogue'
/** What is said of the fields of a form in words, each by its name; nothing where a field says nothing. */
export type Words = Readonly<Record<string, string | undefined>>

/** A field that two say otherwise. */
export interface Difference {
  name: string
  mine: string
  theirs: string
}

const nothing = say('nothing')

/** Where two forms of one record say something else, in the order in which the first says it. */
export function differences(mine: Words, theirs: Words): Difference[] {
  const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
  return names
    .filter((name) => (mine[name] ?? '') !== (theirs[name] ?? ''))
    .map((name) => ({ name, mine: mine[name] || nothing, theirs: theirs[name] || nothing }))
}
