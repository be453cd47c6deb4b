import { memo } from 'react'
import type { Schemas } from '../api/client'

/** The recipes of the book as choices, by what they make. */
export const RecipeOptions = memo(function RecipeOptions({ book }: { book?: Schemas['Book'] }) {
  return book?.kinds.map((kind) => (
    <optgroup key={kind.id} label={kind.words}>
      {book.recipes
        .filter((r) => r.kind === kind.id)
        .map((r) => (
          <option key={r.id} value={r.id}>
            {r.name}, {r.minutes} min
          </option>
        ))}
    </optgroup>
  ))
})
