/** Device names no file may bear, with any extension (Microsoft, "Naming Files, Paths, and Namespaces"). */
const RESERVED = /^(?:con|prn|aux|nul|com[1-9¹²³]|lpt[1-9¹²³])(?:\.|$)/i

/** Characters that not every file system takes (the same source). */
// eslint-disable-next-line no-control-regex -- control characters are among them
const FORBIDDEN = /[<>:"/\\|?*\u0000-\u001F]/g

export const LONGEST_NAME = 255
export const LONGEST_PATH = 240

/** The characters of a name that are not portable, without repeats. */
export function forbiddenCharacters(name: string): string[] {
  return [...new Set(name.match(FORBIDDEN) ?? [])]
}

/** Whether a name is one that some systems keep for a device, with any extension. */
export function isDeviceName(name: string): boolean {
  return RESERVED.test(name)
}

/**
 * Whether a file name is reserved, or ends in a space or dot.
 *
 * @example
 * isReserved('con.txt') //=> true
 */
export function isReserved(name: string): boolean {
  return RESERVED.test(name) || /[ .]$/.test(name)
}

const utf8Length = (text: string): number => new TextEncoder().encode(text).length

/** Whether a name is over 255 UTF-8 bytes or UTF-16 units, or its path under the root over 240 units. */
export function isTooLong(name: string, path: string): boolean {
  return name.length > LONGEST_NAME || utf8Length(name) > LONGEST_NAME || path.length > LONGEST_PATH
}

/**
 * A title as part of a name that any system takes: without the signs and the end that some refuse; empty where nothing is left.
 *
 * @example
 * inFileName('Week 2: shore.') //=> 'Week 2 shore'
 */
export const inFileName = (text: string): string => text.replace(/[<>:"/\\|?*\p{Cc}]/gu, '').replace(/[. ]+$/, '').trim()
