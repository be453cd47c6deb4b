import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { corrected, kinds, places, understood, type Step, type StepKind } from '../../entities/recipe/steps'

/** What was understood of each step, beside it; what is meant otherwise is said here and stands in the steps then. */
export function ReadSteps({
  steps,
  typed,
  onSteps,
}: {
  steps: Step[]
  typed: string
  onSteps: (typed: string) => void
}) {
  const [open, setOpen] = useState<number | null>(null)
  return (
    <ol className="read-steps" aria-label="The steps, as they are read">
      {steps.map((s, i) => (
        <li key={i}>
          <span className="figure">{s.minutes} min</span>
          <div>
            <b>{understood(s)}</b>
            <span className="soft">{s.text}</span>
            {open === i && <Meant step={s} nth={i + 1} onMeant={(meant) => onSteps(corrected(typed, i, meant))} />}
          </div>
          <button
            type="button"
            className="link"
            aria-expanded={open === i}
            aria-label={`${open === i ? 'Done with' : 'Correct'} step ${i + 1}`}
            onClick={() => setOpen(open === i ? null : i)}
          >
            {open === i ? 'Done' : 'Correct'}
          </button>
        </li>
      ))}
    </ol>
  )
}

function Meant({ step: s, nth, onMeant }: { step: Step; nth: number; onMeant: (s: Step) => void }) {
  const who = s.adult_only ? 'adult' : s.children_help ? 'children' : ''
  return (
    <div className="meant">
      <Form.Control
        type="number"
        min={0}
        max={4320}
        aria-label={`Minutes of step ${nth}`}
        defaultValue={s.minutes}
        onBlur={(e) =>
          Number(e.target.value) !== s.minutes &&
          onMeant({ ...s, minutes: Math.max(0, Math.round(Number(e.target.value))) })
        }
      />
      <Form.Select
        aria-label={`What is done in step ${nth}`}
        value={s.kind ?? 'make'}
        onChange={(e) => onMeant({ ...s, kind: e.target.value as StepKind })}
      >
        {Object.entries(kinds).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </Form.Select>
      <Form.Select
        aria-label={`Who does step ${nth}`}
        value={who}
        onChange={(e) =>
          onMeant({ ...s, adult_only: e.target.value === 'adult', children_help: e.target.value === 'children' })
        }
      >
        <option value="">anyone</option>
        <option value="adult">adult only</option>
        <option value="children">children help</option>
      </Form.Select>
      <Form.Select
        aria-label={`Where step ${nth} is done`}
        value={s.resource ?? ''}
        onChange={(e) => onMeant({ ...s, resource: e.target.value })}
      >
        <option value="">at the counter</option>
        {places.map((p) => (
          <option key={p}>{p}</option>
        ))}
      </Form.Select>
    </div>
  )
}
