import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Described, ShelfItem } from '../../api/client'
import { Pick } from '../../entities/thing/Pick'
import { shelfQuery } from '../../entities/thing/queries'

/** What was chosen in the box: a thing, a mix, a word for several things, or a name that the shelf does not know. */
export type Chosen = { item: ShelfItem } | { described: Described }

interface Props {
  /** Where it goes. */
  into: string
  /** Begins another place; undefined where there is none to add. */
  onPlace?: () => void
  /** Fails, with why, where nothing could be added. */
  onAdd: (chosen: Chosen[]) => Promise<void>
}

const most = 40

const told = (name: string): Chosen => ({ described: { name: name.slice(0, 60) } })

/** One box for all that goes in: it knows the shelf, the recipes, families and own things, and takes a list, a line each. */
export function AddBox({ into, onPlace, onAdd }: Props) {
  const client = useQueryClient()
  const [said, setSaid] = useState('')
  // Only a name that is written out is taken for the thing: anything else stays a question.
  const named = async (line: string): Promise<Chosen> => {
    const found = await client.fetchQuery(shelfQuery(line))
    const is = (name: string) => name.toLowerCase() === line.toLowerCase()
    if (found[0]?.kind === 'family') return told(line) // it may mean several things
    const item = found.find((i) => is(i.name) || i.also.some(is))
    return item ? { item } : told(line)
  }
  const paste = async (text: string) => {
    const lines = text
      .split('\n')
      .map((l) => l.replace(/^\s*(?:[-*•]|\d+[.)])\s+/, '').trim())
      .filter(Boolean)
    setSaid(`Reading ${lines.length} lines…`)
    await put(
      () => Promise.all(lines.slice(0, most).map(named)),
      lines.length > most ? `${most} of ${lines.length} lines are in: a set-up takes no more.` : '',
    )
  }
  const put = async (all: () => Chosen[] | Promise<Chosen[]>, done = '') => {
    try {
      await onAdd(await all())
      setSaid(done)
    } catch (e) {
      setSaid(`Nothing was added. ${e instanceof Error ? e.message : ''}`)
    }
  }
  return (
    <div
      className="add-box"
      onPaste={(e) => {
        const text = e.clipboardData.getData('text')
        if (!text.trim().includes('\n')) return
        e.preventDefault()
        void paste(text)
      }}
    >
      <Pick
        anything
        label="Add what goes in"
        placeholder="Type a filler, find, tool or mix"
        onPick={(item) => void put(() => [{ item }])}
        onOther={(words) => void put(() => [told(words)])}
      />
      <div className="under">
        <p className="soft" role="status">
          {said || into || 'A pasted list goes in line by line.'}
        </p>
        {onPlace && (
          <Button variant="quiet" onClick={onPlace}>
            Another place
          </Button>
        )}
      </div>
    </div>
  )
}
