import { expect, test } from 'vitest'
import { whole } from './whole'

test('what a document does not say is cleared, at every depth, and what nobody here knows is passed on', () => {
  const child = {
    id: 'a',
    allergies: [{ to: 'other', by: 'eating' }],
    needs: { swallowing: true },
    of_a_later_contract: 1,
  }
  const sent = JSON.parse(
    whole('PUT /api/rooms/{id}', JSON.stringify({ name: 'Puddles', strikes: [], children: [child] })),
  ) as Record<string, unknown>
  expect(sent).toMatchObject({
    name: 'Puddles',
    strikes: [],
    customs: null,
    prep: null,
    children: [{ ...child, allergies: [{ to: 'other', by: 'eating', note: null }] }],
  })
})

test('what keeps nothing is sent as it is', () => {
  expect(whole('PUT /api/moves/{id}', '{"kind":"counted"}')).toBe('{"kind":"counted"}')
})
