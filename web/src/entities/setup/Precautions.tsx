import type { Schemas } from '../../api/client'
import { Numbers } from '../centre/Numbers'

/** The precautions that say to call: the numbers stand beside them. */
const calls = new Set(['mouthful-advice', 'beans-advice'])

/** What adults do for a set-up, the most serious first; what one thing alone asks for says which. */
export function Precautions({ all, boxes }: { all: Schemas['Care'][]; boxes?: boolean }) {
  return (
    <ul className={boxes ? 'boxes' : 'precautions'}>
      {all.map((c) => (
        <li key={c.id}>
          {c.text}
          {calls.has(c.id.split(':')[0] ?? '') && (
            <>
              {' '}
              <Numbers poison />
            </>
          )}
          {c.of && <span className="soft"> ({c.of.join(', ')})</span>}
        </li>
      ))}
    </ul>
  )
}
