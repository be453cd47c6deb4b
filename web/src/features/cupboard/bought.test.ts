import { expect, test } from 'vitest'
import { readPacks, typedPack } from './bought'

test('what was really bought is read in whole packs and the smallest coin, and a wrong field is named', () => {
  expect(readPacks({ count: '2', size: '750', price: '1,99' }, 2)).toEqual({ count: 2, amount: 750, coins: 199 })
  expect(readPacks({ count: ' 1', size: '500 ', price: '' }, 2)).toEqual({ count: 1, amount: 500 })
  expect(readPacks({ count: '1', size: '500', price: '120' }, 0)).toMatchObject({ coins: 120 })
  for (const [field, part] of [
    ['count', { count: '0' }],
    ['count', { count: '1.5' }],
    ['size', { size: '' }],
    ['size', { size: '100001' }],
    ['price', { price: 'cheap' }],
    ['price', { price: '-1' }],
  ] as const)
    expect(readPacks(Object.assign({ count: '1', size: '500', price: '2' }, part), 2)).toBe(field)
  expect(typedPack({ count: 3, amount: 500, coins: 199 }, 2)).toEqual({ count: '3', size: '500', price: '1.99' })
})
