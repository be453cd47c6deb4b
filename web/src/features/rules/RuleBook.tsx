import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { centreQuery, rulesQuery } from '../../entities/centre/queries'
import { usePageTitle } from '../../ui/usePageTitle'
import { Mark } from '../../ui/Mark'
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
  const families = [...new Set(shown.map((r) => r.family))]
  return (
    <main className="screen rule-book">
      <header className="screen-head">
        <div>
          <h1>{say('rule-book')}</h1>
          <p className="soft">{say('the-worst-of-all-of', { rule: say('rules', { count: rules.data.length }) })}</p>
        </div>
        <div className="actions">
          <Form.Control
            aria-label={say('search-the-rules')}
            type="search"
            placeholder={say('search-beans-magnet-16-cfr')}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
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
            .filter((r) => r.family === f)
            .map((r) => (
              <RuleRow key={r.id} rule={r} ours={centre.data?.policy.minimum_months[r.id] ?? 0} />
            ))}
        </section>
      ))}
    </main>
  )
}

function RuleRow({ rule, ours }: { rule: Rule; ours: number }) {
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
      <ul aria-label={say('examples-of-title', { title: rule.title })}>
        {rule.examples.map((e) => (
          <li key={`${e.words}${e.who}${e.use}`}>
            <Mark mark={e.mark} size="small" />
            <span>
              {e.words}
              <span className="soft">
                {' '}
                {e.who}
                {e.use === 'open' ? '' : `, ${wordOfUse(e.use)}`}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </article>
  )
}
