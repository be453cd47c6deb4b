import type { Described } from '../../api/client'
import { say } from './catalogue'

/** The shapes of a piece, what each is called, and its sizes in the order they are given. */
export const solids: [NonNullable<Described['solid']>, string, string[]][] = [
  ['sphere', say('ball'), [say('across')]],
  ['ellipsoid', say('egg-or-bean'), [say('long'), say('wide'), say('thick')]],
  ['cylinder', say('disc-or-rod'), [say('across'), say('long')]],
  ['capsule', say('rod-with-round-ends'), [say('across'), say('long')]],
  ['box', say('box-or-stick'), [say('long'), say('wide'), say('thick')]],
  ['cone', say('cone'), [say('across'), say('high')]],
  ['irregular', say('irregular'), [say('longest-line'), say('narrowest-width'), say('thick')]],
]
