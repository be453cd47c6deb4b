import { memo, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Base, Line, Place, PlaceAnswer, Plan, PlanItem } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { Stepper } from '../../ui/Stepper'
import { BaseRows } from './BaseRows'
import { ItemRow, type RowActions } from './ItemRow'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'

/** What is open in the list: one row at a time. */
export interface Opened {
  row: string | null
  measuring: string | null
  missing: string | null
}

interface Rows {
  room: string
  playAt: string
  play: Plan['play']
  labels: Plan['labels']
  items: PlanItem[]
  at: string
  /** What they lie in. */
  base?: Base
  through?: Place['through']
  lineOf: (item: PlanItem) => Line | undefined
  cupsOf: (item: PlanItem) => Line | undefined
  names: Record<string, string>
  opened: Opened
  places: [string, string][]
  readOnly: boolean
  act: RowActions
}

export function Rows({
  room,
  playAt,
  play,
  labels,
  items,
  at,
  base,
  through,
  lineOf,
  cupsOf,
  names,
  opened,
  places,
  readOnly,
  act,
}: Rows) {
  return (
    <ul className="in-list">
      {items.map((item) => (
        <ItemRow
          key={item.id}
          room={room}
          playAt={playAt}
          play={play}
          labels={labels}
          base={base}
          item={item}
          line={lineOf(item)}
          cups={cupsOf(item)}
          picked={names[item.id]}
          readOnly={readOnly}
          open={opened.row === item.id}
          measuring={opened.measuring === item.id}
          missing={opened.missing === item.id}
          places={places}
          at={at}
          through={through && say('mm-mm-way', { mm: through.mm, way: through.way })}
          act={act}
        />
      ))}
    </ul>
  )
}

interface Props extends Omit<Rows, 'items' | 'at' | 'through'> {
  place: Place
  called: string
  answer?: PlaceAnswer
  baseLines: (Line | undefined)[]
  /** The next thing goes here. */
  chosen: boolean
  /** It has a name of its own on the screen: there is more than it. */
  several: boolean
  manyPlaces: boolean
  onChoose: () => void
  onBase: (base: Base | undefined, of?: string) => void
  onSwap: (base: Base, text: string) => void
  onSet: (part: Partial<Place>, of: string) => void
  onDrop: () => void
}

/** One place of a set-up: what fills it, and what lies in it. */
export const PlaceIn = memo(function PlaceIn({
  place,
  called,
  answer,
  baseLines,
  chosen,
  several,
  manyPlaces,
  onChoose,
  onBase,
  onSwap,
  onSet,
  onDrop,
  ...rows
}: Props) {
  const [more, setMore] = useState(false)
  const tubs = answer?.fill?.tubs
  const { through } = place
  return (
    <section className={chosen ? 'place-in chosen' : 'place-in'} aria-label={called}>
      <header>
        {several ? (
          <button
            type="button"
            className="place-name"
            aria-pressed={chosen}
            title={say('the-next-thing-goes-here')}
            onClick={onChoose}
          >
            {tubs !== undefined && tubs > 1 ? `${called}, ${say('of-them', { count: tubs })}` : called}
          </button>
        ) : (
          <span className="place-name">{called}</span>
        )}
        {!rows.readOnly && (
          <>
            <Button variant="quiet" aria-expanded={more} onClick={() => setMore(!more)}>
              {say('more')}
              <span className="visually-hidden"> {say('of-called', { called })}</span>
            </Button>
            <Button
              variant="quiet"
              className="drop-x"
              aria-label={say('take-out-the-place', { called })}
              title={say('take-out')}
              onClick={onDrop}
            >
              ×
            </Button>
          </>
        )}
      </header>
      {more && (
        <div className="place-more">
          <Form.Control
            aria-label={say('name-of-the-place')}
            placeholder={called}
            value={place.name ?? ''}
            maxLength={limits.Place.name}
            onChange={(e) => onSet({ name: e.target.value || undefined }, 'name')}
          />
          <Form.Select
            aria-label={say('what-things-go-through')}
            value={through?.way ?? ''}
            onChange={(e) =>
              onSet(
                {
                  through: e.target.value
                    ? { way: e.target.value as 'hole' | 'lane', mm: through?.mm ?? 50 }
                    : undefined,
                },
                'through',
              )
            }
          >
            <option value="">{say('nothing-to-go-through')}</option>
            <option value="hole">{say('through-a-round-hole-or')}</option>
            <option value="lane">{say('through-a-lane')}</option>
          </Form.Select>
          {through && (
            <Stepper
              label={say('how-wide-it-is')}
              measure="mm"
              unit={say('mm-wide', { unit: typedIn('mm').unit })}
              value={through.mm}
              min={1}
              max={500}
              step={5}
              onChange={(mm) => onSet({ through: { ...through, mm } }, 'through')}
            />
          )}
        </div>
      )}
      {place.base ? (
        <BaseRows
          base={place.base}
          lines={baseLines}
          answer={answer}
          room={rows.room}
          playAt={rows.playAt}
          play={rows.play}
          labels={rows.labels}
          place={place.id}
          readOnly={rows.readOnly}
          of={manyPlaces ? ` ${say('of-called', { called })}` : ''}
          open={rows.opened.row === place.id}
          onOpen={() => rows.act.open(rows.opened.row === place.id ? null : place.id)}
          onChange={onBase}
          onSwap={onSwap}
        />
      ) : (
        <p className="soft">{say('nothing-fills-this-place-yet')}</p>
      )}
      <Rows {...rows} items={place.items} at={place.id} base={place.base} through={through} />
    </section>
  )
})
