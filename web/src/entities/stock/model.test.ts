import { expect, test } from 'vitest'
import { byAisle, costs, inIt, packsIn, type BuyLine, type Jar } from './model'

const jar = (part: Partial<Jar>) => ({ version: 1, unit: 'g', weighed: true, here: true, amount: 0, ...part }) as Jar

test('what nobody has weighed is never said to be none', () => {
  expect(inIt(jar({ weighed: false }))).toBe('not weighed')
  expect(inIt(jar({ weighed: false, unit: 'pieces' }))).toBe('not counted')
  expect(inIt(jar({ overdrawn: true }))).toContain('weigh it')
  expect(inIt(jar({ here: false }))).toBe('run out')
  expect(inIt(jar({ amount: 1250 }))).toBe('1.25 kg')
})

test('packs cost nothing that is known while one of them has no price', () => {
  const packs = [
    { amount: 500, count: 2, coins: 365 },
    { amount: 250, count: 1, coins: 200 },
  ]
  expect([packsIn(packs, 'g'), costs(packs, 'USD')]).toEqual(['2 × 500 g + 1 × 250 g', 'US$9.30'])
  expect(costs([...packs, { amount: 1, count: 1 }], 'USD')).toBeUndefined()
  expect(costs([], 'USD')).toBeUndefined()
})

test('what is not to be bought now comes under a heading of its own', () => {
  const line = (item_id: string, aisle: string, idle = false) => ({ item_id, aisle, idle }) as BuyLine
  expect(
    byAisle([
      line('flour', 'baking'),
      line('salt', 'spices'),
      line('oats', 'baking', true),
      line('sugar', 'baking'),
    ]).map(([, all]) => all.map((l) => l.item_id)),
  ).toEqual([['flour', 'sugar'], ['salt'], ['oats']])
})
