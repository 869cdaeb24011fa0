import { latin1, startsWith } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { decodeText } from '../../../text/decode'
import { damaged, openingOf, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { FREE_TEXT_IDS } from '../../registry'
import { readJson } from './json'
import { readRecords } from './records'
import { tellTable, openQuote } from './table'
import type { Fault } from '../../faults'
import { findBrokenTag } from '../../../text/well-formed'
import { findBrokenYaml } from '../../../text/yaml'
import { lineOfJsonError } from './json-prefix'
import { readHtml, readXml, skipProlog } from './xml'

/** A grammar shows itself in so many bytes. */
const START = 16 * 1024
/** Rows are counted up to this length. */
const COUNTED = 12 * 1024 * 1024

/** Reads text: the encoding first, then markup, data and records by their own marks, tables by their separators. */
export async function readText(file: FileBytes): Promise<Reading | null> {
  // rich text may hold pictures as bytes
  if (startsWith(file.head, '{\\rtf')) return readRecords(file, latin1(file.head), latin1(file.head, 0, START), {})
  // the first part of a longer text is decoded to see what it is; the whole only where that is plain text
  const first = file.size > file.head.length ? file.head.subarray(0, START) : file.head
  const decoded = decodeText(first, file.size > first.length)
  if (!decoded) return readBroken(file)
  const props: Record<string, PropertyValue> = { encoding: decoded.encoding }
  const text = decoded.text.replace(/^\uFEFF/, '')
  const ends = lineEnds(text)
  if (ends) props.lineEnds = ends
  const start = text.slice(0, START).trimStart()
  return await readMarkup(file, start, text, props) ?? readPlain(file, decoded, props)
}

async function readMarkup(file: FileBytes, start: string, text: string, props: Record<string, PropertyValue>): Promise<Reading | null> {
  if (start.startsWith('<') && (/^<!doctype html\b/i.test(start) || /^<(?:html|head|body)\b/i.test(start.slice(skipProlog(start))))
    && !start.startsWith('<?xml')) return readHtml(file, start, props)
  if (start.startsWith('<')) return readXml(file, start, props)
  if (/^(?:\{\s*["}]|\[\s*["{[\]\d\-tfn])/.test(start)) return readJson(file, text.trimStart(), props)
  return readRecords(file, file.size <= text.length ? text.trimStart() : start, text.slice(0, START), props)
}

/** First words of scripts → the kind of source text. */
const SCRIPTS: readonly (readonly [RegExp, string])[] = [
  [/^#!.*\b(?:ba|da|z|k)?sh\b/, 'sh'], [/^#!.*\bpython/, 'py'], [/^#!.*\bperl/, 'pl'], [/^#!.*\bnode/, 'js'],
  [/^#!.*\bruby/, 'rb'], [/^#!.*\bRscript/, 'r'], [/^<\?php/, 'php'], [/^@echo off/i, 'bat'],
  [/^\\documentclass|^%.*\n\\documentclass/, 'tex'], [/^diff --|^--- \S.*\n\+\+\+ /, 'diff'],
]

/** Plain text of any kind. The bytes cannot tell most kinds apart: all stay candidates, the likeliest first. */
async function readPlain(file: FileBytes, head: { text: string, encoding: string }, props: Record<string, PropertyValue>): Promise<Reading | null> {
  const whole = file.size <= file.head.length ? head : decodeText(await file.whole(COUNTED), file.size > COUNTED)
  if (!whole) return readBroken(file)
  const text = whole.text.replace(/^\uFEFF/, '')
  props.encoding = whole.encoding
  const ends = lineEnds(text)
  if (ends) props.lineEnds = ends
  const counted = file.size <= COUNTED
  const table = tellTable(text)
  if (table) {
    props.delimiter = table.delimiter
    props.columns = table.columns
    if (counted) props.rows = table.rows
  }
  else {
    if (counted) props.rows = text.split(/\r\n|\n|\r/).filter(line => line.trim() !== '').length
    props.columns = 1
  }
  const script = SCRIPTS.find(([pattern]) => pattern.test(text.slice(0, 512)))?.[1]
  const tableIds = table?.delimiter === '\t' ? ['tsv', 'csv', 'txt'] : ['csv', 'txt']
  const plainIds = table ? tableIds : ['txt']
  const likely = script ? [script, 'txt'] : plainIds
  const maybe = alsoAs(text)
  const brokenAs = counted && text.trim() !== '' ? findBroken(text, maybe) : {}
  return reading([...new Set([...likely, ...FREE_TEXT_IDS, ...maybe, ...Object.keys(brokenAs)])], {
    verified: 'structure', props, ...openingOf(text), ...(text.trim() === '' ? { blank: true as const } : {}),
    ...(Object.keys(brokenAs).length > 0 ? { brokenAs } : {}),
  })
}

/** Formats that a text may be although it does not begin as they usually do: under their extension it is believed. */
const MAYBE: readonly (readonly [id: string, may: (text: string) => boolean])[] = [
  ['html', text => text.includes('<') && /<\/?(?:html|body|div|p|table|span|a|h[1-6]|ul|li|script|style|head|br|img|td|form)\b[^>]*>/i.test(text)],
  ['pem', text => text.includes('-----BEGIN') && /^-----BEGIN [A-Z0-9 ]+-----\r?$/m.test(text)],
  ['pgp', text => text.includes('-----BEGIN') && /^-----BEGIN PGP [A-Z ]+-----\r?$/m.test(text)],
  ['ps', text => /^%/.test(text) || /\s(?:def|moveto|showpage)\s/.test(text)],
  ['po', text => text.includes('msgid') && /^msgid\s+"/m.test(text)],
  ['json', isLenientJson],
]

/** Marks of other formats are looked for so far. */
const MARKED = 64 * 1024

function alsoAs(text: string): string[] {
  const start = text.slice(0, MARKED)
  return MAYBE.flatMap(([id, may]) => (may(id === 'json' ? text : start) ? [id] : []))
}

/** Data that this text would be, and is not: what it says by its extension is then damaged, not another format. */
function findBroken(text: string, maybe: readonly string[]): Record<string, Fault> {
  const brokenAs: Record<string, Fault> = {}
  if (!maybe.includes('json')) brokenAs.json = { kind: 'data-unreadable', line: lineOfJsonError(text) }
  if (text.trimStart().startsWith('<')) {
    const line = text.length <= COUNTED / 12 ? findBrokenTag(text.trimStart()) : null
    if (line !== null) for (const id of ['xml', 'svg', 'gpx', 'kml', 'musicxml', 'dae']) brokenAs[id] = { kind: 'markup-broken', line }
  }
  const broken = findBrokenYaml(text)
  if (broken !== null) brokenAs.yaml = { kind: 'data-unreadable', line: broken }
  const open = openQuote(text)
  if (open !== null) for (const id of ['csv', 'tsv']) brokenAs[id] = { kind: 'quote-open', line: open }
  return brokenAs
}

/** One value alone, or what people write into settings: comments, and commas behind the last value. */
function isLenientJson(text: string): boolean {
  if (text.length > COUNTED / 12 || !/^[\s\d"tfn{[/-]/.test(text)) return false
  const plain = text.replace(/("(?:[^"\\\n]|\\.)*")|\/\/[^\n]*|\/\*[^]*?\*\//g, '$1').replace(/,(\s*[}\]])/g, '$1')
  try {
    JSON.parse(plain)
    return true
  }
  catch {
    return false
  }
}

/** What a text cut short is by its beginning, the most telling first. */
const BEGINNINGS: readonly (readonly [RegExp, readonly string[]])[] = [
  [/^<(?:!doctype html|html)/i, ['html']], [/^(?=<)[^]*<svg[\s>]/, ['svg', 'xml']], [/^</, ['xml']], [/^\{\\rtf/, ['rtf']], [/^[{[]/, ['json']],
]

/** Text up to a stretch of zeros that reaches to the end: a transfer that was never finished. */
async function readBroken(file: FileBytes): Promise<Reading | null> {
  const zero = file.head.indexOf(0)
  const tail = await file.tail()
  if (!tail.slice(-8).every(byte => byte === 0) || file.size < 24) return null
  const written = zero < 0 ? file.head : file.head.subarray(0, zero)
  if (written.length < 8 || !decodeText(written, true) || (zero >= 0 && !file.head.subarray(zero).every(byte => byte === 0))) return null
  const start = latin1(written, 0, 512).trimStart()
  const told = BEGINNINGS.find(([pattern]) => pattern.test(start))?.[1]
  // signs without a space between them are no words
  if (!told && !/\w\s/.test(start)) return null
  const ids = told ?? FREE_TEXT_IDS
  return damaged([...ids], { kind: 'last-part-zeros' })
}

function lineEnds(text: string): string | null {
  // most texts have one kind of line end: that is told without an expression
  if (!text.includes('\r')) return text.includes('\n') ? 'lf' : null
  const crlf = text.includes('\r\n')
  const lf = /(?:^|[^\r])\n/.test(text)
  const cr = /\r(?!\n|$)/.test(text)
  const kinds = Number(crlf) + Number(lf) + Number(cr)
  if (kinds === 0) return null
  if (kinds > 1) return 'mixed'
  if (crlf) return 'crlf'
  return lf ? 'lf' : 'cr'
}
