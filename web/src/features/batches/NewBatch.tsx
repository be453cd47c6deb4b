import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
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
import { Pick } from '../../entities/thing/Pick'
import { useSession } from '../../session/session'
import { day, grams } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

const daysBack = 14
const unknown = 'unknown'

interface Line {
  item_id: string
  name: string
  /** As it is typed. */
  grams: string
}

const read = (text: string) => Number(text.trim().replace(',', '.'))

/** Makes a batch: from a plan, with the amounts that it takes; or freely, by a recipe or as a tub of fillers. */
export function NewBatch() {
  usePageTitle('A batch or a tub')
  const [params] = useSearchParams()
  const [recipe, setRecipe] = useState(params.get('recipe') ?? '')
  const [room, setRoom] = useState(params.get('room') ?? '')
  const rooms = useQuery(roomsQuery)
  const book = useQuery(bookQuery)
  const at = room || (rooms.data?.[0]?.id ?? '')
  const making = useQuery({ ...makingQuery(orderOf(recipe, at, params), rooms.data?.find((r) => r.id === at)?.version ?? 0), enabled: recipe !== '' && at !== '' })
  const error = rooms.error ?? book.error
  if (error) return <Failure error={error} />
  if (!rooms.data || !book.data) return <Waiting what="the recipes" />
  const made = making.error ? undefined : making.data
  return (
    <main className="screen batch-new">
      <header className="screen-head">
        <div>
          <h1>A batch or a tub</h1>
          <p className="soft">What really went in, when and for whom: Emblo says until when, and who may not have it.</p>
        </div>
        <div className="actions">
          <Link className="btn btn-outline-primary" to="/batches">
            Batches and tubs
          </Link>
        </div>
      </header>
      <div className="happens-row">
        <Form.Group controlId="batch-recipe">
          <Form.Label>Made by</Form.Label>
          <Form.Select value={recipe} onChange={(e) => setRecipe(e.target.value)}>
            <option value="">no recipe: a tub of fillers</option>
            {book.data.recipes.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="batch-room">
          <Form.Label>Stands in</Form.Label>
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
      {recipe !== '' && !made && !making.error && <Waiting what="the amounts" />}
      {(recipe === '' || made) && <Fields key={`${recipe}${at}`} recipe={recipe} room={at} made={made} />}
    </main>
  )
}

function Fields({ recipe, room, made }: { recipe: string; room: string; made?: Schemas['RecipeMaking'] }) {
  const session = useSession()
  const [params] = useSearchParams()
  const [id] = useState(() => v7())
  const [name, setName] = useState(made?.name ?? '')
  const [lines, setLines] = useState<Line[]>(() => made?.amounts.map((a) => ({ item_id: a.item_id, name: a.name, grams: String(Math.round(a.exact_g)) })) ?? [])
  const [weighs, setWeighs] = useState<string | null>(null)
  const [on, setOn] = useState(session.today)
  const [store, setStore] = useState(made?.needs_cold ? 'in the fridge, closed' : 'airtight')
  const [chilled, setChilled] = useState(false)
  const sum = lines.reduce((all, l) => all + (Number.isFinite(read(l.grams)) ? read(l.grams) : 0), 0)
  const share = made && made.mixed_g > 0 ? made.made_g / made.mixed_g : 1
  const total = weighs ?? String(Math.round(sum * share))
  const client = useQueryClient()
  const navigate = useNavigate()
  const make = useMutation<Schemas['BatchPage'], ApiError>({
    mutationFn: () =>
      ask(
        api.PUT('/api/batches/{id}', {
          params: { path: { id } },
          body: {
            name,
            recipe_id: recipe || undefined,
            lines: lines.map((l) => ({ item_id: l.item_id, grams: l.grams.trim() === '' ? 0 : read(l.grams) })),
            made_g: total.trim() === '' ? 0 : read(total),
            made_on: on === unknown ? '' : on,
            room_id: room,
            setup_id: params.get('setup') ?? undefined,
            chilled,
            store,
          },
        }),
      ),
    onSuccess: async () => {
      await outdate(client, 'batch')
      await navigate(`/batches/${id}`, { replace: true })
    },
  })
  const days = Array.from({ length: daysBack }, (_, i) => new Date(new Date(`${session.today}T00:00:00Z`).getTime() - i * 86_400_000).toISOString().slice(0, 10))
  return (
    <Form
      aria-label="The batch"
      onSubmit={(e) => {
        e.preventDefault()
        make.mutate()
      }}
    >
      <div className="happens-row">
        <Form.Group controlId="batch-name">
          <Form.Label>Name</Form.Label>
          <Form.Control maxLength={limits.BatchInput.name} value={name} placeholder={recipe ? 'Stove dough, red' : 'Rice tub'} onChange={(e) => setName(e.target.value)} />
        </Form.Group>
        <Form.Group controlId="batch-on">
          <Form.Label>Made</Form.Label>
          <Form.Select value={on} onChange={(e) => setOn(e.target.value)}>
            {days.map((d) => (
              <option key={d} value={d}>
                {d === session.today ? 'today' : day(d)}
              </option>
            ))}
            <option value={unknown}>found: nobody knows</option>
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="batch-store">
          <Form.Label>Kept</Form.Label>
          <Form.Control maxLength={limits.BatchInput.store} value={store} onChange={(e) => setStore(e.target.value)} />
        </Form.Group>
        <Form.Check id="batch-chilled" type="checkbox" label="Closed at once and chilled, no hand was in it" checked={chilled} onChange={(e) => setChilled(e.target.checked)} />
      </div>
      <h2>What really went in</h2>
      <ul className="went-in">
        {lines.map((l, i) => (
          <li key={l.item_id}>
            <label htmlFor={`in-${l.item_id}`}>{l.name}</label>
            <Form.Control id={`in-${l.item_id}`} inputMode="decimal" maxLength={8} value={l.grams} onChange={(e) => setLines(lines.map((x, n) => (n === i ? { ...x, grams: e.target.value } : x)))} />
            <span>g</span>
            {recipe === '' && (
              <Button variant="quiet" className="drop-x" aria-label={`Drop ${l.name}`} onClick={() => setLines(lines.filter((_, n) => n !== i))}>
                ×
              </Button>
            )}
          </li>
        ))}
      </ul>
      {(recipe === '' || lines.length > 0) && <Pick label={recipe ? 'Something else went in too' : 'What fills the tub'} placeholder={recipe ? 'oats, vanilla extract' : 'rice, chickpeas, sand'} onPick={(i) => setLines(lines.some((l) => l.item_id === i.id) ? lines : [...lines, { item_id: i.id, name: i.name, grams: '' }])} />}
      <div className="happens-row">
        <Form.Group controlId="batch-total">
          <Form.Label>In all, ready, g</Form.Label>
          <Form.Control inputMode="decimal" maxLength={8} value={total} onChange={(e) => setWeighs(e.target.value)} />
        </Form.Group>
        {made && <span className="soft">by the recipe {grams(made.made_g)}</span>}
      </div>
      {make.error && (
        <p className="notice lid" role="alert">
          {make.error.message}
        </p>
      )}
      <Button type="submit" disabled={make.isPending}>
        It is made
      </Button>
    </Form>
  )
}
