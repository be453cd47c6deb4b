import { Form } from 'react-bootstrap'
import { useQuery } from '@tanstack/react-query'
import type { ApiError, Room } from '../../api/client'
import { bookQuery } from '../../entities/recipe/queries'
import { potSizes } from '../../ui/pots'
import { Stepper } from '../../ui/Stepper'
import { useWords } from '../../entities/thing/words'
import { moulds, newShape, shapeText, ways, type Change, type Order, type Shape } from '../../entities/recipe/order'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'

interface Props {
  order: Order
  room: Room
  change: Change
  error?: ApiError
}

/** What says how much: children, shapes, a vessel, or what is in the cupboard. */
export function HowMuch({ order, room, change, error }: Props) {
  return (
    <section className="how-much" aria-label={say('how-much')}>
      <div className="segments" role="group" aria-label={say('what-the-amount-goes-by')}>
        {ways.map(([by, words]) => (
          <button
            key={by}
            type="button"
            aria-pressed={order.by === by}
            onClick={() => change({ by: by === 'children' ? undefined : by })}
          >
            {words}
          </button>
        ))}
      </div>
      <div className="dials">
        {order.by === 'children' && <ByChildren order={order} room={room} change={change} />}
        {order.by === 'shapes' && <ByShapes shapes={order.shapes ?? []} change={change} />}
        {order.by === 'vessel' && <ByVessel order={order} change={change} />}
        {order.by === 'cupboard' && <p className="soft">{say('the-most-that-what-has')}</p>}
      </div>
      <div className="dials">
        {order.by !== 'cupboard' && (
          <Stepper
            label={say('spare')}
            unit={say('spare-2')}
            value={order.spare_percent ?? 0}
            min={0}
            max={100}
            step={5}
            onChange={(n) => change({ spare: n ? String(n) : undefined })}
          />
        )}
        <Stepper
          label={say('colours')}
          unit={(order.colours ?? 1) === 1 ? say('colour') : say('colours-3')}
          value={order.colours ?? 1}
          min={1}
          max={6}
          onChange={(n) => change({ colours: n > 1 ? String(n) : undefined })}
        />
        <Form.Select
          aria-label={say('pot')}
          value={order.pot_ml ?? ''}
          onChange={(e) => change({ pot: e.target.value })}
        >
          <option value="">{say('any-pot')}</option>
          {potSizes.map((l) => (
            <option key={l} value={l * 1000}>
              {say('l-l-pot', { l })}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          aria-label={say('how-children-meet-the-mix')}
          value={order.use ?? 'open'}
          onChange={(e) => change({ use: e.target.value === 'open' ? undefined : e.target.value })}
        >
          {useWords.map(([u, w]) => (
            <option key={u} value={u}>
              {w}
            </option>
          ))}
        </Form.Select>
      </div>
      {error && (
        <p className="short" role="alert">
          {error.message}
        </p>
      )}
    </section>
  )
}

function ByChildren({ order, room, change }: { order: Order; room: Room; change: Change }) {
  return (
    <>
      <Stepper
        label={say('children')}
        unit={say('children-2')}
        value={order.children ?? room.group.children}
        min={1}
        max={200}
        onChange={(n) => change({ children: n === room.group.children ? undefined : String(n) })}
      />
      {order.portion_g === undefined ? (
        <button type="button" className="link" onClick={() => change({ g: '120' })}>
          {say('portion-by-age')}
        </button>
      ) : (
        <>
          <Stepper
            label={say('grams-for-each-child')}
            measure="g"
            unit={say('g-each', { unit: typedIn('g').unit })}
            value={order.portion_g}
            min={1}
            max={2000}
            step={10}
            onChange={(n) => change({ g: String(Math.round(n)) })}
          />
          <button type="button" className="link" onClick={() => change({ g: undefined })}>
            {say('by-age-instead')}
          </button>
        </>
      )}
    </>
  )
}

function ByShapes({ shapes, change }: { shapes: Shape[]; change: Change }) {
  const set = (next: Shape[]) => change({ shape: next.map(shapeText) })
  const put = (i: number, part: Partial<Shape>) => set(shapes.map((s, j) => (i === j ? { ...s, ...part } : s)))
  return (
    <div className="shapes">
      {shapes.map((s, i) => (
        <div key={i} className="shape">
          <Stepper
            label={say('how-many-shape', { i: i + 1 })}
            value={s.count}
            min={1}
            max={500}
            onChange={(count) => put(i, { count: Math.round(count) })}
          />
          <Form.Select
            aria-label={say('shape-i', { i: i + 1 })}
            value={s.mould}
            onChange={(e) => set(shapes.map((x, j) => (i === j ? newShape(e.target.value as Shape['mould']) : x)))}
          >
            {(Object.keys(moulds) as Shape['mould'][]).map((mould) => (
              <option key={mould} value={mould}>
                {s.count === 1 ? moulds[mould].words : moulds[mould].many}
              </option>
            ))}
          </Form.Select>
          {moulds[s.mould].lengths.map(([unit, usual], k) => (
            <Stepper
              key={unit}
              label={say('shape-i-unit', { i: i + 1, unit })}
              measure="mm"
              unit={unit}
              value={s.lengths_mm[k] ?? 0}
              min={1}
              max={20000}
              step={usual >= 1000 ? 100 : 5}
              onChange={(mm) => put(i, { lengths_mm: s.lengths_mm.map((x, j) => (j === k ? Math.round(mm) : x)) })}
            />
          ))}
          {shapes.length > 1 && (
            <button
              type="button"
              className="link"
              aria-label={say('take-out-shape', { i: i + 1 })}
              onClick={() => set(shapes.filter((_, j) => j !== i))}
            >
              {say('take-out')}
            </button>
          )}
        </div>
      ))}
      {shapes.length < 8 && (
        <button type="button" className="link" onClick={() => set([...shapes, newShape('snake')])}>
          {say('and-another-shape')}
        </button>
      )}
    </div>
  )
}

function ByVessel({ order, change }: { order: Order; change: Change }) {
  const book = useQuery(bookQuery)
  const vessel = book.data?.vessels.find((v) => v.id === order.vessel_id)
  return (
    <>
      <Form.Select
        aria-label={say('container-to-be-filled')}
        value={order.vessel_id ?? 'volume'}
        onChange={(e) =>
          change(
            e.target.value === 'volume'
              ? { ml: '1000', vessel: undefined, deep: undefined }
              : { ml: undefined, vessel: e.target.value, deep: undefined },
          )
        }
      >
        {book.data?.vessels.map((v) => (
          <option key={v.id} value={v.id}>
            {v.name}
          </option>
        ))}
        <option value="volume">{say('anything-of-a-known-volume')}</option>
      </Form.Select>
      {order.vessel_id ? (
        <Stepper
          label={say('depth')}
          measure="mm"
          unit={say('mm-deep', { unit: typedIn('mm').unit })}
          value={order.depth_mm ?? 20}
          min={5}
          max={vessel?.deepest_mm ?? 75}
          step={5}
          onChange={(n) => change({ deep: String(Math.round(n)) })}
        />
      ) : (
        <Stepper
          label={say('volume')}
          measure="mL"
          unit={typedIn('mL').unit}
          value={order.volume_ml ?? 1000}
          min={10}
          max={200000}
          step={100}
          onChange={(n) => change({ ml: String(Math.round(n)) })}
        />
      )}
    </>
  )
}
