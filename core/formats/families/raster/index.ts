import { startsWith, u16le, u32le, u8 } from '../../../bytes/read'
import { family } from '../../family'

const STARTS = [
  '\x89PNG', '\xEF\xBF\xBDPNG', '\xFF\xD8\xFF', 'GIF8', 'II*\0', 'MM\0*', 'II+\0', 'MM\0+', 'IIRO', 'IIRS', 'MMOR', 'IIU\0', 'FUJIFILMCCD-RAW', 'FOVb', 'II\x1A\0\0\0HEAPCCDR',
  '8BPS', 'gimp xcf ', '\xFF\x0A', '\0\0\0\x0CJXL ', '\0\0\0\x0CjP  ', '\xFF\x4F\xFF\x51', '\x76\x2F\x31\x01', '#?RADIANCE', '#?RGBE', 'qoif', 'DDS ', 'SIMPLE  =', 'icns', '\x97JB2\r\n\x1A\n', '\x01\xDA',
  'CSFCHUNK',
]

/** Raster images, layered images and camera raw. */
export const raster = family(
  (head, size) => STARTS.some(start => startsWith(head, start))
    || (startsWith(head, 'BM') && u32le(head, 6) === 0)
    || (u16le(head, 0) === 0 && (u16le(head, 2) === 1 || u16le(head, 2) === 2) && u16le(head, 4) > 0 && size > 22)
    || (u8(head, 0) === 0x0A && u8(head, 1) <= 5 && u8(head, 2) <= 1)
    || /^P[1-7Ff][\s#]/.test(String.fromCharCode(u8(head, 0), u8(head, 1), u8(head, 2)))
    || startsWith(head, 'DICM', 128)
    || (u8(head, 1) <= 1 && [1, 2, 3, 9, 10, 11].includes(u8(head, 2))),
  async () => (await import('./read')).readRaster,
)
