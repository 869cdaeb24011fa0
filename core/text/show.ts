/**
 * Text made safe to show: control, direction and invisible characters, and lone surrogates, as visible escapes.
 *
 * @example
 * showText('a\nb') //=> 'a\\u{A}b'
 */
export function showText(text: string): string {
  let shown = ''
  for (const char of text) {
    const code = char.codePointAt(0) ?? 0
    shown += isHidden(code) ? `\\u{${code.toString(16).toUpperCase()}}` : char
  }
  return shown
}

function isHidden(code: number): boolean {
  return code < 32 || (code >= 0x7F && code < 0xA0) || code === 0xAD || code === 0x61C || (code >= 0x200B && code <= 0x200F)
    || (code >= 0x2028 && code <= 0x202E) || (code >= 0x2060 && code <= 0x2069) || code === 0xFEFF || (code >= 0xD800 && code <= 0xDFFF)
}

/** A found value as it stands in an error message: short, quoted where it is text. */
export function showValue(value: unknown): string {
  if (value === undefined) return 'nothing'
  if (typeof value === 'string') return `"${showText(value.length > 60 ? `${value.slice(0, 57)}…` : value)}"`
  if (Array.isArray(value)) return 'a list'
  if (typeof value === 'object' && value !== null) return 'an object'
  return String(value)
}

/**
 * A count with its noun.
 *
 * @example
 * counted(1, 'file') //=> '1 file'
 * counted(3, 'person', 'people') //=> '3 people'
 */
export function counted(count: number, singular: string, many = `${singular}s`): string {
  return `${count} ${count === 1 ? singular : many}`
}

/**
 * A size as people say it, in decimal units.
 *
 * @example
 * showBytes(48_213) //=> '48.2 kB'
 */
export function showBytes(size: number): string {
  if (size < 1000) return `${size} bytes`
  if (size < 1e6) return `${Math.round(size / 100) / 10} kB`
  return size < 1e9 ? `${Math.round(size / 1e5) / 10} MB` : `${Math.round(size / 1e8) / 10} GB`
}
