import type { Schemas } from '../../api/client'
import { bare, grams, timeOfDay } from '../../ui/format'
import { say } from './catalogue'

export type Missing = Schemas['Missing']

const amount = (n: number, unit: Missing['unit']) =>
  unit === 'pieces' ? say('pieces', { count: Math.ceil(n) }) : grams(n)

/** How much a set-up takes of what is missing. */
export const needOf = (m: Missing) => amount(m.need ?? 0, m.unit)

const words: Record<Missing['kind'], (m: Missing) => string> = {
  remove: () => say('missing-remove'),
  'find-out': (m) => m.says ?? say('missing-find-out'),
  read: (m) => say('missing-read', { says: m.says ?? '' }),
  short: (m) => say('missing-short', { lacks: amount(m.lacks ?? 0, m.unit) }),
  unweighed: (m) => say('missing-unweighed', { need: needOf(m) }),
  unnoted: (m) => say('missing-unnoted', { need: needOf(m) }),
  nobody: (m) => say('missing-nobody', { n: m.lacks ?? 0 }),
}

/** What one thing is missing for, in a few words. */
export const whatOf = (m: Missing) => words[m.kind](m)

/** What it is that is missing. */
export const nameOf = (m: Missing) => (m.kind === 'nobody' ? say('who-does-what') : m.name)

/** The first of what is missing, and how much more is; empty where nothing is. */
export function missingInShort(missing: Missing[]): string {
  const [first] = missing
  if (!first) return ''
  const said = say('missing-of', { name: nameOf(first), what: bare(whatOf(first)) })
  return missing.length > 1 ? say('and-more', { first: said, n: missing.length - 1 }) : said
}

/** What has to be done before a set-up is ready, in a few words. */
export function notReady(missing: Missing[]): string {
  const n = (...kinds: Missing['kind'][]) => missing.filter((m) => kinds.includes(m.kind)).length
  const parts: [number, (n: number) => string][] = [
    [n('remove'), (n) => say('to-remove', { n })],
    [n('find-out'), (n) => say('to-find-out', { n })],
    [n('read'), (count) => say('to-read', { count })],
    [n('short'), (n) => say('to-buy', { n })],
    [n('unweighed', 'unnoted'), (n) => say('to-look-for', { n })],
    [missing.reduce((sum, m) => sum + (m.kind === 'nobody' ? (m.lacks ?? 0) : 0), 0), (n) => say('to-say-who', { n })],
  ]
  const said = parts.filter(([n]) => n > 0).map(([n, words]) => words(n))
  return say('not-ready-parts', { parts: said.join(', ') })
}

/** Whether it is something about a thing itself, which the rules say, and not that it is still to be fetched. */
export const ofTheThings = (m: Missing) => m.kind === 'remove' || m.kind === 'find-out'

/** Whether children may not play with it as it is, whatever else is fetched. */
export const isDraft = (missing: Missing[]) => missing.some(ofTheThings)

export type Clash = Schemas['Clash']

const clashWords: Record<Clash['what'], (with_: { setup: string; room: string; time: string }) => string> = {
  children: (c) => say('clash-children', c),
  adult: (c) => say('clash-adult', c),
  batch: (c) => say('clash-batch', c),
  vessel: (c) => say('clash-vessel', c),
}

/** What another set-up that is played at the same time needs too. */
export const clashOf = ({ what, setup, room, play_at }: Clash) =>
  clashWords[what]({ setup, room, time: timeOfDay(play_at) })
