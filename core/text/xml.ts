/** Just enough of XML (5th edition) to read values out of documents: nothing is resolved, no DTD and no external entity is followed. */

const ENTITIES: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: '\'' }

/** Predefined entities and character references as text; all others stay as they stand. */
export function unescapeXml(text: string): string {
  return text.replace(/&(?:#(\d{1,7})|#x([\dA-Fa-f]{1,6})|(amp|lt|gt|quot|apos));/g, (all, decimal?: string, hex?: string, name?: string) => {
    if (name) return ENTITIES[name] ?? all
    const code = decimal ? Number(decimal) : parseInt(hex ?? '', 16)
    return code <= 0x10FFFF ? String.fromCodePoint(code) : all
  })
}

/**
 * Text of the first element of a local name, whatever its prefix.
 *
 * @example
 * elementText('<dc:title>A &amp; B</dc:title>', 'title') //=> 'A & B'
 */
export function elementText(xml: string, name: string): string | undefined {
  const match = new RegExp(`<(?:[\\w.-]+:)?${name}(?:\\s[^>]*)?>([^<]*)<`).exec(xml)
  return match?.[1] === undefined ? undefined : unescapeXml(match[1])
}

/** An attribute of the first element of a local name. */
export function attributeOf(xml: string, element: string, attribute: string): string | undefined {
  const tag = new RegExp(`<(?:[\\w.-]+:)?${element}(?=[\\s/>])[^>]*`).exec(xml)?.[0]
  return tag === undefined ? undefined : attributeIn(tag, attribute)
}

/** An attribute of a tag at hand. */
export function attributeIn(tag: string, attribute: string): string | undefined {
  const match = new RegExp(`\\s(?:[\\w.-]+:)?${attribute}\\s*=\\s*(?:"([^"]*)"|'([^']*)')`).exec(tag)
  const value = match?.[1] ?? match?.[2]
  return value === undefined ? undefined : unescapeXml(value)
}

/** How many elements of a local name there are. */
export function countElements(xml: string, name: string): number {
  let count = 0
  for (const tag of xml.matchAll(new RegExp(`<(?:[\\w.-]+:)?${name}(?=[\\s/>])`, 'g'))) count += tag.length > 0 ? 1 : 0
  return count
}

/** Tags that part words, by their local names; all others may stand inside one. */
export type Parting = ReadonlySet<string>

const LT = 60
const GT = 62

/**
 * Words between tags.
 *
 * @param parting - local names of the tags that end a word
 * @example
 * countWords('<p>one t<b>w</b>o</p><p>three</p>', new Set(['p'])) //=> 3
 */
export function countWords(xml: string, parting: Parting): number {
  let count = 0
  let word = false
  for (let position = 0; position < xml.length;) {
    const code = xml.charCodeAt(position)
    if (code === LT) {
      const end = xml.indexOf('>', position)
      if (end < 0) break
      if (word && parting.has(localName(xml, position + 1))) word = false
      position = end + 1
      continue
    }
    if (code <= 32 || code === 0xA0 || code === 0x3000 || (code >= 0x2000 && code <= 0x200A)) word = false
    else if (!word) {
      count++
      word = true
    }
    position++
  }
  return count
}

/**
 * The first characters between tags, without what is escaped.
 *
 * @param parting - local names of the tags that end a word
 * @param most - at least so many characters are looked for; the last word is whole
 * @example
 * firstText('<p>one t<b>w</b>o</p><p>three</p>', new Set(['p']), 4) //=> 'one two'
 */
export function firstText(xml: string, parting: Parting, most: number): string {
  let text = ''
  for (let position = 0; position < xml.length;) {
    const next = xml.indexOf('<', position)
    text += xml.slice(position, next < 0 ? xml.length : Math.min(next, position + 4 * most))
    if (next < 0 || text.length >= 4 * most) break
    const end = xml.indexOf('>', next)
    if (end < 0) break
    if (parting.has(localName(xml, next + 1))) {
      if (text.trim().length >= most) break
      text += ' '
    }
    position = end + 1
  }
  return unescapeXml(text.replace(/\s+/g, ' ').trim())
}

function localName(xml: string, from: number): string {
  let start = xml.charCodeAt(from) === 47 ? from + 1 : from
  let position = start
  for (;; position++) {
    const code = xml.charCodeAt(position)
    if (code === 58) start = position + 1
    else if (!(code > 32 && code !== 47 && code !== GT)) return xml.slice(start, position)
  }
}
