import type { Schemas } from '../../api/client'
import { useSession } from '../../session/session'

/** The precautions that say to call: the numbers stand beside them. */
const calls = new Set(['mouthful-advice', 'beans-advice'])

/** What adults do for a set-up, the most serious first; what one thing alone asks for says which. */
export function Precautions({ all, boxes }: { all: Schemas['Care'][]; boxes?: boolean }) {
  const { centre } = useSession()
  return (
    <ul className={boxes ? 'boxes' : 'precautions'}>
      {all.map((c) => (
        <li key={c.id}>
          {c.text}
          {calls.has(c.id.split(':')[0] ?? '') && <b> {centre.emergency}</b>}
          {c.of && <span className="soft"> ({c.of.join(', ')})</span>}
        </li>
      ))}
    </ul>
  )
}
