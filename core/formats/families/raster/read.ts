import { startsWith, u16le, u32le, u8 } from '../../../bytes/read'
import type { FamilyReader } from '../../family'
import { readGif } from './gif'
import { readJpeg } from './jpeg'
import { readHighRange, readJpeg2000, readJpegXl } from './modern'
import { readPng } from './png'
import { readLayered, readXcf } from './layered'
import { readBitmap, readIcon, readMinor } from './small'
import { readRawCamera, readTiff } from './tiff'

export const readRaster: FamilyReader = (file, proof) => {
  const { head } = file
  const starts = (text: string) => startsWith(head, text)
  if (starts('\x89PNG') || starts('\xEF\xBF\xBDPNG')) return readPng(file)
  if (starts('\xFF\xD8\xFF')) return readJpeg(file)
  if (starts('GIF8')) return readGif(file)
  if (starts('II*\0') || starts('MM\0*') || starts('II+\0') || starts('MM\0+')) return readTiff(file)
  if (starts('IIRO') || starts('IIRS') || starts('MMOR') || starts('IIU\0') || starts('FUJIFILMCCD-RAW') || starts('FOVb') || starts('II\x1A\0\0\0HEAPCCDR')) return readRawCamera(file)
  if (starts('8BPS')) return readLayered(file)
  if (starts('gimp xcf ')) return readXcf(file)
  if (starts('\xFF\x0A') || starts('\0\0\0\x0CJXL ')) return readJpegXl(file)
  if (starts('\0\0\0\x0CjP  ') || starts('\xFF\x4F\xFF\x51')) return readJpeg2000(file)
  if (starts('\x76\x2F\x31\x01')) return readHighRange(file)
  if (starts('BM') && u32le(head, 6) === 0) return readBitmap(file)
  if (u16le(head, 0) === 0 && (u16le(head, 2) === 1 || u16le(head, 2) === 2) && u16le(head, 4) > 0 && u8(head, 9) === 0) return readIcon(file)
  return readMinor(file, proof)
}
