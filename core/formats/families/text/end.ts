import { latin1, trimmedEnd } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'

/**
 * The last 64 KiB of a text, one byte a character, without white space at the end. Closing marks are plain ASCII in every
 * encoding once the zeros of UTF-16 are left out; decoding would trip over the character the stretch begins in.
 */
export async function endOf(file: FileBytes): Promise<string> {
  return trimmedEnd(latin1(await file.tail()).replace(/\0/g, ''))
}
