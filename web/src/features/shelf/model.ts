import type { Schemas } from '../../api/client'
import { byMark } from '../../ui/Mark'
import { feels } from '../../ui/words'

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
  (f.only !== 'cupboard' || i.in_cupboard) &&
  (f.only !== 'own' || i.own)


const wet = feels[0]?.[1] ?? []
const grain = feels[1]?.[1] ?? []

/** The things on planks by how they feel, what goes in first; a search keeps its own order. */
export function planks(items: Board[], searched: boolean): [string, Board[]][] {
  if (searched) return items.length ? [['', items]] : []
  const byFeel = new Map<string, Board[]>()
  for (const w of [...wet, '']) {
    for (const g of [...grain, '']) {
      const here = items.filter((i) => (w ? i.feel.includes(w) : !i.feel.some((f) => wet.includes(f))) && (g ? i.feel.includes(g) : !i.feel.some((f) => grain.includes(f))))
      if (here.length) byFeel.set([w, g].filter(Boolean).join(' and ') || 'not described', here.sort((a, b) => byMark(a, b) || a.name.localeCompare(b.name)))
    }
  }
  return [...byFeel].map(([title, here]) => [title.charAt(0).toUpperCase() + title.slice(1), here])
}
