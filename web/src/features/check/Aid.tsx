import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { aidQuery } from '../../entities/thing/queries'
import { MarkLine } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { Numbers } from '../../entities/centre/Numbers'
import { say } from './catalogue'

/** First aid and mishaps Cards for when something has happened: the number to call first, then what to do. */
export function Aid() {
  const aid = useQuery(aidQuery)
  const [open, setOpen] = useState('')
  const card = aid.data?.find((c) => c.id === open)
  return (
    <section className="aid" aria-labelledby="aid-title">
      <h3 id="aid-title">{say('first-aid-and-mishaps')}</h3>
      {aid.error && (
        <>
          <Emergency />
          <Failure error={aid.error} retry={() => void aid.refetch()} />
        </>
      )}
      {!aid.data && !aid.error && <Waiting what={say('the-cards')} />}
      <div className="chips">
        {aid.data?.map((c) => (
          <button
            key={c.id}
            type="button"
            aria-pressed={c.id === open}
            onClick={() => setOpen(c.id === open ? '' : c.id)}
          >
            {c.title}
          </button>
        ))}
      </div>
      {card && <Card card={card} onClose={() => setOpen('')} />}
    </section>
  )
}

function Emergency() {
  return (
    <p className="emergency">
      <Numbers />
    </p>
  )
}

function Card({ card, onClose }: { card: Schemas['AidCard']; onClose: () => void }) {
  return (
    <article className="aid-card" aria-live="polite" aria-label={card.title}>
      <Emergency />
      <p>
        <b>{card.call}</b>
      </p>
      <ol>
        {card.steps.map((s) => (
          <li key={s.do}>
            {s.do}
            {s.not?.map((n) => (
              <div key={n.room} className="not">
                <div className="who">
                  <b>{n.room}</b> <MarkLine mark={n.mark} />
                </div>
                {n.thing}: {n.reason} <b>{n.else}</b>
              </div>
            ))}
          </li>
        ))}
      </ol>
      <p className="soft">{say('local-rules-and-a-health', { source: card.source, standing: card.standing })}</p>
      <Button variant="quiet" onClick={onClose}>
        {say('close-the-card')}
      </Button>
    </article>
  )
}
