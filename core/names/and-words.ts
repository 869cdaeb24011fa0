/** What people write for "and" (common practice, no source). */
const AND = ['&', '+', 'and', 'und', 'et', 'y', 'e', 'i']
/** Whether a word is one for "and". */
export const isAndWord = (word: string): boolean => AND.includes(word.toLowerCase())

/** What people write between the first and the last of several (common practice, no source). */
const UNTIL = new Set(['bis', 'to', 'till', 'til', 'thru', 'tot', 'tm', 't-m', 't/m', 'do', 'al', 'a', 'à', 'até', 'po', 'по', 'до'])
/** Further words for "and": firms are not told by them, two numbers are. */
const BETWEEN = new Set(['og', 'och', 'en', 'a', 'ja', 'és', 'și', 'si', 'ir', 'un', 've', 'и', 'та', 'και', 'và', 'dan', 'plus'])
/** Whether a word names two together: both, or all from one to the other. */
export const joinsTwo = (word: string): boolean => isAndWord(word) || BETWEEN.has(word.toLowerCase()) || UNTIL.has(word.toLowerCase())

const ANDS = /(?<=[\s_.-])(?:&|\+|and|und|et|y|e|i)(?=[\s_.-])/giu

const AROUND = new RegExp(`[\\s_.-]+${ANDS.source}[\\s_.-]+`, 'giu')

/**
 * A text with every sign and word for "and" in turn, as written first.
 *
 * @example
 * andForms('Rossi & Figli').includes('Rossi e Figli') //=> true
 */
export function andForms(text: string): string[] {
  if (text.search(ANDS) < 0) return [text]
  // a sign needs no space beside it: STB+Partner
  const close = ['&', '+'].map(sign => text.replace(AROUND, sign))
  return [...new Set([text, ...AND.map(and => text.replace(ANDS, and)), ...close])]
}
