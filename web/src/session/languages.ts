import { say } from './catalogue'

/** The languages that Emblo speaks, each by its own name. */
export const languages: [string, string][] = [
  ['en-GB', say('english-uk')],
  ['en-US', say('english-us')],
]
