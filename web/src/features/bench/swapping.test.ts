import { expect, test } from 'vitest'
import type { Answer, Line, Plan, Schemas } from '../../api/client'
import type { Draft } from '../../entities/setup/draft'
import { swapping } from './swapping'

const swap = (part: object) =>
  ({ item_id: '', name: 'Oats', changes: [], in_cupboard: false, ...part }) as unknown as Schemas['Swap']

/** What a swap for a line makes of a plan. */
function taken(plan: Plan, answer: Answer, line: Line, by: Schemas['Swap']): Draft {
  let out = plan as unknown as Draft
  swapping({ plan, answer }, line, (to) => (out = to(out)))?.onTake(by)
  return out
}

test('what lies there already takes the place of what is swapped, and is not laid there twice', () => {
  const item = (id: string, item_id: string) => ({ id, item_id, each: 1, use: 'open' as const })
  const plan = { places: [{ id: 'p', items: [item('1', 'peas'), item('2', 'corks')] }], beside: [] } as unknown as Plan
  const answer = { places: [{ base: [] }] } as unknown as Answer
  const line = { id: '1', name: 'Peas' } as Line
  const things = (by: string) => taken(plan, answer, line, swap({ item_id: by })).places[0]?.items.map((i) => i.item_id)
  expect(things('oats')).toEqual(['oats', 'corks'])
  expect(things('corks')).toEqual(['corks'])
})

test('another mix is not taken from the batch of the one before', () => {
  const line = { name: 'Stove dough' } as Line
  const base = { kind: 'mix' as const, recipe_id: 'stove-dough', portion_g: 80, batch_id: 'b' }
  const plan = { places: [{ id: 'p', base, items: [] }], beside: [] } as unknown as Plan
  const answer = { places: [{ base: [line] }] } as unknown as Answer
  expect(taken(plan, answer, line, swap({ recipe_id: 'wheat-free-dough' })).places[0]?.base).toEqual({
    kind: 'mix',
    recipe_id: 'wheat-free-dough',
    portion_g: 80,
    batch_id: undefined,
  })
})
