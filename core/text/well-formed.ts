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

/** A comment, marked text, an instruction, a declaration, or a tag with its name and whether it closes or is empty. */
const TAG = /<(?:!--[^]*?-->|!\[CDATA\[[^]*?\]\]>|\?[^]*?\?>|![^>[]*(?:\[[^\]]*\]\s*)?>|(\/?)([\w:.-]+)[^<>"'/]*(?:(?:"[^"<]*"|'[^'<]*'|\/(?!>))[^<>"'/]*)*(\/?)>)/y

const DEEPEST = 2000

/** Whether all tags are plainly nested, so that the parser need not be asked: it takes ten times as long. */
function isNested(text: string): boolean {
  const open: string[] = []
  let roots = 0
  for (let offset = text.indexOf('<'); offset >= 0; offset = text.indexOf('<', TAG.lastIndex)) {
    TAG.lastIndex = offset
    const match = TAG.exec(text)
    if (!match) return false
    const [, closes, name, empty] = match
    if (name === undefined) continue
    if (closes) {
      if (open.pop() !== name) return false
    }
    else {
      if (open.length === 0 && ++roots > 1) return false
      if (!empty) open.push(name)
      // nobody nests so deep: the parser would need memory for every level
      if (open.length > DEEPEST) return true
    }
  }
  return open.length === 0 && roots === 1 && text.trimEnd().endsWith('>')
}
