import { memo } from 'react'
import type { Schemas } from '../api/client'
import { say } from './catalogue'

/** The recipes of the book as choices, by what they make. */
export const RecipeOptions = memo(function RecipeOptions({ book }: { book?: Schemas['Book'] }) {
  return book?.kinds.map((kind) => (
    <optgroup key={kind.id} label={kind.words}>
      {book.recipes
        .filter((r) => r.kind === kind.id)
        .map((r) => (
          <option key={r.id} value={r.id}>
            {say('name-minutes-min', { name: r.name, minutes: r.minutes })}
          </option>
        ))}
    </optgroup>
  ))
})
