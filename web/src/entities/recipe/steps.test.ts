import { expect, test } from 'vitest'
import { corrected, understood, type Step } from './steps'

const step = (s: Partial<Step>): Step => ({
  text: 'Stir',
  minutes: 5,
  wait: false,
  adult_only: false,
  children_help: false,
  ...s,
})

test('what was understood of a step is said in words', () => {
  expect(understood(step({}))).toBe('hands-on')
  expect(understood(step({ kind: 'cook', resource: 'stove', adult_only: true, asks: '80 °C or more' }))).toBe(
    'cooked, at the stove, adult only, a food thermometer reads 80 °C or more',
  )
  expect(understood(step({ kind: 'chill', resource: 'fridge', wait: true }))).toBe('in the fridge')
})

test('a step that is meant otherwise is told so in its own line, and no other changes', () => {
  const typed = 'Stir, 5 min\n\n  2. Over a flame\r\nKnead'
  expect(
    corrected(typed, 1, step({ text: 'Over a flame', minutes: 8, kind: 'cook', adult_only: true, resource: 'stove' })),
  ).toBe('Stir, 5 min\n\nOver a flame (8 min, cook, adult, stove)\nKnead')
  expect(corrected(typed, 7, step({}))).toBe(typed)
})
