/** A number as people type it; NaN when it is none, or may be one of thousands, such as 1,500. */
export const readNumber = (typed: string) => (/^\d+([.,]\d{1,2}|[.,]\d{4,})?$/.test(typed.trim()) ? Number(typed.trim().replace(',', '.')) : NaN)
