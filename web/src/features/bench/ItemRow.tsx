import { memo } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Base, Described, Line, Plan, PlanItem } from '../../api/client'
import { insteadOfCount, Mark } from '../../ui/Mark'
import { Stepper } from '../../ui/Stepper'
import { useWords, wordOfUse } from '../../entities/thing/words'
import { Changes } from '../../entities/thing/Changes'
import { DescribeHere } from '../../entities/thing/DescribeHere'
import { WhichKind, type Kind } from '../../entities/thing/WhichKind'
import { mostOfOne } from '../../entities/setup/model'
import { readNumber } from '../../ui/numbers'
import { amountSaid, HowMuchIn } from './HowMuchIn'
import { CompareHere } from './CompareHere'
import { NotHere } from './NotHere'
import { SetOf } from './SetOf'
import { say } from './catalogue'

/** What can be done to a line; always the same functions, so that untouched rows are not drawn again. */
export interface RowActions {
  open: (id: string | null) => void
  measure: (id: string | null) => void
  miss: (id: string | null) => void
  set: (id: string, part: Partial<PlanItem>, of?: string, text?: string) => void
  move: (id: string, to: string) => void
  drop: (id: string, name: string) => void
  take: (id: string, item_id: string, name: string, instead: string) => void
  /** A word turned out to mean one thing, or a mix. */
  became: (id: string, kind: Kind) => void
}

interface Props {
  room: string
  playAt: string
  play: Plan['play']
  labels: Plan['labels']
  base?: Base
  item: PlanItem
  line?: Line
  cups?: Line
  /** What it was picked as, until the answer names it. */
  picked?: string
  readOnly: boolean
  open: boolean
  measuring: boolean
  missing: boolean
  /** The places it can be moved to, by id and name. */
  places: [string, string][]
  at: string
  /** What it is to go through, in words. */
  through?: string
  act: RowActions
}

/** The id of the only place of a plan that is asked about one thing. */
const alone = '00000000-0000-7000-8000-000000000001'

/** How a set and what is shared are counted, in words. */
function counted(item: PlanItem, line?: Line): string {
  if (item.unsized) return amountSaid(item.unsized)
  if (line?.per_colour)
    return say('in-colours-of-each', {
      each: item.each,
      shared: item.shared ? say('in-all-2') : say('each'),
      colours: line.colours,
      perColour: line.per_colour,
    })
  return item.shared ? say('for-all') : say('each-each', { each: item.each })
}

/** Whether a thing is said by its name alone: what was measured of another is not known of it once it was changed. */
const named = (item: PlanItem) => !item.described || Object.keys(item.described).length === 1

/** One thing, with its mark and how many; opened, all that can be changed. */
export const ItemRow = memo(function ItemRow({
  room,
  playAt,
  play,
  labels,
  base,
  item,
  line,
  cups,
  picked,
  readOnly,
  open,
  measuring,
  missing,
  places,
  at,
  through,
  act,
}: Props) {
  const mark = line?.mark ?? 'not-checked'
  const name = line?.name ?? item.described?.name ?? picked ?? '…'
  return (
    <li className={`row-in of-${mark}`}>
      <Mark mark={mark} />
      <div className="name">
        <button type="button" className="opens" aria-expanded={open} onClick={() => act.open(open ? null : item.id)}>
          {name}
        </button>
        <span className="soft">
          {[counted(item, line), wordOfUse(item.use), line?.detail].filter(Boolean).join(' · ')}
        </span>
        {line?.meets && <span className="meets">{say('in-this-base', { meets: line.meets })}</span>}
        {through && line?.passes && (
          <span className="soft">
            {through}: {line.passes}
          </span>
        )}
        {cups && (
          <span className="soft into">
            <Mark mark={cups.mark} size="small" />{' '}
            {say('name-one-a-colour-holds', {
              count: cups.count,
              name: cups.name.toLowerCase(),
              holds: line?.holds ? say('each-holds-holds', { holds: line.holds }) : '',
            })}
          </span>
        )}
      </div>
      <span className="amount figure">{insteadOfCount(mark) ?? (line?.ask ? '?' : (line?.count ?? ''))}</span>
      {!readOnly && item.unsized && (
        <HowMuchIn
          pieces
          name={name}
          unsized={item.unsized}
          onSay={(each) => {
            const number = Math.round(readNumber(each) * (item.unsized?.count ?? 1))
            if (!(number >= 1 && number <= mostOfOne)) return Promise.resolve(say('type-how-many-up-to', { mostOfOne }))
            act.set(item.id, { each: number, shared: true, unsized: undefined }, undefined, `${name}: ${number}.`)
            return Promise.resolve(undefined)
          }}
          instead={{
            words: say('give-each-child-one'),
            take: () => act.set(item.id, { each: 1, shared: undefined, unsized: undefined }),
          }}
        />
      )}
      {open && (
        <div className="controls">
          {!item.unsized && (
            <Stepper
              label={item.shared ? say('name-for-all', { name }) : say('for-each-child', { name })}
              unit={item.shared ? say('in-all-2') : say('each')}
              value={item.each}
              min={1}
              max={mostOfOne}
              disabled={readOnly}
              onChange={(each) => act.set(item.id, { each }, `each-${item.id}`)}
            />
          )}
          <Form.Select
            aria-label={say('how-children-meet', { name })}
            value={item.use}
            disabled={readOnly}
            onChange={(e) => act.set(item.id, { use: e.target.value as PlanItem['use'] })}
          >
            {useWords.map(([u, w]) => (
              <option key={u} value={u}>
                {w}
              </option>
            ))}
          </Form.Select>
          {!readOnly && (
            <>
              <Form.Check
                type="switch"
                id={`shared-${item.id}`}
                label={say('for-all-together')}
                checked={item.shared ?? false}
                onChange={(e) => act.set(item.id, { shared: e.target.checked || undefined })}
              />
              <SetOf item={item} name={name} onChange={(part) => act.set(item.id, part, `set-${item.id}`)} />
              {places.length > 1 && (
                <Form.Select
                  aria-label={say('where-name-lies', { name })}
                  value={at}
                  onChange={(e) => act.move(item.id, e.target.value)}
                >
                  {places.map(([id, word]) => (
                    <option key={id} value={id}>
                      {word}
                    </option>
                  ))}
                </Form.Select>
              )}
              {item.described && (
                <Button
                  variant="quiet"
                  aria-expanded={measuring}
                  onClick={() => act.measure(measuring ? null : item.id)}
                >
                  {say('what-is-it')}
                </Button>
              )}
              {item.item_id && (
                <CompareHere
                  name={name}
                  input={{
                    room_id: room,
                    play_at: playAt,
                    play,
                    labels,
                    place: { id: alone, base, items: [item] },
                    item_id: item.id,
                  }}
                  by={['thing']}
                  onTake={(_, c) => c.item_id && act.take(item.id, c.item_id, c.name, name)}
                />
              )}
              {item.item_id && (
                <Button variant="quiet" aria-expanded={missing} onClick={() => act.miss(missing ? null : item.id)}>
                  {say('not-here')}
                  <span className="visually-hidden"> {name}</span>
                </Button>
              )}
              <Button
                variant="quiet"
                className="drop-x"
                aria-label={say('take-out-name', { name })}
                title={say('take-out')}
                onClick={() => act.drop(item.id, name)}
              >
                ×
              </Button>
            </>
          )}
        </div>
      )}
      {open && missing && item.item_id && (
        <NotHere
          name={name}
          input={{ room_id: room, play_at: playAt, item, not_here: true }}
          onTake={(s) => act.take(item.id, s.item_id, s.name, name)}
        />
      )}
      {!readOnly && !(open && measuring) && item.described && named(item) && (
        <WhichKind room={room} use={item.use} name={item.described.name} onTake={(kind) => act.became(item.id, kind)} />
      )}
      {open && !readOnly && !measuring && named(item) && line && (
        <Changes
          name={item.described?.name ?? line.name}
          about={name}
          onChange={({ id, words }) =>
            act.set(
              item.id,
              id ? { item_id: id, described: undefined } : { item_id: undefined, described: { name: words } },
            )
          }
        />
      )}
      {open && measuring && item.described && (
        <DescribeHere
          room={room}
          use={item.use}
          value={item.described}
          onChange={(described: Described) => act.set(item.id, { described })}
          onTake={(kind) => act.became(item.id, kind)}
          onDone={() => act.measure(null)}
        />
      )}
    </li>
  )
})
