import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { Form } from 'react-bootstrap'
import { Link, useNavigate, useParams } from 'react-router'
import { v7 } from 'uuid'
import { api, ApiError, ask, type Base, type Room } from '../../api/client'
import { makingQuery, recipeQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { saveFile } from '../../ui/saveFile'
import { useAddress } from '../../ui/useAddress'
import { usePageTitle } from '../../ui/usePageTitle'
import { Findings } from '../../ui/Findings'
import { grams, money, plural } from '../../ui/format'
import { Glyph, MarkLine, markWord } from '../../ui/Mark'
import { RatioBar } from '../../ui/RatioBar'
import { Failure, Waiting } from '../../ui/States'
import { MixNature } from '../../entities/recipe/MixNature'
import { emptySetup, newPlace, nextMorning } from '../../entities/setup/model'
import { Amounts, Colours, Pots } from './Amounts'
import { FixFeel } from './FixFeel'
import { HowMuch } from './HowMuch'
import { fileName, orderOf, portionOf, type Change, type Making, type Order } from '../../entities/recipe/order'

/** One recipe for one room: right for them, how much of what, and what to do when
 * something is short. */
export function RecipePage() {
  const { id = '' } = useParams()
  const [params, edit] = useAddress()
  const rooms = useQuery(roomsQuery)
  const recipe = useQuery(recipeQuery(id))
  usePageTitle(recipe.data?.recipe.name ?? 'Recipe')
  const error = rooms.error ?? recipe.error
  if (error) {
    return (
      <main className="screen">
        <Failure
          error={error}
          retry={
            error instanceof ApiError && error.status === 404
              ? undefined
              : () => void Promise.all([rooms.refetch(), recipe.refetch()])
          }
        />
        <Link to="/recipes">Back to the recipes</Link>
      </main>
    )
  }
  if (!rooms.data || !recipe.data) return <Waiting what="the recipe" />
  const room = rooms.data.find((r) => r.id === params.get('room')) ?? rooms.data[0]
  if (!room) {
    return (
      <main className="screen">
        <h1>{recipe.data.recipe.name}</h1>
        <p>Add a room first: what is OK and how much depend on the children.</p>
        <Link to="/rooms/new">Add a room</Link>
      </main>
    )
  }
  const change = (part: Record<string, string | string[] | undefined>) =>
    edit((now) => {
      for (const [name, value] of Object.entries(part)) {
        now.delete(name)
        for (const v of Array.isArray(value) ? value : value === undefined || value === '' ? [] : [value])
          now.append(name, v)
      }
    })
  return (
    <Page
      key={id}
      page={recipe.data}
      room={room}
      rooms={rooms.data}
      order={orderOf(id, room.id, params)}
      change={change}
    />
  )
}

interface PageProps {
  page: { id: string; own: boolean; recipe: { name: string }; also: string[] }
  room: Room
  rooms: Room[]
  order: Order
  change: Change
}

function Page({ page, room, rooms, order, change }: PageProps) {
  const session = useSession()
  const canWrite = mayWrite(session)
  const asked = useQuery(makingQuery(order, room.version))
  const fresh = asked.data !== undefined && !asked.isPlaceholderData && !asked.isError
  const m = asked.data
  const wrong = asked.error instanceof ApiError && asked.error.field ? asked.error : undefined
  const query = new URLSearchParams(window.location.search).toString()
  return (
    <main className="recipe-page">
      <header className="recipe-head">
        <div>
          <p className="soft">
            <Link to={`/recipes?room=${room.id}`}>Recipes</Link>
            {page.own ? ' · ours' : page.also.length > 0 ? ` · also ${page.also.join(', ')}` : ''}
          </p>
          <h1>{page.recipe.name}</h1>
        </div>
        <div className="actions">
          <Form.Select
            aria-label="Room"
            value={room.id}
            onChange={(e) => change({ room: e.target.value, children: undefined })}
          >
            {rooms.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
          <Link to={`/recipes/${page.id}/print?${query}`}>Card</Link>
          <Link to={`/recipes/${page.id}/chart?${query}`}>Wall chart</Link>
          <Link to={`/recipes/compare?a=${page.id}&room=${room.id}`}>Compare</Link>
          {canWrite && (
            <Link to={page.own ? `/recipes/${page.id}/edit` : `/recipes/new?from=${page.id}`}>
              {page.own ? 'Change' : 'Copy and vary'}
            </Link>
          )}
          <Files id={page.id} name={page.recipe.name} order={fresh ? order : undefined} />
        </div>
      </header>
      <HowMuch order={order} room={room} change={change} error={wrong} />
      {asked.isError && !wrong && (
        <Failure error={new Error(`Not checked. ${asked.error.message}`)} retry={() => void asked.refetch()} />
      )}
      {!m && !asked.isError && <Waiting what="the amounts" />}
      {m && !asked.isError && (
        <div className={fresh ? 'recipe-zones' : 'recipe-zones stale'}>
          <section aria-labelledby="zone-amounts">
            <h2 id="zone-amounts">
              By weight: {grams(m.mixed_g)} mixed, {grams(m.made_g)} made
            </h2>
            <RatioBar amounts={m.amounts} />
            <h2>
              In the scoops this room owns: {plural(m.movements, 'filling')}
              {!m.within && (
                <span className="short">
                  {' '}
                  · {m.extra_measure ? `a measure of ${m.extra_measure} would do it all` : 'weigh what is marked'}
                </span>
              )}
            </h2>
            <Amounts m={m} canWrite={canWrite} currency={session.centre.currency} />
            {fresh && <Short m={m} room={room} />}
            <div className="splits">
              <Colours m={m} />
              <Pots m={m} pot={order.pot_ml} />
            </div>
            <Method m={m} />
          </section>
          <section aria-labelledby="zone-is">
            <h2 id="zone-is">Right for {room.name}?</h2>
            <div className={fresh ? m.mark : 'not-checked'}>
              <p className="big-verdict">
                <MarkLine mark={fresh ? m.mark : 'not-checked'} />
              </p>
            </div>
            {fresh && (
              <>
                {m.lines.map((l) => (
                  <div key={l.name}>
                    {l.findings.length > 0 ? (
                      <Findings findings={l.findings} about={l.name} />
                    ) : (
                      m.lines.length === 1 && <p>No rule objects to {grams(m.each_g)} for each child.</p>
                    )}
                  </div>
                ))}
                <MixNature nature={m.nature} keeps={m.keeps} />
                {m.to_confirm && <p className="short">{m.to_confirm}</p>}
              </>
            )}
            <FixFeel
              m={m}
              recipe={order.recipe_id}
              learned={order.learned ?? false}
              change={change}
              canWrite={canWrite}
            />
            <p className="soft">
              Local licensing rules, labels and a health professional’s instructions come first. An adult watches at all
              times.
            </p>
          </section>
        </div>
      )}
      <Edge
        m={fresh ? m : undefined}
        failed={asked.isError}
        order={order}
        room={room}
        name={page.recipe.name}
        canWrite={canWrite}
      />
    </main>
  )
}

/** What can be done about what is short. */
function Short({ m, room }: { m: Making; room: Room }) {
  if (m.ways.length === 0) return null
  const short = m.amounts.filter((a) => a.missing_g !== undefined)
  return (
    <div className="notice ruler ways" role="status">
      <p>
        <b>
          {short.length > 0
            ? `Short of ${short.map((a) => `${grams(a.missing_g ?? 0)} of ${a.name.toLowerCase()}`).join(' and ')}.`
            : `${m.limit_by ?? 'Something'} runs out first, at ${grams(m.limit_g ?? 0)}.`}
        </b>{' '}
        What to do:
      </p>
      <ul>
        {m.ways.map((w) => (
          <li key={w.sentence}>
            {w.mark && <MarkLine mark={w.mark} />}
            <span>
              {w.sentence} {w.recipe_id && <Link to={`/recipes/${w.recipe_id}?room=${room.id}`}>Look at it</Link>}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** The amounts that a step takes, where no step before it names them. */
function Taken({ m, nth }: { m: Making; nth: number }) {
  const before = new Set(m.steps.slice(0, nth).flatMap((s) => s.uses ?? []))
  const taken = m.amounts.filter(
    (a) => !a.as_needed && m.steps[nth]?.uses?.includes(a.item_id) && !before.has(a.item_id),
  )
  return (
    taken.length > 0 && (
      <span className="taken soft">{taken.map((a) => `${grams(a.exact_g)} ${a.name.toLowerCase()}`).join(' · ')}</span>
    )
  )
}

function Method({ m }: { m: Making }) {
  return (
    <section className="method" aria-label="How it is made">
      <h2>
        How it is made: {m.minutes_hands} min of hands{m.minutes_waiting > 0 && `, ${m.minutes_waiting} min waiting`}
      </h2>
      <ol>
        {m.steps.map((s, i) => (
          <li key={i} className={s.wait ? 'wait' : undefined}>
            <span className="figure">{s.minutes} min</span>
            <span>
              {s.text}.{s.adult_only && <em> Adult only.</em>}
              {s.children_help && <i> Children help.</i>}
              {s.wait && <span className="soft"> Waiting.</span>}
              {s.asks && <b className="asks"> The probe has to read {s.asks}.</b>}
              <Taken m={m} nth={i} />
            </span>
            <span className="soft">{s.resource}</span>
          </li>
        ))}
      </ol>
      <p>
        <b>Right when:</b> {m.hand}
      </p>
    </section>
  )
}

function Files({ id, name, order }: { id: string; name: string; order?: Order }) {
  const amounts = useMutation({
    mutationFn: (body: Order) => ask(api.POST('/api/recipes/amounts', { body })),
    onSuccess: (f) => saveFile(fileName(name, 'csv'), 'text/csv', f.csv),
  })
  const file = useMutation({
    mutationFn: () => ask(api.GET('/api/recipes/{id}/file', { params: { path: { id } } })),
    onSuccess: (f) => saveFile(fileName(name, 'jsonld'), 'application/ld+json', f.jsonld),
  })
  return (
    <>
      <button type="button" className="link" disabled={!order} onClick={() => order && amounts.mutate(order)}>
        {amounts.isError ? 'CSV: try again' : 'CSV'}
      </button>
      <button type="button" className="link" onClick={() => file.mutate()}>
        {file.isError ? 'JSON-LD: try again' : 'JSON-LD'}
      </button>
    </>
  )
}

interface EdgeProps {
  m?: Making
  failed: boolean
  order: Order
  room: Room
  name: string
  canWrite: boolean
}

/** The edge of the counter under a recipe. */
function Edge({ m, failed, order, room, name, canWrite }: EdgeProps) {
  const session = useSession()
  const client = useQueryClient()
  const navigate = useNavigate()
  const plan = useMutation({
    mutationFn: async (making: Making) => {
      const id = v7()
      const base: Base = {
        kind: 'mix',
        recipe_id: order.recipe_id,
        portion_g: portionOf(order, making),
        colours: making.colours,
        pot_ml: order.pot_ml,
        use: order.use,
      }
      await ask(
        api.PUT('/api/setups/{id}', {
          params: { path: { id } },
          body: { ...emptySetup(room.id, nextMorning(session.today)), name, places: [newPlace(base)] },
        }),
      )
      return id
    },
    onSuccess: async (id) => {
      await outdate(client, 'setup')
      await navigate(`/bench/${id}`)
    },
  })
  const missing = m?.amounts.find((a) => a.missing_g !== undefined)
  return (
    <footer className={`counter on-dark ${m?.mark ?? 'not-checked'}`}>
      <div>
        <span>for this room</span>
        <strong>
          <Glyph mark={m?.mark ?? 'not-checked'} /> {m ? markWord(m.mark) : failed ? 'Not checked' : 'Checking…'}
        </strong>
      </div>
      <div>
        <span>makes</span>
        <strong className="figure">{m ? `${m.children} × ${grams(m.each_g)}` : '–'}</strong>
      </div>
      <div className="cost">
        <span>cost{m && m.unpriced.length > 0 ? `, without ${m.unpriced.join(', ').toLowerCase()}` : ''}</span>
        <strong className="figure">
          {m?.cost_coins !== undefined
            ? `${money(m.cost_coins, session.centre.currency)} · ${money(m.cost_coins / m.children, session.centre.currency)} each`
            : 'no prices yet'}
        </strong>
      </div>
      <div>
        <span>short by</span>
        <strong className="figure">
          {!m
            ? '–'
            : missing
              ? `${grams(missing.missing_g ?? 0)} ${missing.name.toLowerCase()}`
              : m.not_weighed.length > 0
                ? `nothing known; ${m.not_weighed.length} not weighed`
                : 'nothing'}
        </strong>
      </div>
      <div>
        <span>takes</span>
        <strong className="figure">
          {m ? `${m.minutes_hands} min${m.minutes_waiting > 0 ? ` + ${m.minutes_waiting} waiting` : ''}` : '–'}
        </strong>
      </div>
      {canWrite && (
        <button
          type="button"
          className="print plan-it"
          disabled={!m || plan.isPending}
          onClick={() => m && plan.mutate(m)}
        >
          {plan.isError ? 'Not planned: try again' : 'Plan it'}
        </button>
      )}
    </footer>
  )
}
