import type { Schemas } from '../api/client'

/** How children meet a thing, in the words of the screens. */
export const useWords: [Schemas['Use'], string][] = [
  ['open', 'open'],
  ['in-dough', 'in dough'],
  ['hidden', 'hidden'],
  ['frozen', 'frozen in'],
  ['threaded', 'threaded'],
  ['sealed', 'sealed'],
  ['adult-tool', 'adult’s hand only'],
  ['home', 'sent home'],
]

export const wordOfUse = (use: string) => useWords.find(([u]) => u === use)?.[1] ?? use

/** What a thing is for, in the order of the shelf. */
export const parts: [string, string][] = [
  ['filler', 'Scoop and pour'],
  ['find', 'Find'],
  ['squeeze', 'Squeeze'],
  ['thread', 'Thread'],
  ['pour', 'Pour'],
  ['float', 'Float'],
  ['scent', 'Scent'],
  ['colour', 'Colour'],
  ['sound', 'Sound'],
  ['sparkle', 'Sparkle'],
  ['sort-into', 'Sort into'],
  ['tool', 'Tools'],
  ['ingredient', 'Ingredients'],
  ['vessel', 'Vessels'],
]

export const partWord = (part: string) => parts.find(([p]) => p === part)?.[1] ?? part

/** Trait words that say little by themselves, as people say them. */
const traitWords: Record<string, string> = {
  'soft-food': 'squashes flat', 'not-food': 'not food', 'raw-flour': 'raw flour', 'raw-egg': 'raw egg', 'choke-food': 'on the choking list', lectin: 'raw beans',
  'feed-grade': 'animal feed', fabric: 'cloth, paper, yarn', foam: 'foam, sponge, cork', film: 'thin film or bag', breakable: 'breaks like glass', sharp: 'sharp or splinters',
  'comes-apart': 'comes apart', cord: 'has a cord', loop: 'has a loop', cup: 'round cup', sticker: 'sticker, sequin', 'unknown-plant': 'unknown plant', 'unknown-finish': 'old paint or metal',
  'toxic-seed': 'poisonous seed', 'upset-plant': 'plant that upsets', 'holds-together': 'stays whole unless torn or bitten', swells: 'swells in water', hydrated: 'fully soaked', 'may-hold-magnet': 'may hold a magnet', enclosed: 'screwed shut', mouthpiece: 'goes in the mouth',
  blow: 'blown with', gas: 'makes gas, closed in', acid: 'vinegar, citrus', perfume: 'perfumed', 'mineral-oil': 'mineral oil', 'essential-oil': 'essential oil', borate: 'borax',
  'household-chemical': 'household chemical', 'pet-toxic': 'harms pets', 'latex-balloon': 'balloon', 'salted-ice': 'salted ice', 'nut-butter': 'nut butter', 'camphor-oil': 'camphor, eucalyptus',
  pokes: 'pokes', springy: 'squeezes small', lens: 'gathers light', weighty: 'over 100 g', outdoors: 'found or used before', 'water-hole': 'hollow with a hole', neck: 'goes round a neck',
  'finger-hole': 'hole of 5 to 12 mm', rim: 'rim that may cut', 'sun-skin': 'juice burns in the sun', mineral: 'harms by the spoon', 'raw-food': 'raw meat or fish', 'look-alike': 'looks like food',
  'holds-water': 'stands full of water', dusty: 'sheds dust', single: 'one plain ingredient', 'meat-or-fish': 'meat or fish', scissors: 'round-ended scissors', tweezers: 'fine tongs', shared: 'shared by mouths',
  'tap-water': 'tap water', oil: 'oil or fat', colouring: 'a strong colour',
  burns: 'burns skin, sets alight', 'sun-hot': 'hot in the sun', 'stored-grain': 'insects come into it once open', 'cut-stands': 'moulds once cut', 'steeped-oil': 'herbs or garlic in oil',
  'dry-ice': 'dry ice', 'in-edible': 'inside something to eat',
}

export const traitWord = (trait: string) => traitWords[trait] ?? trait

/** The sides of a feel, each from least to most. */
export const feels: [string, string[]][] = [
  ['Wet', ['dry', 'damp', 'wet']],
  ['Grain', ['smooth', 'fine', 'coarse', 'chunky']],
  ['Noise', ['quiet', 'rustling', 'loud']],
  ['Weight', ['light', 'medium', 'heavy']],
  ['Stickiness', ['clean', 'tacky', 'sticky']],
  ['Scent', ['unscented', 'mild', 'strong']],
]
