import type { Schemas } from '../../api/client'
import { say } from './catalogue'

/** How children meet a thing, in the words of the screens. */
export const useWords: [Schemas['Use'], string][] = [
  ['open', say('loose')],
  ['in-dough', say('in-dough')],
  ['hidden', say('hidden')],
  ['frozen', say('frozen-in-ice')],
  ['threaded', say('threaded')],
  ['sealed', say('sealed')],
  ['adult-tool', say('adults-only')],
  ['home', say('take-home')],
]

export const wordOfUse = (use: string) => useWords.find(([u]) => u === use)?.[1] ?? use

/** What a thing is for, in the order of the shelf. */
export const parts: [string, string][] = [
  ['filler', say('scoop-and-pour')],
  ['find', say('find')],
  ['squeeze', say('squeeze')],
  ['thread', say('thread')],
  ['pour', say('pour')],
  ['float', say('float')],
  ['scent', say('scent')],
  ['colour', say('colour')],
  ['sound', say('sound')],
  ['sparkle', say('sparkle')],
  ['sort-into', say('sort-into')],
  ['tool', say('tools')],
  ['ingredient', say('ingredients')],
  ['vessel', say('containers')],
]

export const partWord = (part: string) => parts.find(([p]) => p === part)?.[1] ?? part

/** Trait words that say little by themselves, as people say them. */
const traitWords: Record<string, string> = {
  'soft-food': say('squashes-flat'),
  'not-food': say('not-food'),
  'raw-flour': say('raw-flour'),
  'raw-egg': say('raw-egg'),
  'choke-food': say('on-the-choking-list'),
  lectin: say('raw-beans'),
  'feed-grade': say('animal-feed'),
  fabric: say('cloth-paper-yarn-word'),
  foam: say('foam-sponge-cork'),
  film: say('thin-film-or-bag-word'),
  breakable: say('breaks-like-glass'),
  sharp: say('sharp-or-splinters'),
  'comes-apart': say('comes-apart-word'),
  cord: say('has-a-cord'),
  loop: say('has-a-loop'),
  cup: say('round-cup'),
  sticker: say('sticker-sequin'),
  'unknown-plant': say('unknown-plant'),
  'unknown-finish': say('old-paint-or-metal-word'),
  'toxic-seed': say('poisonous-seed'),
  'upset-plant': say('plant-that-upsets'),
  'holds-together': say('stays-whole-unless-torn-or'),
  swells: say('swells-in-water-word'),
  hydrated: say('fully-soaked'),
  'may-hold-magnet': say('may-contain-a-magnet-word'),
  enclosed: say('screwed-shut'),
  mouthpiece: say('goes-in-the-mouth'),
  blow: say('blown-with'),
  gas: say('makes-gas-closed-in'),
  acid: say('vinegar-citrus'),
  perfume: say('perfumed'),
  'mineral-oil': say('mineral-oil'),
  'essential-oil': say('essential-oil'),
  borate: say('borax'),
  'household-chemical': say('household-chemical'),
  'pet-toxic': say('harms-pets'),
  'latex-balloon': say('balloon'),
  'salted-ice': say('salted-ice'),
  'nut-butter': say('nut-butter'),
  'camphor-oil': say('camphor-eucalyptus'),
  pokes: say('pokes'),
  springy: say('squeezes-small'),
  lens: say('gathers-light'),
  weighty: say('over-100-g'),
  outdoors: say('found-or-used-before'),
  'water-hole': say('hollow-with-a-hole'),
  neck: say('goes-round-a-neck'),
  'finger-hole': say('hole-of-5-to-12'),
  rim: say('rim-that-may-cut'),
  'sun-skin': say('juice-burns-in-the-sun'),
  mineral: say('harms-by-the-spoon'),
  'raw-food': say('raw-meat-or-fish'),
  'look-alike': say('looks-like-food'),
  'holds-water': say('keeps-water-inside'),
  dusty: say('sheds-dust'),
  single: say('one-plain-ingredient'),
  'meat-or-fish': say('meat-or-fish'),
  scissors: say('round-ended-scissors'),
  tweezers: say('fine-tongs'),
  shared: say('shared-by-mouths'),
  'tap-water': say('tap-water'),
  oil: say('oil-or-fat'),
  colouring: say('a-strong-colour'),
  burns: say('burns-skin-sets-alight'),
  'sun-hot': say('hot-in-the-sun'),
  'stored-grain': say('insects-come-into-it-once'),
  'cut-stands': say('moulds-once-cut'),
  'steeped-oil': say('herbs-or-garlic-in-oil'),
  'dry-ice': say('dry-ice'),
  'in-edible': say('inside-something-to-eat'),
}

export const traitWord = (trait: string) => traitWords[trait] ?? trait

/** The sides of a feel, each from least to most. */
export const feels: [string, string[]][] = [
  [say('wet-word'), [say('dry'), say('damp'), say('wet')]],
  [say('grain'), [say('smooth'), say('fine'), say('coarse'), say('chunky')]],
  [say('noise'), [say('quiet'), say('rustling'), say('loud')]],
  [say('weight'), [say('light'), say('medium'), say('heavy')]],
  [say('stickiness'), [say('clean'), say('tacky'), say('sticky')]],
  [say('scent'), [say('unscented'), say('mild'), say('strong')]],
]
