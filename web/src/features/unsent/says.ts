import type { Written } from '../../api/journal'
import type { Letter } from '../../api/outbox'

const idLike = /(^|_)id$|^version$/

/** What a letter would save: the newest of it. */
export function bodyOf(l: Letter): unknown {
  const body = l.next ?? l.flying ?? {}
  if (l.kind !== 'request') return body
  const { body: text } = body as Written
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}

/** A value as lines of what is called what, without the ids that only programs read. */
export function linesOf(value: unknown, name = ''): [string, string][] {
  if (value === null || value === undefined || value === '') return []
  if (Array.isArray(value)) {
    if (value.every((v) => typeof v !== 'object')) return value.length > 0 ? [[name, value.join(', ')]] : []
    return value.flatMap((v) => linesOf(v, name))
  }
  if (typeof value === 'object') return Object.entries(value).flatMap(([k, v]) => (idLike.test(k) ? [] : linesOf(v, k.replaceAll('_', ' '))))
  return [[name, typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value as string | number)]]
}
