import type { FileBytes } from '../../../bytes/source'
import { inflateStart } from '../../../bytes/inflate'
import { latin1 } from '../../../bytes/read'
import { pieces } from '../../../bytes/cursor'
import type { Dictionary, Value } from './syntax'
import { isDictionary, isReference, listOf, nameOf, parseValue, skipSpace } from './syntax'

/** Bounds of what is followed: sections of the cross-reference, objects, bytes of an unpacked stream. */
const SECTIONS = 512
const OBJECTS = 300_000
const UNPACKED = 8 * 1024 * 1024
/** Object streams looked into for what they hold. */
const STREAMS = 200
const FLATE = ['FlateDecode', 'Fl']
/** A file is searched for objects, where its table is wrong, so far. */
const SEARCHED = 128 * 1024 * 1024

/** Where an object stands: at an offset, or as the n-th of an object stream. */
type Place = { at: number } | { stream: number, index: number }

/** A document opened at its cross-reference. */
export interface Document {
  trailer: Dictionary
  /** Found by searching, because the table named in the end does not stand where it is said to. */
  rebuilt: boolean
  places: Map<number, Place>
  get(value: Value | undefined): Promise<Value | undefined>
  /** Whether every object stream that the cross-reference leads to is one and holds what it states (§7.5.7). */
  leads(): Promise<boolean>
  /** Numbers of the objects that an object stream holds, in its order. */
  numbersIn(stream: number): Promise<number[]>
  /** A stream's dictionary and unpacked data; `null` where it cannot be unpacked. */
  stream(value: Value | undefined): Promise<{ dictionary: Dictionary, data: Uint8Array | null } | null>
}

/**
 * Opens a document (ISO 32000-1 §7.5.4–7.5.8) at the cross-reference that its end names.
 *
 * @param start - offset of the cross-reference as the end states it
 * @param shift - bytes of foreign matter before the header: some writers count from there
 * @returns `null` where neither the table nor a search leads to a catalogue
 */
export async function openDocument(file: FileBytes, start: number, shift: number): Promise<Document | null> {
  const places = new Map<number, Place>()
  for (const offset of shift > 0 ? [start + shift, start] : [start]) {
    const moved = offset - start
    places.clear()
    const trailer = await readSections(file, offset, moved, places)
    const document = trailer?.has('Root') ? documentOf(file, trailer, places, false) : null
    if (document && await leadsToPages(document) && await document.leads()) return document
  }
  places.clear()
  const streams: number[] = []
  const trailer = await searchObjects(file, places, streams)
  if (trailer && !trailer.has('Encrypt')) await addPacked(file, trailer, places, streams)
  const document = trailer ? documentOf(file, trailer, places, true) : null
  return document && await leadsToPages(document) ? document : null
}

/** Whether a document leads to its first page (§7.7.2, §7.7.3); one of no pages has none. What is encrypted is not followed. */
async function leadsToPages({ trailer, get }: Document): Promise<boolean> {
  if (trailer.has('Encrypt')) return true
  const root = await get(trailer.get('Root'))
  const pages = isDictionary(root) ? await get(root.get('Pages')) : undefined
  if (!isDictionary(pages)) return false
  const kids = await get(pages.get('Kids'))
  return !Array.isArray(kids) || kids.length === 0 || isDictionary(await get(kids[0]))
}

/** Follows the sections from the newest to the oldest; the newest entry of an object counts. */
async function readSections(file: FileBytes, start: number, shift: number, places: Map<number, Place>): Promise<Dictionary | null> {
  const waiting = [start]
  const seen = new Set<number>()
  let first: Dictionary | null = null
  while (waiting.length > 0 && seen.size < SECTIONS) {
    const offset = waiting.shift() ?? 0
    if (seen.has(offset) || offset >= file.size || offset < 0) continue
    seen.add(offset)
    const section = await readTable(file, offset, shift, places) ?? await readStreamTable(file, offset, shift, places)
    if (!section) return null
    first ??= section
    const [hybrid, previous] = [section.get('XRefStm'), section.get('Prev')]
    if (typeof hybrid === 'number') waiting.push(hybrid + shift)
    if (typeof previous === 'number') waiting.push(previous + shift)
  }
  return first
}

/** A table section (§7.5.4): subsections of 20-byte lines, then the trailer. */
async function readTable(file: FileBytes, offset: number, shift: number, places: Map<number, Place>): Promise<Dictionary | null> {
  const starts = latin1(await file.read(offset, 64))
  const lead = /^\s*xref\s+/.exec(starts)?.[0].length
  if (lead === undefined) return null
  let position = offset + lead
  for (let sections = 0; sections < 100_000; sections++) {
    const line = latin1(await file.read(position, 64))
    const match = /^\s*(\d+)\s+(\d+)\s*?(?:\r\n|\n|\r| )/.exec(line)
    if (!match) break
    const [all, from, count] = [match[0], Number(match[1]), Number(match[2])]
    position += all.length + (/^\s*/.exec(line.slice(all.length))?.[0].length ?? 0)
    if (count > OBJECTS) return null
    for (let done = 0; done < count;) {
      const lines = latin1(await file.read(position, Math.min(20 * (count - done), 20 * 2048)))
      if (lines.length < 18) return null
      // some writers end lines with one byte instead of two: the real width shows between two entries
      const width = /^\d{10} \d{5} [nf][^\d]{1,2}(?=\d)/.exec(lines)?.[0].length ?? 20
      const many = Math.min(count - done, Math.max(1, Math.floor(lines.length / width)))
      for (let i = 0; i < many; i++) {
        const entry = lines.slice(i * width, i * width + 18)
        const number = from + done + i
        if (entry[17] === 'n' && !places.has(number) && places.size < OBJECTS) places.set(number, { at: Number(entry.slice(0, 10)) + shift })
      }
      position += many * width
      done += many
    }
  }
  const text = latin1(await file.read(position, 16_384))
  const trailer = /^\s*trailer/.exec(text)
  if (!trailer) return null
  const value = parseValue({ text, at: trailer[0].length })
  return isDictionary(value) ? value : null
}

/** A cross-reference stream (§7.5.8): fields of stated widths, packed. */
async function readStreamTable(file: FileBytes, offset: number, shift: number, places: Map<number, Place>): Promise<Dictionary | null> {
  const stored = await readObjectAt(file, offset, null)
  if (!stored?.dictionary || nameOf(stored.dictionary.get('Type')) !== 'XRef') return null
  const { dictionary } = stored
  const data = await unpack(file, dictionary, stored.dataAt, dictionary.get('Length'))
  const widths = dictionary.get('W')
  if (!data || !Array.isArray(widths)) return null
  const [a = 0, b = 0, c = 0] = widths.map(width => (typeof width === 'number' && width >= 0 && width <= 8 ? width : 0))
  const width = a + b + c
  const index = dictionary.get('Index')
  const ranges = Array.isArray(index) ? index.map(Number) : [0, Number(dictionary.get('Size') ?? 0)]
  const field = (from: number, length: number) => {
    let value = 0
    for (let i = 0; i < length; i++) value = value * 256 + (data[from + i] ?? 0)
    return value
  }
  let row = 0
  for (let i = 0; i + 1 < ranges.length && width > 0; i += 2) {
    for (let j = 0; j < (ranges[i + 1] ?? 0) && row + width <= data.length && places.size < OBJECTS; j++, row += width) {
      const kind = a === 0 ? 1 : field(row, a)
      const number = (ranges[i] ?? 0) + j
      if (places.has(number)) continue
      if (kind === 1) places.set(number, { at: field(row + a, b) + shift })
      if (kind === 2) places.set(number, { stream: field(row + a, b), index: field(row + a + b, c) })
    }
  }
  return dictionary
}

interface Found { number: number, value: Value, dictionary: Dictionary | null, dataAt: number }

/** Reads the object at an offset; where it is a stream, its data starts at `dataAt`. */
async function readObjectAt(file: FileBytes, offset: number, expected: number | null): Promise<Found | null> {
  for (let length = 2048; ; length *= 16) {
    const text = latin1(await file.read(offset, Math.min(length, 512 * 1024)))
    const lead = /^\s*(\d+)\s+\d+\s+obj/.exec(text)
    if (!lead || (expected !== null && Number(lead[1]) !== expected)) return null
    const parse = { text, at: lead[0].length }
    const value = parseValue(parse)
    if (value === undefined) {
      if (length >= 512 * 1024 || offset + length >= file.size) return null
      continue
    }
    skipSpace(parse)
    const data = /stream(?:\r\n|\n|\r)/y
    data.lastIndex = parse.at
    return { number: Number(lead[1]), value, dictionary: isDictionary(value) ? value : null, dataAt: data.test(text) ? offset + data.lastIndex : -1 }
  }
}

const filtersOf = (dictionary: Dictionary): string[] => listOf(dictionary.get('Filter')).flatMap(value => nameOf(value) ?? [])

/** The short name of the method is meant for pictures within a page (§8.9.7): readers take it everywhere. */
function isPackedOtherwise(dictionary: Dictionary): boolean {
  const [first, ...more] = filtersOf(dictionary)
  return more.length > 0 || (first !== undefined && !FLATE.includes(first))
}

async function unpack(file: FileBytes, dictionary: Dictionary, dataAt: number, length: Value | undefined): Promise<Uint8Array | null> {
  if (dataAt < 0 || typeof length !== 'number') return null
  const raw = await file.read(dataAt, Math.min(Math.max(0, length), UNPACKED))
  if (isPackedOtherwise(dictionary)) return null
  if (filtersOf(dictionary).length === 0) return raw
  const data = inflateStart(raw, 'zlib', UNPACKED)
  const stated = dictionary.get('DecodeParms')
  const parms = Array.isArray(stated) ? stated[0] : stated
  if (!isDictionary(parms) || Number(parms.get('Predictor') ?? 1) < 2) return data
  return (parms.get('Predictor') === 2 ? addUp : undoPredictor)(data, Number(parms.get('Columns') ?? 1))
}

/** The TIFF predictor (§7.4.4.4) of one byte a column: each byte is stored as its difference from the one before. */
function addUp(data: Uint8Array, columns: number): Uint8Array {
  const out = data.slice()
  for (let i = 0; i < out.length; i++) if (i % columns !== 0) out[i] = (out[i] ?? 0) + (out[i - 1] ?? 0)
  return out
}

/** PNG predictors (§7.4.4.4) of one byte a column, as cross-reference streams use them. */
function undoPredictor(data: Uint8Array, columns: number): Uint8Array | null {
  if (!(columns > 0 && columns < 65_536)) return null
  const rows = Math.floor(data.length / (columns + 1))
  const out = new Uint8Array(rows * columns)
  for (let row = 0; row < rows; row++) {
    const kind = data[row * (columns + 1)] ?? 0
    for (let i = 0; i < columns; i++) {
      const raw = data[row * (columns + 1) + 1 + i] ?? 0
      const left = i > 0 ? out[row * columns + i - 1] ?? 0 : 0
      const up = row > 0 ? out[(row - 1) * columns + i] ?? 0 : 0
      const corner = row > 0 && i > 0 ? out[(row - 1) * columns + i - 1] ?? 0 : 0
      const guess = left + up - corner
      const [a, b, c] = [Math.abs(guess - left), Math.abs(guess - up), Math.abs(guess - corner)]
      const nearer = b <= c ? up : corner
      const paeth = a <= b && a <= c ? left : nearer
      out[row * columns + i] = raw + ([0, left, up, (left + up) >> 1, paeth][kind] ?? 0)
    }
  }
  return out
}

/** What an object stream holds: numbers of objects, where each begins in its text. */
interface Pack { numbers: number[], offsets: number[], text: string }

function documentOf(file: FileBytes, trailer: Dictionary, places: Map<number, Place>, rebuilt: boolean): Document {
  const packs = new Map<number, Pack | 'other' | null>()

  async function find(number: number): Promise<Found | null> {
    const place = places.get(number)
    if (!place) return null
    if ('at' in place) return readObjectAt(file, place.at, number)
    const value = await unpacked(place.stream, place.index, number)
    return value === undefined ? null : { number, value, dictionary: isDictionary(value) ? value : null, dataAt: -1 }
  }

  /** An object stream (§7.5.7); encrypted ones are left alone, since their bytes are not what they seem. */
  async function packOf(stream: number): Promise<Pack | 'other' | null> {
    const known = packs.get(stream)
    if (known !== undefined) return known
    if (packs.size > 16) packs.clear()
    // one that refers to itself finds nothing
    packs.set(stream, null)
    const pack = await readPack(stream)
    packs.set(stream, pack)
    return pack
  }

  async function readPack(stream: number): Promise<Pack | 'other' | null> {
    const holder = places.get(stream)
    const stored = holder && 'at' in holder && !trailer.has('Encrypt') ? await readObjectAt(file, holder.at, stream) : null
    if (!stored?.dictionary) return null
    if (isPackedOtherwise(stored.dictionary)) return 'other'
    const data = await unpack(file, stored.dictionary, stored.dataAt, await get(stored.dictionary.get('Length')))
    const first = Number(stored.dictionary.get('First') ?? 0)
    if (data === null || data.length < first) return null
    const text = latin1(data)
    const table = text.slice(0, first).trim().split(/\s+/).map(Number)
    return { numbers: table.filter((_, i) => i % 2 === 0), offsets: table.filter((_, i) => i % 2 === 1).map(offset => offset + first), text }
  }

  async function unpacked(stream: number, index: number, number: number): Promise<Value | undefined> {
    const pack = await packOf(stream)
    if (pack === null || pack === 'other') return undefined
    const position = pack.numbers[index] === number ? index : pack.numbers.indexOf(number)
    const offset = pack.offsets[position]
    return offset === undefined ? undefined : parseValue({ text: pack.text, at: offset })
  }

  /** Looks at so many object streams; what is packed in another way is not looked into. */
  async function leads(): Promise<boolean> {
    if (trailer.has('Encrypt')) return true
    const streams = new Set([...places.values()].flatMap(place => ('stream' in place ? [place.stream] : [])))
    for (const stream of [...streams].slice(0, STREAMS)) if (await packOf(stream) === null) return false
    return true
  }

  async function numbersIn(stream: number): Promise<number[]> {
    const pack = await packOf(stream)
    return pack === null || pack === 'other' ? [] : pack.numbers
  }

  async function get(value: Value | undefined): Promise<Value | undefined> {
    let current = value
    for (let steps = 0; isReference(current) && steps < 16; steps++) current = (await find(current.object))?.value
    return isReference(current) ? undefined : current
  }

  return {
    trailer, rebuilt, places, get, leads, numbersIn,
    async stream(value) {
      const stored = isReference(value) ? await find(value.object) : null
      if (!stored?.dictionary || stored.dataAt < 0) return null
      return { dictionary: stored.dictionary, data: await unpack(file, stored.dictionary, stored.dataAt, await get(stored.dictionary.get('Length'))) }
    },
  }
}

/** Adds the objects that found object streams hold. */
async function addPacked(file: FileBytes, trailer: Dictionary, places: Map<number, Place>, streams: readonly number[]): Promise<void> {
  const document = documentOf(file, trailer, places, true)
  for (const stream of streams.slice(0, STREAMS)) {
    for (const [index, number] of (await document.numbersIn(stream)).entries()) {
      if (!places.has(number) && places.size < OBJECTS) places.set(number, { stream, index })
    }
  }
}

/**
 * Searches a file for objects and trailers, as every reader does where the table is wrong.
 *
 * @param streams - is given the numbers of the object streams met
 */
async function searchObjects(file: FileBytes, places: Map<number, Place>, streams: number[]): Promise<Dictionary | null> {
  let trailer: Dictionary | null = null
  let kept = ''
  let keptAt = 0
  for await (const piece of pieces(file, 0, SEARCHED)) {
    const text = kept + latin1(piece)
    for (const match of text.matchAll(/(?:^|[\r\n ])(\d{1,10}) \d{1,5} obj\b|trailer\s*(?=<<)/g)) {
      if (match[1] !== undefined) {
        if (places.size < OBJECTS) places.set(Number(match[1]), { at: keptAt + match.index + match[0].indexOf(match[1]) })
        const start = text.slice(match.index, match.index + 2048)
        if (streams.length < OBJECTS && /^[^>]{0,200}\/Type\s*\/ObjStm\b/.test(start)) streams.push(Number(match[1]))
        if (/\/Type\s*\/(?:XRef|Catalog)\b/.test(start)) {
          const value = parseValue({ text: start, at: start.indexOf('obj') + 3 })
          if (isDictionary(value) && nameOf(value.get('Type')) === 'XRef' && value.has('Root')) trailer = value
          else trailer ??= new Map([['Root', { object: Number(match[1]) }]])
        }
        continue
      }
      const value = parseValue({ text: text.slice(0, match.index + 16_384), at: match.index + match[0].length })
      if (isDictionary(value) && value.has('Root')) trailer = value
    }
    keptAt += text.length - Math.min(text.length, 4096)
    kept = text.slice(-4096)
  }
  return trailer
}
