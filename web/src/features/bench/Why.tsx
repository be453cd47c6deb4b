import type { Answer } from '../../api/client'
import { Findings } from '../../ui/Findings'
import { VerdictLine } from '../../ui/Mark'
import { objections } from './model'

/** Every objection, worst first, and what goes with every plan. */
export function Why({ answer }: { answer?: Answer }) {
  if (!answer) {
    return (
      <p className="soft" role="status">
        Checking…
      </p>
    )
  }
  const lines = objections(answer)
  return (
    <>
      {!answer.verdict && <p className="soft">Nothing is in it yet.</p>}
      {answer.verdict && lines.length === 0 && (
        <div className="finding">
          <VerdictLine verdict="goes-in" />
          <p>No rule objects for these children on this day.</p>
        </div>
      )}
      {lines.map((l, i) => (
        <Findings key={`${l.name}${i}`} findings={l.findings} about={l.name} />
      ))}
      <details className="always">
        <summary>Always, with every set-up</summary>
        <ul>
          {answer.baseline.map((b) => (
            <li key={b}>{b}</li>
          ))}
        </ul>
      </details>
    </>
  )
}
