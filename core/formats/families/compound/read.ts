import { u16le, u32le } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import type { Container } from './container'
import { readBySignature } from '../../family'
import { ownOf } from '../../../text/own'
import { SIGNATURES } from './signatures'
import { openContainer } from './container'
import { readSummary } from './properties'

/** Names of parts that tell a compound file's kind, looked for in this order. */
const PARTS: readonly (readonly [name: RegExp, ids: readonly string[]])[] = [
  // a package locked with a password: what is inside, only the key would tell
  [/^EncryptedPackage$/, ['docx', 'xlsx', 'pptx', 'docm', 'xlsm', 'pptm', 'xlsb', 'dotx', 'xltx', 'ppsx', 'potx', 'vsdx']],
  [/^PowerPoint Document$/, ['ppt']],
  [/^WordDocument$/, ['doc']],
  [/^(?:Workbook|Book|WORKBOOK|BOOK)$/, ['xls']],
  [/^VisioDocument$/, ['vsd']],
  [/^Quill$/, ['pub']],
  [/^StarWriterDocument$/, ['sdw']],
  [/^StarCalcDocument$/, ['sdc']],
  [/^StarDrawDocument3?$/, ['sdd']],
  [/^Props(?:9|12|14)?$/, ['mpp']],
  [/^JSRV_Segment|^DocumentText$/, ['jtd']],
  [/^ClassDirectory3$|^VideoPostQueue$/, ['max']],
  [/^Image Contents$|^Resolution \d{4}$/, ['fpx']],
  [/^__properties_version1\.0$/, ['msg']],
  [/^MatOST$/, ['wps']],
  [/^HwpSummaryInformation$|^\x05HwpSummaryInformation$/, ['hwp']],
  [/^SwDocContentMgr|^SwDocMgrTempStorage|^Contents\/Definition/, ['sldprt']],
  // names of installer tables are packed into signs past U+4000
  [/^[\u3800-\u4840]{2,}$/, ['msi']],
]

export const readCompound = readBySignature(SIGNATURES, { container: readContainer })

/** Compound files, their streams held against the allocation table. */
async function readContainer(file: FileBytes): Promise<Reading> {
  const container = await openContainer(file)
  if ('kind' in container) return damaged(['doc', 'xls', 'ppt', 'msg'], container)
  const names = container.streams.map(stream => stream.name)
  const ids = [...PARTS.find(([name]) => names.some(one => name.test(one)))?.[1] ?? ['unknown']]
  if (names.includes('EncryptedPackage')) return reading(ids, { state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
  const props: Record<string, PropertyValue> = {}
  const [id = ''] = ids
  const summary = {
    ...readSummary(await container.read('\x05SummaryInformation', 65_536) ?? new Uint8Array(0), 'summary'),
    ...readSummary(await container.read('\x05DocumentSummaryInformation', 65_536) ?? new Uint8Array(0), 'document'),
  }
  setProps(props, { title: summary.title, author: summary.author, created: summary.created, modified: summary.modified })
  if (['doc', 'xls', 'ppt'].includes(id)) {
    props.macros = names.some(name => name === 'Macros' || name === '_VBA_PROJECT_CUR' || name === '_VBA_PROJECT')
  }
  const inner = await ownOf(MEASURES, id)?.(container) ?? {}
  if (id === 'doc') setProps(props, { pages: summary.pages || undefined, words: summary.words || undefined })
  if (id === 'ppt') setProps(props, { slides: summary.slides })
  setProps(props, inner.props ?? {})
  const rest = { version: inner.version ?? null, props, ...(inner.blank ? { blank: true as const } : {}) }
  if (container.damage) return damaged(ids, container.damage, rest)
  if (inner.locked) return reading(ids, { ...rest, state: 'locked', fault: { kind: 'password' }, verified: 'structure' })
  return reading(ids, { ...rest, verified: 'structure' })
}

const MEASURES: Record<string, (container: Container) => Promise<Inner>> = { doc: measureText, xls: measureSheets, ppt: measureSlides }

interface Inner { locked?: boolean, blank?: boolean, version?: string, props?: Record<string, PropertyValue> }

/** MS-DOC §2.5.1: the flags at 10 tell encryption, the number of characters stands at 76. */
async function measureText(container: Container): Promise<Inner> {
  const start = await container.read('WordDocument', 512)
  if (!start || start.length < 80) return {}
  return { locked: (u16le(start, 10) & 0x0100) !== 0, blank: u16le(start, 2) >= 0xC0 && u32le(start, 76) <= 1 }
}

/** MS-XLS §2.4: records with their lengths; 2F asks for a password, 85 names a sheet. */
async function measureSheets(container: Container): Promise<Inner> {
  const bytes = await container.read('Workbook', 4 * 1024 * 1024) ?? await container.read('Book', 4 * 1024 * 1024) ?? new Uint8Array(0)
  let sheets = 0
  for (let offset = 0, records = 0; offset + 4 <= bytes.length && records < 100_000; records++) {
    const [type, length] = [u16le(bytes, offset), u16le(bytes, offset + 2)]
    if (type === 0x2F) return { locked: true }
    if (type === 0x85) sheets++
    if (type === 0x0A) break
    offset += 4 + length
  }
  return { props: { sheets } }
}

/** MS-PPT §2.3.2: a token in the stream of the current user tells encryption. */
async function measureSlides(container: Container): Promise<Inner> {
  const user = await container.read('Current User', 64)
  return { locked: user !== null && u32le(user, 12) === 0xF3D1C4DF }
}
