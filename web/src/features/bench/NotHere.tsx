import { useQuery } from '@tanstack/react-query'
import type { Schemas } from '../../api/client'
import { swapsQuery } from '../../entities/setup/queries'
import { Swaps } from '../../entities/thing/Swaps'
import { say } from './catalogue'

interface Props {
  name: string
  input: Schemas['SwapsInput']
  onTake: (swap: Schemas['Swap']) => void
}

/** What in the cupboard does the same as a thing that is not here, and else what could be fetched. */
export function NotHere({ name, input, onTake }: Props) {
  const here = useQuery(swapsQuery(input))
  const none = here.data?.length === 0
  const anywhere = useQuery({ ...swapsQuery({ ...input, not_here: undefined }), enabled: none })
  const error = here.error ?? anywhere.error
  if (error) return <p className="soft">{say('swaps-could-not-be-found', { message: error.message })}</p>
  if (!here.data || (none && !anywhere.data)) return null
  return (
    <div className="instead">
      <h3>{say('no-name-here', { name: name.charAt(0).toLowerCase() + name.slice(1) })}</h3>
      {none && <p className="soft">{say('nothing-in-the-cupboard-does')}</p>}
      <Swaps swaps={none ? (anywhere.data ?? []) : here.data} onTake={onTake} takes={name} />
    </div>
  )
}
