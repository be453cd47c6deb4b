import type { Schemas } from '../../api/client'
import { day } from '../../ui/format'

export type Batch = Schemas['BatchPage']
export type BatchLine = Schemas['BatchSummary']

/** Where a batch stands with its days, in a few words. */
export function stands(b: BatchLine): string {
  switch (b.state) {
    case 'ended':
      return `finished: ${b.why}`
    case 'past':
      return b.until ? `use-by was ${day(b.until)}: throw it away` : `throw it away: ${b.why}`
    case 'look-over':
      return 'check it today, or throw it away'
    default:
      return `use by ${b.until ? day(b.until) : '?'}: ${b.why}`
  }
}

/** The signs of a look-over, in words. */
export const signWords: Record<Schemas['Sign'], string> = {
  spots: 'spots',
  smell: 'a sour or musty smell',
  wet: 'wet or slimy',
  'dried-edge': 'a dried edge: cut it off',
  colour: 'another colour',
  insects: 'insects or webs',
  dirt: 'dirt in it',
}
