import { useState, type ReactNode } from 'react'
import { usePhone } from './usePhone'

interface Props {
  title: string
  count: number
  /** It is open on a phone, too, until somebody closes it. */
  open: boolean
  children: ReactNode
}

/** A part of a page under its title, which on a phone opens on a tap. */
export function Fold({ title, count, open, children }: Props) {
  const phone = usePhone()
  const [turned, setTurned] = useState(false)
  const shown = !phone || open !== turned
  return (
    <section aria-label={title} className="fold">
      <h2>
        {phone ? (
          <button type="button" aria-expanded={shown} onClick={() => setTurned(!turned)}>
            {title} <span className="soft">{count}</span>
          </button>
        ) : (
          title
        )}
      </h2>
      {shown && children}
    </section>
  )
}
