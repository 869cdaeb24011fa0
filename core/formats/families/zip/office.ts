import type { Parting } from '../../../text/xml'
import { attributeIn, attributeOf, countElements, countWords, elementText, firstText } from '../../../text/xml'
import { measureTriangles } from '../../measure-mesh'
import { openingOf, propertyText, setProps } from '../../reading'
import type { PropertyValue } from '../../reading'
import type { Entry } from './directory'

type Props = Record<string, PropertyValue>
type Part = (name: string) => Promise<string | null>

/** Slides or sheets are looked into for something to see up to this many. */
const LOOKED_AT = 60

/** Deleted text, field codes, where a picture floats, and which style a table has are no words of a document. */
const NO_WORDS = /<(?:w:(?:delText|instrText)|wp\d*:\w+|a:tableStyleId)\b[^>]*>[^<]+/g
const SEQUENCES = /<text:sequence-decls>[\s\S]*?<\/text:sequence-decls>/
/** Elements between which words end: paragraphs, cells, breaks and tabs of either kind of package. */
const TEXT_PARTS: Parting = new Set(['p', 'tab', 'br', 'cr', 'tc'])
const OPEN_PARTS: Parting = new Set(['p', 'h', 'tab', 'line-break', 's', 'table-cell'])

/** What a package holds, beside what it is. */
export interface Measured { props: Props, version?: string | null, locked?: boolean, blank?: boolean, opening?: string }

/** Measures what packages of a kind store and show. */
export async function measurePackage(id: string, main: string | undefined, entries: readonly Entry[], part: Part): Promise<Measured> {
  if (/^(?:doc|dot)[xm]$/.test(id)) return measureText(main ?? 'word/document.xml', entries, part)
  if (/^xl[st][xmb]$/.test(id)) return measureSheets(main ?? 'xl/workbook.xml', entries, part)
  if (/^p[po][ts][xm]$/.test(id)) return measureSlides(main ?? 'ppt/presentation.xml', entries, part)
  if (/^(?:od|ot|sx)/.test(id)) return measureOpenDocument(id, entries, part)
  if (id === 'vsdx') {
    return { props: { ...await officeProps(entries, part), pages: entries.filter(entry => /^visio\/pages\/page\d+\.xml$/.test(entry.name)).length } }
  }
  if (id === 'xps' || id === 'oxps') {
    return { props: { ...await officeProps(entries, part), pages: entries.filter(entry => /\.fpage$/i.test(entry.name)).length } }
  }
  if (id === '3mf') return { props: measureModel(await part(main ?? '3D/3dmodel.model') ?? '') }
  if (id === 'epub') return measureBook(part)
  if (id === 'ora' || id === 'kra') return measureLayers(id, part)
  return { props: {} }
}

/** Core and custom properties (ECMA-376 part 2 §11, part 1 §15.2.12); a sensitivity label is a custom property of a fixed shape. */
async function officeProps(entries: readonly Entry[], part: Part): Promise<Props> {
  const core = await part('docProps/core.xml') ?? ''
  const custom = await part('docProps/custom.xml') ?? ''
  const label = /name="MSIP_Label_[^"]*_Name"[^>]*>\s*<vt:\w+>([^<]*)</.exec(custom)?.[1]
  const props: Props = { macros: entries.some(entry => /vbaProject\.bin$/i.test(entry.name)) }
  setProps(props, {
    title: propertyText(elementText(core, 'title') ?? ''), author: propertyText(elementText(core, 'creator') ?? ''),
    created: propertyText(elementText(core, 'created') ?? ''), modified: propertyText(elementText(core, 'modified') ?? ''),
    sensitivity: label ? propertyText(label) : undefined,
  })
  return props
}

async function measureText(main: string, entries: readonly Entry[], part: Part): Promise<Measured> {
  const props = await officeProps(entries, part)
  const body = await part(main)
  if (body === null) return { props }
  const text = body.slice(Math.max(0, body.indexOf('<w:body')))
  const written = text.replace(NO_WORDS, '')
  const words = countWords(written, TEXT_PARTS)
  props.words = words
  const stored = await part('docProps/app.xml') ?? ''
  const [pages, storedWords] = [Number(elementText(stored, 'Pages')), Number(elementText(stored, 'Words'))]
  // a page count is only stored: where the words beside it are not those of this text, it is another text's
  if (pages > 0 && Math.abs(storedWords - words) <= Math.max(20, words * 0.2)) props.pages = pages
  return { props, ...openingIn(written, TEXT_PARTS), blank: words === 0 && !/<(?:w:drawing|w:pict|w:object|m:oMath|mc:AlternateContent|w:altChunk)\b/.test(text) }
}

async function measureSheets(main: string, entries: readonly Entry[], part: Part): Promise<Measured> {
  const props = await officeProps(entries, part)
  const workbook = main.endsWith('.xml') ? await part(main) : null
  const sheets = entries.filter(entry => /^xl\/worksheets\/[^/]+\.(?:xml|bin)$/.test(entry.name))
  props.sheets = workbook ? countElements(workbook, 'sheet') : sheets.length
  if (sheets.length > LOOKED_AT || sheets.length === 0
    || entries.some(entry => /^xl\/(?:drawings|charts|media|chartsheets)\//.test(entry.name)) || !workbook) return { props }
  for (const sheet of sheets) if (/<(?:\w+:)?(?:v|f|is)[\s>]/.test(await part(sheet.name) ?? '<v>')) return { props }
  return { props, blank: true }
}

async function measureSlides(main: string, entries: readonly Entry[], part: Part): Promise<Measured> {
  const props = await officeProps(entries, part)
  const presentation = await part(main) ?? ''
  props.slides = countElements(presentation, 'sldId')
  const slides = entries.filter(entry => /^ppt\/slides\/slide\d+\.xml$/.test(entry.name))
  if (slides.length > LOOKED_AT) return { props }
  let words = 0
  let seen = false
  let opening: Pick<Measured, 'opening'> = {}
  for (const slide of slides) {
    const xml = (await part(slide.name))?.replace(NO_WORDS, '')
    if (xml === undefined) return { props }
    words += countWords(xml, TEXT_PARTS)
    if (slide.name === 'ppt/slides/slide1.xml') opening = openingIn(xml, TEXT_PARTS)
    // a shape that is no placeholder of the layout was drawn by somebody
    seen ||= /<p:(?:pic|graphicFrame|cxnSp|contentPart)\b|<a:blip\b/.test(xml) || countElements(xml, 'sp') > countElements(xml, 'ph')
  }
  props.words = words
  return { props, ...opening, blank: words === 0 && !seen }
}

/** What the body of a package begins with: a title and what stands beneath it. */
const openingIn = (xml: string, parting: Parting): Pick<Measured, 'opening'> => openingOf(firstText(xml, parting, 100))

/** ODF 1.3 part 2 §3.4.1 (encryption in the manifest), part 3 §4 (metadata), §3 (body). */
async function measureOpenDocument(id: string, entries: readonly Entry[], part: Part): Promise<Measured> {
  const manifest = await part('META-INF/manifest.xml') ?? ''
  const version = attributeOf(manifest, 'file-entry', 'version') ?? attributeOf(manifest, 'manifest', 'version') ?? null
  if (/<(?:\w+:)?encryption-data\b/.test(manifest)) return { props: {}, version, locked: true }
  const meta = await part('meta.xml') ?? ''
  const content = await part('content.xml')
  const props: Props = { macros: entries.some(entry => /^(?:Basic\/[^/]+\/(?!script-l[bc]\.xml)[^/]+\.xml|Scripts\/.+[^/])$/.test(entry.name)) }
  const statistic = /<meta:document-statistic\b[^>]*/.exec(meta)?.[0] ?? ''
  const stored = (name: string) => {
    const value = attributeIn(statistic, name)
    return value === undefined ? undefined : Number(value)
  }
  setProps(props, {
    title: propertyText(elementText(meta, 'title') ?? ''),
    author: propertyText(elementText(meta, 'initial-creator') ?? elementText(meta, 'creator') ?? ''),
    created: propertyText(elementText(meta, 'creation-date') ?? ''), modified: propertyText(elementText(meta, 'date') ?? ''),
  })
  if (content === null) return { props, version }
  const body = content.slice(Math.max(0, content.search(/<office:body\b/)))
  const kind = id.slice(0, 2) === 'sx' ? { sxw: 'text', sxc: 'sheet', sxi: 'slides' }[id] : { t: 'text', s: 'sheet', p: 'slides' }[id.charAt(2)]
  const picture = /<draw:(?:frame|image|object|path|polygon|polyline|custom-shape|line|rect|circle|ellipse|g)\b|<chart:/.test(body)
  if (kind === 'text') {
    props.words = countWords(body.replace(SEQUENCES, ''), OPEN_PARTS)
    const [pages, words] = [stored('page-count'), stored('word-count')]
    if (pages && (words === undefined || Math.abs(words - props.words) <= Math.max(20, props.words * 0.2))) props.pages = pages
  }
  if (kind === 'sheet') props.sheets = countElements(body, 'table')
  if (kind === 'slides') props.slides = countElements(body, 'page')
  const noWords = () => kind === 'sheet' ? !/<text:p\b|office:value/.test(body) : countWords(body, OPEN_PARTS) === 0
  const empty = kind === 'text' ? props.words === 0 : noWords()
  return { props, version, ...openingIn(body.replace(SEQUENCES, ''), OPEN_PARTS), blank: kind !== undefined && empty
    && (kind === 'slides' ? !/<draw:(?!page\b|frame\b)|<draw:frame\b(?![^>]*presentation:placeholder)/.test(body) : !picture) }
}

/** 3MF core specification §4: vertices and triangles of every mesh. */
function measureModel(xml: string): Props {
  const points: number[] = []
  const triangles: number[] = []
  let offset = 0
  for (const mesh of xml.split(/<(?:\w+:)?mesh\b/).slice(1)) {
    for (const [tag] of mesh.matchAll(/<(?:\w+:)?vertex\b[^>]*/g)) points.push(...['x', 'y', 'z'].map(axis => Number(attributeIn(tag, axis))))
    for (const [tag] of mesh.matchAll(/<(?:\w+:)?triangle\b[^>]*/g)) {
      triangles.push(...['v1', 'v2', 'v3'].map(corner => offset + Number(attributeIn(tag, corner))))
    }
    offset = points.length / 3
  }
  return measureTriangles(points, triangles)
}

async function measureBook(part: Part): Promise<Measured> {
  const container = await part('META-INF/container.xml') ?? ''
  const content = await part(attributeOf(container, 'rootfile', 'full-path') ?? '') ?? ''
  const props: Props = {}
  setProps(props, { title: propertyText(elementText(content, 'title') ?? ''), author: propertyText(elementText(content, 'creator') ?? '') })
  // obfuscated fonts (OCF §4.4) need no key; anything else in there does
  const secret = await part('META-INF/encryption.xml') ?? ''
  const locked = [...secret.matchAll(/EncryptionMethod\b[^>]*Algorithm="([^"]*)"/g)].some(([, method = '']) => !/embedding|pdf\/enc#RC/.test(method))
  return { props, version: attributeOf(content, 'package', 'version') ?? null, locked }
}

async function measureLayers(id: string, part: Part): Promise<Measured> {
  const xml = await part(id === 'ora' ? 'stack.xml' : 'maindoc.xml') ?? ''
  const [element, width, height] = id === 'ora' ? ['image', 'w', 'h'] : ['IMAGE', 'width', 'height']
  const props: Props = { layers: countElements(xml, 'layer') }
  setProps(props, { width: Number(attributeOf(xml, element, width) ?? Number.NaN), height: Number(attributeOf(xml, element, height) ?? Number.NaN) })
  return { props, version: id === 'ora' ? attributeOf(xml, 'image', 'version') ?? null : null }
}
