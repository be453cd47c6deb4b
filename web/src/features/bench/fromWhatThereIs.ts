import type { QueryClient } from '@tanstack/react-query'
import type { Schemas } from '../../api/client'
import { withPlace } from '../../entities/setup/model'
import { planOf, type Draft } from '../../entities/setup/draft'
import { answerQuery } from '../../entities/setup/queries'
import { grams, plural } from '../../ui/format'
import { say } from './catalogue'

type Less = Schemas['Less']

/** A set-up with as much in one of its places as there is. */
export const withLess = (d: Draft, { place_id, depth_mm, portion_g, vessel_id, vessels }: Less): Draft =>
  withPlace(d, place_id, (p) => ({
    ...p,
    base: p.base && {
      ...p.base,
      depth_mm: depth_mm ?? p.base.depth_mm,
      portion_g: portion_g ?? p.base.portion_g,
      vessel_id: vessel_id ?? p.base.vessel_id,
      vessels: vessels ?? p.base.vessels,
    },
  }))

/** As much as there is, in words. */
export function lessInWords({ depth_mm, portion_g, vessel, vessels, turns }: Less): string {
  if (depth_mm === undefined) return say('portion-each', { grams: grams(portion_g ?? 0) })
  if (vessel === undefined) return say('fill-to-depth', { depthMm: depth_mm })
  const said = say('in-vessels-to-depth', { vessels: plural(vessels ?? 1, vessel.toLowerCase()), depthMm: depth_mm })
  return turns === undefined ? said : say('said-in-turns', { said, turns })
}

/** How long somebody waits for it, at most. */
const patienceMs = 10_000

/** What a filler that was just chosen is poured in: what there is of it, or one pack, gives; nothing where it is enough as
 * it stands, and where that cannot be known now. */
export async function fromWhatThereIs(
  client: QueryClient,
  draft: Draft,
  item: string,
  roomVersion: number,
): Promise<Less | undefined> {
  if (!navigator.onLine) return undefined
  const late = new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), patienceMs))
  const asked = client.fetchQuery(answerQuery(planOf(draft), roomVersion)).catch(() => undefined)
  const found = await Promise.race([asked, late])
  return found?.answer.missing?.find((m) => m.item_id === item && m.less?.vessel_id)?.less
}
