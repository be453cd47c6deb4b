import { say } from './catalogue'

/** A number as people type it; NaN when it is none, or may be one of thousands, such as 1,500. */
export const readNumber = (typed: string) =>
  /^\d+([.,]\d{1,2}|[.,]\d{4,})?$/.test(typed.trim()) ? Number(typed.trim().replace(',', '.')) : NaN

/** Why a number cannot be read as it is typed, in a sentence; undefined where it can. */
export function whyNoNumber(typed: string): string | undefined {
  if (!Number.isNaN(readNumber(typed))) return undefined
  const [, whole, parted] = /^(\d+)[.,](\d{3})$/.exec(typed.trim()) ?? []
  if (whole !== undefined && parted !== undefined)
    return say('may-be-or-type-it', { typed: typed.trim(), whole, parted, whole2: whole, parted2: parted })
  return typed.trim() === '' ? say('type-a-number') : say('is-no-number', { typed: typed.trim() })
}
