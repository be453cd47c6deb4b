import { useId, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Chosen } from './chosen'
import { say } from './catalogue'

/** What is counted by the bag or the glass, where nobody has said how much one holds. */
export interface Uncounted {
  item: Extract<Chosen, { item: unknown }>['item']
  in: string
  count: number
  /** Its line on the set-up; none of what is poured. */
  line?: string
}

export const uncounted = (chosen: Chosen[], lines: (string | undefined)[]): Uncounted[] =>
  chosen.flatMap((c, i) =>
    'item' in c && c.item.kind === 'thing' && c.amount?.in && c.amount.open
      ? [{ item: c.item, in: c.amount.in, count: c.amount.count ?? 1, line: lines[i] }]
      : [],
  )

/** Asks how much one holds, as it is printed on it, or how many; what is said gives how deep it lies, or the number. */
export function HowMuchIn({
  of,
  onSay,
}: {
  of: Uncounted
  /** Answers why that cannot be read, or nothing. */
  onSay: (each: string) => Promise<string | undefined>
}) {
  const id = useId()
  const [each, setEach] = useState('')
  const [fault, setFault] = useState<string>()
  return (
    <form
      className="how-much-in"
      onSubmit={(e) => {
        e.preventDefault()
        void onSay(each).then(setFault)
      }}
    >
      <Form.Label htmlFor={id}>
        {say('how-in-one', { name: of.item.name, line: of.line ? say('many-are') : say('much-is'), in: of.in })}
      </Form.Label>
      <Form.Control
        id={id}
        value={each}
        maxLength={20}
        inputMode={of.line ? 'numeric' : 'text'}
        placeholder={of.line ? '40' : '500 g'}
        isInvalid={!!fault}
        aria-describedby={fault && `${id}-fault`}
        onChange={(e) => setEach(e.target.value)}
      />
      <Button type="submit" variant="outline-primary" disabled={!each.trim()}>
        {of.line ? say('set-how-many') : say('set-how-deep')}
      </Button>
      {fault && (
        <p className="invalid-feedback d-block" id={`${id}-fault`} role="alert">
          {fault}
        </p>
      )}
    </form>
  )
}
