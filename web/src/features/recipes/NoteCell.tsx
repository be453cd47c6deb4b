import { useMutation, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useState } from 'react'
import { api, ask } from '../../api/client'
import { readNumber } from '../../ui/numbers'
import { say } from './catalogue'

/** A number in a cell that is noted when the field is left. */
export function NoteCell({
  id,
  label,
  have,
  pack,
  coins,
  onSaved,
}: {
  id: string
  label: string
  have?: number
  pack?: number
  coins?: number
  onSaved: (undo: () => void) => void
}) {
  const client = useQueryClient()
  const [typed, setTyped] = useState<string | null>(null)
  const [wrong, setWrong] = useState('')
  const note = useMutation({
    mutationFn: (g: number | undefined) =>
      ask(
        api.PUT('/api/cupboard/{id}/amount', {
          params: { path: { id } },
          body: { grams: g ?? null, pack_g: pack ?? null, price_coins: coins ?? null },
        }),
      ),
    onSuccess: () => outdate(client, 'cupboard'),
    onError: (e) => setWrong(e.message),
  })
  const leave = () => {
    if (typed === null) return
    const g = typed.trim() === '' ? undefined : readNumber(typed)
    if (g !== undefined && Number.isNaN(g)) {
      setWrong(say('type-the-grams-such-as'))
      return
    }
    setWrong('')
    setTyped(null)
    if (g === have) return
    const before = have
    note.mutate(g, { onSuccess: () => onSaved(() => note.mutate(before)), onError: () => setTyped(typed) })
  }
  return (
    <span className="note-cell">
      <input
        aria-label={label}
        inputMode="decimal"
        placeholder={say('not-weighed')}
        value={typed ?? (have === undefined ? '' : String(Math.round(have * 10) / 10))}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {wrong && (
        <span className="short" role="alert">
          {wrong}
        </span>
      )}
    </span>
  )
}
