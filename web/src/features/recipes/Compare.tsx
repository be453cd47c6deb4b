import { useQuery } from '@tanstack/react-query'
import { Form } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Room, Schemas } from '../../api/client'
import { bookQuery, makingQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { useSession } from '../../session/session'
import { useAddress } from '../../ui/useAddress'
import { usePageTitle } from '../../ui/usePageTitle'
import { grams, money, number, share } from '../../ui/format'
import { MarkLine } from '../../ui/Mark'
import { RatioBar } from '../../ui/RatioBar'
import { RecipeOptions } from '../../ui/RecipeOptions'
import { Failure, Waiting } from '../../ui/States'
import type { Making } from '../../entities/recipe/order'
import { say } from './catalogue'

/** Two recipes side by side for one room: cooked or no-cook, at one glance. */
export function Compare() {
  usePageTitle(say('compare-two-recipes'))
  const [params, edit] = useAddress()
  const rooms = useQuery(roomsQuery)
  const book = useQuery(bookQuery)
  const error = rooms.error ?? book.error
  if (error) return <Failure error={error} retry={() => void Promise.all([rooms.refetch(), book.refetch()])} />
  const room = rooms.data?.find((r) => r.id === params.get('room')) ?? rooms.data?.[0]
  if (!room || !book.data) return <Waiting what={say('the-recipes')} />
  const a = params.get('a') ?? 'stove-dough'
  const kind = book.data.recipes.find((r) => r.id === a)?.kind
  const b =
    params.get('b') ??
    (a === 'cold-dough'
      ? 'stove-dough'
      : kind === 'dough'
        ? 'cold-dough'
        : (book.data.recipes.find((r) => r.kind === kind && r.id !== a)?.id ?? 'cold-dough'))
  const set = (name: string, v: string) => edit((now) => now.set(name, v))
  return (
    <main className="screen compare">
      <header className="screen-head">
        <div>
          <h1>{say('which-of-the-two')}</h1>
          <p className="soft" data-main>
            {say('the-same-children-the-same')}
          </p>
        </div>
        <div className="actions">
          <Form.Select aria-label={say('room')} value={room.id} onChange={(e) => set('room', e.target.value)}>
            {rooms.data?.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Form.Select>
          <Link to={`/recipes?room=${room.id}`}>{say('all-recipes')}</Link>
        </div>
      </header>
      <Sides a={a} b={b} room={room} book={book.data} set={set} />
    </main>
  )
}

function Sides({
  a,
  b,
  room,
  book,
  set,
}: {
  a: string
  b: string
  room: Room
  book: Schemas['Book']
  set: (name: string, v: string) => void
}) {
  const { currency } = useSession().centre
  const one = useQuery(makingQuery({ room_id: room.id, recipe_id: a, by: 'children' }, room.version))
  const two = useQuery(makingQuery({ room_id: room.id, recipe_id: b, by: 'children' }, room.version))
  const error = one.error ?? two.error
  const both: [string, string, typeof one][] = [
    ['a', a, one],
    ['b', b, two],
  ]
  const rows: [string, (m: Making) => React.ReactNode][] = [
    [say('right-for-them'), (m) => <MarkLine mark={m.mark} />],
    [
      say('why'),
      (m) =>
        m.lines
          .flatMap((l) => l.findings.slice(0, 1))
          .map((f) => f.title)
          .join('; ') || say('no-rule-objects'),
    ],
    [say('hands'), (m) => say('minutes-hands-min', { minutesHands: m.minutes_hands })],
    [
      say('waiting'),
      (m) => (m.minutes_waiting > 0 ? say('minutes-waiting-min', { minutesWaiting: m.minutes_waiting }) : say('none')),
    ],
    [say('heat'), (m) => (m.heat ? say('stove-or-kettle-an-adult') : say('none'))],
    [say('keeps'), (m) => m.keeps],
    [say('germs'), (m) => m.nature.class],
    [say('raw-flour'), (m) => (m.raw_flour ? say('yes') : say('no'))],
    [
      say('may-be-tasted'),
      (m) =>
        m.nature.not_taste_safe.length === 0
          ? say('yes')
          : say('no-not-taste-safe', { notTasteSafe: m.nature.not_taste_safe.join('; ') }),
    ],
    [
      say('salt-in-a-10-g'),
      (m) =>
        m.nature.sodium_mg === undefined
          ? (m.nature.no_salt ?? '')
          : say('mg-sodium-of-a-day', {
              sodiumMg: number(m.nature.sodium_mg, 0),
              share: share(m.nature.taste_share ?? 0),
            }),
    ],
    [say('holds'), (m) => m.nature.allergens],
    [say('to-make'), (m) => say('grams-in-movements-fillings', { grams: grams(m.made_g), movements: m.movements })],
    [
      say('cost'),
      (m) =>
        m.cost_coins === undefined
          ? say('no-prices-yet')
          : `${money(m.cost_coins, currency)}${m.unpriced.length > 0 ? say('without-unpriced', { unpriced: m.unpriced.join(', ').toLowerCase() }) : ''}`,
    ],
    [
      say('short-of'),
      (m) =>
        m.amounts
          .filter((x) => x.missing_g !== undefined)
          .map((x) => `${grams(x.missing_g ?? 0)} ${x.name.toLowerCase()}`)
          .join(', ') ||
        (m.not_weighed.length > 0
          ? say('not-weighed-not-weighed', { notWeighed: m.not_weighed.join(', ').toLowerCase() })
          : say('nothing')),
    ],
  ]
  return (
    <>
      {error && (
        <Failure
          error={new Error(say('not-checked-message', { message: error.message }))}
          retry={() => void Promise.all([one.refetch(), two.refetch()])}
        />
      )}
      <table className="sides">
        <thead>
          <tr>
            <td />
            {both.map(([side, id]) => (
              <th key={side} scope="col">
                <Form.Select
                  aria-label={side === 'a' ? say('first-recipe') : say('second-recipe')}
                  value={id}
                  onChange={(e) => set(side, e.target.value)}
                >
                  <RecipeOptions book={book} />
                </Form.Select>
              </th>
            ))}
          </tr>
        </thead>
        {one.data && two.data && !error && !one.isPlaceholderData && !two.isPlaceholderData && (
          <tbody>
            <tr>
              <th scope="row">{say('by-weight')}</th>
              {[one.data, two.data].map((m, i) => (
                <td key={i}>
                  <RatioBar amounts={m.amounts} />
                </td>
              ))}
            </tr>
            {rows.map(([name, show]) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>{show(one.data)}</td>
                <td>{show(two.data)}</td>
              </tr>
            ))}
            <tr>
              <th scope="row">
                <span className="visually-hidden">{say('open')}</span>
              </th>
              <td>
                <Link to={`/recipes/${a}?room=${room.id}`}>
                  {say('open-name', { name: one.data.name.toLowerCase() })}
                </Link>
              </td>
              <td>
                <Link to={`/recipes/${b}?room=${room.id}`}>
                  {say('open-name', { name: two.data.name.toLowerCase() })}
                </Link>
              </td>
            </tr>
          </tbody>
        )}
      </table>
    </>
  )
}
