import type { Answer, Base, Line, Plan, Schemas } from '../../api/client'
import { withItems, withPlace } from '../../entities/setup/model'
import { beside, type Draft } from '../../entities/setup/draft'
import type { Swapping } from './Why'
import { say } from './catalogue'

type Swap = Schemas['Swap']

/** A base with a swap in place of one of its fillers, or of its recipe; what is swapped for ice is not frozen. */
function swapped(base: Base, n: number, s: Swap): Base {
  if (s.recipe_id) return { ...base, recipe_id: s.recipe_id, batch_id: undefined }
  if (n > 0)
    return {
      ...base,
      more: base.more?.map((l, i) => (i === n - 1 ? { ...l, item_id: s.item_id, done: undefined } : l)),
    }
  return { ...base, item_id: s.item_id, done: undefined, frozen: undefined }
}

/** How a swap for a line of an answer is asked for and taken; undefined for what stays whole in a mix, and for cups. */
export function swapping(
  { plan, answer }: { plan: Plan; answer: Answer },
  line: Line,
  take: (to: (d: Draft) => Draft, text: string) => void,
): Swapping | undefined {
  const { room_id, play_at } = plan
  const text = (s: Swap) => say('in-place-of', { name: s.name, name2: line.name })
  for (const [i, place] of plan.places.entries()) {
    const n = answer.places[i]?.base.indexOf(line) ?? -1
    const { base } = place
    if (n >= 0 && base) {
      const one: Base = n === 0 ? { ...base, more: undefined } : { ...base, ...base.more?.[n - 1], more: undefined }
      return {
        input: { room_id, play_at, base: one },
        onTake: (s) =>
          take((d) => withPlace(d, place.id, (p) => ({ ...p, base: p.base && swapped(p.base, n, s) })), text(s)),
      }
    }
  }
  const [at, item, base] = found(plan, line)
  if (!at || !item) return undefined
  return {
    input: { room_id, play_at, base, item },
    onTake: (s) =>
      take(
        (d) =>
          withItems(d, at, (items) =>
            // What lies there already takes its place, and is not laid there twice.
            items.some((i) => i.item_id === s.item_id)
              ? items.filter((i) => i.id !== item.id)
              : items.map((i) => (i.id === item.id ? { ...i, item_id: s.item_id, described: undefined } : i)),
          ),
        text(s),
      ),
  }
}

/** Where the line of an answer stands in its plan. */
function found(plan: Plan, line: Line) {
  for (const place of plan.places) {
    const item = place.items.find((i) => i.id === line.id)
    if (item) return [place.id, item, place.base] as const
  }
  const item = plan.beside.find((i) => i.id === line.id)
  return item ? ([beside, item, undefined] as const) : ([] as const)
}
