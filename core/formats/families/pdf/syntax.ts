/** Objects of PDF (ISO 32000-1 §7.3), read from Latin-1 text. */
export interface Name { name: string }
export interface Reference { object: number }
export type Dictionary = Map<string, Value>
export type Value = number | boolean | null | string | Name | Reference | Value[] | Dictionary

/** Nested deeper than this is no document but an attack. */
const DEPTH = 64

/** Where reading stands, and what stopped it. */
export interface Parse { text: string, at: number }

const SPACE = /[\0\t\n\f\r ]/
const ESCAPES: Record<string, string> = { n: '\n', r: '\r', t: '\t', b: '\b', f: '\f' }

export function skipSpace(parse: Parse): void {
  for (;;) {
    while (parse.at < parse.text.length && SPACE.test(parse.text.charAt(parse.at))) parse.at++
    if (parse.text[parse.at] !== '%') return
    while (parse.at < parse.text.length && parse.text[parse.at] !== '\n' && parse.text[parse.at] !== '\r') parse.at++
  }
}

/** Reads one object; `undefined` where none stands there or the text ends inside it. */
export function parseValue(parse: Parse, depth = 0): Value | undefined {
  if (depth > DEPTH) return undefined
  skipSpace(parse)
  const { text } = parse
  const char = text[parse.at]
  if (char === undefined) return undefined
  if (char === '/') return parseName(parse)
  if (char === '(') return parseString(parse)
  if (char === '<') return text[parse.at + 1] === '<' ? parseDictionary(parse, depth) : parseHex(parse)
  if (char === '[') return parseArray(parse, depth)
  const word = /[+-]?[\d.]+|[A-Za-z]+/y
  word.lastIndex = parse.at
  const token = word.exec(text)?.[0]
  if (token === undefined) return undefined
  const reference = /(\d{1,10})[\0\t\n\f\r ]+(\d{1,5})[\0\t\n\f\r ]+R(?![A-Za-z])/y
  reference.lastIndex = parse.at
  const target = reference.exec(text)
  if (target) {
    parse.at = reference.lastIndex
    return { object: Number(target[1]) }
  }
  parse.at = word.lastIndex
  if (token === 'true') return true
  if (token === 'false') return false
  if (token === 'null') return null
  const number = Number(token)
  return Number.isNaN(number) ? undefined : number
}

function parseName(parse: Parse): Name {
  const name = /\/([^\0\t\n\f\r ()<>[\]{}/%]*)/y
  name.lastIndex = parse.at
  const token = name.exec(parse.text)?.[1] ?? ''
  parse.at = Math.max(parse.at + 1, name.lastIndex)
  return { name: token.replace(/#([\dA-Fa-f]{2})/g, (_, code: string) => String.fromCharCode(parseInt(code, 16))) }
}

function parseString(parse: Parse): string | undefined {
  let open = 0
  let out = ''
  for (let offset = parse.at; offset < parse.text.length && out.length < 65_536; offset++) {
    const char = parse.text.charAt(offset)
    if (char === '\\') {
      const octal = /^[0-7]{1,3}/.exec(parse.text.slice(offset + 1, offset + 4))?.[0]
      const next = parse.text.charAt(offset + 1)
      if (octal) out += String.fromCharCode(parseInt(octal, 8) & 255)
      else if (next !== '\r' && next !== '\n') out += ESCAPES[next] ?? next
      offset += octal?.length ?? (next === '\r' && parse.text[offset + 2] === '\n' ? 2 : 1)
      continue
    }
    if (char === '(' && open++ === 0) continue
    if (char === ')' && --open === 0) {
      parse.at = offset + 1
      return out
    }
    out += char
  }
  return undefined
}

function parseHex(parse: Parse): string | undefined {
  const end = parse.text.indexOf('>', parse.at)
  if (end < 0) return undefined
  const digits = parse.text.slice(parse.at + 1, Math.min(end, parse.at + 65_536)).replace(/[^\dA-Fa-f]/g, '')
  parse.at = end + 1
  return (digits.length % 2 ? `${digits}0` : digits).replace(/../g, code => String.fromCharCode(parseInt(code, 16)))
}

function parseArray(parse: Parse, depth: number): Value[] | undefined {
  parse.at++
  const list: Value[] = []
  for (;;) {
    skipSpace(parse)
    if (parse.text[parse.at] === ']') {
      parse.at++
      return list
    }
    const value = parseValue(parse, depth + 1)
    if (value === undefined) return undefined
    list.push(value)
  }
}

function parseDictionary(parse: Parse, depth: number): Dictionary | undefined {
  parse.at += 2
  const entries: Dictionary = new Map()
  for (;;) {
    skipSpace(parse)
    if (parse.text.startsWith('>>', parse.at)) {
      parse.at += 2
      return entries
    }
    if (parse.text[parse.at] !== '/') return undefined
    const { name } = parseName(parse)
    const value = parseValue(parse, depth + 1)
    if (value === undefined) return undefined
    entries.set(name, value)
  }
}

/** A value that may be one or several. */
export function listOf(value: Value | undefined): Value[] {
  if (value === undefined) return []
  return Array.isArray(value) ? value : [value]
}

export const isDictionary = (value: Value | undefined): value is Dictionary => value instanceof Map
export const isReference = (value: Value | undefined): value is Reference => typeof value === 'object' && value !== null && 'object' in value
export const nameOf = (value: Value | undefined): string | null => (typeof value === 'object' && value !== null && 'name' in value
  ? value.name
  : null)

/** A text string (§7.9.2.2): UTF-16 or UTF-8 by its mark, else one byte a character. */
export function textOf(value: Value | undefined): string | undefined {
  if (typeof value !== 'string') return undefined
  const bytes = Uint8Array.from(value, char => char.charCodeAt(0))
  if (value.startsWith('\xFE\xFF')) return new TextDecoder('utf-16be').decode(bytes.subarray(2))
  if (value.startsWith('\xFF\xFE')) return new TextDecoder('utf-16le').decode(bytes.subarray(2))
  if (value.startsWith('\xEF\xBB\xBF')) return new TextDecoder().decode(bytes.subarray(3))
  return new TextDecoder('windows-1252').decode(bytes)
}

/**
 * A date string (§7.9.4) as RFC 3339; its missing parts are the first of their kind.
 *
 * @example
 * timeOf("D:20261016153000+02'00'") //=> '2026-10-16T15:30:00+02:00'
 */
export function timeOf(value: Value | undefined): string | undefined {
  const match = typeof value === 'string' ? /^(?:D:)?(\d{4})(\d\d)?(\d\d)?(\d\d)?(\d\d)?(\d\d)?(?:(Z)|([+-]\d\d)'?(\d\d)?)?/.exec(value) : null
  if (!match) return undefined
  const [, year, month = '01', day = '01', hour = '00', minute = '00', second = '00', zulu, offset, minutes = '00'] = match
  return `${year}-${month}-${day}T${hour}:${minute}:${second}${zulu ?? (offset ? `${offset}:${minutes}` : '')}`
}
