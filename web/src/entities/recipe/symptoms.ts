import { say } from './catalogue'

/** How a mix may feel wrong, as it is said. */
const words: Record<string, string> = {
  sticky: say('sticky'),
  crumbly: say('crumbly'),
  grainy: say('grainy'),
  rubbery: say('rubbery'),
  slack: say('slack'),
  drying: say('drying'),
}

export const symptomWord = (symptom: string) => words[symptom] ?? symptom
