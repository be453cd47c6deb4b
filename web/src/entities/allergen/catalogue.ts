import { catalogue } from '../../words'
import en from './en.json'

export const { say } = catalogue('allergen', en)
