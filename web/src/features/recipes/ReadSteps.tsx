import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { corrected, kinds, places, understood, type Step, type StepKind } from '../../entities/recipe/steps'
import { say } from './catalogue'

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
    <ol className="read-steps" aria-label={say('the-steps-as-they-are')}>
      {steps.map((s, i) => (
        <li key={i}>
          <span className="figure">{say('minutes-min', { minutes: s.minutes })}</span>
          <div>
            <b>{understood(s)}</b>
            <span className="soft">{s.text}</span>
            {open === i && <Meant step={s} nth={i + 1} onMeant={(meant) => onSteps(corrected(typed, i, meant))} />}
          </div>
          <button
            type="button"
            className="link"
            aria-expanded={open === i}
            aria-label={say('open-step-i', { open: open === i ? say('done-with') : say('correct'), i: i + 1 })}
            onClick={() => setOpen(open === i ? null : i)}
          >
            {open === i ? say('done') : say('correct')}
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
        aria-label={say('minutes-of-step', { nth })}
        defaultValue={s.minutes}
        onBlur={(e) =>
          Number(e.target.value) !== s.minutes &&
          onMeant({ ...s, minutes: Math.max(0, Math.round(Number(e.target.value))) })
        }
      />
      <Form.Select
        aria-label={say('what-is-done-in-step', { nth })}
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
        aria-label={say('who-does-step', { nth })}
        value={who}
        onChange={(e) =>
          onMeant({ ...s, adult_only: e.target.value === 'adult', children_help: e.target.value === 'children' })
        }
      >
        <option value="">{say('anyone')}</option>
        <option value="adult">{say('adult-only')}</option>
        <option value="children">{say('children-help')}</option>
      </Form.Select>
      <Form.Select
        aria-label={say('where-step-is-done', { nth })}
        value={s.resource ?? ''}
        onChange={(e) => onMeant({ ...s, resource: e.target.value })}
      >
        <option value="">{say('at-the-counter')}</option>
        {places.map(([p, word]) => (
          <option key={p} value={p}>
            {word}
          </option>
        ))}
      </Form.Select>
    </div>
  )
}
