import { useMutation, useQuery } from '@tanstack/react-query'
import { Form } from 'react-bootstrap'
import { Link, useParams } from 'react-router'
import { api, ApiError, ask, type Room } from '../../api/client'
import { makingQuery, recipeQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { saveFile } from '../../ui/saveFile'
import { useAddress } from '../../ui/useAddress'
import { usePageTitle } from '../../ui/usePageTitle'
import { Findings } from '../../ui/Findings'
import { duration, grams } from '../../ui/format'
import { MarkLine, markWord } from '../../ui/Mark'
import { RatioBar } from '../../ui/RatioBar'
import { Failure, Waiting } from '../../ui/States'
import { MixNature } from '../../entities/recipe/MixNature'
import { Amounts, Colours, Pots } from './Amounts'
import { Edge } from './Edge'
import { FixFeel } from './FixFeel'
import { HowMuch } from './HowMuch'
import { fileName, orderOf, type Change, type Making, type Order } from '../../entities/recipe/order'
import { placeWord } from '../../entities/recipe/steps'
import { useState } from 'react'
import { ZoneTabs } from '../../ui/ZoneTabs'
import { say } from './catalogue'

/** One recipe for one room: right for them, how much of what, and what to do when
 * something is short. */
export function RecipePage() {
  const { id = '' } = useParams()
  const [params, edit] = useAddress()
  const rooms = useQuery(roomsQuery)
  const recipe = useQuery(recipeQuery(id))
  usePageTitle(recipe.data?.recipe.name ?? say('recipe'))
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
        <Link to="/recipes">{say('back-to-the-recipes')}</Link>
      </main>
    )
  }
  if (!rooms.data || !recipe.data) return <Waiting what={say('the-recipe')} />
  const room = rooms.data.find((r) => r.id === params.get('room')) ?? rooms.data[0]
  if (!room) {
    return (
      <main className="screen">
        <h1>{recipe.data.recipe.name}</h1>
        <p>{say('add-a-room-first-what-is-ok-and')}</p>
        <Link to="/rooms/new">{say('add-a-room')}</Link>
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
  const [tab, setTab] = useState<'how' | 'steps' | 'why'>('how')
  return (
    <main className="recipe-page">
      <header className="recipe-head">
        <div>
          <p className="soft">
            <Link to={`/recipes?room=${room.id}`}>{say('recipes')}</Link>
            {page.own
              ? ` ${say('ours')}`
              : page.also.length > 0
                ? ` ${say('also-also', { also: page.also.join(', ') })}`
                : ''}
          </p>
          <h1>{page.recipe.name}</h1>
        </div>
        <div className="actions">
          <Form.Select
            aria-label={say('room')}
            value={room.id}
            onChange={(e) => change({ room: e.target.value, children: undefined })}
          >
            {rooms.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
          <Link to={`/recipes/${page.id}/print?${query}`}>{say('card')}</Link>
          <Link to={`/recipes/${page.id}/chart?${query}`}>{say('wall-chart')}</Link>
          <Link to={`/recipes/compare?a=${page.id}&room=${room.id}`}>{say('compare')}</Link>
          {canWrite && (
            <Link to={page.own ? `/recipes/${page.id}/edit` : `/recipes/new?from=${page.id}`}>
              {page.own ? say('change') : say('copy-and-vary')}
            </Link>
          )}
          <Files id={page.id} name={page.recipe.name} order={fresh ? order : undefined} />
        </div>
      </header>
      <HowMuch order={order} room={room} change={change} error={wrong} />
      {asked.isError && !wrong && (
        <Failure
          error={new Error(say('not-checked-message', { message: asked.error.message }))}
          retry={() => void asked.refetch()}
        />
      )}
      {!m && !asked.isError && <Waiting what={say('the-amounts')} />}
      {m && !asked.isError && (
        <ZoneTabs
          label={say('parts-of-the-recipe')}
          tabs={[
            ['how', say('amounts'), grams(m.made_g)],
            ['steps', say('steps'), duration(m.minutes_hands + m.minutes_waiting)],
            ['why', say('why'), fresh ? markWord(m.mark) : ''],
          ]}
          tab={tab}
          onTab={setTab}
        />
      )}
      {m && !asked.isError && (
        <div className={`recipe-zones show-${tab} ${fresh ? '' : 'stale'}`}>
          <section aria-labelledby="zone-amounts">
            <h2 id="zone-amounts">
              {say('by-weight-mixed-made', { grams: grams(m.mixed_g), grams2: grams(m.made_g) })}
            </h2>
            <RatioBar amounts={m.amounts} />
            <h2>
              {say('in-the-scoops-this-room', { filling: say('fillings', { count: m.movements }) })}
              {!m.within && (
                <span className="short">
                  {' '}
                  ·{' '}
                  {m.extra_measure
                    ? say('a-measure-of-would-do', { extraMeasure: m.extra_measure })
                    : say('weigh-what-is-marked')}
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
            <h2 id="zone-is">{say('right-for-name', { name: room.name })}</h2>
            <div className={fresh ? m.mark : 'not-checked'}>
              <p className="big-verdict" data-main>
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
                      m.lines.length === 1 && <p>{say('no-rule-objects-to-for', { grams: grams(m.each_g) })}</p>
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
            <p className="soft">{say('local-licensing-rules-labels-and')}</p>
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
            ? say('short-of-short', {
                short: short
                  .map((a) => say('grams-of-name', { grams: grams(a.missing_g ?? 0), name: a.name.toLowerCase() }))
                  .reduce((list, one) => say('one-and-another', { list, one })),
              })
            : say('runs-out-first-at', { limitBy: m.limit_by ?? say('something'), grams: grams(m.limit_g ?? 0) })}
        </b>{' '}
        {say('what-to-do')}
      </p>
      <ul>
        {m.ways.map((w) => (
          <li key={w.sentence}>
            {w.mark && <MarkLine mark={w.mark} />}
            <span>
              {w.sentence}{' '}
              {w.recipe_id && <Link to={`/recipes/${w.recipe_id}?room=${room.id}`}>{say('look-at-it')}</Link>}
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
    <section className="method" aria-label={say('how-it-is-made')}>
      <h2>
        {say('how-it-is-made-min', {
          minutesHands: m.minutes_hands,
          minutesWaiting:
            m.minutes_waiting > 0 && say('minutes-waiting-min-waiting', { minutesWaiting: m.minutes_waiting }),
        })}
      </h2>
      <ol>
        {m.steps.map((s, i) => (
          <li key={i} className={s.wait ? 'wait' : undefined}>
            <span className="figure">{say('minutes-min', { minutes: s.minutes })}</span>
            <span>
              {s.text}.{s.adult_only && <em> {say('adult-only-sentence')}</em>}
              {s.children_help && <i> {say('children-help-sentence')}</i>}
              {s.wait && <span className="soft"> {say('waiting-sentence')}</span>}
              {s.asks && <b className="asks"> {say('the-probe-has-to-read', { asks: s.asks })}</b>}
              <Taken m={m} nth={i} />
            </span>
            <span className="soft">{s.resource && placeWord(s.resource)}</span>
          </li>
        ))}
      </ol>
      <p>
        <b>{say('right-when')}</b> {m.hand}
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
        {amounts.isError ? say('csv-try-again') : 'CSV'}
      </button>
      <button type="button" className="link" onClick={() => file.mutate()}>
        {file.isError ? say('json-ld-try-again') : 'JSON-LD'}
      </button>
    </>
  )
}
