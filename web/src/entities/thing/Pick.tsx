import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCombobox } from 'downshift'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { Form } from 'react-bootstrap'
import type { ShelfItem } from '../../api/client'
import { shelfQuery } from './queries'
import { say } from './catalogue'

interface Props {
  label: string
  placeholder: string
  part?: 'filler' | 'find' | 'tool'
  /** Mixes and families may be taken too, not only things. */
  anything?: boolean
  /** Families may be taken too: what is added asks which of them it is. */
  families?: boolean
  autoFocus?: boolean
  onPick: (item: ShelfItem, typed: string) => void
  /** Offered when the words name nothing on the shelf. */
  onOther?: (words: string) => void
  otherWord?: string
  /** Takes several lines that are pasted at once. */
  onLines?: (text: string) => void
}

/** What is offered: a thing, or the words themselves to be measured. */
type Choice = ShelfItem | 'other'

/** Type, and take a thing from the shelf: arrows move, Enter takes. */
export function Pick({
  label,
  placeholder,
  part,
  anything,
  families,
  autoFocus,
  onPick,
  onOther,
  otherWord,
  onLines,
}: Props) {
  const [words, setWords] = useState('')
  const client = useQueryClient()
  const offered = (all: ShelfItem[], typed: string): Choice[] => [
    ...(anything ? all : all.filter((i) => i.kind === 'thing' || (families && i.kind === 'family'))),
    ...(onOther && typed.trim() ? (['other'] as const) : []),
  ]
  const take = (choice: Choice | undefined, typed: string) => {
    if (choice === undefined) return
    if (choice === 'other') onOther?.(typed.trim())
    else onPick(choice, typed)
    combobox.reset()
    setWords('')
  }
  const [asked, setAsked] = useState(false)
  const found = useQuery({ ...shelfQuery(words, part), enabled: asked })
  const choices = offered(found.data ?? [], words)
  const combobox = useCombobox<Choice>({
    items: choices,
    inputValue: words,
    selectedItem: null, // what is taken leaves the field empty
    defaultHighlightedIndex: 0,
    itemToString: () => '',
    itemToKey: (choice) => (choice === null || choice === 'other' ? choice : choice.id),
    onIsOpenChange: ({ isOpen }) => isOpen && setAsked(true),
    onStateChange: ({ type, selectedItem }) => {
      if (type === useCombobox.stateChangeTypes.ItemClick) take(selectedItem ?? undefined, words)
    },
  })
  const { isOpen, highlightedIndex } = combobox
  const box = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!autoFocus) return
    // In a panel that only begins to slide in, the field cannot take the focus yet.
    const focus = () => box.current?.querySelector('input')?.focus({ preventScroll: true })
    focus()
    const frame = requestAnimationFrame(focus)
    return () => cancelAnimationFrame(frame)
  }, [autoFocus])
  const open = isOpen && choices.length > 0
  return (
    <div className="pick" ref={box}>
      <Form.Control
        {...combobox.getInputProps({
          'aria-label': label,
          'aria-labelledby': undefined,
          placeholder,
          maxLength: 100,
          onChange: (e) => setWords(e.currentTarget.value),
          onPaste: (e) => {
            const text = e.clipboardData.getData('text')
            if (!onLines || !text.trim().includes('\n')) return
            e.preventDefault()
            combobox.closeMenu()
            onLines(text)
          },
          onKeyDown: (e) => {
            if (e.key === 'Enter' && isOpen) {
              e.preventDefault()
              notAtOnce(e)
              // Enter may come before the matches of the last letters: it waits for them.
              client.fetchQuery(shelfQuery(words, part)).then(
                (fresh) => take(offered(fresh, words)[Math.max(0, highlightedIndex)], words),
                () => combobox.openMenu(),
              )
            } else if (e.key === 'Escape') {
              // It closes the list, and where there is none, what the field stands in.
              if (open) e.stopPropagation()
              else notAtOnce(e)
            }
          },
        })}
      />
      <ul {...combobox.getMenuProps({ 'aria-label': label, 'aria-labelledby': undefined, hidden: !open })}>
        {open &&
          choices.map((choice, index) => (
            <li key={choice === 'other' ? choice : choice.id} {...combobox.getItemProps({ item: choice, index })}>
              {choice === 'other' ? (
                <span>
                  {otherWord ?? say('not-known-yet-add')} “{words.trim()}”
                </span>
              ) : (
                <>
                  <span>{choice.name}</span>
                  <span className="soft">{choice.detail}</span>
                </>
              )}
            </li>
          ))}
      </ul>
      {found.error && isOpen && <p role="alert">{found.error.message}</p>}
    </div>
  )
}

/** Downshift would take the choice that it knows at once. */
function notAtOnce(e: KeyboardEvent) {
  ;(e.nativeEvent as typeof e.nativeEvent & { preventDownshiftDefault?: boolean }).preventDownshiftDefault = true
}
