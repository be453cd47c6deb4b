import { expect, test } from 'vitest'
import { differences } from './differences'

test('what two say otherwise stands side by side, and what only one of them says too', () => {
  expect(
    differences(
      { Place: 'pantry', 'Best before': '2026-12-24', Opened: '' },
      { Place: 'cellar', 'Best before': '2026-12-24', 'Free of': 'wheat' },
    ),
  ).toEqual([
    { name: 'Place', mine: 'pantry', theirs: 'cellar' },
    { name: 'Free of', mine: 'nothing', theirs: 'wheat' },
  ])
})
