import type { Schemas } from '../../api/client'
import { Numbers } from '../centre/Numbers'

/** What adults do for a set-up, the most serious first; what one thing alone asks for says which. */
export function Precautions({ all, boxes }: { all: Schemas['Care'][]; boxes?: boolean }) {
  return (
    <ul className={boxes ? 'boxes' : 'precautions'}>
      {all.map((c) => (
        <li key={c.id}>
          {c.text}
          {c.calls && (
            <>
              : <Numbers poison />
            </>
          )}
          {c.of && <span className="soft"> ({c.of.join(', ')})</span>}
        </li>
      ))}
    </ul>
  )
}
