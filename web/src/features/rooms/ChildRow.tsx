import { Button, Form } from 'react-bootstrap'
import type { ChildInput, Schemas } from '../../api/client'
import { limits } from '../../api/limits.gen'
import { vocabulary } from '../../api/limits.gen'
import { Month } from '../../ui/Month'
import { feelNeeds, flip, senses, senseWord, tastes, told } from '../../entities/room/model'
import { allergenWord } from '../../entities/allergen/words'
import { say } from './catalogue'

interface Props {
  child: ChildInput
  index: number
  error?: { field: string; text: string }
  onChange: (child: ChildInput) => void
  onRemove: () => void
}

/** One child: two letters, a birth month, mouthing, allergies. */
export function ChildRow({ child, index, error, onChange, onRemove }: Props) {
  const who = child.initials || say('child-index', { index: index + 1 })
  const change = (part: Partial<ChildInput>) => onChange({ ...child, ...part })
  const setAllergy = (i: number, part: Partial<Schemas['Allergy']>) =>
    change({ allergies: child.allergies.map((a, j) => (i === j ? { ...a, ...part } : a)) })
  const need = (part: Partial<Schemas['Needs']>) => change({ needs: { ...child.needs, ...part } })
  const bad = (field: string) => error?.field === field
  return (
    <li className={error ? 'child wrong' : 'child'}>
      <div className="field letters">
        <Form.Label htmlFor={`initials-${child.id}`}>{say('letters')}</Form.Label>
        <Form.Control
          id={`initials-${child.id}`}
          aria-label={say('letters-of-who', { who })}
          maxLength={2}
          autoCapitalize="characters"
          autoComplete="off"
          value={child.initials}
          isInvalid={bad('initials')}
          onChange={(e) => change({ initials: e.target.value.toUpperCase() })}
        />
      </div>
      <div className="field">
        <Form.Label htmlFor={`born-${child.id}`}>{say('birth-month')}</Form.Label>
        <Month
          id={`born-${child.id}`}
          label={say('birth-month-of', { who })}
          value={child.born}
          isInvalid={bad('born')}
          onChange={(born) => change({ born })}
        />
      </div>
      <div className="field">
        <Form.Label htmlFor={`mouths-${child.id}`}>{say('mouths-things')}</Form.Label>
        <Form.Select
          id={`mouths-${child.id}`}
          aria-label={say('mouthing-of-who', { who })}
          value={child.mouths}
          onChange={(e) => change({ mouths: e.target.value as ChildInput['mouths'] })}
        >
          <option value="unknown">{say('not-known')}</option>
          <option value="yes">{say('yes')}</option>
          <option value="no">{say('no')}</option>
        </Form.Select>
      </div>
      <div className="field">
        <Form.Label htmlFor={`as-${child.id}`}>{say('treat-as-months')}</Form.Label>
        <Form.Control
          id={`as-${child.id}`}
          aria-label={say('developmental-months-of', { who })}
          inputMode="numeric"
          placeholder={say('by-birth')}
          isInvalid={bad('developmental_months')}
          value={child.developmental_months ?? ''}
          onChange={(e) =>
            change({ developmental_months: /^\d{1,3}$/.test(e.target.value) ? Number(e.target.value) : null })
          }
        />
      </div>
      <div className="field allergies">
        <span className="form-label">{say('allergies')}</span>
        {child.allergies.map((a, i) => (
          <span key={i} className="allergy">
            <Form.Select
              aria-label={say('is-allergic-to', { who })}
              value={a.to}
              onChange={(e) => setAllergy(i, { to: e.target.value as Schemas['Allergen'] })}
            >
              {vocabulary.Allergen.map((w) => (
                <option key={w} value={w}>
                  {allergenWord(w)}
                </option>
              ))}
            </Form.Select>
            {a.to === 'other' && (
              <Form.Control
                aria-label={say('what-is-allergic-to', { who })}
                placeholder={say('to-what')}
                maxLength={limits.Allergy.note}
                value={a.note ?? ''}
                onChange={(e) => setAllergy(i, { note: e.target.value })}
              />
            )}
            <Form.Select
              aria-label={say('who-reacts-by', { who })}
              value={a.by}
              onChange={(e) => setAllergy(i, { by: e.target.value as 'eating' | 'touch' })}
            >
              <option value="eating">{say('by-eating')}</option>
              <option value="touch">{say('by-touch-or-air')}</option>
            </Form.Select>
            <Button
              variant="quiet"
              aria-label={say('remove-allergy-of', { who })}
              onClick={() => change({ allergies: child.allergies.filter((_, j) => j !== i) })}
            >
              ×
            </Button>
          </span>
        ))}
        <Button
          variant="quiet"
          onClick={() => change({ allergies: [...child.allergies, { to: 'milk', by: 'eating' }] })}
        >
          {say('add')}
          <span className="visually-hidden"> {say('an-allergy-of', { who })}</span>
        </Button>
      </div>
      <details className="needs">
        <summary>
          {say('more')}
          <span className="visually-hidden"> {say('about-who', { who })}</span>
          {told(child) && <span className="soft">: {told(child)}</span>}
        </summary>
        <div className="ticks">
          <Form.Check
            id={`swallowing-${child.id}`}
            label={say('pica-feeding-difficulty-or-seizures')}
            checked={child.needs?.swallowing ?? false}
            onChange={(e) => need({ swallowing: e.target.checked ? true : undefined })}
          />
          <Form.Check
            id={`asthma-${child.id}`}
            label={say('asthma')}
            checked={child.needs?.asthma ?? false}
            onChange={(e) => need({ asthma: e.target.checked })}
          />
          <Form.Check
            id={`eczema-${child.id}`}
            label={say('eczema-or-sore-skin')}
            checked={child.needs?.eczema ?? false}
            onChange={(e) => need({ eczema: e.target.checked })}
          />
          {senses.map((s) => (
            <Form.Group key={s} controlId={`${s}-${child.id}`} className="sense">
              <Form.Label>{senseWord(s)}</Form.Label>
              <Form.Select
                aria-label={say('who-and-s-things', { who, s: senseWord(s) })}
                value={child.needs?.avoids?.includes(s) ? 'avoids' : child.needs?.seeks?.includes(s) ? 'seeks' : ''}
                onChange={(e) => need(feelNeeds(child, s, e.target.value))}
              >
                <option value="">{say('no-note')}</option>
                <option value="avoids">{say('avoids')}</option>
                <option value="seeks">{say('seeks')}</option>
              </Form.Select>
            </Form.Group>
          ))}
        </div>
        <fieldset className="ticks eaten">
          <legend className="soft">{say('eaten-at-home-without-harm')}</legend>
          {tastes.map((a) => (
            <Form.Check
              key={a}
              id={`eaten-${a}-${child.id}`}
              label={allergenWord(a)}
              checked={child.needs?.eaten?.includes(a) ?? false}
              onChange={() => need({ eaten: flip(child.needs?.eaten ?? [], a) })}
            />
          ))}
        </fieldset>
      </details>
      <Button className="drop" variant="quiet" onClick={onRemove}>
        {say('remove')}
        <span className="visually-hidden"> {who}</span>
      </Button>
      {error && (
        <p className="invalid-feedback d-block" role="alert">
          {error.text}
        </p>
      )}
    </li>
  )
}
