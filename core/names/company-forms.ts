/** Legal forms that stand behind a firm's name, of some countries (common practice, no source). */
const LONG = [
  'ltd', 'limited', 'inc', 'incorporated', 'llc', 'llp', 'plc', 'corp', 'corporation', 'company', 'pty', 'pvt', 'gmbh', 'mbh', 'ohg', 'ggmbh',
  'sarl', 's\\.a\\.r\\.l',
  'sas', 's\\.a\\.s', 'srl', 's\\.r\\.l', 'spa', 's\\.p\\.a', 'snc', 's\\.n\\.c', 'lda', 'ltda', 'aps', 'oyj', 'kft', 's\\.r\\.o', 'spol\\. s r\\.o',
  'gbr', 'kgaa', 'd\\.o\\.o', 'sp\\. ?z ?o\\. ?o', 'e\\.v', 'e\\.k', 'e\\.g',
]
/** Short ones are words and family names as well: only in capitals. */
const SHORT = [
  'AG', 'KG', 'UG', 'SA', 'S\\.A', 'AS', 'A/S', 'AB', 'BV', 'B\\.V', 'NV', 'N\\.V', 'OY', 'SE', 'SL', 'S\\.L', 'KK', 'Co', 'Oy', 'K\\.K',
  'eV', 'eG', 'eK',
]
const behind = (forms: readonly string[], flags: string) => new RegExp(`(?:[\\s,]+|\\s*&\\s*)(?:${forms.join('|')})\\.?$`, flags)
const FORMS = [behind(LONG, 'iu'), behind(SHORT, 'u')]

/**
 * A firm's name without its legal form, which people leave out.
 *
 * @example
 * withoutForm('Kern GmbH & Co. KG') //=> 'Kern'
 */
export function withoutForm(name: string): string {
  let bare = name.trim()
  for (let turn = 0; turn < 3; turn++) for (const form of FORMS) bare = bare.replace(form, '').replace(/[\s,&]+$/, '')
  return bare === '' ? name : bare
}
