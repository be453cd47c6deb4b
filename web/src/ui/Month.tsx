import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { month, readMonth } from './format'
import { say } from './catalogue'

interface Props {
  id: string
  label: string
  /** A month as it is written down, 2024-09, or what was typed and is none. */
  value: string
  isInvalid?: boolean
  onChange: (value: string) => void
}

/** A month as people write it, whatever the browser's language. What cannot be read is passed on as typed, to be refused by name. */
export function Month({ id, label, value, isInvalid, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  return (
    <Form.Control
      id={id}
      aria-label={label}
      placeholder={say('sep-2024')}
      autoComplete="off"
      maxLength={20}
      value={typed ?? month(value)}
      isInvalid={isInvalid || (typed === null && value !== '' && readMonth(value) === undefined)}
      onChange={(e) => {
        setTyped(e.target.value)
        onChange(readMonth(e.target.value) ?? e.target.value)
      }}
      onBlur={() => setTyped(null)}
    />
  )
}
