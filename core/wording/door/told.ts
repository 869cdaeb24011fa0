import type { FindingCode } from '../../findings/codes'
import type { Finding } from '../../findings/finding'
import { acceptedExtensions } from '../../formats/accept'
import { showText } from '../../text/show'

/** Where the asked formats stand in what was found. */
const askedIn = (params: object): string[] =>
  ('asked' in params && Array.isArray(params.asked) ? params.asked.filter(one => typeof one === 'string') : [])

/**
 * A finding in a language that has a sentence for each code: the fact, and what was asked where that is a name or a format.
 *
 * @param asked - the language's word for "asked for"
 */
export function sayTold(finding: Finding, sentences: Readonly<Record<FindingCode, string>>, asked: string): string {
  const formats = acceptedExtensions(askedIn(finding.params ?? {}).map(id => ({ id, measured: {} })))
  const wanted = finding.expected ? `"${showText(finding.expected)}"` : formats.slice(0, 4).map(one => `.${one}`).join(', ')
  return `${sentences[finding.code]}${wanted === '' ? '' : `; ${asked}: ${wanted}`}.`
}
