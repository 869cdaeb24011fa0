import { latin1, startsWith, u16be, u16le, u32be, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, reading, sized } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** SQLite database file format §1.3: page size at 16, page count at 28, application id at 68, format number at 60. */
export async function readDatabase(file: FileBytes): Promise<Reading> {
  const { head, size } = file

  const pageSize = u16be(head, 16) === 1 ? 65_536 : u16be(head, 16)
  const map = startsWith(head, 'GPKG', 68) || startsWith(head, 'GP10', 68) || startsWith(head, 'GP11', 68)
  // a geopackage numbers itself in the user version: 10300 is 1.3.0
  const user = u32be(head, 60)
  const early = startsWith(head, 'GP11', 68) ? '1.1' : '1.0'
  const mapVersion = user >= 10_000 ? `${Math.floor(user / 10_000)}.${Math.floor(user / 100) % 100}` : early
  const version = map ? mapVersion : '3'
  const id = map ? 'gpkg' : 'sqlite'
  if (pageSize < 512 || (pageSize & (pageSize - 1)) !== 0) return damaged(id, { kind: 'page-size' }, { version })
  // free pages may be zeros, others never are (§1.5, §1.6)
  const quarter = (await file.tail()).slice(-Math.ceil(size / 4))
  if (quarter.every(byte => byte === 0) && u32be(head, 36) * pageSize < quarter.length) return damaged(id, { kind: 'last-part-zeros' }, { version })
  // the count is only valid where the change counter agrees with version-valid-for (§1.3.8)
  if (u32be(head, 24) === u32be(head, 92)) return sized(id, size, pageSize * u32be(head, 28), { version })
  return size % pageSize === 0 ? reading(id, { version, verified: 'structure' }) : damaged(id, { kind: 'ends-in-page' }, { version })
}

/** HDF5 file format 3.0 §II.A: the superblock states the end of the file; where it stands depends on its version. */
export function readHierarchical({ head, size }: FileBytes): Reading {
  const version = u8(head, 8)
  const wide = u8(head, version < 2 ? 13 : 9)
  const end = version < 2 ? 24 + (version === 1 ? 4 : 0) + 2 * wide : 12 + 2 * wide
  // 4-byte addresses are rare, other widths do not occur
  const stated = wide === 8 ? u64le(head, end) : u32le(head, end)
  const ids = ['h5', 'nc']
  // one file of a set that a driver divided: the end is that of all (§II.B)
  return /NCSA(?:fami|mult)/.test(latin1(head)) ? reading(ids, { version: String(version) }) : sized(ids, size, stated, { version: String(version) })
}

/** Array file: magic, version, a header that ends in the shape; the data follows at once. */
export function readArray({ head, size }: FileBytes): Reading {
  const major = u8(head, 6)
  const length = major === 1 ? u16le(head, 8) : u32le(head, 8)
  const header = latin1(head, 0, Math.min(head.length, 12 + length))
  const width = Number(/'descr':\s*'[<>|=]?[a-zA-Z](\d+)'/.exec(header)?.[1] ?? 0)
  const shape = /'shape':\s*\(([^)]*)\)/.exec(header)?.[1]?.split(',').map(part => part.trim()).filter(Boolean).map(Number) ?? []
  const unit = /'descr':\s*'[<>|=]?U/.test(header) ? 4 : 1
  const stated = (major === 1 ? 10 : 12) + length + width * unit * shape.reduce((product, one) => product * one, 1)
  return sized('npy', size, stated, { version: `${major}.${u8(head, 7)}` })
}

/** Table of attributes: number of records, lengths of header and record; fields of 32 bytes each. */
export function readAttributes({ head, size }: FileBytes): Reading | null {
  const [records, header, record] = [u32le(head, 4), u16le(head, 8), u16le(head, 10)]
  const [month, day] = [u8(head, 2), u8(head, 3)]
  if (header < 33 || record < 1 || month > 12 || day > 31 || header > size) return null
  const ends = head[header - 1] === 0x0D || head[header - 2] === 0x0D || head[header - 264] === 0x0D
  if (!ends || !/^[A-Za-z_][\w]{0,9}\0/.test(latin1(head, 32, 43)) || !/[A-Z@+]/.test(latin1(head, 43, 44))) return null
  const columns = Math.floor((header - 33) / 32)
  const props: Record<string, PropertyValue> = { rows: records, columns }
  return { ...sized('dbf', size, header + records * record, { props }), ...(records === 0 ? { blank: true as const } : {}) }
}

/** Compiled translations: number of entries and places of both tables. */
export async function readTranslations(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const long = startsWith(head, '\xDE\x12') ? u32le : u32be
  const entries = long(head, 8)
  let reach = Math.max(long(head, 12), long(head, 16)) + 8 * entries
  for (const table of [long(head, 12), long(head, 16)]) {
    const last = await file.read(table + 8 * (entries - 1), 8)
    reach = Math.max(reach, long(last, 0) + long(last, 4))
  }
  return sized('mo', size, reach, { props: { entries } })
}

/** Network record: packets with their lengths behind a header of 24 bytes. */
export async function readPackets(file: FileBytes): Promise<Reading> {
  const little = startsWith(file.head, '\xD4\xC3')
  const [short, long] = little ? [u16le, u32le] : [u16be, u32be]
  const version = `${short(file.head, 4)}.${short(file.head, 6)}`
  let offset = 24
  for (let packets = 0; offset + 16 <= file.size && packets < 2_000_000; packets++) offset += 16 + long(await file.read(offset + 8, 4), 0)
  if (offset === file.size) return reading('pcap', { version, verified: 'structure' })
  return offset > file.size || file.size - offset < 16 ? damaged('pcap', { kind: 'ends-in-packet' }, { version }) : reading('pcap', { version })
}
