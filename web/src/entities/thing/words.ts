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

/** Traits as people say them. */
const traitWords: Record<string, string> = {
  piece: say('piece'),
  grain: say('grain-trait'),
  powder: say('powder-trait'),
  dough: say('dough'),
  gel: say('gel'),
  liquid: say('liquid-trait'),
  sheet: say('sheet'),
  strand: say('strand'),
  sticky: say('sticky'),
  food: say('food-trait'),
  hard: say('hard-trait'),
  soft: say('soft-trait'),
  rounded: say('rounded-trait'),
  damaged: say('damaged-trait'),
  glove: say('glove'),
  magnet: say('magnet'),
  battery: say('battery'),
  honey: say('honey'),
  caffeine: say('caffeine'),
  plaster: say('plaster'),
  talc: say('talc'),
  spice: say('spice'),
  soil: say('soil'),
  sand: say('sand'),
  glitter: say('glitter'),
  stains: say('stains'),
  ice: say('ice'),
  dropper: say('dropper'),
  slippery: say('slippery'),
  soap: say('soap'),
  electric: say('electric'),
  squirts: say('squirts'),
  rusty: say('rusty'),
  gelatine: say('gelatine'),
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

/** The sides of a feel, each from least to most: a word of the contract, and how it is said. */
export const feels: [string, [string, string][]][] = [
  [
    say('wet-word'),
    [
      ['dry', say('dry')],
      ['damp', say('damp')],
      ['wet', say('wet')],
    ],
  ],
  [
    say('grain'),
    [
      ['smooth', say('smooth')],
      ['fine', say('fine')],
      ['coarse', say('coarse')],
      ['chunky', say('chunky')],
    ],
  ],
  [
    say('noise'),
    [
      ['quiet', say('quiet')],
      ['rustling', say('rustling')],
      ['loud', say('loud')],
    ],
  ],
  [
    say('weight'),
    [
      ['light', say('light')],
      ['medium', say('medium')],
      ['heavy', say('heavy')],
    ],
  ],
  [
    say('stickiness'),
    [
      ['clean', say('clean')],
      ['tacky', say('tacky')],
      ['sticky', say('sticky')],
    ],
  ],
  [
    say('scent'),
    [
      ['unscented', say('unscented')],
      ['mild', say('mild')],
      ['strong', say('strong')],
    ],
  ],
]

const feelWords = new Map(feels.flatMap(([, steps]) => steps))

export const feelWord = (word: string) => feelWords.get(word) ?? word

/** What a thing costs, roughly. */
const costWords: Record<string, string> = {
  found: say('found'),
  cheap: say('cheap'),
  moderate: say('moderate'),
  dear: say('dear'),
}

export const costWord = (cost: string) => costWords[cost] ?? cost
