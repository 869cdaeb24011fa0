import { cursor } from '../../../bytes/cursor'
import { indexOf, latin1, startsWith, u16be, u32be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Proof } from '../../family'
import { damaged, endsEarly, propertyText, reading, setProps, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { readFlac } from './flac'

interface Frame { length: number, layer: 'aac' | 1 | 2 | 3, sampleRate: number, channels: number, samples: number }

const RATES = [44_100, 48_000, 32_000]
const BITS: Record<string, readonly number[]> = {
  '1-3': [0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320],
  '1-2': [0, 32, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320, 384],
  '1-1': [0, 32, 64, 96, 128, 160, 192, 224, 256, 288, 320, 352, 384, 416, 448],
  '2-1': [0, 32, 48, 56, 64, 80, 96, 112, 128, 144, 160, 176, 192, 224, 256],
  '2-2': [0, 8, 16, 24, 32, 40, 48, 56, 64, 80, 96, 112, 128, 144, 160],
}
/** Samples a frame by layer, in version 1 and in the later ones. */
const SAMPLES = { 1: 384, 2: 1152, 3: 1152 } as const
const LATER_SAMPLES = { 1: 384, 2: 1152, 3: 576 } as const
/** Version bits of the header: 2.5, reserved, 2, 1. */
const RATE_DIVISORS = [4, 4, 2, 1]
const LAYER_IDS = { aac: 'aac', 1: 'mp2', 2: 'mp2', 3: 'mp3' } as const
const AAC_RATES = [96_000, 88_200, 64_000, 48_000, 44_100, 32_000, 24_000, 22_050, 16_000, 12_000, 11_025, 8000, 7350]

/** A frame header of ISO/IEC 11172-3 §2.4.1.3 and 13818-3, or of ADTS (13818-7 §6.2). */
function frameAt(bytes: Uint8Array, offset: number): Frame | null {
  if (bytes[offset] !== 0xFF || (u8(bytes, offset + 1) & 0xE0) !== 0xE0) return null
  const kind = (u8(bytes, offset + 1) >> 1) & 3
  if (kind === 0) {
    if ((u8(bytes, offset + 1) & 0xF6) !== 0xF0) return null
    const length = ((u8(bytes, offset + 3) & 3) << 11) | (u8(bytes, offset + 4) << 3) | (u8(bytes, offset + 5) >> 5)
    const sampleRate = AAC_RATES[(u8(bytes, offset + 2) >> 2) & 15]
    const channels = ((u8(bytes, offset + 2) & 1) << 2) | (u8(bytes, offset + 3) >> 6)
    return length < 7 || !sampleRate
      ? null
      : { length, layer: 'aac', sampleRate, channels: channels === 7 ? 8 : channels, samples: 1024 * ((u8(bytes, offset + 6) & 3) + 1) }
  }
  const layer = (4 - kind) as 1 | 2 | 3
  const version = (u8(bytes, offset + 1) >> 3) & 3
  const first = version === 3
  const later = layer === 1 ? '2-1' : '2-2'
  const bits = BITS[first ? `1-${layer}` : later]?.[u8(bytes, offset + 2) >> 4]
  const base = RATES[(u8(bytes, offset + 2) >> 2) & 3]
  if (version === 1 || !bits || !base) return null
  const sampleRate = base / (RATE_DIVISORS[version] ?? 1)
  const padding = (u8(bytes, offset + 2) >> 1) & 1
  const samples = (first ? SAMPLES : LATER_SAMPLES)[layer]
  const length = layer === 1 ? (Math.floor(12_000 * bits / sampleRate) + padding) * 4 : Math.floor(samples * 125 * bits / sampleRate) + padding
  return { length, layer, sampleRate, channels: u8(bytes, offset + 3) >> 6 === 3 ? 1 : 2, samples }
}

/**
 * Sound in frames: three that follow one another where each says the next one is; ID3v2 tags may precede. Frames are walked
 * to the end; where the first one states how many bytes there are, they must be there.
 */
export async function readMpegAudio(file: FileBytes, proof: Proof): Promise<Reading | null> {
  let offset = 0
  const props: Record<string, PropertyValue> = {}
  for (let tags = 0; tags < 4; tags++) {
    const tag = await file.read(offset, 10)
    if (!startsWith(tag, 'ID3')) break
    const length = ((u8(tag, 6) & 127) << 21) + ((u8(tag, 7) & 127) << 14) + ((u8(tag, 8) & 127) << 7) + (u8(tag, 9) & 127)
    if (tags === 0) setProps(props, { title: titleOf(await file.read(offset + 10, Math.min(length, 65_536))) })
    offset += 10 + length + (u8(tag, 5) & 0x10 ? 10 : 0)
  }
  const tagged = offset > 0
  if (tagged && offset >= file.size) return damaged('mp3', endOfTag(offset, file.size), { props })
  const start = await file.read(offset, 64 * 1024)
  const behind = tagged ? readBehindTag(file, proof, offset, start, props) : null
  if (behind) return behind
  // some writers pad their tags with zeros past the stated length
  const zeros = tagged ? start.findIndex(byte => byte !== 0) : 0
  offset += Math.max(0, zeros)
  const first = frameAt(start, Math.max(0, zeros))
  if (!first) return tagged ? withoutFrames(zeros, props) : null
  const id = LAYER_IDS[first.layer]
  const second = frameAt(start, zeros + first.length)
  // two bytes are soon met by chance (a byte-order mark is one such pair): without a tag a second frame must follow
  if (!tagged && (!second || second.layer !== first.layer || second.sampleRate !== first.sampleRate) && file.size !== first.length) return null
  Object.assign(props, { sampleRate: first.sampleRate, channels: first.channels })

  const stated = statedBytes(start.subarray(Math.max(0, zeros)), first)
  const walked = await walkFrames(file, offset, first)
  if (id === 'aac') setProps(props, { duration: thousandths(walked.samples / first.sampleRate) })
  else {
    const samples = stated ? stated.frames * first.samples : walked.samples
    setProps(props, {
      duration: thousandths(samples / first.sampleRate),
      bitRate: samples > 0 ? Math.round(walked.bytes * 8 * first.sampleRate / samples / 1000) * 1000 : undefined,
    })
  }
  if (stated && stated.bytes > file.size - offset + 1) return damaged(id, endsEarly(file.size - offset, stated.bytes), { props })
  if (walked.zeros) return damaged(id, { kind: 'part-zeros' }, { props })
  if (stated && walked.frames < stated.frames * 0.9) return damaged(id, { kind: 'part-unreadable' }, { props })
  if (id === 'aac' && walked.cut && !walked.foreign) return damaged(id, { kind: 'ends-in-frame' }, { props })
  return reading(id, { verified: stated || id === 'aac' ? 'structure' : 'signature', props })
}

/** A tag alone is no sound of any kind. */
const endOfTag = (end: number, size: number) => ({ kind: end > size ? 'ends-in-own-tag' as const : 'no-sound' as const })

function withoutFrames(zeros: number, props: Reading['props']): Reading {
  return zeros < 0 ? damaged('mp3', { kind: 'no-sound' }, { props }) : reading('mp3', { props })
}

function readBehindTag(file: FileBytes, proof: Proof, offset: number, start: Uint8Array, props: Reading['props']) {
  if (startsWith(start, 'fLaC')) return readFlac(file, proof, offset)
  const id = BEHIND_TAGS.find(([mark]) => startsWith(start, mark))?.[1]
  return id === undefined ? null : reading(id, { props })
}

/** Sound of other kinds that has such a tag before it. */
const BEHIND_TAGS: readonly (readonly [mark: string, id: string])[] = [
  ['TTA1', 'tta'], ['MAC ', 'ape'], ['MP+', 'mpc'], ['MPCK', 'mpc'], ['wvpk', 'wv'], ['RIFF', 'wav'], ['FORM', 'aiff'], ['DSD ', 'dsf'],
]

/** The note many encoders put into the first frame: number of frames and bytes (layout common among encoders, from memory). */
function statedBytes(frame: Uint8Array, first: Frame): { frames: number, bytes: number } | null {
  if (first.layer !== 3) return null
  for (const mark of ['Xing', 'Info']) {
    const offset = indexOf(frame.subarray(0, 64), mark)
    if (offset < 0) continue
    const flags = u32be(frame, offset + 4)
    if ((flags & 3) !== 3) return null
    return { frames: u32be(frame, offset + 8), bytes: u32be(frame, offset + 12) }
  }
  return null
}

async function walkFrames(file: FileBytes, from: number, first: Frame): Promise<{
  frames: number
  samples: number
  bytes: number
  cut: boolean
  /** What stands behind the last frame is none. */
  foreign?: boolean
  zeros: boolean
}> {
  const read = cursor(file)
  let [offset, frames, samples, bytes, last] = [from, 0, 0, 0, from]
  let left = true
  while (offset < file.size) {
    const header = await read(offset, 8)
    const frame = frameAt(header, 0)
    if (frame && frame.layer === first.layer) {
      if (offset + frame.length > file.size) return { frames, samples, bytes, cut: true, zeros: false }
      frames++
      samples += frame.samples
      bytes += frame.length
      offset += frame.length
      last = offset
      continue
    }
    if (startsWith(header, 'TAG') || startsWith(header, 'APETAGEX') || startsWith(header, 'LYRICS') || startsWith(header, 'ID3')) {
      left = false
      break
    }
    const stretch = await read(offset, 4096)
    if (frames > 0 && stretch.length >= 1024 && stretch.every(byte => byte === 0)) return { frames, samples, bytes, cut: false, zeros: true }
    // readers look for the next frame where one does not follow
    let next = 1
    while (next < stretch.length - 4 && !(stretch[next] === 0xFF && frameAt(stretch, next)?.layer === first.layer)) next++
    offset += next
  }
  const foreign = frames > 2 && file.size - last < 64 && u8(await read(last, 1), 0) !== 0xFF
  return { frames, samples, bytes, cut: last < file.size && left, foreign, zeros: false }
}

/** ID3v2.4 §4: the byte before a text tells how it is written; with a byte-order mark in the first case. */
const TAG_ENCODINGS: Record<number, string> = { 1: 'utf-16le', 2: 'utf-16be', 3: 'utf-8' }

/** Title of an ID3v2 tag (frames TIT2 or TT2). */
function titleOf(tag: Uint8Array): string | undefined {
  const offset = indexOf(tag, 'TIT2')
  if (offset < 0) return undefined
  const length = Math.min(512, u32be(tag, offset + 4) & 0x7F7F7F7F)
  const text = tag.subarray(offset + 11, offset + 10 + length)
  const encoding = u8(tag, offset + 10)
  const named = encoding === 1 && u8(text, 0) === 0xFE ? 'utf-16be' : TAG_ENCODINGS[encoding] ?? 'windows-1252'
  return propertyText(new TextDecoder(named).decode(text).replace(/^\uFEFF/, ''))
}

const FRAME_RATES = [0, 23.976, 24, 25, 29.97, 30, 50, 59.94, 60]

/** When a packet of sound or pictures is to be shown (ISO/IEC 13818-1 §2.4.3.7), in ticks of 90 kHz; `null` where it does not say. */
function timeAt(bytes: Uint8Array, offset: number): number | null {
  if (!startsWith(bytes, '\0\0\x01', offset) || (u8(bytes, offset + 3) & 0xC0) !== 0xC0 || u8(bytes, offset + 3) > 0xEF) return null
  // the later form has flags and a length before the time, the earlier one stuffing and a size of the buffer
  let time = offset + 9
  if ((u8(bytes, offset + 6) & 0xC0) === 0x80) {
    if (!(u8(bytes, offset + 7) & 0x80)) return null
  }
  else {
    time = offset + 6
    while (u8(bytes, time) === 0xFF) time++
    if ((u8(bytes, time) & 0xC0) === 0x40) time += 2
    if (!(u8(bytes, time) & 0x20)) return null
  }
  return ((u8(bytes, time) >> 1) & 7) * 2 ** 30 + (u16be(bytes, time + 1) >> 1) * 2 ** 15 + (u16be(bytes, time + 3) >> 1)
}

/** The least or the greatest time in a stretch. */
function timesIn(bytes: Uint8Array): number[] {
  const times: number[] = []
  for (let offset = indexOf(bytes, '\0\0\x01'); offset >= 0; offset = indexOf(bytes, '\0\0\x01', offset + 3)) {
    const time = timeAt(bytes, offset)
    if (time !== null) times.push(time)
  }
  return times
}

/** What packets of sound and the times in a program stream tell. */
function measureStream(head: Uint8Array, tail: Uint8Array, frameRate: number | undefined, props: Record<string, PropertyValue>): void {
  const sound = /\0\0\x01[\xC0-\xDF]/.exec(latin1(head))?.index
  for (let offset = sound ?? head.length; offset < Math.min(head.length - 4, (sound ?? 0) + 4096); offset++) {
    const frame = frameAt(head, offset)
    if (frame && offset > (sound ?? 0) + 6 && frame.layer !== 'aac') {
      setProps(props, { sampleRate: frame.sampleRate, channels: frame.channels })
      break
    }
  }
  const [first, last] = [Math.min(...timesIn(head)), Math.max(...timesIn(tail))]
  if (last > first) props.duration = thousandths((last - first) / 90_000 + (frameRate ? 1 / frameRate : 0))
}

/** Program and transport streams (ISO/IEC 13818-1 §2.4, §2.5): packs and packets without any length of the whole. */
export async function readMpegStream(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (startsWith(head, '\0\0\x01\xBA') || startsWith(head, '\0\0\x01\xB3')) {
    const props: Record<string, PropertyValue> = {}
    const offset = indexOf(head, '\0\0\x01\xB3')
    if (offset >= 0) setProps(props, {
      width: u16be(head, offset + 4) >> 4, height: u16be(head, offset + 5) & 0xFFF,
      frameRate: FRAME_RATES[u8(head, offset + 7) & 15] || undefined,
      videoCodec: latin1(head, offset).includes('\0\0\x01\xB5') ? 'mpeg2' : 'mpeg1',
    })
    if (startsWith(head, '\0\0\x01\xBA')) {
      const rate = props.frameRate
      measureStream(head, await file.tail(), typeof rate === 'number' ? rate : undefined, props)
    }
    return reading('mpg', { props })
  }
  for (const [offset, each] of [[0, 188], [4, 192]] as const) {
    let packets = 0
    while (packets < 20 && offset + packets * each < head.length && u8(head, offset + packets * each) === 0x47) packets++
    if (packets < Math.min(5, Math.floor(size / each))) continue
    if (packets < 3) continue
    // what stands behind the last whole packet is one cut short, or none
    const behind = (await file.read(Math.floor(size / each) * each, 8))[offset]
    return size % each === 0 || size > 64 * 1024 * 1024 || behind !== 0x47
      ? reading('m2ts', { verified: size % each === 0 ? 'structure' : 'signature' })
      : damaged('m2ts', { kind: 'ends-in-packet' })
  }
  return null
}
