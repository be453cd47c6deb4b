import { expect, test } from 'vitest'
import { daysBetween, dayIn, minuteIn, mondayOf, plusDays, sameDay, wallAt } from './wall'

test.each([
  ['2026-11-30', 1, '2026-12-01'],
  ['2027-01-01T07:00', -1, '2026-12-31'],
  ['2028-02-28', 1, '2028-02-29'],
  ['2026-03-28', 2, '2026-03-30'], // over a night that is an hour short in Europe
  ['2026-10-24', 2, '2026-10-26'],
])('%s and %i days is %s', (day, by, then) => {
  expect(plusDays(day, by)).toBe(then)
  expect(daysBetween(day, then)).toBe(by)
})

test('a week begins on its Monday, on a Sunday too', () => {
  expect(['2026-11-29', '2026-11-30', '2026-12-06T23:50'].map(mondayOf)).toEqual([
    '2026-11-23',
    '2026-11-30',
    '2026-11-30',
  ])
})

test('a time is its day and its minutes', () => {
  for (const wall of ['2026-11-24T00:00', '2026-11-24T09:45', '2026-11-24T23:59'])
    expect(wallAt(dayIn(wall), minuteIn(wall))).toBe(wall)
  expect([sameDay('2026-11-24T00:00', '2026-11-24'), sameDay('2026-11-24T23:59', '2026-11-25T00:00')]).toEqual([
    true,
    false,
  ])
})
