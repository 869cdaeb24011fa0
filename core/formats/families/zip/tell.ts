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
  ['application/vnd.ms-package.3dmanufacturing-3dmodel+xml', '3mf'],
  ['application/vnd.ms-package.xps-fixeddocumentsequence+xml', 'xps'],
]

export interface Told {
  ids: string[]
  /** The part that a package of this kind cannot do without. */
  main?: string
}

/**
 * Tells a package by its parts.
 *
 * @param part - text of a part, `null` where there is none
 */
export async function tellPackage(entries: readonly Entry[], part: (name: string) => Promise<string | null>): Promise<Told> {
  const names = new Set(entries.map(entry => entry.name))
  const some = (pattern: RegExp) => entries.some(entry => pattern.test(entry.name))
  const files = entries.filter(entry => !entry.name.endsWith('/'))
  const every = (pattern: RegExp) => files.length > 0 && files.every(entry => pattern.test(entry.name))

  const declared = names.has('mimetype') ? (await part('mimetype'))?.trim() : /manifest:full-path="\/"[^>]*manifest:media-type="([^"]+)"|manifest:media-type="([^"]+)"[^>]*manifest:full-path="\/"/.exec(await part('META-INF/manifest.xml') ?? '')?.slice(1).find(Boolean)
  const kind = declared === undefined ? undefined : MIMETYPES[declared]
  if (kind) return { ids: [kind], ...(/^(?:od|sx)/.test(kind) ? { main: 'content.xml' } : kind === 'epub' ? { main: 'META-INF/container.xml' } : kind === 'kra' ? { main: 'maindoc.xml' } : kind === 'ora' ? { main: 'stack.xml' } : {}) }
  if (names.has('[Content_Types].xml')) {
    const types = await part('[Content_Types].xml') ?? ''
    const found = MAIN_PARTS.find(([type]) => types.includes(`"${type}"`))
    if (found) {
      const [type, id] = found
      const override = types.split('<').find(tag => tag.startsWith('Override') && tag.includes(`"${type}"`))
      const main = override === undefined ? undefined : /PartName\s*=\s*"\/?([^"]+)"/.exec(override)?.[1]
      const open = id === 'xps' && (await part('_rels/.rels') ?? '').includes('schemas.openxps.org')
      return { ids: [open ? 'oxps' : id], ...(main ? { main } : {}) }
    }
  }
  if (names.has('Document.xml') && (names.has('GuiDocument.xml') || some(/\.brp$/))) return { ids: ['fcstd'] }
  if (names.has('doc.kml') || (files.length > 0 && /\.kml$/i.test(files[0]?.name ?? ''))) return { ids: ['kmz'] }
  if (names.has('META-INF/container.xml')) {
    const container = await part('META-INF/container.xml') ?? ''
    if (/full-path="[^"]+\.opf"/.test(container)) return { ids: ['epub'] }
    if (/full-path="[^"]+\.(?:musicxml|xml)"/.test(container)) return { ids: ['mxl'] }
  }
  if (some(/^Index\/.*\.iwa$/) || names.has('Index.zip')) return { ids: some(/^Index\/Slide/) ? ['key'] : some(/^Index\/CalculationEngine|^Index\/Tables\//) ? ['numbers', 'pages'] : ['pages', 'numbers', 'key'] }
  if (names.has('Document.archive') && some(/\.chunk$|\.lz4$/)) return { ids: ['procreate'] }
  if (names.has('designmap.xml')) return { ids: ['idml'] }
  if (/\.usd[ac]?$/.test(entries[0]?.name ?? '') && entries.every(entry => entry.method === 0)) return { ids: ['usdz'] }
  if (some(/^FusionAssetName/) || names.has('Manifest.dat')) return { ids: ['f3d'] }
  if (names.has('AndroidManifest.xml') && some(/\.dex$/)) return { ids: ['apk'] }
  if (names.has('META-INF/MANIFEST.MF')) return { ids: ['jar'] }
  if (every(/\.npy$/)) return { ids: ['npz'] }
  // nothing but pictures: whether it is meant as pages to leaf through, only its name says
  if (every(/\.(?:jpe?g|png|webp|gif)$|ComicInfo\.xml$/i)) return { ids: ['zip', 'cbz'] }
  return { ids: ['zip'] }
}
