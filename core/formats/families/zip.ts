import { inflateSync } from 'fflate'
import type { FileBytes } from '../../bytes/source'
import { lastIndexOf, latin1, startsWith, u16le, u32le, u64le } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { PropertyValue, Reading } from '../reading'

interface Entry { name: string, method: number, flags: number, packed: number, unpacked: number, at: number }

/** A directory longer than this is read only so far: enough to tell any package by its parts. */
const DIRECTORY_READ = 4 * 1024 * 1024
const PART_READ = 512 * 1024

/** `mimetype` parts (ODF 1.3 part 2 §3.3, EPUB OCF §4.3, OpenRaster) → id. */
const MIMETYPES: Record<string, string> = {
  'application/vnd.oasis.opendocument.text': 'odt',
  'application/vnd.oasis.opendocument.text-template': 'ott',
  'application/vnd.oasis.opendocument.spreadsheet': 'ods',
  'application/vnd.oasis.opendocument.presentation': 'odp',
  'application/vnd.oasis.opendocument.graphics': 'odg',
  'application/epub+zip': 'epub',
  'image/openraster': 'ora',
  'application/x-krita': 'kra',
}

/** Main part content types (ECMA-376 part 1 §11–13, part 2 §10.1.2) → id. */
const MAIN_PARTS: readonly (readonly [type: string, id: string])[] = [
  ['application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml', 'docx'],
  ['application/vnd.ms-word.document.macroEnabled.main+xml', 'docm'],
  ['application/vnd.openxmlformats-officedocument.wordprocessingml.template.main+xml', 'dotx'],
  ['application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml', 'xlsx'],
  ['application/vnd.ms-excel.sheet.macroEnabled.main+xml', 'xlsm'],
  ['application/vnd.openxmlformats-officedocument.spreadsheetml.template.main+xml', 'xltx'],
  ['application/vnd.openxmlformats-officedocument.presentationml.presentation.main+xml', 'pptx'],
  ['application/vnd.openxmlformats-officedocument.presentationml.slideshow.main+xml', 'ppsx'],
  ['application/vnd.ms-package.3dmanufacturing-3dmodel+xml', '3mf'],
  ['application/vnd.ms-package.xps-fixeddocumentsequence+xml', 'xps'],
]

/** ZIP (APPNOTE 6.3 §4.3) and the packages built on it, told by their parts. */
export async function readZip(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const emptyArchive = startsWith(head, 'PK\x05\x06')
  if (!startsWith(head, 'PK\x03\x04') && !emptyArchive && !startsWith(head, 'PK\x07\x08PK')) return null
  const tail = await file.tail()
  const end = lastIndexOf(tail, 'PK\x05\x06')
  if (end < 0) return damaged(guessCut(head), 'its directory, which stands at the end, is missing', {})
  const tailStart = size - tail.length
  let count = u16le(tail, end + 10)
  let length = u32le(tail, end + 12)
  let stated = u32le(tail, end + 16)
  let before = tailStart + end
  const locator = end - 20
  if (locator >= 0 && startsWith(tail, 'PK\x06\x07', locator)) {
    const large = await file.read(u64le(tail, locator + 8), 56)
    if (startsWith(large, 'PK\x06\x06')) {
      before = u64le(tail, locator + 8)
      count = u64le(large, 32)
      length = u64le(large, 40)
      stated = u64le(large, 48)
    }
  }
  // a self-extracting stub shifts every offset by its own length (§4.1.9)
  const shift = before - length - stated
  if (shift < 0) return damaged(guessCut(head), 'its directory and its length disagree')
  const entries = readDirectory(await file.read(stated + shift, Math.min(length, DIRECTORY_READ)))
  if (entries === null || (count > 0 && entries.length === 0)) return damaged(guessCut(head), 'its directory is not readable')

  const part = async (name: string): Promise<string | null> => {
    const entry = entries.find(one => one.name === name)
    if (!entry || entry.packed > PART_READ) return null
    const header = await file.read(entry.at + shift, 30)
    const start = entry.at + shift + 30 + u16le(header, 26) + u16le(header, 28)
    const bytes = await file.read(start, entry.packed)
    if (entry.method === 0) return latin1(bytes)
    try {
      return latin1(inflateSync(bytes, { out: new Uint8Array(Math.min(PART_READ, entry.unpacked)) }))
    }
    catch {
      return null
    }
  }
  const id = await tellPackage(entries, part)
  const props: Record<string, PropertyValue> = {}
  if (id === 'zip' || id === 'jar') {
    props.entries = count
    props.unpackedSize = entries.reduce((sum, entry) => sum + entry.unpacked, 0)
  }
  if (entries.some(entry => (entry.flags & 1) !== 0)) {
    return reading(id, { state: 'locked', reason: 'it needs a password', verified: 'structure', props })
  }
  return reading(id, { verified: 'structure', props })
}

function readDirectory(bytes: Uint8Array): Entry[] | null {
  const entries: Entry[] = []
  for (let at = 0; at + 46 <= bytes.length && startsWith(bytes, 'PK\x01\x02', at);) {
    const nameLength = u16le(bytes, at + 28)
    entries.push({
      name: latin1(bytes, at + 46, at + 46 + nameLength),
      flags: u16le(bytes, at + 8),
      method: u16le(bytes, at + 10),
      packed: u32le(bytes, at + 20),
      unpacked: u32le(bytes, at + 24),
      at: u32le(bytes, at + 42),
    })
    at += 46 + nameLength + u16le(bytes, at + 30) + u16le(bytes, at + 32)
  }
  return bytes.length > 0 && entries.length === 0 ? null : entries
}

async function tellPackage(entries: Entry[], part: (name: string) => Promise<string | null>): Promise<string> {
  const has = (test: (name: string) => boolean) => entries.some(entry => test(entry.name))
  const mimetype = entries[0]?.name === 'mimetype' ? await part('mimetype') : null
  if (mimetype) {
    const known = MIMETYPES[mimetype.trim()]
    if (known) return known
  }
  if (has(name => name === '[Content_Types].xml')) {
    const types = await part('[Content_Types].xml') ?? ''
    const main = MAIN_PARTS.find(([type]) => types.includes(type))
    if (main) return main[1]
  }
  if (has(name => name === 'Document.xml') && has(name => name === 'GuiDocument.xml')) return 'fcstd'
  if (has(name => name === 'doc.kml') || (entries.length > 0 && /\.kml$/i.test(entries[0]?.name ?? ''))) return 'kmz'
  if (has(name => name === 'META-INF/MANIFEST.MF')) return 'jar'
  return 'zip'
}

/** The first local entry's name still tells most packages whose end is lost. */
function guessCut(head: Uint8Array): string {
  const first = latin1(head, 30, 30 + u16le(head, 26))
  if (first === 'mimetype') return MIMETYPES[latin1(head, 30 + u16le(head, 26) + u16le(head, 28)).slice(0, 80).replace(/PK[\s\S]*$/, '')] ?? 'zip'
  const text = latin1(head)
  if (first === '[Content_Types].xml' || first.startsWith('_rels/') || first.startsWith('docProps/')) {
    if (text.includes('word/')) return 'docx'
    if (text.includes('xl/')) return 'xlsx'
    if (text.includes('ppt/')) return 'pptx'
  }
  return 'zip'
}
