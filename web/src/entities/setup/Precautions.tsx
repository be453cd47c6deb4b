import type { Schemas } from '../../api/client'

/** What adults do for a set-up, the most serious first; what one thing alone asks for says which. */
export function Precautions({ all, boxes }: { all: Schemas['Care'][]; boxes?: boolean }) {
  return (
    <ul className={boxes ? 'boxes' : 'precautions'}>
      {all.map((c) => (
        <li key={c.id}>
          {c.text}
          {c.of && <span className="soft"> ({c.of.join(', ')})</span>}
        </li>
      ))}
    </ul>
  )
}
