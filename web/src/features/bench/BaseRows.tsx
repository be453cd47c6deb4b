import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Base, Line, PlaceAnswer, Plan } from '../../api/client'
import { bookQuery } from '../../entities/recipe/queries'
import { grams } from '../../ui/format'
import { insteadOfCount, Mark } from '../../ui/Mark'
import { Stepper } from '../../ui/Stepper'
import { deepestOf } from './adding'
import { HowMuchInBase } from './HowMuchIn'
import { Changes } from '../../entities/thing/Changes'
import { CompareHere } from './CompareHere'
import { NotHere } from './NotHere'
import { typedIn } from '../../words/typed'
import { say } from './catalogue'
import { FillControls, MixControls } from './BaseControls'

interface Props {
  base: Base
  lines: (Line | undefined)[]
  answer?: PlaceAnswer
  room: string
  playAt: string
  play: Plan['play']
  labels: Plan['labels']
  /** Its id. */
  place: string
  readOnly: boolean
  /** Which place it is, where there are several: " of the tray". */
  of: string
  /** All that can be changed is shown, not only how much. */
  open: boolean
  onOpen: () => void
  /** Undefined takes it out. */
  onChange: (base: Base | undefined, of?: string) => void
  onSwap: (base: Base, text: string) => void
}

/** What was done to a filler, with one change made or taken back; undefined where nothing was. */
function toggled(done: string[] = [], state = ''): string[] | undefined {
  const next = done.includes(state) ? done.filter((s) => s !== state) : [...done, state]
  return next.length > 0 ? next : undefined
}

/** What fills a place: a mix by portion, or one filler above the other. */
export function BaseRows({
  base,
  lines,
  answer,
  room,
  playAt,
  play,
  labels,
  place,
  readOnly,
  of,
  open,
  onOpen,
  onChange,
  onSwap,
}: Props) {
  const book = useQuery(bookQuery)
  const [missing, setMissing] = useState(false)
  const vessel = book.data?.vessels.find((v) => v.id === base.vessel_id)
  const layers =
    base.kind === 'fill'
      ? [
          ...(base.item_id
            ? [{ item_id: base.item_id, done: base.done, depth_mm: base.depth_mm ?? 0, unsized: base.unsized }]
            : []),
          ...(base.more ?? []),
        ]
      : []
  const poured = answer?.fill?.poured
  const several = layers.length > 1
  const setLayer = (n: number, depth_mm: number) =>
    onChange(
      n === 0
        ? { ...base, depth_mm, unsized: undefined }
        : { ...base, more: base.more?.map((l, i) => (i === n - 1 ? { ...l, depth_mm, unsized: undefined } : l)) },
      `depth-${n}`,
    )
  const setWhat = (n: number, item_id: string, done?: string[]) =>
    onChange(
      n === 0
        ? { ...base, item_id, done }
        : { ...base, more: base.more?.map((l, i) => (i === n - 1 ? { ...l, item_id, done } : l)) },
    )
  const drop = (n: number) => {
    if (!several) return onChange(undefined)
    const [first, ...more] = layers.filter((_, i) => i !== n)
    onChange({
      ...base,
      item_id: first?.item_id,
      done: first?.done,
      depth_mm: first?.unsized ? undefined : first?.depth_mm,
      unsized: first?.unsized,
      more: more.length > 0 ? more : undefined,
    })
  }
  return (
    <>
      {(base.kind === 'mix' ? [undefined] : layers).map((layer, n) => {
        const line = lines[n]
        const mark = line?.mark ?? 'not-checked'
        const name = line?.name ?? '…'
        const unsized = layer ? layer.unsized : base.unsized
        const amount = base.kind === 'mix' ? answer?.mix?.made_g : poured?.[n]?.in_all_g
        return (
          <div key={layer ? `${layer.item_id} ${n}` : 'mix'} className={`row-in of-${mark}`}>
            <Mark mark={mark} />
            <div className="name">
              <button type="button" className="opens" aria-expanded={open} onClick={onOpen}>
                {name}
              </button>
              {base.kind === 'fill' && answer?.fill?.ice && (
                <span className="soft">{say('frozen-in-freezes', { freezes: answer.fill.ice.freezes })}</span>
              )}
              {base.kind === 'fill' && poured?.[n] && !answer?.fill?.ice && (
                <span className={poured[n].packs ? 'short' : 'soft'}>
                  {say('depth-mm-mm-several-packs', {
                    depthMm: layer?.depth_mm,
                    several:
                      several &&
                      (base.side_by_side
                        ? say('side-by-side')
                        : n === 0
                          ? ` ${say('at-the-floor')}`
                          : ` ${say('over-it')}`),
                    packs: poured[n].packs ? say('more-to-buy', { packs: poured[n].packs }) : '',
                  })}
                </span>
              )}
            </div>
            <span className="amount figure">
              {insteadOfCount(mark) ?? (line?.ask ? '?' : amount ? grams(amount) : '')}
            </span>
            {!readOnly && (
              <Button
                variant="quiet"
                className="drop-x"
                aria-label={several ? say('take-out-name', { name }) : say('take-out-the-base')}
                title={say('take-out')}
                onClick={() => drop(n)}
              >
                ×
              </Button>
            )}
            {!readOnly && unsized && (
              <HowMuchInBase
                base={base}
                name={name}
                unsized={unsized}
                vessel={vessel}
                tubs={answer?.fill?.tubs}
                children={answer?.mix && Math.round(answer.mix.need_g / answer.mix.portion_g)}
                room={room}
                onDepth={(mm) => setLayer(n, mm)}
                onPortion={(portion_g) => onChange({ ...base, portion_g, unsized: undefined })}
              />
            )}
            {open && !readOnly && layer && line && (
              <Changes
                poured
                name={line.name}
                about={name}
                onChange={(c) =>
                  c.id && c.id !== layer.item_id
                    ? setWhat(n, c.id)
                    : setWhat(n, layer.item_id, toggled(layer.done, c.state))
                }
              />
            )}
            {several && !readOnly && !layer?.unsized && (
              <div className="controls">
                {(n === 0 || !base.side_by_side) && (
                  <Stepper
                    label={say('depth-of-name', { name })}
                    measure="mm"
                    unit={typedIn('mm').unit}
                    value={layer?.depth_mm ?? 0}
                    min={1}
                    max={vessel ? deepestOf(vessel, base) : 75}
                    step={5}
                    onChange={(mm) => setLayer(n, mm)}
                  />
                )}
              </div>
            )}
          </div>
        )
      })}
      <div className="row-in base-controls">
        <div className="controls">
          {base.kind === 'mix' ? (
            <MixControls base={base} readOnly={readOnly} open={open} onChange={onChange} />
          ) : (
            <>
              <FillControls
                base={base}
                vessel={vessel}
                vessels={book.data?.vessels ?? []}
                answer={answer}
                readOnly={readOnly}
                several={several}
                of={of}
                open={open || !base.item_id}
                onChange={onChange}
              />
              {open && !readOnly && base.item_id && !several && (
                <Button variant="quiet" aria-expanded={missing} onClick={() => setMissing(!missing)}>
                  {say('not-here')}
                  <span className="visually-hidden"> {lines[0]?.name}</span>
                </Button>
              )}
            </>
          )}
          {open && !readOnly && !several && lines[0] && (
            <CompareHere
              name={lines[0].name}
              input={{ room_id: room, play_at: playAt, play, labels, place: { id: place, base, items: [] } }}
              by={base.kind === 'mix' ? ['base'] : ['vessel', 'base']}
              onTake={(by, c) =>
                onSwap(
                  by === 'vessel'
                    ? {
                        ...base,
                        vessel_id: c.vessel_id,
                        vessels: undefined,
                        depth_mm: c.depth_mm,
                      }
                    : {
                        ...base,
                        recipe_id: c.recipe_id,
                        item_id: c.item_id,
                        batch_id: undefined,
                        done: undefined,
                        frozen: undefined,
                      },
                  say('in-place-of', { name: c.name, name2: (by === 'vessel' ? vessel : lines[0])?.name ?? '' }),
                )
              }
            />
          )}
        </div>
        {open && missing && !several && lines[0] && (
          <NotHere
            name={lines[0].name}
            input={{ room_id: room, play_at: playAt, base, not_here: true }}
            onTake={(s) => {
              setMissing(false)
              onSwap(
                { ...base, item_id: s.item_id, done: undefined, frozen: undefined },
                say('in-place-of', { name: s.name, name2: lines[0]?.name ?? '' }),
              )
            }}
          />
        )}
      </div>
    </>
  )
}
