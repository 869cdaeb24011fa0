import { ownOf } from '../../../text/own'
import type { Entry } from './directory'

/** `mimetype` parts (ODF 1.3 part 2 §3.3, EPUB OCF §4.3, OpenRaster) → id. */
export const MIMETYPES: Record<string, string> = {
  'application/vnd.oasis.opendocument.text': 'odt',
  'application/vnd.oasis.opendocument.text-template': 'ott',
  'application/vnd.oasis.opendocument.text-master': 'odm',
  'application/vnd.oasis.opendocument.spreadsheet': 'ods',
  'application/vnd.oasis.opendocument.spreadsheet-template': 'ots',
  'application/vnd.oasis.opendocument.presentation': 'odp',
  'application/vnd.oasis.opendocument.presentation-template': 'otp',
  'application/vnd.oasis.opendocument.graphics': 'odg',
  'application/vnd.oasis.opendocument.graphics-template': 'otg',
  'application/vnd.oasis.opendocument.formula': 'odf',
  'application/vnd.oasis.opendocument.chart': 'odc',
  'application/vnd.oasis.opendocument.base': 'odb',
  'application/vnd.oasis.opendocument.text-web': 'oth',
  'application/vnd.sun.xml.draw': 'sxd',
  'application/vnd.sun.xml.math': 'sxm',
  'application/vnd.sun.xml.writer.global': 'sxg',
  'application/vnd.sun.xml.writer.template': 'stw',
  'application/vnd.sun.xml.calc.template': 'stc',
  'application/vnd.sun.xml.impress.template': 'sti',
  'application/vnd.sun.xml.writer': 'sxw',
  'application/vnd.sun.xml.calc': 'sxc',
  'application/vnd.sun.xml.impress': 'sxi',
  'application/epub+zip': 'epub',
  'image/openraster': 'ora',
  'application/x-krita': 'kra',
  'application/hwp+zip': 'hwpx',
  'application/vnd.adobe.indesign-idml-package': 'idml',
  'application/vnd.recordare.musicxml': 'mxl',
}

/** Main part content types (ECMA-376 part 1 §11–13, part 2 §10.1.2) → id. */
const MAIN_PARTS: readonly (readonly [type: string, id: string])[] = [
  ['application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml', 'docx'],
  ['application/vnd.ms-word.document.macroEnabled.main+xml', 'docm'],
  ['application/vnd.openxmlformats-officedocument.wordprocessingml.template.main+xml', 'dotx'],
  ['application/vnd.ms-word.template.macroEnabledTemplate.main+xml', 'dotm'],
  ['application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml', 'xlsx'],
  ['application/vnd.ms-excel.sheet.macroEnabled.main+xml', 'xlsm'],
  ['application/vnd.ms-excel.sheet.binary.macroEnabled.main', 'xlsb'],
  ['application/vnd.openxmlformats-officedocument.spreadsheetml.template.main+xml', 'xltx'],
  ['application/vnd.ms-excel.template.macroEnabled.main+xml', 'xltm'],
  ['application/vnd.openxmlformats-officedocument.presentationml.presentation.main+xml', 'pptx'],
  ['application/vnd.ms-powerpoint.presentation.macroEnabled.main+xml', 'pptm'],
  ['application/vnd.openxmlformats-officedocument.presentationml.slideshow.main+xml', 'ppsx'],
  ['application/vnd.ms-powerpoint.slideshow.macroEnabled.main+xml', 'ppsm'],
  ['application/vnd.openxmlformats-officedocument.presentationml.template.main+xml', 'potx'],
  ['application/vnd.ms-powerpoint.template.macroEnabled.main+xml', 'potm'],
  ['application/vnd.ms-visio.drawing.main+xml', 'vsdx'],
  ['application/vnd.ms-visio.drawing.macroEnabled.main+xml', 'vsdm'],
  ['application/vnd.ms-visio.template.main+xml', 'vstx'],
  ['application/vnd.ms-visio.stencil.main+xml', 'vssx'],
  ['application/vnd.ms-excel.addin.macroEnabled.main+xml', 'xlam'],
  ['application/vnd.ms-powerpoint.addin.macroEnabled.main+xml', 'ppam'],
  ['application/vnd.ms-package.3dmanufacturing-3dmodel+xml', '3mf'],
  ['application/vnd.ms-package.xps-fixeddocumentsequence+xml', 'xps'],
]

export interface Told {
  ids: string[]
  /** The part that a package of this kind cannot do without. */
  main?: string
}

/** The part that packages with such an id cannot do without. */
const MAIN_OF: readonly (readonly [id: RegExp, main: string])[] = [
  // a database keeps its parts elsewhere
  [/^(?:od[^b]|ot|sx|st)/, 'content.xml'], [/^epub$/, 'META-INF/container.xml'], [/^kra$/, 'maindoc.xml'], [/^ora$/, 'stack.xml'],
]

/** The parts of a package, as the rules below ask for them. */
interface Parts {
  entries: readonly Entry[]
  has(name: string): boolean
  some(pattern: RegExp): boolean
  every(pattern: RegExp): boolean
  /** Text of a part, `null` where there is none. */
  text(name: string): Promise<string | null>
}

/** Packages told by which parts they hold; the first rule that holds tells. */
const BY_PARTS: readonly { ids: string[], when(parts: Parts): boolean | Promise<boolean> }[] = [
  { ids: ['fcstd'], when: parts => parts.has('Document.xml') && (parts.has('GuiDocument.xml') || parts.some(/\.brp$/)) },
  { ids: ['kmz'], when: parts => parts.has('doc.kml') || /\.kml$/i.test(parts.entries.find(entry => !entry.name.endsWith('/'))?.name ?? '') },
  { ids: ['epub'], when: parts => rootIs(parts, /full-path="[^"]+\.opf"/) },
  { ids: ['mxl'], when: parts => rootIs(parts, /full-path="[^"]+\.(?:musicxml|xml)"/) },
  { ids: ['key'], when: parts => isArchived(parts) && parts.some(/^Index\/Slide/) },
  { ids: ['numbers', 'pages'], when: parts => isArchived(parts) && parts.some(/^Index\/CalculationEngine|^Index\/Tables\//) },
  { ids: ['pages', 'numbers', 'key'], when: isArchived },
  { ids: ['key'], when: parts => parts.some(/^index\.apxl(?:\.gz)?$/) },
  { ids: ['pages', 'numbers'], when: parts => parts.some(/^index\.xml(?:\.gz)?$/) && parts.some(/^(?:QuickLook\/|buildVersionHistory\.plist|Contents\/PkgInfo)/) },
  { ids: ['cdr'], when: parts => parts.some(/^content\/(?:riffData|root)\.(?:cdr|dat)$/) },
  { ids: ['amf', 'zip'], when: ({ entries }) => entries.length === 1 && /\.amf(?:\.xml)?$/i.test(entries[0]?.name ?? '') },
  { ids: ['procreate'], when: parts => parts.has('Document.archive') && parts.some(/\.chunk$|\.lz4$/) },
  { ids: ['idml'], when: parts => parts.has('designmap.xml') },
  { ids: ['usdz'], when: ({ entries }) => /\.usd[ac]?$/.test(entries[0]?.name ?? '') && entries.every(entry => entry.method === 0) },
  { ids: ['f3d'], when: parts => parts.some(/^FusionAssetName/) || parts.has('Manifest.dat') },
  { ids: ['apk'], when: parts => parts.has('AndroidManifest.xml') },
  { ids: ['jar'], when: parts => parts.has('META-INF/MANIFEST.MF') },
  { ids: ['npz'], when: parts => parts.every(/\.npy$/) },
  // nothing but pictures: whether it is meant as pages to leaf through, only its name says
  { ids: ['zip', 'cbz'], when: parts => parts.every(/\.(?:jpe?g|png|webp|gif)$|ComicInfo\.xml$/i) },
]

async function rootIs(parts: Parts, pattern: RegExp): Promise<boolean> {
  return parts.has('META-INF/container.xml') && pattern.test(await parts.text('META-INF/container.xml') ?? '')
}

/** Parts without which no program opens a package of markup, and what it is by the place of its main part (ECMA-376 part 2 §9, §10.1.2). */
const PLACES: readonly (readonly [main: string, id: string])[] = [
  ['word/document.xml', 'docx'], ['xl/workbook.xml', 'xlsx'], ['ppt/presentation.xml', 'pptx'], ['3D/3dmodel.model', '3mf'],
]
const TYPES = '[Content_Types].xml'

function isArchived(parts: Parts): boolean {
  return parts.some(/^Index\/.*\.iwa$/) || parts.has('Index.zip')
}

/**
 * Tells a package by its parts: by what it declares itself to be, by its main part, by the parts it holds.
 *
 * @param text - text of a part, `null` where there is none
 */
export async function tellPackage(entries: readonly Entry[], text: (name: string) => Promise<string | null>): Promise<Told> {
  const names = new Set(entries.map(entry => entry.name))
  const files = entries.filter(entry => !entry.name.endsWith('/'))
  const parts: Parts = {
    entries, text,
    has: name => names.has(name),
    some: pattern => entries.some(entry => pattern.test(entry.name)),
    every: pattern => files.length > 0 && files.every(entry => pattern.test(entry.name)),
  }
  const told = await tellDeclared(parts) ?? await tellTyped(parts)
  if (told) return told
  const place = PLACES.find(([main]) => parts.has(main))
  if (place && !parts.has(TYPES)) return { ids: [place[1]], main: TYPES }
  for (const { ids, when } of BY_PARTS) if (await when(parts)) return { ids: [...ids] }
  return { ids: ['zip'] }
}

const MANIFEST_TYPE = /manifest:full-path="\/"[^>]*manifest:media-type="([^"]+)"|manifest:media-type="([^"]+)"[^>]*manifest:full-path="\/"/

async function tellDeclared(parts: Parts): Promise<Told | null> {
  const declared = parts.has('mimetype')
    ? (await parts.text('mimetype'))?.trim()
    : MANIFEST_TYPE.exec(await parts.text('META-INF/manifest.xml') ?? '')?.slice(1).find(Boolean)
  const id = declared === undefined ? undefined : ownOf(MIMETYPES, declared)
  if (id === undefined) return null
  const main = MAIN_OF.find(([pattern]) => pattern.test(id))?.[1]
  return { ids: [id], ...(main === undefined ? {} : { main }) }
}

async function tellTyped(parts: Parts): Promise<Told | null> {
  if (!parts.has('[Content_Types].xml')) return null
  const types = await parts.text('[Content_Types].xml') ?? ''
  const match = MAIN_PARTS.find(([type]) => types.includes(`"${type}"`))
  if (!match) return null
  const [type, id] = match
  const override = types.split('<').find(tag => tag.startsWith('Override') && tag.includes(`"${type}"`))
  const main = override === undefined ? undefined : /PartName\s*=\s*"\/?([^"]+)"/.exec(override)?.[1]
  const open = id === 'xps' && (await parts.text('_rels/.rels') ?? '').includes('schemas.openxps.org')
  return { ids: [open ? 'oxps' : id], ...(main ? { main } : {}) }
}
