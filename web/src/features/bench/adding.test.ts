import { expect, test } from 'vitest'
import type { Schemas } from '../../api/client'
import { emptySetup, sameThings } from '../../entities/setup/model'
import { beside } from '../../entities/setup/draft'
import { add, depthIn } from './adding'
import { toldOf, typedAs, type Chosen } from './chosen'

const tub = { id: 'dish-tub', usual_mm: 60, deepest_mm: 120, frozen_mm: 80, closed_mm: 30 } as Schemas['Vessel']
const thingOf = (id: string) => ({ id, kind: 'thing' as const, name: id, parts: ['filler'] })
const thing = (id: string, ...parts: string[]) =>
  ({ item: { id, kind: 'thing', name: id, also: [], parts, detail: '' } }) as Chosen
const mix = (id: string) => ({ item: { id, kind: 'mix', name: id, also: [], parts: [], detail: '' } }) as Chosen
const all = (...chosen: Chosen[]) =>
  add(emptySetup('room', '2026-11-30T09:30'), '', chosen, { vessels: [tub], portion: 80 }).draft

test('what can be poured fills the place, what comes after lies over it, and finds lie in it', () => {
  const { places, beside: tools } = all(
    thing('rice', 'filler'),
    thing('oats', 'filler'),
    thing('corks', 'find'),
    thing('scoops', 'tool'),
  )
  expect(places).toHaveLength(1)
  expect(places[0]?.base).toMatchObject({
    kind: 'fill',
    item_id: 'rice',
    vessel_id: 'dish-tub',
    depth_mm: 30,
    more: [{ item_id: 'oats', depth_mm: 30 }],
  })
  expect(places[0]?.items.map((i) => i.item_id)).toEqual(['corks'])
  expect(tools.map((i) => i.item_id)).toEqual(['scoops'])
})

test('one filler after another is another activity in a place of its own, until it is said to lie over', () => {
  const around = { vessels: [tub], portion: 80 }
  const rice = add(emptySetup('room', '2026-11-30T09:30'), '', [thing('rice', 'filler')], around)
  const oats = add(rice.draft, rice.at, [thing('oats', 'filler')], around)
  expect(oats.draft.places.map((p) => [p.base?.item_id, p.base?.depth_mm, p.base?.more])).toEqual([
    ['rice', 60, undefined],
    ['oats', 60, undefined],
  ])
  expect(oats.apart).toBe(oats.draft.places[1]?.id)
  const over = add(rice.draft, rice.at, [thing('oats', 'filler')], { ...around, over: true })
  expect(over.draft.places.map((p) => p.base?.more?.[0]?.item_id)).toEqual(['oats'])
  const depths = (mm: number) => {
    const bags = { ...thing('oats', 'filler'), amount: { words: '2 × bag', depth_mm: mm } }
    const { base } = add(rice.draft, rice.at, [bags], { ...around, over: true }).draft.places[0] ?? {}
    return [base?.depth_mm, base?.more?.[0]?.depth_mm]
  }
  expect([depths(30), depths(80)]).toEqual([
    [60, 30], // both as they were said
    [51, 68], // no deeper than the tub
  ])
})

test('a mix begins a place of its own beside what is poured', () => {
  expect(all(thing('rice', 'filler'), mix('stove-dough')).places.map((p) => p.base?.kind)).toEqual(['fill', 'mix'])
  const { places } = all(mix('stove-dough'), thing('rice', 'filler'))
  expect(places.map((p) => [p.base?.kind, p.base?.portion_g, p.items[0]?.item_id])).toEqual([['mix', 80, 'rice']])
})

test('a family of things waits to be told apart, and is no thing of the shelf', () => {
  const family = { item: { id: '', kind: 'family', name: 'beads', also: [], parts: [], detail: '' } } as Chosen
  expect(all(family).places[0]?.items[0]).toMatchObject({ described: { name: 'beads' } })
})

test('beside all places nothing is poured', () => {
  const { draft } = add(emptySetup('room', '2026-11-30T09:30'), beside, [thing('rice', 'filler', 'find')], {
    vessels: [tub],
    portion: undefined,
  })
  expect([draft.places.length, draft.beside.map((i) => i.item_id)]).toEqual([0, ['rice']])
})

test('a vessel is filled no deeper than it may be as it is used', () => {
  expect([
    depthIn(tub),
    depthIn(tub, { kind: 'fill', depth_mm: 200 }),
    depthIn(tub, { kind: 'fill', depth_mm: 200, frozen: true }),
    depthIn(tub, { kind: 'fill', depth_mm: 200, use: 'sealed' }),
  ]).toEqual([60, 120, 80, 30])
})

test('a vessel takes what is poured, and a number of things is for all of them', () => {
  const bag = { id: 'zip-bag', usual_mm: 12, deepest_mm: 12, frozen_mm: 8, closed_mm: 12 } as Schemas['Vessel']
  const { draft } = add(
    emptySetup('room', '2026-11-30T09:30'),
    '',
    [
      { ...thing('rice', 'filler'), amount: { words: '500 g', depth_mm: 21 } },
      { vessel: 'zip-bag', name: 'Flat zip bag' },
      { ...thing('corks', 'find'), amount: { words: '6 of them', count: 6 } },
      { ...thing('pegs', 'find'), amount: { words: '2 × bag', count: 2, in: 'bag' }, use: 'hidden' },
    ],
    { vessels: [tub, bag], portion: 80 },
  )
  expect(draft.places).toHaveLength(1)
  expect(draft.places[0]?.base).toMatchObject({ item_id: 'rice', vessel_id: 'zip-bag', depth_mm: 12 })
  expect(draft.places[0]?.items.map((i) => [i.each, i.shared, i.use])).toEqual([
    [6, true, 'open'],
    [1, undefined, 'hidden'],
  ])
})

test('what is chosen from the list keeps what else was typed with it', () => {
  const read = (id: string, more = {}) => ({ kind: 'thing' as const, id, name: id, parts: ['find'], said: [], ...more })
  const answer = (...things: ReturnType<typeof read>[]) => ({ lines: [{ typed: '', things }], left: 0 })
  const picked = (id: string) => ({ id, kind: 'thing' as const, name: id, also: [], parts: ['find'], detail: '' })
  const six = { amount: { words: '6 of them', count: 6 } }
  expect(typedAs(picked('corks'), answer(read('corks', six)))).toMatchObject([{ item: { id: 'corks' }, ...six }])
  expect(typedAs(picked('corks'), answer(read('corks'), read('pegs')))).toHaveLength(2)
  expect(typedAs(picked('pegs'), answer(read('corks', six)))).toMatchObject([{ item: { id: 'pegs' } }])
  expect(toldOf([{ ...thing('rice'), amount: { words: '2 × bag', open: 'Nobody has said how much.' } }])).toBe(
    'rice: 2 × bag.',
  )
})

test('what was done to a filler stays with it, and beside all places it is words', () => {
  const frozen = { item: { ...thingOf('peas'), name: 'Frozen peas' }, done: ['frozen'] }
  expect(all(frozen).places[0]?.base).toMatchObject({ item_id: 'peas', done: ['frozen'] })
  const around = { vessels: [tub], portion: undefined }
  const { draft } = add(emptySetup('room', '2026-11-30T09:30'), beside, [frozen], around)
  expect(draft.beside[0]?.described?.name).toBe('Frozen peas')
})

test('an amount that nobody knows yet stands as that, in a base, in a layer, of things and of a mix', () => {
  const unsized = { in: 'bag', count: 2 }
  const { base, items } =
    all(
      { ...thing('rice', 'filler'), unsized },
      { ...thing('oats', 'filler'), unsized },
      { ...thing('corks'), unsized },
    ).places[0] ?? {}
  expect(base).toMatchObject({ unsized, more: [{ item_id: 'oats', depth_mm: 0, unsized }] })
  expect(base?.depth_mm).toBeUndefined()
  expect(items?.[0]).toMatchObject({ each: 0, unsized })
  expect(all({ ...mix('stove-dough'), unsized }).places[0]?.base).toMatchObject({ portion_g: 80, unsized })
})

test('a mix that is said by its mass is as much for each child', () => {
  const said = { ...mix('stove-dough'), amount: { words: '1 kg', mass_g: 1000 } }
  const around = { vessels: [tub], portion: 80, children: 8 }
  expect(add(emptySetup('room', '2026-11-30T09:30'), '', [said], around).draft.places[0]?.base?.portion_g).toBe(125)
})

test('a verdict is not held over what was done to a filler, nor over an amount that nobody knows', () => {
  const draft = all(thing('rice', 'filler'), thing('corks', 'find'))
  const [place] = draft.places
  const base = place?.base
  const other = (part: object, items = place?.items) =>
    sameThings(draft, { ...draft, places: [{ ...place, base: { ...base, ...part }, items }] as typeof draft.places })
  expect(other({ depth_mm: 20 })).toBe(true)
  expect(other({ done: ['frozen'] })).toBe(false)
  expect(other({ unsized: { in: 'bag', count: 2 } })).toBe(false)
  expect(
    other(
      {},
      place?.items.map((i) => ({ ...i, each: 0, unsized: { count: 1 } })),
    ),
  ).toBe(false)
})

test('what lies over an amount that nobody knows is as deep as it usually is, not a skin', () => {
  const { base } = all({ ...thing('rice', 'filler'), unsized: { count: 1 } }, thing('oats', 'filler')).places[0] ?? {}
  expect([base?.depth_mm, base?.more?.[0]?.depth_mm]).toEqual([undefined, 30])
})
