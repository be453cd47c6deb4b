import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useId, useState, type KeyboardEvent } from 'react'
import { Form } from 'react-bootstrap'
import type { ShelfItem } from '../../api/client'
import { shelfQuery } from './queries'

interface Props {
  label: string
  placeholder: string
  part?: 'filler' | 'find' | 'tool'
  /** Mixes and families may be taken too, not only things. */
  anything?: boolean
  autoFocus?: boolean
  onPick: (item: ShelfItem, typed: string) => void
  /** Offered when the words name nothing on the shelf. */
  onOther?: (words: string) => void
  otherWord?: string
}

/** Type, and take a thing from the shelf: arrows move, Enter takes. */
export function Pick({ label, placeholder, part, anything, autoFocus, onPick, onOther, otherWord }: Props) {
  const id = useId()
  const [words, setWords] = useState('')
  const [open, setOpen] = useState(false)
  const [at, setAt] = useState(0)
  const found = useQuery({ ...shelfQuery(words, part), enabled: open })
  const offered = (all: ShelfItem[]) => (anything ? all : all.filter((i) => i.kind === 'thing'))
  const items = offered(found.data ?? [])
  const other = onOther && words.trim() !== ''
  const count = items.length + (other ? 1 : 0)
  const client = useQueryClient()
  const take = (i: number, from = items) => {
    const item = from[i]
    if (item) onPick(item, words)
    else if (other) onOther(words.trim())
    else return
    setWords('')
    setOpen(false)
    setAt(0)
  }
  const keys = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault()
      setOpen(true)
      setAt((n) => (count ? (n + (e.key === 'ArrowDown' ? 1 : count - 1)) % count : 0))
    } else if (e.key === 'Enter' && open) {
      e.preventDefault()
      // Enter may come before the matches of the last letters: it waits for them.
      client.fetchQuery(shelfQuery(words, part)).then(
        (fresh) => take(at, offered(fresh)),
        () => setOpen(true),
      )
    } else if (e.key === 'Escape' && open) {
      e.stopPropagation()
      setOpen(false)
    }
  }
  const option = (i: number) => `${id}-${i}`
  return (
    <div className="pick">
      <Form.Control
        role="combobox"
        aria-label={label}
        aria-expanded={open && count > 0}
        aria-controls={open && count > 0 ? `${id}-list` : undefined}
        aria-activedescendant={open && count > 0 ? option(at) : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        autoFocus={autoFocus}
        placeholder={placeholder}
        maxLength={100}
        value={words}
        onChange={(e) => {
          setWords(e.target.value)
          setOpen(true)
          setAt(0)
        }}
        onFocus={() => setOpen(true)}
        onBlur={() => setOpen(false)}
        onKeyDown={keys}
      />
      {open && count > 0 && (
        <ul role="listbox" id={`${id}-list`} aria-label={label}>
          {items.map((item, i) => (
            <li key={item.id} id={option(i)} role="option" aria-selected={i === at} onMouseDown={(e) => e.preventDefault()} onClick={() => take(i)}>
              <span>{item.name}</span>
              <span className="soft">{item.detail}</span>
            </li>
          ))}
          {other && (
            <li id={option(items.length)} role="option" aria-selected={items.length === at} onMouseDown={(e) => e.preventDefault()} onClick={() => take(items.length)}>
              <span>
                {otherWord ?? 'Not on the shelf: measure'} “{words.trim()}”
              </span>
            </li>
          )}
        </ul>
      )}
      {found.error && open && <p role="alert">{found.error.message}</p>}
    </div>
  )
}
