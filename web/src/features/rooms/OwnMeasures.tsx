import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { readNumber } from '../../ui/numbers'
import { say } from './catalogue'

type Own = Schemas['OwnMeasure']

/** What a measure is easily filled with: level, and the weight of a cup of it is known. */
const fillings = [
  ['water', 'water'],
  ['white-rice', say('dry-rice')],
  ['plain-flour', say('plain-flour')],
  ['fine-salt', say('fine-salt')],
  ['sugar', 'sugar'],
] as const

interface Props {
  own: Own[]
  /** What each held when the room was last saved. */
  holds: Schemas['NamedVolume'][]
  /** What was refused of a measure. */
  wrongAt: (index: number) => { field: string; text: string } | undefined
  onChange: (own: Own[]) => void
}

/** A glass or a handful of the room, filled level and weighed once: then it counts like any measure. */
export function OwnMeasures({ own, holds, wrongAt, onChange }: Props) {
  const set = (at: number, part: Partial<Own>) => onChange(own.map((o, i) => (i === at ? { ...o, ...part } : o)))
  return (
    <>
      {own.length > 0 && (
        <ol className="own-measures">
          {own.map((o, i) => (
            <OwnRow
              key={i}
              own={o}
              number={i + 1}
              holds={holds.find((h) => h.name === o.name.trim().toLowerCase())?.ml}
              error={wrongAt(i)?.text}
              onChange={(part) => set(i, part)}
              onRemove={() => onChange(own.filter((_, at) => at !== i))}
            />
          ))}
        </ol>
      )}
      {own.length < 6 && (
        <Button
          variant="outline-primary"
          onClick={() => onChange([...own, { name: '', with: 'water', grams: 0, scoops: true }])}
        >
          {say('weigh-a-measure-of-our')}
        </Button>
      )}
    </>
  )
}

interface RowProps {
  own: Own
  number: number
  holds?: number
  error?: string
  onChange: (part: Partial<Own>) => void
  onRemove: () => void
}

function OwnRow({ own, number, holds, error, onChange, onRemove }: RowProps) {
  const [grams, setGrams] = useState(own.grams > 0 ? String(own.grams) : '')
  const called = own.name.trim() || say('measure-number', { number })
  return (
    <li>
      <Form.Group controlId={`own-${number}-name`} className="field">
        <Form.Label>{say('we-call-it')}</Form.Label>
        <Form.Control
          maxLength={limits.OwnMeasure.name}
          placeholder={say('blue-glass')}
          value={own.name}
          onChange={(e) => onChange({ name: e.target.value })}
        />
      </Form.Group>
      <Form.Group controlId={`own-${number}-with`} className="field">
        <Form.Label>{say('filled-level-with')}</Form.Label>
        <Form.Select value={own.with} onChange={(e) => onChange({ with: e.target.value })}>
          {fillings.map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
          {!fillings.some(([id]) => id === own.with) && <option value={own.with}>{own.with}</option>}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId={`own-${number}-grams`} className="field">
        <Form.Label>{say('what-is-in-it-weighs')}</Form.Label>
        <Form.Control
          inputMode="decimal"
          value={grams}
          onChange={(e) => {
            setGrams(e.target.value)
            onChange({ grams: readNumber(e.target.value) || 0 })
          }}
        />
      </Form.Group>
      <Form.Check
        id={`own-${number}-scoops`}
        label={say('amounts-may-come-in-it')}
        checked={own.scoops}
        onChange={(e) => onChange({ scoops: e.target.checked })}
      />
      <span className="figure">{holds ? say('holds-ml', { holds: holds.toFixed(0) }) : ''}</span>
      <Button variant="quiet" aria-label={say('drop-called', { called })} onClick={onRemove}>
        ×
      </Button>
      {error && (
        <p role="alert" className="invalid-feedback d-block">
          {error}
        </p>
      )}
    </li>
  )
}
