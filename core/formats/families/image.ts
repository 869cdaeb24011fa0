import type { FileBytes } from '../../bytes/source'
import { indexOf, lastIndexOf, latin1, startsWith, u16be, u16le, u32be, u32le, u8 } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { PropertyValue, Reading } from '../reading'
import { endsEarly } from './signatures'

type Props = Record<string, PropertyValue>

/** Raster and layered images with a signature of their own. */
export async function readImage(file: FileBytes): Promise<Reading | null> {
  const { head } = file
  if (startsWith(head, '\x89PNG\r\n\x1A\n')) return readPng(file)
  if (startsWith(head, '\xFF\xD8\xFF')) return readJpeg(file)
  if (startsWith(head, 'GIF87a') || startsWith(head, 'GIF89a')) return readGif(file)
  if (startsWith(head, 'BM') && u32le(head, 6) === 0 && u32le(head, 10) < 2048) return readBmp(file)
  if (startsWith(head, 'II*\0') || startsWith(head, 'MM\0*') || startsWith(head, 'II+\0') || startsWith(head, 'MM\0+')) return readTiff(file)
  if (startsWith(head, '8BPS')) return readLayered(file)
  if (startsWith(head, '\0\0\x01\0') && u16le(head, 4) > 0 && u16le(head, 4) < 256 && u8(head, 9) === 0) return reading('ico')
  if (startsWith(head, '\xFF\x0A') || startsWith(head, '\0\0\0\x0CJXL \r\n\x87\n')) return reading('jxl')
  if (startsWith(head, '\0\0\0\x0CjP  \r\n\x87\n') || startsWith(head, '\xFFO\xFFQ')) return reading('jp2')
  return null
}

/** PNG (ISO/IEC 15948 §5, §11): chunks are walked to IEND by their lengths. */
async function readPng(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const colours = ['gray', '', 'rgb', 'indexed', 'gray', '', 'rgb']
  const props: Props = { width: u32be(head, 16), height: u32be(head, 20), depth: u8(head, 24), animated: false }
  const colour = colours[u8(head, 25)]
  if (colour) props.colorModel = colour
  let at = 8
  for (let chunks = 0; chunks < 100_000; chunks++) {
    const header = await file.read(at, 21)
    if (header.length < 8) return damaged('png', 'its closing chunk is missing', { props })
    const length = u32be(header, 0)
    const type = latin1(header, 4, 8)
    if (type === 'acTL') props.animated = true
    if (type === 'pHYs' && u8(header, 16) === 1) props.resolution = Math.round(u32be(header, 8) * 0.0254)
    at += 12 + length
    if (at > size) return damaged('png', endsEarly(size, at), { props })
    if (type === 'IEND') break
  }
  return reading(props.animated === true ? 'apng' : 'png', { verified: 'structure', props })
}

/** JPEG (ITU-T T.81 Annex B): marker segments to the first scan, then an end marker must follow. */
async function readJpeg(file: FileBytes): Promise<Reading> {
  const props: Props = {}
  let at = 2
  for (let segments = 0; segments < 2000; segments++) {
    const segment = await file.read(at, 20)
    if (segment.length < 4) return damaged('jpg', 'it ends inside its header', { props })
    if (u8(segment, 0) !== 0xFF) return damaged('jpg', 'its header is not readable', { props })
    const marker = u8(segment, 1)
    if (marker === 0xFF) {
      at += 1
      continue
    }
    if (marker === 0xD9) return damaged('jpg', 'it holds no picture', { props })
    const length = u16be(segment, 2)
    if (marker >= 0xC0 && marker <= 0xCF && ![0xC4, 0xC8, 0xCC].includes(marker)) {
      props.depth = u8(segment, 4)
      props.height = u16be(segment, 5)
      props.width = u16be(segment, 7)
      props.colorModel = { 1: 'gray', 3: 'rgb', 4: 'cmyk' }[u8(segment, 9)] ?? 'rgb'
    }
    if (marker === 0xE0 && startsWith(segment, 'JFIF\0', 4) && u16be(segment, 12) > 1) {
      if (u8(segment, 11) === 1) props.resolution = u16be(segment, 12)
      if (u8(segment, 11) === 2) props.resolution = Math.round(u16be(segment, 12) * 2.54)
    }
    at += 2 + length
    if (marker === 0xDA) break
  }
  // entropy-coded data stuffs every FF, so FF D9 after the scan header can only be the end; writers may append more behind it
  if (lastIndexOf(await file.tail(), '\xFF\xD9') < 0 || at >= file.size) {
    let found = false
    for (let from = at; from < file.size && !found; from += 1024 * 1024 - 1) {
      found = indexOf(await file.read(from, 1024 * 1024), '\xFF\xD9') >= 0
    }
    if (!found) return damaged('jpg', 'its end marker is missing', { props })
  }
  return reading('jpg', { verified: 'structure', props })
}

/** GIF89a §27: the trailer byte 3B closes the stream; some writers pad behind it. */
async function readGif(file: FileBytes): Promise<Reading> {
  const { head } = file
  const props: Props = { width: u16le(head, 6), height: u16le(head, 8), colorModel: 'indexed' }
  const rest = { version: latin1(head, 3, 6), props }
  const tail = await file.tail()
  if (tail.lastIndexOf(0x3B) < Math.max(0, tail.length - 1024)) return damaged('gif', 'its closing byte is missing', rest)
  return reading('gif', { verified: 'structure', ...rest })
}

function readBmp({ head, size }: FileBytes): Reading {
  const props: Props = { width: u32le(head, 18), height: Math.abs(u32le(head, 22) | 0), depth: u16le(head, 28) }
  const stated = u32le(head, 10) + (u32le(head, 30) === 0 ? Math.floor((Number(props.depth) * Number(props.width) + 31) / 32) * 4 * Number(props.height) : u32le(head, 34))
  if (u32le(head, 14) >= 40 && stated > size) return damaged('bmp', endsEarly(size, stated), { props })
  return reading('bmp', { verified: 'structure', props })
}

/** TIFF 6.0 §2, §8: the first directory's tags; a DNG names its version in tag 50706. */
async function readTiff(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const little = u8(head, 0) === 0x49
  if (u8(head, little ? 2 : 3) === 0x2B) return reading('tif', { version: 'big' })
  const short = little ? u16le : u16be
  const long = little ? u32le : u32be
  const at = long(head, 4)
  if (at + 2 > size) return damaged('tif', 'its first directory lies past its end')
  const directory = await file.read(at, 2 + 12 * 512)
  const count = Math.min(512, short(directory, 0))
  const props: Props = {}
  let raw: string | null = null
  for (let i = 0; i < count; i++) {
    const entry = 2 + 12 * i
    const value = short(directory, entry + 2) === 3 ? short(directory, entry + 8) : long(directory, entry + 8)
    const tag = short(directory, entry)
    if (tag === 256) props.width = value
    if (tag === 257) props.height = value
    if (tag === 262) props.colorModel = { 0: 'gray', 1: 'gray', 2: 'rgb', 3: 'indexed', 5: 'cmyk', 8: 'lab' }[value] ?? 'rgb'
    if (tag === 50706) raw = [...directory.subarray(entry + 8, entry + 12)].join('.')
  }
  return reading(raw ? 'dng' : 'tif', { version: raw, verified: 'structure', props })
}

function readLayered({ head }: FileBytes): Reading {
  const model = ({ 1: 'gray', 2: 'indexed', 3: 'rgb', 4: 'cmyk', 9: 'lab' } as Record<number, string>)[u16be(head, 24)]
  return reading(u16be(head, 4) === 2 ? 'psb' : 'psd', {
    props: { width: u32be(head, 18), height: u32be(head, 14), depth: u16be(head, 22), ...(model ? { colorModel: model } : {}) },
  })
}
