import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form, Offcanvas } from 'react-bootstrap'
import type { Described, Schemas, ShelfItem } from '../../api/client'
import { checkQuery } from '../../entities/thing/queries'
import { Link } from 'react-router'
import { FindingView } from '../../ui/Findings'
import { Ask } from '../../ui/Ask'
import { grams } from '../../ui/format'
import { GaugeView } from '../../entities/thing/GaugeView'
import { MarkLine } from '../../ui/Mark'
import { Pick } from '../../entities/thing/Pick'
import { Failure, Waiting } from '../../ui/States'
import { useWords } from '../../entities/thing/words'
import { Aid } from './Aid'
import { Changes } from '../../entities/thing/Changes'
import { AskThing } from '../../entities/thing/AskThing'
import { DescribeForm } from '../../entities/thing/DescribeForm'
import { ByLabel } from '../../entities/batch/ByLabel'
import { say } from './catalogue'

type Input = Schemas['CheckInput']

/**
 * Check, one key away on every screen: one thing, every room, at once. It is opened anew each
 * time, also while it still slides out: the cursor stands in an empty box.
 */
export function Check({ opened, show, onHide }: { opened: number; show: boolean; onHide: () => void }) {
  return (
    <Offcanvas
      show={show}
      onHide={onHide}
      placement="end"
      autoFocus={false}
      enforceFocus={show}
      restoreFocus={false}
      aria-labelledby="check-title"
    >
      <Offcanvas.Header closeButton>
        <Offcanvas.Title as="h2" id="check-title">
          {say('check')}
        </Offcanvas.Title>
      </Offcanvas.Header>
      <Offcanvas.Body>
        <CheckOne key={opened} onLeave={onHide} />
      </Offcanvas.Body>
    </Offcanvas>
  )
}

function CheckOne({ onLeave }: { onLeave: () => void }) {
  const [input, setInput] = useState<Input | null>(null)
  const [measuring, setMeasuring] = useState<Described | null>(null)
  return (
    <>
      <Pick
        label={say('what-to-check')}
        placeholder={say('dried-peas-26-months')}
        anything
        autoFocus
        onPick={(item, typed) => {
          setMeasuring(null)
          setInput({ ...asked(item, typed), use: input?.use ?? 'open' })
        }}
        onOther={(words) => {
          setMeasuring(null)
          setInput({ words, use: input?.use ?? 'open' })
        }}
      />
      <p className="soft">
        {say('type-an-item-and-an')}{' '}
        <Link to="/list" onClick={onLeave}>
          {say('check-a-list')}
        </Link>
        .
      </p>
      {!input && !measuring && <Aid />}
      {measuring && (
        <DescribeForm
          key={measuring.name}
          value={measuring}
          onDone={(described) => {
            setMeasuring(described)
            setInput({ described, use: input?.use ?? 'open' })
          }}
        />
      )}
      {input && (
        <ByLabel words={input.words ?? ''} onLeave={onLeave}>
          <Verdicts
            key={input.item_id ?? nameOf(input)}
            input={input}
            onChange={(more) => setInput({ ...input, ...more })}
            onTake={(item) => {
              setMeasuring(null)
              setInput({ ...asked(item, ''), use: input.use })
            }}
            onMeasure={() => setMeasuring({ name: nameOf(input) })}
            onTell={(told) =>
              setInput({
                words: agePart(input.words ?? '') || undefined,
                described: { name: nameOf(input), told },
                use: input.use,
              })
            }
            onLeave={onLeave}
            measuring={measuring !== null}
          />
        </ByLabel>
      )}
    </>
  )
}

/** What is asked about something that was found: a thing by its id, all else by its name. */
const asked = (item: ShelfItem, typed: string) =>
  item.kind === 'thing'
    ? { item_id: item.id, words: typed }
    : { words: typed.trim().startsWith(item.name) ? typed : item.name + agePart(typed) }

/** The age that typed words end in, which a name does not have. */
const agePart = (typed: string) => {
  const age = /\s\d+([.,]\d+)?\s*(m|months?|y|years?)\s*$/i.exec(typed)
  return age ? age[0] : ''
}

/** What is asked about, without the age that the words end in. */
const nameOf = (input: Input) =>
  input.described?.name ?? (input.words ?? '').replace(agePart(input.words ?? ''), '').trim()

interface VerdictsProps {
  input: Input
  measuring: boolean
  onChange: (more: Partial<Input>) => void
  onTake: (item: ShelfItem) => void
  onMeasure: () => void
  onTell: (told: Schemas['Told'][]) => void
  onLeave: () => void
}

function Verdicts({ input, measuring, onChange, onTake, onMeasure, onTell, onLeave }: VerdictsProps) {
  // While an answer is on its way, the questions stay; the marks of before do not.
  const check = useQuery({ ...checkQuery(input), placeholderData: (old: Schemas['CheckAnswer'] | undefined) => old })
  const judging = check.isPlaceholderData
  const told = input.described?.told ?? []
  if (check.error)
    return (
      <>
        <Failure
          error={new Error(say('not-checked-message', { message: check.error.message }))}
          retry={() => void check.refetch()}
        />
        {told.length > 0 && (
          <Button variant="outline-primary" onClick={() => onTell(told.slice(0, -1))}>
            {say('take-the-last-answer-back')}
          </Button>
        )}
      </>
    )
  if (!check.data) return <Waiting what={say('the-verdicts')} />
  const answer = check.data
  return (
    <section className="verdicts" aria-live="polite">
      <header>
        <h3>
          {answer.name} <span className="soft">{answer.detail}</span>
        </h3>
        <Form.Select
          aria-label={say('how-the-children-meet-it')}
          value={input.use}
          onChange={(e) => onChange({ use: e.target.value as Input['use'] })}
        >
          {useWords.map(([u, w]) => (
            <option key={u} value={u}>
              {w}
            </option>
          ))}
        </Form.Select>
      </header>
      {answer.meant && (
        <p className="soft">
          {answer.question?.given
            ? say('read-as-meant', { meant: answer.meant })
            : say('not-known-as-it-is', { meant: answer.meant })}
        </p>
      )}
      {answer.said && answer.said.length > 0 && (
        <p className="soft">{say('read-from-what-you-typed', { said: answer.said.join(', ') })}</p>
      )}
      {!input.described && !measuring && (
        <Changes
          name={input.item_id ? answer.name : nameOf(input)}
          about={answer.name}
          onChange={({ id, words }) => {
            const age = agePart(input.words ?? '')
            onChange({ item_id: id, words: id ? age || undefined : words + age, answer: undefined })
          }}
        />
      )}
      {answer.question && (
        <Ask question={answer.question} takeFocus onAnswer={(given) => onChange({ answer: given })} />
      )}
      {!answer.found && !measuring && (
        <div className="not-found">
          <p>{say('we-do-not-know-this')}</p>
          {answer.nearest && answer.nearest.length > 0 && (
            <p>
              {say('or-did-you-mean')}{' '}
              {answer.nearest.map((item) => (
                <Button key={item.id} variant="outline-primary" size="sm" onClick={() => onTake(item)}>
                  {item.name}
                </Button>
              ))}
            </p>
          )}
        </div>
      )}
      {answer.asking && !measuring && (
        <>
          {told.length > 0 && (
            <ul className="marks-now" aria-label={say('so-far')}>
              {judging ? (
                <li className="soft">{say('judging')}</li>
              ) : (
                answer.for.map((f) => (
                  <li key={f.who}>
                    <b>{f.who}</b> <MarkLine mark={f.mark} />
                  </li>
                ))
              )}
            </ul>
          )}
          <AskThing asking={answer.asking} told={told} busy={judging} takeFocus onTell={onTell} />
          <p className="soft">
            {say('or')}{' '}
            <Button variant="quiet" onClick={onMeasure}>
              {say('fill-in-every-trait-yourself')}
            </Button>
          </p>
        </>
      )}
      {judging && <Waiting what={say('the-verdicts')} />}
      {(judging ? [] : answer.for).map((f) => (
        <details key={f.who} className={`room-verdict ${f.mark}`}>
          <summary>
            <span className="who">{f.who}</span>
            <MarkLine mark={f.mark} />
            <span className="soft">
              {f.findings[0]?.reason ??
                (f.portion_g ? say('no-rule-objects-at-a', { grams: grams(f.portion_g) }) : say('no-rule-objects'))}
            </span>
          </summary>
          {f.findings.map((finding) => (
            <FindingView key={finding.rule} finding={finding} />
          ))}
        </details>
      ))}
      {!judging && answer.gauge && <GaugeView gauge={answer.gauge} />}
      <p className="actions">
        {answer.recipe_id && (
          <Link to={`/recipes/${answer.recipe_id}`} onClick={onLeave}>
            {say('its-recipe')}
          </Link>
        )}
        {answer.item_id && (
          <Link to={`/shelf/${answer.item_id}`} onClick={onLeave}>
            {say('its-page-with-swaps')}
          </Link>
        )}
        <Link to="/gauge" onClick={onLeave}>
          {say('print-a-true-size-gauge')}
        </Link>
      </p>
      <p className="soft">{say('local-licensing-rules-the-label')}</p>
    </section>
  )
}
