import type { Answer, Line } from '../../api/client'
import { Findings } from '../../ui/Findings'
import { MarkLine } from '../../ui/Mark'
import { useQuery } from '@tanstack/react-query'
import type { Schemas } from '../../api/client'
import { swapsQuery } from '../../entities/setup/queries'
import { Precautions } from '../../entities/setup/Precautions'
import { Swaps } from '../../entities/thing/Swaps'
import { objections } from '../../entities/setup/model'
import { Packets } from './Packets'
import { say } from './catalogue'

interface Props {
  answer?: Answer
  swapOf?: (line: Line) => Swapping | undefined
  onPacket?: (packet: Schemas['Packet'], taken: boolean) => void
  doers?: Schemas['Doer'][]
  onDoers?: (doers: Schemas['Doer'][] | undefined) => void
}

/** Every objection, worst first, and what goes with every plan. */
export function Why({ answer, swapOf, onPacket, doers, onDoers }: Props) {
  if (!answer) {
    return (
      <p className="soft" role="status">
        {say('checking')}
      </p>
    )
  }
  const lines = objections(answer)
  const notes = [...new Set(answer.places.flatMap((p) => p.notes ?? []))]
  return (
    <>
      {!answer.mark && <p className="soft">{say('nothing-is-in-it-yet')}</p>}
      {answer.mark && lines.length === 0 && (
        <div className="finding clears">
          <MarkLine mark={answer.mark} />
          {answer.ready && <p>{say('ok-for-these-children-today')}</p>}
        </div>
      )}
      {answer.precautions && (
        <section className="finding" aria-labelledby="precautions">
          <h3 id="precautions">{say('precautions')}</h3>
          <Precautions all={answer.precautions} doers={doers} onDoers={onDoers} />
          {answer.covered && (
            <details className="covered">
              <summary>
                {say('our-routine-covers', {
                  covered: say('covered-more', { covered: answer.covered.length }),
                })}
              </summary>
              <Precautions all={answer.covered} />
            </details>
          )}
        </section>
      )}
      {lines.map((l, i) => (
        <div key={`${l.name}${i}`}>
          <Findings findings={l.findings} about={l.name} />
          {!l.ready && <Instead name={l.name} swapping={swapOf?.(l)} />}
        </div>
      ))}
      {answer.packets && <Packets packets={answer.packets} onTake={onPacket} />}
      {notes.length > 0 && (
        <ul className="notes" aria-label={say('for-these-children')}>
          {notes.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      )}
      {answer.routine && (
        <details className="always">
          <summary>{say('our-routine')}</summary>
          <ul>
            {answer.routine.map((r) => (
              <li key={r}>{r}</li>
            ))}
          </ul>
        </details>
      )}
      <details className="always">
        <summary>{say('always-with-every-set-up')}</summary>
        <ul>
          {answer.baseline.map((b) => (
            <li key={b}>{b}</li>
          ))}
        </ul>
      </details>
    </>
  )
}

/** What is asked for swaps of a line, and how one is taken. */
export interface Swapping {
  input: Schemas['SwapsInput']
  onTake: (swap: Schemas['Swap']) => void
}

function Instead({ name, swapping }: { name: string; swapping?: Swapping }) {
  return swapping ? <Found name={name} swapping={swapping} /> : null
}

function Found({ name, swapping }: { name: string; swapping: Swapping }) {
  const found = useQuery(swapsQuery(swapping.input))
  if (found.error) return <p className="soft">{say('swaps-could-not-be-found', { message: found.error.message })}</p>
  if (!found.data) return null
  return (
    <div className="instead">
      <h3>{say('swap-for-name', { name: name.charAt(0).toLowerCase() + name.slice(1) })}</h3>
      <Swaps swaps={found.data} onTake={swapping.onTake} takes={name} />
    </div>
  )
}
