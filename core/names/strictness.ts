/** What may differ between a name asked for and a name received. */
export interface Strictness {
  letterCase: 'exact' | 'ignore'
  separators: 'exact' | 'ignore'
  accents: 'exact' | 'ignore'
}
