import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Answer, Base, Line } from '../../api/client'
import { bookQuery } from '../../entities/recipe/queries'
import { grams } from '../../ui/format'
import { Mark } from '../../ui/Mark'
import { potSizes } from '../../ui/pots'
import { RecipeOptions } from '../../ui/RecipeOptions'
import { Pick } from '../../entities/thing/Pick'
import { Failure } from '../../ui/States'
import { Stepper } from '../../ui/Stepper'
import { useWords } from '../../ui/words'
import { fillBase, mixBase } from '../../entities/setup/model'

interface Props {
  base?: Base
  line?: Line
  answer?: Answer
  readOnly: boolean
  onChange: (base?: Base) => void
}

/** What the set-up starts from: a mix by portion, or a filler poured to a depth. */
export function BasePicker({ base, line, answer, readOnly, onChange }: Props) {
  const book = useQuery(bookQuery)
  const [kind, setKind] = useState<Base['kind']>(base?.kind ?? 'mix')
  if (book.error) return <Failure error={book.error} retry={() => void book.refetch()} />
  const vessel = book.data?.vessels.find((v) => v.id === base?.vessel_id) ?? book.data?.vessels[0]
  const amount = base?.kind === 'mix' ? answer?.mix?.made_g : answer?.fill?.in_all_g
  return (
    <div className="base">
      {!readOnly && !base && (
        <div className="segments" role="group" aria-label="Start from">
          <button type="button" aria-pressed={kind === 'mix'} onClick={() => setKind('mix')}>
            A mix
          </button>
          <button type="button" aria-pressed={kind === 'fill'} onClick={() => setKind('fill')}>
            A filler
          </button>
        </div>
      )}
      {!base && kind === 'mix' && (
        <Form.Select aria-label="Recipe" value="" disabled={readOnly} onChange={(e) => e.target.value && onChange(mixBase(e.target.value))}>
          <option value="">Choose a recipe</option>
          <RecipeOptions book={book.data} />
        </Form.Select>
      )}
      {!base && kind === 'fill' && vessel && <Pick label="Filler" placeholder="Type a filler, such as split peas" part="filler" onPick={(item) => onChange(fillBase(item.id, vessel.id, Math.min(60, vessel.deepest_mm)))} />}
      {base && (
        <div className={`row-in of-${line?.mark ?? 'not-checked'}`}>
          <Mark mark={line?.mark ?? 'not-checked'} />
          <div className="name">
            {base.kind === 'mix' ? (
              <Form.Select aria-label="Recipe" value={base.recipe_id} disabled={readOnly} onChange={(e) => onChange({ ...base, recipe_id: e.target.value })}>
                <RecipeOptions book={book.data} />
              </Form.Select>
            ) : (
              <b>{line?.name ?? ' '}</b>
            )}
          </div>
          <span className="amount figure">{amount !== undefined ? grams(amount) : ''}</span>
          {!readOnly && (
            <Button variant="quiet" className="drop-x" aria-label="Take out the base" title="Take out" onClick={() => onChange(undefined)}>
              ×
            </Button>
          )}
          <div className="controls">
            {base.kind === 'mix' ? (
              <>
                <Stepper label="Grams for each child" unit="g each" value={base.portion_g ?? 120} min={1} max={2000} step={10} disabled={readOnly} onChange={(portion_g) => onChange({ ...base, portion_g })} />
                <Form.Select aria-label="How children meet the mix" value={base.use ?? 'open'} disabled={readOnly} onChange={(e) => onChange({ ...base, use: e.target.value as Base['use'] })}>
                  {useWords.map(([u, w]) => (
                    <option key={u} value={u}>
                      {w}
                    </option>
                  ))}
                </Form.Select>
                <Stepper label="Colours" unit={base.colours === 1 ? 'colour' : 'colours'} value={base.colours ?? 1} min={1} max={6} disabled={readOnly} onChange={(colours) => onChange({ ...base, colours })} />
                <Form.Select aria-label="Pot" value={base.pot_ml ?? ''} disabled={readOnly} onChange={(e) => onChange({ ...base, pot_ml: e.target.value ? Number(e.target.value) : undefined })}>
                  <option value="">any pot</option>
                  {potSizes.map((l) => (
                    <option key={l} value={l * 1000}>
                      {l} L pot
                    </option>
                  ))}
                </Form.Select>
              </>
            ) : (
              <>
                <Form.Select
                  aria-label="Vessel"
                  value={base.vessel_id}
                  disabled={readOnly}
                  onChange={(e) => {
                    const next = book.data?.vessels.find((v) => v.id === e.target.value)
                    // What is in a bag is met through the film: it is sealed.
                    if (next) onChange({ ...base, vessel_id: next.id, vessels: undefined, use: next.shape === 'bag' ? 'sealed' : vessel?.shape === 'bag' ? 'open' : base.use, depth_mm: Math.min(base.depth_mm ?? 40, next.deepest_mm) })
                  }}
                >
                  {book.data?.vessels.map((v) => (
                    <option key={v.id} value={v.id}>
                      {v.name}
                    </option>
                  ))}
                </Form.Select>
                <Stepper label="Depth" unit="mm deep" value={base.depth_mm ?? 40} min={vessel && vessel.deepest_mm < 20 ? 1 : 5} max={vessel?.deepest_mm ?? 75} step={vessel && vessel.deepest_mm < 20 ? 1 : 5} disabled={readOnly} onChange={(depth_mm) => onChange({ ...base, depth_mm })} />
                <Stepper label="Vessels" unit={answer?.fill?.tubs === 1 ? 'vessel' : 'vessels'} value={base.vessels ?? answer?.fill?.tubs ?? 1} min={1} max={40} disabled={readOnly} onChange={(vessels) => onChange({ ...base, vessels })} />
                <Form.Select aria-label="How children meet the filler" value={base.use ?? 'open'} disabled={readOnly} onChange={(e) => onChange({ ...base, use: e.target.value as Base['use'] })}>
                  {useWords.map(([u, w]) => (
                    <option key={u} value={u}>
                      {w}
                    </option>
                  ))}
                </Form.Select>
              </>
            )}
          </div>
        </div>
      )}
    </div>
  )
}
