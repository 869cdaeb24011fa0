import { latin1, startsWith, u16be, u16le, u32be, u32le, u64be, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { FamilyReader } from '../../family'
import { damaged, propertyText, reading, setProps, sized } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { readArray, readAttributes, readDatabase, readHierarchical, readPackets, readTranslations } from './database'
import { readFont } from './font'

/** Formats told by a signature alone. */
const SIGNATURES: readonly (readonly [bytes: string, id: string])[] = [
  ['Obj\x01', 'avro'], ['$FL2', 'sav'], ['\x0A\x0D\x0D\x0A', 'pcapng'], ['fgb\x03', 'fgb'], ['!BDN', 'pst'], ['L\0\0\0\x01\x14\x02\0', 'lnk'], ['book\0\0\0\0mark', 'alias'],
  ['\xFFWPC', 'wpd'], ['\0\0\x02\0\x06\x04', 'wk1'], ['\0\0\x1A\0', 'wk1'], ['\x06\x06\xED\xF5\xD8\x1D\x46\xE5', 'indd'], ['\x1BE', 'pcl'], ['\x1B%-12345X', 'pcl'], ['\0asm', 'wasm'], ['\x08\x09\xFE\x02', 'dgn'], ['\xC8\x09\xFE\x02', 'dgn'],
  ['\xCF\xFA\xED\xFE', 'macho'], ['\xCE\xFA\xED\xFE', 'macho'],
]

export const readData: FamilyReader = async (file, proof) => {
  const { head, size } = file
  const starts = (text: string, at = 0) => startsWith(head, text, at)
  if (starts('SQLite format 3\0')) return readDatabase(file)
  if (starts('\x89HDF\r\n\x1A\n')) return readHierarchical(file)
  if (starts('CDF') && [1, 2, 5].includes(u8(head, 3))) return reading('nc', { version: String(u8(head, 3)) })
  if (starts('PAR1')) return closing(file, 'parquet', 'PAR1')
  if (starts('ARROW1')) return closing(file, 'arrow', 'ARROW1')
  if (starts('\x93NUMPY')) return readArray(file)
  if (starts('MATLAB 5.0')) return readMatrices(file)
  if (starts('<stata_dta>')) return latin1((await file.tail()).slice(-16)).includes('</stata_dta>') ? reading('dta', { version: /<release>(\d+)/.exec(latin1(head, 0, 64))?.[1] ?? null, verified: 'structure' }) : damaged('dta', { kind: 'closing-mark-missing' })
  if (u8(head, 0) >= 0x71 && u8(head, 0) <= 0x73 && [1, 2].includes(u8(head, 1)) && u8(head, 2) === 1 && u8(head, 3) === 0) return reading('dta', { version: String(u8(head, 0)) })
  if (starts('\xA1\xB2\xC3\xD4') || starts('\xD4\xC3\xB2\xA1')) return readPackets(file)
  if (starts('\xDE\x12\x04\x95') || starts('\x95\x04\x12\xDE')) return readTranslations(file)
  if (starts('0       ') && /^\d+ *$/.test(latin1(head, 184, 192)) && /^\d+ *$/.test(latin1(head, 252, 256))) return reading('edf')
  if (starts('LASF')) return reading('las', { version: `${u8(head, 24)}.${u8(head, 25)}` })
  if (starts('Standard Jet DB', 4) || starts('Standard ACE DB', 4)) return size % 2048 === 0 ? reading('mdb', { verified: 'structure' }) : damaged('mdb', { kind: 'ends-in-page' })
  if (starts('BOOKMOBI', 60)) return reading('mobi', { props: titled(latin1(head, 0, 32).replace(/\0[\s\S]*/, '').replace(/_/g, ' ')) })
  if (starts('ITSF')) return reading('chm')
  if (starts('MZ')) return readProgram(file)
  if (starts('\x7FELF')) return readElf(file)
  // the same four bytes begin a program for several machines: there the number of parts is small
  if (starts('\xCA\xFE\xBA\xBE')) return u32be(head, 4) < 20 ? reading('macho') : reading('class', { version: `${u16be(head, 6)}.${u16be(head, 4)}` })
  if (starts('\xF7\x02') && u32be(head, 2) === 25_400_000) return readTypeset(file)
  if (starts('AT&TFORM')) return readScanned(file)
  if (starts('d8:announce')) return latin1((await file.tail()).slice(-4)).trimEnd().endsWith('e') ? reading('torrent', { verified: 'structure' }) : damaged('torrent', { kind: 'closing-mark-missing' })
  if (starts('bplist00')) return readList(file)
  if (starts('\xC5\xD0\xD3\xC6')) return sized('eps', size, Math.max(u32le(head, 4) + u32le(head, 8), u32le(head, 12) + u32le(head, 16), u32le(head, 20) + u32le(head, 24)), { props: { preview: u32le(head, 16) + u32le(head, 24) > 0 } })
  if ([0x84, 0x85, 0x8C].includes(u8(head, 0)) && /^[\x01-\x03]\x0D?/.test(latin1(head, 1, 3)) && latin1(head, 0, 32).includes('PGP')) return reading('pgp')
  // plotter language: commands to the device first, then two letters and numbers, each closed by a semicolon
  if (/^\s*(?:BP[^;]{0,80};)?\s*(?:DF;)?\s*IN\s*;\s*[A-Z]{2}[\d.,\s-]{0,80};\s*[A-Z]{2}/.test(latin1(head, 0, 512).replace(/\x1B[.%][^\x1B\n]{0,40}/g, ''))) return reading('plt')
  const signed = SIGNATURES.find(([bytes]) => starts(bytes))
  if (signed) return reading(signed[1])
  return await readFont(file, proof) ?? readAttributes(file)
}

/** Matrices: elements with type and length behind a header of 128 bytes; the mark of byte order says how to read them. */
async function readMatrices(file: FileBytes): Promise<Reading> {
  const long = startsWith(file.head, 'IM', 126) ? u32le : u32be
  let at = 128
  for (let elements = 0; at + 8 <= file.size && elements < 100_000; elements++) at += 8 + long(await file.read(at + 4, 4), 0)
  return sized('mat', file.size, at, { version: '5.0' })
}

function titled(text: string): Record<string, PropertyValue> {
  const props: Record<string, PropertyValue> = {}
  setProps(props, { title: propertyText(text) })
  return props
}

async function closing(file: FileBytes, id: string, mark: string): Promise<Reading> {
  return startsWith((await file.tail()).slice(-mark.length), mark) && file.size > 2 * mark.length ? reading(id, { verified: 'structure' }) : damaged(id, { kind: 'closing-mark-missing' })
}

/** Program for one system family: sections reach as far as the file (PE format §3, §4). */
async function readProgram(file: FileBytes): Promise<Reading> {
  const at = u32le(file.head, 60)
  const header = await file.read(at, 24)
  if (!startsWith(header, 'PE\0\0')) return reading('exe')
  const count = Math.min(96, u16le(header, 6))
  const sections = await file.read(at + 24 + u16le(header, 20), count * 40)
  let reach = 0
  for (let i = 0; i < count; i++) if (u32le(sections, 40 * i + 16) > 0) reach = Math.max(reach, u32le(sections, 40 * i + 20) + u32le(sections, 40 * i + 16))
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
    for (let at = 16, chunks = 0; at + 12 <= size && chunks < 100_000; chunks++) {
      const chunk = await file.read(at, 12)
      if (startsWith(chunk, 'FORM') && startsWith(chunk, 'DJVU', 8)) pages++
      at += 8 + u32be(chunk, 4) + (u32be(chunk, 4) & 1)
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
