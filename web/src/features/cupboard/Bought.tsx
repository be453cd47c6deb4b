import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { Field } from '../../forms/record'
import type { BuyLine } from '../../entities/stock/model'
import { useSession } from '../../session/session'
import { region } from '../../words/language'
import { readPacks, typedPack, type WrongPack } from './bought'
import { say } from './catalogue'

const wrongWords: Record<WrongPack, string> = {
  count: say('whole-packs-from-1'),
  size: say('whole-figure-from-1'),
  price: say('a-price-or-nothing'),
}

/** What was really bought, where the shop had it in another size or at another price. */
export function Bought({
  line,
  packs,
  onTake,
}: {
  line: BuyLine
  packs: Schemas['BuyPack'][]
  onTake: (packs: Schemas['BuyPack'][]) => void
}) {
  const { currency } = useSession().centre
  const decimals =
    new Intl.NumberFormat(region, { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState(() => typedPack(packs[0], decimals))
  const [wrong, setWrong] = useState<WrongPack | null>(null)
  if (!open)
    return (
      <Button variant="quiet" onClick={() => setOpen(true)}>
        {say('bought-another-size')}
        <span className="visually-hidden"> {line.name}</span>
      </Button>
    )
  const id = `bought-${line.item_id}`
  const field = (name: WrongPack, label: string, inputMode: 'numeric' | 'decimal') => (
    <Field id={`${id}-${name}`} label={label} wrong={wrong === name ? wrongWords[name] : undefined}>
      <Form.Control
        value={typed[name]}
        inputMode={inputMode}
        maxLength={12}
        isInvalid={wrong === name}
        aria-describedby={wrong === name ? `${id}-${name}-help` : undefined}
        onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
      />
    </Field>
  )
  return (
    <Form
      className="bought"
      aria-label={say('what-was-bought', { name: line.name })}
      noValidate
      onSubmit={(e) => {
        e.preventDefault()
        const read = readPacks(typed, decimals)
        if (typeof read === 'string') return setWrong(read)
        setWrong(null)
        setOpen(false)
        onTake([read])
      }}
    >
      {field('count', say('packs'), 'numeric')}
      {field('size', line.unit === 'pieces' ? say('pieces-in-one') : say('grams-in-one'), 'numeric')}
      {field('price', say('one-costs'), 'decimal')}
      <Button type="submit" variant="outline-primary">
        {say('put-in-the-basket')}
      </Button>
    </Form>
  )
}
