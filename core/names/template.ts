/** Parts of a parsed template, in order. */
export type TemplatePart
  = | { kind: 'literal', text: string }
  /** `prefix`: only the first so many code points of the value. */
    | { kind: 'field', name: string, prefix: number | null }

export interface Template {
  /** As written. */
  text: string
  parts: TemplatePart[]
}

/** A template that cannot be read; `at` is the UTF-16 offset of the offending place. */
export class TemplateError extends Error {
  constructor(message: string, readonly at: number) {
    super(message)
    this.name = 'TemplateError'
  }
}

/**
 * Parses a name template: a subset of URI Template (RFC 6570), literal text, `{field}` and `{field:3}`.
 *
 * @throws TemplateError for a stray or empty brace, an operator, or a prefix that is no whole number from 1 to 9999
 * @example
 * parseTemplate('{family}-{given:1}').parts.length //=> 3
 */
export function parseTemplate(text: string): Template {
  const parts: TemplatePart[] = []
  let literal = ''
  const close = () => {
    if (literal) parts.push({ kind: 'literal', text: literal })
    literal = ''
  }
  const source = text.normalize('NFC')
  for (let index = 0; index < source.length; index++) {
    const char = source[index]
    if (char === '}') throw new TemplateError(`"}" at character ${index + 1} closes nothing; a brace cannot stand in a name`, index)
    if (char !== '{') {
      literal += char
      continue
    }
    const end = source.indexOf('}', index)
    if (end < 0) throw new TemplateError(`"{" at character ${index + 1} is never closed`, index)
    close()
    parts.push(parseField(source.slice(index + 1, end), index))
    index = end
  }
  close()
  return { text: source, parts }
}

function parseField(inner: string, position: number): TemplatePart {
  const match = /^([^:{}]+)(?::(.*))?$/su.exec(inner)
  const name = match?.[1]?.trim() ?? ''
  if (!match || name === '' || /[{]/.test(inner)) throw new TemplateError(`"{${inner}}" names no field`, position)
  if (/^[+#./;?&=,!@|]/.test(name)) throw new TemplateError(`"{${inner}}" begins with an operator; only {field} and {field:3} are known`, position)
  if (match[2] === undefined) return { kind: 'field', name, prefix: null }
  if (!/^[1-9]\d{0,3}$/.test(match[2])) throw new TemplateError(`"${match[2]}" in "{${inner}}" is not a whole number from 1 to 9999`, position)
  return { kind: 'field', name, prefix: Number(match[2]) }
}

/** Names of the fields a template uses, in order, without repeats. */
export function fieldsOf(...templates: Template[]): string[] {
  return [...new Set(templates.flatMap(({ parts }) => parts.flatMap(part => (part.kind === 'field' ? [part.name] : []))))]
}
