import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { litres } from '../../ui/format'
import { say } from './catalogue'

/** What has just been opened does not stay behind the edge of the counter. */
const intoView = (e: HTMLElement | null) => void e?.scrollIntoView({ block: 'nearest' })

/** Vessels to take when the one that was planned is not here. */
export function OtherVessels({
  vessel,
  vessels,
  onTake,
}: {
  vessel: Schemas['Vessel']
  vessels: Schemas['Vessel'][]
  onTake: (v: Schemas['Vessel']) => void
}) {
  const [asked, setAsked] = useState(false)
  const others = (vessel.others ?? []).flatMap((id) => vessels.find((v) => v.id === id) ?? [])
  return (
    <>
      <Button variant="quiet" aria-expanded={asked} onClick={() => setAsked(!asked)}>
        {say('no-name-here-title', { name: vessel.name.toLowerCase() })}
      </Button>
      {asked && (
        <ul
          className="swaps others"
          ref={intoView}
          aria-label={say('instead-of-the', { name: vessel.name.toLowerCase() })}
        >
          {others.map((v) => (
            <li key={v.id}>
              <div>
                <b>{v.name}</b>
                <span className="soft">
                  {v.shape === 'wall'
                    ? say('top-length-mm-mm-across', { topLengthMm: v.top_length_mm })
                    : say('holds-for-play', { litres: litres(v.holds_ml ?? 0) })}
                </span>
              </div>
              <Button variant="outline-primary" onClick={() => onTake(v)}>
                {say('take')}
                <span className="visually-hidden"> {v.name}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
