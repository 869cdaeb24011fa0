/**
 * Codes of languages (ISO 639-1) and of the countries where most of their speakers live (ISO 3166-1), where the two differ: people
 * write one for the other.
 */
export const NEIGHBOUR_CODES: readonly (readonly [language: string, country: string])[] = [
  ['SQ', 'AL'], ['HY', 'AM'], ['BS', 'BA'], ['BE', 'BY'], ['ZH', 'CN'], ['CS', 'CZ'], ['DA', 'DK'], ['ET', 'EE'], ['EN', 'US'], ['EN', 'GB'],
  ['KA', 'GE'], ['EL', 'GR'], ['GA', 'IE'], ['HE', 'IL'], ['HI', 'IN'], ['FA', 'IR'], ['JA', 'JP'], ['KO', 'KR'], ['KK', 'KZ'], ['MS', 'MY'],
  ['NB', 'NO'], ['UR', 'PK'], ['SR', 'RS'], ['SV', 'SE'], ['SL', 'SI'], ['UK', 'UA'], ['VI', 'VN'],
]

/**
 * The codes that a language or country code is confused with. Nobody can be sure of it: it makes a candidate, no more.
 *
 * @param code - as the list has it; only two capitals are a code
 * @example
 * neighboursOf('DA') //=> ['DK']
 */
export function neighboursOf(code: string): string[] {
  return NEIGHBOUR_CODES.flatMap(([language, country]) => {
    if (language === code) return [country]
    return country === code ? [language] : []
  })
}
