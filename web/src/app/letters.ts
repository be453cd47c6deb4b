import type { Written } from '../api/journal'
import type { stored } from '../api/limits.gen'

/** What each operation that changes something does, for whoever looks at what waits; with the name of the thing where it has one. */
const doings: Record<(typeof stored)[number], string> = {
  'DELETE /api/batch-events/{id}': 'Taking back what happened to a batch',
  'DELETE /api/jars/{id}': 'Deleting a jar',
  'DELETE /api/lessons/{id}': 'Dropping what was learnt',
  'DELETE /api/prep/feed': 'Ending the calendar link',
  'DELETE /api/prep/feeds/{id}': "Ending a colleague's calendar link",
  'DELETE /api/prints/{id}': 'Taking back a printed sheet',
  'DELETE /api/recipes/{id}': 'Deleting a recipe',
  'DELETE /api/recipes/{id}/additions/{addition}': 'Taking an addition out of a recipe',
  'DELETE /api/rooms/{id}': 'Deleting a room',
  'DELETE /api/setups/{id}': 'Deleting a set-up',
  'DELETE /api/shelf/items/{id}': 'Deleting a thing of your own',
  'POST /api/batches/{id}/seen': 'A batch that was looked at',
  'POST /api/cupboard/import': 'A file for the cupboard',
  'POST /api/jars/{id}/restore': 'Bringing a jar back',
  'POST /api/recipes/{id}/restore': 'Bringing a recipe back',
  'POST /api/rooms/{id}/restore': 'Bringing a room back',
  'POST /api/setups/{id}/found': 'A piece that was found',
  'POST /api/setups/{id}/restore': 'Bringing a set-up back',
  'POST /api/setups/{id}/seen': 'A set-up that was looked at',
  'POST /api/shelf/import': 'A file for Materials',
  'POST /api/shelf/items/{id}/restore': 'Bringing a thing back',
  'POST /api/shopping/import': 'A file for the list to buy',
  'POST /api/shopping/receive': 'Shopping put away',
  'PUT /api/batch-events/{id}': 'What happened to a batch',
  'PUT /api/batches/{id}': 'A batch',
  'PUT /api/centre': 'The settings',
  'PUT /api/cupboard/{id}': 'What there is of a thing',
  'PUT /api/cupboard/{id}/amount': 'How much there is of a thing',
  'PUT /api/jars/{id}': 'A jar',
  'PUT /api/moves/{id}': 'A note on a jar',
  'PUT /api/prep/feed': 'A calendar link',
  'PUT /api/prep/ticks': 'A tick in the prep list',
  'PUT /api/prints/{id}': 'A printed sheet',
  'PUT /api/recipes/{id}': 'A recipe',
  'PUT /api/recipes/{id}/additions/{addition}': 'An addition to a recipe',
  'PUT /api/rooms/{id}': 'A room',
  'PUT /api/rooms/{id}/days/{day}': 'Who is here',
  'PUT /api/setups/{id}': 'A set-up',
  'PUT /api/setups/{id}/log': 'How a set-up went',
  'PUT /api/shelf/items/{id}': 'A thing of your own',
  'PUT /api/shopping/ticks/{id}': 'A tick on the list to buy',
}

/** What tells of children by initials, birth months or needs: it lies on no device unsealed. */
const ofChildren = new Set<string>([
  'PUT /api/rooms/{id}',
  'PUT /api/rooms/{id}/days/{day}',
  'PUT /api/setups/{id}/log',
  'POST /api/setups/{id}/found',
])

/** What a request is, in words. */
export function requestSays(w: Written): string {
  const doing = doings[w.operation as keyof typeof doings]
  try {
    const { name } = JSON.parse(w.body) as { name?: unknown }
    return typeof name === 'string' && name ? `${doing}: ${name}` : doing
  } catch {
    return doing
  }
}

export const requestIsPrivate = (w: Written) => ofChildren.has(w.operation)
