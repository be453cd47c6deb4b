import { waitsHere } from '../../api/letter'
import { Button, Form } from 'react-bootstrap'
import { type Slot } from '../../entities/day/prep'
import { tickStep, useStepTick } from '../../entities/day/ticks'
import { useRecord } from '../../forms/record'
import { readNumber } from '../../ui/numbers'
import { metricOf, typedIn } from '../../words/typed'
import { say } from './catalogue'

/** The tick of a step, with a thumb; a step that clears a rule is not ticked but measured. */
export function TickStep({ slot }: { slot: Slot }) {
  const { done, letter } = useStepTick(slot)
  const waits = waitsHere(letter)
  return (
    <div className="tick-step">
      {slot.asks && !done ? (
        <Measured slot={slot} />
      ) : (
        <button
          type="button"
          className="tick-box"
          role="checkbox"
          aria-checked={done}
          data-says={say('tick')}
          aria-label={say('done-text', { text: slot.text })}
          onClick={() => tickStep(slot, !done)}
        >
          {done ? '✓' : ''}
        </button>
      )}
      {waits && <span className="soft">{say('saved-on-this-device-until')}</span>}
      {letter?.state === 'wrong' && (
        <span className="short" role="alert">
          {letter.sentence}
        </span>
      )}
    </div>
  )
}

const nothing = { reading: '' }

/** The scale of the probe. */
const probe = typedIn('°C')

/** What the probe reads, on its scale. The outbox keeps it until the server has it. */
function Measured({ slot }: { slot: Slot }) {
  const record = useRecord<typeof nothing, { version: number }, unknown>({
    first: nothing,
    version: 0,
    send: (_, { reading }) => Promise.resolve(tickStep(slot, true, metricOf(readNumber(reading), probe))),
    valuesOf: () => nothing,
    onSaved: () => undefined,
    stays: () => ({ version: 0 }),
  })
  const { reading } = record.values
  return (
    <form noValidate onSubmit={record.submit}>
      <Form.Control
        aria-label={say('the-probe-reads-c-for', { unit: probe.unit, text: slot.text })}
        inputMode="decimal"
        maxLength={6}
        placeholder={slot.asks}
        value={reading}
        onChange={(e) => record.change({ reading: e.target.value })}
      />
      <Button type="submit" variant="outline-primary" disabled={Number.isNaN(readNumber(reading))}>
        {say('measured')}
        <span className="visually-hidden"> {say('for-text', { text: slot.text })}</span>
      </Button>
      {record.notices()}
    </form>
  )
}
