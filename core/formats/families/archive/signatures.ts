import { latin1, u16le, u32le, u8 } from '../../../bytes/read'
import { signatures } from '../../family'

/** Tapes, and discs told by their last block: text never holds a zero. */
const mayBeDisc = (head: Uint8Array, size: number) =>
  /^[ 0-7]{6,7}[\0 ]/.test(latin1(head, 148, 156)) || (size >= 512 && (head.subarray(0, 512).includes(0) || head[0] === 0x78))

/** A header of the early archives names its method between two hyphens. */
export const isEarlyHeader = (bytes: Uint8Array) => /^-(?:lh|lz|pm)[\ddsx]-$/.test(latin1(bytes, 2, 7))

/** Archives, compressed files and images of discs. */
export const SIGNATURES = signatures([
  // RFC 1952 §2.3.1: one method, and three flags that must not be set
  { starts: '\x1F\x8B\x08', when: head => (u8(head, 3) & 0xE0) === 0, reader: 'gzip' },
  { starts: 'BZh', reader: 'bzip' },
  { starts: '\xFD7zXZ\0', reader: 'xz' },
  { starts: '\x28\xB5\x2F\xFD', reader: 'zstandard' },
  { starts: '\x04\x22\x4D\x18', reader: 'lz4' },
  { starts: 'LZIP', reader: 'lzip' },
  { starts: ['\x1F\x9D', '\x1F\xA0'], id: 'z' },
  { starts: '7z\xBC\xAF\x27\x1C', reader: 'seven' },
  { starts: 'Rar!\x1A\x07', reader: 'rar' },
  { starts: 'MSCF', when: head => u32le(head, 4) === 0, reader: 'cabinet' },
  { starts: ['hsqs', 'sqsh'], reader: 'squashed' },
  { starts: 'MSWIM\0\0\0', reader: 'imaged' },
  { starts: 'xar!', reader: 'listed' },
  { starts: '\x89LZO\0\x0D\x0A\x1A\x0A', reader: 'lzo' },
  { starts: ['WARC/0.', 'WARC/1.'], reader: 'crawled' },
  { starts: '\x60\xEA', when: head => u16le(head, 2) > 20 && u16le(head, 2) < 2600, reader: 'arj' },
  { when: isEarlyHeader, reader: 'lzh' },
  { starts: ['070701', '070702', '070707', '\xC7\x71'], reader: 'copied' },
  { starts: '!<arch>\n', reader: 'library' },
  { starts: '\xED\xAB\xEE\xDB', reader: 'package' },
  { starts: 'QFI\xFB', reader: 'layeredDisc' },
  { starts: ['KDMV', '# Disk DescriptorFile'], id: 'vmdk' },
  { starts: 'CD001', at: 32_769, reader: 'disc' },
  { starts: 'ustar', at: 257, reader: 'plain' },
  { starts: ['\x5D\0', 'conectix', 'MSCF', '\x60\xEA'], reader: 'plain' },
  { when: mayBeDisc, reader: 'plain' },
])
