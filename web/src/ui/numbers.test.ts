import { expect, test } from 'vitest'
import { readNumber } from './numbers'

test.each([
  ['250', 250],
  [' 2,5 ', 2.5],
  ['0.25', 0.25],
  ['0', 0],
])('%j is read', (typed, n) => {
  expect(readNumber(typed)).toBe(n)
})

test.each(['', 'some', '1,500', '1.500', '2..5', '-3', '1e3', '12 g', '١'])('%j is no number that one can be sure of', (typed) => {
  expect(readNumber(typed)).toBeNaN()
})
