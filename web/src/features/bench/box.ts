import { v7 } from 'uuid'
import type { Schemas } from '../../api/client'
import { withItems } from '../../entities/setup/model'
import { beside, linesOf, type Draft } from '../../entities/setup/draft'

type Kept = Pick<Schemas['Setup'], 'places' | 'beside'>

/** A set-up with the things of one that is kept laid into a place, or beside, each once, as many as it may have. */
export function withBox(d: Draft, at: string, kept: Kept, most: number): { draft: Draft; added: number; left: number } {
  const there = new Set(linesOf(d).flatMap((i) => i.item_id ?? i.described?.name ?? []))
  const things = [...kept.places.flatMap((p) => p.items), ...kept.beside].filter((i) => {
    const what = i.item_id ?? i.described?.name ?? ''
    if (there.has(what)) return false
    there.add(what)
    return true
  })
  const taken = things.slice(0, Math.max(0, most - linesOf(d).length)).map((i) => ({ ...i, id: v7() }))
  const to = d.places.some((p) => p.id === at) ? at : beside
  return {
    draft: withItems(d, to, (items) => [...items, ...taken]),
    added: taken.length,
    left: things.length - taken.length,
  }
}
