import { useSyncExternalStore } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { Schemas } from '../../api/client'
import { stamp } from '../../api/clock'
import { stillSays } from '../../api/letter'
import { outbox } from '../../api/outbox'
import { byAisle, costs, lineKey, packsIn, quantity, type BuyLine } from '../../entities/stock/model'
import type { TickLetter } from '../../entities/stock/queries'
import { useSession } from '../../session/session'
import { day, money } from '../../ui/format'

/** How a line stands: as this device last said, also while that waits for the network. */
export function useTick(line: BuyLine): { state: BuyLine['state']; waits: boolean } {
  const letter = useSyncExternalStore(outbox.subscribe, () => outbox.look('tick', lineKey(line)))
  const said = stillSays(letter) ? ((letter?.next ?? letter?.flying) as TickLetter | undefined) : undefined
  return said ? { state: said.state, waits: letter?.state === 'waiting' } : { state: line.state, waits: false }
}

/** Says of a line that it is in the basket, or that the shop has none, or takes that back. */
export function tick(line: BuyLine, state: BuyLine['state']) {
  const body: TickLetter = {
    id: v7(),
    item_id: line.item_id,
    free: line.free,
    heat_treated: line.heat_treated,
    state,
    packs: state === 'basket' ? (line.cheapest?.packs ?? []) : [],
    at: stamp(),
  }
  outbox.put('tick', lineKey(line), 0, body)
}

/** What to buy, by aisle. In brief it is only looked at; in full every line is ticked off. */
export function ToBuy({ list, brief }: { list: Schemas['Shopping']; brief?: boolean }) {
  const { currency } = useSession().centre
  const Aisle = brief ? 'h3' : 'h2' // in brief it stands under a heading of its own
  if (list.lines.length === 0 && list.unweighed.length === 0 && list.unnoted.length === 0)
    return <p className="soft">Nothing is short for the plans of the next two weeks.</p>
  return (
    <div className="buy-list">
      {list.lines.length === 0 && <p className="soft">Nothing is known to be short.</p>}
      {byAisle(list.lines).map(([aisle, lines]) => (
        <section key={aisle}>
          <Aisle className="aisle">{aisle}</Aisle>
          <ul>
            {lines.map((l) => (
              <Row key={lineKey(l)} line={l} brief={brief} />
            ))}
          </ul>
        </section>
      ))}
      <dl className="sum">
        {list.coins !== undefined && (
          <>
            <dt>In all{list.unpriced.length > 0 && ', as far as priced'}</dt>
            <dd className="figure">{money(list.coins, currency)}</dd>
          </>
        )}
      </dl>
      {list.least_coins !== undefined && list.least_coins !== list.coins && (
        <p className="soft">
          Cheapest packs that cover it. With the least left over: {money(list.least_coins, currency)}.
        </p>
      )}
      {list.unpriced.length > 0 && <p className="soft">No price for: {list.unpriced.join(', ').toLowerCase()}.</p>}
      {list.unweighed.length > 0 && (
        <p className="soft">Not weighed, so not on the list: {list.unweighed.join(', ').toLowerCase()}.</p>
      )}
      {list.unnoted.length > 0 && (
        <p className="soft">Have you got: {list.unnoted.join(', ').toLowerCase()}. They may be in stock.</p>
      )}
      {brief && (
        <Link className="btn btn-outline-primary" to="/cupboard/list/print">
          Print the list
        </Link>
      )}
    </div>
  )
}

function Row({ line: l, brief }: { line: BuyLine; brief?: boolean }) {
  const { currency } = useSession().centre
  const { state, waits } = useTick(l)
  const packs = l.cheapest?.packs ?? []
  const price = costs(packs, currency)
  const buys = state !== 'none' && !l.idle
  const figures = (
    <span className="buy-figures">
      <strong className="figure">
        {packs.length > 0 && buys ? packsIn(packs, l.unit) : quantity(l.missing, l.unit)}
      </strong>
      {l.least && !brief && buys && (
        <span className="soft">
          or {packsIn(l.least.packs, l.unit)}, {quantity(l.least.left, l.unit)} left over
        </span>
      )}
      <span className="soft">
        {buys &&
          [price, l.cheapest && l.cheapest.left > 0 ? `${quantity(l.cheapest.left, l.unit)} left over` : '']
            .filter(Boolean)
            .join(' · ')}
      </span>
    </span>
  )
  const what = (
    <span>
      <b>{l.name}</b>
      {l.says && <span className="says">{l.says}: the label must say so</span>}
      <span className="soft">
        by {day(l.by)} · {quantity(l.missing, l.unit)} short
      </span>
      {l.for.length > 0 && !brief && <span className="soft">for {l.for.join(', ')}</span>}
      {state === 'none' && (
        <span className="short">
          The shop has none.
          {l.instead && l.instead.length > 0
            ? ` Here instead: ${l.instead.join(', ').toLowerCase()}.`
            : ' Nothing in stock to swap for it.'}
        </span>
      )}
      {waits && <span className="soft">saved on this device until you are online</span>}
    </span>
  )
  return (
    <li className={state}>
      <button
        type="button"
        className="tick-box"
        role="checkbox"
        aria-checked={state === 'basket'}
        aria-label={`${l.name}${l.says ? `, ${l.says}` : ''}: in the basket`}
        onClick={() => tick(l, state === 'basket' ? 'open' : 'basket')}
      >
        {state === 'basket' ? '✓' : ''}
      </button>
      {what}
      {figures}
      {!brief && (
        <Button
          variant="quiet"
          aria-pressed={state === 'none'}
          onClick={() => tick(l, state === 'none' ? 'open' : 'none')}
        >
          {state === 'none' ? 'It has some' : 'The shop has none'}
          <span className="visually-hidden"> {l.name}</span>
        </Button>
      )}
    </li>
  )
}
