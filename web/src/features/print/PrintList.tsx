import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link } from 'react-router'
import { byAisle, costs, lineKey, packsIn, quantity } from '../../entities/stock/model'
import { shoppingQuery } from '../../entities/stock/queries'
import { useSession } from '../../session/session'
import { day, money } from '../../ui/format'
import { Failure, Waiting } from '../../ui/States'
import { usePageTitle } from '../../ui/usePageTitle'

/** The shopping list on paper. */
export function PrintList() {
  usePageTitle('To buy')
  const session = useSession()
  const { currency } = session.centre
  const shopping = useQuery(shoppingQuery)
  if (shopping.error) return <Failure error={shopping.error} retry={() => void shopping.refetch()} />
  if (!shopping.data) return <Waiting what="the list" />
  const { lines, coins, unpriced, unweighed, unnoted } = shopping.data
  return (
    <main className="paper">
      <p className="no-print actions">
        <Link to="/cupboard">Back to the cupboard</Link>
        <Button onClick={() => window.print()}>Print</Button>
      </p>
      <header>
        <div>
          <h1>To buy</h1>
          <p>
            {session.centre.name} · as of {day(session.today)}, for the plans of two weeks from then
          </p>
        </div>
        {coins !== undefined && (
          <p className="stamp">
            <span>
              {money(coins, currency)}
              {unpriced.length > 0 && ' as far as priced'}
            </span>
          </p>
        )}
      </header>
      {lines.length === 0 && <p>Nothing is short.</p>}
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
                    {l.says && `, ${l.says}: the label must say so`}
                  </td>
                  <td>{l.cheapest ? packsIn(l.cheapest.packs, l.unit) : quantity(l.missing, l.unit)}</td>
                  <td>{l.cheapest ? (costs(l.cheapest.packs, currency) ?? '') : ''}</td>
                  <td>
                    {quantity(l.missing, l.unit)} short by {day(l.by)}: {l.for.join(', ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      {unweighed.length > 0 && <p>Not weighed, so not on the list: {unweighed.join(', ').toLowerCase()}.</p>}
      {unnoted.length > 0 && <p>Have we got: {unnoted.join(', ').toLowerCase()}?</p>}
      <footer>
        <p>
          Read the label of each packet: ingredients change. Where the label must say something, leave a packet that
          does not say it in the shop.
        </p>
      </footer>
    </main>
  )
}
