import { v7 } from 'uuid'
import type { ChildInput, Room, RoomInput, Schemas } from '../../api/client'
import { vocabulary } from '../../api/limits.gen'
import { month } from '../../ui/format'
import { allergenWord } from '../allergen/words'
import { say } from './catalogue'

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

const yes = (is: boolean) => (is ? say('yes') : say('no'))

/** What is said of a room in words, each part by its name. */
export const inWords = (r: RoomInput): Record<string, string> => ({
  [say('name')]: r.name,
  [say('adults-title')]: String(r.adults),
  [say('measures')]: measureWords[r.measures],
  [say('nut-free')]: yes(r.nut_free),
  [say('something-catching-goes-round')]: yes(r.illness),
  [say('an-animal-lives-here')]: yes(r.pet),
  [say('not-done-here')]: (r.strikes ?? []).join(', '),
  [say('children')]: r.children
    .map((c) =>
      [
        c.initials,
        month(c.born),
        c.mouths === 'yes' ? 'mouths' : '',
        ...c.allergies.map((a) => a.note || allergenWord(a.to)),
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
      const word = (a.note || allergenWord(a.to)) + (a.by === 'touch' ? say('reacts-to-touch-or-dust') : '')
      by.set(word, (by.get(word) ?? 0) + 1)
    }
  }
  const words = [...by].map(([word, n]) => (n > 1 ? `${word} (${n})` : word))
  if (room.nut_free) words.push(say('nut-free-room'))
  if (room.illness) words.push(say('illness-going-round'))
  if (room.children.some((c) => c.needs.asthma)) words.push('asthma')
  return words
}

export const staffing = (g: Schemas['Group']) =>
  g.adults < g.adults_needed
    ? say('adult-adults-needed-needed', { adult: say('adults', { count: g.adults }), adultsNeeded: g.adults_needed })
    : say('adults', { count: g.adults })

export const measureWords: Record<Schemas['MeasureSystem'], string> = {
  us: say('us-cups'),
  metric: say('metric-cups'),
  australian: say('australian-spoons'),
}

type Sense = 'sticky' | 'wet' | 'loud' | 'scented'
export const senses: Sense[] = ['sticky', 'wet', 'loud', 'scented']

const senseWords: Record<Sense, string> = {
  sticky: say('sticky'),
  wet: say('wet'),
  loud: say('loud'),
  scented: say('scented'),
}

export const senseWord = (s: Sense) => senseWords[s]

const customWords: Record<Schemas['Custom'], string> = {
  gelatine: say('gelatine'),
  alcohol: say('alcohol'),
  honey: say('honey'),
  meat: say('meat'),
  'playing with food': say('playing-with-food'),
}

/** What a family may keep from, as it is said. */
export const customWord = (c: Schemas['Custom']) => customWords[c]

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
    needs.swallowing ? say('read-as-mouthing') : '',
    needs.asthma ? say('asthma') : '',
    needs.eczema ? say('sore-skin') : '',
    needs.avoids.length ? say('avoids-avoids', { avoids: needs.avoids.map(senseWord).join(', ') }) : '',
    needs.seeks.length ? say('seeks-seeks', { seeks: needs.seeks.map(senseWord).join(', ') }) : '',
    needs.eaten.length ? say('has-eaten-eaten', { eaten: needs.eaten.map(allergenWord).join(', ') }) : '',
  ]
    .filter(Boolean)
    .join(' · ')
}
