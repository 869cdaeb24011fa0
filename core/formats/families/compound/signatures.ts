import { signatures } from '../../family'

/** Compound files (MS-CFB) of the older office formats, and their forerunners: bare streams of records, texts that begin with a number. */
export const SIGNATURES = signatures([
  { starts: '\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1', reader: 'container' },
  { starts: ['\x31\xBE\0\0', '\x32\xBE\0\0'], id: 'wri' },
  { starts: ['\xDB\xA5\x2D\0', '\x9B\xA5\x21\0'], id: 'doc' },
  { starts: ['\x09\0\x04\0\x02\0\x10\0', '\x09\0\x04\0\0\0\x10\0'], id: 'xls', version: '2' },
  { starts: '\x09\x02\x06\0\0\0', id: 'xls', version: '3' },
  { starts: '\x09\x04\x06\0\0\0', id: 'xls', version: '4' },
  { starts: ['\x09\x08\x08\0\0\x05', '\x09\x08\x10\0\0\x06'], id: 'xls', version: '5' },
])
