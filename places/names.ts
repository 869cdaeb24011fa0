const READS = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true })

/**
 * A name as text; bytes that are no UTF-8 as visible escapes.
 *
 * @example
 * showBytes(Buffer.from([0x4D, 0xE4, 0x72, 0x7A])) //=> 'M\\xE4rz'
 */
export function showBytes(name: Uint8Array): string {
  return isUtf8(name) ? READS.decode(name) : Buffer.from(name).toString('latin1').replace(/[\x80-\xFF]/g, escaped)
}

const escaped = (char: string): string => `\\x${char.charCodeAt(0).toString(16).toUpperCase()}`

export function isUtf8(name: Uint8Array): boolean {
  try {
    READS.decode(name)
    return true
  }
  catch {
    return false
  }
}

/** Whether a level of a path stands for another one, or is none: such a path leads out of where it began. */
export const isOdd = (level: string): boolean => level === '' || level === '.' || level === '..' || /[/\0]/.test(level)
