import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { litres } from '../../ui/format'

/** What has just been opened does not stay behind the edge of the counter. */
const intoView = (e: HTMLElement | null) => e?.scrollIntoView({ block: 'nearest' })

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
        No {vessel.name.toLowerCase()} here
      </Button>
      {asked && (
        <ul className="swaps others" ref={intoView} aria-label={`Instead of the ${vessel.name.toLowerCase()}`}>
          {others.map((v) => (
            <li key={v.id}>
              <div>
                <b>{v.name}</b>
                <span className="soft">
                  {v.shape === 'wall' ? `${v.top_length_mm} mm across` : `holds ${litres(v.holds_ml ?? 0)} for play`}
                </span>
              </div>
              <Button variant="outline-primary" onClick={() => onTake(v)}>
                Take<span className="visually-hidden"> {v.name}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
