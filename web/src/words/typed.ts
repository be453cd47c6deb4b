// What is typed in the units of a centre, taken back to the metric ones that the core reckons in.
import { units } from './language'
import type { Metric } from './units'
import { gramsPerOunce, mlPerOunce, mmPerInch } from './units.gen'

/** A unit in which figures are typed, what one of it is in the metric one, and by how much a tap changes them. */
export interface Typed {
  unit: string
  per: number
  plus: number
  step: number
}

export const typed: Partial<Record<Metric, Typed>> = {
  mm: { unit: 'in', per: mmPerInch, plus: 0, step: 0.25 },
  g: { unit: 'oz', per: gramsPerOunce, plus: 0, step: 0.5 },
  mL: { unit: 'fl oz', per: mlPerOunce, plus: 0, step: 1 },
  '°C': { unit: '°F', per: 5 / 9, plus: -160 / 9, step: 1 },
}

/** What somebody typed in such a unit, in the metric one: to a thousandth, as a limit that is typed exactly is that limit. */
export const metricOf = (figure: number, as: Typed) => Math.round((figure * as.per + as.plus) * 1000) / 1000

/** A metric figure as it would be typed, so that it is read back as the same. */
export const typedOf = (figure: number, as: Typed) => String(Math.round(((figure - as.plus) / as.per) * 1e5) / 1e5)

/** How a figure of a metric unit is typed where the centre goes by others: metric = figure × per + plus. */
export const typedIn = (unit: Metric): Typed => (units === 'us' && typed[unit]) || { unit, per: 1, plus: 0, step: 0 }
