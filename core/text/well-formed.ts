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
  const parser = new SaxesParser({ xmlns: false })
  let line: number | null = null
  parser.on('error', (error) => {
    if (BROKEN.test(error.message)) line ??= parser.line
  })
  parser.write(text).close()
  return line
}
