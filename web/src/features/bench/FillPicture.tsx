import type { Line, Schemas } from '../../api/client'
import { grams, litres, measure, number } from '../../ui/format'
import { TubSection } from './TubSection'
import { say } from './catalogue'

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
          <span className="figure">{say('containers', { count: fill.tubs })}</span>
          <span className="soft">
            {ice
              ? say('to-freeze-in', { cells: vessel.cells ? say('cells-in-each', { cells: vessel.cells }) : '' })
              : vessel.cells
                ? say('cells-in-each-2', { cells: vessel.cells })
                : vessel.jar
                  ? say('for-all-to-look-into')
                  : say('children-at-each', { children: say('children', { count: fill.seats }) })}
            {fill.turns !== undefined && fill.turns > 1 && say('turns-turns', { turns: fill.turns })}
          </span>
        </div>
        {poured.length === 1 && poured[0] && <Amounts poured={poured[0]} finds={fill.finds_ml} weighed={!ice} />}
        {ice && (
          <div>
            <span className="figure">{say('pieces', { count: ice.pieces })}</span>
            <span className="soft">
              {say('of-ice-each-freezes-in', {
                grams: grams(ice.each_g),
                findsMl: fill.finds_ml ? ` ${say('with-what-is-in-it')}` : '',
                freezes: ice.freezes,
                lasts: ice.lasts,
              })}
            </span>
          </div>
        )}
      </div>
      {poured.length > 1 && (
        <table className="layers">
          <thead className="visually-hidden">
            <tr>
              <th scope="col">{say('filler')}</th>
              <th scope="col">{say('in-each-container')}</th>
              <th scope="col">{say('in-all')}</th>
            </tr>
          </thead>
          <tbody>
            {[...poured.entries()].reverse().map(([i, p]) => (
              <tr key={i}>
                <th scope="row">
                  <span className={`swatch layer-${i}`} aria-hidden="true" /> {p.name}
                </th>
                <td>
                  {say('depth-mm-mm-litres-cups', { depthMm: p.depth_mm, litres: litres(p.volume_ml), cups: p.cups })}
                </td>
                <td className="figure">{grams(p.in_all_g)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {guess && (
        <p className="guess">
          <b className="figure">{say('many-to-many2-pieces', { many: many(guess.least), many2: many(guess.most) })}</b>{' '}
          {say('in-each-count-to-be', { fewMm: guess.few_mm, moreMm: guess.more_mm })}
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
          {say('in-each-cups', {
            cups: poured.cups,
            finds: finds ? say('of-hidden-items-lie-in', { litres: litres(finds) }) : '',
          })}
        </span>
      </div>
      {weighed && poured.mass_g > 0 && (
        <div>
          <span className="figure">{grams(poured.mass_g)}</span>
          <span className="soft">{say('in-each-in-all', { grams: grams(poured.in_all_g) })}</span>
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
      {say('for-a-child-to-count', {
        several: several ? `, ${poured.name.toLowerCase()}` : '',
        count: child.count,
        label: measure(child.label),
      })}
    </p>
  )
}

function Reaches({ poured, several }: { poured: Schemas['Poured']; several: boolean }) {
  return (
    <p className="short">
      {say('is-in-the-cupboard-reaches', {
        several: several ? say('name-what', { name: poured.name }) : say('what'),
        reachesMm: poured.reaches_mm,
        packs: poured.packs
          ? say('more-it-mm', {
              pack: say('packs', { count: poured.packs }),
              packs: poured.packs === 1 ? say('makes') : say('make'),
              depthMm: poured.depth_mm,
              leftG: poured.left_g
                ? ` ${say('and-packs-grams', { packs: poured.packs === 1 ? say('leaves') : say('leave'), grams: grams(poured.left_g) })}`
                : '',
            })
          : '',
      })}
    </p>
  )
}
