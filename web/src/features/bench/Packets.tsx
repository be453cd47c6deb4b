import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { say } from './catalogue'

type Packet = Schemas['Packet']

/** What the packet of a thing may say that matters here: the set-up goes by it once somebody has read the packet. */
export function Packets({ packets, onTake }: { packets: Packet[]; onTake?: (packet: Packet, taken: boolean) => void }) {
  return (
    <fieldset className="packets">
      <legend>{say('what-the-packet-says')}</legend>
      {packets.map((p) => (
        <Form.Check
          key={`${p.item_id} ${p.says}`}
          type="switch"
          id={`packet-${p.item_id}-${p.heat_treated ? 'heat' : 'free'}`}
          label={say('name-ours-says-says-here', {
            name: p.name,
            says: p.says,
            here: p.here ? say('and-is-in-the-cupboard') : '',
          })}
          checked={p.taken}
          disabled={!onTake}
          onChange={(e) => onTake?.(p, e.target.checked)}
        />
      ))}
      <p className="soft">{say('only-once-you-have-read')}</p>
    </fieldset>
  )
}
