import type { Described, PlanItem, Schemas, ShelfItem } from '../../api/client'

type Read = Schemas['WordsThing']

/** What was typed or chosen: a thing, a mix or a word for several things; a vessel; or a name that is asked about. */
export type Chosen = (
  | { item: Pick<ShelfItem, 'kind' | 'id' | 'name' | 'parts'>; done?: string[] }
  | { vessel: string; name: string }
  | { described: Described }
) & {
  amount?: Read['amount']
  /** That amount, where nobody knows yet how much it is. */
  unsized?: Schemas['Unsized']
  use?: PlanItem['use']
  /** Its states and what its packet claims, in words. */
  said?: string[]
}

/** A thing as it was read in a line. */
export function chosenOf(read: Read): Chosen[] {
  const { kind, id = '', name, parts, amount, use, said, done } = read
  if (kind === 'heading') return []
  if (kind === 'vessel') return [{ vessel: id, name, amount }]
  const unsized = amount?.open === undefined ? undefined : { in: amount.in, count: amount.count ?? 1 }
  if (kind === 'words') return [{ described: { name }, amount, unsized, use, said }]
  return [{ item: { kind, id, name, parts }, done, amount, unsized, use, said }]
}

/** The lines that are headings of a list, and no things. */
export const headingsOf = (answer: Schemas['WordsAnswer']): string[] =>
  answer.lines.flatMap((l) => l.things.filter((t) => t.kind === 'heading').map((t) => t.name))

/**
 * What was typed, where a thing of the list was taken for it: all that the words name when that is among it, so that
 * its amount and what else stands in the line are not lost; else the thing alone.
 */
export function typedAs(item: ShelfItem, answer: Schemas['WordsAnswer']): Chosen[] {
  const things = answer.lines.flatMap((l) => l.things)
  const among = things.some(
    (t) => t.id === item.id || (t.kind === 'vessel' && item.parts.includes('vessel')) || t.kind === 'words',
  )
  const same = things.length > 1 ? things.some((t) => t.id === item.id) : among
  // A choice from the list settles what the words leave open.
  if (!same || (things.length === 1 && things[0]?.kind === 'words' && things[0].said.length === 0)) {
    const amount = things.length === 1 ? things[0]?.amount : undefined
    const { unsized } = things.flatMap(chosenOf)[0] ?? {}
    return [{ item, amount: amount && { ...amount, depth_mm: undefined }, unsized: amount && unsized }]
  }
  return things.flatMap(chosenOf)
}

/** What has to be said of what was added: how much of it, and what of it is not as on the shelf. */
export const toldOf = (chosen: Chosen[]): string =>
  chosen
    .flatMap((c) => {
      const name = 'item' in c ? c.item.name : 'vessel' in c ? c.name : c.described.name
      const about = [c.amount?.words, ...(c.said ?? [])].filter(Boolean).join(', ')
      return about ? [`${name}: ${about}.`] : []
    })
    .join(' ')
