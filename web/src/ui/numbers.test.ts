import { expect, test } from 'vitest'
import { readNumber, whyNoNumber } from './numbers'

test.each([
  ['250', 250],
  [' 2,5 ', 2.5],
  ['0.25', 0.25],
  ['0', 0],
])('%j is read', (typed, n) => {
  expect(readNumber(typed)).toBe(n)
})

test.each(['', 'some', '1,500', '1.500', '2..5', '-3', '1e3', '12 g', '١'])(
  '%j is no number that one can be sure of',
  (typed) => {
    expect(readNumber(typed)).toBeNaN()
  },
)

test('why it is none is said in words', () => {
  expect(['1,500', 'a few', ' ', '2,5'].map(whyNoNumber)).toEqual([
    '1,500 may be 1500 or 1.500: type it without the mark, or with fewer digits.',
    'a few is no number.',
    'Type a number.',
    undefined,
  ])
})
