import { seals } from '../api/device'
import { say } from './catalogue'

/** Says, in a form that tells of children, that its text outlives nothing where the browser cannot seal it. */
export function Unkept() {
  if (seals()) return null
  return <p className="soft unkept">{say('this-page-is-not-opened')}</p>
}
