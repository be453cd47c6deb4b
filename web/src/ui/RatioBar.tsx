import { share } from './format'
import { say } from './catalogue'

interface Part {
  item_id: string
  name: string
  exact_g: number
  as_needed?: boolean
}

/** The pigment of an ingredient, by its place in the recipe. */
export const tint = (i: number) => `tint-${i % 6}`

/** A mix by mass as one bar, each part with its name where there is room for it. */
export function RatioBar({ amounts, thin }: { amounts: Part[]; thin?: boolean }) {
  const total = amounts.reduce((sum, a) => sum + a.exact_g, 0)
  const label = amounts.map((a) => `${a.name} ${a.as_needed ? say('as-needed') : share(a.exact_g / total)}`).join(', ')
  return (
    <div className={thin ? 'ratio-bar thin' : 'ratio-bar'} role="img" aria-label={say('by-weight-label', { label })}>
      {amounts.map((a, i) =>
        a.exact_g > 0 ? (
          <span key={a.item_id} className={tint(i)} style={{ flexGrow: a.exact_g / total }}>
            {!thin && a.exact_g / total > 0.09 && `${a.name.toLowerCase()} ${share(a.exact_g / total)}`}
          </span>
        ) : null,
      )}
    </div>
  )
}
