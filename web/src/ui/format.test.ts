import { expect, test } from 'vitest'
import { duration, grams, litres, miss, month, readMonth, timeOfDay, weighs, wholeDay } from './format'
import { daysFrom, readTime } from './WallTime'

test.each([
  ['Sep 2024', '2024-09'],
  ['september 24', '2024-09'],
  ['9/2024', '2024-09'],
  ['9.24', '2024-09'],
  ['2024-09', '2024-09'],
  ['13/2024', undefined],
  ['24', undefined],
  ['next May', undefined],
])('the month %j is %j', (typed, is) => {
  expect(readMonth(typed)).toBe(is)
})

test.each([
  ['9:45', '09:45'],
  ['9.45', '09:45'],
  ['0945', '09:45'],
  ['9', '09:00'],
  ['2:30 pm', '14:30'],
  ['12 am', '00:00'],
  ['12 pm', '12:00'],
  ['24:00', undefined],
  ['13 pm', undefined],
  ['9:61', undefined],
  ['soon', undefined],
])('the time %j is %j', (typed, is) => {
  expect(readTime(typed)).toBe(is)
})

test('the day that is chosen is among those offered wherever it lies', () => {
  const days = daysFrom('2026-11-30', '2026-11-02')
  expect([days[0], days[1], days.at(-1)]).toEqual(['2026-11-02', '2026-11-30', '2027-01-28'])
  expect(daysFrom('2026-11-30', '2026-12-02')).toHaveLength(60)
})

test('figures are rounded where a kitchen scale and a jug are', () => {
  expect([grams(9.94), grams(9.96), grams(999.4), grams(999.6)]).toEqual(['9.9 g', '10 g', '999 g', '1 kg'])
  expect([weighs({ exact_g: 0, as_needed: true }), weighs({ exact_g: 250 })]).toEqual(['as needed', '250 g'])
  expect([litres(999.4), litres(999.6)]).toEqual(['999 mL', '1 L'])
  expect([miss(0), miss(-0.016), miss(0.016)]).toEqual(['exact', '1.6 % under', '1.6 % over'])
  expect([duration(119), duration(120), duration(376)]).toEqual(['119 min', '2 h', '6 h 16 min'])
})

test('days and times are as the people of the centre write them', () => {
  expect([timeOfDay('2026-11-30T09:05'), wholeDay('2026-11-30'), month('2024-09'), month('soon')]).toEqual([
    '9:05',
    'Monday 30 November',
    'Sep 2024',
    'soon',
  ])
})
