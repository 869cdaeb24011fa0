import { startsWith } from '../../../bytes/read'
import { family } from '../../family'

/** Record streams of the time before the container: spreadsheets begin with a beginning-of-file record, texts with a number. */
const BARE = ['\x09\0\x04\0\x02\0\x10\0', '\x09\0\x04\0\0\0\x10\0', '\x09\x02\x06\0\0\0', '\x09\x04\x06\0\0\0', '\x09\x08\x08\0\0\x05', '\x09\x08\x10\0\0\x06', '\xDB\xA5\x2D\0', '\x9B\xA5\x21\0', '\x31\xBE\0\0', '\x32\xBE\0\0']

/** Compound files (MS-CFB) of the older office formats, and their forerunners without the container. */
export const compound = family(
  head => startsWith(head, '\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1') || BARE.some(start => startsWith(head, start)),
  async () => (await import('./read')).readCompound,
)
