import { latin1 } from '../../../bytes/read'
import { pieces } from '../../../bytes/cursor'
import type { FileBytes } from '../../../bytes/source'

/** A text is searched for its outermost keys so far. */
const SEARCHED = 64 * 1024 * 1024
/** More keys, and longer ones, tell no format. */
const MOST_KEYS = 200
const LONGEST_KEY = 64
/** So much of a value is kept: enough for a word, or for what an object begins with. */
const KEPT = 256

const [QUOTE, COMMA, COLON, BACKSLASH] = [0x22, 0x2C, 0x3A, 0x5C]
const [OPEN_LIST, CLOSE_LIST, OPEN, CLOSE] = [0x5B, 0x5D, 0x7B, 0x7D]

/**
 * The outermost keys of a JSON text in UTF-8 (RFC 8259) that is too long to be parsed, with what their values begin with, whatever stands
 * between them.
 *
 * @returns the text of each value as it stands, of at most 256 bytes; empty where the text is no object
 * @example
 * (await outermostKeys(file)).get('type') //=> '"FeatureCollection"'
 */
export async function outermostKeys(file: FileBytes): Promise<Map<string, string>> {
  const found = new Map<string, string>()
  let depth = 0
  let [inString, escaped] = [false, false]
  // what is kept of the key or value under way
  let kept: number[] = []
  let key: string | null = null
  const end = () => {
    const text = latin1(Uint8Array.from(kept)).trim()
    if (key === null) return
    if (found.size < MOST_KEYS && !found.has(key)) found.set(key, text)
    key = null
  }
  const keep = (byte: number) => {
    if (kept.length < (key === null ? LONGEST_KEY : KEPT)) kept.push(byte)
  }
  /** A sign outside of strings that the text is made of. */
  const take = (byte: number) => {
    if (byte === OPEN || byte === OPEN_LIST) depth++
    else if (byte === CLOSE || byte === CLOSE_LIST) depth--
    if (depth > 1 || (depth === 1 && (byte === CLOSE || byte === CLOSE_LIST))) return keep(byte)
    if (byte === COLON && key === null) key = keyOf(latin1(Uint8Array.from(kept)))
    else if (byte === COMMA || depth === 0) end()
    else if (byte !== OPEN) return keep(byte)
    kept = []
  }
  let isFirst = true
  for await (const piece of pieces(file, 0, SEARCHED)) {
    if (isFirst && !/^(?:\xEF\xBB\xBF)?\s*\{/.test(latin1(piece, 0, 1024))) return found
    isFirst = false
    for (const byte of piece) {
      if (inString) {
        keep(byte)
        if (escaped) escaped = false
        else if (byte === BACKSLASH) escaped = true
        else if (byte === QUOTE) inString = false
      }
      else if (byte === QUOTE) {
        inString = true
        keep(byte)
      }
      else if (isBracket(byte) || (depth === 1 && (byte === COLON || byte === COMMA))) take(byte)
      else keep(byte)
    }
  }
  end()
  return found
}

const isBracket = (byte: number): boolean => byte === OPEN || byte === OPEN_LIST || byte === CLOSE || byte === CLOSE_LIST

/** A key without its quotes; one with signs that are escaped is none that tells anything. */
const keyOf = (text: string): string => /^\s*"([^"\\]*)"\s*$/.exec(text)?.[1] ?? ''
