import type { Written } from '../../api/journal'
import type { Letter } from '../../api/letter'
import type { stored } from '../../api/stores.gen'
import { say } from './catalogue'

/** What each operation that changes something does, for whoever looks at what waits; with the name of the thing where it has one. */
const doings: Record<(typeof stored)[number], string> = {
  'DELETE /api/batch-events/{id}': say('taking-back-what-happened-to'),
  'DELETE /api/jars/{id}': say('deleting-a-jar'),
  'DELETE /api/lessons/{id}': say('dropping-what-was-learnt'),
  'DELETE /api/prep/feed': say('ending-the-calendar-link'),
  'DELETE /api/prep/feeds/{id}': say('ending-a-colleagues-calendar-link'),
  'DELETE /api/prints/{id}': say('taking-back-a-printed-sheet'),
  'DELETE /api/recipes/{id}': say('deleting-a-recipe'),
  'DELETE /api/recipes/{id}/additions/{addition}': say('taking-an-addition-out-of'),
  'DELETE /api/rooms/{id}': say('deleting-a-room'),
  'DELETE /api/setups/{id}': say('deleting-a-set-up'),
  'DELETE /api/shelf/items/{id}': say('deleting-a-thing-of-your'),
  'POST /api/batches/{id}/seen': say('a-batch-that-was-looked'),
  'POST /api/cupboard/import': say('a-file-for-the-cupboard'),
  'POST /api/jars/{id}/restore': say('bringing-a-jar-back'),
  'POST /api/recipes/{id}/restore': say('bringing-a-recipe-back'),
  'POST /api/rooms/{id}/restore': say('bringing-a-room-back'),
  'POST /api/setups/changes': say('a-swap-in-set-ups'),
  'POST /api/setups/{id}/found': say('a-piece-that-was-found'),
  'POST /api/setups/{id}/restore': say('bringing-a-set-up-back'),
  'POST /api/setups/{id}/seen': say('a-set-up-that-was'),
  'POST /api/shelf/import': say('a-file-for-materials'),
  'POST /api/shelf/items/{id}/restore': say('bringing-a-thing-back'),
  'POST /api/shopping/import': say('a-file-for-the-list'),
  'POST /api/shopping/receive': say('shopping-put-away'),
  'PUT /api/batch-events/{id}': say('what-happened-to-a-batch'),
  'PUT /api/batches/{id}': say('a-batch'),
  'PUT /api/centre': say('the-settings'),
  'PUT /api/cupboard/{id}': say('what-there-is-of-a'),
  'PUT /api/cupboard/{id}/amount': say('how-much-there-is-of'),
  'PUT /api/jars/{id}': say('a-jar'),
  'PUT /api/moves/{id}': say('a-note-on-a-jar'),
  'PUT /api/prep/feed': say('a-calendar-link'),
  'PUT /api/prep/ticks': say('a-tick-in-the-prep'),
  'PUT /api/prints/{id}': say('a-printed-sheet'),
  'PUT /api/recipes/{id}': say('a-recipe'),
  'PUT /api/recipes/{id}/additions/{addition}': say('an-addition-to-a-recipe'),
  'PUT /api/rooms/{id}': say('a-room'),
  'PUT /api/rooms/{id}/days/{day}': say('who-is-here'),
  'PUT /api/setups/{id}': say('a-set-up'),
  'PUT /api/setups/{id}/log': say('how-a-set-up-went'),
  'PUT /api/shelf/items/{id}': say('a-thing-of-your-own'),
  'PUT /api/shopping/ticks/{id}': say('a-tick-on-the-list'),
}

/** What a request is, in words. */
function requestSays(w: Written): string {
  const doing = doings[w.operation as keyof typeof doings]
  try {
    const { name } = JSON.parse(w.body) as { name?: unknown }
    return typeof name === 'string' && name ? `${doing}: ${name}` : doing
  } catch {
    return doing
  }
}

/** What a letter is, for whoever looks at what waits. */
export function letterSays(l: Letter): string {
  const body = l.next ?? l.flying ?? {}
  switch (l.kind) {
    case 'request':
      return requestSays(body as Written)
    case 'setup':
      return say('a-set-up-name', { name: (body as { name?: string }).name || say('without-a-name') })
    case 'tick':
      return say('a-tick-on-the-list')
    case 'prep':
      return say('a-tick-in-the-prep')
  }
  return say('something')
}
