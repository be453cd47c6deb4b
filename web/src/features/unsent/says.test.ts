import { expect, test } from 'vitest'
import type { Letter } from '../../api/letter'
import { bodyOf, linesOf } from './says'

const letter = (part: Partial<Letter>): Letter => ({
  key: 'k',
  kind: 'setup',
  id: 'i',
  tab: 't',
  at: 0,
  form: 'f',
  version: 0,
  state: 'waiting',
  ...part,
})

test('a letter says the newest of what it would save, without the ids that only programs read', () => {
  expect(bodyOf(letter({ flying: { name: 'Old' }, next: { name: 'New' } }))).toEqual({ name: 'New' })
  expect(
    bodyOf(
      letter({
        kind: 'request',
        flying: {
          operation: 'PUT /api/rooms/{id}',
          method: 'PUT',
          url: 'u',
          type: 'application/json',
          body: '{"name":"Lanterns"}',
        },
      }),
    ),
  ).toEqual({ name: 'Lanterns' })
  expect(
    bodyOf(
      letter({
        kind: 'request',
        flying: { operation: 'POST /api/shelf/import', method: 'POST', url: 'u', type: 'text/csv', body: 'name,form' },
      }),
    ),
  ).toBe('name,form')
  expect(
    linesOf({
      id: '00595cb1-1610-4ec5-b5c1-c7108f38765e',
      version: 3,
      play_at: '2026-12-02T10:15',
      items: [{ item_id: 'rolling-pins', portion_g: 85 }],
      name: 'Lanterns',
      nut_free: true,
      note: '',
      routine: ['floor', 'hands'],
      children: [{ initials: 'KD', born: '2024-05' }],
    }),
  ).toEqual([
    ['play', 'Wed 2 Dec, 10:15'],
    ['item', 'rolling pins'],
    ['portion', '85 g'],
    ['name', 'Lanterns'],
    ['nut free', 'yes'],
    ['routine', 'floor, hands'],
    ['initials', 'KD'],
    ['born', '2024-05'],
  ])
})
