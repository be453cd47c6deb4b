import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { api, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { mayWrite, useSession } from '../../session/session'
import { dayAndTime } from '../../ui/format'
import { byMark, Glyph, Mark } from '../../ui/Mark'
import { Failure } from '../../ui/States'
import { missingInShort } from './missing'
import { mendsQuery } from './queries'
import { say } from './catalogue'

type Mend = Schemas['Mend']
type Change = Schemas['SetupChange']
type Done = Schemas['SetupsChanged']

/**
 * What may not be used in coming set-ups any more, of one room or of all, and one swap for all of them that it mends: taken
 * and taken back in one tap.
 */
export default function Mends({ room }: { room?: string }) {
  const client = useQueryClient()
  const canWrite = mayWrite(useSession())
  const asked = useQuery(mendsQuery(room))
  const [done, setDone] = useState<{ name?: string; is: Done } | null>(null)
  const change = useMutation({
    mutationFn: ({ changes }: { name?: string; changes: Change[] }) =>
      ask(api.POST('/api/setups/changes', { body: { changes } })),
    onSuccess: (is, { name }) => {
      setDone({ name, is })
      return outdate(client, 'setup')
    },
  })
  if (asked.error) return <Failure error={asked.error} retry={() => void asked.refetch()} />
  const mends = asked.data?.mends ?? []
  if (mends.length === 0 && !done) return null
  return (
    <section className="mends" aria-labelledby="mends">
      <h2 id="mends">{say('to-change-in-coming')}</h2>
      {change.error && <Failure error={change.error} />}
      {done && <Changed {...done} busy={change.isPending} onUndo={() => change.mutate({ changes: done.is.back })} />}
      <ul>
        {mends.map((m) => (
          <OneMend
            key={m.of.item_id ?? m.of.recipe_id}
            mend={m}
            onTake={canWrite && !change.isPending ? (name, changes) => change.mutate({ name, changes }) : undefined}
          />
        ))}
      </ul>
    </section>
  )
}

/** What was changed just now, what was left, and the way back. */
function Changed({ name, is, busy, onUndo }: { name?: string; is: Done; busy: boolean; onUndo: () => void }) {
  return (
    <div className="mended" role="status">
      {is.saved.length > 0 && (
        <p>
          {name
            ? say('name-is-now-in', { name, setUps: say('coming-set-ups', { count: is.saved.length }) })
            : say('set-ups-are-as-they-were', { count: is.saved.length })}
          {name && (
            <Button variant="outline-primary" disabled={busy} onClick={onUndo}>
              {say('undo-the-swap')}
            </Button>
          )}
        </p>
      )}
      {is.left.map((l) => (
        <p key={l.id} className="short">
          {say('left-as-it-was', { name: l.name, day: dayAndTime(l.play_at), why: l.why })}
        </p>
      ))}
    </div>
  )
}

function OneMend({ mend: m, onTake }: { mend: Mend; onTake?: (name: string, changes: Change[]) => void }) {
  const [first, ...others] = m.instead
  const offer = (i: Schemas['Instead']) => (
    <Offer key={i.by.item_id ?? i.by.recipe_id} instead={i} of={m.setups.length} onTake={onTake} />
  )
  return (
    <li>
      <Glyph mark={m.mark} />
      <div>
        <h3>
          {say('do-not-use-in-set-ups', { name: m.name, setUps: say('coming-set-ups', { count: m.setups.length }) })}
        </h3>
        <p className="reason">{m.reason}</p>
        <p className="soft">
          {m.setups.map((s, i) => (
            <span key={s.id}>
              {i > 0 && ' · '}
              <Link to={`/bench/${s.id}`}>{s.name}</Link> {s.room_name}, {dayAndTime(s.play_at)}
            </span>
          ))}
        </p>
        {first ? <ul className="swaps">{offer(first)}</ul> : <p>{say('no-swap-passes-take-it-out')}</p>}
        {others.length > 0 && (
          <details>
            <summary>{say('other-swaps', { count: others.length })}</summary>
            <ul className="swaps">{others.map(offer)}</ul>
          </details>
        )}
      </div>
    </li>
  )
}

interface OfferProps {
  instead: Schemas['Instead']
  /** How many set-ups are to be mended. */
  of: number
  onTake?: (name: string, changes: Change[]) => void
}

function Offer({ instead: i, of, onTake }: OfferProps) {
  const n = i.setups.length
  const worst = [...i.setups].sort(byMark).at(-1)
  const lacks = i.setups.find((s) => s.missing?.length)?.missing
  return (
    <li>
      <Mark mark={worst?.mark ?? 'not-checked'} size="small" />
      <div>
        <b>{i.name}</b>
        <span className="soft">{i.changes.join(' · ')}</span>
        {lacks && <span className="soft">{say('then-still', { missing: missingInShort(lacks) })}</span>}
        {i.not.map((s) => (
          <span key={s.id} className="short">
            {say('not-in-because', { name: s.name, day: dayAndTime(s.play_at), why: s.why })}
          </span>
        ))}
      </div>
      {onTake && (
        <Button
          variant={n === of ? 'primary' : 'outline-primary'}
          onClick={() =>
            onTake(
              i.name,
              i.setups.map(({ setup_id, save }) => ({ setup_id, save })),
            )
          }
        >
          {n === of ? say('use-in-all', { count: n }) : say('use-in-some', { count: n, of })}
          <span className="visually-hidden"> {i.name}</span>
        </Button>
      )}
    </li>
  )
}
