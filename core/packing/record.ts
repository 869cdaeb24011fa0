import Papa from 'papaparse'

/** A check that was made of a brief: when, and what it came to. */
export interface PackedRound { checkedAt: string, files: number, right: number, toFix: number, missing: number }
/** A letter that was sent. */
export interface PackedLetter { sentAt: string, kind: string, holder: string, subject: string, text: string }

const ROUNDS = ['checked', 'files', 'right', 'to put right', 'missing'] as const
const LETTERS = ['sent', 'kind', 'to', 'subject', 'text'] as const

const table = (head: readonly string[], rows: (string | number)[][]): string => `${Papa.unparse([[...head], ...rows], { escapeFormulae: true })}\r\n`

/** The rounds of a brief as they are packed, oldest first (RFC 4180). */
export const roundsTable = (rounds: readonly PackedRound[]): string =>
  table(ROUNDS, rounds.map(({ checkedAt, files, right, toFix, missing }) => [checkedAt, files, right, toFix, missing]))

/** The letters of a brief as they are packed, oldest first (RFC 4180). */
export const lettersTable = (letters: readonly PackedLetter[]): string =>
  table(LETTERS, letters.map(({ sentAt, kind, holder, subject, text }) => [sentAt, kind, holder, subject, text]))

/** Rows by heading; a table that has not all of these headings has none. What was written so that no spreadsheet reckons with it is as it was. */
function rowsOf(written: string, head: readonly string[]): Record<string, string>[] {
  const { data: [first = [], ...rows] } = Papa.parse<string[]>(written.trim(), { delimiter: ',' })
  const at = head.map(word => first.indexOf(word))
  // volumes of before tell no text of letters
  if (head.some((word, index) => (at[index] ?? -1) < 0 && word !== 'text')) return []
  const plain = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '')
  return rows.map(row => Object.fromEntries(head.map((word, index) => [word, plain(row[at[index] ?? -1] ?? '')])))
}

const isTime = (text: string): boolean => !Number.isNaN(Date.parse(text))
const count = (text: string): number => (/^\d{1,9}$/.test(text) ? Number(text) : 0)

/**
 * Reads the rounds of a packed brief; a row without a time is none.
 *
 * @example
 * readRounds('checked,files,right,to put right,missing\r\n2026-10-16T12:00:00.000Z,3,2,1,0\r\n')[0].right //=> 2
 */
export function readRounds(written: string): PackedRound[] {
  return rowsOf(written, ROUNDS).filter(row => isTime(row.checked ?? '')).map(row => ({
    checkedAt: row.checked ?? '', files: count(row.files ?? ''), right: count(row.right ?? ''), toFix: count(row['to put right'] ?? ''),
    missing: count(row.missing ?? ''),
  }))
}

/** Reads the letters of a packed brief; a row without a time is none. */
export function readLetters(written: string): PackedLetter[] {
  return rowsOf(written, LETTERS).filter(row => isTime(row.sent ?? '')).map(row => ({
    sentAt: row.sent ?? '', kind: row.kind ?? '', holder: row.to ?? '', subject: row.subject ?? '', text: row.text ?? '',
  }))
}
