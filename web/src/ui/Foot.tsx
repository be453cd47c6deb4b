import { useState, type ReactNode } from 'react'
import { say } from './catalogue'

/** The edge of the counter: what matters first, its figures, and what is done. On a phone it is one line that opens. */
export function Foot({ className, children }: { className: string; children: ReactNode }) {
  const [open, setOpen] = useState(false)
  return (
    <footer className={`counter on-dark ${className} ${open ? 'open' : ''}`}>
      {children}
      <button type="button" className="opener" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="visually-hidden">{open ? say('fewer-figures') : say('more-figures')}</span>
        <span aria-hidden="true">{open ? '⌄' : '⌃'}</span>
      </button>
    </footer>
  )
}
