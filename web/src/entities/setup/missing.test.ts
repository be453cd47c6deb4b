import { expect, test } from 'vitest'
import { isDraft, missingInShort, notReady, type Missing } from './missing'

const peas: Missing = { kind: 'remove', name: 'Split peas' }
const rice: Missing = { kind: 'short', name: 'White rice', item_id: 'white-rice', need: 4700, lacks: 3700, unit: 'g' }
const boats: Missing = { kind: 'unweighed', name: 'Boats', item_id: 'boats', need: 3, lacks: 0, unit: 'pieces' }
const who: Missing = { kind: 'nobody', name: 'Wipe up spills at once.', lacks: 3 }

test('what is missing is said with its figures, the first of it and how much more', () => {
  expect(missingInShort([])).toBe('')
  expect(missingInShort([rice])).toBe('White rice: short by 3.7 kg')
  expect(missingInShort([peas, rice, boats])).toBe('Split peas: do not use, and 2 more')
  expect(missingInShort([boats])).toBe('Boats: in stock, not weighed. Takes 3 pieces')
  expect(missingInShort([who])).toBe('Precautions: say who does 3')
})

test('what has to be done before a set-up is ready is counted by sort', () => {
  expect(notReady([peas, rice, boats, who])).toBe('Not ready: remove 1, short of 1, look for 1, say who does 3')
  expect([isDraft([peas]), isDraft([rice, boats, who]), isDraft([])]).toEqual([true, false, false])
})
