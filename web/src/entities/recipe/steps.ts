import type { Schemas } from '../../api/client'
import { say } from './catalogue'

export type Step = Schemas['Step']
export type StepKind = NonNullable<Step['kind']>

/** What is done in a step, as the tag in a typed recipe says it, and in words. */
export const kinds: Record<StepKind, string> = {
  make: say('hands-on'),
  cook: say('cooked'),
  scald: say('with-boiling-water'),
  cool: say('left-to-cool'),
  chill: say('in-the-fridge'),
  freeze: say('in-the-freezer'),
  rest: say('left-to-set'),
}

/** Where a step can be done, beside the counter: a word of the contract, and how it is said. */
export const places: [string, string][] = [
  ['stove', say('stove')],
  ['oven', say('oven')],
  ['microwave', say('microwave')],
  ['fridge', say('fridge')],
  ['freezer', say('freezer')],
  ['sink', say('sink')],
]

export const placeWord = (place: string) => places.find(([p]) => p === place)?.[1] ?? place

/** What was understood of a step, in words. */
export function understood(s: Step): string {
  const kind = kinds[s.kind ?? 'make']
  const at = s.resource && !kind.includes(s.resource) ? say('at-the-resource', { resource: placeWord(s.resource) }) : ''
  return [
    kind,
    at,
    s.adult_only ? say('adult-only') : '',
    s.children_help ? say('children-help') : '',
    s.asks ? say('a-probe-reads-asks', { asks: s.asks }) : '',
  ]
    .filter(Boolean)
    .join(', ')
}

/** The typed steps with one of them told in brackets as it is meant: "Stir (5 min, cook, adult, stove)". */
export function corrected(typed: string, nth: number, s: Step): string {
  const lines = typed.split(/\r?\n/)
  const at = lines.map((l, i) => (l.trim() ? i : -1)).filter((i) => i >= 0)[nth]
  if (at === undefined) return typed
  const tags = [
    [s.minutes, 'min'].join(' '), // as the reader of recipes takes it
    s.kind ?? 'make',
    s.adult_only ? 'adult' : '',
    s.children_help ? 'children' : '',
    s.resource ?? '',
  ].filter(Boolean)
  lines[at] = `${s.text} (${tags.join(', ')})`
  return lines.join('\n')
}
