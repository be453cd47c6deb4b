import { memo, use } from 'react'
import type { Finding } from '../api/client'
import { MarkLine } from './Mark'
import { ToCall } from './toCall'
import { say } from './catalogue'

/** One objection: what an adult does, the reason, what would mend it; the figures and the source folded away. */
export function FindingView({ finding, about }: { finding: Finding; about?: string }) {
  const number = use(ToCall)
  return (
    <article className="finding">
      <h3>
        <MarkLine mark={finding.mark} way={finding.way} about={about ?? finding.title} />
      </h3>
      {finding.do.length > 0 && (
        <ul>
          {finding.do.map((d, i) => (
            <li key={d}>
              {d}
              {finding.calls?.includes(i) && <>: {number}</>}
            </li>
          ))}
        </ul>
      )}
      <p>{finding.reason}</p>
      {finding.missing && (
        <p>
          {say('to-find-out', { missing: finding.missing })} {finding.way && howWords[finding.way]}
        </p>
      )}
      <p className="to-mend">{say('to-make-it-ok', { lower: lower(finding.change) })}</p>
      <details className="grounds">
        <summary>
          {say('details')}
          <span className="visually-hidden"> {say('of-about', { about: about ?? finding.title })}</span>
        </summary>
        <dl>
          {finding.numbers.map((n) => (
            <div key={n.label} style={{ display: 'contents' }}>
              <dt>{n.label}</dt>
              <dd>{n.value}</dd>
            </div>
          ))}
        </dl>
        <p className="source">
          {finding.source} ({finding.standing}).
        </p>
      </details>
    </article>
  )
}

/** How what is missing is found out. */
const howWords: Record<NonNullable<Finding['way']>, string> = {
  measure: say('measure-it'),
  read: say('read-the-label'),
  ask: say('ask-the-family'),
  name: say('have-it-named'),
}

/** The findings on one thing: the worst whole, the others folded away. */
export const Findings = memo(function Findings({ findings, about }: { findings: Finding[]; about: string }) {
  const [worst, ...others] = findings
  if (!worst) return null
  return (
    <div>
      <FindingView finding={worst} about={about} />
      {others.length > 0 && (
        <details className="finding">
          <summary>
            {say('others-on-lower', {
              others: others.length === 1 ? say('one-more-rule') : say('others-more-rules', { others: others.length }),
              lower: lower(about),
            })}
          </summary>
          {others.map((f) => (
            <FindingView key={f.rule} finding={f} />
          ))}
        </details>
      )}
    </div>
  )
})

const lower = (s: string) => s.charAt(0).toLowerCase() + s.slice(1)
