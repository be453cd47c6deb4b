import type { Schemas } from '../../api/client'
import { day } from '../../ui/format'
import { say } from './catalogue'

export type Batch = Schemas['BatchPage']
export type BatchLine = Schemas['BatchSummary']

/** Where a batch stands with its days, in a few words. */
export function stands(b: BatchLine): string {
  switch (b.state) {
    case 'ended':
      return say('finished-why', { why: b.why })
    case 'past':
      return b.until ? say('use-by-was-throw-it', { day: day(b.until) }) : say('throw-it-away', { why: b.why })
    case 'look-over':
      return say('check-it-today-or-throw')
    default:
      return say('use-by-until-why', { until: b.until ? day(b.until) : '?', why: b.why })
  }
}

/** The signs of a look-over, in words. */
export const signWords: Record<Schemas['Sign'], string> = {
  spots: say('spots'),
  smell: say('a-sour-or-musty-smell'),
  wet: say('wet-or-slimy'),
  'dried-edge': say('a-dried-edge-cut-it'),
  colour: say('another-colour'),
  insects: say('insects-or-webs'),
  dirt: say('dirt-in-it'),
}
