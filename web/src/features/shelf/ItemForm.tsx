import { useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { useId, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { itemQuery } from '../../entities/thing/queries'
import { Field, useRecord } from '../../forms/record'
import { usePageTitle } from '../../ui/usePageTitle'
import { Failure, Waiting } from '../../ui/States'
import type { Trait } from '../../api/traits.gen'
import { feels, parts, traitWord } from '../../entities/thing/words'
import { say } from './catalogue'

type Row = Schemas['ItemRow']

const empty: Row = {
  name: '',
  also: '',
  parts: 'find',
  solid: '',
  size_mm: '',
  contains: '',
  traits: '',
  cup_g: '',
  keeps: '',
  feel: '',
  cost: '',
}

/** What each column is called on the form. */
const called: Record<keyof Row, string> = {
  name: say('name'),
  also: say('other-words-for-it'),
  parts: say('what-it-is-for'),
  solid: say('shape'),
  size_mm: say('size-in-mm'),
  traits: say('what-is-true-of-it'),
  contains: say('what-it-contains'),
  cup_g: say('one-us-cup-weighs-g'),
  keeps: say('how-it-keeps'),
  keeps_confirmed: say('how-it-keeps-is-right'),
  feel: say('how-it-feels'),
  cost: say('cost'),
}

const solids: [string, string, string][] = [
  ['', say('no-size-powder-dough-liquid'), ''],
  ['sphere', 'ball', say('across-such-as-25')],
  ['ellipsoid', say('egg-or-bean'), say('long-x-wide-x-thick')],
  ['cylinder', say('disc-or-rod'), say('across-x-long-such-as')],
  ['capsule', say('rod-with-round-ends'), say('across-x-long')],
  ['box', say('box-or-stick'), say('long-x-wide-x-thick-2')],
  ['cone', 'cone', say('across-x-high')],
  ['irregular', 'irregular', say('longest-x-narrowest-x-thick')],
]

const traits = [
  [
    say('in-the-hand'),
    [
      'piece',
      'grain',
      'powder',
      'soft-food',
      'dough',
      'gel',
      'liquid',
      'sheet',
      'strand',
      'hard',
      'soft',
      'rounded',
      'springy',
      'slippery',
      'sticky',
    ],
  ],
  [
    say('to-eat-title'),
    [
      'food',
      'not-food',
      'raw-flour',
      'raw-egg',
      'choke-food',
      'lectin',
      'honey',
      'caffeine',
      'spice',
      'feed-grade',
      'nut-butter',
      'raw-food',
      'mineral',
      'stored-grain',
      'cut-stands',
      'steeped-oil',
      'gelatine',
      'meat-or-fish',
      'look-alike',
      'single',
    ],
  ],
  [
    say('what-it-is'),
    [
      'fabric',
      'foam',
      'film',
      'breakable',
      'sharp',
      'damaged',
      'comes-apart',
      'holds-together',
      'cord',
      'loop',
      'cup',
      'sticker',
      'glitter',
      'unknown-plant',
      'unknown-finish',
      'toxic-seed',
      'upset-plant',
      'rusty',
      'rim',
      'pokes',
      'finger-hole',
      'neck',
      'lens',
      'weighty',
      'outdoors',
      'water-hole',
      'holds-water',
      'latex-balloon',
      'glove',
      'scissors',
      'tweezers',
      'dropper',
      'shared',
    ],
  ],
  [
    say('what-it-does'),
    [
      'swells',
      'hydrated',
      'magnet',
      'may-hold-magnet',
      'battery',
      'enclosed',
      'mouthpiece',
      'blow',
      'ice',
      'salted-ice',
      'dry-ice',
      'gas',
      'electric',
      'stains',
      'colouring',
      'squirts',
      'burns',
      'sun-hot',
      'sun-skin',
      'dusty',
    ],
  ],
  [
    say('in-it'),
    [
      'soap',
      'acid',
      'perfume',
      'mineral-oil',
      'essential-oil',
      'borate',
      'household-chemical',
      'soil',
      'sand',
      'pet-toxic',
      'plaster',
      'talc',
      'oil',
      'camphor-oil',
      'tap-water',
    ],
  ],
] as const

type Held<Left extends never> = Left

/** Every trait that a rule decides on can be ticked: with one left out this does not compile. */
export type LeftOut = Held<Exclude<Trait, (typeof traits)[number][1][number]>>

/** A thing of the centre's own: new, copied from the shelf, or changed. */
export function ItemForm() {
  const { id } = useParams()
  const [params] = useSearchParams()
  const from = id ?? params.get('from') ?? ''
  const source = useQuery({ ...itemQuery(from, 'open'), enabled: from !== '' })
  usePageTitle(id ? say('change-a-thing') : say('a-thing-of-our-own'))
  if (from && source.error) {
    return (
      <main className="screen">
        <Failure error={source.error} retry={() => void source.refetch()} />
      </main>
    )
  }
  if (from && !source.data) return <Waiting what={say('the-thing')} />
  const row = source.data
    ? { ...source.data.row, name: id ? source.data.row.name : say('name-ours', { name: source.data.row.name }) }
    : { ...empty, name: params.get('name') ?? '', parts: params.has('name') ? 'ingredient' : empty.parts }
  return <Editor key={from} id={id} row={row} version={id ? (source.data?.version ?? 0) : 0} />
}

function Editor({ id: given, row: first, version }: { id?: string; row: Row; version: number }) {
  const form = useId()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [id] = useState(() => given ?? v7())
  const record = useRecord<Row, Schemas['OwnItem'], unknown>({
    first,
    version,
    within: 'row',
    send: (over, row) =>
      ask(api.PUT('/api/shelf/items/{id}', { params: { path: { id } }, body: { version: over, row } })),
    valuesOf: (stored) => stored.row,
    words: (values) =>
      Object.fromEntries(Object.entries(values).map(([column, value]) => [called[column as keyof Row], String(value)])),
    onSaved: async () => {
      await outdate(client, 'thing')
      await navigate(`/shelf/${id}`)
    },
  })
  const { values: row, change, wrong, letGo } = record
  const list = (text: string) =>
    text
      .split(';')
      .map((t) => t.trim())
      .filter(Boolean)
  const toggle = (column: 'parts' | 'traits', word: string) => {
    const words = list(row[column])
    const name = (w: string) => w.split('=')[0]
    change({
      [column]: (words.some((w) => name(w) === word) ? words.filter((w) => name(w) !== word) : [...words, word]).join(
        ';',
      ),
    })
  }
  const has = (column: 'parts' | 'traits', word: string) => list(row[column]).some((w) => w.split('=')[0] === word)
  const text = (column: keyof Row, label: string, help: string) => (
    <Field id={`${form}-${column}`} label={label} help={help} wrong={wrong(column)}>
      <Form.Control
        maxLength={limits.ItemRow.name}
        isInvalid={!!wrong(column)}
        aria-describedby={`${form}-${column}-help`}
        {...record.form.register(column)}
      />
    </Field>
  )
  const solid = solids.find(([s]) => s === row.solid)
  return (
    <main className="screen item-form">
      <Form onSubmit={record.submit} noValidate aria-label={say('thing-of-our-own')}>
        <header className="screen-head">
          <h1 data-main>{given ? row.name || say('a-thing-of-our-own') : say('a-thing-of-our-own')}</h1>
          <div className="actions">
            <Link to={given ? `/shelf/${given}` : '/shelf'} onClick={letGo}>
              {say('leave-it')}
            </Link>
            <Button type="submit" disabled={record.busy}>
              {say('save-material')}
            </Button>
          </div>
        </header>
        {record.notices()}
        <p className="soft">{say('if-we-do-not-know')}</p>
        <div className="form-columns">
          <div>
            {text('name', say('name'), say('what-the-room-calls-it'))}
            {text('also', say('other-words-for-it'), say('joined-by-semicolons'))}
            <fieldset className="ticks">
              <legend>{say('what-it-is-for')}</legend>
              {parts.map(([p, word]) => (
                <Form.Check
                  key={p}
                  id={`${form}-${p}`}
                  label={word}
                  checked={has('parts', p)}
                  onChange={() => toggle('parts', p)}
                />
              ))}
            </fieldset>
            <Field id={`${form}-solid`} label={say('shape')} wrong={wrong('solid')}>
              <Form.Select isInvalid={!!wrong('solid')} {...record.form.register('solid')}>
                {solids.map(([s, words]) => (
                  <option key={s} value={s}>
                    {words}
                  </option>
                ))}
              </Form.Select>
            </Field>
            {(solid?.[2] || row.size_mm) &&
              text('size_mm', say('size-in-mm'), say('the-smallest-piece-counts', { solid: solid?.[2] ?? '' }))}
            {text('contains', say('contains'), say('ingredients-or-allergens-joined-by'))}
            {text('cup_g', say('one-us-cup-weighs-g'), say('for-what-is-scooped-or'))}
            {text('keeps', say('keeps'), say('how-long-and-where-such'))}
          </div>
          <div>
            <fieldset className="trait-words">
              <legend>{say('what-is-true-of-it')}</legend>
              {traits.map(([group, words]) => (
                <div key={group}>
                  <span className="soft">{group}</span>
                  <div className="chips">
                    {words.map((w) => (
                      <button key={w} type="button" aria-pressed={has('traits', w)} onClick={() => toggle('traits', w)}>
                        {traitWord(w)}
                      </button>
                    ))}
                  </div>
                </div>
              ))}
            </fieldset>
            {text('traits', say('the-same-as-words'), say('some-take-a-figure'))}
            <fieldset className="feel-axes">
              <legend>{say('how-it-feels')}</legend>
              {feels.map(([axis, steps]) => (
                <Form.Group key={axis} controlId={`${form}-${axis}`} className="field">
                  <Form.Label>{axis}</Form.Label>
                  <Form.Select
                    value={steps.find(([s]) => row.feel.split(' ').includes(s))?.[0] ?? ''}
                    onChange={(e) =>
                      change({
                        feel: [...row.feel.split(' ').filter((w) => w && !steps.some(([s]) => s === w)), e.target.value]
                          .filter(Boolean)
                          .join(' '),
                      })
                    }
                  >
                    <option value="">{say('not-described')}</option>
                    {steps.map(([s, word]) => (
                      <option key={s} value={s}>
                        {word}
                      </option>
                    ))}
                  </Form.Select>
                </Form.Group>
              ))}
              <Form.Group controlId={`${form}-cost`} className="field">
                <Form.Label>{say('cost')}</Form.Label>
                <Form.Select {...record.form.register('cost')}>
                  <option value="">{say('not-said')}</option>
                  {['found', 'cheap', 'moderate', 'dear'].map((c) => (
                    <option key={c}>{c}</option>
                  ))}
                </Form.Select>
              </Form.Group>
            </fieldset>
          </div>
        </div>
      </Form>
    </main>
  )
}
