import { memo, useCallback, useEffect, useRef, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import type { Described, Line, PlanItem } from '../../api/client'
import { insteadOfCount, Mark } from '../../ui/Mark'
import { Pick } from '../../entities/thing/Pick'
import { Stepper } from '../../ui/Stepper'
import { useWords, wordOfUse } from '../../ui/words'
import { DescribeHere } from '../../entities/thing/DescribeHere'

interface Props {
  room: string
  items: PlanItem[]
  lineOf: (item: PlanItem) => Line | undefined
  readOnly: boolean
  onChange: (items: PlanItem[], removed?: string) => void
}

const most = 10

/** The loose parts and tools beside the base, each with its mark and count. */
export function ItemList({ room, items, lineOf, readOnly, onChange }: Props) {
  const [opened, setOpened] = useState<string | null>(null)
  const [measuring, setMeasuring] = useState<string | null>(null)
  const [names, setNames] = useState<Record<string, string>>({})
  // Rows that nothing happened to are not drawn again: what they call is always the same.
  const now = useRef({ items, onChange })
  useEffect(() => {
    now.current = { items, onChange }
  })
  const set = useCallback((id: string, part: Partial<PlanItem>) => now.current.onChange(now.current.items.map((i) => (i.id === id ? { ...i, ...part } : i))), [])
  const drop = useCallback((id: string, name: string) => now.current.onChange(now.current.items.filter((i) => i.id !== id), name), [])
  const add = (part: Thing, name: string) => {
    const item: PlanItem = { ...part, each: 1, use: 'open', id: v7() }
    setNames((n) => ({ ...n, [item.id]: name }))
    setOpened(item.id)
    onChange([...items, item])
    return item.id
  }
  return (
    <>
      <ul className="in-list">
        {items.map((item) => (
          <Row key={item.id} room={room} item={item} line={lineOf(item)} named={names[item.id]} readOnly={readOnly} open={opened === item.id} measuring={measuring === item.id} onOpen={setOpened} onMeasure={setMeasuring} onSet={set} onDrop={drop} />
        ))}
      </ul>
      {!readOnly &&
        (items.length < most ? (
          <Pick label="Add a find or a tool" placeholder="Add a find or a tool…" families onPick={(item) => (item.kind === 'family' ? setMeasuring(add({ described: { name: item.name } }, item.name)) : add({ item_id: item.id }, item.name))} onOther={(words) => setMeasuring(add({ described: { name: words } }, words))} />
        ) : (
          <p className="soft">Ten things beside the base are as many as a set-up takes.</p>
        ))}
    </>
  )
}

interface RowProps {
  room: string
  item: PlanItem
  line?: Line
  /** What it was picked as, until the answer names it. */
  named?: string
  readOnly: boolean
  open: boolean
  measuring: boolean
  onOpen: (id: string | null) => void
  onMeasure: (id: string | null) => void
  onSet: (id: string, part: Partial<PlanItem>) => void
  onDrop: (id: string, name: string) => void
}

const Row = memo(function Row({ room, item, line, named, readOnly, open, measuring, onOpen, onMeasure, onSet, onDrop }: RowProps) {
  const mark = line?.mark ?? 'not-checked'
  const name = line?.name ?? item.described?.name ?? named ?? '…'
  return (
    <li className={`row-in of-${mark}`}>
      <Mark mark={mark} />
      <div className="name">
        <button type="button" className="opens" aria-expanded={open} onClick={() => onOpen(open ? null : item.id)}>
          {name}
        </button>
        <span className="soft">{[item.each > 0 ? `${item.each} each` : '', wordOfUse(item.use), line?.detail].filter(Boolean).join(' · ')}</span>
      </div>
      <span className="amount figure">{insteadOfCount(mark) ?? line?.count ?? ''}</span>
      {open && (
        <div className="controls">
          <Stepper label={`${name} for each child`} unit="each" value={item.each} min={1} max={500} disabled={readOnly} onChange={(each) => onSet(item.id, { each })} />
          <Form.Select aria-label={`How children meet ${name}`} value={item.use} disabled={readOnly} onChange={(e) => onSet(item.id, { use: e.target.value as PlanItem['use'] })}>
            {useWords.map(([u, w]) => (
              <option key={u} value={u}>
                {w}
              </option>
            ))}
          </Form.Select>
          {item.described && !readOnly && (
            <Button variant="quiet" aria-expanded={measuring} onClick={() => onMeasure(measuring ? null : item.id)}>
              What is it?
            </Button>
          )}
          {!readOnly && (
            <Button variant="quiet" className="drop-x" aria-label={`Take out ${name}`} title="Take out" onClick={() => onDrop(item.id, name)}>
              ×
            </Button>
          )}
        </div>
      )}
      {open && measuring && item.described && (
        <DescribeHere room={room} use={item.use} value={item.described} onChange={(described: Described) => onSet(item.id, { described })} onTake={(item_id) => onSet(item.id, { item_id, described: undefined })} onDone={() => onMeasure(null)} />
      )}
    </li>
  )
})

type Thing = Pick<PlanItem, 'item_id' | 'described'>
