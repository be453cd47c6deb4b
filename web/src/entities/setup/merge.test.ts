import { expect, test } from 'vitest'
import { merge, theirsIn } from './merge'

const line = (id: string, each = 1) => ({ id, each })
const doc = (name: string, items: { id: string; each: number }[]) => ({ name, items })

test('what each side changed is in it', () => {
  const { merged, clashes } = merge(
    doc('Bakery', [line('a'), line('b')]),
    doc('Bakery, large', [line('a', 2), line('b')]),
    doc('Bakery', [line('a'), line('b', 3), line('c')]),
  )
  expect(merged).toEqual(doc('Bakery, large', [line('a', 2), line('b', 3), line('c')]))
  expect(clashes).toEqual([])
})

test('where both changed the same, mine stands and theirs can take its place', () => {
  const { merged, clashes } = merge(
    doc('Bakery', [line('a')]),
    doc('Bakery', [line('a', 2)]),
    doc('Bakery', [line('a', 3)]),
  )
  expect(merged).toEqual(doc('Bakery', [line('a', 2)]))
  expect(clashes).toEqual([{ path: ['items', 'a', 'each'], mine: 2, theirs: 3 }])
  expect(theirsIn(merged, clashes)).toEqual(doc('Bakery', [line('a', 3)]))
})

test('what one took out goes, unless the other changed it', () => {
  const was = doc('Bakery', [line('a'), line('b'), line('c')])
  expect(merge(was, doc('Bakery', [line('b'), line('c')]), doc('Bakery', [line('a'), line('b', 4)])).merged).toEqual(
    doc('Bakery', [line('b', 4)]),
  )
  expect(merge(was, doc('Bakery', [line('c')]), doc('Bakery', [line('a'), line('b', 4), line('c')])).merged).toEqual(
    doc('Bakery', [line('b', 4), line('c')]),
  )
})

test('a place that somebody else filled and I emptied of its name keeps both', () => {
  const was = { name: 'Tub', base: undefined as unknown }
  expect(
    merge<Record<string, unknown>>(was, { base: undefined }, { name: 'Tub', base: { kind: 'fill' } }).merged,
  ).toEqual({ base: { kind: 'fill' } })
})

test('the same on both sides is no clash, whatever else changed', () => {
  expect(merge(doc('Bakery', []), doc('Shop', []), doc('Shop', [line('a')]))).toEqual({
    merged: doc('Shop', [line('a')]),
    clashes: [],
  })
})
