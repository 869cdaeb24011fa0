import type { ParseError } from 'jsonc-parser'
import { parse, printParseErrorCode } from 'jsonc-parser'
import { decodeWritten, sayOldText } from '../text/decode'
import { showText } from '../text/show'

/** A brief file as it was read, before it is known to be a brief. */
export interface ParsedBrief {
  document: unknown
  /** What should be looked at though the file could be read. */
  warnings: string[]
}

/** A file that is no JSON; the message says where, what was found and what belongs there. */
export class JsonError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'JsonError'
  }
}

/**
 * Reads the bytes of a brief file: UTF-8, with or without mark, UTF-16; an older encoding with a warning.
 *
 * @throws JsonError naming line, column and what is wrong there
 * @example
 * parseBrief(bytesOf('{ “title”: 1 }')) // throws: line 1, column 3: found “, a typographic quotation mark; write the straight one, "
 */
export function parseBrief(bytes: Uint8Array): ParsedBrief {
  const decoded = decodeWritten(bytes)
  if (!decoded) throw new JsonError('is no text: a brief is a JSON file in UTF-8')
  const text = decoded.text.replace(/^\uFEFF/, '')
  if (text.trim() === '') throw new JsonError('is empty: a brief is a JSON file in UTF-8')
  const old = sayOldText(decoded)
  return { document: parseText(text), warnings: old === null ? [] : [old] }
}

function parseText(text: string): unknown {
  try {
    return JSON.parse(text)
  }
  catch {
    // the built-in reader says too little, and differently everywhere, of where it stopped
    const errors: ParseError[] = []
    parse(text, errors, { disallowComments: true, allowTrailingComma: false })
    throw new JsonError(errors[0] ? explain(text, errors[0]) : 'is not JSON')
  }
}

const QUOTES = /[\u2018-\u201F\u00AB\u00BB\u2039\u203A\u02BA\u301D-\u301F\uFF02]/

function explain(text: string, { error: code, offset }: ParseError): string {
  const error = printParseErrorCode(code)
  // what is found where a value is missing stands behind the spaces
  const place = offset + (/^\s*/.exec(text.slice(offset))?.[0].length ?? 0)
  const found = text[place]
  const before = text.slice(0, offset).trimEnd()
  if (error === 'InvalidCommentToken') return at(text, place, 'a comment begins here; a brief holds none, take it out')
  if (!/^[{[]/.test(text.trimStart())) {
    return `is not JSON: it begins with "${showText(text.trimStart().slice(0, 20))}"; a brief begins with "{". Is this the list, or another file?`
  }
  const quote = QUOTES.exec(text.slice(place, place + 1))
  if (quote) return at(text, place, `found ${quote[0]}, a typographic quotation mark; write the straight one, "`)
  if (found === '\'') return at(text, place, 'found \'; names and texts stand in double quotation marks, "')
  if (before.endsWith(',') && (found === ']' || found === '}')) return at(text, before.length - 1, `a comma stands before "${found}"; take it out`)
  if (error === 'CommaExpected') return at(text, before.length, 'a comma is missing here')
  if (error === 'UnexpectedEndOfString') return at(text, offset, 'a text begins here and its quotation mark is never closed')
  if (found === undefined) return at(text, before.length, `the file ends here; ${missingAtEnd(error)}`)
  if (error === 'ColonExpected') return at(text, place, `found "${showText(found)}"; ":" belongs between a name and its value`)
  if (error === 'PropertyNameExpected') return at(text, place, `found "${showText(found)}"; a name in double quotation marks belongs here`)
  return at(text, place, `found "${showText(found)}", which is not JSON; texts stand in double quotation marks`)
}

function missingAtEnd(error: string): string {
  if (error === 'CloseBraceExpected') return '"}" is missing'
  return error === 'CloseBracketExpected' ? '"]" is missing' : 'the rest is missing'
}

function at(text: string, offset: number, message: string): string {
  const lines = text.slice(0, offset).split(/\r\n|\r|\n/)
  return `is not JSON: line ${lines.length}, column ${(lines.at(-1)?.length ?? 0) + 1}: ${message}`
}
