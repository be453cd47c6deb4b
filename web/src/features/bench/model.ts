import { v7 } from 'uuid'
import type { Answer, Base, Finding, Line, Plan, PlanItem, Setup, SetupInput, Verdict } from '../../api/client'

/** A set-up as it is edited: rows carry a key of their own for the screen. */
export interface Draft extends Omit<SetupInput, 'items'> {
  items: (PlanItem & { key: string })[]
}

export const draftOf = (s: SetupInput): Draft => ({
  version: s.version,
  name: s.name,
  room_id: s.room_id,
  play_at: s.play_at,
  base: s.base,
  items: s.items.map((i) => ({ ...i, key: v7() })),
})

export const inputOf = (d: Draft): SetupInput => ({ ...d, items: d.items.map(itemOf) })

export const inputOfSetup = ({ version, name, room_id, play_at, base, items }: Setup): SetupInput => ({ version, name, room_id, play_at, base, items })

export const itemOf = ({ item_id, described, each, use }: PlanItem): PlanItem => ({ item_id, described, each, use })

/** What is asked of the core. */
export const planOf = (d: Draft): Plan => ({ room_id: d.room_id, play_at: d.play_at, base: d.base, items: d.items.map(itemOf) })

/** Tomorrow at half past nine, on the centre's calendar. */
export function nextMorning(today: string): string {
  const d = new Date(`${today}T00:00:00Z`)
  d.setUTCDate(d.getUTCDate() + 1)
  return `${d.toISOString().slice(0, 10)}T09:30`
}

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

export const worstFirst: Verdict[] = ['keep-out', 'measure-first', 'with-a-hand', 'goes-in']

/** Every line that something objects to, worst first. */
export function objections(answer: Answer): Line[] {
  const all = [...(answer.base ? [answer.base] : []), ...answer.lines].filter((l) => l.findings.length > 0)
  return all.sort((a, b) => worstFirst.indexOf(a.verdict) - worstFirst.indexOf(b.verdict))
}

/** Everything an adult does, each once, for the set-up card. */
export function conditions(findings: Finding[]): string[] {
  return [...new Set(findings.filter((f) => f.verdict === 'with-a-hand').flatMap((f) => f.do))]
}

/** The set-up in one sentence: what stands in the way, or that nothing does. */
export function readiness(answer: Answer): string {
  const lines = [...(answer.base ? [answer.base] : []), ...answer.lines]
  const n = (v: Verdict) => lines.filter((l) => l.verdict === v).length
  const parts = [n('keep-out') ? `${n('keep-out')} to keep out` : '', n('measure-first') ? `${n('measure-first')} to measure` : ''].filter(Boolean)
  if (parts.length) return `Not ready: ${parts.join(', ')}`
  return n('with-a-hand') ? 'Ready with a hand' : 'Ready'
}
