import { latin1, startsWith, u16be, u32be, u32le } from '../../../bytes/read'
import { pieces } from '../../../bytes/cursor'
import type { FileBytes } from '../../../bytes/source'
import type { Proof } from '../../family'
import { damaged, endsEarly, reading } from '../../reading'
import type { Reading } from '../../reading'

type FontReader = (file: FileBytes, proof: Proof) => Promise<Reading | null> | Reading | null

/** Ways a font is kept, by their first bytes. */
const KINDS: readonly (readonly [starts: readonly string[], read: FontReader])[] = [
  [['wOFF', 'wOF2'], readWebFont], [['ttcf'], readCollection], [['\x80\x01'], readPrinterFont], [['\x01fcp'], readBitmapFont],
  [['OTTO', '\0\x01\0\0', 'true'], readTables],
]

/** Fonts: sfnt tables (OpenType 1.9 §"Organization of an OpenType font"), collections, WOFF 1.0 §3 and 2.0 §4, and older ones. */
export async function readFont(file: FileBytes, proof: Proof): Promise<Reading | null> {
  const { head } = file
  const read = KINDS.find(([starts]) => starts.some(start => startsWith(head, start)))?.[1]
  // the embedded form begins with its own length, so its signature may begin like any other
  return readEmbedded(file) ?? await read?.(file, proof) ?? null
}

function readWebFont({ head, size }: FileBytes): Reading {
  const id = startsWith(head, 'wOFF') ? 'woff' : 'woff2'
  const stated = u32be(head, 8)
  return stated > size ? damaged(id, endsEarly(size, stated)) : reading(id, { verified: 'structure' })
}

async function readCollection(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const fonts = u32be(head, 8)
  let reach = 12 + 4 * fonts
  for (let i = 0; i < Math.min(fonts, 64); i++) {
    const directory = await file.read(u32be(head, 12 + 4 * i), 12 + 16 * MOST_TABLES)
    reach = Math.max(reach, reachOfTables(directory, Math.min(MOST_TABLES, u16be(directory, 4))))
  }
  return reach > size ? damaged('ttc', endsEarly(size, reach)) : reading('ttc', { verified: 'structure', props: { entries: fonts } })
}

async function readPrinterFont(file: FileBytes): Promise<Reading | null> {
  if (!startsWith(file.head, '%!', 6)) return null
  let offset = 0
  for (let parts = 0; parts < 64; parts++) {
    const part = await file.read(offset, 6)
    if (part[0] === 0x80 && part[1] === 3) return reading('pfb', { verified: 'structure' })
    offset += 6 + u32le(part, 2)
    if (part[0] !== 0x80 || offset > file.size) return damaged('pfb', { kind: 'closing-mark-missing' })
  }
  return reading('pfb')
}

function readBitmapFont({ head, size }: FileBytes): Reading {
  let reach = 8
  for (let i = 0; i < Math.min(64, u32le(head, 4)); i++) reach = Math.max(reach, u32le(head, 20 + 16 * i) + 1)
  return reach > size ? damaged('pcf', endsEarly(size, reach)) : reading('pcf', { verified: 'structure' })
}

function readEmbedded({ head, size }: FileBytes): Reading | null {
  const stated = u32le(head, 0)
  if (!startsWith(head, '\x4C\x50', 34) || stated < size - 4 || ![0x10000, 0x20001, 0x20002].includes(u32le(head, 8))) return null
  return stated > size ? damaged('eot', endsEarly(size, stated)) : reading('eot', { verified: 'structure' })
}

const MOST_TABLES = 200

/** Where the tables of one directory end. */
function reachOfTables(directory: Uint8Array, tables: number): number {
  let reach = 12 + 16 * tables
  for (let i = 0; i < tables; i++) reach = Math.max(reach, u32be(directory, 12 + 16 * i + 8) + u32be(directory, 12 + 16 * i + 12))
  return reach
}

async function readTables(file: FileBytes, proof: Proof): Promise<Reading | null> {
  const { head, size } = file
  const tables = u16be(head, 4)
  if (tables === 0 || tables > MOST_TABLES || !/^[\x20-\x7E]{4}$/.test(latin1(head, 12, 16))) return null
  // either extension is right for outlines of the quadratic kind
  const ids = startsWith(head, 'OTTO') ? ['otf'] : ['ttf', 'otf']
  const reach = reachOfTables(head, tables)
  if (reach > size) return damaged(ids, endsEarly(size, reach))
  if (!proof.checksums) return reading(ids, { verified: 'structure' })
  for (let i = 0; i < tables; i++) {
    const offset = 12 + 16 * i
    // the head table holds the checksum of the whole, and its own is made without it
    if (latin1(head, offset, offset + 4) === 'head') continue
    if (await sumOf(file, u32be(head, offset + 8), u32be(head, offset + 12)) !== u32be(head, offset + 4)) {
      return reading(ids, { verified: 'structure' })
    }
  }
  return reading(ids, { verified: 'checksum' })
}

/** Sum of a table's 32-bit words. Editors that leave it out are common, so a wrong one proves nothing. */
async function sumOf(file: FileBytes, offset: number, length: number): Promise<number> {
  let sum = 0
  let done = 0
  for await (const piece of pieces(file, offset, length)) {
    for (let i = 0; i < piece.length; i++) sum = (sum + (piece[i] ?? 0) * 2 ** (24 - 8 * ((done + i) % 4))) % 0x100000000
    done += piece.length
  }
  return sum
}
