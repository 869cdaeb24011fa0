import { endOf } from './end'
import { decodeText } from '../../../text/decode'
import { findBrokenTag } from '../../../text/well-formed'
import { attributeIn, countElements } from '../../../text/xml'
import type { FileBytes } from '../../../bytes/source'
import { FREE_TEXT_IDS } from '../../registry'
import { damaged, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Root element → id, where the local name tells enough. */
const ROOTS: Record<string, string> = {
  'svg': 'svg', 'gpx': 'gpx', 'kml': 'kml', 'html': 'html', 'COLLADA': 'dae', 'X3D': 'x3d', 'amf': 'amf',
  'score-partwise': 'musicxml', 'score-timewise': 'musicxml',
  'abiword': 'abw', 'FictionBook': 'fb2', 'osm': 'osm', 'VRTDataset': 'vrt', 'OGRVRTDataSource': 'vrt', 'SCRIBUSUTF8NEW': 'sla',
  'SCRIBUSUTF8': 'sla', 'tt': 'ttml', 'rss': 'rss', 'feed': 'rss', 'plist': 'plist', 'math': 'mml', 'opml': 'opml', 'wordDocument': 'wordml',
}

/** Root elements of a book in its parts (DocBook 5.1), told from others of the name by namespace or document type. */
const BOOKS = new Set(
  'book article chapter refentry set part section appendix preface glossary bibliography reference'.split(' '),
)

/** Elements that a fragment of a web page may begin with. */
const HTML_FIRST = new Set(
  ('html head body div p table h1 h2 h3 h4 h5 h6 ul ol li span script style meta link form a b i em strong br hr img pre title tr td th '
    + 'thead tbody dl center font blockquote nav header footer main section article aside iframe button input label noscript').split(' '),
)

/** Root element → id, where the namespace or an attribute must agree. */
function idOf(name: string, root: string, start: string): string {
  if (name === 'FeatureCollection') return start.includes('opengis.net/gml') ? 'gml' : 'xml'
  if (name === 'document' && start.includes('opendocument')) return ({
    text: 'fodt', spreadsheet: 'fods', presentation: 'fodp', graphics: 'fodg',
  } as Record<string, string>)[/office:mimetype="application\/vnd\.oasis\.opendocument\.(\w+)/.exec(root)?.[1] ?? ''] ?? 'xml'
  if (name === 'Workbook') {
    if (start.includes('gnumeric')) return 'gnumeric'
    return start.includes('urn:schemas-microsoft-com:office:spreadsheet') ? 'spreadsheetml' : 'xml'
  }
  if (name === 'package' && /progid="Word\.Document"/.test(start)) return 'wordml'
  if (name === 'RDF' && start.includes('purl.org/rss/')) return 'rss'
  if (BOOKS.has(name) && /docbook\.org\/ns|DTD (?:Simplified )?DocBook|docbookx?\.dtd/i.test(start)) return 'docbook'
  if (name === 'plist' && /<key>URL<\/key>/.test(start)) return 'webloc'
  if (name === 'feed' && !start.includes('w3.org/2005/Atom')) return 'xml'
  return Object.hasOwn(ROOTS, name) ? ROOTS[name] ?? 'xml' : 'xml'
}

/**
 * How long declaration, instructions, comments and document type are that stand before the root element. A loop, since an
 * expression over nested choices takes exponential time.
 */
export function skipProlog(text: string): number {
  let offset = 0
  for (;;) {
    while (/\s/.test(text.charAt(offset))) offset++
    let end = -1
    if (text.startsWith('<?', offset)) end = text.indexOf('?>', offset)
    else if (text.startsWith('<!--', offset)) end = text.indexOf('-->', offset)
    else if (/^<!DOCTYPE/i.test(text.slice(offset, offset + 9))) {
      const [subset, close] = [text.indexOf('[', offset), text.indexOf('>', offset)]
      end = subset >= 0 && subset < close ? text.indexOf('>', text.indexOf(']', subset)) : close
    }
    const next = end < 0 ? 0 : text.indexOf('>', end) + 1
    // what does not close takes the loop no further
    if (next <= offset) return offset
    offset = next
  }
}

/** XML (5th edition §2.1, §2.8): a prolog, one root element, closed at the end. No DTD and no entity is resolved. */
export async function readXml(file: FileBytes, start: string, props: Record<string, PropertyValue>): Promise<Reading | null> {
  const body = start.slice(skipProlog(start))
  const root = /^<([A-Za-z_][\w.-]*:)?([A-Za-z_][\w.-]*)(?=[\s/>])[^>]*>?/.exec(body)
  const declared = start.startsWith('<?xml')
  // what is declared as XML without a root element is a part for others to take in, unless it ends at once
  if (!root && !declared) return null
  if (!root) {
    return body.trim() === '' && file.size <= start.length ? damaged('xml', { kind: 'ends-before-element' }, { props }) : reading('xml', { props })
  }
  const [tag, prefix = '', name = ''] = root
  const fragment = !declared && prefix === '' && HTML_FIRST.has(name.toLowerCase()) && !/\sxmlns=/.test(tag)
  const id = idOf(name, tag, start)
  const end = await endOf(file)
  const version = id === 'xml' ? null : attributeIn(tag, 'version') ?? null
  measure(
    id, tag,
    file.size <= 4 * 1024 * 1024 && (id === 'dae' || id === 'amf') ? decodeText(await file.whole(4 * 1024 * 1024))?.text ?? '' : '',
    props,
  )
  // comments and instructions may follow the root; nothing else does
  let last = end
  for (const [open, close] of [['<!--', '-->'], ['<?', '?>'], ['<!--', '-->']] as const) {
    while (last.endsWith(close) && last.lastIndexOf(open) >= 0) last = last.slice(0, last.lastIndexOf(open)).trimEnd()
  }
  const closed = new RegExp(`</${prefix}${name.replace(/[.]/g, '\\.')}\\s*>$`).test(last) || (/\/>$/.test(last) && tag.endsWith('/>'))
  if (fragment) return reading(['html', ...closed ? ['xml'] : [], ...FREE_TEXT_IDS], { props })
  // web pages are read with all their errors
  if (closed && id === 'html') return reading(['html', 'xml'], { version, verified: 'structure', props })
  if (closed) return proveMarkup(file, id, declared, { version, props })
  return declared || id !== 'xml' ? damaged(id, { kind: 'closing-tag-missing', name: `${prefix}${name}` }, { version, props }) : null
}

/** Source text that may be nothing but a web page: the extension tells. */
const EMBEDDED = ['php', 'vue']
/** So much is held against the grammar. */
const PARSED = 4 * 1024 * 1024

/** Encoding and nesting of a document that begins and ends rightly. What does not declare itself XML may be its forerunner. */
async function proveMarkup(file: FileBytes, id: string, declared: boolean, rest: Partial<Reading>): Promise<Reading> {
  if (file.size > PARSED) return reading(id, { ...rest, verified: 'structure' })
  const decoded = decodeText(await file.whole(PARSED))
  const named = /^\s*<\?xml[^>]*\sencoding\s*=\s*["']([\w.-]+)/.exec(decoded?.text.slice(0, 512) ?? '')?.[1]?.toLowerCase() ?? 'utf-8'
  // without a word of it, markup is UTF-8 or has a mark (§4.3.3)
  if (declared && decoded && named === 'utf-8' && !/^utf|^us-ascii/.test(decoded.encoding)) {
    return damaged(id, { kind: 'encoding-not-its-own', stated: named }, rest)
  }
  const line = decoded ? findBrokenTag(decoded.text.replace(/^\uFEFF/, '').trimStart()) : null
  if (line === null) return reading(id, { ...rest, verified: 'structure' })
  const fault = { kind: 'markup-broken' as const, line }
  return declared ? damaged(id, fault, rest) : reading(id, { ...rest, brokenAs: { [id]: fault } })
}

function measure(id: string, tag: string, whole: string, props: Record<string, PropertyValue>): void {
  if (id === 'svg') {
    const box = attributeIn(tag, 'viewBox')?.trim().split(/[\s,]+/).map(Number) ?? []
    const length = (text: string | undefined, fallback: number | undefined) => {
      if (text === undefined || text.endsWith('%')) return fallback
      return /^[\d.]+(?:px)?$/.test(text) ? parseFloat(text) : undefined
    }
    setProps(props, { width: length(attributeIn(tag, 'width'), box[2]), height: length(attributeIn(tag, 'height'), box[3]) })
  }
  if (id === 'dae') setProps(
    props,
    { triangles: [...whole.matchAll(/<triangles\b[^>]*\bcount="(\d+)"/g)].reduce((sum, [, count]) => sum + Number(count), 0) || undefined },
  )
  if (id === 'amf') setProps(props, { triangles: countElements(whole, 'triangle') })
}

/** Elements whose end tag may not be left out (HTML Living Standard §13.1.2.4), and that are rarely forgotten. */
const CLOSED = ['table', 'div', 'ul', 'ol', 'script', 'style', 'pre', 'title', 'section', 'h1', 'h2']

function isOpen(text: string): boolean {
  return CLOSED.some(name =>
    (text.match(new RegExp(`<${name}[\\s>]`, 'gi')) ?? []).length > (text.match(new RegExp(`</${name}\\s*>`, 'gi')) ?? []).length)
}

/** HTML: by its first tags; browsers close what is left open, so an open end proves nothing unless a tag itself is cut. */
export async function readHtml(file: FileBytes, start: string, props: Record<string, PropertyValue>): Promise<Reading> {
  setProps(props, { title: /<title[^>]*>([^<]{1,200})<\/title>/i.exec(start)?.[1]?.replace(/\s+/g, ' ').trim() })
  const end = await endOf(file)
  const opened = /<html[\s>]/i.test(start)
  const closed = /<\/html\s*>(?:\s|<!--[\s\S]*?-->)*$/i.test(end)
  if (opened && !closed && /<[a-z/][^<>]{0,400}$/i.test(end)) return damaged('html', { kind: 'ends-in-tag' }, { props })
  // a text cut somewhere seldom stops behind a whole tag; a part for others to take in does
  if (opened && !closed && !/>\s*$/.test(end) && file.size <= 4 * 1024 * 1024 && isOpen(decodeText(await file.whole(4 * 1024 * 1024))?.text ?? '')) {
    return damaged('html', { kind: 'ends-before-elements-close' }, { props })
  }
  return reading(['html', ...EMBEDDED], { verified: closed ? 'structure' : 'signature', props })
}
