import { latin1, startsWith, u16le } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { decodeText } from '../../../text/decode'
import type { Proof } from '../../family'
import { damaged, reading } from '../../reading'
import type { Reading } from '../../reading'
import { isProved, proveChecksums, proveStructure, readDirectory, readPart } from './directory'
import { measurePackage } from './office'
import { MIMETYPES, tellPackage } from './tell'
import { findLack } from './whole'

/** Reads an archive from the directory at its end, tells the package by its parts, and proves it part by part. */
export async function readZip(file: FileBytes, proof: Proof): Promise<Reading | null> {
  const { head } = file
  const stub = !startsWith(head, 'PK')
  const directory = await readDirectory(file)
  if (stub && (directory === null || 'kind' in directory)) return null
  if (directory === null) {
    return damaged(guessCut(head), startsWith(head, 'PK\x07\x08') ? { kind: 'first-of-set' } : { kind: 'end-directory-missing' })
  }
  if ('kind' in directory) return damaged(guessCut(head), directory)
  if (directory.sealed) return reading('zip', { state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
  const proved = new Set<string>()
  const unpacked = new Map<string, Promise<string | null>>()
  const unpack = async (name: string): Promise<string | null> => {
    const bytes = await readPart(file, directory, name)
    if (bytes && proof.checksums && isProved(directory, name, bytes)) proved.add(name)
    return bytes === null ? null : decodeText(bytes)?.text ?? latin1(bytes)
  }
  const part = (name: string): Promise<string | null> => {
    const text = unpacked.get(name) ?? unpack(name)
    unpacked.set(name, text)
    return text
  }
  const { entries, count } = directory
  const { ids: told, main } = await tellPackage(entries, part)
  const ids = stub && startsWith(head, 'MZ') ? ['exe', ...told] : told
  const [id = 'zip'] = told
  if (main !== undefined && !entries.some(entry => entry.name.toLowerCase() === main.toLowerCase())) {
    return damaged(ids, { kind: 'main-part-missing', name: main })
  }
  const { props, version = null, locked = false, blank = false, opening } = await measurePackage(id, main, entries, part)
  if (['zip', 'jar', 'apk', 'kmz', 'npz', 'cbz'].includes(id)) {
    props.entries = count
    props.unpackedSize = entries.reduce((sum, entry) => sum + entry.unpacked, 0)
  }
  const rest = { version, props, ...(opening === undefined ? {} : { opening }), ...(blank ? { blank: true as const } : {}) }
  const structure = await proveStructure(file, directory) ?? (locked ? null : await findLack(id, main, entries, part, proof.checksums))
  if (structure) return damaged(ids, structure, rest)
  if (locked || entries.some(entry => (entry.flags & 1) !== 0 || /\.iwph$/.test(entry.name))) {
    return reading(ids, { ...rest, state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
  }
  if (!proof.checksums) return reading(ids, { ...rest, verified: 'structure' })
  const { damage, note } = await proveChecksums(file, directory, proved)
  if (damage) return damaged(ids, damage, { ...rest, verified: 'checksum' })
  return reading(ids, { ...rest, verified: note ? 'structure' : 'checksum', fault: note ?? null })
}

/** The first local entry's name still tells most packages whose end is lost. */
function guessCut(head: Uint8Array): string | string[] {
  const name = latin1(head, 30, 30 + u16le(head, 26))
  const data = 30 + u16le(head, 26) + u16le(head, 28)
  if (name === 'mimetype') return MIMETYPES[latin1(head, data, data + 80).replace(/PK[\s\S]*$/, '')] ?? 'zip'
  const text = latin1(head)
  if (name === '[Content_Types].xml' || /^(?:_rels|docProps|word|xl|ppt|3D)\//.test(name)) {
    const places: [string, string][] = [['word/', 'docx'], ['xl/', 'xlsx'], ['ppt/', 'pptx'], ['3D/', '3mf']]
    const ids = places.filter(([folder]) => text.includes(folder)).map(([, id]) => id)
    return ids.length > 0 ? ids : ['docx', 'xlsx', 'pptx', 'zip']
  }
  return 'zip'
}
