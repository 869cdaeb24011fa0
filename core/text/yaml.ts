import { parseEvents, YAMLException } from 'js-yaml'

/** Longer text is not parsed: it would take too long for what it tells. */
const PARSED = 256 * 1024
/** Nobody nests deeper: the parser is not asked to. */
const DEEPEST = 500

/** How data of names and values, or lists, begins behind comments: a directive, a mark, a name with a colon, an item. */
const DATA = /^(?:(?:#[^\n]*|[ \t\r]*)\n)*(?:%YAML|---[ \t\r\n]|- |["']?[\w.-]+["']?:(?:[ \t\r\n]|$))/

/** Signs that the text is still to be filled in by another program: it need not parse. */
const TEMPLATE = /\{\{|\{%|<%|\$\{\{/

/**
 * Where a text that looks like YAML does not parse as such (YAML 1.2.2).
 *
 * @returns the line where it breaks; `null` where it parses, does not look like YAML, or is too long to be tried
 * @example
 * findBrokenYaml('a: 1\nb: [2\n') //=> 3
 */
export function findBrokenYaml(text: string): number | null {
  if (text.length > PARSED || !DATA.test(text) || TEMPLATE.test(text)) return null
  try {
    parseEvents(text, { maxDepth: DEEPEST })
    return null
  }
  catch (error) {
    // nested too deeply for the parser says nothing of the text
    return error instanceof YAMLException && error.mark && !error.reason.includes('nesting') ? error.mark.line + 1 : null
  }
}
