import type { Described } from '../../api/client'

/** The shapes of a piece, what each is called, and its sizes in the order they are given. */
export const solids: [NonNullable<Described['solid']>, string, string[]][] = [
  ['sphere', 'Ball', ['across']],
  ['ellipsoid', 'Egg or bean', ['long', 'wide', 'thick']],
  ['cylinder', 'Disc or rod', ['across', 'long']],
  ['capsule', 'Rod with round ends', ['across', 'long']],
  ['box', 'Box or stick', ['long', 'wide', 'thick']],
  ['cone', 'Cone', ['across', 'high']],
  ['irregular', 'Irregular', ['longest line', 'narrowest width', 'thick']],
]
