import type { Schemas } from '../../api/client'
import { asksNoMore, byMark } from '../../ui/Mark'

export type Board = Schemas['BoardItem']

export interface Filter {
  part: string
  feel: string
  only: string
}

export const fits = (i: Board, f: Filter) =>
  (!f.part || i.parts.includes(f.part)) &&
  (!f.feel || i.feel.includes(f.feel)) &&
  (f.only !== 'in' || i.ready) &&
  (f.only !== 'usual' || asksNoMore(i)) &&
  (f.only !== 'cupboard' || i.in_cupboard) &&
  (f.only !== 'own' || i.own)

/** The things on planks by kind, what goes in first; a search keeps its own order. */
export function planks(items: Board[], searched: boolean): [string, Board[]][] {
  if (searched) return items.length ? [['', items]] : []
  const byKind = new Map<string, Board[]>()
  for (const i of items) {
    const kind = i.kind || 'ours'
    byKind.set(kind, [...(byKind.get(kind) ?? []), i])
  }
  return [...byKind].map(([title, here]) => [
    title.charAt(0).toUpperCase() + title.slice(1),
    here.sort((a, b) => byMark(a, b) || a.name.localeCompare(b.name)),
  ])
}
