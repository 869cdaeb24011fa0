import type { LetterWords } from '#core/reporting/letters'
import { faultOfWords, USUAL_WORDS } from '#core/reporting/letters'
import { ROSTER_COLUMNS } from '#core/names/roster-columns'
import { hasCopies } from '#core/roster/copies'
import type { DoorLanguage } from '#core/wording/door/index'
import { loadSlipSpeech } from '#core/wording/slip/index'
import type { CopiedKind, LetterAnswer, LetterOrder } from '#shared/answers'
import { newestRoster } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'

/** What is written around letters: set for the brief, in one language or in any, or usual for whoever sends them. */
interface SetWords { own: ReadonlyMap<string, LetterWords>, usual: LetterWords | null }

async function setWords(account: Account, briefId: string, known: readonly string[]): Promise<SetWords> {
  const [rows, usual] = await Promise.all([
    db()('brief_letter').where('brief_id', briefId).select('language', 'words'), db()('account').where('id', account.id).first('letter_words'),
  ])
  // a column that another list has may be none of this one
  const fits = usual?.letter_words && faultOfWords(Object.values(usual.letter_words), known) === null
  return { own: new Map(rows.map(row => [row.language, row.words])), usual: fits ? usual.letter_words : null }
}

/**
 * The words around a brief's letters, by the language they are read in: its own of that language, its own for all, what this account
 * usually writes, else a plain greeting.
 */
export async function wordsOf(
  account: Account, briefId: string, known: readonly string[],
): Promise<(language: DoorLanguage) => Promise<LetterWords>> {
  const { own, usual } = await setWords(account, briefId, known)
  return async language =>
    own.get(language) ?? own.get('') ?? usual ?? { ...USUAL_WORDS, greeting: (await loadSlipSpeech(language)).said.greeting }
}

/** What a letter's words may name of a list. */
export const columnsOf = (own: readonly string[]): string[] => [...new Set([...ROSTER_COLUMNS.map(one => one.name), ...own])]

/** Which letters of a brief go to addresses for copies as well. */
export async function copiedKinds(briefId: string): Promise<ReadonlySet<CopiedKind>> {
  const row = await db()('brief').where('id', briefId).first('copies')
  return new Set(row?.copies)
}

/** The words around a brief's letters, by language, which columns they may name, and what is copied. */
export async function getLetter(account: Account, briefId: string): Promise<LetterAnswer> {
  await requireRole(account, briefId, 'reader')
  const roster = await newestRoster(briefId)
  const columns = columnsOf(roster?.columns ?? [])
  const [{ own, usual }, copies] = await Promise.all([setWords(account, briefId, columns), copiedKinds(briefId)])
  const { '': all = null, ...languages } = Object.fromEntries(own) as Partial<Record<'' | DoorLanguage, LetterWords>>
  const from = usual ? 'account' : 'nobody'
  return {
    words: all ?? usual ?? USUAL_WORDS, from: all ? 'brief' : from, languages, columns,
    copies: [...copies], mayCopy: hasCopies(roster?.columns ?? []),
  }
}

/** Sets the words around a brief's letters, of one language or of all, and where asked what this account writes for other briefs. */
export async function setLetter(account: Account, briefId: string, { words, language, usual, copies }: LetterOrder): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const columns = columnsOf((await newestRoster(briefId))?.columns ?? [])
  const fault = faultOfWords(Object.values(words), columns)
  if (fault !== null) throw refuse(400, fault)
  const stored = JSON.stringify(words)
  await db().transaction(async (trx) => {
    await trx('brief_letter').insert({ brief_id: briefId, language, words: stored, set_by: account.id }).onConflict(['brief_id', 'language'])
      .merge({ words: stored, set_by: account.id, set_at: trx.fn.now() })
    await trx('brief').where('id', briefId).update({ copies })
    if (usual) await trx('account').where('id', account.id).update({ letter_words: stored })
  })
}
