// Formatting of figures that the core computed, of money, days and months: all of it as the
// people of the centre write, whatever the browser's own country. Nothing is reckoned here.
import { region } from '../words/language'
import { converted } from '../words/units'
import { dayIn } from './wall'
import { say } from './catalogue'

const locale = region

// Making a formatter is dear and using one is cheap: each is made once.
const numbers = new Map<number, Intl.NumberFormat>()
const currencies = new Map<string, Intl.NumberFormat>()
const dayShort = new Intl.DateTimeFormat(locale, { weekday: 'short', day: 'numeric', month: 'short' })
const weekdayShort = new Intl.DateTimeFormat(locale, { weekday: 'short' })
const dayWhole = new Intl.DateTimeFormat(locale, { weekday: 'long', day: 'numeric', month: 'long' })
const clock = new Intl.DateTimeFormat(locale, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' })
const dayOnly = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short' })
const monthsWhole = Array.from({ length: 12 }, (_, m) =>
  new Intl.DateTimeFormat(locale, { month: 'long' }).format(new Date(2024, m, 1)).toLowerCase(),
)
const monthNames = Array.from({ length: 12 }, (_, m) =>
  new Intl.DateTimeFormat(locale, { month: 'short' }).format(new Date(2024, m, 1)).slice(0, 3),
)

/** A number with at most so many digits after the point. */
export function number(value: number, digits: number): string {
  let f = numbers.get(digits)
  if (!f) numbers.set(digits, (f = new Intl.NumberFormat(locale, { maximumFractionDigits: digits })))
  return f.format(value)
}

export function grams(g: number): string {
  const own = converted(g, 'g')
  if (own) return own
  if (g < 9.95) return `${number(g, 1)} g`
  if (g < 999.5) return `${number(g, 0)} g`
  return say('g-kg', { g: number(g / 1000, 2) })
}

/** How much of an ingredient goes in, as far as anybody can say before the feel is right. */
export const weighs = (a: { exact_g: number; as_needed?: boolean }) =>
  a.as_needed ? say('as-needed') : grams(a.exact_g)

export function litres(ml: number): string {
  const own = converted(ml, 'mL')
  if (own) return own
  return ml < 999.5 ? say('ml-ml', { ml: number(ml, 0) }) : `${number(ml / 1000, 1)} L`
}

/** Money from the smallest coin, with its sign. */
export function money(coins: number, currency: string): string {
  let f = currencies.get(currency)
  if (!f) currencies.set(currency, (f = new Intl.NumberFormat(locale, { style: 'currency', currency })))
  return f.format(coins / 10 ** (f.resolvedOptions().maximumFractionDigits ?? 2))
}

const vulgar: Record<string, string> = { '1/2': '½', '1/3': '⅓', '2/3': '⅔', '1/4': '¼', '3/4': '¾', '1/8': '⅛' }

/** Sets kitchen fractions properly: "1/2 cup" is "½ cup". */
export const measure = (label: string) => label.replace(/\d\/\d/, (f) => vulgar[f] ?? f)

/** A share of one in per cent: 0.125 is "13 %". */
export const share = (part: number, digits = 0) => `${number(part * 100, digits)}${region === 'en-US' ? '' : ' '}%`

/** How far scoops miss, in words: "exact", "1.6 % over". */
export function miss(off: number): string {
  const part = Math.abs(off)
  return part < 0.0005 ? say('exact') : say(off < 0 ? 'under' : 'over', { share: share(part, 1) })
}

/** Minutes, in hours from two of them on: "45 min", "6 h 16 min". */
export const duration = (minutes: number) =>
  minutes < 120
    ? say('minutes-min', { minutes })
    : minutes % 60 === 0
      ? `${minutes / 60} h`
      : say('minutes-h-minutes2-min', { minutes: Math.floor(minutes / 60), minutes2: minutes % 60 })

/** The time of day on this device: "10:05". */
export const atTime = (ms: number) => timeOfDay(new Date(ms).toTimeString().slice(0, 5))

export const plural = (n: number, one: string, many = one + 's') => `${n} ${n === 1 ? one : many}`

/** A day such as 2026-11-24 as "Tue 24 Nov". */
export function day(date: string): string {
  const d = new Date(`${dayIn(date)}T00:00:00`)
  return Number.isNaN(d.getTime()) ? date : dayShort.format(d).replace(',', '')
}

/** The weekday of a day such as 2026-11-24, short: "Tue". */
export const weekday = (date: string) => weekdayShort.format(new Date(`${dayIn(date)}T00:00:00`))

/** A day such as 2026-11-27 as "Friday 27 November". */
export const wholeDay = (date: string) => dayWhole.format(new Date(`${dayIn(date)}T00:00:00`)).replace(',', '')

/** The day of an instant such as 2026-11-24T09:45:12Z on this device's calendar, as "24 Nov". */
export const dayOf = (instant: string) => dayOnly.format(new Date(instant))

/** A wall-clock time such as 2026-11-24T09:45 as "Tue 24 Nov, 9:45". */
export const dayAndTime = (wall: string) => `${day(wall)}, ${timeOfDay(wall)}`

/** A wall-clock time, or a time alone, as the region writes it: "9:45", "9:45 AM". */
export const timeOfDay = (wall: string) => clock.format(new Date(`2000-01-01T${wall.slice(-5)}Z`)).replace(/^0/, '')

/** A month such as 2024-09 as "Sep 2024"; what is none stays as it is. */
export function month(written: string): string {
  const said = /^(\d{4})-(\d{2})$/.exec(written)
  const name = monthNames[Number(said?.[2] ?? 0) - 1]
  return said && name ? `${name} ${said[1]}` : written
}

/** Reads a month as people type it: Sep 2024, September 24, 9/2024, 9.24, 2024-09. Undefined for what is none. */
export function readMonth(text: string): string | undefined {
  const said = /^\s*(?:(\d{4})[-/. ]+(\d{1,2})|(\d{1,2}|[a-z]{3,9})\.?[-/. ]+(\d{4}|\d{2}))\s*$/i.exec(text)
  if (!said) return undefined
  const [, yearFirst, monthLast, first = '', last = ''] = said
  const named = /^[a-z]/i.test(first) ? monthsWhole.findIndex((m) => m.startsWith(first.toLowerCase())) + 1 : 0
  const at = Number(monthLast ?? (named || first))
  const year = yearFirst ?? (last.length === 2 ? `20${last}` : last)
  return at >= 1 && at <= 12 ? `${year}-${String(at).padStart(2, '0')}` : undefined
}

/** A sentence among others in one line, without its full stop. */
export const bare = (sentence: string) => sentence.replace(/\.$/, '')
