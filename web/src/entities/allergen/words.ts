import type { Schemas } from '../../api/client'
import { say } from './catalogue'

/** What allergens are called. */
const words: Record<Schemas['Allergen'], string> = {
  milk: say('milk'),
  egg: say('egg'),
  fish: say('fish'),
  crustaceans: say('crustaceans'),
  'tree nuts': say('tree-nuts'),
  peanuts: say('peanuts'),
  wheat: say('wheat'),
  gluten: say('gluten'),
  soya: say('soya'),
  sesame: say('sesame'),
  celery: say('celery'),
  mustard: say('mustard'),
  sulphites: say('sulphites'),
  lupin: say('lupin'),
  molluscs: say('molluscs'),
  latex: say('latex'),
  nickel: say('nickel'),
  lanolin: say('lanolin'),
  preservatives: say('preservatives'),
  other: say('other'),
}

export const allergenWord = (a: Schemas['Allergen']) => words[a]
