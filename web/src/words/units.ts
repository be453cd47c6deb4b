// Amounts as the units of a centre write them. The core reckons in metric units alone, and what is typed goes back to it
// in them. The core says what one of each unit is.
import { gramsPerOunce, mlPerOunce, mmPerInch } from './units.gen'
import { units } from './language'

export const metric = ['mm', 'g', 'kg', 'mL', 'L', '°C'] as const
export type Metric = (typeof metric)[number]

/** A figure as a part of a text has it, grouped or not. */
export const figureOf = (part: unknown) => Number(String(part).replaceAll(',', ''))

const ouncesPerPound = 16
const ouncesPerQuart = 32

/** To about three figures, without zeros at the end. */
const rough = (n: number) => String(Number(n.toFixed(Math.abs(n) >= 100 ? 0 : Math.abs(n) >= 10 ? 1 : 2)))

function ounces(g: number): string {
  const oz = g / gramsPerOunce
  if (oz < ouncesPerPound - 0.05) return `${rough(oz)} oz`
  const whole = Math.round(oz)
  const rest = whole % ouncesPerPound
  return `${Math.floor(whole / ouncesPerPound)} lb${rest ? ` ${rest} oz` : ''}`
}

function fluid(ml: number): string {
  const oz = ml / mlPerOunce
  return oz < ouncesPerQuart ? `${rough(oz)} fl oz` : `${rough(oz / ouncesPerQuart)} qt`
}

const customary: Record<Metric, (n: number) => string> = {
  mm: (n) => `${rough(n / mmPerInch)} in`,
  g: ounces,
  kg: (n) => ounces(n * 1000),
  mL: fluid,
  L: (n) => fluid(n * 1000),
  '°C': (n) => `${Math.round((n * 9) / 5 + 32)} °F`,
}

/** An amount in US customary units. */
export const inCustomary = (n: number, unit: Metric) => customary[unit](n)

/** An amount in the units of the centre, or undefined where these are metric and it is written as it is. */
export const converted = (n: number, unit: Metric): string | undefined =>
  units === 'us' ? customary[unit](n) : undefined

const figures = /(\d+(?:\.\d+)?(?:(?: × | x | to | or )\d+(?:\.\d+)?)*) (mm|kg|g|mL|L|°C)(?![a-z])/g
const part = /\{\{(\w+)\}\} (mm|kg|g|mL|L|°C)(?![a-z])/g

/** A text of a catalogue for the units: a part with its unit behind it is written in them, and a figure that stands in
 * the text, as a limit does, keeps its own with the other beside it. */
export const inUnits = (text: string) =>
  text
    .replace(figures, (all, numbers: string, unit: Metric) => {
      const own = numbers.replace(/\d+(\.\d+)?/g, (n) => inCustomary(Number(n), unit))
      return `${all} (${own})`
    })
    .replace(part, '{{$1, $2}}')
