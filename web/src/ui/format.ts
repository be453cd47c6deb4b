// Formatting of figures that the core computed; nothing is reckoned here.
const number = (digits: number) => new Intl.NumberFormat(undefined, { maximumFractionDigits: digits })

export function grams(g: number): string {
  if (g < 9.95) return `${number(1).format(g)} g`
  if (g < 999.5) return `${number(0).format(g)} g`
  return `${number(2).format(g / 1000)} kg`
}

export function litres(ml: number): string {
  return ml < 999.5 ? `${number(0).format(ml)} mL` : `${number(1).format(ml / 1000)} L`
}

const vulgar: Record<string, string> = { '1/2': '½', '1/3': '⅓', '2/3': '⅔', '1/4': '¼', '3/4': '¾', '1/8': '⅛' }

/** Sets kitchen fractions properly: "1/2 cup" is "½ cup". */
export const measure = (label: string) => label.replace(/\d\/\d/, (f) => vulgar[f] ?? f)

/** How far scoops miss, in words: "exact", "1.6 % over". */
export function miss(off: number): string {
  const percent = Math.abs(off) * 100
  if (percent < 0.05) return 'exact'
  return `${number(1).format(percent)} % ${off < 0 ? 'under' : 'over'}`
}

export const plural = (n: number, one: string, many = one + 's') => `${n} ${n === 1 ? one : many}`

/** A day such as 2026-11-24 as "Tue 24 Nov". */
export function day(date: string): string {
  const d = new Date(`${date.slice(0, 10)}T00:00:00`)
  if (Number.isNaN(d.getTime())) return date
  return d.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' }).replace(',', '')
}

/** A wall-clock time such as 2026-11-24T09:45 as "Tue 24 Nov, 9:45". */
export const dayAndTime = (wall: string) => `${day(wall)}, ${timeOfDay(wall)}`

export const timeOfDay = (wall: string) => wall.slice(11, 16).replace(/^0/, '')
