import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Described, PlanItem, Schemas } from '../../api/client'
import { Failure, Waiting } from '../../ui/States'
import { Ask } from '../../ui/Ask'
import { AskThing } from './AskThing'
import { DescribeForm } from './DescribeForm'
import { checkQuery } from './queries'
import { Kinds, type Kind } from './WhichKind'
import { say } from './catalogue'

interface Props {
  room: string
  use: PlanItem['use']
  value: Described
  onChange: (described: Described) => void
  /** It is a thing of the shelf after all. */
  onTake: (kind: Kind) => void
  onDone: () => void
}

/** Describes a thing of a set-up for its room: by answers, or by every trait. */
export function DescribeHere({ room, use, value, onChange, onTake, onDone }: Props) {
  const { name, told, ...columns } = value
  const [byHand, setByHand] = useState(Object.keys(columns).length > 0)
  const [at, setAt] = useState(told ?? [])
  const [answer, setAnswer] = useState<string>()
  const check = useQuery({
    ...checkQuery(byHand ? null : { described: { name, told: at }, answer, use, room_id: room }),
    placeholderData: (old: Schemas['CheckAnswer'] | undefined) => old,
  })
  // Only what reads is put into the set-up.
  const reads = check.isSuccess && !check.isPlaceholderData && !byHand
  useEffect(() => {
    if (reads && JSON.stringify(at) !== JSON.stringify(told ?? [])) onChange({ name, told: at })
  }, [reads, at, told, name, onChange])
  const kinds = check.data?.question?.given ? (check.data.nearest ?? []) : []
  const id = reads ? (check.data.item_id ?? check.data.recipe_id) : undefined
  const only = id && answer ? { id, name: check.data?.name ?? '', mix: !check.data?.item_id } : undefined
  useEffect(() => {
    if (only) onTake(only)
  })
  if (byHand)
    return (
      <DescribeForm
        value={{ name, ...columns }}
        onDone={(described) => {
          onChange(described)
          onDone()
        }}
      />
    )
  return (
    <div className="describe">
      {check.error && <Failure error={check.error} retry={() => void check.refetch()} />}
      {check.error && at.length > 0 && (
        <Button variant="outline-primary" onClick={() => setAt(at.slice(0, -1))}>
          {say('take-the-last-answer-back')}
        </Button>
      )}
      {!check.data && !check.error && <Waiting what={say('the-questions')} />}
      {check.data?.question && <Ask question={check.data.question} takeFocus onAnswer={setAnswer} />}
      <Kinds kinds={kinds} onTake={onTake} />
      {check.data?.asking && (
        <AskThing asking={check.data.asking} told={at} busy={check.isPlaceholderData} takeFocus onTell={setAt} />
      )}
      <p className="soft">
        <Button variant="quiet" onClick={() => setByHand(true)}>
          {say('fill-in-every-trait-yourself')}
        </Button>
      </p>
    </div>
  )
}
