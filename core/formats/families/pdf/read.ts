import type { Fault } from '../../faults'
import { indexOf, latin1, trimmedEnd } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { wasSentAsText } from '../../transfer'
import { damaged, endsEarly, propertyText, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import type { Document } from './document'
import { openDocument } from './document'
import { tellOpening } from './security'
import type { Dictionary, Value } from './syntax'
import { isDictionary, isReference, listOf, nameOf, textOf, timeOf } from './syntax'

/** Pages looked at for fonts; a longer document's fonts are told only where one is found missing. */
const PAGES_READ = 200
/** Reading stops at so many objects. */
const OBJECTS_READ = 5000

/**
 * PDF (ISO 32000-1 §7.5): header within the first 1024 bytes, `startxref` and `%%EOF` in the last, the cross-reference where
 * they say it is; a linearised file (annex F) states its own length near the start.
 */
export async function readPdf(file: FileBytes): Promise<Reading | null> {
  const offset = indexOf(file.head.subarray(0, 1032), '%PDF-')
  if (offset < 0) return null
  const start = latin1(file.head, offset, offset + 4096)
  const version = /^%PDF-(\d\.\d)/.exec(start)?.[1] ?? null
  const ids = /\/AIPrivateData|\/Illustrator\b|\/AIMetaData/.test(latin1(file.head)) ? ['pdf', 'ai'] : ['pdf']
  const bad = (fault: Fault) => damaged(ids, fault, { version })

  const tail = latin1(await file.tail())
  const linear = /\/Linearized\s[^>]*\/L\s+(\d+)/.exec(start.slice(0, 1024)) ?? /\/L\s+(\d+)[^>]*\/Linearized/.exec(start.slice(0, 1024))
  if (linear && Number(linear[1]) > file.size - offset) return bad(endsEarly(file.size - offset, Number(linear[1])))
  const ends = trimmedEnd(tail)
  const last = ends.lastIndexOf('startxref')
  const stated = last < 0 ? null : /^startxref\s+(\d+)/.exec(ends.slice(last, last + 64))
  // a document that closes without saying where its contents stand can be searched for them
  if (!stated && !/trailer\b[^]*%%EOF$/.test(ends)) return bad({ kind: 'end-contents-missing' })
  // an update appended to a document has an end of its own: whole objects behind the last end mark are one cut short
  const after = ends.slice(Math.max(last, ends.lastIndexOf('%%EOF')))
  if (/[\r\n]\d+ \d+ obj\b/.test(after)) return bad({ kind: 'ends-in-last-change' })
  if (tail.length - ends.length > 4096) return bad({ kind: 'last-part-zeros' })

  const document = await openDocument(file, Number(stated?.[1] ?? file.size), offset)
  if (!document) return bad({ kind: 'contents-unread' })
  const spoilt = await tellSpoilt(file, document)
  if (spoilt) return bad(spoilt)

  const props: Record<string, PropertyValue> = {}
  const catalogue = await document.get(document.trailer.get('Root'))
  const opening = await openingOf(document)
  const proved = {
    version: newest(version, isDictionary(catalogue) ? nameOf(catalogue.get('Version')) : null),
    verified: document.rebuilt ? 'signature' as const : 'structure' as const, props,
  }
  if (opening === 'locked') return reading(ids, { ...proved, state: 'locked', fault: { kind: 'password' } })
  const pages = isDictionary(catalogue) ? await measurePages(document, catalogue, props) : 'none'
  if (pages === 'none' && !document.trailer.has('Encrypt')) return bad({ kind: 'contents-unread' })
  if (!document.trailer.has('Encrypt')) await readInformation(document, props)
  return reading(ids, {
    ...proved,
    ...(pages === 'blank' ? { blank: true as const } : {}),
    ...(document.rebuilt ? { fault: { kind: 'repaired' as const } } : {}),
    ...(opening === 'restricted' ? { state: 'restricted' as const, fault: { kind: 'restricted' } } : {}),
  })
}

/** The catalogue may raise the header's version (§7.7.2). */
function newest(header: string | null, catalogue: string | null): string | null {
  return catalogue && /^\d\.\d$/.test(catalogue) && (!header || catalogue > header) ? catalogue : header
}

async function openingOf(document: Document) {
  const encrypt = await document.get(document.trailer.get('Encrypt'))
  if (!isDictionary(encrypt)) return document.trailer.has('Encrypt') ? 'locked' as const : 'open' as const
  const ids = await document.get(document.trailer.get('ID'))
  const [id] = Array.isArray(ids) ? ids : []
  return tellOpening(encrypt, typeof id === 'string' ? id : '')
}

/** What was done to the bytes on the way although the document can be opened. */
async function tellSpoilt(file: FileBytes, document: Document): Promise<Fault | null> {
  if (document.rebuilt) return wasSentAsText(file) || await isShifted(file, document) ? { kind: 'lengths-disagree' } : null
  return await holdsZeros(file, document) ? { kind: 'part-zeros' } : null
}

/** Whether streams of a rebuilt document are longer or shorter than they state: the mark of changed line ends. */
async function isShifted(file: FileBytes, document: Document): Promise<boolean> {
  let [right, wrong] = [0, 0]
  for (const place of [...document.places.values()].slice(0, 500)) {
    if (!('at' in place) || right + wrong >= 20) continue
    const text = latin1(await file.read(place.at, 2048))
    const match = /^\s*\d+ \d+ obj[^>]*?\/Length (\d+)(?! \d+ R)[^]{0,500}?>>\s*stream(\r\n|\n|\r)/.exec(text)
    // readers find the end of what is not packed by themselves
    if (!match?.[0].includes('/Filter')) continue
    const end = latin1(await file.read(place.at + match[0].length + Number(match[1]), 16))
    if (/^\s{0,2}endstream/.test(end)) right++
    else wrong++
  }
  return wrong > right
}

/** Whether the table points into a stretch of zeros, as a download that was never finished leaves it. */
async function holdsZeros(file: FileBytes, document: Document): Promise<boolean> {
  let looked = 0
  for (const place of document.places.values()) {
    if (!('at' in place) || place.at >= file.size) continue
    if (looked++ >= OBJECTS_READ) return false
    const bytes = await file.read(place.at, 32)
    if (bytes.length === 32 && bytes.every(byte => byte === 0)) return true
  }
  return false
}

interface Page { page: Dictionary, inherited: Map<string, Value> }

/** Page tree (§7.7.3): count, size of the first page as it is shown, fonts. Says whether no page is found, or nothing is drawn on any. */
async function measurePages(document: Document, catalogue: Dictionary, props: Record<string, PropertyValue>): Promise<'none' | 'blank' | 'drawn'> {
  const root = await document.get(catalogue.get('Pages'))
  if (!isDictionary(root)) return 'none'
  const count = await document.get(root.get('Count'))
  if (typeof count === 'number' && count >= 0) props.pages = count
  const pages = await listPages(document, root)
  const [first] = pages
  if (!first && typeof count === 'number' && count > 0) return 'none'
  if (first) setProps(props, await sizeOf(document, first))
  const fonts = await fontsOf(document, pages)
  const all = pages.length === count
  if (fonts.missing || (fonts.found && all)) props.fontsEmbedded = !fonts.missing
  return all && pages.length > 0 && pages.length <= 3 && !fonts.found && await drawsNothing(document, pages) ? 'blank' : 'drawn'
}

const INHERITED = ['Resources', 'MediaBox', 'CropBox', 'Rotate']

async function listPages(document: Document, root: Dictionary): Promise<Page[]> {
  const pages: Page[] = []
  const seen = new Set<Value>()
  let nodes = 0
  async function descend(node: Dictionary, above: Map<string, Value>): Promise<void> {
    const inherited = new Map(above)
    for (const key of INHERITED) {
      const own = node.get(key)
      if (own !== undefined) inherited.set(key, own)
    }
    const kids = await document.get(node.get('Kids'))
    if (!Array.isArray(kids)) {
      pages.push({ page: node, inherited })
      return
    }
    for (const kid of kids) {
      const number = isReference(kid) ? kid.object : kid
      if (pages.length >= PAGES_READ || nodes++ > OBJECTS_READ || seen.has(number)) return
      seen.add(number)
      const child = await document.get(kid)
      if (isDictionary(child)) await descend(child, inherited)
    }
  }
  await descend(root, new Map())
  return pages
}

/** In mm to a tenth, from user space units of 1/72 inch (§8.3.2.3); turned pages are measured as shown. */
async function sizeOf(document: Document, { page, inherited }: Page): Promise<Record<string, number | undefined>> {
  const box = await document.get(inherited.get('CropBox') ?? inherited.get('MediaBox'))
  if (!Array.isArray(box)) return {}
  const [left = 0, bottom = 0, right = 0, top = 0] = (await Promise.all(box.slice(0, 4).map(value => document.get(value)))).map(Number)
  const unit = Number(page.get('UserUnit') ?? 1) || 1
  const [across, up] = [right - left, top - bottom].map(length => Math.round(Math.abs(length) * unit * 254 / 72) / 10)
  const turned = Number(await document.get(inherited.get('Rotate')) ?? 0) % 180 !== 0
  return { pageWidth: turned ? up : across, pageHeight: turned ? across : up }
}

/** Whether fonts occur and whether the program of one is missing (§9.9). */
async function fontsOf(document: Document, pages: readonly Page[]): Promise<{ found: boolean, missing: boolean }> {
  const seen = new Set<number>()
  const result = { found: false, missing: false }
  let looked = 0
  async function look(resources: Value | undefined, depth: number): Promise<void> {
    const dictionary = await document.get(resources)
    if (!isDictionary(dictionary)) return
    const fonts = await document.get(dictionary.get('Font'))
    for (const reference of isDictionary(fonts) ? fonts.values() : []) {
      if (looked++ > OBJECTS_READ || (isReference(reference) && seen.has(reference.object))) continue
      if (isReference(reference)) seen.add(reference.object)
      const embedded = await isEmbedded(document, await document.get(reference))
      if (embedded === null) continue
      result.found = true
      if (!embedded) result.missing = true
    }
    const drawn = depth < 3 ? await document.get(dictionary.get('XObject')) : null
    for (const reference of isDictionary(drawn) ? drawn.values() : []) {
      if (!isReference(reference) || seen.has(reference.object) || looked++ > OBJECTS_READ) continue
      seen.add(reference.object)
      const form = await document.get(reference)
      if (isDictionary(form) && nameOf(form.get('Subtype')) === 'Form') await look(form.get('Resources'), depth + 1)
    }
  }
  for (const { inherited } of pages) await look(inherited.get('Resources'), 0)
  return result
}

async function isEmbedded(document: Document, font: Value | undefined): Promise<boolean | null> {
  if (!isDictionary(font)) return null
  if (nameOf(font.get('Subtype')) === 'Type3') return true
  const below = await document.get(font.get('DescendantFonts'))
  const holder = Array.isArray(below) ? await document.get(below[0]) : font
  const descriptor = isDictionary(holder) ? await document.get(holder.get('FontDescriptor')) : null
  return isDictionary(descriptor) && ['FontFile', 'FontFile2', 'FontFile3'].some(key => descriptor.has(key))
}

/** Operators that leave something on the page (table 51): paths painted, text shown, objects and shadings drawn. */
const PAINTS = /(?:^|[\s\])>])(?:S|s|f|F|f\*|B|B\*|b|b\*|Tj|TJ|'|"|Do|sh|EI)(?=\s|$)/

async function drawsNothing(document: Document, pages: readonly Page[]): Promise<boolean> {
  for (const { page } of pages) {
    if (page.has('Annots')) return false
    const contents = page.get('Contents')
    const target = await document.get(contents)
    const streams = Array.isArray(target) ? target : listOf(contents)
    for (const reference of streams.slice(0, 16)) {
      const stream = await document.stream(reference)
      if (!stream?.data || PAINTS.test(latin1(stream.data))) return false
    }
    if (streams.length > 16) return false
  }
  return true
}

async function readInformation(document: Document, props: Record<string, PropertyValue>): Promise<void> {
  const information = await document.get(document.trailer.get('Info'))
  if (!isDictionary(information)) return
  const text = async (key: string) => propertyText(textOf(await document.get(information.get(key))) ?? '')
  setProps(props, {
    title: await text('Title'), author: await text('Author'),
    created: timeOf(await document.get(information.get('CreationDate'))), modified: timeOf(await document.get(information.get('ModDate'))),
  })
}
