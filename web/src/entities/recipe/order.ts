import type { Schemas } from '../../api/client'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'

export type Order = Schemas['RecipeOrder']
export type Making = Schemas['RecipeMaking']
export type Shape = Schemas['Shape']

/** Changes what the address asks for; undefined takes a part away. */
export type Change = (part: Record<string, string | string[] | undefined>) => void

export const ways: [Order['by'], string][] = [
  ['children', say('children')],
  ['shapes', say('shapes')],
  ['vessel', say('a-container')],
  ['cupboard', say('the-cupboard')],
]

const mm = { unit: typedIn('mm').unit }

export const moulds: Record<Shape['mould'], { words: string; many: string; lengths: [string, number][] }> = {
  ball: { words: say('ball'), many: say('balls'), lengths: [[say('mm-across', mm), 40]] },
  snake: {
    words: say('snake'),
    many: say('snakes'),
    lengths: [
      [say('mm-thick', mm), 15],
      [say('mm-long', mm), 300],
    ],
  },
  slab: {
    words: say('slab'),
    many: say('slabs'),
    lengths: [
      [say('mm-long', mm), 120],
      [say('mm-wide', mm), 90],
      [say('mm-thick', mm), 10],
    ],
  },
  line: {
    words: say('line-along-a-wall'),
    many: say('lines-along-a-wall'),
    lengths: [
      [say('mm-thick', mm), 20],
      [say('mm-long', mm), 2000],
    ],
  },
}

export const newShape = (mould: Shape['mould']): Shape => ({
  mould,
  count: mould === 'line' ? 1 : 12,
  lengths_mm: moulds[mould].lengths.map(([, mm]) => mm),
})

const int = (text: string | null) => (text !== null && /^\d+$/.test(text) ? Number(text) : undefined)

/** What an address asks for: a page of a recipe is a link. */
export function orderOf(recipe_id: string, room_id: string, p: URLSearchParams): Order {
  const by = ways.find(([w]) => w === p.get('by'))?.[0] ?? 'children'
  const order: Order = {
    room_id,
    recipe_id,
    by,
    spare_percent: int(p.get('spare')),
    colours: int(p.get('colours')),
    pot_ml: int(p.get('pot')),
    learned: p.get('learned') === 'yes' || undefined,
  }
  const use = p.get('use')
  if (use) order.use = use as Order['use']
  if (by === 'children') return { ...order, children: int(p.get('children')), portion_g: int(p.get('g')) }
  if (by === 'shapes') return { ...order, shapes: shapesOf(p.getAll('shape')) }
  if (by === 'vessel')
    return p.get('ml')
      ? { ...order, volume_ml: int(p.get('ml')) }
      : { ...order, vessel_id: p.get('vessel') ?? 'tray', depth_mm: int(p.get('deep')) ?? 20 }
  return order
}

/** Shapes as an address writes them: "ball-12-40". */
export const shapeText = (s: Shape) => [s.mould, s.count, ...s.lengths_mm].join('-')

function shapesOf(texts: string[]): Shape[] {
  const shapes = texts.flatMap((t): Shape[] => {
    const [mould, count, ...lengths] = t.split('-')
    return mould && mould in moulds
      ? [{ mould: mould as Shape['mould'], count: Number(count), lengths_mm: lengths.map(Number) }]
      : []
  })
  return shapes.length > 0 ? shapes : [newShape('ball')]
}

/** The set-up that a recipe page becomes. */
export function portionOf(order: Order, m: Making): number {
  return Math.min(2000, Math.max(1, Math.round(order.portion_g ?? m.each_g)))
}

export const fileName = (name: string, ending: string) =>
  `${name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')}.${ending}`
