import { useId, useState, type FormEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Described, Schemas } from '../../api/client'
import { vocabulary } from '../../api/limits.gen'
import { useRecord } from '../../forms/record'
import { readNumber } from '../../ui/numbers'
import { solids } from './solids'

const forms: [NonNullable<Described['form']>, string][] = [
  ['piece', 'A piece that keeps its shape'],
  ['grain', 'Fine hard grain, under 3 mm'],
  ['powder', 'Powder'],
  ['soft-food', 'Food that squashes flat or melts'],
  ['dough', 'Dough, paste or gel'],
  ['liquid', 'Liquid'],
  ['sheet', 'Paper, film or leaf'],
  ['strand', 'Yarn, ribbon or noodle'],
]

const traits: [string, string][] = [
  ['hard', 'Hard'],
  ['soft', 'Soft'],
  ['rounded', 'Rounded'],
  ['magnet', 'Contains a magnet'],
  ['may-hold-magnet', 'May contain a magnet'],
  ['battery', 'Has a battery'],
  ['latex-balloon', 'Balloon or a piece of one'],
  ['breakable', 'Can break'],
  ['sharp', 'Sharp'],
  ['damaged', 'Damaged'],
  ['foam', 'Foam or sponge'],
  ['swells', 'Swells in water'],
  ['film', 'Thin film or bag'],
  ['comes-apart', 'Comes apart'],
  ['fabric', 'Cloth, paper, yarn'],
  ['raw-flour', 'Raw flour in it'],
  ['unknown-finish', 'Old paint or metal'],
  ['unknown-plant', 'An unknown plant'],
]

/** The sizes as they are typed, and whether all that the shape asks for are numbers. */
function measures(d: Described, sizes: string[]) {
  const needed = solids.find(([s]) => s === d.solid)?.[2] ?? []
  const numbers = needed.map((_, i) => readNumber(sizes[i] ?? ''))
  return { numbers, measured: needed.length > 0 && numbers.every((n) => n > 0) }
}

/** Measures a thing that is not on the shelf. What is left open stays not known. */
export function DescribeForm({
  value,
  onDone,
  word = 'Check it',
}: {
  value: Described
  onDone: (d: Described) => void
  word?: string
}) {
  const id = useId()
  const [sizes, setSizes] = useState<string[]>(() => (value.sizes_mm ?? []).map(String))
  const record = useRecord<Described, Described & { version: number }, Described>({
    first: value,
    version: 0,
    send: (_, d) => {
      const { numbers, measured } = measures(d, sizes)
      return Promise.resolve({ ...d, sizes_mm: measured ? numbers : undefined, solid: measured ? d.solid : undefined })
    },
    valuesOf: (d) => d,
    onSaved: onDone,
    stays: (d) => ({ ...d, version: 0 }),
  })
  const { values: d, change } = record
  const submit = (e: FormEvent) => {
    e.stopPropagation() // it may stand within another form
    record.submit(e)
  }
  const solid = solids.find(([s]) => s === d.solid)
  const edible = d.traits?.includes('food') ? 'food' : d.traits?.includes('not-food') ? 'not-food' : ''
  const toggle = (t: string) =>
    change({ traits: d.traits?.includes(t) ? d.traits.filter((x) => x !== t) : [...(d.traits ?? []), t] })
  const toggleAllergen = (a: Schemas['Allergen']) =>
    change({
      contents: 'listed',
      allergens: d.allergens?.includes(a) ? d.allergens.filter((x) => x !== a) : [...(d.allergens ?? []), a],
    })
  return (
    <Form className="describe" onSubmit={submit} aria-label={`Measure ${d.name}`}>
      <p className="soft">If we do not know, we do not say OK.</p>
      <Form.Group controlId={`${id}-form`} className="field">
        <Form.Label>In the hand</Form.Label>
        <Form.Select
          value={d.form ?? ''}
          onChange={(e) => change({ form: (e.target.value || undefined) as Described['form'] })}
        >
          <option value="">Not known</option>
          {forms.map(([f, words]) => (
            <option key={f} value={f}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId={`${id}-solid`} className="field">
        <Form.Label>Shape of the smallest piece</Form.Label>
        <Form.Select
          value={d.solid ?? ''}
          onChange={(e) => change({ solid: (e.target.value || undefined) as Described['solid'] })}
        >
          <option value="">Not measured</option>
          {solids.map(([s, words]) => (
            <option key={s} value={s}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {solid && (
        <div className="sizes">
          {solid[2].map((name, i) => (
            <Form.Group key={name} controlId={`${id}-size-${i}`} className="field">
              <Form.Label>mm {name}</Form.Label>
              <Form.Control
                inputMode="decimal"
                value={sizes[i] ?? ''}
                onChange={(e) => setSizes((old) => solid[2].map((_, j) => (j === i ? e.target.value : (old[j] ?? ''))))}
              />
            </Form.Group>
          ))}
        </div>
      )}
      <Form.Group controlId={`${id}-edible`} className="field">
        <Form.Label>To eat?</Form.Label>
        <Form.Select
          value={edible}
          onChange={(e) =>
            change({
              traits: [
                ...(d.traits ?? []).filter((t) => t !== 'food' && t !== 'not-food'),
                ...(e.target.value ? [e.target.value] : []),
              ],
            })
          }
        >
          <option value="">A plain object, nothing to eat or rub in</option>
          <option value="food">Food</option>
          <option value="not-food">Soap, glue, paint, cosmetic or the like</option>
        </Form.Select>
      </Form.Group>
      <Form.Group controlId={`${id}-contents`} className="field">
        <Form.Label>What is in it</Form.Label>
        <Form.Select
          value={d.contents ?? 'unknown'}
          onChange={(e) =>
            change({
              contents: e.target.value as Described['contents'],
              allergens: e.target.value === 'listed' ? d.allergens : undefined,
            })
          }
        >
          <option value="unknown">Not known</option>
          <option value="listed">Known; the allergens are ticked below</option>
        </Form.Select>
      </Form.Group>
      {d.contents === 'listed' && (
        <fieldset className="ticks">
          <legend>Holds</legend>
          {vocabulary.Allergen.map((a) => (
            <Form.Check
              key={a}
              id={`${id}-${a}`}
              label={a}
              checked={d.allergens?.includes(a) ?? false}
              onChange={() => toggleAllergen(a)}
            />
          ))}
        </fieldset>
      )}
      <fieldset className="ticks">
        <legend>Is any of this true?</legend>
        {traits.map(([t, words]) => (
          <Form.Check
            key={t}
            id={`${id}-${t}`}
            label={words}
            checked={d.traits?.includes(t) ?? false}
            onChange={() => toggle(t)}
          />
        ))}
      </fieldset>
      <Form.Check
        id={`${id}-else`}
        label="I looked: nothing else on this list is true"
        checked={d.nothing_else ?? false}
        onChange={(e) => change({ nothing_else: e.target.checked })}
      />
      {record.notices()}
      <Button type="submit">{word}</Button>
    </Form>
  )
}
