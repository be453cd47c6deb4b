import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import type { Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { metricOf, typedIn, typedOf, type Typed } from '../../words/typed'
import { readNumber } from '../../ui/numbers'
import { say } from './catalogue'

type Own = Schemas['OwnVessel']
type Measure =
  'top_length_mm' | 'top_width_mm' | 'bottom_length_mm' | 'bottom_width_mm' | 'height_mm' | 'cells' | 'outer_mm'

/** Children reach over the wall of a bath that a tub stands in. */
const outer: [Measure, string] = ['outer_mm', say('high-what-it-is-kept')]

/** What is measured inside a vessel of each shape, in mm. */
const shapes: [Own['shape'], string, [Measure, string][]][] = [
  [
    'tub',
    say('four-walls-tub-tray-lid'),
    [
      ['top_length_mm', say('long-at-the-rim')],
      ['top_width_mm', say('wide-at-the-rim')],
      ['bottom_length_mm', say('long-at-the-floor')],
      ['bottom_width_mm', say('wide-at-the-floor')],
      ['height_mm', say('high')],
      outer,
    ],
  ],
  [
    'round',
    say('round-bucket-beaker-pool'),
    [
      ['top_length_mm', say('across-at-the-rim')],
      ['bottom_length_mm', say('across-at-the-floor')],
      ['height_mm', say('high')],
      outer,
    ],
  ],
  ['bowl', say('bowl'), [['top_length_mm', say('across')], ['height_mm', say('deep')], outer]],
  [
    'bottle',
    say('bottle-up-to-its-shoulder'),
    [
      ['top_length_mm', say('across')],
      ['height_mm', say('high')],
    ],
  ],
  [
    'cells',
    say('tray-of-cells-for-ice'),
    [
      ['cells', say('of-them')],
      ['top_length_mm', say('long-one-of-them')],
      ['top_width_mm', say('wide')],
      ['height_mm', say('deep')],
    ],
  ],
  [
    'bag',
    say('bag-that-lies-flat'),
    [
      ['top_length_mm', say('long-without-the-zip')],
      ['top_width_mm', say('wide-without-seams')],
    ],
  ],
  [
    'wall',
    say('tube-or-film-on-a'),
    [
      ['top_length_mm', say('across')],
      ['height_mm', say('high')],
    ],
  ],
]

interface Props {
  own: Own[]
  wrongAt: (index: number) => string | undefined
  onChange: (own: Own[]) => void
}

/** Tubs, bowls and bags of the centre, measured inside once: the bench then fills them to scale. */
export function OwnVessels({ own, wrongAt, onChange }: Props) {
  const set = (id: string, part: Partial<Own>) => onChange(own.map((v) => (v.id === id ? { ...v, ...part } : v)))
  return (
    <>
      <p className="soft">{say('measure-the-inside-once-in', { unit: typedIn('mm').unit })}</p>
      <ol className="own-vessels">
        {own.map((v, i) => (
          <Vessel
            key={v.id}
            own={v}
            number={i + 1}
            error={wrongAt(i)}
            onChange={(part) => set(v.id, part)}
            onRemove={() => onChange(own.filter((x) => x.id !== v.id))}
          />
        ))}
      </ol>
      {own.length < 20 && (
        <Button
          variant="outline-primary"
          onClick={() => onChange([...own, { id: v7(), name: '', shape: 'tub', top_length_mm: 0 }])}
        >
          {say('measure-a-container-of-our')}
        </Button>
      )}
    </>
  )
}

const counted: Typed = { unit: '', per: 1, plus: 0, step: 0 }

/** A length in mm, or how many cells, as it is typed in the units of the centre. */
function Figure({ value, as, onChange }: { value?: number; as: Typed; onChange: (n: number) => void }) {
  const [text, setText] = useState<string>()
  return (
    <Form.Control
      inputMode={as.per === 1 ? 'numeric' : 'decimal'}
      maxLength={8}
      value={text ?? (value ? typedOf(value, as) : '')}
      onChange={(e) => {
        setText(e.target.value)
        onChange(metricOf(readNumber(e.target.value), as) || 0)
      }}
      onBlur={() => setText(undefined)}
    />
  )
}

function Vessel({
  own,
  number,
  error,
  onChange,
  onRemove,
}: {
  own: Own
  number: number
  error?: string
  onChange: (part: Partial<Own>) => void
  onRemove: () => void
}) {
  const measures = shapes.find(([s]) => s === own.shape)?.[2] ?? []
  const none = {
    top_length_mm: 0,
    top_width_mm: undefined,
    bottom_length_mm: undefined,
    bottom_width_mm: undefined,
    height_mm: undefined,
    cells: undefined,
    outer_mm: undefined,
  }
  return (
    <li>
      <Form.Group controlId={`container-${number}-name`} className="field">
        <Form.Label>{say('container-is-called', { number })}</Form.Label>
        <Form.Control
          maxLength={limits.OwnVessel.name}
          placeholder={say('green-tub')}
          value={own.name}
          onChange={(e) => onChange({ name: e.target.value })}
        />
      </Form.Group>
      <Form.Group controlId={`container-${number}-shape`} className="field">
        <Form.Label>{say('its-shape')}</Form.Label>
        <Form.Select value={own.shape} onChange={(e) => onChange({ ...none, shape: e.target.value as Own['shape'] })}>
          {shapes.map(([s, words]) => (
            <option key={s} value={s}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {measures.map(([m, words]) => (
        <Form.Group key={m} controlId={`container-${number}-${m}`} className="field">
          <Form.Label>
            {m === 'cells' ? say('cells') : typedIn('mm').unit} {words}
          </Form.Label>
          <Figure
            value={own[m]}
            as={m === 'cells' ? counted : typedIn('mm')}
            onChange={(n) => onChange({ [m]: n || (m === 'top_length_mm' ? 0 : undefined) })}
          />
        </Form.Group>
      ))}
      <Button
        variant="quiet"
        aria-label={say('drop-name', { name: own.name.trim() || say('container-number', { number }) })}
        onClick={onRemove}
      >
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
