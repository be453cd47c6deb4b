import { useQuery } from '@tanstack/react-query'
import { Form } from 'react-bootstrap'
import type { PlanItem } from '../../api/client'
import { bookQuery } from '../../entities/recipe/queries'
import { Stepper } from '../../ui/Stepper'
import { say } from './catalogue'

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
        label={say('sort-by-colour')}
        checked={sorted}
        onChange={(e) =>
          onChange(e.target.checked ? { colours: 4, cup_id: cups[0]?.id } : { colours: undefined, cup_id: undefined })
        }
      />
      {sorted && (
        <>
          <Stepper
            label={say('colours-of-name', { name })}
            unit={say('colours-2')}
            value={item.colours ?? 4}
            min={2}
            max={8}
            onChange={(colours) => onChange({ colours })}
          />
          <Form.Select
            aria-label={say('what-are-sorted-into', { name })}
            value={item.cup_id ?? ''}
            onChange={(e) => onChange({ cup_id: e.target.value || undefined })}
          >
            <option value="">{say('no-cups')}</option>
            {cups.map((c) => (
              <option key={c.id} value={c.id}>
                {say('into-name-here', { name: c.name.toLowerCase(), here: c.here && say('in-stock') })}
              </option>
            ))}
          </Form.Select>
        </>
      )}
    </>
  )
}
