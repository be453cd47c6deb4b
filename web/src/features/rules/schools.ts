import type { Schemas } from '../../api/client'
import { say } from './catalogue'

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
    question: say('food-as-play-material'),
    options: [
      {
        words: say('food-may-be-played-with'),
        is: (c) => !c.policy.no_food_play,
        set: (c) => policy(c, { no_food_play: false }),
      },
      {
        words: say('food-is-for-eating-none'),
        is: (c) => c.policy.no_food_play,
        set: (c) => policy(c, { no_food_play: true }),
      },
    ],
    reason: say('default-food-may-be-played'),
  },
  {
    id: 'firm-food',
    question: say('firm-and-round-food-nuts'),
    options: [
      {
        words: say('from-4-years-on-watched'),
        is: (c) => !asEngland(c) && (c.policy.food_months ?? 48) < 60,
        set: (c) => policy(c, { food_months: undefined }),
      },
      {
        words: say('from-5-years-on-watched'),
        is: (c) => asEngland(c) || (c.policy.food_months ?? 48) >= 60,
        set: (c) => policy(c, { food_months: 60 }),
      },
    ],
    reason: say('default-4-years-as-us'),
  },
  {
    id: 'not-food',
    question: say('mixes-that-are-not-food'),
    options: [
      {
        words: say('from-3-years-on-watched'),
        is: (c) => c.policy.taste_safe_months <= 36,
        set: (c) => policy(c, { taste_safe_months: 0 }),
      },
      {
        words: say('taste-safe-only-under-4'),
        is: (c) => c.policy.taste_safe_months > 36 && c.policy.taste_safe_months <= 48,
        set: (c) => policy(c, { taste_safe_months: 48 }),
      },
      {
        words: say('taste-safe-only-under-6'),
        is: (c) => c.policy.taste_safe_months > 48,
        set: (c) => policy(c, { taste_safe_months: 72 }),
      },
    ],
    reason: say('default-not-for-children-who'),
  },
  {
    id: 'cooked',
    question: say('cooked-or-no-cook-dough'),
    options: [
      { words: say('both'), is: (c) => !c.policy.cooked_only, set: (c) => policy(c, { cooked_only: false }) },
      {
        words: say('cooked-only-no-raw-flour'),
        is: (c) => c.policy.cooked_only,
        set: (c) => policy(c, { cooked_only: true }),
      },
    ],
    reason: say('default-both-cooked-keeps-and'),
  },
  {
    id: 'keeps',
    question: say('how-long-a-mix-that'),
    options: [
      {
        words: say('until-it-fails-its-inspection'),
        is: (c) => !c.policy.same_day_mixes,
        set: (c) => policy(c, { same_day_mixes: false }),
      },
      {
        words: say('thrown-away-after-its-day'),
        is: (c) => c.policy.same_day_mixes,
        set: (c) => policy(c, { same_day_mixes: true }),
      },
    ],
    reason: say('default-checked-before-every-use'),
  },
  {
    id: 'own',
    question: say('one-tub-for-all-or'),
    options: [
      {
        words: say('shared-a-tray-each-during'),
        is: (c) => !c.policy.own_portions,
        set: (c) => policy(c, { own_portions: false }),
      },
      {
        words: say('always-an-own-portion-or'),
        is: (c) => c.policy.own_portions,
        set: (c) => policy(c, { own_portions: true }),
      },
    ],
    reason: say('default-shared-as-children-learn'),
  },
  {
    id: 'gel-beads',
    question: say('gel-beads-and-other-things'),
    options: [
      {
        words: say('from-6-years-on-counted'),
        is: (c) => !c.policy.minimum_months['swelling'],
        set: (c) => withMinimum(c, 'swelling', 0),
      },
      {
        words: say('never'),
        is: (c) => (c.policy.minimum_months['swelling'] ?? 0) > 0,
        set: (c) => withMinimum(c, 'swelling', never),
      },
    ],
    reason: say('default-not-used-in-any'),
  },
  {
    id: 'finds',
    question: say('hidden-items-first-or-stirred'),
    options: [
      {
        words: say('hidden-items-first-filler-poured'),
        is: (c) => !c.finds_stirred_in,
        set: (c) => ({ ...c, finds_stirred_in: false }),
      },
      { words: say('stirred-in'), is: (c) => c.finds_stirred_in, set: (c) => ({ ...c, finds_stirred_in: true }) },
    ],
    reason: say('default-hidden-items-first-which'),
  },
]
