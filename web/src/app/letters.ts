import type { Written } from '../api/journal'

/** What tells of children by initials, birth months or needs: it lies on no device unsealed. */
const ofChildren = new Set<string>([
  'PUT /api/rooms/{id}',
  'PUT /api/rooms/{id}/days/{day}',
  'PUT /api/setups/{id}/log',
  'POST /api/setups/{id}/found',
])

export const requestIsPrivate = (w: Written) => ofChildren.has(w.operation)
