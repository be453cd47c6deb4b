import type { Plan, PlanItem, Setup, SetupInput } from '../../api/client'

/** A set-up as it is edited. */
export type Draft = SetupInput

/** What of a stored set-up is edited. */
export const draftOf = ({
  version,
  name,
  template,
  room_id,
  play_at,
  places,
  beside,
  labels,
  have,
  play,
  doers,
}: Setup | SetupInput): Draft => ({
  version,
  name,
  template,
  room_id,
  play_at,
  places,
  beside,
  labels,
  have,
  play,
  doers,
})

/** What is asked of the core. */
export const planOf = ({ room_id, play_at, places, beside, labels, have, play }: Draft): Plan => ({
  room_id,
  play_at,
  places,
  beside,
  labels,
  have,
  play,
})

/** Where a line stands: the id of its place, or beside all of them. */
export const beside = 'beside'

/** Where a line stands in a set-up. */
const placeOf = (d: Pick<Plan, 'places' | 'beside'>, id: string) =>
  d.beside.some((i) => i.id === id) ? beside : d.places.find((p) => p.items.some((i) => i.id === id))?.id

/** A set-up made of two, with each line once: one that was moved on one side and changed on the other stands where it was moved to. */
export function eachOnce(both: Draft, moved: Draft): Draft {
  const twice = linesOf(both).filter((l, i, all) => all.findIndex((o) => o.id === l.id) !== i)
  return twice.reduce((d, { id }) => {
    const at = placeOf(moved, id) ?? placeOf(d, id)
    const only = (items: PlanItem[], here: string) => (here === at ? items : items.filter((i) => i.id !== id))
    return { ...d, beside: only(d.beside, beside), places: d.places.map((p) => ({ ...p, items: only(p.items, p.id) })) }
  }, both)
}

/** Every line of a set-up. */
export const linesOf = ({ places, beside }: Pick<Plan, 'places' | 'beside'>): PlanItem[] => [
  ...places.flatMap((p) => p.items),
  ...beside,
]
