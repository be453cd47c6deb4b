import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Button } from 'react-bootstrap'
import type { PlanItem, Schemas } from '../../api/client'
import { Ask } from '../../ui/Ask'
import { checkQuery } from './queries'
import { say } from './catalogue'

/** What a word turned out to mean. */
export interface Kind {
  id: string
  name: string
  mix: boolean
}

interface Props {
  /** Undefined for every room. */
  room?: string
  use: PlanItem['use']
  name: string
  /** It has to be one of them: also of things that are judged alike. */
  always?: boolean
  onTake: (kind: Kind) => void
}

/** The one question of a word that means several things, where it stands; nothing where it asks none. */
export function WhichKind({ room, use, name, always, onTake }: Props) {
  const [answer, setAnswer] = useState<string>()
  const check = useQuery({
    ...checkQuery({ described: { name }, answer, use, room_id: room }),
    placeholderData: (old: Schemas['CheckAnswer'] | undefined) => old,
  })
  const { data, isPlaceholderData: stale } = check
  const id = data?.item_id ?? data?.recipe_id
  const only = answer && !stale && data && id ? { id, name: data.name, mix: !data.item_id } : undefined
  useEffect(() => {
    if (only) onTake(only)
  })
  const asked = data?.question && (always || data.question.waits || answer)
  const kinds = answer || (always && !asked) ? (data?.nearest ?? []) : []
  if (check.error && always) return <p role="alert">{check.error.message}</p>
  if (!asked && kinds.length === 0) return null
  return (
    <div className="which-kind">
      {data?.question && asked && <Ask question={data.question} onAnswer={setAnswer} />}
      <Kinds kinds={always ? kinds.filter((k) => k.kind !== 'mix') : kinds} onTake={onTake} />
    </div>
  )
}

/** What an answer leaves of a word, to choose from. */
export function Kinds({ kinds, onTake }: { kinds: Schemas['ShelfItem'][]; onTake: (kind: Kind) => void }) {
  if (kinds.length === 0) return null
  return (
    <div className="question" role="group" aria-label={say('which-of-these-is-it')}>
      <p>{say('which-of-these-is-it')}</p>
      {kinds.map((k) => (
        <Button
          key={k.id}
          variant="outline-primary"
          onClick={() => onTake({ id: k.id, name: k.name, mix: k.kind === 'mix' })}
        >
          {k.name} <small className="soft">{k.detail}</small>
        </Button>
      ))}
    </div>
  )
}
