import { EN_SLIP } from '../wording/slip/en'

/** What stands around the findings in a letter, in the coordinator's own words; empty: nothing stands there. */
export interface LetterWords {
  /** The first line; columns of the list stand in braces, as in a rule: `Dear {given},`. */
  greeting: string
  before: string
  /** Where the files are to be handed in. */
  where: string
  after: string
  signature: string
}

/** What is written where nobody said otherwise. */
export const USUAL_WORDS: LetterWords = { greeting: EN_SLIP.greeting, before: '', where: '', after: '', signature: '' }

const FIELD = /\{([^{}\n]{1,200})\}/g

/**
 * What is wrong with words of a letter: a column that the list does not have; `null` where nothing is.
 *
 * @example
 * faultOfWords(['Your number is {Nr}.'], ['id', 'name']) //=> '{Nr} is no column of the list. There are: {id} {name}'
 */
export function faultOfWords(texts: readonly string[], columns: readonly string[]): string | null {
  const unknown = texts.flatMap(text => [...text.matchAll(FIELD)]).map(found => found[1] ?? '').find(column => !columns.includes(column))
  if (unknown === undefined) return null
  return `{${unknown.slice(0, 60)}} is no column of the list. There are: ${columns.map(one => `{${one}}`).join(' ')}`
}

/**
 * Writes a letter's words for one holder. A part of a name that the list does not have, as the given name of a group, is the holder's name.
 *
 * @param valueIn - what the list says of the holder in a column; empty where it says nothing
 * @param name - how the holder is called
 * @example
 * fillWords(USUAL_WORDS, () => '', 'Reef').greeting //=> 'Hello Reef,'
 */
export function fillWords(words: LetterWords, valueIn: (column: string) => string, name: string): LetterWords {
  const fill = (text: string) => text.trim().replace(FIELD, (_, column: string) => valueIn(column) || (OF_A_NAME.has(column) ? name : ''))
  return {
    greeting: fill(words.greeting), before: fill(words.before), where: fill(words.where), after: fill(words.after),
    signature: fill(words.signature),
  }
}
const OF_A_NAME = new Set(['given', 'family', 'name'])
