import { useQuery } from '@tanstack/react-query'
import { Form } from 'react-bootstrap'
import type { PlanItem } from '../../api/client'
import { bookQuery } from '../../entities/recipe/queries'
import { Stepper } from '../../ui/Stepper'

interface Props {
  item: PlanItem
  name: string
  onChange: (part: Partial<PlanItem>) => void
}

/** A thing in colours, to be sorted, and what each colour goes into. */
export function SetOf({ item, name, onChange }: Props) {
  const cups = useQuery(bookQuery).data?.cups ?? []
  const sorted = item.colours !== undefined && item.colours > 1
  return (
    <>
      <Form.Check
        type="switch"
        id={`sort-${item.id}`}
        label="sort by colour"
        checked={sorted}
        onChange={(e) =>
          onChange(e.target.checked ? { colours: 4, cup_id: cups[0]?.id } : { colours: undefined, cup_id: undefined })
        }
      />
      {sorted && (
        <>
          <Stepper
            label={`Colours of ${name}`}
            unit="colours"
            value={item.colours ?? 4}
            min={2}
            max={8}
            onChange={(colours) => onChange({ colours })}
          />
          <Form.Select
            aria-label={`What ${name} are sorted into`}
            value={item.cup_id ?? ''}
            onChange={(e) => onChange({ cup_id: e.target.value || undefined })}
          >
            <option value="">no cups</option>
            {cups.map((c) => (
              <option key={c.id} value={c.id}>
                into {c.name.toLowerCase()}
                {c.here && ', in stock'}
              </option>
            ))}
          </Form.Select>
        </>
      )}
    </>
  )
}
