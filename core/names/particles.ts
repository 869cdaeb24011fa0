/** Words before what is called, which people leave out: Captain for The Captain (common practice, no source). */
export const ARTICLES = new Set([
  'the', 'a', 'an', 'der', 'die', 'das', 'ein', 'eine', 'le', 'la', 'les', 'l', 'un', 'une', 'el', 'los', 'las',
  'una', 'il', 'lo', 'gli', 'i', 'uno', 'de', 'het', 'een', 'o', 'os', 'as', 'um', 'uma', 'en', 'ett', 'et',
])

/** Words before whose work it is: "Essay by Ben" (common practice, no source). */
export const BY = new Set([
  'by', 'from', 'of', 'von', 'vom', 'par', 'de', 'du', 'di', 'da', 'do', 'por', 'van', 'door', 'av', 'af', 'od', 'от', 'від', 'של',
])

/** Those that stand before nobody but who did it: "Review of Priya by Connor" (common practice, no source). */
export const DONE_BY: ReadonlySet<string> = new Set(['by', 'par', 'por', 'door', 'durch', 'przez', 'autor', 'author', 'auteur', 'autore'])

/** Words that lead on to more: "part with bowings" names nobody With (common practice, no source). */
export const LEADING_ON = new Set([
  'with', 'without', 'about', 'mit', 'ohne', 'uber', 'ueber', 'avec', 'sans', 'sur', 'con', 'sin', 'sobre', 'senza', 'com', 'sem', 'met', 'zonder',
  'over', 'bez',
])

/** Words that end nothing: of "wind on cliff" the last word is no group's (common practice, no source). */
export const UNENDED = new Set([
  'on', 'in', 'at', 'the', 'an', 'to', 'my', 'our', 'auf', 'im', 'am', 'der', 'die', 'das', 'den', 'dem', 'zur', 'zum', 'mein', 'meine', 'unser',
  'dans', 'le', 'la', 'les', 'au', 'aux', 'mon', 'ma', 'el', 'los', 'las', 'al', 'mi', 'nel', 'nella', 'sul', 'sulla', 'il', 'lo', 'no', 'na',
  'op', 'het', 'aan', 'på',
])

/** Words inside and before family names that are left out or shortened (common practice, no source). */
export const PARTICLES = new Set([
  'van', 'von', 'de', 'der', 'den', 'dem', 'het', 'ter', 'ten', 'del', 'della', 'di', 'da', 'dos', 'das', 'do', 'du', 'la', 'le', 'el', 'al',
  'bin', 'ibn', 'zu', 'zur', 'zum', 'af', 'av', 'y', 'e', 'i',
])

/**
 * Several particles before a family name by their first letters, as people write them (common practice, no source); nothing where there is one.
 *
 * @example
 * shortParticles('van der Meer') //=> ['vd']
 */
export function shortParticles(family: string): string[] {
  const words = family.toLowerCase().split(/\s+/)
  const particles = words.slice(0, words.findIndex(word => !PARTICLES.has(word)))
  return particles.length > 1 ? [particles.map(word => word.slice(0, 1)).join('')] : []
}

/** What stands behind a family name and is none of it: two words of a name at least stand before it (common practice, no source). */
const SUFFIX = /(?<=\S\s+\S+),?\s+(?<suffix>(?:jr|sr|jun|sen|ph\.?d|m\.?d|esq)\.?|junior|senior|júnior|i{2,3}|iv)$/iu

/**
 * What a name ends with that tells it from a father's or a doctor's; empty where it ends with nothing of the kind.
 *
 * @example
 * suffixOf('Karl Weiss Jr.') //=> 'Jr.'
 */
export const suffixOf = (name: string): string => (name.length > LONGEST_NAME ? '' : SUFFIX.exec(name.trim())?.groups?.suffix ?? '')
const LONGEST_NAME = 200
