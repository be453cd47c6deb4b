import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { outdate } from '../../api/keys'
import { Button, Form } from 'react-bootstrap'
import { useState } from 'react'
import { Link, useLocation, useNavigate } from 'react-router'
import { v7 } from 'uuid'
import { api, ask, type Base, type Schemas } from '../../api/client'
import { bookQuery, recipesQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { mayWrite, useSession } from '../../session/session'
import { useAddress } from '../../ui/useAddress'
import { usePageTitle } from '../../ui/usePageTitle'
import { bare } from '../../ui/format'
import { asksNoMore, countMarks, Glyph, Mark, markInLine } from '../../ui/Mark'
import { Empty, Failure, Undo, Waiting } from '../../ui/States'
import { useWords } from '../../entities/thing/words'
import { emptySetup, newPlace, nextMorning } from '../../entities/setup/model'
import type { RemovedRecipe } from './RecipeForm'
import { Fold } from '../../ui/Fold'
import { say } from './catalogue'

type Card = Schemas['RecipeCard']

const wishes: [string, string, (c: Card) => boolean][] = [
  ['in', say('ok'), (c) => c.ready],
  ['usual', say('ok-or-with-our-routine'), asksNoMore],
  ['taste', say('taste-safe-wish'), (c) => c.not_taste_safe.length === 0],
  ['cold', say('without-heat'), (c) => !c.heat],
  ['quick', say('in-20-minutes'), (c) => c.minutes_hands + c.minutes_waiting <= 20],
  ['cupboard', say('all-in-stock'), (c) => c.lacking.length === 0],
]

/** The recipe book for one room: what goes in, how long it takes, what it needs. */
export function Recipes() {
  usePageTitle(say('recipes'))
  const session = useSession()
  const rooms = useQuery(roomsQuery)
  const [params, edit] = useAddress()
  const room = rooms.data?.find((r) => r.id === params.get('room')) ?? rooms.data?.[0]
  const use = params.get('use') ?? 'open'
  const wanted = params.getAll('wish')
  const words = params.get('name') ?? ''
  const cards = useQuery(recipesQuery(room?.id ?? '', use))
  const book = useQuery(bookQuery)
  const set = (name: string, values: string[]) =>
    edit((now) => {
      now.delete(name)
      values.forEach((v) => now.append(name, v))
    })
  const all = cards.data ?? []
  const named = (c: Card) =>
    words
      .toLowerCase()
      .split(/\s+/)
      .every((w) => c.name.toLowerCase().includes(w))
  const shown = all.filter((c) => named(c) && wishes.every(([id, , holds]) => !wanted.includes(id) || holds(c)))
  const error = rooms.error ?? cards.error ?? book.error
  const client = useQueryClient()
  const [removed, setRemoved] = useState(useLocation().state as RemovedRecipe | null)
  const restore = useMutation({
    mutationFn: ({ id }: RemovedRecipe) => ask(api.POST('/api/recipes/{id}/restore', { params: { path: { id } } })),
    onSuccess: () => {
      setRemoved(null)
      window.history.replaceState(null, '')
      return outdate(client, 'recipe')
    },
  })
  return (
    <main className="screen recipes">
      <header className="screen-head">
        <div>
          <h1>{say('recipes')}</h1>
          <p className="soft" data-main>
            {all.length > 0
              ? say('for-at-g-for-each', {
                  mixes: say('mixes', { count: all.length }),
                  name: room?.name ?? '',
                  portionG: all[0]?.portion_g ?? 0,
                })
              : ' '}
          </p>
        </div>
        <div className="actions">
          <Form.Select
            aria-label={say('room-to-read-the-recipes')}
            value={room?.id ?? ''}
            onChange={(e) => set('room', [e.target.value])}
          >
            {rooms.data?.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label={say('how-the-children-meet-it')}
            value={use}
            onChange={(e) => set('use', e.target.value === 'open' ? [] : [e.target.value])}
          >
            {useWords.map(([u, w]) => (
              <option key={u} value={u}>
                {w}
              </option>
            ))}
          </Form.Select>
          {mayWrite(session) && <Link to="/recipes/new">{say('write-one-of-our-own')}</Link>}
        </div>
      </header>
      <Form.Control
        type="search"
        className="find-recipe"
        aria-label={say('search-the-recipes')}
        placeholder={say('search-by-name')}
        maxLength={60}
        value={words}
        onChange={(e) => set('name', e.target.value ? [e.target.value] : [])}
      />
      <div className="chips" role="group" aria-label={say('show-only-what')}>
        {wishes.map(([id, words]) => (
          <button
            key={id}
            type="button"
            aria-pressed={wanted.includes(id)}
            onClick={() => set('wish', wanted.includes(id) ? wanted.filter((w) => w !== id) : [...wanted, id])}
          >
            {words}
          </button>
        ))}
      </div>
      {error && (
        <Failure
          error={new Error(say('not-checked-message', { message: error.message }))}
          retry={() => void Promise.all([rooms.refetch(), cards.refetch(), book.refetch()])}
        />
      )}
      {!cards.data &&
        !error &&
        (rooms.data?.length === 0 ? (
          <Empty>{say('add-a-room-first-what')}</Empty>
        ) : (
          <Waiting what={say('the-recipes')} />
        ))}
      {cards.data && !cards.error && (
        <div aria-live="polite">
          <p className="tally">
            {countMarks(shown).map(([v, n]) => (
              <span key={v} className={v}>
                <Glyph mark={v} size="small" /> {n} <span className="soft">{markInLine(v)}</span>
              </span>
            ))}
          </p>
          {shown.length === 0 && <p>{say('no-recipe-is-all-of', { name: room?.name })}</p>}
          {[{ id: 'own', words: say('our-own') }, ...(book.data?.kinds ?? [])].map(({ id: kind, words: title }) => {
            const here = shown.filter((c) => (kind === 'own' ? c.own : c.kind === kind && !c.own))
            return here.length === 0 ? null : (
              <Fold key={kind} title={title} count={here.length} open={words !== '' || wanted.length > 0}>
                <ul>
                  {here.map((c) => (
                    <Row key={c.id} card={c} roomID={room?.id ?? ''} use={use} canPlan={mayWrite(session)} />
                  ))}
                </ul>
              </Fold>
            )
          })}
        </div>
      )}
      {restore.error && (
        <Failure
          error={new Error(say('not-brought-back', { message: restore.error.message }))}
          retry={() => removed && restore.mutate(removed)}
        />
      )}
      {removed && (
        <Undo
          text={say('name-deleted', { name: removed.name })}
          onUndo={() => restore.mutate(removed)}
          onGone={() => !restore.isError && setRemoved(null)}
        />
      )}
    </main>
  )
}

function Row({ card: c, roomID, use, canPlan }: { card: Card; roomID: string; use: string; canPlan: boolean }) {
  const session = useSession()
  const client = useQueryClient()
  const navigate = useNavigate()
  const plan = useMutation({
    mutationFn: async () => {
      const id = v7()
      const base: Base = { kind: 'mix', recipe_id: c.id, portion_g: c.portion_g, colours: 1, use: use as Base['use'] }
      await ask(
        api.PUT('/api/setups/{id}', {
          params: { path: { id } },
          body: { ...emptySetup(roomID, nextMorning(session.today)), name: c.name, places: [newPlace(base)] },
        }),
      )
      return id
    },
    onSuccess: async (id) => {
      await outdate(client, 'setup')
      await navigate(`/bench/${id}`)
    },
  })
  return (
    <li className={c.mark}>
      <Mark mark={c.mark} />
      <div>
        <h3>
          <Link to={`/recipes/${c.id}?room=${roomID}`}>{c.name}</Link>
        </h3>
        <p className="soft">
          {[
            bare(c.reason),
            c.not_taste_safe.length === 0 ? say('taste-safe-wish') : '',
            say('keeps-keeps', { keeps: c.keeps }),
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        {c.lacking.length > 0 && (
          <p className="lacking">{say('not-in-stock', { lacking: c.lacking.join(', ').toLowerCase() })}</p>
        )}
        {plan.error && (
          <p className="short" role="alert">
            {plan.error.message}
          </p>
        )}
      </div>
      <div className="takes">
        <span className="figure">{say('minutes-hands-min', { minutesHands: c.minutes_hands })}</span>
        <span className="soft">
          {[
            c.minutes_waiting > 0 ? say('minutes-waiting-waiting', { minutesWaiting: c.minutes_waiting }) : '',
            c.heat ? say('with-heat') : say('no-heat'),
            c.children_help ? say('children-help') : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </div>
      {canPlan && (
        <Button
          variant={c.ready ? 'outline-primary' : 'quiet'}
          aria-label={say('plan-it-name', { name: c.name })}
          disabled={plan.isPending}
          onClick={() => plan.mutate()}
        >
          {say('plan-it')}
        </Button>
      )}
    </li>
  )
}
