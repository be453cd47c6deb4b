import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { centreQuery, rulesQuery } from '../../entities/centre/queries'
import { usePageTitle } from '../../ui/usePageTitle'
import { Mark, markWord } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { wordOfUse } from '../../entities/thing/words'
import { say } from './catalogue'

type Rule = Schemas['Rule']

/** Every rule: what it asks, on what ground, and what it says on either side. */
export function RuleBook() {
  usePageTitle(say('rule-book'))
  const rules = useQuery(rulesQuery)
  const centre = useQuery(centreQuery)
  const [words, setWords] = useState('')
  const [band, setBand] = useState('')
  if (rules.error) {
    return (
      <main className="screen">
        <Failure error={rules.error} retry={() => void rules.refetch()} />
      </main>
    )
  }
  if (!rules.data) return <Waiting what={say('the-rule-book')} />
  const wanted = words.trim().toLowerCase()
  const shown = rules.data.filter(
    (r) => !wanted || [r.title, r.id, r.threshold, r.source].join(' ').toLowerCase().includes(wanted),
  )
  const [, , from, below] = bands.find(([b]) => b === band) ?? ['', '', 0, Infinity]
  const families = [...new Set(shown.map((r) => r.family))]
  return (
    <main className="screen rule-book">
      <header className="screen-head">
        <div>
          <h1>{say('rule-book')}</h1>
          <p className="soft" data-main>
            {say('the-worst-of-all-of', { rule: say('rules', { count: rules.data.length }) })}
          </p>
        </div>
        <div className="actions">
          <Form.Control
            aria-label={say('search-the-rules')}
            type="search"
            placeholder={say('search-beans-magnet-16-cfr')}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <Form.Select aria-label={say('age')} value={band} onChange={(e) => setBand(e.target.value)}>
            <option value="">{say('any-age')}</option>
            {bands.map(([b, name]) => (
              <option key={b} value={b}>
                {name}
              </option>
            ))}
          </Form.Select>
          <Link className="btn btn-primary" to="/settings">
            {say('stricter-rules')}
          </Link>
        </div>
      </header>
      <p className="soft reading">{say('we-use-the-youngest-of')}</p>
      {shown.length === 0 && <p>{say('no-rule-has-these-words')}</p>}
      {families.map((f) => (
        <section key={f} aria-label={f}>
          <h2>{f}</h2>
          {shown
            .filter((r) => r.family === f && (!band || r.examples.some((e) => e.months >= from && e.months < below)))
            .map((r) => (
              <RuleRow key={r.id} rule={r} band={band} ours={centre.data?.policy.minimum_months[r.id] ?? 0} />
            ))}
        </section>
      ))}
    </main>
  )
}

/** The ages that rules are told by: an id, how it is said, and from which month until before which. */
const bands: [string, string, number, number][] = [
  ['0', say('under-1'), 0, 12],
  ['1', say('1-and-2'), 12, 36],
  ['3', say('3-to-5'), 36, 72],
  ['6', say('6-and-over'), 72, Infinity],
]

function RuleRow({ rule, ours, band }: { rule: Rule; ours: number; band: string }) {
  return (
    <article className="rule" id={rule.id}>
      <div>
        <h3>{rule.title}</h3>
        <p>{rule.threshold}</p>
        <p className="source">
          {rule.source} ({rule.standing}). <code>{rule.id}</code>
        </p>
        {ours > 0 && <p className="short">{say('ours-do-not-use-under', { ours })}</p>}
      </div>
      <div>
        {bands
          .filter(([b]) => !band || b === band)
          .map(([b, name, from, below]) => {
            const here = rule.examples.filter((e) => e.months >= from && e.months < below)
            if (here.length === 0) return null
            return (
              <section key={b} className="band">
                <h4>{name}</h4>
                <ul aria-label={say('examples-of-title', { title: `${rule.title}, ${name}` })}>
                  {here.map((e) => (
                    <li key={`${e.words}${e.who}${e.use}`}>
                      <Mark mark={e.mark} size="small" />
                      <span>
                        <b>{markWord(e.mark)}</b>: {e.words}
                        <span className="soft">
                          {' '}
                          {e.who}
                          {e.use === 'open' ? '' : `, ${wordOfUse(e.use)}`}
                        </span>
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            )
          })}
      </div>
    </article>
  )
}
