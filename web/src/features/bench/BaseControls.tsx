import { useQuery } from '@tanstack/react-query'
import { useId } from 'react'
import { Form } from 'react-bootstrap'
import { useParams } from 'react-router'
import type { Base, PlaceAnswer, Schemas } from '../../api/client'
import { batchesForQuery } from '../../entities/batch/queries'
import { grams } from '../../ui/format'
import { potSizes } from '../../ui/pots'
import { Stepper } from '../../ui/Stepper'
import { useWords } from '../../entities/thing/words'
import { deepestOf, depthIn } from './adding'
import { OtherVessels } from './OtherVessels'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'

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

/** How much of a mix there is, in how many colours, fresh or from a batch. */
export function MixControls({ base, readOnly, open, onChange }: Controls) {
  const { id = '' } = useParams()
  const batches =
    useQuery(batchesForQuery(id)).data?.batches.filter(
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
          {batches.map((b) => {
            const others = b.promised?.filter((p) => p.setup_id !== id) ?? []
            const free = b.free_g ?? 0
            return (
              <option key={b.id} value={b.id} disabled={free === 0 && b.id !== base.batch_id}>
                {say(others.length > 0 ? 'from-name-free-the-rest' : 'from-name-grams-label-code', {
                  name: b.name,
                  grams: grams(free),
                  code: b.code,
                  others: others.map((p) => p.setup).join(', '),
                })}
              </option>
            )
          })}
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

/** In what a filler is poured and how deep; what is in a bag or a bottle is met through it: it is sealed. */
export function FillControls({
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
    const mm = base.item_id && !base.unsized ? depthIn(next, moved) : undefined
    const share = base.more && mm ? Math.max(1, Math.floor(mm / (1 + base.more.length))) : mm
    onChange({
      ...moved,
      depth_mm: share,
      more: base.more?.map((l) => (l.unsized ? l : { ...l, depth_mm: share ?? l.depth_mm })),
    })
  }
  const fit = (next: Base, v = vessel): Base =>
    v && next.item_id && !next.more && !next.unsized
      ? { ...next, depth_mm: Math.min(next.depth_mm ?? 40, deepestOf(v, next)) }
      : next
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
      {base.item_id && !several && !base.unsized && (
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
              onClick={() => onChange({ ...base, depth_mm: s.depth_mm, unsized: undefined })}
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
                unsized: undefined,
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
