import { useMutation, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { grams, measure } from '../../ui/format'
import { Undo } from '../../ui/States'
import type { Change, Making } from '../../entities/recipe/order'
import { symptomWord } from '../../entities/recipe/symptoms'
import { say } from './catalogue'

type Dose = Schemas['Remedy']['doses'][number]

interface Props {
  m: Making
  recipe: string
  learned: boolean
  change: Change
  canWrite: boolean
}

/** A symptom to a measured addition for this batch; what was added is remembered. */
export function FixFeel({ m, recipe, learned, change, canWrite }: Props) {
  const [open, setOpen] = useState('')
  const [undo, setUndo] = useState<{ text: string; id: string } | null>(null)
  const client = useQueryClient()
  const refresh = () => outdate(client, 'feel')
  const add = useMutation({
    mutationFn: async ({ dose, symptom }: { dose: Dose; symptom: string }) => {
      const addition = v7()
      await ask(
        api.PUT('/api/recipes/{id}/additions/{addition}', {
          params: { path: { id: recipe, addition } },
          body: { item_id: dose.item_id, share: dose.share, symptom },
        }),
      )
      return {
        id: addition,
        text: say('of-saved-for-todays-batch', { grams: grams(dose.grams), name: dose.name.toLowerCase() }),
      }
    },
    onSuccess: (done) => {
      setUndo(done)
      return refresh()
    },
  })
  const back = useMutation({
    mutationFn: (addition: string) =>
      ask(api.DELETE('/api/recipes/{id}/additions/{addition}', { params: { path: { id: recipe, addition } } })),
    onSuccess: refresh,
  })
  if (m.remedies.length === 0) return null
  const shown = m.remedies.find((r) => r.symptom === open)
  return (
    <section className="fix" aria-labelledby="fix-feel">
      <h2 id="fix-feel">{say('fix-the-feel')}</h2>
      {m.learned.length > 0 && (
        <Form.Check
          id="start-learned"
          type="switch"
          label={say('start-with-what-needed', {
            batches: m.learned[0]?.batches === 1 ? say('the-last-batch') : say('earlier-batches'),
            learned: m.learned
              .map((l) =>
                say('grams-more-name-batches', {
                  grams: grams(l.grams),
                  name: l.name.toLowerCase(),
                  batches: say('batches', { count: l.batches }),
                }),
              )
              .join(', '),
          })}
          checked={learned}
          onChange={(e) => change({ learned: e.target.checked ? 'yes' : undefined })}
        />
      )}
      <div className="chips" role="group" aria-label={say('how-it-feels')}>
        {m.remedies.map((r) => (
          <button
            key={r.symptom}
            type="button"
            aria-pressed={r.symptom === open}
            onClick={() => setOpen(r.symptom === open ? '' : r.symptom)}
          >
            {symptomWord(r.symptom)}
          </button>
        ))}
      </div>
      {shown && (
        <div className="remedy">
          <p>{say('feels-likely-cause', { feels: shown.feels, cause: shown.cause })}</p>
          {shown.doses.map((d) => (
            <p key={d.item_id} className="dose">
              <b className="figure">{grams(d.grams)}</b> {d.name.toLowerCase()}
              <span className="soft">
                {d.scoops.length > 0
                  ? say('about-scoops', { scoops: d.scoops.map((s) => `${s.count} × ${measure(s.label)}`).join(' + ') })
                  : say('weigh-it')}
              </span>
              {canWrite && (
                <Button
                  variant="outline-primary"
                  size="sm"
                  disabled={add.isPending}
                  onClick={() => add.mutate({ dose: d, symptom: shown.symptom })}
                >
                  {say('worked-in')}
                </Button>
              )}
            </p>
          ))}
          <p className="soft">{shown.do}</p>
          {add.error && (
            <p className="short" role="alert">
              {say('not-saved-message', { message: add.error.message })}
            </p>
          )}
        </div>
      )}
      {undo && (
        <Undo
          text={undo.text}
          onUndo={() => {
            back.mutate(undo.id)
            setUndo(null)
          }}
          onGone={() => setUndo(null)}
        />
      )}
    </section>
  )
}
