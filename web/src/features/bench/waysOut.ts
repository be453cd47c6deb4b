import type { Answer, Line, Plan, Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import type { Missing } from '../../entities/setup/missing'
import type { Draft } from '../../entities/setup/draft'
import { withLess } from './fromWhatThereIs'
import { swapping } from './swapping'
import type { Swapping } from './Why'
import { say } from './catalogue'

/** Changes a set-up, which can be taken back by what it says. */
export type Take = (to: (d: Draft) => Draft, text: string) => void

export interface WaysOut {
  /** How a thing is swapped for another where it stands in the set-up. */
  instead: (item: string) => Swapping | undefined
  /** Somebody has looked: there is enough of each. */
  have: (all: Missing[]) => void
  /** A place takes as much as there is. */
  less: (less: Schemas['Less']) => void
  /** Who is signed in does all that nobody does yet. */
  mine: () => void
}

/** The line of an answer that takes a thing of the shelf: a filler, what lies somewhere, or a mix that it goes into. */
function lineOf({ plan, answer }: { plan: Plan; answer: Answer }, item: string): Line | undefined {
  for (const [i, place] of plan.places.entries()) {
    const { base, mix, lines } = answer.places[i] ?? { base: [], lines: [] }
    const filler = [place.base?.item_id, ...(place.base?.more ?? []).map((l) => l.item_id)].indexOf(item)
    if (filler >= 0) return base[filler]
    if (mix?.amounts.some((a) => a.item_id === item)) return base[0]
    const laid = place.items.find((o) => o.item_id === item)
    if (laid) return lines.find((l) => l.id === laid.id)
  }
  const laid = plan.beside.find((o) => o.item_id === item)
  return laid && answer.beside.find((l) => l.id === laid.id)
}

/** How what is missing is seen to, by changes of the set-up. */
export function waysOut(asked: { plan: Plan; answer: Answer } | undefined, me: string, take: Take): WaysOut {
  return {
    instead: (item) => {
      const line = asked && lineOf(asked, item)
      return asked && line && swapping(asked, line, take)
    },
    have: (all) => {
      const seen = all.map((m) => ({ item_id: m.item_id ?? '', amount: Math.ceil(m.need ?? 0) }))
      const others = (d: Draft) => (d.have ?? []).filter((h) => !seen.some((o) => o.item_id === h.item_id))
      take(
        (d) => ({ ...d, have: [...others(d), ...seen] }),
        say('seen-enough', { name: all.map((m) => m.name).join(', ') }),
      )
    },
    less: (less) => take((d) => withLess(d, less), say('as-much-as-there-is')),
    mine: () =>
      take(
        (d) => {
          const open = (asked?.answer.precautions ?? []).filter((c) => !d.doers?.some((o) => o.id === c.id))
          return {
            ...d,
            doers: [...(d.doers ?? []), ...open.map((c) => ({ id: c.id, by: me.slice(0, limits.Doer.by) }))],
          }
        },
        say('all-by', { by: me }),
      ),
  }
}
