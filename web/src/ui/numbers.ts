/** A number as people type it; NaN when it is none, or may be one of thousands, such as 1,500. */
export const readNumber = (typed: string) =>
  /^\d+([.,]\d{1,2}|[.,]\d{4,})?$/.test(typed.trim()) ? Number(typed.trim().replace(',', '.')) : NaN

/** Why a number cannot be read as it is typed, in a sentence; undefined where it can. */
export function whyNoNumber(typed: string): string | undefined {
  if (!Number.isNaN(readNumber(typed))) return undefined
  const [, whole, parted] = /^(\d+)[.,](\d{3})$/.exec(typed.trim()) ?? []
  if (whole !== undefined && parted !== undefined)
    return `${typed.trim()} may be ${whole}${parted} or ${whole}.${parted}: type it without the mark, or with fewer digits.`
  return typed.trim() === '' ? 'Type a number.' : `${typed.trim()} is no number.`
}
