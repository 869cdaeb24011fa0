import { SaxesParser } from 'saxes'

/** Errors of nesting and of tags. Odd characters, entities and comments are for the reader of the document to like or not. */
const BROKEN = /clos|outside of root|unexpected end|only one root|in (?:tag|attribute) name/

/**
 * Where the tags of a text are no XML (XML 1.0, 5th edition §2.1, §3): not nested, not closed, or none.
 *
 * @param text - the whole document
 * @returns the line of the first such error, or `null` where there is none
 * @example
 * findBrokenTag('<a>\n<b></a>') //=> 2
 */
export function findBrokenTag(text: string): number | null {
  if (isNested(text)) return null
  const parser = new SaxesParser({ xmlns: false })
  let line: number | null = null
  let lost = false
  parser.on('error', (error) => {
    // behind a sign that opens no entity the parser takes tags for its name
    lost ||= /entity/.test(error.message)
    if (!lost && BROKEN.test(error.message)) line ??= parser.line
  })
  parser.write(text).close()
  return line
}

const DEEPEST = 2000
const [EXCLAMATION, QUESTION, SLASH, GREATER, SPACE] = [33, 63, 47, 62, 32]

/** Where what begins with `<!` or `<?` ends; -1: nowhere. */
function endOfMarked(text: string, offset: number): number {
  if (text.startsWith('<!--', offset)) return text.indexOf('-->', offset + 4)
  if (text.startsWith('<![CDATA[', offset)) return text.indexOf(']]>', offset + 9)
  if (text.charCodeAt(offset + 1) === QUESTION) return text.indexOf('?>', offset + 2)
  const [subset, close] = [text.indexOf('[', offset), text.indexOf('>', offset)]
  return subset >= 0 && subset < close ? text.indexOf(']', subset) : close
}

/** Whether all tags are plainly nested, so that the parser need not be asked: it takes twenty times as long. */
function isNested(text: string): boolean {
  const open: string[] = []
  let roots = 0
  let end = 0
  for (let offset = text.indexOf('<'); offset >= 0; offset = text.indexOf('<', end)) {
    const sign = text.charCodeAt(offset + 1)
    if (sign === EXCLAMATION || sign === QUESTION) end = endOfMarked(text, offset)
    else {
      end = text.indexOf('>', offset)
      let name = offset + (sign === SLASH ? 2 : 1)
      const begins = name
      for (let code = text.charCodeAt(name); code > SPACE && code !== GREATER && code !== SLASH; code = text.charCodeAt(name)) name++
      if (sign === SLASH) {
        if (open.pop() !== text.slice(begins, name)) return false
      }
      else {
        if (name === begins || (open.length === 0 && ++roots > 1)) return false
        if (text.charCodeAt(end - 1) !== SLASH) open.push(text.slice(begins, name))
        // nobody nests so deep: the parser would need memory for every level
        if (open.length > DEEPEST) return true
      }
    }
    if (end < 0) return false
  }
  return open.length === 0 && roots === 1 && text.trimEnd().endsWith('>')
}
