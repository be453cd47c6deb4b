import type { Schemas } from '../../api/client'

type Pack = Schemas['BuyPack']

/** What was typed of the packs that lie in the basket. */
export interface TypedPacks {
  count: string
  size: string
  price: string
}

/** The field that cannot be read. */
export type WrongPack = keyof TypedPacks

const mostPacks = 1000
const largestPack = 100_000 // grams or pieces

const whole = (text: string, most: number) => {
  const n = Number(text.trim())
  return text.trim() !== '' && Number.isInteger(n) && n >= 1 && n <= most ? n : undefined
}

/** What packs say, in figures of the field; the price is one pack's. */
export const typedPack = (p: Pack | undefined, decimals: number): TypedPacks => ({
  count: String(p?.count ?? 1),
  size: p ? String(p.amount) : '',
  price: p?.coins === undefined ? '' : (p.coins / 10 ** decimals).toFixed(decimals),
})

/** The packs that were typed, in the smallest coin; the field that is wrong where they do not read. Nothing is a price
 * that nobody knows. */
export function readPacks({ count, size, price }: TypedPacks, decimals: number): Pack | WrongPack {
  const n = whole(count, mostPacks)
  const amount = whole(size, largestPack)
  if (n === undefined) return 'count'
  if (amount === undefined) return 'size'
  if (price.trim() === '') return { count: n, amount }
  const coins = Math.round(Number(price.trim().replace(',', '.')) * 10 ** decimals)
  return Number.isFinite(coins) && coins >= 0 ? { count: n, amount, coins } : 'price'
}
