import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { api, ask, type Plan, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { lessonsQuery } from '../../entities/log/queries'
import { day } from '../../ui/format'
import { say } from './catalogue'

interface Props {
  id: string
  canWrite: boolean
  /** The set-up as it stands. */
  planOf: () => Plan
  /** Takes what another set-up taught: what the set-up was when it was asked, and what it is with it. */
  onTake: (lesson: Schemas['Lesson'], was: Plan, taught: Plan) => void
  /** What was changed by it is as it was before. */
  onUndone: () => Promise<void>
}

/** What was changed on this set-up by how another one went, with its undo; or what could be. */
export function Learnt({ id, canWrite, planOf, onTake, onUndone }: Props) {
  const lessons = useQuery(lessonsQuery(id))
  const client = useQueryClient()
  const undo = useMutation({
    mutationFn: (lesson: string) => ask(api.DELETE('/api/lessons/{id}', { params: { path: { id: lesson } } })),
    onSuccess: async () => {
      await onUndone()
      await outdate(client, 'log')
    },
  })
  const take = useMutation({
    mutationFn: async (l: Schemas['Lesson']) => {
      const was = planOf()
      onTake(l, was, await ask(api.POST('/api/lessons/{id}', { params: { path: { id: l.id } }, body: was })))
    },
  })
  const all = lessons.error ? [] : (lessons.data ?? [])
  if (all.length === 0) return null
  return (
    <section className="learnt" aria-label={say('what-the-last-one-taught')}>
      <ul>
        {all.map((l) => (
          <li key={l.id}>
            <div>
              <span>
                <b>{l.words}</b>{' '}
                {say('what-after-from-name-day', {
                  what: l.what === 'note' ? say('noted') : l.here ? say('changed-here') : say('not-changed-here'),
                  fromName: l.from_name,
                  day: day(l.on),
                  why: l.why ? `: ${l.why}` : '.',
                })}
              </span>
              {(undo.error ?? take.error) && <span role="alert">{(undo.error ?? take.error)?.message}</span>}
            </div>
            {canWrite &&
              l.what !== 'note' &&
              (l.here ? (
                <Button variant="quiet" disabled={undo.isPending} onClick={() => undo.mutate(l.id)}>
                  {say('as-before')}
                  <span className="visually-hidden"> {l.words}</span>
                </Button>
              ) : (
                <Button variant="quiet" disabled={take.isPending} onClick={() => take.mutate(l)}>
                  {say('take-it')}
                  <span className="visually-hidden"> {l.words}</span>
                </Button>
              ))}
          </li>
        ))}
      </ul>
    </section>
  )
}
