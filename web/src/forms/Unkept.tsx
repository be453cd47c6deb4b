import { seals } from '../api/device'

/** Says, in a form that tells of children, that its text outlives nothing where the browser cannot seal it. */
export function Unkept() {
  if (seals()) return null
  return (
    <p className="soft unkept">
      This page is not opened over a secure address: what you type here is kept only as long as the page is open, until
      Emblo has it.
    </p>
  )
}
