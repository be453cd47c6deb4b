import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Described, Schemas, ShelfItem } from '../../api/client'
import { mostOfOne } from '../../entities/setup/model'
import { Pick as PickThing } from '../../entities/thing/Pick'
import { wordsQuery } from '../../entities/thing/queries'
import { readNumber } from '../../ui/numbers'
import { HowMuchIn, uncounted, type Uncounted } from './HowMuchIn'
import { chosenOf, headingsOf, toldOf, typedAs, type Chosen } from './chosen'
import { say } from './catalogue'

interface Props {
  /** Where it goes. */
  into: string
  /** What is poured there, and how many of it there are. */
  vessel?: Pick<Schemas['WordsInput'], 'vessel_id' | 'vessels' | 'room_id'>
  /** Begins another place; undefined where there is none to add. */
  onPlace?: () => void
  /** Answers the line that each became; fails, with why, where nothing could be added. */
  onAdd: (chosen: Chosen[]) => Promise<(string | undefined)[]>
  /** How deep lies what was poured by the bag, now that somebody said how much is in one. */
  onDepth: (itemId: string, mm: number, text: string) => void
  /** How many there are of what lies there by the bag. */
  onCount: (line: string, number: number, text: string) => void
}

/** One box for all that goes in: things, mixes, vessels, with how much, in what state, and lists of them, a line each. */
export function AddBox({ into, vessel, onPlace, onAdd, onDepth, onCount }: Props) {
  const client = useQueryClient()
  const [said, setSaid] = useState('')
  const [open, setOpen] = useState<Uncounted[]>([])
  const read = (text: string): Promise<Schemas['WordsAnswer']> => client.fetchQuery(wordsQuery({ text, ...vessel }))
  const put = async (all: () => Promise<{ chosen: Chosen[]; done: string }>) => {
    try {
      const { chosen, done } = await all()
      const lines = await onAdd(chosen)
      setSaid(done)
      setOpen(uncounted(chosen, lines))
    } catch (e) {
      setSaid(say('nothing-was-added', { e: e instanceof Error ? e.message : '' }))
    }
  }
  const holds = async (one: Uncounted, each: string) => {
    const { item, count, line } = one
    const number = Math.round(readNumber(each) * count)
    if (line && !(number >= 1 && number <= mostOfOne)) return say('type-how-many-up-to', { mostOfOne })
    const [thing] = line ? [] : (await read(`${count} x ${each} ${item.name}`)).lines.flatMap((l) => l.things)
    const deep = thing?.amount?.depth_mm
    if (!line && deep === undefined) return say('type-it-as-it-is')
    const text = `${item.name}: ${thing?.amount?.words ?? number}.`
    if (line) onCount(line, number, text)
    else onDepth(item.id, deep ?? 0, text)
    setSaid(text)
    setOpen((all) => all.filter((o) => o !== one))
    return undefined
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
      {open.map((o) => (
        <HowMuchIn key={o.line ?? o.item.id} of={o} onSay={(each) => holds(o, each)} />
      ))}
      <div className="under">
        <p className="soft" role="status">
          {said || into || say('or-paste-a-list')}
        </p>
        {onPlace && (
          <Button variant="quiet" onClick={onPlace}>
            {say('another-place')}
          </Button>
        )}
      </div>
    </div>
  )
}
