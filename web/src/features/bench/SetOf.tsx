import { Form } from 'react-bootstrap'
import type { PlanItem } from '../../api/client'
import { Stepper } from '../../ui/Stepper'

interface Props {
  item: PlanItem
  name: string
  onChange: (part: Partial<PlanItem>) => void
}

/** Cups that are in most cupboards, to sort into. */
const cups: [string, string][] = [
  ['stacking-cups', 'stacking cups'],
  ['yoghurt-pots', 'yoghurt pots'],
  ['paper-cups', 'paper cups'],
  ['measuring-cups', 'measuring cups'],
]

/** A thing in colours, to be sorted, and what each colour goes into. */
export function SetOf({ item, name, onChange }: Props) {
  const sorted = item.colours !== undefined && item.colours > 1
  return (
    <>
      <Form.Check type="switch" id={`sort-${item.id}`} label="sort by colour" checked={sorted} onChange={(e) => onChange(e.target.checked ? { colours: 4, cup_id: cups[0]?.[0] } : { colours: undefined, cup_id: undefined })} />
      {sorted && (
        <>
          <Stepper label={`Colours of ${name}`} unit="colours" value={item.colours ?? 4} min={2} max={8} onChange={(colours) => onChange({ colours })} />
          <Form.Select aria-label={`What ${name} are sorted into`} value={item.cup_id ?? ''} onChange={(e) => onChange({ cup_id: e.target.value || undefined })}>
            <option value="">no cups</option>
            {cups.map(([id, word]) => (
              <option key={id} value={id}>
                into {word}
              </option>
            ))}
          </Form.Select>
        </>
      )}
    </>
  )
}
