import { latin1, startsWith, u16be, u16le, u32be, u32le, u64be, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { readBySignature } from '../../family'
import { damaged, propertyText, reading, setProps, sized } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { readArray, readAttributes, readDatabase, readHierarchical, readPackets, readTranslations } from './database'
import { readFont } from './font'
import { readSealed } from './pgp'
import { readSigned } from './signed'
import { SIGNATURES } from './signatures'

export const readData = readBySignature(SIGNATURES, {
  database: readDatabase,
  hierarchical: readHierarchical,
  parquet: file => closing(file, 'parquet', 'PAR1'),
  arrow: file => closing(file, 'arrow', 'ARROW1'),
  array: readArray,
  matrices: readMatrices,
  markedStatistics: readMarkedStatistics,
  plainStatistics: ({ head }) => reading('dta', { version: String(u8(head, 0)) }),
  packets: readPackets,
  translations: readTranslations,
  points: ({ head }) => reading('las', { version: `${u8(head, 24)}.${u8(head, 25)}` }),
  pages: ({ size }) => (size % 2048 === 0 ? reading('mdb', { verified: 'structure' }) : damaged('mdb', { kind: 'ends-in-page' })),
  book: ({ head }) => reading('mobi', { props: titled(latin1(head, 0, 32).replace(/\0[\s\S]*/, '').replace(/_/g, ' ')) }),
  program: readProgram,
  elf: readElf,
  compiled: ({ head }) => reading('class', { version: `${u16be(head, 6)}.${u16be(head, 4)}` }),
  typeset: readTypeset,
  scanned: readScanned,
  torrent: readTorrent,
  list: readList,
  previewed: readPreviewed,
  font: readFont,
  attributes: readAttributes,
  signed: readSigned,
  sealed: readSealed,
  attachments: readAttachments,
  profile: ({ head, size }) => sized('icc', size, u32be(head, 0), { version: `${u8(head, 8)}.${u8(head, 9) >> 4}` }),
  activity: readActivity,
  volume: readVolume,
})

async function readMarkedStatistics(file: FileBytes): Promise<Reading> {
  if (!latin1((await file.tail()).slice(-16)).includes('</stata_dta>')) return damaged('dta', { kind: 'closing-mark-missing' })
  return reading('dta', { version: /<release>(\d+)/.exec(latin1(file.head, 0, 64))?.[1] ?? null, verified: 'structure' })
}

async function readTorrent(file: FileBytes): Promise<Reading> {
  const closed = latin1((await file.tail()).slice(-4)).trimEnd().endsWith('e')
  return closed ? reading('torrent', { verified: 'structure' }) : damaged('torrent', { kind: 'closing-mark-missing' })
}

/** Page description with a preview: three stretches, each with place and length. */
function readPreviewed({ head, size }: FileBytes): Reading {
  const end = (offset: number) => u32le(head, offset) + u32le(head, offset + 4)
  return sized('eps', size, Math.max(end(4), end(12), end(20)), { props: { preview: u32le(head, 16) + u32le(head, 24) > 0 } })
}

/** Matrices: elements with type and length behind a header of 128 bytes; the mark of byte order says how to read them. */
async function readMatrices(file: FileBytes): Promise<Reading> {
  const long = startsWith(file.head, 'IM', 126) ? u32le : u32be
  let offset = 128
  for (let elements = 0; offset + 8 <= file.size && elements < 100_000; elements++) offset += 8 + long(await file.read(offset + 4, 4), 0)
  return sized('mat', file.size, offset, { version: '5.0' })
}

/** Parts up to this length are held against their sums. */
const SUMMED = 16 * 1024 * 1024

/** A record of activities: header, messages of the stated length, and a sum of 16 bits over all (CRC-16 of ARC, from memory). */
async function readActivity(file: FileBytes): Promise<Reading> {
  const end = u8(file.head, 0) + u32le(file.head, 4)
  const rest = { version: `${u8(file.head, 1) >> 4}.${u8(file.head, 1) & 15}` }
  if (end + 2 > file.size || end > SUMMED) return sized('fit', file.size, end + 2, rest)
  const bytes = await file.whole(end + 2)
  let sum = 0
  for (const byte of bytes.subarray(0, end)) {
    sum ^= byte
    for (let bit = 0; bit < 8; bit++) sum = sum & 1 ? (sum >>> 1) ^ 0xA001 : sum >>> 1
  }
  return sum === u16le(bytes, end) ? reading('fit', { ...rest, verified: 'checksum' }) : damaged('fit', { kind: 'contents-checksum' }, rest)
}

/** Attachments of a mail in a form of their own (MS-OXTNEF §2.1.3): attributes with level, number, length and sum. */
async function readAttachments(file: FileBytes): Promise<Reading> {
  let offset = 6
  for (let attributes = 0; offset + 11 <= file.size && attributes < 100_000; attributes++) {
    const header = await file.read(offset, 9)
    if (![1, 2].includes(u8(header, 0))) return reading('tnef')
    const length = u32le(header, 5)
    if (length <= SUMMED && offset + 11 + length <= file.size) {
      const bytes = await file.read(offset + 9, length + 2)
      const sum = bytes.subarray(0, length).reduce((total, byte) => total + byte, 0) & 0xFFFF
      if (sum !== u16le(bytes, length)) return damaged('tnef', { kind: 'contents-checksum' })
    }
    offset += 11 + length
  }
  return sized('tnef', file.size, offset)
}

/** A measured volume (NIfTI-1): dimensions, bits a point, and where the points begin; they may stand in a file of their own. */
function readVolume({ head, size }: FileBytes): Reading {
  const first = u16le(head, 0) === 348 || u32be(head, 0) === 348
  const little = u32le(head, 0) === (first ? 348 : 540)
  if (!first || !little || latin1(head, 344, 346) !== 'n+') return reading('nii', { version: first ? '1' : '2' })
  let points = 1
  for (let axis = 1; axis <= Math.min(7, u16le(head, 40)); axis++) points *= u16le(head, 40 + 2 * axis)
  const begins = new DataView(head.buffer, head.byteOffset).getFloat32(108, true)
  return sized('nii', size, Math.max(352, begins || 0) + points * u16le(head, 72) / 8, { version: '1' })
}

function titled(text: string): Record<string, PropertyValue> {
  const props: Record<string, PropertyValue> = {}
  setProps(props, { title: propertyText(text) })
  return props
}

async function closing(file: FileBytes, id: string, mark: string): Promise<Reading> {
  return startsWith((await file.tail()).slice(-mark.length), mark) && file.size > 2 * mark.length
    ? reading(id, { verified: 'structure' })
    : damaged(id, { kind: 'closing-mark-missing' })
}

/** Program for one system family: sections reach as far as the file (PE format §3, §4). */
async function readProgram(file: FileBytes): Promise<Reading> {
  const offset = u32le(file.head, 60)
  const header = await file.read(offset, 24)
  if (!startsWith(header, 'PE\0\0')) return reading('exe')
  const count = Math.min(96, u16le(header, 6))
  const sections = await file.read(offset + 24 + u16le(header, 20), count * 40)
  let reach = 0
  for (let i = 0; i < count; i++) {
    if (u32le(sections, 40 * i + 16) > 0) reach = Math.max(reach, u32le(sections, 40 * i + 20) + u32le(sections, 40 * i + 16))
  }
  return sized('exe', file.size, reach)
}

/** ELF (System V ABI ch. 4): the table of sections stands at the end. */
function readElf({ head, size }: FileBytes): Reading {
  const wide = u8(head, 4) === 2
  const little = u8(head, 5) === 1
  const [short, long, word] = little ? [u16le, u32le, u64le] : [u16be, u32be, u64be]
  const table = wide ? word(head, 40) : long(head, 32)
  const [each, count] = wide ? [short(head, 58), short(head, 60)] : [short(head, 46), short(head, 48)]
  return sized('elf', size, table + each * count)
}

/** Typeset pages: closed by at least four bytes 223. */
async function readTypeset(file: FileBytes): Promise<Reading> {
  const tail = await file.tail()
  if (!tail.slice(-4).every(byte => byte === 223)) return damaged('dvi', { kind: 'closing-bytes-missing' })
  let end = tail.length
  while (end > 0 && tail[end - 1] === 223) end--
  const post = u32be(tail, end - 5)
  const pages = u16be(await file.read(post, 29), 27)
  return reading('dvi', { version: String(tail[end - 1] ?? ''), verified: 'structure', props: pages > 0 ? { pages } : {} })
}

/** Scanned pages: chunks in a FORM with its length; a bundle states its pages in a directory. */
async function readScanned(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const stated = 12 + u32be(head, 8)
  const props: Record<string, PropertyValue> = {}
  if (startsWith(head, 'DJVU', 12)) Object.assign(props, { pages: 1, width: u16be(head, 24), height: u16be(head, 26), resolution: u16le(head, 30) })
  else {
    let pages = 0
    for (let offset = 16, chunks = 0; offset + 12 <= size && chunks < 100_000; chunks++) {
      const chunk = await file.read(offset, 12)
      if (startsWith(chunk, 'FORM') && startsWith(chunk, 'DJVU', 8)) pages++
      offset += 8 + u32be(chunk, 4) + (u32be(chunk, 4) & 1)
    }
    if (pages > 0) props.pages = pages
  }
  return sized('djvu', size, stated, { props })
}

/** Property list in binary: the table of offsets is named in the last 32 bytes. A list with nothing but an address is a shortcut. */
async function readList(file: FileBytes): Promise<Reading> {
  const end = (await file.tail()).slice(-32)
  const table = u64be(end, 24) + u64be(end, 8) * u8(end, 6)
  const id = file.size < 4096 && /URL/.test(latin1(file.head)) && /https?:\/\//.test(latin1(file.head)) ? 'webloc' : 'plist'
  return table === 0 || table > file.size - 32 ? damaged(id, { kind: 'closing-table-missing' }) : reading(id, { verified: 'structure' })
}
