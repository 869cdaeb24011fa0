import type { FileBytes } from '../../bytes/source'
import { startsWith, u16le, u32be, u32le } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { Reading } from '../reading'

/** Formats told by fixed bytes at a fixed place; `\xNN` as in the format's own description. */
const SIGNATURES: readonly (readonly [id: string, at: number, bytes: string])[] = [
  ['ps', 0, '\xC5\xD0\xD3\xC6'],
  ['djvu', 0, 'AT&TFORM'],
  ['xcf', 0, 'gimp xcf '],
  ['wmf', 0, '\xD7\xCD\xC6\x9A'],
  ['emf', 40, ' EMF'],
  ['dwg', 0, 'AC10'],
  ['blend', 0, 'BLENDER'],
  ['bz2', 0, 'BZh'],
  ['xz', 0, '\xFD7zXZ\x00'],
  ['zst', 0, '\x28\xB5\x2F\xFD'],
  ['7z', 0, '7z\xBC\xAF\x27\x1C'],
  ['rar', 0, 'Rar!\x1A\x07'],
  ['iso', 32769, 'CD001'],
  ['exe', 0, 'MZ'],
  ['elf', 0, '\x7FELF'],
  ['ttf', 0, '\x00\x01\x00\x00\x00'],
  ['otf', 0, 'OTTO'],
  ['ttc', 0, 'ttcf'],
  ['woff', 0, 'wOFF'],
  ['woff2', 0, 'wOF2'],
  ['lnk', 0, 'L\x00\x00\x00\x01\x14\x02\x00'],
  ['glb', 0, 'glTF'],
  ['shp', 0, '\x00\x00\x27\x0A'],
  ['exr', 0, '\x76\x2F\x31\x01'],
]

/** Reads formats with a plain signature: archives, fonts, programs, drawings; and those told by it with a length to prove. */
export async function readBySignature(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (startsWith(head, 'SQLite format 3\0')) return readDatabase(file)
  if (startsWith(head, '\x1F\x8B\x08')) return readGzip(file)
  if (startsWith(head, 'ustar', 257)) return readTar(file)
  for (const [id, at, bytes] of SIGNATURES) {
    if (!startsWith(head, bytes, at)) continue
    if (id === 'bz2' && !startsWith(head, '1AY&SY', 4)) continue
    const stated = statedLength(id, head)
    if (stated !== null && stated > size) return damaged(id, endsEarly(size, stated))
    return reading(id, {
      version: id === 'dwg' ? String.fromCharCode(...head.subarray(0, 6)) : null,
      verified: stated === null ? 'signature' : 'structure',
    })
  }
  return null
}

/** Says how much of the stated length is there; the number helps the person who sent it. */
export function endsEarly(size: number, stated: number): string {
  return `it ends after ${Math.floor(100 * size / stated)} % of the length its header states`
}

function statedLength(id: string, head: Uint8Array): number | null {
  switch (id) {
    case 'glb': return u32le(head, 8)
    case 'woff':
    case 'woff2': return u32be(head, 8)
    case 'shp': return u32be(head, 24) * 2
    case 'emf': return u32le(head, 48)
    default: return null
  }
}

/** SQLite database file format §1.3: page size at 16, page count at 28, application id at 68. */
function readDatabase({ head, size }: FileBytes): Reading {
  const pageSize = (u16le(head, 17) & 0xFF) === 0 && head[16] === 0 && head[17] === 1 ? 65536 : ((head[16] ?? 0) << 8) | (head[17] ?? 0)
  const stated = pageSize * u32be(head, 28)
  const id = startsWith(head, 'GPKG', 68) || startsWith(head, 'GP10', 68) || startsWith(head, 'GP11', 68) ? 'gpkg' : 'sqlite'
  // the count is only valid where the change counter agrees with version-valid-for (§1.3.8)
  if (u32be(head, 24) === u32be(head, 92) && stated > size) return damaged(id, endsEarly(size, stated))
  return reading(id, { verified: 'structure' })
}

/** gzip (RFC 1952): the payload is not unpacked here; only the header and the least possible length are held to. */
async function readGzip({ head, size }: FileBytes): Promise<Reading> {
  if (size < 18) return damaged('gz', 'it is shorter than a gzip header and trailer')
  const { Gunzip } = await import('fflate')
  let first: Uint8Array | undefined
  try {
    const unpack = new Gunzip(chunk => (first ??= chunk))
    unpack.push(head.subarray(0, 16384), false)
  }
  catch {
    return damaged('gz', 'its packed data is not readable')
  }
  const inner = first && first.length > 262 && startsWith(first, 'ustar', 257) ? 'tar.gz' : 'gz'
  return reading(inner)
}

/** POSIX.1 ustar: blocks of 512; a whole archive has at least two zero blocks at its end. */
async function readTar(file: FileBytes): Promise<Reading> {
  const tail = await file.tail()
  const ended = tail.subarray(Math.max(0, tail.length - 1024)).every(byte => byte === 0)
  // a missing end mark alone is common with streaming writers; a broken block is not
  if (!ended && file.size % 512 !== 0) return damaged('tar', 'it ends in the middle of a block')
  return reading('tar', { verified: 'structure' })
}
