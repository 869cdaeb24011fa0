import type { LetterWords } from '#core/reporting/letters'
import { columnsIn, USUAL_WORDS } from '#core/reporting/letters'
import { ROSTER_COLUMNS } from '#core/names/roster-columns'
import type { LetterAnswer } from '#shared/answers'
import { newestRoster } from '../database/briefs'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'

/** The words around a brief's letters: its own, else what this account usually writes, else a plain greeting. */
export async function wordsOf(account: Account, briefId: string, known: ReadonlySet<string>): Promise<Pick<LetterAnswer, 'words' | 'from'>> {
  const [own, usual] = await Promise.all([
    db()('brief_letter').where('brief_id', briefId).first('words'), db()('account').where('id', account.id).first('letter_words'),
  ])
  if (own) return { words: own.words, from: 'brief' }
  // a column that another list has may be none of this one
  if (usual?.letter_words && columnsIn(usual.letter_words).every(column => known.has(column))) return { words: usual.letter_words, from: 'account' }
  return { words: USUAL_WORDS, from: 'nobody' }
}

/** What a letter's words may name of a list. */
export const columnsOf = (own: readonly string[]): Set<string> => new Set([...ROSTER_COLUMNS.map(one => one.name), ...own])

/** The words around a brief's letters, and which columns they may name. */
export async function getLetter(account: Account, briefId: string): Promise<LetterAnswer> {
  await requireRole(account, briefId, 'reader')
  const columns = columnsOf((await newestRoster(briefId))?.columns ?? [])
  return { ...await wordsOf(account, briefId, columns), columns: [...columns] }
}

/** Sets the words around a brief's letters, and where asked what this account writes for other briefs. */
export async function setLetter(account: Account, briefId: string, words: LetterWords, usual: boolean): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const columns = columnsOf((await newestRoster(briefId))?.columns ?? [])
  const unknown = columnsIn(words).find(column => !columns.has(column))
  if (unknown !== undefined) {
    throw refuse(400, `{${unknown.slice(0, 60)}} is no column of the list. There are: ${[...columns].map(one => `{${one}}`).join(' ')}`)
  }
  const stored = JSON.stringify(words)
  await db()('brief_letter').insert({ brief_id: briefId, words: stored, set_by: account.id }).onConflict('brief_id').merge({
    words: stored, set_by: account.id, set_at: db().fn.now(),
  })
  if (usual) await db()('account').where('id', account.id).update({ letter_words: stored })
}
