import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { v7 } from 'uuid'
import type { Described, Line, PlanItem } from '../../api/client'
import { insteadOfCount, Mark } from '../../ui/Mark'
import { Pick } from '../../entities/thing/Pick'
import { Stepper } from '../../ui/Stepper'
import { useWords } from '../../ui/words'
import { DescribeForm } from '../../entities/thing/DescribeForm'

interface Props {
  items: PlanItem[]
  lineOf: (item: PlanItem) => Line | undefined
  readOnly: boolean
  onChange: (items: PlanItem[], removed?: string) => void
}

const most = 10

/** The loose parts and tools beside the base, each with its mark and count. */
export function ItemList({ items, lineOf, readOnly, onChange }: Props) {
  const [measuring, setMeasuring] = useState<string | null>(null)
  const [names, setNames] = useState<Record<string, string>>({})
  const set = (id: string, part: Partial<PlanItem>) => onChange(items.map((i) => (i.id === id ? { ...i, ...part } : i)))
  const add = (part: Thing, name: string) => {
    const item: PlanItem = { ...part, each: 1, use: 'open', id: v7() }
    setNames((n) => ({ ...n, [item.id]: name }))
    onChange([...items, item])
    return item.id
  }
  return (
    <>
      <ul className="in-list">
        {items.map((item) => {
          const line = lineOf(item)
          const mark = line?.mark ?? 'not-checked'
          const name = line?.name ?? item.described?.name ?? names[item.id] ?? '…'
          return (
            <li key={item.id} className={`row-in ${mark}`}>
              <Mark mark={mark} />
              <div className="name">
                <b>{name}</b>
                {line?.detail && <span className="soft"> {line.detail}</span>}
              </div>
              <span className="amount figure">{insteadOfCount(mark) ?? line?.count ?? ''}</span>
              <div className="controls">
                <Stepper label={`${name} for each child`} unit="each" value={item.each} min={1} max={500} disabled={readOnly} onChange={(each) => set(item.id, { each })} />
                <Form.Select aria-label={`How children meet ${name}`} value={item.use} disabled={readOnly} onChange={(e) => set(item.id, { use: e.target.value as PlanItem['use'] })}>
                  {useWords.map(([u, w]) => (
                    <option key={u} value={u}>
                      {w}
                    </option>
                  ))}
                </Form.Select>
                {item.described && !readOnly && (
                  <Button variant="quiet" aria-expanded={measuring === item.id} onClick={() => setMeasuring(measuring === item.id ? null : item.id)}>
                    Measure
                  </Button>
                )}
                {!readOnly && (
                  <Button variant="quiet" className="drop-x" aria-label={`Take out ${name}`} title="Take out" onClick={() => onChange(items.filter((i) => i.id !== item.id), name)}>
                    ×
                  </Button>
                )}
              </div>
              {measuring === item.id && item.described && (
                <DescribeForm
                  value={item.described}
                  onDone={(described: Described) => {
                    set(item.id, { described })
                    setMeasuring(null)
                  }}
                />
              )}
            </li>
          )
        })}
      </ul>
      {!readOnly &&
        (items.length < most ? (
          <Pick label="Add a find or a tool" placeholder="Add a find or a tool…" onPick={(item) => add({ item_id: item.id }, item.name)} onOther={(words) => setMeasuring(add({ described: { name: words } }, words))} />
        ) : (
          <p className="soft">Ten things beside the base are as many as a set-up takes.</p>
        ))}
    </>
  )
}

type Thing = Pick<PlanItem, 'item_id' | 'described'>
