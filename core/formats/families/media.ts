import type { FileBytes } from '../../bytes/source'
import { indexOf, latin1, startsWith, u16be, u16le, u32be, u32le, u64be, u8 } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { PropertyValue, Reading } from '../reading'
import { endsEarly } from './signatures'

type Props = Record<string, PropertyValue>

/** Sound and moving pictures: RIFF, FLAC, Ogg, ISO base media, Matroska, MPEG audio and the older containers. */
export async function readMedia(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (startsWith(head, 'RIFF')) return readRiff(file)
  if (startsWith(head, 'fLaC')) return readFlac(file)
  if (startsWith(head, 'OggS')) return readOgg(file)
  if (startsWith(head, 'ftyp', 4) || (startsWith(head, 'moov', 4) && u32be(head, 0) <= size) || startsWith(head, 'wide', 4)) return readIsoMedia(file)
  if (startsWith(head, '\x1A\x45\xDF\xA3')) {
    const type = latin1(head, 0, 64)
    if (type.includes('webm')) return reading('webm')
    return reading(/A_|V_/.test(latin1(head)) && !/V_/.test(latin1(head)) ? ['mka', 'mkv'] : 'mkv')
  }
  if (startsWith(head, 'FORM') && (startsWith(head, 'AIFF', 8) || startsWith(head, 'AIFC', 8))) {
    const stated = u32be(head, 4) + 8
    return stated > size ? damaged('aiff', endsEarly(size, stated)) : reading('aiff', { verified: 'structure' })
  }
  if (startsWith(head, 'MThd')) return reading('mid', { version: String(u16be(head, 8)) })
  if (startsWith(head, '.snd')) return reading('au', { props: { sampleRate: u32be(head, 16), channels: u32be(head, 20) } })
  if (startsWith(head, '#!AMR')) return reading('amr')
  if (startsWith(head, 'FLV\x01')) return reading('flv')
  if (startsWith(head, '\x30\x26\xB2\x75\x8E\x66\xCF\x11')) return reading('wmv')
  if (startsWith(head, '\0\0\x01\xBA') || startsWith(head, '\0\0\x01\xB3')) return reading('mpg')
  return readMpegAudio(file)
}

/** RIFF: every chunk states its length; `data` of a WAVE gives the duration. */
async function readRiff(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const kind = latin1(head, 8, 12)
  const id = { 'WAVE': 'wav', 'WEBP': 'webp', 'AVI ': 'avi' }[kind]
  if (!id) return null
  const props: Props = {}
  const stated = u32le(head, 4) + 8
  if (id === 'webp') Object.assign(props, webpSize(head))
  if (id === 'wav') {
    let rate = 0
    for (let at = 12, chunks = 0; at + 8 <= size && chunks < 1000; chunks++) {
      const chunk = await file.read(at, 24)
      const length = u32le(chunk, 4)
      if (startsWith(chunk, 'fmt ')) {
        props.channels = u16le(chunk, 10)
        props.sampleRate = u32le(chunk, 12)
        rate = u32le(chunk, 16)
        props.bitDepth = u16le(chunk, 22)
      }
      if (startsWith(chunk, 'data')) {
        // recorders that were stopped hard leave 0 or the largest number here: then the length says nothing
        if (length !== 0xFFFFFFFF && length !== 0 && at + 8 + length > size) return damaged('wav', endsEarly(size, at + 8 + length), { props })
        if (rate > 0) props.duration = Math.round(Math.min(length, size - at - 8) / rate * 1000) / 1000
        break
      }
      at += 8 + length + (length & 1)
    }
    return reading('wav', { verified: 'structure', props })
  }
  if (stated > size && u32le(head, 4) !== 0xFFFFFFFF) return damaged(id, endsEarly(size, stated), { props })
  return reading(id, { verified: 'structure', props })
}

/** RFC 9649 §2.4–2.7: three ways to state the canvas. */
function webpSize(head: Uint8Array): Props {
  const kind = latin1(head, 12, 16)
  if (kind === 'VP8X') return { width: 1 + u16le(head, 24) + (u8(head, 26) << 16), height: 1 + u16le(head, 27) + (u8(head, 29) << 16) }
  if (kind === 'VP8 ') return { width: u16le(head, 26) & 0x3FFF, height: u16le(head, 28) & 0x3FFF }
  const bits = u32le(head, 21)
  return { width: 1 + bits % 0x4000, height: 1 + Math.floor(bits / 0x4000) % 0x4000 }
}

/** FLAC (RFC 9639 §8.2): the first block states rate, channels, depth and the number of samples. */
async function readFlac(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const info = u32be(head, 18)
  const sampleRate = info >>> 12
  const channels = ((info >>> 9) & 7) + 1
  const bitDepth = ((info >>> 4) & 31) + 1
  const samples = (info & 15) * 0x100000000 + u32be(head, 22)
  const props: Props = { sampleRate, channels, bitDepth }
  if (sampleRate > 0 && samples > 0) props.duration = Math.round(samples / sampleRate * 1000) / 1000
  let at = 4
  for (let blocks = 0; blocks < 1000; blocks++) {
    const block = await file.read(at, 4)
    if (block.length < 4) return damaged('flac', 'it ends inside its header', { props })
    at += 4 + u32be(block, 0) % 0x1000000
    if (u8(block, 0) & 0x80) break
  }
  if (at >= size && samples > 0) return damaged('flac', 'it holds no sound', { props })
  const last = lastFlacFrame(await file.tail())
  const blockSize = u16be(head, 8)
  if (last && samples > 0 && blockSize > 0) {
    // frames of fixed length are numbered, others state their first sample
    const begins = last.fixed ? last.number * blockSize : last.number
    if (begins + Math.max(blockSize, u16be(head, 10)) < samples) return damaged('flac', `it ends after ${Math.floor(100 * begins / samples)} % of the sound its header states`, { props })
  }
  return reading('flac', { verified: 'structure', props })
}

/** The last frame header in a file's end (§9.1): sync code, coded number, and an 8-bit check that tells it from chance. */
function lastFlacFrame(tail: Uint8Array): { fixed: boolean, number: number } | null {
  for (let at = tail.length - 6; at >= 0; at--) {
    if (tail[at] !== 0xFF || (u8(tail, at + 1) & 0xFE) !== 0xF8) continue
    const lead = u8(tail, at + 4)
    const more = lead < 0x80 ? 0 : Math.clz32(~lead << 24) - 1
    let number = lead < 0x80 ? lead : lead & (0x3F >> more)
    for (let i = 1; i <= more; i++) number = number * 64 + (u8(tail, at + 4 + i) & 0x3F)
    const size = u8(tail, at + 2) >> 4
    const rate = u8(tail, at + 2) & 15
    const end = at + 5 + more + (size === 6 ? 1 : size === 7 ? 2 : 0) + (rate === 12 ? 1 : rate === 13 || rate === 14 ? 2 : 0)
    if (end < tail.length && crc8(tail.subarray(at, end)) === tail[end]) return { fixed: (u8(tail, at + 1) & 1) === 0, number }
  }
  return null
}

/** CRC-8 with polynomial x^8 + x^2 + x + 1 (RFC 9639 §9.1.8). */
function crc8(bytes: Uint8Array): number {
  let value = 0
  for (const byte of bytes) {
    value ^= byte
    for (let bit = 0; bit < 8; bit++) value = (value & 0x80 ? (value << 1) ^ 0x07 : value << 1) & 0xFF
  }
  return value
}

/** Ogg (RFC 3533 §6): whole pages to the end; the first packet names the codec. */
async function readOgg(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const first = latin1(head, 28, 128)
  const id = first.startsWith('OpusHead') ? 'opus' : first.includes('theora') ? 'ogv' : 'ogg'
  const props: Props = {}
  if (first.startsWith('\x01vorbis')) {
    props.channels = u8(head, 39)
    props.sampleRate = u32le(head, 40)
  }
  const tail = await file.tail()
  for (let at = tail.length - 27; at >= 0; at--) {
    if (u8(tail, at) !== 0x4F || !startsWith(tail, 'OggS\0', at)) continue
    const segments = u8(tail, at + 26)
    let end = at + 27 + segments
    for (let i = 0; i < segments; i++) end += u8(tail, at + 27 + i)
    if (end > tail.length) return damaged(id, 'it ends in the middle of a page', { props })
    break
  }
  return reading(id, { verified: size > 0 ? 'structure' : 'signature', props })
}

const BRANDS: readonly (readonly [brand: RegExp, id: string])[] = [
  [/^(?:heic|heix|hevc|heim|heis|mif1|msf1)/, 'heic'],
  [/^(?:avif|avis)/, 'avif'],
  [/^M4[AB] /, 'm4a'],
  [/^qt {2}/, 'mov'],
  [/^3g/, '3gp'],
  [/^crx /, 'unknown'],
]

/** ISO/IEC 14496-12 §4.2: top-level boxes are walked by their sizes; `moov` must be there. */
async function readIsoMedia(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const brand = startsWith(head, 'ftyp', 4) ? latin1(head, 8, 12) : 'qt  '
  const compatible = startsWith(head, 'ftyp', 4) ? latin1(head, 16, Math.min(u32be(head, 0), 256)) : ''
  let id = BRANDS.find(([pattern]) => pattern.test(brand))?.[1] ?? 'mp4'
  if (id === 'heic' && compatible.includes('avif')) id = 'avif'
  let movie = false
  let at = 0
  for (let boxes = 0; boxes < 100_000 && at < size; boxes++) {
    const box = await file.read(at, 16)
    let length = u32be(box, 0)
    if (length === 1) length = u64be(box, 8)
    if (length === 0) length = size - at
    const type = latin1(box, 4, 8)
    if (type === 'moov' || type === 'meta' || type === 'moof') movie = true
    if (length < 8) break
    at += length
    if (at > size) return damaged(id, endsEarly(size, at))
  }
  if (!movie) return damaged(id, 'its index is missing')
  return reading(id, { verified: 'structure' })
}

/** ISO/IEC 11172-3 §2.4: a frame header followed by a second one where the first says it is; ID3v2 tags may precede. */
function readMpegAudio({ head }: FileBytes): Reading | null {
  let at = 0
  if (startsWith(head, 'ID3')) {
    at = 10 + ((u8(head, 6) & 127) << 21) + ((u8(head, 7) & 127) << 14) + ((u8(head, 8) & 127) << 7) + (u8(head, 9) & 127)
    // the tag's own length can reach past what is at hand (pictures): the tag alone is then enough
    if (at + 4 > head.length) return reading('mp3')
    if (indexOf(head.subarray(at, at + 4096), 'fLaC') === 0) return reading('flac')
  }
  const frame = mpegFrame(head, at)
  if (!frame) return null
  if (frame.layer === 0) return mpegFrame(head, at + frame.length)?.layer === 0 ? reading('aac') : null
  if (!startsWith(head, 'ID3') && !mpegFrame(head, at + frame.length)) return null
  return reading('mp3', { props: { sampleRate: frame.sampleRate, channels: frame.channels } })
}

const RATES = [44100, 48000, 32000]
const BITS_1 = [0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320]
const BITS_2 = [0, 8, 16, 24, 32, 40, 48, 56, 64, 80, 96, 112, 128, 144, 160]

function mpegFrame(bytes: Uint8Array, at: number): { length: number, layer: number, sampleRate: number, channels: number } | null {
  if (u8(bytes, at) !== 0xFF || (u8(bytes, at + 1) & 0xE0) !== 0xE0) return null
  const layer = (u8(bytes, at + 1) >> 1) & 3
  if (layer === 0) {
    // ADTS (ISO/IEC 13818-7 §6.2): 12-bit sync, 13-bit frame length
    if ((u8(bytes, at + 1) & 0xF6) !== 0xF0) return null
    const length = ((u8(bytes, at + 3) & 3) << 11) | (u8(bytes, at + 4) << 3) | (u8(bytes, at + 5) >> 5)
    return length < 7 ? null : { length, layer, sampleRate: 0, channels: 0 }
  }
  const version = (u8(bytes, at + 1) >> 3) & 3
  const bits = (version === 3 ? BITS_1 : BITS_2)[u8(bytes, at + 2) >> 4]
  const base = RATES[(u8(bytes, at + 2) >> 2) & 3]
  if (version === 1 || layer !== 1 || !bits || !base) return null
  const sampleRate = base / (version === 3 ? 1 : version === 2 ? 2 : 4)
  const padding = (u8(bytes, at + 2) >> 1) & 1
  return {
    length: Math.floor((version === 3 ? 144000 : 72000) * bits / sampleRate) + padding,
    layer,
    sampleRate,
    channels: u8(bytes, at + 3) >> 6 === 3 ? 1 : 2,
  }
}
