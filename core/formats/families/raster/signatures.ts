import { latin1, u16le, u32be, u32le, u8 } from '../../../bytes/read'
import { signatures } from '../../family'

const isIcon = (head: Uint8Array, size: number) =>
  u16le(head, 0) === 0 && (u16le(head, 2) === 1 || u16le(head, 2) === 2) && u16le(head, 4) > 0 && size > 22 && u8(head, 9) === 0
/** A picture of drawing commands: the version stands behind an empty header of 512 bytes, a length and a frame. */
const isPicture = (head: Uint8Array) => [0, 512].some(offset =>
  (offset === 0 ? /^\0\x11\x02\xFF\x0C\0/ : /^(?:\0\x11\x02\xFF\x0C\0|\x11\x01)/).test(latin1(head, offset + 10, offset + 16))
  && (offset === 0 || head.subarray(0, 512).every(byte => byte === 0)))
/** A dump of a screen: header length, version 7, three kinds of pixels, depth. */
const isScreen = (head: Uint8Array, size: number) =>
  u32be(head, 0) >= 100 && u32be(head, 0) < 4096 && u32be(head, 4) === 7 && u32be(head, 8) <= 2 && u32be(head, 12) <= 32 && size > u32be(head, 0)
/** A bitmap without the header of a file: planes, bits and size must be likely. */
const isLooseBitmap = (head: Uint8Array) => u16le(head, 12) === 1 && [1, 4, 8, 16, 24, 32].includes(u16le(head, 14))
  && u32le(head, 4) > 0 && u32le(head, 4) < 100_000 && u32le(head, 8) > 0 && u32le(head, 8) < 100_000 && u32le(head, 16) <= 3
const isPaint = (head: Uint8Array, size: number) =>
  u8(head, 0) === 0x0A && [0, 2, 3, 4, 5].includes(u8(head, 1)) && u8(head, 2) <= 1 && [1, 2, 4, 8].includes(u8(head, 3)) && size > 128

/** Raster images, layered images and camera raw. */
export const SIGNATURES = signatures([
  { starts: ['\x89PNG', '\xEF\xBF\xBDPNG'], reader: 'png' },
  { starts: '\xFF\xD8\xFF', reader: 'jpeg' },
  { starts: 'GIF8', reader: 'gif' },
  { starts: '\x8AMNG\r\n\x1A\n', reader: 'moving' },
  { starts: '\x8BJNG\r\n\x1A\n', reader: 'alphaPhoto' },
  { starts: ['SDPX', 'XPDS'], reader: 'filmScan' },
  { starts: ['\x80\x2A\x5F\xD7', '\xD7\x5F\x2A\x80'], reader: 'earlyScan' },
  { starts: '\x59\xA6\x6A\x95', reader: 'workstation' },
  { starts: ['id=ImageMagick', 'Id=ImageMagick', 'ID=ImageMagick'], id: 'miff' },
  { starts: '\xB1\x68\xDE\x3A', reader: 'faxPages' },
  { when: isPicture, reader: 'commands' },
  { when: isScreen, reader: 'screen' },
  { starts: ['II*\0', 'MM\0*', 'II+\0', 'MM\0+'], reader: 'tiff' },
  { starts: ['IIRO', 'IIRS', 'MMOR', 'IIU\0', 'FUJIFILMCCD-RAW', 'FOVb', 'II\x1A\0\0\0HEAPCCDR'], reader: 'camera' },
  { starts: '8BPS', reader: 'layered' },
  { starts: 'gimp xcf ', reader: 'xcf' },
  { starts: ['\xFF\x0A', '\0\0\0\x0CJXL '], reader: 'jpegXl' },
  { starts: ['\0\0\0\x0CjP  ', '\xFF\x4F\xFF\x51'], reader: 'jpeg2000' },
  { starts: '\x76\x2F\x31\x01', reader: 'highRange' },
  { starts: 'BM', when: head => u32le(head, 6) === 0, reader: 'bitmap' },
  { starts: '\x28\0\0\0', when: isLooseBitmap, reader: 'looseBitmap' },
  { starts: '\0MRM', id: 'mrw' },
  { when: isIcon, reader: 'icon' },
  { starts: ['#?RADIANCE', '#?RGBE'], reader: 'radiance' },
  { starts: 'qoif', reader: 'quick' },
  { starts: 'DDS ', when: head => u32le(head, 4) === 124, reader: 'surface' },
  { starts: 'SIMPLE  =', reader: 'astronomy' },
  { starts: 'icns', reader: 'icons' },
  { starts: '\x97JB2\r\n\x1A\n', id: 'jbig2' },
  { starts: 'CSFCHUNK', id: 'clip' },
  { starts: '\x01\xDA', when: head => u8(head, 2) <= 1 && (u8(head, 3) === 1 || u8(head, 3) === 2), reader: 'planes' },
  { starts: 'DICM', at: 128, id: 'dcm' },
  { when: isPaint, reader: 'paint' },
  { when: head => /^P[1-7Ff][\s#]/.test(latin1(head, 0, 3)), reader: 'map' },
  { when: (head, size) => u8(head, 1) <= 1 && [1, 2, 3, 9, 10, 11].includes(u8(head, 2)) && size > 18, reader: 'trueColour' },
])
