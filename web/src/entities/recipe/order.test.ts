import { expect, test } from 'vitest'
import { newShape, orderOf, shapeText } from './order'

const order = (address: string) => orderOf('stove-dough', 'room', new URLSearchParams(address))

test('an address asks for children, shapes, a vessel or what the cupboard allows', () => {
  expect(order('children=12&g=90&spare=10')).toMatchObject({
    by: 'children',
    children: 12,
    portion_g: 90,
    spare_percent: 10,
  })
  expect(order('by=vessel&deep=35')).toMatchObject({ by: 'vessel', vessel_id: 'tray', depth_mm: 35 })
  expect(order('by=vessel&ml=900')).not.toHaveProperty('vessel_id')
  expect(order('by=cupboard')).toMatchObject({ by: 'cupboard' })
})

test('what is no whole number, and no way to ask, is not asked for', () => {
  expect(order('by=weight&children=-3&g=9.5&pot=1e3')).toEqual({
    recipe_id: 'stove-dough',
    room_id: 'room',
    by: 'children',
  })
})

test('shapes come back from the address as they went into it', () => {
  const shapes = [newShape('snake'), { ...newShape('slab'), count: 3 }]
  expect(
    order(new URLSearchParams([['by', 'shapes'], ...shapes.map((s) => ['shape', shapeText(s)])]).toString()).shapes,
  ).toEqual(shapes)
  expect(order('by=shapes&shape=cube-3-4').shapes).toEqual([newShape('ball')])
})
