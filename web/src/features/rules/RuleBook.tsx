import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { centreQuery, rulesQuery } from '../../entities/centre/queries'
import { usePageTitle } from '../../ui/usePageTitle'
import { plural } from '../../ui/format'
import { Mark } from '../../ui/Mark'
import { Failure, Waiting } from '../../ui/States'
import { wordOfUse } from '../../ui/words'

type Rule = Schemas['Rule']

/** Every rule: what it asks, on what ground, and what it says on either side. */
export function RuleBook() {
  usePageTitle('Rule book')
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
  if (!rules.data) return <Waiting what="the rule book" />
  const wanted = words.trim().toLowerCase()
  const shown = rules.data.filter(
    (r) => !wanted || [r.title, r.id, r.threshold, r.source].join(' ').toLowerCase().includes(wanted),
  )
  const families = [...new Set(shown.map((r) => r.family))]
  return (
    <main className="screen rule-book">
      <header className="screen-head">
        <div>
          <h1>Rule book</h1>
          <p className="soft">
            {plural(rules.data.length, 'rule')}. The worst of all of them is the verdict; a missing fact never clears.
          </p>
        </div>
        <div className="actions">
          <Form.Control
            aria-label="Search the rules"
            type="search"
            placeholder="Search: beans, magnet, 16 CFR…"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <Link className="btn btn-primary" to="/settings">
            Stricter rules
          </Link>
        </div>
      </header>
      <p className="soft reading">
        We use the youngest of calendar age, the age an educator sets, and 35 months if the child mouths things. “Quoted
        from memory” could not be looked up when it was written: check it against the current text. Local licensing
        rules, labels and health professionals come first.
      </p>
      {shown.length === 0 && <p>No rule has these words.</p>}
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
        {ours > 0 && <p className="short">Ours: do not use under {ours} months, even with precautions.</p>}
      </div>
      <ul aria-label={`Examples of ${rule.title}`}>
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
