import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Described, Schemas, ShelfItem } from '../../api/client'
import { Pick as PickThing } from '../../entities/thing/Pick'
import { wordsQuery } from '../../entities/thing/queries'
import { chosenOf, headingsOf, toldOf, typedAs, type Chosen } from './chosen'
import { say } from './catalogue'

interface Props {
  /** Where it goes. */
  into: string
  /** What is poured there, and how many of it there are. */
  vessel?: Pick<Schemas['WordsInput'], 'vessel_id' | 'vessels' | 'room_id'>
  /** Another way to take what was added last. */
  other?: { words: string; onTake: () => void }
  /** Begins another place; undefined where there is none to add. */
  onPlace?: () => void
  /** Something else was typed: what was asked about is left. */
  onTyped: () => void
  /** Fails, with why, where nothing could be added; answers what has to be said of how it was. */
  onAdd: (chosen: Chosen[]) => Promise<string | undefined>
}

/** One box for all that goes in: things, mixes, vessels, with how much, in what state, and lists of them, a line each. */
export function AddBox({ into, vessel, other: instead, onPlace, onTyped, onAdd }: Props) {
  const client = useQueryClient()
  const [said, setSaid] = useState('')
  const read = (text: string): Promise<Schemas['WordsAnswer']> => client.fetchQuery(wordsQuery({ text, ...vessel }))
  const put = async (all: () => Promise<{ chosen: Chosen[]; done: string }>) => {
    onTyped()
    try {
      const { chosen, done } = await all()
      const how = await onAdd(chosen)
      setSaid([done, how].filter(Boolean).join(' '))
    } catch (e) {
      setSaid(say('nothing-was-added', { e: e instanceof Error ? e.message : '' }))
    }
  }
  const paste = (text: string) => {
    setSaid(say('reading-split-lines', { split: text.trim().split('\n').length }))
    return put(async () => {
      const answer = await read(text)
      const chosen = answer.lines.flatMap((l) => l.things.flatMap(chosenOf))
      const headings = headingsOf(answer)
        .map((h) => say('is-taken-for-a-heading', { h }))
        .join(' ')
      const left =
        answer.left > 0
          ? say('of-lines-are-in-a', { lines: answer.lines.length, lines2: answer.lines.length + answer.left })
          : ''
      return { chosen, done: [headings, toldOf(chosen), left].filter(Boolean).join(' ') }
    })
  }
  const pick = (item: ShelfItem, typed: string) =>
    put(async () => {
      if (item.name.toLowerCase() === typed.trim().toLowerCase()) return { chosen: [{ item }], done: '' }
      const chosen = typedAs(item, await read(typed))
      return { chosen, done: toldOf(chosen) }
    })
  const other = (typed: string) =>
    put(async () => {
      const chosen = (await read(typed)).lines.flatMap((l) => l.things.flatMap(chosenOf))
      const described: Described = { name: typed.slice(0, 60) }
      return chosen.length > 0 ? { chosen, done: toldOf(chosen) } : { chosen: [{ described }], done: '' }
    })
  return (
    <div className="add-box">
      <PickThing
        anything
        label={say('add-what-goes-in')}
        placeholder={say('type-a-filler-item-tool')}
        onPick={(item, typed) => void pick(item, typed)}
        onOther={(words) => void other(words)}
        onLines={(text) => void paste(text)}
      />
      <div className="under">
        <p className="soft" role="status">
          {said || into || say('or-paste-a-list')}
        </p>
        {instead && (
          <Button
            variant="outline-primary"
            onClick={() => {
              setSaid('')
              instead.onTake()
            }}
          >
            {instead.words}
          </Button>
        )}
        {onPlace && (
          <Button variant="quiet" onClick={onPlace}>
            {say('another-place')}
          </Button>
        )}
      </div>
    </div>
  )
}
