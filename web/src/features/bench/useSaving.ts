import { useMutation, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useEffect, useRef, useState } from 'react'
import { v7 } from 'uuid'
import { api, ApiError, ask, type Answer, type Plan, type Setup, type SetupInput } from '../../api/client'
import { setupQuery } from '../../entities/setup/queries'
import { planOf } from '../../entities/setup/model'

export type Saving = { is: 'saved' } | { is: 'saving' } | { is: 'waiting'; sentence: string } | { is: 'wrong'; sentence: string; field?: string } | { is: 'conflict'; sentence: string; theirs: Setup }

const draftKey = (id: string) => `emblo.setup.${id}`

/** A draft kept on this device because it never reached the server. */
export function keptDraft(id: string): SetupInput | null {
  try {
    const kept = JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null') as SetupInput | null
    // A line that was kept without an id gets one: a save that is repeated must name the same lines.
    return kept && { ...kept, items: kept.items.map((i) => ({ ...i, id: i.id || v7() })) }
  } catch {
    return null
  }
}

/** Saves a set-up a moment after it stops changing. Until the server has it, it is kept on
 * this device; a lost connection is tried again, a stale version is asked about. A save
 * brings the answer to what was saved along. */
export function useSaving(id: string, input: SetupInput, enabled: boolean, onVersion: (version: number) => void, onAnswer: (plan: Plan, answer: Answer) => void) {
  const client = useQueryClient()
  const text = JSON.stringify(input)
  const [saved, setSaved] = useState(text)
  const [retry, setRetry] = useState(0)
  const [state, setState] = useState<Saving>({ is: 'saved' })
  const { mutate } = useMutation({
    mutationFn: (body: SetupInput) => ask(api.PUT('/api/setups/{id}', { params: { path: { id } }, body })),
    onSuccess: ({ setup, answer }, body) => {
      localStorage.removeItem(draftKey(id))
      client.setQueryData(setupQuery(id).queryKey, setup)
      onAnswer(planOf(body), answer)
      void outdate(client, 'setup')
      setSaved(JSON.stringify({ ...body, version: setup.version }))
      setState({ is: 'saved' })
      onVersion(setup.version)
    },
    onError: (e) => {
      if (!(e instanceof ApiError)) return
      if (e.status === 409) setState({ is: 'conflict', sentence: e.message, theirs: e.current as Setup })
      else if (e.status >= 400 && e.status < 500) setState({ is: 'wrong', sentence: e.message, field: e.field })
      else {
        setState({ is: 'waiting', sentence: e.message })
        window.setTimeout(() => setRetry((n) => n + 1), 4000)
      }
    },
  })
  const due = enabled && text !== saved
  const pending = useRef<string | null>(null)
  useEffect(() => {
    pending.current = due ? text : null
    if (!due) return
    localStorage.setItem(draftKey(id), text)
    const timer = window.setTimeout(() => {
      pending.current = null
      setState({ is: 'saving' })
      mutate(JSON.parse(text) as SetupInput)
    }, 500)
    return () => window.clearTimeout(timer)
  }, [id, text, due, retry, mutate])
  // Leaving the screen saves what is still due.
  useEffect(
    () => () => {
      if (pending.current) mutate(JSON.parse(pending.current) as SetupInput)
    },
    [mutate],
  )
  const shown: Saving = due && state.is === 'saved' ? { is: 'saving' } : state
  const settle = (as?: SetupInput) => {
    if (as) setSaved(JSON.stringify(as))
    setState({ is: 'saved' })
  }
  return { state: shown, settle }
}
