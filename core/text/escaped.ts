/**
 * A text as it stands in a regular expression that finds it literally, with or without the flag `u`.
 *
 * @example
 * new RegExp(escapedOf('a.b')).test('axb') //=> false
 */
export const escapedOf = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
