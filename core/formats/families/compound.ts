import type { FileBytes } from '../../bytes/source'
import { startsWith, u16le, u32le } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { Reading } from '../reading'

/** Directory entry names that tell a compound file's kind, looked for in this order. */
const STREAMS: readonly (readonly [name: string, id: string])[] = [
  ['EncryptedPackage', 'docx'],
  ['WordDocument', 'doc'],
  ['Workbook', 'xls'],
  ['Book', 'xls'],
  ['PowerPoint Document', 'ppt'],
  ['__properties_version1.0', 'msg'],
]

/** Compound files (MS-CFB §2.2, §2.6): the directory chain is walked through the allocation table, with a bound. */
export async function readCompound(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (!startsWith(head, '\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1')) return null
  const sector = 1 << u16le(head, 30)
  if (sector !== 512 && sector !== 4096) return damaged('unknown', 'its sector size is impossible')
  const names: string[] = []
  let at = u32le(head, 48)
  for (let steps = 0; steps < 64 && at < 0xFFFFFFFA; steps++) {
    const bytes = await file.read((at + 1) * sector, sector)
    if (bytes.length < sector) return damaged(idOf(names), 'it ends before its directory does')
    for (let entry = 0; entry < sector; entry += 128) {
      const length = Math.min(64, u16le(bytes, entry + 64))
      let name = ''
      for (let i = 0; i + 2 < length; i += 2) name += String.fromCharCode(u16le(bytes, entry + i))
      if (name) names.push(name)
    }
    // only the first 109 table sectors are named in the header: enough for directories of any document
    const table = u32le(head, 76 + 4 * Math.floor(at / (sector / 4)))
    at = u32le(await file.read((table + 1) * sector + 4 * (at % (sector / 4)), 4), 0)
  }
  const id = idOf(names)
  const sectors = Math.floor((size - sector) / sector)
  if (u32le(head, 44) * (sector / 4) < sectors - (sector / 4)) return damaged(id, 'its length and its table disagree')
  if (names.includes('EncryptedPackage')) return reading(id, { state: 'locked', reason: 'it needs a password', verified: 'structure' })
  return reading(id, { verified: 'structure' })
}

function idOf(names: string[]): string {
  return STREAMS.find(([name]) => names.includes(name))?.[1] ?? 'unknown'
}
