import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { readNumber } from '../../ui/numbers'
import { solids } from './solids'
import { useUnhurried } from '../../ui/useUnhurried'
import { metricOf, typedIn } from '../../words/typed'
import { say } from './catalogue'

type Told = Schemas['Told']
type Next = Schemas['NextAsk']

interface Props {
  asking: Schemas['Asking']
  told: Told[]
  busy: boolean
  takeFocus?: boolean
  onTell: (told: Told[]) => void
}

/** Describes a thing that nobody knows by its answers: what has been said, each to be taken back, and the next question. */
export function AskThing({ asking, told, busy, takeFocus, onTell }: Props) {
  const [further, setFurther] = useState(false)
  const { next } = asking
  const tell = (answer: Omit<Told, 'question'>) => next && onTell([...told, { question: next.id, ...answer }])
  const folded = next?.further === true && !further
  return (
    <section className="ask-thing" aria-label={say('what-is-it')} aria-busy={busy}>
      {asking.told.length > 0 && (
        <ol className="told">
          {asking.told.map((line, i) => (
            <li key={i}>
              <span>
                <span className="soft">{line.question}</span> <b>{line.says}</b>
                {line.of && <small className="soft">{say('of-of', { of: line.of })}</small>}
              </span>
              <Button
                variant="quiet"
                aria-label={say('take-back-question-says', { question: line.question, says: line.says })}
                disabled={busy}
                onClick={() => onTell(told.filter((_, at) => !line.falls.includes(at)))}
              >
                {say('take-back')}
              </Button>
            </li>
          ))}
        </ol>
      )}
      {next && !folded && (
        <Asked
          key={`${told.length} ${next.id}`}
          number={told.length + 1}
          next={next}
          busy={busy}
          takeFocus={takeFocus ?? told.length > 0}
          onTell={tell}
        />
      )}
      {folded && (
        <p>
          {say('no-answer-can-change-a')}{' '}
          <Button variant="quiet" onClick={() => setFurther(true)}>
            {say('go-on-for-fewer-conditions')}
          </Button>
        </p>
      )}
      {!next && <p>{say('nothing-is-left-to-ask')}</p>}
    </section>
  )
}

interface AskedProps {
  number: number
  next: Next
  busy: boolean
  takeFocus: boolean
  onTell: (answer: Omit<Told, 'question'>) => void
}

/** One question, answered by a tap or by its number. */
function Asked({ number, next, busy, takeFocus, onTell }: AskedProps) {
  const box = useRef<HTMLFieldSetElement>(null)
  useEffect(() => {
    if (takeFocus) box.current?.querySelector<HTMLElement>('button, input, select')?.focus()
  }, [takeFocus])
  const unhurried = useUnhurried(next.id)
  const notKnown = (of?: string[]) => (
    <Button variant="outline-primary" disabled={busy} onClick={() => onTell({ unknown: true, of })}>
      {say('i-dont-know')}
    </Button>
  )
  const keys = (e: KeyboardEvent) => {
    const option = next.kind === 'one' ? next.options[Number(e.key) - 1] : undefined
    if (option && !busy) onTell({ picks: [option.id] })
  }
  return (
    <fieldset className="question" ref={box} onKeyDown={keys} onClickCapture={unhurried}>
      <legend>
        {number}. {next.text}
      </legend>
      {next.kind === 'one' && (
        <PickOne options={next.options} busy={busy} notKnown={notKnown()} onPick={(id) => onTell({ picks: [id] })} />
      )}
      {next.kind === 'several' && (
        <PickSeveral
          next={next}
          busy={busy}
          notKnown={notKnown(next.id === 'has' ? next.options.map((o) => o.id) : undefined)}
          onTell={onTell}
        />
      )}
      {next.kind === 'size' && <Measured next={next} busy={busy} notKnown={notKnown()} onTell={onTell} />}
      {next.kind === 'figure' && <FigureOf next={next} busy={busy} notKnown={notKnown()} onTell={onTell} />}
    </fieldset>
  )
}

function PickOne({
  options,
  busy,
  notKnown,
  onPick,
}: {
  options: Next['options']
  busy: boolean
  notKnown: ReactNode
  onPick: (id: string) => void
}) {
  return (
    <div className={options.length > 4 ? 'sorts' : 'stack'}>
      {options.map((o, i) => (
        <Button key={o.id} variant="outline-primary" disabled={busy} onClick={() => onPick(o.id)}>
          {i < 9 && <kbd aria-hidden="true">{i + 1}</kbd>} {o.words}
          {o.detail && <small>{o.detail}</small>}
        </Button>
      ))}
      {notKnown}
    </div>
  )
}

const traces = 'may-contain='

function PickSeveral({
  next,
  busy,
  notKnown,
  onTell,
}: {
  next: Next
  busy: boolean
  notKnown: ReactNode
  onTell: AskedProps['onTell']
}) {
  const [picks, setPicks] = useState<string[]>([])
  const [unsure, setUnsure] = useState<string[]>([])
  const varies = next.id === 'has'
  // A tap says yes; where the list is of traits another says that nobody knows, and a third takes it back.
  const toggle = (id: string) => {
    const was = picks.includes(id)
    setPicks((old) => (was || unsure.includes(id) ? old.filter((x) => x !== id) : [...old, id]))
    setUnsure((old) => (was && varies ? [...old, id] : old.filter((x) => x !== id)))
  }
  const chips = (options: Next['options']) => (
    <div className="chips">
      {options.map((o) => (
        <button
          key={o.id}
          type="button"
          aria-pressed={unsure.includes(o.id) ? 'mixed' : picks.includes(o.id)}
          disabled={busy}
          onClick={() => toggle(o.id)}
        >
          {o.words}
          {unsure.includes(o.id) && say('not-sure')}
        </button>
      ))}
    </div>
  )
  const may = next.options.filter((o) => o.id.startsWith(traces))
  return (
    <>
      {chips(next.options.filter((o) => !o.id.startsWith(traces)))}
      {may.length > 0 && (
        <details>
          <summary>{say('traces-that-the-label-warns')}</summary>
          {chips(may)}
        </details>
      )}
      {varies && <p className="soft">{say('tap-what-it-has-tap')}</p>}
      <div className="stack">
        <Button
          disabled={busy}
          onClick={() =>
            onTell({
              picks,
              unsure: varies && unsure.length > 0 ? unsure : undefined,
              of: varies ? next.options.map((o) => o.id) : undefined,
            })
          }
        >
          {picks.length === 0
            ? unsure.length > 0
              ? say('none-of-the-others')
              : say('none-of-these')
            : picks.length === 1
              ? say('that-one')
              : say('those-picks', { picks: picks.length })}
        </Button>
        {notKnown}
      </div>
    </>
  )
}

function Measured({
  next,
  busy,
  notKnown,
  onTell,
}: {
  next: Next
  busy: boolean
  notKnown: ReactNode
  onTell: AskedProps['onTell']
}) {
  const id = useId()
  const [kind, setKind] = useState<string>('box')
  const [, , names] = solids.find(([s]) => s === kind) ?? ['box', '', []]
  const [sizes, setSizes] = useState<string[]>([])
  const [picks, setPicks] = useState<string[]>([])
  const numbers = names.map((_, i) => metricOf(readNumber(sizes[i] ?? ''), typedIn('mm')))
  const ready = numbers.every((n) => n > 0)
  const answer = () => ready && onTell({ solid: kind as Told['solid'], sizes_mm: numbers, picks })
  return (
    <>
      <Form.Group controlId={`${id}-shape`} className="field">
        <Form.Label>{say('its-shape')}</Form.Label>
        <Form.Select value={kind} onChange={(e) => setKind(e.target.value)}>
          {solids.map(([s, words]) => (
            <option key={s} value={s}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <div className="sizes">
        {names.map((name, i) => (
          <Form.Group key={name} controlId={`${id}-${i}`} className="field">
            <Form.Label>{say('mm-name', { name, unit: typedIn('mm').unit })}</Form.Label>
            <Form.Control
              inputMode="decimal"
              value={sizes[i] ?? ''}
              onChange={(e) => setSizes((old) => names.map((_, at) => (at === i ? e.target.value : (old[at] ?? ''))))}
              onKeyDown={(e) => e.key === 'Enter' && answer()}
            />
          </Form.Group>
        ))}
      </div>
      {next.options.map((o) => (
        <Form.Check
          key={o.id}
          id={`${id}-${o.id}`}
          label={o.words}
          checked={picks.includes(o.id)}
          onChange={(e) => setPicks(e.target.checked ? [...picks, o.id] : picks.filter((x) => x !== o.id))}
        />
      ))}
      <div className="stack">
        <Button disabled={busy || !ready} onClick={answer}>
          {say('that-is-its-size')}
        </Button>
        {notKnown}
      </div>
    </>
  )
}

function FigureOf({
  next,
  busy,
  notKnown,
  onTell,
}: {
  next: Next
  busy: boolean
  notKnown: ReactNode
  onTell: AskedProps['onTell']
}) {
  const id = useId()
  const [typed, setTyped] = useState('')
  const figure = readNumber(typed)
  const answer = () => !Number.isNaN(figure) && onTell({ figure })
  return (
    <>
      <Form.Group controlId={id} className="field">
        <Form.Label>{say('in-unit', { unit: next.unit })}</Form.Label>
        <Form.Control
          inputMode="decimal"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && answer()}
        />
      </Form.Group>
      <div className="stack">
        <Button disabled={busy || Number.isNaN(figure)} onClick={answer}>
          {say('that-is-it')}
        </Button>
        {notKnown}
      </div>
    </>
  )
}
