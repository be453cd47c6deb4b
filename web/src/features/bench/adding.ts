import { v7 } from 'uuid'
import type { Base, Place, PlanItem, Schemas } from '../../api/client'
import { fillBase, mixBase, newPlace, withItems, withPlace } from '../../entities/setup/model'
import { beside, type Draft } from '../../entities/setup/draft'
import type { Chosen } from './chosen'

type Vessel = Schemas['Vessel']

/** As deep as a filler is poured into a vessel: as before, or as is usual, as far as it may be filled. */
export const depthIn = (v: Vessel, base?: Base): number =>
  Math.min(base?.depth_mm ?? v.usual_mm ?? v.deepest_mm, deepestOf(v, base))

/** How deep a vessel may be filled as it is used. */
export const deepestOf = (v: Vessel, base?: Base): number =>
  base?.frozen ? (v.frozen_mm ?? v.deepest_mm) : base?.use === 'sealed' ? (v.closed_mm ?? v.deepest_mm) : v.deepest_mm

interface Around {
  vessels: Vessel[]
  /** What one child of the room has of a mix, in grams. */
  portion: number | undefined
  /** How many children the room has. */
  children?: number
  /** A filler lies over what is poured there; else it is another activity, in a place of its own. */
  over?: boolean
}

interface Added {
  draft: Draft
  /** Where the next thing goes. */
  at: string
  /** The lines that were laid. */
  lines: string[]
  /** What lines are called. */
  names: Record<string, string>
  /** The place that a filler was given of its own, beside what is poured where it was to go. */
  apart?: string
}

/**
 * Puts what was chosen where it belongs: what can be poured fills the place that is empty, or one of its own; a list is
 * of one place, and a filler in it lies over the one before, as it does where somebody says so; a mix fills an empty
 * place or begins one; a tool lies beside all; and everything else lies in the place.
 */
export function add(draft: Draft, at: string, chosen: Chosen[], around: Around): Added {
  const out: Added = { draft, at, lines: [], names: {} }
  for (const one of chosen) put(out, one, { ...around, over: around.over ?? chosen.length > 1 })
  return out
}

function put(out: Added, chosen: Chosen, { vessels, portion, children, over }: Around) {
  const place = out.draft.places.find((p) => p.id === out.at)
  const { amount, unsized } = chosen
  const as = { use: chosen.use, count: amount?.in === undefined ? amount?.count : undefined, unsized }
  if ('vessel' in chosen)
    return into(
      out,
      place,
      vessels.find((v) => v.id === chosen.vessel),
      amount?.count,
    )
  if ('described' in chosen) return lay(out, place, { described: chosen.described }, chosen.described.name, as)
  const { item, done } = chosen
  if (item.kind === 'family') return lay(out, place, { described: { name: item.name } }, item.name, as)
  if (item.kind === 'mix') {
    const each = amount?.mass_g && children ? Math.round(amount.mass_g / children) : portion
    return fill(out, place, { ...mixBase(item.id, each), unsized })
  }
  const only = item.parts.includes('filler') && !item.parts.some((p) => p === 'find' || p === 'tool')
  if (item.parts.includes('filler') && out.at !== beside && !place?.base?.item_id && place?.base?.kind !== 'mix') {
    // A vessel that was chosen before what goes in it stays.
    const vessel = vessels.find((v) => v.id === place?.base?.vessel_id) ?? vessels[0]
    const deep = (v: Vessel) =>
      Math.min(amount?.depth_mm ?? Infinity, deepestOf(v, place?.base), depthIn(v, place?.base))
    if (vessel)
      fill(out, place, {
        ...fillBase(item.id, vessel.id, unsized ? undefined : deep(vessel)),
        done,
        unsized,
        vessels: place?.base?.vessels,
        use: place?.base?.use,
      })
    return
  }
  if (only && place?.base?.kind === 'fill' && place.base.item_id) {
    const { base } = place
    const vessel = vessels.find((v) => v.id === base.vessel_id)
    if (!over && vessel) {
      const deep = Math.min(amount?.depth_mm ?? depthIn(vessel), deepestOf(vessel))
      fill(out, undefined, { ...fillBase(item.id, vessel.id, unsized ? undefined : deep), done, unsized })
      out.apart = out.at
      return
    }
    const mm = base.depth_mm ?? (vessel ? depthIn(vessel, base) : 0)
    // As much as was said lies over it, or as much less of both as goes in; else both share the depth that there is.
    const below = base.more?.reduce((sum, l) => sum + l.depth_mm, 0) ?? 0
    const said = amount?.depth_mm
    const room = vessel ? deepestOf(vessel, base) - below : mm
    const share = Math.max(1, Math.floor(mm / (2 + (base.more?.length ?? 0))))
    const fits = said === undefined ? 1 : Math.min(1, room / (mm + said))
    const each = unsized ? 0 : said === undefined ? share : Math.max(1, Math.floor(said * fits))
    const left = said === undefined ? mm - each : Math.floor(mm * fits)
    const depth = base.unsized ? undefined : Math.max(1, left)
    const layer = { item_id: item.id, done, depth_mm: each, unsized }
    out.draft = withPlace(out.draft, place.id, (p) => ({
      ...p,
      base: { ...base, depth_mm: depth, more: [...(base.more ?? []), layer] },
    }))
    return
  }
  if (item.parts[0] === 'tool') return lay(out, undefined, { item_id: item.id }, item.name, as, beside)
  lay(out, place, done ? { described: { name: item.name } } : { item_id: item.id }, item.name, as)
}

/** Takes a vessel for what is poured, or begins a place in it. */
function into(out: Added, place: Place | undefined, vessel: Vessel | undefined, vessels: number | undefined) {
  if (!vessel) return
  const { base } = place ?? {}
  if (place && base?.kind !== 'mix')
    out.draft = withPlace(out.draft, place.id, (p) => ({
      ...p,
      base: {
        ...(base ?? fillBase(undefined, vessel.id, 0)),
        vessel_id: vessel.id,
        vessels: vessels ?? base?.vessels,
        depth_mm: base?.item_id && !base.unsized ? depthIn(vessel, base) : undefined,
      },
    }))
  else fill(out, undefined, { ...fillBase(undefined, vessel.id, 0), vessels })
}

function fill(out: Added, place: Place | undefined, base: Base) {
  const empty = place && (!place.base || (place.base.kind === 'fill' && !place.base.item_id))
  if (empty) {
    out.draft = withPlace(out.draft, place.id, (p) => ({ ...p, base }))
    return
  }
  const next = newPlace(base)
  out.draft = { ...out.draft, places: [...out.draft.places, next] }
  out.at = next.id
}

function lay(
  out: Added,
  place: Place | undefined,
  thing: Pick<PlanItem, 'item_id' | 'described'>,
  name: string,
  as: { use?: PlanItem['use']; count?: number; unsized?: PlanItem['unsized'] },
  to = out.at,
) {
  // So many of them are for all together; else each child has one.
  const count = as.count === undefined ? 0 : Math.round(as.count)
  const known = count > 0 ? { each: count, shared: true } : { each: 1 }
  const much = as.unsized ? { each: 0, shared: true, unsized: as.unsized } : known
  const item: PlanItem = { ...thing, id: v7(), ...much, use: as.use ?? 'open' }
  out.names[item.id] = name
  out.lines.push(item.id)
  if (to === beside) {
    out.draft = withItems(out.draft, beside, (items) => [...items, item])
    return
  }
  if (!place) {
    const next = newPlace(undefined, [item])
    out.draft = { ...out.draft, places: [...out.draft.places, next] }
    out.at = next.id
    return
  }
  out.draft = withItems(out.draft, place.id, (items) => [...items, item])
}
