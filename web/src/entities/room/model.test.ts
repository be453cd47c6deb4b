import { expect, test } from 'vitest'
import { differences } from '../../forms/differences'
import { feelNeeds, inWords, newChild, newRoom } from './model'

test('what two people changed of a room stands side by side, children by what is noted of them', () => {
  const mine = { ...newRoom(), name: 'Puddles', children: [{ ...newChild(), initials: 'AB', born: '2024-05' }] }
  const theirs = {
    ...mine,
    adults: 3,
    children: mine.children.map((c) => ({
      ...c,
      mouths: 'yes' as const,
      allergies: [{ to: 'other' as const, by: 'eating' as const, note: 'kiwi' }],
    })),
  }
  expect(differences(inWords(mine), inWords(theirs))).toEqual([
    { name: 'Adults', mine: '2', theirs: '3' },
    { name: 'Children', mine: 'AB May 2024', theirs: 'AB May 2024 mouths kiwi' },
  ])
})

test('a feel is avoided or sought, never both', () => {
  const avoids = { ...newChild(), needs: feelNeeds(newChild(), 'wet', 'avoids') }
  expect(avoids.needs).toMatchObject({ avoids: ['wet'], seeks: [] })
  expect(feelNeeds(avoids, 'wet', 'seeks')).toMatchObject({ avoids: [], seeks: ['wet'] })
  expect(feelNeeds(avoids, 'wet', '')).toMatchObject({ avoids: [], seeks: [] })
})
