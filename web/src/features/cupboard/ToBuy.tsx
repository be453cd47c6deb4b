import { useSyncExternalStore } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { v7 } from 'uuid'
import type { Schemas } from '../../api/client'
import { stamp } from '../../api/clock'
import { stillSays, waitsHere } from '../../api/letter'
import { outbox } from '../../api/outbox'
import { byAisle, costs, lineKey, packsIn, quantity, type BuyLine } from '../../entities/stock/model'
import type { TickLetter } from '../../entities/stock/queries'
import { useSession } from '../../session/session'
import { day, money } from '../../ui/format'
import { Bought } from './Bought'
import { say } from './catalogue'

/** How a line stands: as this device last said, also while that waits for the network. */
export function useTick(line: BuyLine): { state: BuyLine['state']; packs: Schemas['BuyPack'][]; waits: boolean } {
  const letter = useSyncExternalStore(outbox.subscribe, () => outbox.look('tick', lineKey(line)))
  const said = stillSays(letter) ? ((letter?.next ?? letter?.flying) as TickLetter | undefined) : undefined
  return said
    ? { state: said.state, packs: said.packs, waits: waitsHere(letter) }
    : { state: line.state, packs: line.ticked ?? [], waits: false }
}

/** Says of a line that it is in the basket, in the packs that were bought, or that the shop has none, or takes that back. */
export function tick(line: BuyLine, state: BuyLine['state'], packs = line.cheapest?.packs ?? []) {
  const body: TickLetter = {
    id: v7(),
    item_id: line.item_id,
    free: line.free,
    heat_treated: line.heat_treated,
    state,
    packs: state === 'basket' ? packs : [],
    at: stamp(),
  }
  outbox.put('tick', lineKey(line), 0, body)
}

/** What to buy, by aisle. In brief it is only looked at; in full every line is ticked off. */
export function ToBuy({ list, brief }: { list: Schemas['Shopping']; brief?: boolean }) {
  const { currency } = useSession().centre
  const Aisle = brief ? 'h3' : 'h2' // in brief it stands under a heading of its own
  if (list.lines.length === 0 && list.unweighed.length === 0 && list.unnoted.length === 0)
    return <p className="soft">{say('nothing-is-short-for-the')}</p>
  return (
    <div className="buy-list">
      {list.lines.length === 0 && <p className="soft">{say('nothing-is-known-to-be')}</p>}
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
            <dt>{say('in-all-unpriced', { unpriced: list.unpriced.length > 0 && say('as-far-as-priced') })}</dt>
            <dd className="figure">{money(list.coins, currency)}</dd>
          </>
        )}
      </dl>
      {list.least_coins !== undefined && list.least_coins !== list.coins && (
        <p className="soft">{say('cheapest-packs-that-cover-it', { money: money(list.least_coins, currency) })}</p>
      )}
      {list.unpriced.length > 0 && (
        <p className="soft">{say('no-price-for', { unpriced: list.unpriced.join(', ').toLowerCase() })}</p>
      )}
      {list.unweighed.length > 0 && (
        <p className="soft">{say('not-weighed-so-not-on', { unweighed: list.unweighed.join(', ').toLowerCase() })}</p>
      )}
      {list.unnoted.length > 0 && (
        <p className="soft">{say('have-you-got-they-may', { unnoted: list.unnoted.join(', ').toLowerCase() })}</p>
      )}
      {brief && (
        <Link className="btn btn-outline-primary" to="/cupboard/list/print">
          {say('print-the-list')}
        </Link>
      )}
    </div>
  )
}

function Row({ line: l, brief }: { line: BuyLine; brief?: boolean }) {
  const { currency } = useSession().centre
  const { state, packs: bought, waits } = useTick(l)
  const packs = state === 'basket' && bought.length > 0 ? bought : (l.cheapest?.packs ?? [])
  const price = costs(packs, currency)
  const buys = state !== 'none' && !l.idle
  const figures = (
    <span className="buy-figures">
      <strong className="figure">
        {packs.length > 0 && buys ? packsIn(packs, l.unit) : quantity(l.missing, l.unit)}
      </strong>
      {l.least && !brief && buys && state !== 'basket' && (
        <span className="soft">
          {say('or-left-over', { packsIn: packsIn(l.least.packs, l.unit), left: quantity(l.least.left, l.unit) })}
        </span>
      )}
      <span className="soft">
        {buys &&
          [
            price,
            state !== 'basket' && l.cheapest && l.cheapest.left > 0
              ? say('left-left-over', { left: quantity(l.cheapest.left, l.unit) })
              : '',
          ]
            .filter(Boolean)
            .join(' · ')}
      </span>
    </span>
  )
  const what = (
    <span>
      <b>{l.name}</b>
      {l.says && <span className="says">{say('the-label-must-say-so', { says: l.says })}</span>}
      <span className="soft">
        {say('by-day-missing-short', { day: day(l.by), missing: quantity(l.missing, l.unit) })}
      </span>
      {l.for.length > 0 && !brief && <span className="soft">{say('for-for', { for: l.for.join(', ') })}</span>}
      {state === 'none' && (
        <span className="short">
          {say('the-shop-has-none', {
            instead:
              l.instead && l.instead.length > 0
                ? ` ${say('here-instead-instead', { instead: l.instead.join(', ').toLowerCase() })}`
                : ` ${say('nothing-in-stock-to-swap')}`,
          })}
        </span>
      )}
      {waits && <span className="soft">{say('saved-on-this-device-until')}</span>}
    </span>
  )
  return (
    <li className={state}>
      <button
        type="button"
        className="tick-box"
        role="checkbox"
        aria-checked={state === 'basket'}
        aria-label={say('in-the-basket', { name: l.name, says: l.says ? `, ${l.says}` : '' })}
        onClick={() => tick(l, state === 'basket' ? 'open' : 'basket')}
      >
        {state === 'basket' ? '✓' : ''}
      </button>
      {what}
      {figures}
      {!brief && state === 'basket' && (
        <Bought key={packsIn(packs, l.unit)} line={l} packs={packs} onTake={(taken) => tick(l, 'basket', taken)} />
      )}
      {!brief && state !== 'basket' && (
        <Button
          variant="quiet"
          aria-pressed={state === 'none'}
          onClick={() => tick(l, state === 'none' ? 'open' : 'none')}
        >
          {state === 'none' ? say('it-has-some') : say('the-shop-has-none-title')}
          <span className="visually-hidden"> {l.name}</span>
        </Button>
      )}
    </li>
  )
}
