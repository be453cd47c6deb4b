import { useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Button, Modal } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { comparedQuery } from '../../entities/setup/queries'
import { useSession } from '../../session/session'
import { grams, money } from '../../ui/format'
import { MarkLine } from '../../ui/Mark'
import { Waiting } from '../../ui/States'
import { say } from './catalogue'

type Compared = Schemas['Compared']
type By = Schemas['CompareInput']['by']

const compareBy: Record<By, string> = {
  vessel: say('compare-containers'),
  base: say('compare-what-fills-it'),
  thing: say('compare'),
}

interface Props {
  input: Omit<Schemas['CompareInput'], 'by'>
  by: By[]
  /** What is compared, for who hears the page. */
  name: string
  onTake: (by: By, c: Compared) => void
}

/** What is planned beside what could be taken for it, side by side, each taken with one tap. */
export function CompareHere({ input, by, name, onTake }: Props) {
  const [open, setOpen] = useState<By>()
  return (
    <>
      {by.map((one) => (
        <Button key={one} variant="quiet" aria-haspopup="dialog" onClick={() => setOpen(one)}>
          {compareBy[one]}
          <span className="visually-hidden"> {name}</span>
        </Button>
      ))}
      <Modal show={!!open} onHide={() => setOpen(undefined)} centered size="xl" aria-labelledby="compared">
        {open && (
          <Modal.Body className="beside">
            <h2 id="compared">
              {compareBy[open]}: {name}
            </h2>
            <Beside
              input={{ ...input, by: open }}
              onTake={(c) => {
                setOpen(undefined)
                onTake(open, c)
              }}
            />
            <Button variant="quiet" onClick={() => setOpen(undefined)}>
              {say('as-it-is-planned')}
            </Button>
          </Modal.Body>
        )}
      </Modal>
    </>
  )
}

interface Beside {
  input: Schemas['CompareInput']
  onTake: (c: Compared) => void
}

function Beside({ input, onTake }: Beside) {
  const { currency } = useSession().centre
  const { data, error } = useQuery(comparedQuery(input))
  if (error) return <p className="soft">{say('not-compared', { message: error.message })}</p>
  if (!data) return <Waiting what={say('comparison')} />
  if (data.length < 2) return <p className="soft">{say('nothing-to-compare-it-with')}</p>
  const minutes = (n: number) => say('n-min', { n })
  const rows: [string, (c: Compared) => ReactNode][] = [
    [say('right-for-them'), (c) => <MarkLine mark={c.mark} />],
    [say('why'), (c) => c.reason],
    [
      say('at-once'),
      (c) =>
        c.at_once && say('at-once-in', { children: c.at_once, containers: say('containers', { count: c.vessels }) }),
    ],
    [say('how-much'), (c) => (c.pieces ? say('pieces', { count: c.pieces }) : c.mass_g && grams(c.mass_g))],
    [say('cost'), (c) => c.cost && money(c.cost.coins, currency)],
    [say('hands-on'), (c) => minutes(c.minutes_hands)],
    [say('waiting'), (c) => c.minutes_waiting > 0 && minutes(c.minutes_waiting)],
    [say('clear-up'), (c) => c.minutes_clear > 0 && minutes(c.minutes_clear)],
    [say('sound'), (c) => c.noise],
    [say('use-again'), (c) => c.keeps],
    [say('in-the-end'), (c) => c.ends],
  ]
  const shown = rows.filter(([, of]) => data.some((c) => of(c)))
  return (
    <div className="wide" role="region" aria-labelledby="compared" tabIndex={0}>
      <table>
        <thead>
          <tr>
            <td />
            {data.map((c) => (
              <th key={c.name} scope="col">
                {c.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map(([what, of]) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              {data.map((c) => (
                <td key={c.name}>{of(c) || '–'}</td>
              ))}
            </tr>
          ))}
          <tr>
            <td />
            {data.map((c, i) => (
              <td key={c.name}>
                {i === 0 ? (
                  <span className="soft">{say('planned')}</span>
                ) : (
                  <Button variant="outline-primary" onClick={() => onTake(c)}>
                    {say('take')}
                    <span className="visually-hidden"> {c.name}</span>
                  </Button>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  )
}
