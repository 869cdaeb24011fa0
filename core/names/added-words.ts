/** Words people add to tell the state of a file, by language; common practice, no source. */
export const ADDED_WORDS: Record<string, readonly string[]> = {
  English: [
    'final', 'finished', 'new', 'newest', 'old', 'altered', 'changed', 'corrected', 'correction', 'revised', 'edited', 'updated',
    'latest', 'last', 'real', 'draft', 'done', 'ok', 'good', 'submit', 'submission', 'backup', 'test',
  ],
  German: [
    'final', 'fertig', 'neu', 'neueste', 'alt', 'geändert', 'korrigiert', 'überarbeitet', 'verbessert', 'aktuell', 'letzte',
    'endfassung', 'endgültig', 'entwurf', 'abgabe', 'richtig',
  ],
  French: [
    'final', 'finale', 'nouveau', 'nouvelle', 'ancien', 'modifié', 'corrigé', 'définitif', 'définitive', 'dernier', 'dernière',
    'brouillon', 'rendu',
  ],
  Spanish: ['final', 'nuevo', 'nueva', 'viejo', 'modificado', 'corregido', 'definitivo', 'último', 'última', 'borrador', 'entrega'],
  Portuguese: ['final', 'novo', 'nova', 'antigo', 'alterado', 'corrigido', 'definitivo', 'último', 'rascunho', 'entrega'],
  Italian: ['finale', 'definitivo', 'nuovo', 'nuova', 'vecchio', 'modificato', 'corretto', 'ultimo', 'bozza', 'consegna'],
  Dutch: ['definitief', 'nieuw', 'oud', 'gewijzigd', 'verbeterd', 'laatste', 'concept', 'inlevering'],
  Polish: ['nowy', 'stary', 'poprawione', 'ostateczny', 'ostatni'],
  Swedish: ['ny', 'gammal', 'ändrad', 'rättad', 'slutlig', 'utkast'],
  Russian: ['новый', 'старый', 'исправлено', 'итог', 'финал'],
}
const WORDS = new Set(Object.values(ADDED_WORDS).flat().map(word => word.normalize('NFC')))

/**
 * Whether a stretch of a name only tells the file's state: words such as `final`, with separators, digits and repetition.
 *
 * @example
 * isAddedWord('_FINAL 2') //=> true
 */
export function isAddedWord(text: string): boolean {
  const words = text.normalize('NFC').toLowerCase().replace(/[^\p{L}]+/gu, ' ').trim()
  return words !== '' && (WORDS.has(words) || words.split(' ').every(word => WORDS.has(word)))
}
