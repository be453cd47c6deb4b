import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { byAisle, costs, lineKey, packsIn, quantity } from '../../entities/stock/model'
import { shoppingQuery } from '../../entities/stock/queries'
import { useSession } from '../../session/session'
import { day, money } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'
import { say } from './catalogue'

/** The shopping list on paper. */
export function PrintList() {
  usePageTitle(say('to-buy'))
  const session = useSession()
  const { currency } = session.centre
  const shopping = useQuery(shoppingQuery)
  if (shopping.error) return <Failure error={shopping.error} retry={() => void shopping.refetch()} />
  if (!shopping.data) return <Waiting what={say('the-list')} />
  const { lines, coins, unpriced, unweighed, unnoted } = shopping.data
  return (
    <main className="paper">
      <p className="no-print actions">
        <Link to="/cupboard">{say('back-to-the-cupboard')}</Link>
        <Button onClick={() => window.print()}>{say('print')}</Button>
      </p>
      <header>
        <div>
          <h1>{say('to-buy')}</h1>
          <p>{say('as-of-for-the-plans', { name: session.centre.name, day: day(session.today) })}</p>
        </div>
        {coins !== undefined && (
          <p className="stamp">
            <span>
              {money(coins, currency)}
              {unpriced.length > 0 && ` ${say('as-far-as-priced')}`}
            </span>
          </p>
        )}
      </header>
      {lines.length === 0 && <p>{say('nothing-is-short')}</p>}
      {byAisle(lines).map(([aisle, here]) => (
        <section key={aisle}>
          <h2 className="buy-aisle">{aisle}</h2>
          <table className="buy-table">
            <tbody>
              {here.map((l) => (
                <tr key={lineKey(l)}>
                  <td>☐</td>
                  <td>
                    <b>{l.name}</b>
                    {l.says && say('the-label-must-say-so', { says: l.says })}
                  </td>
                  <td>{l.cheapest ? packsIn(l.cheapest.packs, l.unit) : quantity(l.missing, l.unit)}</td>
                  <td>{l.cheapest ? (costs(l.cheapest.packs, currency) ?? '') : ''}</td>
                  <td>
                    {say('missing-short-by-day-for', {
                      missing: quantity(l.missing, l.unit),
                      day: day(l.by),
                      for: l.for.join(', '),
                    })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      {unweighed.length > 0 && <p>{say('not-weighed-so-not-on', { unweighed: unweighed.join(', ').toLowerCase() })}</p>}
      {unnoted.length > 0 && <p>{say('have-we-got', { unnoted: unnoted.join(', ').toLowerCase() })}</p>}
      <footer>
        <p>{say('read-the-label-of-each')}</p>
      </footer>
    </main>
  )
}
