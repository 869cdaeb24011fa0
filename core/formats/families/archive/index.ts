import { latin1, startsWith } from '../../../bytes/read'
import { family } from '../../family'

const STARTS = [
  '\x1F\x8B', 'BZh', '\xFD7zXZ\0', '\x28\xB5\x2F\xFD', '\x04\x22\x4D\x18', 'LZIP', '\x1F\x9D', '\x1F\xA0', '7z\xBC\xAF\x27\x1C', 'Rar!\x1A\x07', 'MSCF', '\x60\xEA', '070701', '070702', '070707', '\xC7\x71', '!<arch>\n', '\xED\xAB\xEE\xDB',
  '\x5D\0\0', 'conectix', 'KDMV', '# Disk DescriptorFile', 'QFI\xFB',
]

/** Archives, compressed files and images of discs. */
export const archive = family(
  (head, size) => STARTS.some(start => startsWith(head, start)) || startsWith(head, 'ustar', 257) || /^[ 0-7]{6,7}[\0 ]/.test(latin1(head, 148, 156))
    || /^-(?:lh|lz|pm)[\ds]-$/.test(latin1(head, 2, 7)) || startsWith(head, 'CD001', 32_769)
    // discs are told by their last block; text never holds a zero
    || (size >= 512 && (head.subarray(0, 512).includes(0) || head[0] === 0x78)),
  async () => (await import('./read')).readArchive,
)
