import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type Setup } from '../../api/client'
import { outdate } from '../../api/keys'
import type { Draft } from '../../entities/setup/draft'
import { asTemplate } from '../../entities/setup/model'
import { setupQuery, templatesQuery } from '../../entities/setup/queries'
import { useSession } from '../../session/session'
import { say } from './catalogue'

/** Boxes of things that were kept as templates, laid in with one tap; what lies there is checked anew. */
export function KeptBoxes({ onTake }: { onTake: (kept: Setup, name: string) => string }) {
  const client = useQueryClient()
  const kept = useQuery(templatesQuery)
  const [open, setOpen] = useState(false)
  const [said, setSaid] = useState('')
  const all = kept.data?.setups ?? []
  if (all.length === 0) return null
  const take = (id: string, name: string) =>
    client.fetchQuery(setupQuery(id)).then(
      (setup) => {
        setOpen(false)
        setSaid(onTake(setup, name))
      },
      (e: Error) => setSaid(say('nothing-was-added', { e: e.message })),
    )
  return (
    <div className="boxes">
      <Button variant="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {say('add-things-from-a-template')}
      </Button>
      <span role="status" className="soft">
        {said}
      </span>
      {open && (
        <div className="chips">
          {all.map((t) => (
            <Button key={t.id} variant="outline-primary" onClick={() => void take(t.id, t.name)}>
              {t.name}
            </Button>
          ))}
        </div>
      )}
    </div>
  )
}

/** The set-up as it stands, kept to start others from. */
export function KeepAsTemplate({ draft }: { draft: Draft }) {
  const { today } = useSession()
  const client = useQueryClient()
  const keep = useMutation({
    mutationFn: () =>
      ask(api.PUT('/api/setups/{id}', { params: { path: { id: v7() } }, body: asTemplate(draft, today) })),
    onSuccess: () => outdate(client, 'setup'),
  })
  return (
    <div className="keep">
      <Button variant="quiet" disabled={keep.isPending} onClick={() => keep.mutate()}>
        {say('keep-as-a-template')}
      </Button>
      <span role="status" className="soft">
        {keep.isSuccess && say('saved-as-a-template-under')}
        {keep.error?.message}
      </span>
    </div>
  )
}
