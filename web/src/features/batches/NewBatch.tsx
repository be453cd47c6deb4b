import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ApiError, ask, type Schemas } from '../../api/client'
import { outdate } from '../../api/keys'
import { limits } from '../../api/limits.gen'
import { orderOf } from '../../entities/recipe/order'
import { bookQuery, makingQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { PickThing } from '../../entities/thing/PickThing'
import { Field, useRecord } from '../../forms/record'
import { useSession } from '../../session/session'
import { day, grams } from '../../ui/format'
import { readNumber, whyNoNumber } from '../../ui/numbers'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { plusDays } from '../../ui/wall'
import { say } from './catalogue'

const daysBack = 14
const unknown = 'unknown'

interface Line {
  item_id: string
  name: string
  /** As it is typed. */
  grams: string
}

/** Makes a batch: from a plan, with the amounts that it takes; or freely, by a recipe or as a tub of fillers. */
export function NewBatch() {
  usePageTitle(say('a-batch-or-a-tub'))
  const [params] = useSearchParams()
  const [recipe, setRecipe] = useState(params.get('recipe') ?? '')
  const [room, setRoom] = useState(params.get('room') ?? '')
  const rooms = useQuery(roomsQuery)
  const book = useQuery(bookQuery)
  const at = room || (rooms.data?.[0]?.id ?? '')
  const making = useQuery({
    ...makingQuery(orderOf(recipe, at, params), rooms.data?.find((r) => r.id === at)?.version ?? 0),
    enabled: recipe !== '' && at !== '',
  })
  const error = rooms.error ?? book.error
  if (error) return <Failure error={error} />
  if (!rooms.data || !book.data) return <Waiting what={say('the-recipes')} />
  const made = making.error || making.isPlaceholderData ? undefined : making.data
  return (
    <main className="screen batch-new">
      <header className="screen-head">
        <div>
          <h1>{say('a-batch-or-a-tub')}</h1>
          <p className="soft" data-main>
            {say('what-really-went-in-when')}
          </p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/batches">
            {say('batches-and-tubs')}
          </Link>
        </div>
      </header>
      <div className="happens-row">
        <Form.Group controlId="batch-recipe">
          <Form.Label>{say('made-by')}</Form.Label>
          <Form.Select value={recipe} onChange={(e) => setRecipe(e.target.value)}>
            <option value="">{say('no-recipe-a-tub-of')}</option>
            {book.data.recipes.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="batch-room">
          <Form.Label>{say('kept-in')}</Form.Label>
          <Form.Select value={at} onChange={(e) => setRoom(e.target.value)}>
            {rooms.data.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      </div>
      {making.error && <Failure error={making.error} retry={() => void making.refetch()} />}
      {recipe !== '' && !made && !making.error && <Waiting what={say('the-amounts')} />}
      <Fields recipe={recipe} room={at} made={made} />
    </main>
  )
}

/** What is typed; what is not goes by the recipe. */
interface Typed {
  name?: string
  /** By which recipe the amounts were typed: those of another are none of its. */
  by?: string
  lines?: Line[]
  total?: string
  on: string
  store?: string
  chilled: boolean
}

/** Refuses a figure that cannot be read, at its field. */
function read(field: string, typed: string) {
  const fault = whyNoNumber(typed)
  if (fault) throw new ApiError(422, fault, field)
}

function Fields({ recipe, room, made }: { recipe: string; room: string; made?: Schemas['RecipeMaking'] }) {
  const session = useSession()
  const [params] = useSearchParams()
  const [id] = useState(() => v7())
  const client = useQueryClient()
  const navigate = useNavigate()
  const amounts = (typed: Typed): { name: string; lines: Line[]; total: string; store: string } => {
    const here = typed.by === recipe ? typed : undefined
    const lines =
      here?.lines ??
      made?.amounts.map((a) => ({
        item_id: a.item_id,
        name: a.name,
        grams: a.as_needed ? '' : String(Math.round(a.exact_g)),
      })) ??
      []
    const sum = lines.reduce((all, l) => all + (Number.isFinite(readNumber(l.grams)) ? readNumber(l.grams) : 0), 0)
    const share = made && made.mixed_g > 0 ? made.made_g / made.mixed_g : 1
    return {
      lines,
      name: typed.name ?? made?.name ?? '',
      total: here?.total ?? String(Math.round(sum * share)),
      store: typed.store ?? (made?.needs_cold ? say('in-the-fridge-closed') : 'airtight'),
    }
  }
  const record = useRecord<Typed, { version: number }, Schemas['BatchPage']>({
    first: {
      name: undefined,
      by: undefined,
      lines: undefined,
      total: undefined,
      on: session.today,
      store: undefined,
      chilled: false,
    },
    version: 0,
    send: async (_, typed) => {
      const { name, lines, total, store } = amounts(typed)
      lines.forEach((l, i) => read(`lines/${i}/grams`, l.grams || '0'))
      read('made_g', total || '0')
      return await ask(
        api.PUT('/api/batches/{id}', {
          params: { path: { id } },
          body: {
            name,
            recipe_id: recipe || undefined,
            lines: lines.map((l) => ({ item_id: l.item_id, grams: readNumber(l.grams || '0') })),
            made_g: readNumber(total || '0'),
            made_on: typed.on === unknown ? '' : typed.on,
            room_id: room,
            setup_id: params.get('setup') ?? undefined,
            chilled: typed.chilled,
            store,
          },
        }),
      )
    },
    valuesOf: () => ({ on: session.today, chilled: false }),
    onSaved: async () => {
      await outdate(client, 'batch')
      await navigate(`/batches/${id}`, { replace: true })
    },
  })
  const { values, change, wrong } = record
  const { name, lines, total, store } = amounts(values)
  const setLines = (all: Line[]) =>
    change({ by: recipe, lines: all, total: values.by === recipe ? values.total : undefined })
  const days = Array.from({ length: daysBack }, (_, i) => plusDays(session.today, -i))
  return (
    <Form aria-label={say('the-batch')} noValidate onSubmit={record.submit}>
      <div className="happens-row">
        <Field id="batch-name" label={say('name')} wrong={wrong('name')}>
          <Form.Control
            maxLength={limits.BatchInput.name}
            value={name}
            isInvalid={!!wrong('name')}
            placeholder={recipe ? say('stove-dough-red') : say('rice-tub')}
            onChange={(e) => change({ name: e.target.value })}
          />
        </Field>
        <Field id="batch-on" label={say('made')} wrong={wrong('made_on')}>
          <Form.Select
            value={values.on}
            isInvalid={!!wrong('made_on')}
            onChange={(e) => change({ on: e.target.value })}
          >
            {days.map((d) => (
              <option key={d} value={d}>
                {d === session.today ? say('today') : day(d)}
              </option>
            ))}
            <option value={unknown}>{say('found-date-not-known')}</option>
          </Form.Select>
        </Field>
        <Field id="batch-store" label={say('kept')} wrong={wrong('store')}>
          <Form.Control
            maxLength={limits.BatchInput.store}
            value={store}
            isInvalid={!!wrong('store')}
            onChange={(e) => change({ store: e.target.value })}
          />
        </Field>
        <Form.Check
          id="batch-chilled"
          type="checkbox"
          label={say('closed-at-once-and-chilled')}
          checked={values.chilled}
          onChange={(e) => change({ chilled: e.target.checked })}
        />
      </div>
      <h2>{say('what-really-went-in')}</h2>
      <ul className="went-in">
        {lines.map((l, i) => (
          <li key={l.item_id}>
            <label htmlFor={`in-${l.item_id}`}>{l.name}</label>
            <Form.Control
              id={`in-${l.item_id}`}
              inputMode="decimal"
              maxLength={8}
              value={l.grams}
              isInvalid={!!wrong(`lines.${i}.grams`)}
              onChange={(e) => setLines(lines.map((x, n) => (n === i ? { ...x, grams: e.target.value } : x)))}
            />
            <span>{say('g')}</span>
            {recipe === '' && (
              <Button
                variant="quiet"
                className="drop-x"
                aria-label={say('drop-name', { name: l.name })}
                onClick={() => setLines(lines.filter((_, n) => n !== i))}
              >
                ×
              </Button>
            )}
          </li>
        ))}
      </ul>
      {(recipe === '' || lines.length > 0) && (
        <PickThing
          label={recipe ? say('something-else-went-in-too') : say('what-fills-the-tub')}
          placeholder={recipe ? say('oats-vanilla-extract') : say('rice-chickpeas-sand')}
          onPick={(i) =>
            setLines(
              lines.some((l) => l.item_id === i.id) ? lines : [...lines, { item_id: i.id, name: i.name, grams: '' }],
            )
          }
        />
      )}
      <div className="happens-row">
        <Field id="batch-total" label={say('in-all-ready-g')} wrong={wrong('made_g')}>
          <Form.Control
            inputMode="decimal"
            maxLength={8}
            value={total}
            isInvalid={!!wrong('made_g')}
            onChange={(e) =>
              change({ by: recipe, total: e.target.value, lines: values.by === recipe ? values.lines : undefined })
            }
          />
        </Field>
        {made && <span className="soft">{say('by-the-recipe', { grams: grams(made.made_g) })}</span>}
      </div>
      {record.notices()}
      <Button type="submit" disabled={record.busy || (recipe !== '' && !made)}>
        {say('it-is-made')}
      </Button>
    </Form>
  )
}
