import { latin1, u16le, u32le } from '../../../bytes/read'
import { signatures } from '../../family'

/** Tapes, and discs told by their last block: text never holds a zero. */
const mayBeDisc = (head: Uint8Array, size: number) =>
  /^[ 0-7]{6,7}[\0 ]/.test(latin1(head, 148, 156)) || (size >= 512 && (head.subarray(0, 512).includes(0) || head[0] === 0x78))

/** Archives, compressed files and images of discs. */
export const SIGNATURES = signatures([
  { starts: '\x1F\x8B', reader: 'gzip' },
  { starts: 'BZh', reader: 'bzip' },
  { starts: '\xFD7zXZ\0', reader: 'xz' },
  { starts: '\x28\xB5\x2F\xFD', reader: 'zstandard' },
  { starts: '\x04\x22\x4D\x18', reader: 'lz4' },
  { starts: 'LZIP', reader: 'lzip' },
  { starts: ['\x1F\x9D', '\x1F\xA0'], id: 'z' },
  { starts: '7z\xBC\xAF\x27\x1C', reader: 'seven' },
  { starts: 'Rar!\x1A\x07', reader: 'rar' },
  { starts: 'MSCF', when: head => u32le(head, 4) === 0, reader: 'cabinet' },
  { starts: '\x60\xEA', when: head => u16le(head, 2) > 20 && u16le(head, 2) < 2600, reader: 'arj' },
  { when: head => /^-(?:lh|lz|pm)[\ds]-$/.test(latin1(head, 2, 7)), reader: 'lzh' },
  { starts: ['070701', '070702', '070707', '\xC7\x71'], reader: 'copied' },
  { starts: '!<arch>\n', reader: 'library' },
  { starts: '\xED\xAB\xEE\xDB', reader: 'package' },
  { starts: 'QFI\xFB', reader: 'layeredDisc' },
  { starts: ['KDMV', '# Disk DescriptorFile'], id: 'vmdk' },
  { starts: 'CD001', at: 32_769, reader: 'disc' },
  { starts: 'ustar', at: 257, reader: 'plain' },
  { starts: ['\x5D\0\0', 'conectix', 'MSCF', '\x60\xEA'], reader: 'plain' },
  { when: mayBeDisc, reader: 'plain' },
])
