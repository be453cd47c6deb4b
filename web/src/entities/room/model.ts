import { v7 } from 'uuid'
import type { ChildInput, Room, RoomInput, Schemas } from '../../api/client'
import { vocabulary } from '../../api/limits.gen'
import { month, plural } from '../../ui/format'

/** What weaning guidance asks families to try: without what only skin reacts to, and what a family names itself. */
export const tastes = vocabulary.Allergen.filter(
  (a) => !['latex', 'nickel', 'lanolin', 'preservatives', 'other'].includes(a),
)

export const newChild = (): ChildInput => ({
  id: v7(),
  initials: '',
  born: '',
  mouths: 'unknown',
  developmental_months: null,
  allergies: [],
  needs: { asthma: false, eczema: false, eaten: [], avoids: [], seeks: [] },
})

export const newRoom = (): RoomInput => ({
  version: 0,
  name: '',
  adults: 2,
  measures: 'metric',
  drawer: [],
  nut_free: false,
  illness: false,
  pet: false,
  children: [newChild()],
})

/** The part of a room that is edited. */
export const inputOf = ({
  version,
  name,
  adults,
  measures,
  drawer,
  nut_free,
  illness,
  pet,
  customs,
  strikes,
  prep,
  prep_hands,
  own_measures,
  children,
}: Room): RoomInput => ({
  version,
  name,
  adults,
  measures,
  drawer,
  own_measures: own_measures ?? [],
  nut_free,
  illness,
  pet,
  customs: customs ?? [],
  strikes: strikes ?? [],
  prep: prep ?? [],
  prep_hands,
  children,
})

const yes = (is: boolean) => (is ? 'yes' : 'no')

/** What is said of a room in words, each part by its name. */
export const inWords = (r: RoomInput): Record<string, string> => ({
  Name: r.name,
  Adults: String(r.adults),
  Measures: measureWords[r.measures],
  'Nut-free': yes(r.nut_free),
  'Something catching goes round': yes(r.illness),
  'An animal lives here': yes(r.pet),
  'Not done here': (r.strikes ?? []).join(', '),
  Children: r.children
    .map((c) =>
      [
        c.initials,
        month(c.born),
        c.mouths === 'yes' ? 'mouths' : '',
        ...c.allergies.map((a) => a.note || a.to),
        told(c),
      ]
        .filter(Boolean)
        .join(' '),
    )
    .join('; '),
})

/** What the room asks of everything that goes in, in a few words. */
export function asks(room: Room): string[] {
  const by = new Map<string, number>()
  for (const c of room.children) {
    for (const a of c.allergies) {
      const word =
        (a.to === 'other' ? (a.note ?? 'other') : a.to) +
        (a.by === 'touch' ? ': reacts to touch or dust in the air' : '')
      by.set(word, (by.get(word) ?? 0) + 1)
    }
  }
  const words = [...by].map(([word, n]) => (n > 1 ? `${word} (${n})` : word))
  if (room.nut_free) words.push('nut-free room')
  if (room.illness) words.push('illness going round')
  if (room.children.some((c) => c.needs.asthma)) words.push('asthma')
  return words
}

export const staffing = (g: Schemas['Group']) =>
  g.adults < g.adults_needed ? `${plural(g.adults, 'adult')}: ${g.adults_needed} needed` : plural(g.adults, 'adult')

export const measureWords: Record<Schemas['MeasureSystem'], string> = {
  us: 'US cups',
  metric: 'metric cups',
  australian: 'Australian spoons',
}

type Sense = 'sticky' | 'wet' | 'loud' | 'scented'
export const senses: Sense[] = ['sticky', 'wet', 'loud', 'scented']

export const flip = <T>(list: T[], one: T): T[] => (list.includes(one) ? list.filter((x) => x !== one) : [...list, one])

/** The notes on one feel, changed to avoid it, seek it, or none. */
export function feelNeeds(child: ChildInput, sense: Sense, way: string): Schemas['Needs'] {
  const without = (list: Sense[]) => list.filter((s) => s !== sense)
  const avoids = without(child.needs.avoids)
  const seeks = without(child.needs.seeks)
  return {
    ...child.needs,
    avoids: way === 'avoids' ? [...avoids, sense] : avoids,
    seeks: way === 'seeks' ? [...seeks, sense] : seeks,
  }
}

/** What is noted beside age and allergies, in a few words. */
export function told({ needs }: ChildInput): string {
  return [
    needs.swallowing ? 'read as mouthing' : '',
    needs.asthma ? 'asthma' : '',
    needs.eczema ? 'sore skin' : '',
    needs.avoids.length ? `avoids ${needs.avoids.join(', ')}` : '',
    needs.seeks.length ? `seeks ${needs.seeks.join(', ')}` : '',
    needs.eaten.length ? `has eaten ${needs.eaten.join(', ')}` : '',
  ]
    .filter(Boolean)
    .join(' · ')
}
