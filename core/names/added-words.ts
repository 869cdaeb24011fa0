import { foldCase, removeAccents } from '../text/fold'
import type { Difference } from './difference'

/** Words people add to tell the state of a file: that it is the newest, or an earlier one. */
interface StateWords { later: readonly string[], earlier: readonly string[] }

/** By language; common practice, no source. */
export const ADDED_WORDS: Record<string, StateWords> = {
  English: {
    later: [
      'final', 'finished', 'new', 'newest', 'altered', 'amended', 'changed', 'corrected', 'correction', 'revised', 'rev', 'edited', 'updated',
      'update', 'fixed', 'repaired', 'signed', 'compressed', 'latest', 'last', 'real', 'done', 'ok', 'good', 'submit', 'submission', 'version',
      'fix', 'hotfix', 'bugfix', 'rescan', 'rescanned', 'resubmission', 'resubmitted', 'reupload',
    ],
    earlier: ['old', 'older', 'draft', 'backup', 'test', 'rough', 'wip', 'unfinished', 'preliminary'],
  },
  German: {
    later: [
      'final', 'fertig', 'neu', 'neue', 'neueste', 'geändert', 'korrigiert', 'korr', 'überarbeitet', 'verbessert', 'aktuell', 'letzte',
      'endfassung', 'endgültig', 'abgabe', 'richtig', 'signiert', 'unterschrieben', 'unterzeichnet', 'repariert', 'komprimiert', 'ergänzt',
    ],
    earlier: ['alt', 'entwurf', 'vorläufig', 'rohfassung', 'rohschnitt', 'unfertig', 'zwischenstand'],
  },
  French: {
    later: [
      'final', 'finale', 'nouveau', 'nouvelle', 'modifié', 'corrigé', 'corrigée', 'terminé', 'signé', 'signée', 'compressé', 'définitif',
      'définitive', 'dernier', 'dernière', 'rendu',
    ],
    earlier: ['ancien', 'ancienne', 'brouillon', 'provisoire', 'ébauche'],
  },
  Spanish: {
    later: ['final', 'nuevo', 'nueva', 'modificado', 'corregido', 'corregida', 'editado', 'editada', 'firmado', 'firmada', 'definitivo',
      'definitiva', 'último', 'última', 'entrega'],
    earlier: ['viejo', 'borrador', 'provisional'],
  },
  Portuguese: {
    later: ['final', 'novo', 'nova', 'alterado', 'corrigido', 'corrigida', 'editado', 'editada', 'assinado', 'assinada', 'definitivo',
      'definitiva', 'último', 'entrega'],
    earlier: ['antigo', 'rascunho'],
  },
  Italian: {
    later: ['finale', 'definitivo', 'definitiva', 'def', 'nuovo', 'nuova', 'modificato', 'corretto', 'firmato', 'firmata', 'ultimo', 'consegna'],
    earlier: ['vecchio', 'bozza'],
  },
  Catalan: {
    later: ['final', 'definitiu', 'definitiva', 'nou', 'nova', 'corregit', 'corregida', 'signat', 'signada', 'darrer', 'lliurament'],
    earlier: ['vell', 'esborrany'],
  },
  Dutch: {
    later: ['definitief', 'finaal', 'nieuw', 'gewijzigd', 'gecorrigeerd', 'verbeterd', 'ondertekend', 'getekend', 'laatste',
      'inlevering'], earlier: ['oud', 'concept'],
  },
  Polish: { later: ['nowy', 'nowa', 'poprawione', 'podpisane', 'podpisany', 'podpisana', 'ostateczny', 'ostatni', 'gotowe',
    'finalny'], earlier: ['stary', 'szkic'] },
  Danish: { later: ['ny', 'rettet', 'underskrevet', 'endelig', 'færdig'], earlier: ['gammel', 'kladde'] },
  Swedish: { later: ['ny', 'ändrad', 'rättad', 'signerad', 'undertecknad', 'slutlig', 'klar', 'färdig'], earlier: ['gammal', 'utkast'] },
  Czech: {
    later: ['nový', 'nová', 'nové', 'hotovo', 'opraveno', 'opravené', 'oprava', 'finální', 'konečná', 'podepsáno', 'podepsaná',
      'poslední'], earlier: ['starý', 'stará', 'koncept'],
  },
  Hungarian: { later: ['új', 'kész', 'javított', 'javítva', 'végleges', 'aláírt', 'aláírva', 'utolsó'], earlier: ['régi', 'piszkozat'] },
  Romanian: { later: ['nou', 'nouă', 'corectat', 'corectată', 'final', 'ultima'], earlier: ['vechi', 'ciornă'] },
  Turkish: { later: ['yeni', 'düzeltilmiş', 'düzeltme', 'güncel', 'nihai'], earlier: ['eski', 'taslak'] },
  Finnish: { later: ['uusi', 'korjattu', 'lopullinen', 'allekirjoitettu', 'viimeinen', 'valmis'], earlier: ['vanha', 'luonnos', 'raakaleikkaus',
    'keskeneräinen'] },
  Norwegian: { later: ['ny', 'endret', 'rettet', 'signert', 'endelig', 'ferdig'], earlier: ['gammel', 'utkast'] },
  Ukrainian: { later: ['новий', 'нова', 'виправлено', 'виправлена', 'остаточний'], earlier: ['старий', 'чернетка'] },
  Greek: { later: ['νέο', 'τελικό', 'διορθωμένο'], earlier: ['παλιό', 'πρόχειρο'] },
  Korean: { later: ['최종', '최종본', '수정', '수정본', '완성', '완성본', '제출', '제출용'], earlier: ['초안', '이전'] },
  Japanese: { later: ['最終', '最終版', '修正', '修正版', '改訂', '改訂版', '完成', '完成版', '提出', '提出用'], earlier: ['旧', '下書き', '草稿'] },
  Chinese: { later: ['最终', '最终版', '最終', '修改', '修改版', '终稿', '定稿', '新版'], earlier: ['旧', '旧版', '草稿', '初稿'] },
  Hebrew: { later: ['סופי', 'סופית', 'מתוקן', 'מעודכן', 'חדש', 'חתום'], earlier: ['טיוטה', 'ישן'] },
  Arabic: { later: ['نهائي', 'نهائية', 'معدل', 'محدث', 'جديد', 'موقع'], earlier: ['مسودة', 'قديم'] },
  Russian: { later: ['новый', 'исправлено', 'испр', 'итог', 'финал'], earlier: ['старый', 'черновик'] },
}

const folded = (word: string): string => foldCase(removeAccents(word))
const wordsOf = (state: keyof StateWords) => new Set(Object.values(ADDED_WORDS).flatMap(words => words[state]).map(folded))
const LATER = wordsOf('later')
const EARLIER = wordsOf('earlier')

/**
 * Whether a stretch of a name only tells the file's state: words such as `final`, with separators, digits and repetition.
 *
 * @example
 * isAddedWord('_FINAL 2') //=> true
 */
export function isAddedWord(text: string): boolean {
  const words = folded(text).replace(/[^\p{L}]+/gu, ' ').trim()
  return words !== '' && words.split(' ').every(word => LATER.has(word) || EARLIER.has(word))
}

/** How many characters of a name only tell its state, of what belongs to no part of it: they say nothing of which work it is. */
export const lengthOfState = (differences: readonly Difference[]): number => lengthOfExtras(differences, isAddedWord)

/** How many characters a name has too much of one kind. */
export const lengthOfExtras = (differences: readonly Difference[], isOfKind: (actual: string) => boolean): number =>
  differences.reduce((sum, { kind, actual }) => sum + (kind === 'extra' && isOfKind(actual) ? actual.length : 0), 0)

/** Whether a folded word tells that a file is an earlier state than one without it. */
export function isEarlierWord(word: string): boolean {
  return EARLIER.has(word)
}

/** Whether a folded word tells that a file is newer than one without it. */
export function isLaterWord(word: string): boolean {
  return LATER.has(word)
}
