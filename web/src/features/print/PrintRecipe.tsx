import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Button } from 'react-bootstrap'
import { Link, useParams, useSearchParams } from 'react-router'
import type { Room, Schemas } from '../../api/client'
import { makingQuery } from '../../entities/recipe/queries'
import { roomsQuery } from '../../entities/room/queries'
import { useSession } from '../../session/session'
import { usePageTitle } from '../../ui/usePageTitle'
import { dayAndTime, grams, measure, miss } from '../../ui/format'
import { Glyph, markInLine, markWord } from '../../ui/Mark'
import { Scoops } from '../../ui/Scoops'
import { Failure, Waiting } from '../../ui/States'
import { orderOf, type Making } from '../../entities/recipe/order'
import { Numbers } from '../../entities/centre/Numbers'
import { say } from './catalogue'

/** Asks how the recipe in the address is made, and prints that; what was not checked is not
 * printed. */
function Asked({ children }: { children: (m: Making, room: Room, back: string) => ReactNode }) {
  const { id = '' } = useParams()
  const [params] = useSearchParams()
  const rooms = useQuery(roomsQuery)
  const room = rooms.data?.find((r) => r.id === params.get('room')) ?? rooms.data?.[0]
  const asked = useQuery({
    ...makingQuery(orderOf(id, room?.id ?? '', params), room?.version ?? 0),
    enabled: room !== undefined,
  })
  usePageTitle(asked.data?.name ?? say('recipe'))
  const error = rooms.error ?? asked.error
  if (error) {
    return (
      <main className="paper">
        <Failure
          error={new Error(say('not-checked-so-there-is', { message: error.message }))}
          retry={() => void Promise.all([rooms.refetch(), asked.refetch()])}
        />
      </main>
    )
  }
  if (!room || !asked.data || asked.isPlaceholderData) return <Waiting what={say('the-recipe')} />
  return children(asked.data, room, `/recipes/${id}?${params.toString()}`)
}

/** The recipe card, two to a page: one for the kitchen and one for the room. */
export function RecipeCards() {
  return (
    <Asked>
      {(m, room, back) => (
        <main className="paper cards">
          <p className="no-print actions">
            <Link to={back}>{say('back-to-the-recipe')}</Link>
            <Button onClick={() => window.print()}>{say('print-two-cards')}</Button>
          </p>
          <Card m={m} room={room} />
          <Card m={m} room={room} />
        </main>
      )}
    </Asked>
  )
}

function Card({ m, room }: { m: Making; room: Room }) {
  const session = useSession()
  const worst = m.lines.flatMap((l) => l.findings).find((f) => f.mark === m.mark)
  return (
    <article className="card-half">
      <header>
        <div>
          <h1>{m.name}</h1>
          <p>
            {say('name-children-children-grams-grams2', {
              name: room.name,
              children: m.children,
              grams: grams(m.made_g),
              grams2: grams(m.each_g),
              colours:
                m.colours > 1 &&
                ` ${say('colours-colours-of-grams', { colours: m.colours, grams: grams(m.colour_g) })}`,
            })}
          </p>
        </div>
        <p className={m.ready ? 'stamp' : 'stamp not-ready'}>
          <Glyph mark={m.mark} size="large" />
          <span>{markWord(m.mark)}</span>
        </p>
      </header>
      <div className="columns">
        <table className="sums">
          <tbody>
            {m.amounts.map((a) => (
              <tr key={a.item_id}>
                <th scope="row">{a.name}</th>
                <td>
                  {a.as_needed
                    ? say('as-needed')
                    : a.within
                      ? a.scoops.map((s) => `${s.count} × ${measure(s.label)}`).join(' + ') || say('weigh-it')
                      : say('weigh-it')}
                </td>
                <td>{a.as_needed ? '' : grams(a.exact_g)}</td>
                <td>{a.as_needed || !a.within || a.scoops.length === 0 ? '' : miss(a.off)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <ol className="steps">
          {m.steps.map((s, i) => (
            <li key={i}>
              {say('text-minutes-min-wait', {
                text: s.text,
                minutes: s.minutes,
                wait: s.wait ? ` ${say('waiting')}` : '',
              })}
              {s.adult_only && <em> {say('adult-only-sentence')}</em>}
              {s.children_help && <em> {say('children-can-help-sentence')}</em>}
            </li>
          ))}
        </ol>
      </div>
      <p>
        <b>{say('right-when')}</b> {m.hand} <b>{say('keeps')}</b> {m.keeps}.{' '}
        {m.pots !== undefined && m.pots > 1 && (
          <b>{say('equal-batches-of', { pots: m.pots, grams: grams(m.pot_each_g ?? 0) })} </b>
        )}
        {m.nature.not_taste_safe.length === 0
          ? say('taste-safe-for-these-children')
          : say('not-taste-safe', { notTasteSafe: m.nature.not_taste_safe.join('; ') })}
        {m.nature.allergens !== 'none' && ` ${say('holds-allergens', { allergens: m.nature.allergens })}`}
      </p>
      {m.colours > 1 && (
        <p>
          {say('drops-that-matched-so-that', {
            from: Array.from({ length: m.colours }, (_, i) => say('colour-i', { i: i + 1 })).join('   '),
          })}
        </p>
      )}
      {worst && (
        <p className="reason">
          <b>{markWord(worst.mark)}:</b> {worst.reason}{' '}
          {worst.do.slice(0, 2).map((d, i) => (
            <span key={d}>
              {d.replace(/\.$/, '')}
              {worst.calls?.includes(i) && (
                <>
                  : <Numbers poison />
                </>
              )}
              .{' '}
            </span>
          ))}
          <span className="source">
            {worst.source} ({worst.standing}).
          </span>
        </p>
      )}
      {m.routine && (
        <p className="routine">
          <b>{say('our-routine-every-time')}</b> {m.routine.join(' ')}
        </p>
      )}
      <footer>
        <p>
          {say('an-adult-watches-at-all')} <Numbers />
        </p>
        <p>
          {say('name-checked-split', {
            name: session.centre.name,
            split: dayAndTime(`${session.today}T00:00`).split(',')[0],
          })}
        </p>
      </footer>
    </article>
  )
}

/** A chart for the wall that children read: one small measure for each ingredient, drawn as
 * often as it is filled. */
export function WallChart() {
  return (
    <Asked>
      {(m, room, back) => (
        <main className="paper wall">
          <p className="no-print actions">
            <Link to={back}>{say('back-to-the-recipe')}</Link>
            <Button onClick={() => window.print()}>{say('print-the-chart')}</Button>
          </p>
          <header>
            <h1>{m.name}</h1>
            <p>{say('name-makes-grams', { name: room.name, grams: grams(m.made_g) })}</p>
          </header>
          <ol className="count-rows">
            {m.amounts.map((a, i) => (
              <li key={a.item_id}>
                <span className="number figure">{i + 1}</span>
                <h2>{a.name}</h2>
                <ToCount amount={a} />
              </li>
            ))}
          </ol>
          <ol className="do-rows" start={m.amounts.length + 1}>
            {m.steps.map((s, i) => (
              <li key={i} className={s.adult_only ? 'adult' : undefined}>
                {s.text}. {s.adult_only && <b>{say('an-adult-does-this')}</b>}{' '}
                {s.wait && <b>{say('wait-minutes-minutes', { minutes: s.minutes })}</b>}
              </li>
            ))}
          </ol>
          {!m.ready && (
            <p className="warning">{say('not-for-as-it-is', { name: room.name, markInLine: markInLine(m.mark) })}</p>
          )}
          <footer>
            <p>
              {say('an-adult-is-with-us', {
                notTasteSafe: m.nature.not_taste_safe.length === 0 ? '' : `${say('we-do-not-taste-it')} `,
              })}
            </p>
          </footer>
        </main>
      )}
    </Asked>
  )
}

function ToCount({ amount: a }: { amount: Schemas['MakingAmount'] }) {
  if (a.as_needed) return <p>{say('a-little-at-a-time')}</p>
  if (a.card) return <Scoops scoops={[a.card]} all />
  if (a.within && a.scoops.length > 0) return <Scoops scoops={a.scoops} all />
  return <p>{say('an-adult-weighs', { grams: grams(a.exact_g) })}</p>
}
