import { expect, test } from 'vitest'
import type { Draft } from '../../entities/setup/draft'
import { withBox } from './box'

test('the things of a kept box are laid in once each, with ids of their own, as many as may be', () => {
  const item = (id: string, item_id: string) => ({ id, item_id, each: 2, use: 'open' as const })
  const d = { places: [{ id: 'p', items: [item('1', 'boats')] }], beside: [] } as unknown as Draft
  const kept = {
    places: [{ id: 'q', items: [item('2', 'boats'), item('3', 'shells')] }],
    beside: [item('4', 'shells'), item('5', 'scoops'), { id: '6', described: { name: 'net' }, each: 1, use: 'open' }],
  } as unknown as Parameters<typeof withBox>[2]
  const into = withBox(d, 'p', kept, 40)
  const ids = into.draft.places[0]?.items.map((i) => i.id) ?? []
  expect(into.draft.places[0]?.items.map((i) => i.item_id ?? i.described?.name)).toEqual([
    'boats',
    'shells',
    'scoops',
    'net',
  ])
  expect([into.added, into.left, new Set(ids).size]).toEqual([3, 0, 4])
  expect(ids).not.toContain('3')
  const few = withBox(d, 'gone', kept, 2)
  expect([few.draft.beside.length, few.added, few.left]).toEqual([1, 1, 2])
})
