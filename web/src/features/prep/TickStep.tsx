import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { tickStep, useStepTick, type Slot } from '../../entities/day/prep'

/** The tick of a step, with a thumb; a step that clears a rule is not ticked but measured. */
export function TickStep({ slot }: { slot: Slot }) {
  const { done, letter } = useStepTick(slot)
  const [typed, setTyped] = useState('')
  const degrees = Number(typed.trim().replace(',', '.'))
  const readable = typed.trim() !== '' && Number.isFinite(degrees)
  const waits = letter?.state === 'waiting'
  return (
    <div className="tick-step">
      {slot.asks && !done ? (
        <form
          onSubmit={(e) => {
            e.preventDefault()
            if (readable) tickStep(slot, true, degrees)
          }}
        >
          <Form.Control aria-label={`The probe reads, °C, for ${slot.text}`} inputMode="decimal" maxLength={6} placeholder={slot.asks} value={typed} onChange={(e) => setTyped(e.target.value)} />
          <Button type="submit" variant="outline-primary" disabled={!readable}>
            Measured<span className="visually-hidden"> for {slot.text}</span>
          </Button>
        </form>
      ) : (
        <button type="button" className="tick-box" role="checkbox" aria-checked={done} aria-label={`Done: ${slot.text}`} onClick={() => tickStep(slot, !done)}>
          {done ? '✓' : ''}
        </button>
      )}
      {waits && <span className="soft">kept here until the line is back</span>}
      {letter?.state === 'wrong' && (
        <span className="short" role="alert">
          {letter.sentence}
        </span>
      )}
    </div>
  )
}
