import { v7 } from 'uuid'
import type { ChildInput, Room, RoomInput, Schemas } from '../../api/client'
import { plural } from '../../ui/format'

export const allergens: Schemas['Allergen'][] = [
  'milk', 'egg', 'fish', 'crustaceans', 'tree nuts', 'peanuts', 'wheat', 'gluten', 'soya', 'sesame', 'celery', 'mustard', 'sulphites', 'lupin', 'molluscs', 'latex', 'other',
]

export const newChild = (): ChildInput => ({ id: v7(), initials: '', born: '', mouths: 'unknown', allergies: [] })

export const newRoom = (): RoomInput => ({ version: 0, name: '', adults: 2, measures: 'metric', nut_free: false, children: [newChild()] })

/** The part of a room that is edited. */
export const inputOf = ({ version, name, adults, measures, nut_free, children }: Room): RoomInput => ({ version, name, adults, measures, nut_free, children })

/** What the room asks of everything that goes in, in a few words. */
export function asks(room: Room): string[] {
  const by = new Map<string, number>()
  for (const c of room.children) {
    for (const a of c.allergies) {
      const word = (a.to === 'other' ? a.note ?? 'other' : a.to) + (a.by === 'touch' ? ', no touch' : '')
      by.set(word, (by.get(word) ?? 0) + 1)
    }
  }
  const words = [...by].map(([word, n]) => (n > 1 ? `${word} (${n})` : word))
  if (room.nut_free) words.push('nut-free room')
  return words
}

export const staffing = (g: Schemas['Group']) =>
  g.adults < g.adults_needed ? `${plural(g.adults, 'adult')}: ${g.adults_needed} needed` : plural(g.adults, 'adult')

export const measureWords: Record<Schemas['MeasureSystem'], string> = { us: 'US cups', metric: 'metric cups', australian: 'Australian spoons' }
