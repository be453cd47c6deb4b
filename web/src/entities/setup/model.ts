import { v7 } from 'uuid'
import type { Answer, Base, Line, Place, PlaceAnswer, Plan, PlanItem, Setup, SetupInput } from '../../api/client'
import { byMark, standing } from '../../ui/Mark'
import { dayIn, daysBetween, minuteIn, mondayOf, plusDays, wallAt } from '../../ui/wall'
import { say } from './catalogue'
import { beside, type Draft } from './draft'
import { notReady, type Missing } from './missing'

/** What a set-up is called before anybody has named it. */
export const newName = say('new-set-up')

/** An empty set-up for a room. */
export const emptySetup = (room_id: string, play_at: string): SetupInput => ({
  version: 0,
  name: newName,
  room_id,
  play_at,
  places: [],
  beside: [],
})

const usualOpening = 9 * 60 + 30

/** Tomorrow at half past nine, on the centre's calendar. */
export const nextMorning = (today: string) => wallAt(plusDays(today, 1), usualOpening)

/** When something that is begun now could open: the next half hour, or tomorrow morning. `now` is the centre's wall clock. */
export function nextOpening(now: string): string {
  const opens = Math.ceil((minuteIn(now) + 15) / 30) * 30
  const lastOpening = 17 * 60
  return opens > lastOpening ? wallAt(plusDays(now, 1), usualOpening) : wallAt(now, opens)
}

/** The same time of day a week on, and on until it lies ahead, on the centre's calendar. */
export function weekOn(playAt: string, today: string): string {
  let day = plusDays(playAt, 7)
  while (day <= today) day = plusDays(day, 7)
  return wallAt(day, minuteIn(playAt))
}

/** Which week a day is in, in words, seen from today; what has been is said so. */
export function weekOf(playAt: string, today: string, said: (day: string) => string): string {
  const of = mondayOf(playAt)
  const weeks = daysBetween(mondayOf(today), of) / 7
  if (weeks === 0) return dayIn(playAt) < today ? say('earlier-this-week') : say('this-week')
  if (weeks === 1) return say('next-week')
  return weeks === -1 ? say('last-week') : say('week-of-said', { said: said(of) })
}

const anew = (items: PlanItem[]): PlanItem[] => items.map((i) => ({ ...i, id: v7() }))

/** Places and lines with ids of their own, so that two set-ups never share one. */
export const copied = ({
  places,
  beside,
  labels,
}: Pick<Plan, 'places' | 'beside' | 'labels'>): Pick<Plan, 'places' | 'beside' | 'labels'> => ({
  places: places.map((p) => ({ ...p, id: v7(), items: anew(p.items) })),
  beside: anew(beside),
  labels,
})

/** A set-up to be planned again, a week on. */
export const again = (from: Setup | SetupInput, today: string): SetupInput => ({
  ...copied(from),
  version: 0,
  name: from.name,
  room_id: from.room_id,
  play_at: weekOn(from.play_at, today),
})

/** A set-up started from a template for a room, tomorrow morning. */
export const fromTemplate = (from: Setup, room_id: string, today: string): SetupInput => ({
  ...again(from, today),
  room_id,
  play_at: nextMorning(today),
})

/** A set-up kept to start others from. */
export const asTemplate = (from: Draft, today: string): SetupInput => ({ ...again(from, today), template: true })

/** A mix, a portion for each child of the room where that is known. */
export const mixBase = (recipe_id: string, portion_g: number | undefined): Base => ({
  kind: 'mix',
  recipe_id,
  portion_g,
  colours: 1,
})
export const fillBase = (item_id: string | undefined, vessel_id: string, depth_mm?: number): Base => ({
  kind: 'fill',
  item_id,
  vessel_id,
  depth_mm: item_id ? depth_mm : undefined,
})
export const newPlace = (base?: Base, items: PlanItem[] = []): Place => ({ id: v7(), base, items })

/** As many as a set-up takes of one thing. */
export const mostOfOne = 500

/** The things of a place, or beside all of them, changed. */
export function withItems(d: Draft, at: string, change: (items: PlanItem[]) => PlanItem[]): Draft {
  if (at === beside) return { ...d, beside: change(d.beside) }
  return withPlace(d, at, (p) => ({ ...p, items: change(p.items) }))
}

export const withPlace = (d: Draft, id: string, change: (place: Place) => Place): Draft => ({
  ...d,
  places: d.places.map((p) => (p.id === id ? change(p) : p)),
})

/** The page of the recipe that a place starts from, as it is made here. */
export function recipeLink(base: Base | undefined, room_id: string): string | undefined {
  if (base?.kind !== 'mix' || !base.recipe_id) return undefined
  const p = new URLSearchParams({ room: room_id })
  if (base.portion_g) p.set('g', String(Math.round(base.portion_g)))
  if (base.colours && base.colours > 1) p.set('colours', String(base.colours))
  if (base.pot_ml) p.set('pot', String(base.pot_ml))
  if (base.use && base.use !== 'open') p.set('use', base.use)
  return `/recipes/${base.recipe_id}?${p.toString()}`
}

/** Where the batch of a mix is noted once it is made, from the link to its recipe. */
export const batchLink = (recipe: string, setup: string) =>
  recipe.replace(/^\/recipes\/([^?]*)\?/, (_, id: string) => `/batches/new?recipe=${id}&setup=${setup}&`)

/** What a base is, without how much of it. */
const kindOf = (base?: Base) =>
  base && [
    base.kind,
    base.recipe_id,
    base.item_id,
    base.vessel_id,
    base.done,
    base.unsized,
    base.more?.map((l) => [l.item_id, l.done, l.unsized]),
    base.frozen,
    base.use,
    base.batch_id,
  ]

/** A line is judged by exactly this; an answer to anything else is not its answer. */
const signature = (plan: Plan, place: Place | undefined, part: PlanItem | [Base, number]) =>
  JSON.stringify([
    plan.room_id,
    plan.play_at,
    plan.labels,
    plan.play?.apart && plan.play.only,
    plan.play?.adults,
    Array.isArray(part) ? part : [kindOf(place?.base), place?.through, part],
  ])

const cupsSignature = (plan: Plan, place: Place | undefined, item: PlanItem) => `cups-${signature(plan, place, item)}`

/** The lines of an answer by what they were asked for. */
export function linesBySignature(plan: Plan, answer: Answer): Map<string, Line> {
  const lines = new Map<string, Line>()
  const take = (place: Place | undefined, items: PlanItem[], answered: Line[]) => {
    for (const item of items) {
      const at = answered.findIndex((l) => l.id === item.id)
      const [line, after] = [answered[at], answered[at + 1]]
      if (line) lines.set(signature(plan, place, item), line)
      if (line && item.cup_id && after?.into) lines.set(cupsSignature(plan, place, item), after)
    }
  }
  plan.places.forEach((place, i) => {
    const answered = answer.places[i]
    if (!answered) return
    const { base } = place
    if (base) answered.base.forEach((line, n) => lines.set(signature(plan, place, [base, n]), line))
    take(place, place.items, answered.lines)
  })
  take(undefined, plan.beside, answer.beside)
  return lines
}

export const lineFor = (
  lines: Map<string, Line>,
  plan: Plan,
  place: Place | undefined,
  item: PlanItem,
): Line | undefined => lines.get(signature(plan, place, item))

/** The cups that a set is sorted into. */
export const cupsFor = (
  lines: Map<string, Line>,
  plan: Plan,
  place: Place | undefined,
  item: PlanItem,
): Line | undefined => lines.get(cupsSignature(plan, place, item))

/** The lines of what fills a place, from the floor up. */
export const baseLines = (lines: Map<string, Line>, plan: Plan, place: Place): (Line | undefined)[] => {
  const { base } = place
  return base
    ? Array.from({ length: 1 + (base.more?.length ?? 0) }, (_, n) => lines.get(signature(plan, place, [base, n])))
    : []
}

/** The same things for the same children on the same day, in whatever amounts. */
export function sameThings(a: Plan, b: Plan): boolean {
  const things = (items: PlanItem[]) => items.map((i) => [i.id, i.item_id, i.described, i.use, i.cup_id, i.unsized])
  const of = ({ room_id, play_at, places, beside, labels, play }: Plan) => [
    room_id,
    play_at,
    labels,
    play?.apart && play.only,
    play?.adults,
    places.map((p) => [p.id, kindOf(p.base), p.base?.vessels, things(p.items)]),
    things(beside),
  ]
  return JSON.stringify(of(a)) === JSON.stringify(of(b))
}

/** Every line of an answer, place by place. */
export const answered = ({ places, beside }: Answer): Line[] => [
  ...places.flatMap((p) => [...p.base, ...p.lines]),
  ...beside,
]

/** Every line that something objects to, worst first. */
export const objections = (answer: Answer): Line[] =>
  answered(answer)
    .filter((l) => l.findings.length > 0)
    .sort((a, b) => byMark(b, a))

/** The set-up in one sentence: that it is ready, what is missing, or that it is empty. */
export function readiness(answer: Answer, missing: Missing[] = answer.missing ?? []): string {
  if (!answer.mark) return say('nothing-in-it-yet')
  return missing.length > 0 ? notReady(missing) : standing({ mark: answer.mark, ready: answer.ready }, answered(answer))
}

/** How much there is in all: of what is made and what is poured. */
export const massOf = ({ mix, fill }: PlaceAnswer): number => mix?.made_g ?? fill?.in_all_g ?? 0
