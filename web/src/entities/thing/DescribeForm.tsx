import { useId, useState, type FormEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Described, Schemas } from '../../api/client'
import { vocabulary } from '../../api/limits.gen'
import { useRecord } from '../../forms/record'
import { readNumber } from '../../ui/numbers'
import { solids } from './solids'
import { allergenWord } from '../allergen/words'
import { metricOf, typedIn, typedOf } from '../../words/typed'
import { say } from './catalogue'

const forms: [NonNullable<Described['form']>, string][] = [
  ['piece', say('a-piece-that-keeps-its')],
  ['grain', say('fine-hard-grain-under-3')],
  ['powder', say('powder')],
  ['soft-food', say('food-that-squashes-flat-or')],
  ['dough', say('dough-paste-or-gel')],
  ['liquid', say('liquid')],
  ['sheet', say('paper-film-or-leaf')],
  ['strand', say('yarn-ribbon-or-noodle')],
]

const traits: [string, string][] = [
  ['hard', say('hard')],
  ['soft', say('soft')],
  ['rounded', say('rounded')],
  ['magnet', say('contains-a-magnet')],
  ['may-hold-magnet', say('may-contain-a-magnet')],
  ['battery', say('has-a-battery')],
  ['latex-balloon', say('balloon-or-a-piece-of')],
  ['breakable', say('can-break')],
  ['sharp', say('sharp')],
  ['damaged', say('damaged')],
  ['foam', say('foam-or-sponge')],
  ['swells', say('swells-in-water')],
  ['film', say('thin-film-or-bag')],
  ['comes-apart', say('comes-apart')],
  ['fabric', say('cloth-paper-yarn')],
  ['raw-flour', say('raw-flour-in-it')],
  ['unknown-finish', say('old-paint-or-metal')],
  ['unknown-plant', say('an-unknown-plant')],
]

/** The sizes as they are typed, and whether all that the shape asks for are numbers. */
function measures(d: Described, sizes: string[]) {
  const needed = solids.find(([s]) => s === d.solid)?.[2] ?? []
  const numbers = needed.map((_, i) => metricOf(readNumber(sizes[i] ?? ''), typedIn('mm')))
  return { numbers, measured: needed.length > 0 && numbers.every((n) => n > 0) }
}

/** Measures a thing that is not on the shelf. What is left open stays not known. */
export function DescribeForm({
  value,
  onDone,
  word = say('check-it'),
}: {
  value: Described
  onDone: (d: Described) => void
  word?: string
}) {
  const id = useId()
  const [sizes, setSizes] = useState<string[]>(() => (value.sizes_mm ?? []).map((mm) => typedOf(mm, typedIn('mm'))))
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
    <Form className="describe" onSubmit={submit} aria-label={say('measure-name', { name: d.name })}>
      <p className="soft">{say('if-we-do-not-know')}</p>
      <Form.Group controlId={`${id}-form`} className="field">
        <Form.Label>{say('in-the-hand')}</Form.Label>
        <Form.Select
          value={d.form ?? ''}
          onChange={(e) => change({ form: (e.target.value || undefined) as Described['form'] })}
        >
          <option value="">{say('not-known')}</option>
          {forms.map(([f, words]) => (
            <option key={f} value={f}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId={`${id}-solid`} className="field">
        <Form.Label>{say('shape-of-the-smallest-piece')}</Form.Label>
        <Form.Select
          value={d.solid ?? ''}
          onChange={(e) => change({ solid: (e.target.value || undefined) as Described['solid'] })}
        >
          <option value="">{say('not-measured')}</option>
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
              <Form.Label>{say('mm-name', { name, unit: typedIn('mm').unit })}</Form.Label>
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
        <Form.Label>{say('to-eat')}</Form.Label>
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
          <option value="">{say('a-plain-object-nothing-to')}</option>
          <option value="food">{say('food')}</option>
          <option value="not-food">{say('soap-glue-paint-cosmetic-or')}</option>
        </Form.Select>
      </Form.Group>
      <Form.Group controlId={`${id}-contents`} className="field">
        <Form.Label>{say('what-is-in-it')}</Form.Label>
        <Form.Select
          value={d.contents ?? 'unknown'}
          onChange={(e) =>
            change({
              contents: e.target.value as Described['contents'],
              allergens: e.target.value === 'listed' ? d.allergens : undefined,
            })
          }
        >
          <option value="unknown">{say('not-known')}</option>
          <option value="listed">{say('known-the-allergens-are-ticked')}</option>
        </Form.Select>
      </Form.Group>
      {d.contents === 'listed' && (
        <fieldset className="ticks">
          <legend>{say('holds')}</legend>
          {vocabulary.Allergen.map((a) => (
            <Form.Check
              key={a}
              id={`${id}-${a}`}
              label={allergenWord(a)}
              checked={d.allergens?.includes(a) ?? false}
              onChange={() => toggleAllergen(a)}
            />
          ))}
        </fieldset>
      )}
      <fieldset className="ticks">
        <legend>{say('is-any-of-this-true')}</legend>
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
        label={say('i-looked-nothing-else-on')}
        checked={d.nothing_else ?? false}
        onChange={(e) => change({ nothing_else: e.target.checked })}
      />
      {record.notices()}
      <Button type="submit">{word}</Button>
    </Form>
  )
}
