import { SaxesParser } from 'saxes'

/** Names that end a line, and those whose text counts, in office documents (ECMA-376 §17, §21; OpenDocument 1.3 §5, §6). */
const LINE_ENDS = new Set(['w:p', 'a:p', 'text:p', 'text:h', 'table:table-row', 'w:tr'])
const INSIDE_ONLY = new Set(['w:t', 'a:t'])
const SIGNS: Record<string, string> = { 'w:tab': '\t', 'text:tab': '\t', 'w:br': '\n', 'a:br': '\n', 'text:line-break': '\n', 'text:s': ' ' }
/** Paragraphs of a sheet's cell stand in one line with those of the next. */
const CELL = 'table:table-cell'
/** What belongs to no line of the page itself. */
const LEFT_OUT = new Set(['office:annotation', 'text:tracked-changes', 'w:del', 'text:note-citation', 'office:automatic-styles', 'office:styles'])

/**
 * The words of one part of an office document, a paragraph a line.
 *
 * @param xml - the part: the main part, a slide, or the content of an open document
 * @param most - characters after which the rest is left out
 * @example
 * officeText('<w:document><w:p><w:r><w:t>Low water</w:t></w:r></w:p></w:document>', 100) //=> 'Low water'
 */
export function officeText(xml: string, most: number): string {
  const parser = new SaxesParser({ xmlns: false })
  const marked = /<[wa]:t[ >]/.test(xml)
  let text = ''
  let depth = 0
  let inside = 0
  let cells = 0
  parser.on('opentag', ({ name }) => {
    if (depth > 0 || LEFT_OUT.has(name)) depth++
    else if (INSIDE_ONLY.has(name)) inside++
    else if (name === CELL) cells++
    else text += SIGNS[name] ?? ''
  })
  parser.on('closetag', ({ name }) => {
    if (depth > 0) depth--
    else if (INSIDE_ONLY.has(name)) inside--
    else if (name === CELL) {
      cells--
      text += '\t'
    }
    else if (LINE_ENDS.has(name) && (cells === 0 || name === 'table:table-row') && !text.endsWith('\n')) text += '\n'
  })
  parser.on('text', (piece) => {
    if (depth === 0 && (marked ? inside > 0 : piece.trim() !== '')) text += piece
  })
  // what is not well formed is shown as far as it is
  parser.on('error', () => undefined)
  for (let from = 0; from < xml.length && text.length < most; from += STRETCH) parser.write(xml.slice(from, from + STRETCH))
  parser.close()
  return text.slice(0, most).trim()
}
const STRETCH = 64 * 1024

/**
 * Which parts of an office document hold its words, in their order.
 *
 * @param names - of all its parts
 * @example
 * wordParts(['ppt/slides/slide10.xml', 'ppt/slides/slide2.xml']) //=> ['ppt/slides/slide2.xml', 'ppt/slides/slide10.xml']
 */
export function wordParts(names: readonly string[]): string[] {
  const numberOf = (name: string) => Number(/(\d+)\.xml$/.exec(name)?.[1] ?? 0)
  const slides = names.filter(name => /^ppt\/slides\/slide\d+\.xml$/.test(name)).sort((a, b) => numberOf(a) - numberOf(b))
  return slides.length > 0 ? slides : names.filter(name => name === 'word/document.xml' || name === 'content.xml')
}

/** Pictures that packages keep of themselves, the best first. */
const STORED = ['mergedimage.png', 'preview.png', 'Thumbnails/thumbnail.png', 'docProps/thumbnail.jpeg', 'docProps/thumbnail.png']

/** The part of a package that is a picture of it. */
export const picturePart = (names: readonly string[]): string | null => STORED.find(name => names.includes(name)) ?? null
