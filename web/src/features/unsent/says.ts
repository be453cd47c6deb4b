import type { Written } from '../../api/journal'
import type { Letter } from '../../api/letter'
import { dayAndTime } from '../../ui/format'
import { say } from './catalogue'

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

/** A value as lines of what is called what, as people read it: without the ids that only programs read. */
export function linesOf(value: unknown, name = ''): [string, string][] {
  if (value === null || value === undefined || value === '') return []
  if (Array.isArray(value)) {
    if (value.every((v) => typeof v !== 'object'))
      return value.length > 0 ? [[named(name), value.map(said).join(', ')]] : []
    return value.flatMap((v) => linesOf(v, name))
  }
  if (typeof value === 'object') return Object.entries(value).flatMap(([k, v]) => (only(k, v) ? [] : linesOf(v, k)))
  const unit = units.find(([end]) => name.endsWith(end))?.[1] ?? ''
  return [[named(name), said(value as string | number | boolean) + unit]]
}

const units: [string, string][] = [
  ['_g', ' g'],
  ['_mm', ` ${say('mm')}`],
  ['_ml', ' mL'],
  ['_c', ' °C'],
]
const uuid = /^[0-9a-f]{8}-[0-9a-f-]{27}$/
const moment = /^(\d{4}-\d{2}-\d{2})T(\d{2}:\d{2})/

const only = (name: string, value: unknown) => name === 'version' || (typeof value === 'string' && uuid.test(value))
const named = (name: string) => name.replace(/_(g|mm|ml|c|id|at)$/, '').replaceAll('_', ' ')

function said(value: string | number | boolean): string {
  if (typeof value === 'boolean') return value ? say('yes') : say('no')
  const text = String(value)
  if (moment.test(text)) return dayAndTime(text)
  return /^[a-z][a-z0-9]*(-[a-z0-9]+)+$/.test(text) ? text.replaceAll('-', ' ') : text
}
