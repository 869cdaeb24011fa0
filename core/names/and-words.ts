/** What people write for "and" (common practice, no source). */
const AND = ['&', '+', 'and', 'und', 'et', 'y', 'e', 'i']
const ANDS = /(?<=[\s_.-])(?:&|\+|and|und|et|y|e|i)(?=[\s_.-])/giu

/**
 * A text with every sign and word for "and" in turn, as written first.
 *
 * @example
 * andForms('Rossi & Figli').includes('Rossi e Figli') //=> true
 */
export function andForms(text: string): string[] {
  return text.search(ANDS) < 0 ? [text] : [...new Set([text, ...AND.map(and => text.replace(ANDS, and))])]
}
