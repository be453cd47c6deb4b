import { say } from './catalogue'

/** The pages of the centre: its rooms, and what it asks beyond the rules. */
export const centrePages: [string, string][] = [
  ['/rooms', say('rooms')],
  ['/settings', say('settings')],
]
