import { expect, test } from 'vitest'
import { nextMorning, nextOpening, weekOf, weekOn } from './model'
import { hourOn } from '../../ui/wall'

test('a set-up is planned again a week on, or on the same day of the week that lies ahead', () => {
  expect(weekOn('2026-11-24T09:45', '2026-11-24')).toBe('2026-12-01T09:45')
  expect(weekOn('2026-11-03T09:45', '2026-11-24')).toBe('2026-12-01T09:45')
  expect(weekOn('2026-12-08T09:45', '2026-11-24')).toBe('2026-12-15T09:45')
  expect(nextMorning('2026-12-31')).toBe('2027-01-01T09:30')
})

test.each([
  ['2026-11-23T09:00', 'Earlier this week'],
  ['2026-11-29T09:00', 'This week'],
  ['2026-11-30T09:00', 'Next week'],
  ['2026-11-22T09:00', 'Last week'],
  ['2026-12-09T09:00', 'Week of 2026-12-07'],
])('seen from a Tuesday %s is in: %s', (playAt, words) => {
  expect(weekOf(playAt, '2026-11-24', (day) => day)).toBe(words)
})

test('what is begun now opens at the next half hour, or tomorrow morning', () => {
  expect(['09:00', '09:15', '09:16', '16:45', '16:46', '23:50'].map((t) => nextOpening(`2026-11-30T${t}`))).toEqual([
    '2026-11-30T09:30',
    '2026-11-30T09:30',
    '2026-11-30T10:00',
    '2026-11-30T17:00',
    '2026-12-01T09:30',
    '2026-12-01T09:30',
  ])
})

test('hours of a day begin and end with it', () => {
  expect(
    ['2026-11-29T22:00', '2026-11-30T09:45', '2026-12-01T00:10'].map((wall) => hourOn(wall, '2026-11-30')),
  ).toEqual([0, 9.75, 24])
})
