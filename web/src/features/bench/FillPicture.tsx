import type { Line, Schemas } from '../../api/client'
import { grams, litres, measure, number, plural } from '../../ui/format'
import { TubSection } from './TubSection'

interface Props {
  fill: Schemas['FillAnswer']
  lines: Line[]
}

const many = (n: number) => number(n, 0)

/** How much to pour, with the vessel to scale. */
export function FillPicture({ fill, lines }: Props) {
  const { vessel, poured, ice, guess } = fill
  return (
    <>
      <TubSection fill={fill} lines={lines} />
      <div className="figures">
        <div>
          <span className="figure">{plural(fill.tubs, 'container')}</span>
          <span className="soft">
            {ice
              ? `to freeze in${vessel.cells ? `, ${vessel.cells} cells in each` : ''}`
              : vessel.cells
                ? `${vessel.cells} cells in each`
                : vessel.jar
                  ? 'for all to look into'
                  : `${plural(fill.seats, 'child', 'children')} at each`}
            {fill.turns !== undefined && fill.turns > 1 && `; ${fill.turns} turns`}
          </span>
        </div>
        {poured.length === 1 && poured[0] && <Amounts poured={poured[0]} finds={fill.finds_ml} weighed={!ice} />}
        {ice && (
          <div>
            <span className="figure">{plural(ice.pieces, 'piece')}</span>
            <span className="soft">
              of ice, {grams(ice.each_g)} each{fill.finds_ml ? ' with what is in it' : ''}; freezes in {ice.freezes},
              played with for {ice.lasts}
            </span>
          </div>
        )}
      </div>
      {poured.length > 1 && (
        <table className="layers">
          <thead className="visually-hidden">
            <tr>
              <th scope="col">Filler</th>
              <th scope="col">In each container</th>
              <th scope="col">In all</th>
            </tr>
          </thead>
          <tbody>
            {[...poured.entries()].reverse().map(([i, p]) => (
              <tr key={i}>
                <th scope="row">
                  <span className={`swatch layer-${i}`} aria-hidden="true" /> {p.name}
                </th>
                <td>
                  {p.depth_mm} mm, {litres(p.volume_ml)}, {p.cups} cups
                </td>
                <td className="figure">{grams(p.in_all_g)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {guess && (
        <p className="guess">
          <b className="figure">
            {many(guess.least)} to {many(guess.most)} pieces
          </b>{' '}
          in each: count to be sure. For about ten to guess, take things some {guess.few_mm} mm across; for twenty,{' '}
          {guess.more_mm} mm.
        </p>
      )}
      {!ice &&
        poured.map((p, i) => p.child && <ChildShare key={i} poured={p} child={p.child} several={poured.length > 1} />)}
      {poured.map((p, i) => p.reaches_mm !== undefined && <Reaches key={i} poured={p} several={poured.length > 1} />)}
    </>
  )
}

function Amounts({ poured, finds, weighed }: { poured: Schemas['Poured']; finds?: number; weighed: boolean }) {
  return (
    <>
      <div>
        <span className="figure">{litres(poured.volume_ml)}</span>
        <span className="soft">
          in each, {poured.cups} cups{finds ? `; ${litres(finds)} of hidden items lie in it` : ''}
        </span>
      </div>
      {weighed && poured.mass_g > 0 && (
        <div>
          <span className="figure">{grams(poured.mass_g)}</span>
          <span className="soft">in each, {grams(poured.in_all_g)} in all</span>
        </div>
      )}
    </>
  )
}

function ChildShare({
  poured,
  child,
  several,
}: {
  poured: Schemas['Poured']
  child: Schemas['Scoop']
  several: boolean
}) {
  return (
    <p className="soft">
      For a child to count{several ? `, ${poured.name.toLowerCase()}` : ''}: {child.count} × {measure(child.label)} fill
      one.
    </p>
  )
}

function Reaches({ poured, several }: { poured: Schemas['Poured']; several: boolean }) {
  return (
    <p className="short">
      {several ? `${poured.name}: what` : 'What'} is in the cupboard reaches {poured.reaches_mm} mm
      {poured.packs
        ? `; ${plural(poured.packs, 'pack')} more ${poured.packs === 1 ? 'makes' : 'make'} it ${poured.depth_mm} mm${poured.left_g ? ` and ${poured.packs === 1 ? 'leaves' : 'leave'} ${grams(poured.left_g)}` : ''}`
        : ''}
      . Or take fewer or smaller containers.
    </p>
  )
}
