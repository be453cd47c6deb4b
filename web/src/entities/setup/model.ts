import { v7 } from 'uuid'
import type { Answer, Base, Line, Plan, PlanItem, Setup, SetupInput } from '../../api/client'
import { byMark, standing } from '../../ui/Mark'

/** A set-up as it is edited. */
export type Draft = SetupInput

/** What of a stored set-up is edited. */
export const draftOf = ({ version, name, room_id, play_at, base, items }: Setup | SetupInput): Draft => ({ version, name, room_id, play_at, base, items })

/** What is asked of the core. */
export const planOf = ({ room_id, play_at, base, items }: Draft): Plan => ({ room_id, play_at, base, items })

/** Tomorrow at half past nine, on the centre's calendar. */
export function nextMorning(today: string): string {
  const d = new Date(`${today}T00:00:00Z`)
  d.setUTCDate(d.getUTCDate() + 1)
  return `${d.toISOString().slice(0, 10)}T09:30`
}

/** The same time of day a week on, and on until it lies ahead, on the centre's calendar. */
export function weekOn(playAt: string, today: string): string {
  const d = new Date(`${playAt.slice(0, 10)}T00:00:00Z`)
  do d.setUTCDate(d.getUTCDate() + 7)
  while (d.toISOString().slice(0, 10) <= today)
  return `${d.toISOString().slice(0, 10)}${playAt.slice(10)}`
}

/** A set-up to be planned again: the same things as lines of their own, a week on. */
export const again = ({ name, room_id, play_at, base, items }: Setup, today: string): SetupInput => ({ version: 0, name, room_id, play_at: weekOn(play_at, today), base, items: items.map((i) => ({ ...i, id: v7() })) })

export const mixBase = (recipe_id: string): Base => ({ kind: 'mix', recipe_id, portion_g: 120, colours: 1 })
export const fillBase = (item_id: string, vessel_id: string, depth_mm: number): Base => ({ kind: 'fill', item_id, vessel_id, depth_mm })

/** The page of the recipe that a set-up starts from, as it is made here. */
export function recipeLink({ base, room_id }: Draft): string | undefined {
  if (base?.kind !== 'mix' || !base.recipe_id) return undefined
  const p = new URLSearchParams({ room: room_id })
  if (base.portion_g) p.set('g', String(Math.round(base.portion_g)))
  if (base.colours && base.colours > 1) p.set('colours', String(base.colours))
  if (base.pot_ml) p.set('pot', String(base.pot_ml))
  if (base.use && base.use !== 'open') p.set('use', base.use)
  return `/recipes/${base.recipe_id}?${p.toString()}`
}

/** A line is judged by exactly this; an answer to anything else is not its answer. */
const signature = (plan: Plan, part: Base | PlanItem) => JSON.stringify([plan.room_id, plan.play_at, part])

/** The lines of an answer by what they were asked for. */
export function linesBySignature(plan: Plan, answer: Answer): Map<string, Line> {
  const lines = new Map<string, Line>()
  if (plan.base && answer.base) lines.set(signature(plan, plan.base), answer.base)
  plan.items.forEach((item, i) => {
    const line = answer.lines[i]
    if (line) lines.set(signature(plan, item), line)
  })
  return lines
}

export const lineFor = (lines: Map<string, Line>, plan: Plan, part: Base | PlanItem): Line | undefined => lines.get(signature(plan, part))

/** The same things for the same children on the same day, in whatever amounts. */
export function sameThings(a: Plan, b: Plan): boolean {
  const things = ({ room_id, play_at, base, items }: Plan) => [room_id, play_at, base && [base.kind, base.recipe_id, base.item_id, base.vessel_id, base.vessels, base.use], items.map((i) => [i.id, i.item_id, i.described, i.use])]
  return JSON.stringify(things(a)) === JSON.stringify(things(b))
}

/** Every line that something objects to, worst first. */
export function objections(answer: Answer): Line[] {
  const all = [...(answer.base ? [answer.base] : []), ...answer.lines].filter((l) => l.findings.length > 0)
  return all.sort((a, b) => byMark(b, a))
}

/** The set-up in one sentence: that it is ready, what stands in the way, or that it is empty. */
export function readiness({ mark, ready, base, lines }: Answer): string {
  return mark ? standing({ mark, ready }, [...(base ? [base] : []), ...lines]) : 'Nothing in it yet'
}
