import { useQuery } from '@tanstack/react-query'
import { useId, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Base, Line, PlaceAnswer, Schemas } from '../../api/client'
import { batchesQuery } from '../../entities/batch/queries'
import { bookQuery } from '../../entities/recipe/queries'
import { grams } from '../../ui/format'
import { insteadOfCount, Mark } from '../../ui/Mark'
import { potSizes } from '../../ui/pots'
import { Stepper } from '../../ui/Stepper'
import { useWords } from '../../entities/thing/words'
import { deepestOf, depthIn } from './adding'
import { NotHere } from './NotHere'
import { OtherVessels } from './OtherVessels'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'

interface Props {
  base: Base
  lines: (Line | undefined)[]
  answer?: PlaceAnswer
  room: string
  playAt: string
  readOnly: boolean
  /** Which place it is, where there are several: " of the tray". */
  of: string
  /** All that can be changed is shown, not only how much. */
  open: boolean
  onOpen: () => void
  /** Undefined takes it out. */
  onChange: (base: Base | undefined, of?: string) => void
  onSwap: (base: Base, text: string) => void
}

/** What fills a place: a mix by portion, or one filler above the other. */
export function BaseRows({ base, lines, answer, room, playAt, readOnly, of, open, onOpen, onChange, onSwap }: Props) {
  const book = useQuery(bookQuery)
  const [missing, setMissing] = useState(false)
  const vessel = book.data?.vessels.find((v) => v.id === base.vessel_id)
  const layers =
    base.kind === 'fill'
      ? [...(base.item_id ? [{ item_id: base.item_id, depth_mm: base.depth_mm ?? 0 }] : []), ...(base.more ?? [])]
      : []
  const poured = answer?.fill?.poured
  const several = layers.length > 1
  const setLayer = (n: number, depth_mm: number) =>
    onChange(
      n === 0
        ? { ...base, depth_mm }
        : { ...base, more: base.more?.map((l, i) => (i === n - 1 ? { ...l, depth_mm } : l)) },
      `depth-${n}`,
    )
  const drop = (n: number) => {
    if (!several) return onChange(undefined)
    const [first, ...more] = layers.filter((_, i) => i !== n)
    onChange({ ...base, item_id: first?.item_id, depth_mm: first?.depth_mm, more: more.length > 0 ? more : undefined })
  }
  return (
    <>
      {(base.kind === 'mix' ? [undefined] : layers).map((layer, n) => {
        const line = lines[n]
        const mark = line?.mark ?? 'not-checked'
        const name = line?.name ?? '…'
        const amount = base.kind === 'mix' ? answer?.mix?.made_g : poured?.[n]?.in_all_g
        return (
          <div key={layer ? `${layer.item_id} ${n}` : 'mix'} className={`row-in of-${mark}`}>
            <Mark mark={mark} />
            <div className="name">
              <button type="button" className="opens" aria-expanded={open} onClick={onOpen}>
                {name}
              </button>
              {base.kind === 'fill' && answer?.fill?.ice && (
                <span className="soft">{say('frozen-in-freezes', { freezes: answer.fill.ice.freezes })}</span>
              )}
              {base.kind === 'fill' && poured?.[n] && !answer?.fill?.ice && (
                <span className={poured[n].packs ? 'short' : 'soft'}>
                  {say('depth-mm-mm-several-packs', {
                    depthMm: layer?.depth_mm,
                    several:
                      several &&
                      (base.side_by_side
                        ? say('side-by-side')
                        : n === 0
                          ? ` ${say('at-the-floor')}`
                          : ` ${say('over-it')}`),
                    packs: poured[n].packs ? say('more-to-buy', { packs: poured[n].packs }) : '',
                  })}
                </span>
              )}
            </div>
            <span className="amount figure">{insteadOfCount(mark) ?? (amount ? grams(amount) : '')}</span>
            {!readOnly && (
              <Button
                variant="quiet"
                className="drop-x"
                aria-label={several ? say('take-out-name', { name }) : say('take-out-the-base')}
                title={say('take-out')}
                onClick={() => drop(n)}
              >
                ×
              </Button>
            )}
            {several && !readOnly && (
              <div className="controls">
                {(n === 0 || !base.side_by_side) && (
                  <Stepper
                    label={say('depth-of-name', { name })}
                    measure="mm"
                    unit={typedIn('mm').unit}
                    value={layer?.depth_mm ?? 0}
                    min={1}
                    max={vessel ? deepestOf(vessel, base) : 75}
                    step={5}
                    onChange={(mm) => setLayer(n, mm)}
                  />
                )}
              </div>
            )}
          </div>
        )
      })}
      <div className="row-in base-controls">
        <div className="controls">
          {base.kind === 'mix' ? (
            <MixControls base={base} readOnly={readOnly} open={open} onChange={onChange} />
          ) : (
            <>
              <FillControls
                base={base}
                vessel={vessel}
                vessels={book.data?.vessels ?? []}
                answer={answer}
                readOnly={readOnly}
                several={several}
                of={of}
                open={open || !base.item_id}
                onChange={onChange}
              />
              {open && !readOnly && base.item_id && !several && (
                <Button variant="quiet" aria-expanded={missing} onClick={() => setMissing(!missing)}>
                  {say('not-here')}
                  <span className="visually-hidden"> {lines[0]?.name}</span>
                </Button>
              )}
            </>
          )}
        </div>
        {open && missing && !several && lines[0] && (
          <NotHere
            name={lines[0].name}
            input={{ room_id: room, play_at: playAt, base, not_here: true }}
            onTake={(s) => {
              setMissing(false)
              onSwap(
                { ...base, item_id: s.item_id, frozen: undefined },
                say('in-place-of', { name: s.name, name2: lines[0]?.name ?? '' }),
              )
            }}
          />
        )}
      </div>
    </>
  )
}

interface Controls {
  base: Base
  readOnly: boolean
  open: boolean
  onChange: (base: Base, of?: string) => void
}

/** How children meet what fills a place: sealed only in what closes, and never in an adult's hand. */
function Met({ base, what, closes, readOnly, onChange }: Omit<Controls, 'open'> & { what: string; closes: boolean }) {
  const offered = useWords.filter(([u]) => u !== 'adult-tool' && (u !== 'sealed' || closes))
  return (
    <Form.Select
      aria-label={say('how-children-meet-the', { what })}
      value={base.use ?? 'open'}
      disabled={readOnly}
      onChange={(e) => onChange({ ...base, use: e.target.value as Base['use'] })}
    >
      {offered.map(([u, w]) => (
        <option key={u} value={u}>
          {w}
        </option>
      ))}
    </Form.Select>
  )
}

function MixControls({ base, readOnly, open, onChange }: Controls) {
  const batches =
    useQuery(batchesQuery).data?.batches.filter(
      (b) => b.id === base.batch_id || (b.recipe_id === base.recipe_id && b.state === 'fine'),
    ) ?? []
  return (
    <>
      {(batches.length > 0 || base.batch_id) && (
        <Form.Select
          aria-label={say('made-fresh-or-taken-from')}
          value={base.batch_id ?? ''}
          disabled={readOnly}
          onChange={(e) => onChange({ ...base, batch_id: e.target.value || undefined })}
        >
          <option value="">{say('made-fresh')}</option>
          {batches.map((b) => (
            <option key={b.id} value={b.id}>
              {say('from-name-grams-label-code', { name: b.name, grams: grams(b.left_g), code: b.code })}
            </option>
          ))}
          {base.batch_id && !batches.some((b) => b.id === base.batch_id) && (
            <option value={base.batch_id}>{say('from-a-batch-that-is')}</option>
          )}
        </Form.Select>
      )}
      <Stepper
        label={say('grams-for-each-child')}
        measure="g"
        unit={say('g-each', { unit: typedIn('g').unit })}
        value={base.portion_g}
        min={1}
        max={2000}
        step={10}
        disabled={readOnly}
        onChange={(portion_g) => onChange({ ...base, portion_g }, 'portion')}
      />
      <Stepper
        label={say('colours-title')}
        unit={base.colours === 1 ? say('colour') : say('colours-2')}
        value={base.colours ?? 1}
        min={1}
        max={6}
        disabled={readOnly}
        onChange={(colours) => onChange({ ...base, colours }, 'colours')}
      />
      <Form.Select
        aria-label={say('pot')}
        value={base.pot_ml ?? ''}
        disabled={readOnly}
        onChange={(e) => onChange({ ...base, pot_ml: e.target.value ? Number(e.target.value) : undefined })}
      >
        <option value="">{say('any-pot')}</option>
        {potSizes.map((l) => (
          <option key={l} value={l * 1000}>
            {say('l-l-pot', { l })}
          </option>
        ))}
      </Form.Select>
      {(open || (base.use ?? 'open') !== 'open') && (
        <Met base={base} what={say('mix')} closes readOnly={readOnly} onChange={onChange} />
      )}
    </>
  )
}

/** What is in a bag or a bottle is met through it: it is sealed. */

function FillControls({
  base,
  vessel,
  vessels,
  answer,
  readOnly,
  several,
  of,
  open,
  onChange,
}: Controls & {
  of: string
  vessel?: Schemas['Vessel']
  vessels: Schemas['Vessel'][]
  answer?: PlaceAnswer
  several: boolean
}) {
  const id = useId()
  const deepest = vessel ? deepestOf(vessel, base) : 75
  const fine = deepest < 20
  const pour = (next: Schemas['Vessel']) => {
    const use = next.closes ? 'sealed' : base.use === 'sealed' ? 'open' : base.use
    const moved: Base = {
      ...base,
      vessel_id: next.id,
      vessels: undefined,
      depth_mm: next.jar && next.closes ? next.closed_mm : base.depth_mm,
      use,
      frozen: base.frozen && next.shape !== 'bottle' ? true : undefined,
    }
    const mm = base.item_id ? depthIn(next, moved) : undefined
    const share = base.more && mm ? Math.max(1, Math.floor(mm / (1 + base.more.length))) : mm
    onChange({ ...moved, depth_mm: share, more: base.more?.map((l) => ({ ...l, depth_mm: share ?? l.depth_mm })) })
  }
  const fit = (next: Base, v = vessel): Base =>
    v && next.item_id && !next.more ? { ...next, depth_mm: Math.min(next.depth_mm ?? 40, deepestOf(v, next)) } : next
  const liquid = answer?.fill?.poured.length === 1 && answer.fill.poured[0]?.liquid
  return (
    <>
      <Form.Select
        aria-label={say('container-of', { of })}
        value={base.vessel_id}
        disabled={readOnly}
        onChange={(e) => {
          const next = vessels.find((v) => v.id === e.target.value)
          if (next) pour(next)
        }}
      >
        {vessels.map((v) => (
          <option key={v.id} value={v.id}>
            {v.name}
          </option>
        ))}
      </Form.Select>
      {base.item_id && !several && (
        <Stepper
          label={say('depth-of', { of })}
          measure="mm"
          unit={say('mm-deep', { unit: typedIn('mm').unit })}
          value={base.depth_mm ?? 40}
          min={fine ? 1 : 5}
          max={deepest}
          step={fine ? 1 : 5}
          disabled={readOnly}
          onChange={(depth_mm) => onChange({ ...base, depth_mm }, 'depth 0')}
        />
      )}
      <Stepper
        label={say('containers-of', { of })}
        unit={answer?.fill?.tubs === 1 ? say('container') : say('containers-2')}
        value={base.vessels ?? answer?.fill?.tubs ?? 1}
        min={1}
        max={40}
        disabled={readOnly}
        onChange={(n) => onChange({ ...base, vessels: n }, 'vessels')}
      />
      {(open || (base.use ?? 'open') !== 'open') && base.item_id && (
        <Met
          base={base}
          what={say('filler-2')}
          closes={vessel?.closes ?? false}
          readOnly={readOnly}
          onChange={(next) => onChange(fit(next))}
        />
      )}
      {open && !readOnly && base.item_id && !several && !base.frozen && !liquid && vessel?.styles && (
        <div className="styles" role="group" aria-label={say('as-deep-as-it-is')}>
          {vessel.styles.map((s) => (
            <button
              key={s.words}
              type="button"
              aria-pressed={base.depth_mm === s.depth_mm}
              onClick={() => onChange({ ...base, depth_mm: s.depth_mm })}
            >
              {s.words}
            </button>
          ))}
        </div>
      )}
      {(open || base.frozen) && !readOnly && (liquid || base.frozen) && vessel?.shape !== 'bottle' && (
        <Form.Check
          type="switch"
          id={`${id}-frozen`}
          label={say('freeze-it')}
          checked={base.frozen ?? false}
          onChange={(e) =>
            onChange(
              fit({
                ...base,
                frozen: e.target.checked || undefined,
                depth_mm: e.target.checked && vessel ? vessel.frozen_mm : base.depth_mm,
              }),
            )
          }
        />
      )}
      {open && !readOnly && vessel && base.item_id && <OtherVessels vessel={vessel} vessels={vessels} onTake={pour} />}
      {!readOnly && several && (
        <Form.Check
          type="switch"
          id={`${id}-beside`}
          label={say('side-by-side-2')}
          checked={base.side_by_side ?? false}
          onChange={(e) => onChange({ ...base, side_by_side: e.target.checked || undefined })}
        />
      )}
    </>
  )
}
