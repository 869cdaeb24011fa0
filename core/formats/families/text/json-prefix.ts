/** One token of JSON (RFC 8259 §2), with the white space before it. */
const TOKEN = /[ \t\r\n]*(?:([{}[\],:])|("(?:[^"\\\u0000-\u001F]|\\(?:["\\/bfnrt]|u[\dA-Fa-f]{4}))*")|(?:-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?|true|false|null)(?![\w.+-]))/y
/** What a token may look like that the end of the text cut. */
const CUT = /^[ \t\r\n]*(?:"(?:[^"\\\u0000-\u001F]|\\(?:["\\/bfnrt]|u[\dA-Fa-f]{4}))*(?:\\(?:u[\dA-Fa-f]{0,3})?)?|-?(?:0|[1-9]\d*)?(?:(?<=\d)\.\d*)?(?:(?<=\d)[eE][+-]?\d*)?|t(?:r(?:ue?)?)?|f(?:a(?:l(?:se?)?)?)?|n(?:u(?:ll?)?)?)?$/

type Wanted = 'value' | 'value or end' | 'key' | 'key or end' | 'colon' | 'comma or end' | 'nothing'

/** What may follow a bracket, comma or colon; `null`: it may not stand here. */
function after(sign: string, wanted: Wanted, open: string[]): Wanted | null {
  const isValue = wanted === 'value' || wanted === 'value or end'
  if (sign === '{' || sign === '[') {
    if (!isValue) return null
    open.push(sign === '{' ? '}' : ']')
    return sign === '{' ? 'key or end' : 'value or end'
  }
  if (sign === '}' || sign === ']') {
    const fits = wanted === 'comma or end' || wanted === (sign === '}' ? 'key or end' : 'value or end')
    if (!fits || open.pop() !== sign) return null
    return open.length === 0 ? 'nothing' : 'comma or end'
  }
  if (sign === ',') {
    if (wanted !== 'comma or end') return null
    return open.at(-1) === '}' ? 'key' : 'value'
  }
  return wanted === 'colon' ? 'value' : null
}

/** Where no value is wanted, nothing but the end may stand. */
function mayBeCut(rest: string, wanted: Wanted): boolean {
  return wanted === 'colon' || wanted === 'comma or end' ? rest.trim() === '' : CUT.test(rest)
}

/** What may follow one token; `null`: it may not stand here. */
function step([, sign, quoted]: RegExpExecArray, wanted: Wanted, open: string[]): Wanted | null {
  if (sign !== undefined) return after(sign, wanted, open)
  if (wanted === 'key' || wanted === 'key or end') return quoted === undefined ? null : 'colon'
  return wanted === 'value' || wanted === 'value or end' ? 'comma or end' : null
}

/**
 * Whether a text is the beginning of JSON that stops before its end: the mark of a text cut short, not of one that is no JSON.
 *
 * @example
 * isJsonBeginning('{"a": [1, 2') //=> true
 * isJsonBeginning('[0.1] a list of changes') //=> false
 */
export function isJsonBeginning(text: string): boolean {
  const open: string[] = []
  let wanted: Wanted = 'value'
  for (let offset = 0; offset < text.length;) {
    TOKEN.lastIndex = offset
    const match = TOKEN.exec(text)
    // a number at the very end may go on
    if (!match || (TOKEN.lastIndex === text.length && /[\d.]$/.test(text))) return open.length > 0 && mayBeCut(text.slice(offset), wanted)
    const next: Wanted | null = step(match, wanted, open)
    if (next === null || next === 'nothing') return false
    wanted = next
    offset = TOKEN.lastIndex
  }
  return open.length > 0
}

/** The line up to which a text is JSON. */
export function lineOfJsonError(text: string): number {
  const open: string[] = []
  let wanted: Wanted = 'value'
  let offset = 0
  for (;;) {
    TOKEN.lastIndex = offset
    const match = TOKEN.exec(text)
    const next: Wanted | null = match ? step(match, wanted, open) : null
    if (next === null) break
    wanted = next
    offset = TOKEN.lastIndex
  }
  const stop = offset + (/^\s*/.exec(text.slice(offset, offset + 4096))?.[0].length ?? 0)
  return text.slice(0, stop).split('\n').length
}
