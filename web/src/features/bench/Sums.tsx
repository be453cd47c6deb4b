import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { sumQuery } from '../../entities/setup/queries'
import { useSession } from '../../session/session'
import { money } from '../../ui/format'
import { Stepper } from '../../ui/Stepper'

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
    'Slices from a length',
    [ask('length_mm', 'The length', 500, 50), ask('piece_mm', 'A slice', 30, 5), ask('cut_mm', 'A cut takes', 1, 1)],
  ],
  [
    'strips',
    'Strips under a tray',
    [ask('width_mm', 'The tray is wide', 420, 10), ask('piece_mm', 'A strip is wide', 60, 5)],
  ],
  [
    'cover',
    'Pieces to cover a tub',
    [ask('length_mm', 'Long', 500, 10), ask('width_mm', 'Wide', 330, 10), ask('piece_mm', 'A piece, across', 60, 5)],
  ],
  ['pots', 'Pieces for numbered pots', [ask('pots', 'Pots, numbered from 1', 10, 1, 'pots')]],
  [
    'holes',
    'Pieces for trays with holes',
    [ask('holes', 'Holes in a tray', 12, 1, 'holes'), ask('trays', 'Trays', 5, 1, 'trays')],
  ],
  [
    'stem',
    'Rings on a stem',
    [
      ask('length_mm', 'The stem, long', 260, 10),
      ask('stem_mm', 'The stem, where it is widest', 8, 1),
      ask('piece_mm', 'A ring, thick', 5, 1),
      ask('hole_mm', 'Its hole, across', 12, 1),
    ],
  ],
  ['wall', 'A tube on the wall: how high', [ask('months', 'The youngest', 30, 1, 'months')]],
  [
    'worth',
    'Make or buy',
    [
      ask('made_coins', 'Making it costs, in the smallest coin', 312, 10, ''),
      ask('made_uses', 'and serves', 5, 1, 'times'),
      ask('bought_coins', 'Buying it costs, in the smallest coin', 900, 10, ''),
      ask('bought_uses', 'and serves so many', 5, 1, 'times'),
      ask('children', 'Children', 10, 1, ''),
    ],
  ],
  ['rope', 'Rope from dough', [ask('grams', 'Dough', 120, 10, 'g'), ask('piece_mm', 'The rope, thick', 10, 1)]],
]

/** The sums on the side, for what is made at the counter. */
export function Sums() {
  const { currency } = useSession().centre
  const [sum, setSum] = useState<Sum | null>(null)
  const asked = kinds.find(([k]) => k === sum?.kind)?.[2] ?? []
  const answer = useQuery(sumQuery(sum))
  return (
    <details className="always sums">
      <summary>Sums on the side</summary>
      <Form.Select
        aria-label="Which sum"
        value={sum?.kind ?? ''}
        onChange={(e) => {
          const kind = kinds.find(([k]) => k === e.target.value)
          setSum(kind ? { kind: kind[0], ...Object.fromEntries(kind[2].map((a) => [a.figure, a.from])) } : null)
        }}
      >
        <option value="">Choose a sum</option>
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
                unit={a.figure.endsWith('coins') ? money(sum[a.figure] ?? a.from, currency) : a.unit}
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
            ` Made ${money(answer.data.made_coins ?? 0, currency)}, bought ${money(answer.data.bought_coins, currency)}.`}
        </p>
      )}
    </details>
  )
}
