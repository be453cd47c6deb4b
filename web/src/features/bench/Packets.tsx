import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'

type Packet = Schemas['Packet']

/** What the packet of a thing may say that matters here: the set-up goes by it once somebody has read the packet. */
export function Packets({ packets, onTake }: { packets: Packet[]; onTake?: (packet: Packet, taken: boolean) => void }) {
  return (
    <fieldset className="packets">
      <legend>What the packet says</legend>
      {packets.map((p) => (
        <Form.Check
          key={`${p.item_id} ${p.says}`}
          type="switch"
          id={`packet-${p.item_id}-${p.heat_treated ? 'heat' : 'free'}`}
          label={`${p.name}: ours says ${p.says}${p.here ? ', and is in the cupboard' : ''}`}
          checked={p.taken}
          disabled={!onTake}
          onChange={(e) => onTake?.(p, e.target.checked)}
        />
      ))}
      <p className="soft">Only once you have read it. The shopping list then asks for a packet that says so.</p>
    </fieldset>
  )
}
