import { useQueryClient } from '@tanstack/react-query'
import { useId, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Base, Schemas } from '../../api/client'
import { wordsQuery } from '../../entities/thing/queries'
import { grams } from '../../ui/format'
import { deepestOf, depthIn } from './adding'
import { say } from './catalogue'

export type Unsized = Schemas['Unsized']

interface Props {
  name: string
  unsized: Unsized
  /** They are counted, not weighed. */
  pieces?: boolean
  /** Takes what is in one, as it is printed there; answers why that cannot be read, or nothing. */
  onSay: (each: string) => Promise<string | undefined>
  /** How it goes on without knowing. */
  instead: { words: string; take: () => void }
}

/** So many of a container, in words. */
export const amountSaid = ({ in: of, count }: Unsized) =>
  of ? say('count-of-container', { amount: count, in: of }) : say('some')

function question({ name, unsized, pieces }: Pick<Props, 'name' | 'unsized' | 'pieces'>): string {
  if (unsized.in) return say(pieces ? 'how-many-in-one' : 'how-much-in-one', { name, in: unsized.in })
  return say(pieces ? 'how-many-there-are' : 'how-much-there-is', { name })
}

/** Asks how much one holds, or how many; what is said gives how deep it lies, or the number. */
export function HowMuchIn({ name, unsized, pieces, onSay, instead }: Props) {
  const id = useId()
  const [each, setEach] = useState('')
  const [fault, setFault] = useState<string>()
  return (
    <form
      className="how-much-in"
      onSubmit={(e) => {
        e.preventDefault()
        onSay(each).then(setFault, (error: unknown) => setFault(error instanceof Error ? error.message : String(error)))
      }}
    >
      <Form.Label htmlFor={id}>{question({ name, unsized, pieces })}</Form.Label>
      <Form.Control
        id={id}
        value={each}
        maxLength={20}
        inputMode={pieces ? 'numeric' : 'text'}
        placeholder={pieces ? '40' : '500 g'}
        isInvalid={!!fault}
        aria-describedby={fault && `${id}-fault`}
        onChange={(e) => setEach(e.target.value)}
      />
      <Button type="submit" variant="outline-primary" disabled={!each.trim()}>
        {say('set-the-amount')}
        <span className="visually-hidden"> {name}</span>
      </Button>
      <Button variant="quiet" onClick={instead.take}>
        {instead.words}
        <span className="visually-hidden"> {name}</span>
      </Button>
      {fault && (
        <p className="invalid-feedback d-block" id={`${id}-fault`} role="alert">
          {fault}
        </p>
      )}
    </form>
  )
}

interface InBase {
  base: Base
  name: string
  unsized: Unsized
  vessel?: Schemas['Vessel']
  /** How many vessels there are, and how many children have a mix. */
  tubs?: number
  children?: number
  room: string
  onDepth: (mm: number) => void
  onPortion: (grams: number) => void
}

/** Asks how much one holds of what fills a place: it gives how deep that lies, or what each child has of a mix. */
export function HowMuchInBase({ base, name, unsized, vessel, tubs, children, room, onDepth, onPortion }: InBase) {
  const client = useQueryClient()
  const take = async (each: string) => {
    const text = `${unsized.count} x ${each} ${name}`
    const inVessel = { vessel_id: vessel?.id, vessels: base.vessels ?? tubs, room_id: room }
    const { lines } = await client.fetchQuery(wordsQuery({ text, ...inVessel }))
    const { depth_mm: deep, mass_g: mass } = lines.flatMap((l) => l.things)[0]?.amount ?? {}
    if (base.kind === 'mix' && mass !== undefined && children) onPortion(Math.round(mass / children))
    else if (vessel && deep !== undefined) onDepth(Math.min(deep, deepestOf(vessel, base)))
    else return say('type-it-as-it-is')
    return undefined
  }
  const usual = vessel ? depthIn(vessel) : 0
  const portion = base.portion_g ?? 0
  const instead =
    base.kind === 'mix'
      ? { words: say('portion-each', { grams: grams(portion) }), take: () => onPortion(portion) }
      : { words: say('fill-to-depth', { depthMm: usual }), take: () => onDepth(usual) }
  return <HowMuchIn name={name} unsized={unsized} onSay={take} instead={instead} />
}
