import type { Schemas } from '../../api/client'
import { grams, money, number } from '../../ui/format'
import { say } from './catalogue'

export type Jar = Schemas['StoredJar']
export type BuyLine = Schemas['BuyLine']
type Unit = Jar['unit']

/** So much of a thing in its unit: "1.2 kg", "24". */
export const quantity = (n: number, unit: Unit): string => (unit === 'pieces' ? number(n, 0) : grams(n))

/** What is in a jar, in words. */
export function inIt(jar: Jar): string {
  if (jar.version === 0) return say('none')
  if (jar.overdrawn) return say('weigh-it-more-was-used')
  if (!jar.weighed) return jar.unit === 'pieces' ? say('not-counted') : say('not-weighed')
  return jar.here ? quantity(jar.amount, jar.unit) : say('run-out')
}

/** The same line of the list, over reloads. */
export const lineKey = (l: Pick<BuyLine, 'item_id' | 'free' | 'heat_treated'>) =>
  [l.item_id, ...l.free, l.heat_treated ? 'heat-treated' : ''].join(' ')

/** Packs in words: "5 × 500 g + 1 × 250 g". */
export const packsIn = (packs: Schemas['BuyPack'][], unit: Unit) =>
  packs.map((p) => `${p.count} × ${quantity(p.amount, unit)}`).join(' + ')

/** What packs cost in all; undefined where one of them has no price. */
export function costs(packs: Schemas['BuyPack'][], currency: string): string | undefined {
  let sum = 0
  for (const p of packs) {
    if (p.coins === undefined) return undefined
    sum += p.coins * p.count
  }
  return packs.length > 0 ? money(sum, currency) : undefined
}

/** The lines by where they stand in a shop, in the order of the first that is needed; last what is not to be bought now. */
export function byAisle(lines: BuyLine[]): [string, BuyLine[]][] {
  const aisles = new Map<string, BuyLine[]>()
  for (const l of lines) {
    const aisle = l.idle ? say('not-now-only-for-what') : l.aisle
    aisles.set(aisle, [...(aisles.get(aisle) ?? []), l])
  }
  return [...aisles]
}
