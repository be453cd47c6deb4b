/** A form that is open: whether text in it is not saved, and what becomes of that when it is left. */
export interface OpenForm {
  unsaved: boolean
  /** It let go: its text is saved, deleted, or left on purpose. */
  free: boolean
  /** Pages one comes back from, with nothing lost; such a form keeps its text over a reload too. */
  backFrom?: (path: string) => boolean
  onLeft?: () => void
}

/** The forms of the page. */
export const openForms = new Set<OpenForm>()

/** The first form to ask about before a page, or anything, takes the place of it. */
export const firstToAsk = (next?: string): OpenForm | undefined =>
  [...openForms].find((f) => f.unsaved && !f.free && !(next !== undefined && f.backFrom?.(next)))

/** Drops what was typed: somebody was asked. */
export function leaveAll() {
  for (const f of openForms) if (f.unsaved && !f.free) f.onLeft?.()
}
