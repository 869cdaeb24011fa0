import { isPlain, looseKey, removeAccents } from '../text/fold'
import { keeping } from '../text/kept'

/**
 * The words and numbers of a name, folded: separators, letter case and digits all part them. Kept, since one name is read for its
 * holder, for its words and against others of its slot.
 *
 * @example
 * tokensOf('REEF_MarshAna-quadrat02') //=> ['reef', 'marsh', 'ana', 'quadrat', '02']
 */
export const tokensOf: (text: string) => readonly string[] = keeping(5000, readTokens)

function readTokens(text: string): string[] {
  const words = removeAccents(text).match(/\p{Lu}+(?=\p{Lu}\p{Ll})|\p{Lu}?\p{Ll}+|\p{Lu}+|\p{N}+|[\p{Lo}\p{Lt}\p{Lm}\p{M}]+/gu) ?? []
  return words.slice(0, 40).map(looseKey)
}

/**
 * The same, but a word that capitals part into nothing but one or two letters each stays whole.
 *
 * @example
 * wholeTokensOf('OdG_2026 FieldNotes') //=> ['odg', '2026', 'field', 'notes']
 */
export function wholeTokensOf(text: string): readonly string[] {
  if (!/\p{Ll}\p{Lu}/u.test(text)) return tokensOf(text)
  return (text.match(/\p{L}+|[^\p{L}]+/gu) ?? []).flatMap((run) => {
    const tokens = tokensOf(run)
    return tokens.length > 1 && tokens.every(token => token.length < 3) && /^\p{L}+$/u.test(run) ? [looseKey(run)] : tokens
  })
}

/**
 * A code without the zeros that its numbers begin with, as people and spreadsheets write it; one of digits alone stays.
 *
 * @example
 * withoutZeros('B-011') //=> 'B-11'
 */
export function withoutZeros(code: string): string {
  return /\p{L}/u.test(code) ? code.replace(/(?<!\d)0+(?=\d)/g, '') : code
}

/**
 * What several codes all begin with before a sign, where what stands behind it says which it is; '' where they begin otherwise.
 *
 * @example
 * commonHead(new Set(['26-A04', '26-B11'])) //=> '26-'
 */
export function commonHead(codes: ReadonlySet<string>): string {
  const [first = ''] = codes
  const head = /^(?:\p{L}{1,6}|\d{1,4})[^\p{L}\p{N}](?=\p{L})/u.exec(first)?.[0] ?? ''
  const says = /^\d/.test(head) ? /^\p{L}.*\d/u : /^\p{L}{2}/u
  return codes.size > 1 && head !== '' && [...codes].every(code => code.startsWith(head) && says.test(code.slice(head.length))) ? head : ''
}

/**
 * What several codes all end in behind a sign, such as the year of C-014/26: people leave it out; '' where they end otherwise.
 *
 * @example
 * commonTail(new Set(['C-014/26', 'C-015/26'])) //=> '/26'
 */
export function commonTail(codes: ReadonlySet<string>): string {
  const [first = ''] = codes
  const tail = /[^\p{L}\p{N}][\p{L}\p{N}]{1,6}$/u.exec(first)?.[0] ?? ''
  return codes.size > 1 && tail !== '' && [...codes].every(code => code.endsWith(tail) && code.length > tail.length) ? tail : ''
}

/**
 * What a word is shortened to by leaving out its end.
 *
 * @param least - so many letters stay
 * @param most - no longer ones
 * @example
 * beginningsOf('Zachary', 3, 5) //=> ['Zac', 'Zach', 'Zacha']
 */
export function beginningsOf(word: string, least: number, most: number): string[] {
  const letters = [...word]
  return Array.from({ length: Math.max(0, Math.min(most, letters.length) - least + 1) }, (_, more) => letters.slice(0, least + more).join(''))
}

/**
 * The last word of a text, whatever separators stand behind it; '' where there is none.
 *
 * @example
 * lastWordOf('Gruppe ') //=> 'Gruppe'
 */
export function lastWordOf(text: string): string {
  return /\p{L}+(?=[\s_.-]*$)/u.exec(text)?.[0] ?? ''
}

/** Stands for a run of digits that the name itself tells: a private-use character, which no name holds. */
export const WILD = '\uE001'
/** Stands for text that the name itself tells. */
export const OPEN = '\uE002'

type Piece = { digits: string } | { letters: string }

function piecesOf(text: string): Piece[] {
  const plain = plainPieces(text)
  if (plain) return plain
  const pieces: Piece[] = []
  for (const [run] of text.matchAll(/[0-9\uE001]+|\/|[^0-9\uE001/]+/g)) {
    if (run === '/') pieces.push({ letters: '/' })
    else if (/[0-9\uE001]/.test(run)) pieces.push({ digits: run })
    else {
      const letters = looseKey(run)
      if (letters) pieces.push({ letters })
    }
  }
  return pieces
}

/** The same for ASCII names, which most are. */
function plainPieces(text: string): Piece[] | null {
  if (!isPlain(text)) return null
  const pieces: Piece[] = []
  let letters = ''
  for (const run of text.toLowerCase().match(/[a-z]+|[0-9]+|\//g) ?? []) {
    if (run >= 'a') {
      letters += run
      continue
    }
    if (letters !== '') pieces.push({ letters })
    letters = ''
    pieces.push(run === '/' ? { letters: '/' } : { digits: run })
  }
  if (letters !== '') pieces.push({ letters })
  return pieces
}

/**
 * The look-up key of a pattern in which `WILD` stands for digits: letters folded, separators dropped, digit runs kept apart.
 *
 * @returns key, and how many of its digit runs are wild
 */
export function patternKey(pattern: string): { key: string, wild: number } {
  let wild = 0
  const key = piecesOf(pattern).map((piece) => {
    if ('letters' in piece) return piece.letters
    if (!piece.digits.includes(WILD)) return `<${piece.digits}>`
    wild++
    return '#'
  }).join('')
  return { key, wild }
}

/** More readings of one name's digit runs than this are not looked up: such a name is found by its words. */
const MOST_KEYS = 300

/**
 * Every key under which a received name can stand in an index of `patternKey`s.
 *
 * @param wilds - the numbers of wild digit runs that occur in the index
 */
export function receivedKeys(text: string, wilds: ReadonlySet<number>): string[] {
  const pieces = piecesOf(text)
  /** How many digit runs stand from a piece on. */
  const runsFrom = new Array<number>(pieces.length + 1).fill(0)
  for (let place = pieces.length - 1; place >= 0; place--) runsFrom[place] = (runsFrom[place + 1] ?? 0) + ('digits' in (pieces[place] ?? {}) ? 1 : 0)
  const keys: string[] = []
  const write = (place: number, wild: number, key: string) => {
    const piece = pieces[place]
    const runs = runsFrom[place] ?? 0
    if (runs < wild || keys.length >= MOST_KEYS) return
    if (!piece) keys.push(key)
    else if ('letters' in piece) write(place + 1, wild, key + piece.letters)
    else {
      if (wild > 0) write(place + 1, wild - 1, `${key}#`)
      write(place + 1, wild, `${key}<${piece.digits}>`)
    }
  }
  for (const wild of wilds) write(0, wild, '')
  return keys
}

/**
 * Words of a stretch of a name, with the places where they stand.
 *
 * @example
 * wordsIn('REEF_Marsh', [0, 10]) //=> [{ start: 0, end: 4, word: 'REEF' }, { start: 5, end: 10, word: 'Marsh' }]
 */
export function wordsIn(text: string, [from, to]: readonly [start: number, end: number]): { start: number, end: number, word: string }[] {
  return [...text.slice(from, to).matchAll(/[\p{L}\p{M}\p{N}'’]+/gu)]
    .map(({ index, 0: word }) => ({ start: from + index, end: from + index + word.length, word }))
}
