import { looseKey, removeAccents } from '../text/fold'

/**
 * The words and numbers of a name, folded: separators, letter case and digits all part them.
 *
 * @example
 * tokensOf('REEF_MarshAna-quadrat02') //=> ['reef', 'marsh', 'ana', 'quadrat', '02']
 */
export function tokensOf(text: string): string[] {
  const words = removeAccents(text).match(/\p{Lu}+(?=\p{Lu}\p{Ll})|\p{Lu}?\p{Ll}+|\p{Lu}+|\p{N}+|[\p{Lo}\p{Lt}\p{Lm}\p{M}]+/gu) ?? []
  return words.slice(0, 40).map(looseKey)
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

/** The same for ASCII names, which most are: once through, character by character. */
function plainPieces(text: string): Piece[] | null {
  const pieces: Piece[] = []
  let letters = ''
  let digits = ''
  for (let index = 0; index <= text.length; index++) {
    const code = index < text.length ? text.charCodeAt(index) : 0x2F
    if (code > 127) return null
    const isDigit = code >= 48 && code <= 57
    if (!isDigit && digits !== '') {
      pieces.push({ digits })
      digits = ''
    }
    if (isDigit || code === 0x2F) {
      if (letters !== '') pieces.push({ letters })
      letters = ''
      if (isDigit) digits += text[index] ?? ''
      else if (index < text.length) pieces.push({ letters: '/' })
    }
    else if (code >= 97 && code <= 122) letters += text[index] ?? ''
    else if (code >= 65 && code <= 90) letters += String.fromCharCode(code + 32)
  }
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
  const runs = pieces.flatMap((piece, index) => ('digits' in piece ? [index] : []))
  const keys: string[] = []
  for (const wild of wilds) {
    if (wild > runs.length) continue
    choose(runs, wild, (chosen) => {
      if (keys.length >= MOST_KEYS) return
      keys.push(pieces.map((piece, index) => {
        if ('letters' in piece) return piece.letters
        return chosen.has(index) ? '#' : `<${piece.digits}>`
      }).join(''))
    })
  }
  return keys
}

function choose(runs: number[], count: number, use: (chosen: ReadonlySet<number>) => void): void {
  const chosen = new Set<number>()
  let visits = 0
  const step = (from: number) => {
    if (visits++ > 4 * MOST_KEYS) return
    if (chosen.size === count) {
      use(chosen)
      return
    }
    for (let i = from; i < runs.length; i++) {
      const run = runs[i]
      if (run === undefined) continue
      chosen.add(run)
      step(i + 1)
      chosen.delete(run)
    }
  }
  step(0)
}
