import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { sumQuery } from '../../entities/setup/queries'
import { useSession } from '../../session/session'
import { money } from '../../ui/format'
import { Stepper } from '../../ui/Stepper'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'

type Sum = Schemas['Sum']
type Figure = Exclude<keyof Sum, 'kind'>

interface Asked {
  figure: Figure
  label: string
  unit: string
  from: number
  step: number
}

const ask = (figure: Figure, label: string, from: number, step: number, unit = 'mm'): Asked => ({
  figure,
  label,
  unit,
  from,
  step,
})

/** What people reckon on the side, and what each sum asks, from usual figures. */
const kinds: [Sum['kind'], string, Asked[]][] = [
  [
    'slices',
    say('slices-from-a-length'),
    [
      ask('length_mm', say('the-length'), 500, 50),
      ask('piece_mm', say('a-slice'), 30, 5),
      ask('cut_mm', say('a-cut-takes'), 1, 1),
    ],
  ],
  [
    'strips',
    say('strips-under-a-tray'),
    [ask('width_mm', say('the-tray-is-wide'), 420, 10), ask('piece_mm', say('a-strip-is-wide'), 60, 5)],
  ],
  [
    'cover',
    say('pieces-to-cover-a-tub'),
    [
      ask('length_mm', say('long'), 500, 10),
      ask('width_mm', say('wide'), 330, 10),
      ask('piece_mm', say('a-piece-across'), 60, 5),
    ],
  ],
  ['pots', say('pieces-for-numbered-pots'), [ask('pots', say('pots-numbered-from-1'), 10, 1, 'pots')]],
  [
    'holes',
    say('pieces-for-trays-with-holes'),
    [ask('holes', say('holes-in-a-tray'), 12, 1, 'holes'), ask('trays', say('trays'), 5, 1, 'trays')],
  ],
  [
    'stem',
    say('rings-on-a-stem'),
    [
      ask('length_mm', say('the-stem-long'), 260, 10),
      ask('stem_mm', say('the-stem-where-it-is'), 8, 1),
      ask('piece_mm', say('a-ring-thick'), 5, 1),
      ask('hole_mm', say('its-hole-across'), 12, 1),
    ],
  ],
  ['wall', say('a-tube-on-the-wall'), [ask('months', say('the-youngest'), 30, 1, 'months')]],
  [
    'worth',
    say('make-or-buy'),
    [
      ask('made_coins', say('making-it-costs-in-the'), 312, 10, ''),
      ask('made_uses', say('and-serves'), 5, 1, 'times'),
      ask('bought_coins', say('buying-it-costs-in-the'), 900, 10, ''),
      ask('bought_uses', say('and-serves-so-many'), 5, 1, 'times'),
      ask('children', say('children-title'), 10, 1, ''),
    ],
  ],
  [
    'rope',
    say('rope-from-dough'),
    [ask('grams', say('dough'), 120, 10, 'g'), ask('piece_mm', say('the-rope-thick'), 10, 1)],
  ],
]

/** The sums on the side, for what is made at the counter. */
export function Sums() {
  const { currency } = useSession().centre
  const [sum, setSum] = useState<Sum | null>(null)
  const asked = kinds.find(([k]) => k === sum?.kind)?.[2] ?? []
  const answer = useQuery(sumQuery(sum))
  return (
    <details className="always sums">
      <summary>{say('sums-on-the-side')}</summary>
      <Form.Select
        aria-label={say('which-sum')}
        value={sum?.kind ?? ''}
        onChange={(e) => {
          const kind = kinds.find(([k]) => k === e.target.value)
          setSum(kind ? { kind: kind[0], ...Object.fromEntries(kind[2].map((a) => [a.figure, a.from])) } : null)
        }}
      >
        <option value="">{say('choose-a-sum')}</option>
        {kinds.map(([k, words]) => (
          <option key={k} value={k}>
            {words}
          </option>
        ))}
      </Form.Select>
      {sum && (
        <div className="asked">
          {asked.map((a) => (
            <label key={a.figure}>
              <span>{a.label}</span>
              <Stepper
                label={a.label}
                measure={a.unit === 'mm' ? 'mm' : undefined}
                unit={
                  a.figure.endsWith('coins')
                    ? money(sum[a.figure] ?? a.from, currency)
                    : a.unit === 'mm'
                      ? typedIn('mm').unit
                      : a.unit
                }
                value={sum[a.figure] ?? a.from}
                min={a.figure === 'cut_mm' || a.figure.endsWith('coins') ? 0 : 1}
                max={100_000}
                step={a.step}
                onChange={(v) => setSum({ ...sum, [a.figure]: v })}
              />
            </label>
          ))}
        </div>
      )}
      {sum && (
        <p className="figure" role="status">
          {answer.error ? answer.error.message : answer.data?.says}
          {!answer.error &&
            answer.data?.bought_coins !== undefined &&
            ` ${say('made-money-bought-money2', { money: money(answer.data.made_coins ?? 0, currency), money2: money(answer.data.bought_coins, currency) })}`}
        </p>
      )}
    </details>
  )
}
