import type { Line, PlaceAnswer } from '../../api/client'
import { grams, litres, measure, miss, plural, weighs } from '../../ui/format'
import { Glyph, insteadOfCount, markWord } from '../../ui/Mark'
import { say, Said } from './catalogue'

/** How much goes into one place of a set-up, on paper. */
export function Amounts({ place: { mix, fill }, children }: { place: PlaceAnswer; children: number }) {
  if (fill) {
    const { poured, ice } = fill
    const first = poured[0]
    return (
      <>
        <p>
          {plural(fill.tubs, fill.vessel.name.toLowerCase())}
          {poured.length === 1 && first && (
            <>
              <Said
                of="mm-deep-cups-in-each"
                with={{
                  depthMm: first.depth_mm,
                  grams: grams(first.mass_g),
                  litres: litres(first.volume_ml),
                  cups: first.cups,
                  grams2: grams(first.in_all_g),
                }}
                parts={{ b: <b /> }}
              />
            </>
          )}
          {!ice && '; '}
          {ice
            ? ''
            : fill.vessel.cells
              ? say('cells-in-each', { cells: fill.vessel.cells })
              : fill.vessel.jar
                ? say('for-all-to-look-into')
                : say('children-at-each', { children: say('children', { count: fill.seats }) })}
          {fill.turns !== undefined && fill.turns > 1 ? say('in-turns-turns', { turns: fill.turns }) : ''}.
          {ice && ` ${say('of-ice-freezes-in', { piece: say('pieces', { count: ice.pieces }), freezes: ice.freezes })}`}
        </p>
        {poured.length > 1 && (
          <table className="sums">
            <tbody>
              {poured.map((p, i) => (
                <tr key={i}>
                  <th scope="row">{p.name}</th>
                  <td>{fill.side_by_side ? say('beside-2') : say('depth-mm-mm', { depthMm: p.depth_mm })}</td>
                  <td>{say('litres-cups-cups', { litres: litres(p.volume_ml), cups: p.cups })}</td>
                  <td>{say('grams-in-all', { grams: grams(p.in_all_g) })}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </>
    )
  }
  if (!mix) return null
  return (
    <>
      <p>
        {mix.recipe}: <b>{grams(mix.made_g)}</b>{' '}
        {say('for-children-at-grams-colours', {
          children,
          grams: grams(mix.portion_g),
          colours:
            mix.colours > 1 && say('colours-colours-of-grams-2', { colours: mix.colours, grams: grams(mix.colour_g) }),
        })}
      </p>
      <table className="sums">
        <tbody>
          {mix.amounts.map((m) => (
            <tr key={m.item_id}>
              <th scope="row">{m.name}</th>
              <td>
                {m.scoops.map((s) => `${s.count} × ${measure(s.label)}`).join(' + ') ||
                  (m.as_needed ? '' : say('weigh-it'))}
              </td>
              <td>{weighs(m)}</td>
              <td>{m.scoops.length === 0 ? '' : m.within ? miss(m.off) : say('weigh-it')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

/** Things with their marks, and how many are laid out. */
export function Things({ lines }: { lines: Line[] }) {
  return (
    <table className="things">
      <tbody>
        {lines.map((l, i) => (
          <ThingRow key={`${l.name}${i}`} line={l} />
        ))}
      </tbody>
    </table>
  )
}

function ThingRow({ line }: { line: Line }) {
  return (
    <tr>
      <td>
        <Glyph mark={line.mark} size="small" />
      </td>
      <th scope="row">
        {line.name}
        {line.per_colour !== undefined &&
          say('in-each-of-colours', { perColour: line.per_colour, colours: line.colours ?? 0 })}
        {line.meets && ` (${line.meets})`}
      </th>
      <td>{markWord(line.mark)}</td>
      <td>{line.ask ?? (line.count > 0 && !insteadOfCount(line.mark) ? say('out-in', { count: line.count }) : '')}</td>
    </tr>
  )
}
