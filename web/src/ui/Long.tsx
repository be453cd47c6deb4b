import { Children, useState, type ReactNode } from 'react'
import { Button } from 'react-bootstrap'
import { usePhone } from './usePhone'
import { say } from './catalogue'

interface Props {
  className?: string
  label?: string
  /** How many of them a phone shows at first. */
  first: number
  children: ReactNode
}

/** A list that shows its first ones on a phone, and all on a tap. */
export function Long({ className, label, first, children }: Props) {
  const phone = usePhone()
  const [all, setAll] = useState(false)
  const rows = Children.toArray(children)
  const shown = phone && !all ? rows.slice(0, first) : rows
  return (
    <>
      <ul className={className} aria-label={label}>
        {shown}
      </ul>
      {shown.length < rows.length && (
        <Button variant="outline-primary" onClick={() => setAll(true)}>
          {say('show-all-of', { count: rows.length })}
          {label && <span className="visually-hidden"> {label}</span>}
        </Button>
      )}
    </>
  )
}
