import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { Pick } from './Pick'
import { WhichKind } from './WhichKind'
import { say } from './catalogue'

interface Props {
  label: string
  placeholder: string
  autoFocus?: boolean
  /** The room that it is for; undefined for every room. */
  room?: string
  onPick: (thing: { id: string; name: string }) => void
}

/** Takes one thing of the shelf. A word that means several is asked about where it was typed. */
export function PickThing({ room, onPick, ...pick }: Props) {
  const [family, setFamily] = useState<string>()
  const [mix, setMix] = useState<string>()
  return (
    <>
      <Pick
        {...pick}
        families
        onPick={(item) => {
          setFamily(item.kind === 'family' ? item.name : undefined)
          setMix(undefined)
          if (item.kind !== 'family') onPick(item)
        }}
      />
      {family !== undefined && (
        <div className="which-of">
          <b>{family}</b>
          <WhichKind
            key={family}
            always
            room={room}
            use="open"
            name={family}
            onTake={(kind) => {
              setFamily(undefined)
              if (kind.mix) setMix(kind.name)
              else onPick(kind)
            }}
          />
          <Button variant="quiet" onClick={() => setFamily(undefined)}>
            {say('none-of-them')}
          </Button>
        </div>
      )}
      {mix !== undefined && <p role="status">{say('a-mix-is-no-thing', { mix })}</p>}
    </>
  )
}
