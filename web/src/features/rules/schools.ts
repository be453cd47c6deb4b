import type { Schemas } from '../../api/client'

type Centre = Schemas['Centre']

interface Option {
  words: string
  is: (c: Centre) => boolean
  set: (c: Centre) => Centre
}

export interface School {
  id: string
  question: string
  options: Option[]
  /** The default, and why. */
  reason: string
}

const policy = (c: Centre, part: Partial<Centre['policy']>): Centre => ({ ...c, policy: { ...c.policy, ...part } })

/** The centre with a minimum age of its own for a rule, none for 0 months. */
export const withMinimum = (c: Centre, id: string, months: number): Centre => {
  const others = Object.entries(c.policy.minimum_months).filter(([rule]) => rule !== id)
  return policy(c, { minimum_months: Object.fromEntries(months > 0 ? [...others, [id, months]] : others) })
}

const never = 180

/** Who goes by the staffing table of England goes by its age for firm food too. */
const asEngland = (c: Centre) => c.ratio_table === 'eyfs'

/** Where practitioners differ, both ways of doing it, and why ours is the default. */
export const schools: School[] = [
  {
    id: 'food',
    question: 'Food as play material',
    options: [
      {
        words: 'Food may be played with',
        is: (c) => !c.policy.no_food_play,
        set: (c) => policy(c, { no_food_play: false }),
      },
      {
        words: 'Food is for eating: none in play',
        is: (c) => c.policy.no_food_play,
        set: (c) => policy(c, { no_food_play: true }),
      },
    ],
    reason: 'Default: food may be played with, as it is the safest thing for children who mouth.',
  },
  {
    id: 'firm-food',
    question: 'Firm and round food: nuts, grapes, raw carrot',
    options: [
      {
        words: 'From 4 years on, watched',
        is: (c) => !asEngland(c) && (c.policy.food_months ?? 48) < 60,
        set: (c) => policy(c, { food_months: undefined }),
      },
      {
        words: 'From 5 years on, watched',
        is: (c) => asEngland(c) || (c.policy.food_months ?? 48) >= 60,
        set: (c) => policy(c, { food_months: 60 }),
      },
    ],
    reason: 'Default: 4 years, as US guidance has it; with the ratio of England always 5, as guidance there has it.',
  },
  {
    id: 'not-food',
    question: 'Mixes that are not food: conditioner, soap, foam',
    options: [
      {
        words: 'From 3 years on, watched',
        is: (c) => c.policy.taste_safe_months <= 36,
        set: (c) => policy(c, { taste_safe_months: 0 }),
      },
      {
        words: 'Taste-safe only under 4 years',
        is: (c) => c.policy.taste_safe_months > 36 && c.policy.taste_safe_months <= 48,
        set: (c) => policy(c, { taste_safe_months: 48 }),
      },
      {
        words: 'Taste-safe only under 6 years',
        is: (c) => c.policy.taste_safe_months > 48,
        set: (c) => policy(c, { taste_safe_months: 72 }),
      },
    ],
    reason:
      'Default: not for children who mouth or are under 36 months, else with conditions; what is swallowed cannot be undone.',
  },
  {
    id: 'cooked',
    question: 'Cooked or no-cook dough',
    options: [
      { words: 'Both', is: (c) => !c.policy.cooked_only, set: (c) => policy(c, { cooked_only: false }) },
      {
        words: 'Cooked only: no raw flour at any age',
        is: (c) => c.policy.cooked_only,
        set: (c) => policy(c, { cooked_only: true }),
      },
    ],
    reason: 'Default: both. Cooked keeps and feels better; no-cook is quick and children can help.',
  },
  {
    id: 'keeps',
    question: 'How long a mix that is not food keeps',
    options: [
      {
        words: 'Until it fails its inspection, 14 days at most',
        is: (c) => !c.policy.same_day_mixes,
        set: (c) => policy(c, { same_day_mixes: false }),
      },
      {
        words: 'Thrown away after its day',
        is: (c) => c.policy.same_day_mixes,
        set: (c) => policy(c, { same_day_mixes: true }),
      },
    ],
    reason: 'Default: checked before every use. Some see it turn within hours, some keep it for weeks.',
  },
  {
    id: 'own',
    question: 'One tub for all, or a tray each',
    options: [
      {
        words: 'Shared, a tray each during illness',
        is: (c) => !c.policy.own_portions,
        set: (c) => policy(c, { own_portions: false }),
      },
      {
        words: 'Always an own portion or tray',
        is: (c) => c.policy.own_portions,
        set: (c) => policy(c, { own_portions: true }),
      },
    ],
    reason: 'Default: shared, as children learn from each other; a tray each while something catching goes round.',
  },
  {
    id: 'gel-beads',
    question: 'Gel beads and other things that swell',
    options: [
      {
        words: 'From 6 years on, counted',
        is: (c) => !c.policy.minimum_months['swelling'],
        set: (c) => withMinimum(c, 'swelling', 0),
      },
      {
        words: 'Never',
        is: (c) => (c.policy.minimum_months['swelling'] ?? 0) > 0,
        set: (c) => withMinimum(c, 'swelling', never),
      },
    ],
    reason: 'Default: not used in any room with younger children. A swallowed bead keeps swelling.',
  },
  {
    id: 'finds',
    question: 'Hidden items first, or stirred in',
    options: [
      {
        words: 'Hidden items first, filler poured over',
        is: (c) => !c.finds_stirred_in,
        set: (c) => ({ ...c, finds_stirred_in: false }),
      },
      { words: 'Stirred in', is: (c) => c.finds_stirred_in, set: (c) => ({ ...c, finds_stirred_in: true }) },
    ],
    reason:
      'Default: hidden items first, which buries them better. It changes the order of the steps, never a verdict.',
  },
]
