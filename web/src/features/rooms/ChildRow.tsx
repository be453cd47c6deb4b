import { Button, Form } from 'react-bootstrap'
import type { ChildInput, Schemas } from '../../api/client'
import { allergens } from './model'

interface Props {
  child: ChildInput
  index: number
  error?: { field: string; text: string }
  onChange: (child: ChildInput) => void
  onRemove: () => void
}

/** One child: two letters, a birth month, mouthing, allergies. */
export function ChildRow({ child, index, error, onChange, onRemove }: Props) {
  const who = child.initials || `child ${index + 1}`
  const change = (part: Partial<ChildInput>) => onChange({ ...child, ...part })
  const setAllergy = (i: number, part: Partial<Schemas['Allergy']>) => change({ allergies: child.allergies.map((a, j) => (i === j ? { ...a, ...part } : a)) })
  const bad = (field: string) => error?.field === field
  return (
    <li className={error ? 'child wrong' : 'child'}>
      <div className="field letters">
        <Form.Label htmlFor={`initials-${child.id}`}>Letters</Form.Label>
        <Form.Control id={`initials-${child.id}`} aria-label={`Letters of ${who}`} maxLength={2} autoCapitalize="characters" autoComplete="off" value={child.initials} isInvalid={bad('initials')} onChange={(e) => change({ initials: e.target.value.toUpperCase() })} />
      </div>
      <div className="field">
        <Form.Label htmlFor={`born-${child.id}`}>Birth month</Form.Label>
        <Form.Control id={`born-${child.id}`} aria-label={`Birth month of ${who}`} type="month" placeholder="2024-05" value={child.born} isInvalid={bad('born')} onChange={(e) => change({ born: e.target.value })} />
      </div>
      <div className="field">
        <Form.Label htmlFor={`mouths-${child.id}`}>Mouths things</Form.Label>
        <Form.Select id={`mouths-${child.id}`} aria-label={`Mouthing of ${who}`} value={child.mouths} onChange={(e) => change({ mouths: e.target.value as ChildInput['mouths'] })}>
          <option value="unknown">Not known</option>
          <option value="yes">Yes</option>
          <option value="no">No</option>
        </Form.Select>
      </div>
      <div className="field">
        <Form.Label htmlFor={`as-${child.id}`}>Judge as, months</Form.Label>
        <Form.Control
          id={`as-${child.id}`}
          aria-label={`Developmental months of ${who}`}
          inputMode="numeric"
          placeholder="by birth"
          isInvalid={bad('developmental_months')}
          value={child.developmental_months ?? ''}
          onChange={(e) => change({ developmental_months: /^\d{1,3}$/.test(e.target.value) ? Number(e.target.value) : null })}
        />
      </div>
      <div className="field allergies">
        <span className="form-label">Allergies</span>
        {child.allergies.map((a, i) => (
          <span key={i} className="allergy">
            <Form.Select aria-label={`${who} is allergic to`} value={a.to} onChange={(e) => setAllergy(i, { to: e.target.value as Schemas['Allergen'] })}>
              {allergens.map((w) => (
                <option key={w}>{w}</option>
              ))}
            </Form.Select>
            {a.to === 'other' && <Form.Control aria-label={`What ${who} is allergic to`} placeholder="to what" maxLength={60} value={a.note ?? ''} onChange={(e) => setAllergy(i, { note: e.target.value })} />}
            <Form.Select aria-label={`${who} reacts by`} value={a.by} onChange={(e) => setAllergy(i, { by: e.target.value as 'eating' | 'touch' })}>
              <option value="eating">by eating</option>
              <option value="touch">by touch or air</option>
            </Form.Select>
            <Button variant="quiet" aria-label={`Remove allergy of ${who}`} onClick={() => change({ allergies: child.allergies.filter((_, j) => j !== i) })}>
              ×
            </Button>
          </span>
        ))}
        <Button variant="quiet" onClick={() => change({ allergies: [...child.allergies, { to: 'milk', by: 'eating' }] })}>
          Add<span className="visually-hidden"> an allergy of {who}</span>
        </Button>
      </div>
      <Button className="drop" variant="quiet" onClick={onRemove}>
        Remove<span className="visually-hidden"> {who}</span>
      </Button>
      {error && (
        <p className="invalid-feedback d-block" role="alert">
          {error.text}
        </p>
      )}
    </li>
  )
}
