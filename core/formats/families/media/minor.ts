import { cursor } from '../../../bytes/cursor'
import { latin1, startsWith, u16be, u16le, u32be, u32le, u64be, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { FamilyReader } from '../../family'
import { lengthOfNotes } from './notes-time'
import { damaged, endsEarly, propertyText, reading, setProps, thousandths, sized } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

type Props = Record<string, PropertyValue>

/** Note data up to this length is walked for how long it lasts. */
const NOTES_READ = 4 * 1024 * 1024

/** The rarer containers of sound and film. */
export const MINOR_READERS = {
  interchange: readInterchange,
  notes: readNotes,
  basic: ({ head, size }) => readBasic(head, size),
  speech: readSpeech,
  flv: readFlv,
  container: readContainer,
  hybrid: readHybrid,
  lossless: readTrue,
  largeWave: readLargeWave,
  voice: readVoice,
  extendedModule: ({ head }) => reading('xm', { props: titled(latin1(head, 17, 37)) }),
  impulseModule: ({ head }) => reading('it', { props: titled(latin1(head, 4, 30)) }),
  screamModule: ({ head }) => reading('s3m', { props: titled(latin1(head, 0, 28)) }),
  module: ({ head }) => reading('mod', { props: titled(latin1(head, 0, 20)) }),
  // sound of one bit a sample: the header states the length of the whole
  bitstream: ({ head, size }) => sized('dsf', size, u64le(head, 12), { props: { sampleRate: u32le(head, 56), channels: u32le(head, 52) } }),
  bitstreamChunks: ({ head, size }) => sized('dff', size, 12 + u64be(head, 4)),
  surround: readSurround,
  animation: ({ head, size }) => sized('swf', size, startsWith(head, 'FWS') ? u32le(head, 4) : 8, { version: String(u8(head, 3)) }),
  exchange: readExchange,
  tape: ({ size }) => (size % 120_000 === 0 || size % 144_000 === 0
    ? reading('dv', { verified: 'structure' })
    : damaged('dv', { kind: 'ends-in-picture' })),
  frames: (file) => {
    const { head } = file
    return readFrames(file, { width: u16le(head, 12), height: u16le(head, 14), videoCodec: latin1(head, 8, 12).toLowerCase() })
  },
  raw: readRaw,
} satisfies Record<string, FamilyReader>

/** SMPTE ST 377-1 §7.1: the partition pack behind the key and its length states where the footer is. */
function readExchange({ head, size }: FileBytes): Reading {
  const value = 17 + (u8(head, 16) & 0x80 ? u8(head, 16) & 0x7F : 0)
  return sized('mxf', size, u64be(head, value + 24) + 1)
}

/** The large form of uncompressed sound: chunks named by 16 bytes, lengths of 8 that count their own header. */
async function readLargeWave(file: FileBytes): Promise<Reading> {
  const props: Props = {}
  let offset = 40
  let rate = 0
  for (let chunks = 0; offset + 24 <= file.size && chunks < 1000; chunks++) {
    const chunk = await file.read(offset, 48)
    const length = u64le(chunk, 16)
    if (startsWith(chunk, 'fmt ')) {
      setProps(props, { channels: u16le(chunk, 26), sampleRate: u32le(chunk, 28), bitDepth: u16le(chunk, 38) || undefined })
      rate = u32le(chunk, 32)
    }
    if (startsWith(chunk, 'data') && rate > 0) props.duration = thousandths(Math.min(length - 24, file.size - offset - 24) / rate)
    if (length < 24) break
    offset += Math.ceil(length / 8) * 8
  }
  return sized('w64', file.size, u64le(file.head, 16), { props })
}

/** Lossless sound with a table of the lengths of its frames, of 256/245 seconds each. */
async function readTrue(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const [channels, rate, samples] = [u16le(head, 6), u32le(head, 10), u32le(head, 14)]
  const props: Props = { channels, sampleRate: rate, duration: thousandths(samples / Math.max(1, rate)) }
  const frames = Math.min(1_000_000, Math.ceil(samples / Math.max(1, Math.floor(256 * rate / 245))))
  const table = await file.read(22, 4 * frames)
  let reach = 22 + 4 * frames + 4
  for (let i = 0; i < frames; i++) reach += u32le(table, 4 * i)
  return table.length < 4 * frames ? damaged('tta', { kind: 'ends-in-table' }, { props }) : sized('tta', size, reach, { props })
}

/** Blocks with a type and a length of three bytes; a zero closes them. */
async function readVoice(file: FileBytes): Promise<Reading> {
  let offset = u16le(file.head, 20)
  for (let blocks = 0; offset < file.size && blocks < 100_000; blocks++) {
    const block = await file.read(offset, 4)
    // some writers state their lengths a few bytes short: what follows is then no block
    if (u8(block, 0) === 0 || u8(block, 0) > 9) return reading('voc', { verified: 'structure' })
    offset += 4 + u16le(block, 1) + u8(block, 3) * 65_536
  }
  return sized('voc', file.size, offset)
}

/** Raw video frames, each behind its length. */
async function readFrames(file: FileBytes, props: Props): Promise<Reading> {
  const read = cursor(file)
  let offset = u16le(file.head, 6)
  while (offset < file.size) offset += 12 + u32le(await read(offset, 4), 0)
  return offset > file.size ? damaged('ivf', { kind: 'ends-in-picture' }, { props }) : reading('ivf', { verified: 'structure', props })
}

function titled(text: string): Props {
  const props: Props = {}
  setProps(props, { title: propertyText(text.replace(/\0[\s\S]*/, '')) })
  return props
}

/** AIFF and AIFC: chunks in a FORM; the sample rate is an 80-bit number. */
async function readInterchange(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (!startsWith(head, 'AIFF', 8) && !startsWith(head, 'AIFC', 8)) return null
  const props: Props = {}
  let offset = 12
  for (let chunks = 0; offset + 8 <= size && chunks < 1000; chunks++) {
    const chunk = await file.read(offset, 30)
    if (startsWith(chunk, 'COMM')) {
      const frames = u32be(chunk, 10)
      const exponent = (u16be(chunk, 16) & 0x7FFF) - 16_383 - 63
      const rate = Math.round((u32be(chunk, 18) * 0x100000000 + u32be(chunk, 22)) * 2 ** exponent)
      setProps(
        props,
        { channels: u16be(chunk, 8), bitDepth: u16be(chunk, 14), sampleRate: rate, duration: rate > 0 ? thousandths(frames / rate) : undefined },
      )
    }
    offset += 8 + u32be(chunk, 4) + (u32be(chunk, 4) & 1)
  }
  return sized('aiff', size, Math.max(offset - 1, u32be(head, 4) + 7), { props })
}

/** Standard MIDI file: the header states the number of tracks, each track its length. */
async function readNotes(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const [version, tracks] = [String(u16be(head, 8)), u16be(head, 10)]
  let offset = 8 + u32be(head, 4)
  let count = 0
  const data: Uint8Array[] = []
  while (count < tracks && offset + 8 <= size) {
    const chunk = await file.read(offset, 8)
    const type = latin1(chunk, 0, 4)
    if (!/^[\x20-\x7E]{4}$/.test(type)) return damaged('mid', { kind: 'part-unreadable' }, { version })
    if (type === 'MTrk') {
      count++
      if (file.size <= NOTES_READ) data.push(await file.read(offset + 8, u32be(chunk, 4)))
    }
    offset += 8 + u32be(chunk, 4)
  }
  if (offset > size) return damaged('mid', endsEarly(size, offset), { version })
  const props: Props = {}
  if (data.length > 0) setProps(props, { duration: thousandths(lengthOfNotes(u16be(head, 12), data)) })
  return count < tracks
    ? damaged('mid', { kind: 'fewer-tracks', found: count, stated: tracks }, { version })
    : reading('mid', { version, verified: 'structure', props })
}

const BASIC_BITS: Record<number, number> = { 1: 8, 2: 8, 3: 16, 4: 24, 5: 32, 6: 32, 7: 64, 27: 8 }

function readBasic(head: Uint8Array, size: number): Reading {
  const [start, length, encoding, sampleRate, channels] = [u32be(head, 4), u32be(head, 8), u32be(head, 12), u32be(head, 16), u32be(head, 20)]
  const bits = BASIC_BITS[encoding]
  const props: Props = { sampleRate, channels }
  // all ones: the length was not known when the header was written
  const known = length !== 0xFFFFFFFF
  if (bits && sampleRate > 0 && channels > 0) {
    Object.assign(props, { bitDepth: bits, duration: thousandths((known ? length : Math.max(0, size - start)) / (bits / 8 * channels * sampleRate)) })
  }
  return sized('au', size, known ? start + length : start, { props })
}

/** Bytes a frame (RFC 4867 §5.3), by its type. */
const NARROW = [12, 13, 15, 17, 19, 20, 26, 31, 5, 0, 0, 0, 0, 0, 0, 0]
const WIDE = [17, 23, 32, 36, 40, 46, 50, 58, 60, 5, 0, 0, 0, 0, 0, 0]

async function readSpeech(file: FileBytes): Promise<Reading> {
  const wide = startsWith(file.head, '#!AMR-WB\n')
  const read = cursor(file)
  let offset = wide ? 9 : 6
  let frames = 0
  while (offset < file.size && frames < 10_000_000) {
    offset += 1 + ((wide ? WIDE : NARROW)[(u8(await read(offset, 1), 0) >> 3) & 15] ?? 0)
    frames++
  }
  const props = { duration: thousandths(frames * 0.02) }
  return offset > file.size ? damaged('amr', { kind: 'ends-in-frame' }, { props }) : reading('amr', { verified: 'structure', props })
}

/** Tags one behind the other, each followed by its own length once more. */
async function readFlv(file: FileBytes): Promise<Reading> {
  const read = cursor(file)
  let offset = u32be(file.head, 5) + 4
  let tags = 0
  while (offset < file.size) {
    const tag = await read(offset, 11)
    const length = (u8(tag, 1) << 16) | (u8(tag, 2) << 8) | u8(tag, 3)
    if (offset + 15 + length > file.size) return damaged('flv', { kind: 'ends-in-part' })
    if (![8, 9, 18].includes(u8(tag, 0) & 0x1F)) return damaged('flv', { kind: 'part-unreadable' })
    tags++
    offset += 15 + length
  }
  return tags === 0 ? damaged('flv', { kind: 'no-sound-nor-pictures' }) : reading('flv', { verified: 'structure' })
}

const CAF_CODECS: Record<string, string> = {
  'lpcm': 'pcm', 'aac ': 'aac', 'alac': 'alac', 'ima4': 'ima-adpcm', 'ulaw': 'mu-law', 'alaw': 'a-law', '.mp3': 'mp3',
}

async function readContainer(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
  const props: Props = {}
  if (startsWith(head, 'desc', 8) && head.length >= 52) setProps(props, {
    sampleRate: Math.round(view.getFloat64(20)), audioCodec: CAF_CODECS[latin1(head, 28, 32)] ?? latin1(head, 28, 32).trim(),
    channels: u32be(head, 44), bitDepth: u32be(head, 48) || undefined,
  })
  let offset = 8
  for (let chunks = 0; offset + 12 <= size && chunks < 10_000; chunks++) {
    const length = u64be(await file.read(offset + 4, 8), 0)
    // all ones on the last chunk: to the end of the file
    if (length > 2 ** 62) return reading('caf', { verified: 'structure', props })
    offset += 12 + length
  }
  return sized('caf', size, offset, { props })
}

const HYBRID_RATES = [6000, 8000, 9600, 11_025, 12_000, 16_000, 22_050, 24_000, 32_000, 44_100, 48_000, 64_000, 88_200, 96_000, 192_000]

/** Blocks with their lengths; the first states the number of samples. */
async function readHybrid(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const [samples, flags] = [u32le(head, 12), u32le(head, 24)]
  const rate = HYBRID_RATES[(flags >>> 23) & 15]
  const props: Props = { channels: flags & 4 ? 1 : 2 }
  setProps(props, { sampleRate: rate, duration: rate && samples < 0xFFFFFFFF ? thousandths(samples / rate) : undefined })
  let offset = 0
  let done = 0
  for (let blocks = 0; offset < size && blocks < 1_000_000; blocks++) {
    const block = await file.read(offset, 32)
    if (!startsWith(block, 'wvpk')) break
    offset += 8 + u32le(block, 4)
    // blocks of notes hold no samples
    if (u32le(block, 20) > 0) done = u32le(block, 16) + u32le(block, 20)
  }
  if (offset > size) return damaged('wv', { kind: 'ends-in-block' }, { props })
  return samples < 0xFFFFFFFF && done < samples
    ? damaged('wv', { kind: 'ends-early-sound', percent: Math.floor(100 * done / samples) }, { props })
    : reading('wv', { verified: 'structure', props })
}

/** AC-3 (ETSI TS 102 366 §4.3): 16-bit words a frame, by the two codes of the fifth byte. */
const SURROUND_BITS = [32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320, 384, 448, 512, 576, 640]
async function readSurround(file: FileBytes): Promise<Reading | null> {
  const read = cursor(file)
  const code = u8(file.head, 4)
  const [rate, bits] = [[48_000, 44_100, 32_000][code >> 6], SURROUND_BITS[(code & 0x3F) >> 1]]
  if (!rate || !bits) return null
  const props: Props = { sampleRate: rate, bitRate: bits * 1000 }
  let offset = 0
  let frames = 0
  while (offset < file.size) {
    const header = await read(offset, 6)
    const each = SURROUND_BITS[(u8(header, 4) & 0x3F) >> 1] ?? 0
    if (!startsWith(header, '\x0B\x77') || each === 0) return frames > 2 ? damaged('ac3', { kind: 'part-unreadable' }, { props }) : null
    // 1536 samples a frame in words of 16 bits; only at 44.1 kHz does the code's last bit round the word up
    offset += 2 * (Math.floor(each * 1000 * 1536 / rate / 16) + (rate === 44_100 ? u8(header, 4) & 1 : 0))
    frames++
  }
  return offset > file.size ? damaged('ac3', { kind: 'ends-in-frame' }, { props }) : reading('ac3', { verified: 'structure', props })
}

/** Samples a picture element, by the way colour is kept; else a quarter of each colour. */
const SAMPLES_A_DOT = [['444', 3], ['422', 2], ['mono', 1]] as const

/** Raw video: a line of parameters, then frames of one length. */
function readRaw({ head, size }: FileBytes): Reading {
  const line = latin1(head, 0, 512).split('\n')[0] ?? ''
  const [width, height] = [Number(/ W(\d+)/.exec(line)?.[1] ?? 0), Number(/ H(\d+)/.exec(line)?.[1] ?? 0)]
  const rate = / F(\d+):(\d+)/.exec(line)
  const colour = / C(\S+)/.exec(line)?.[1] ?? '420'
  const props: Props = { width, height }
  if (rate && Number(rate[2]) > 0) props.frameRate = thousandths(Number(rate[1]) / Number(rate[2]))
  const share = SAMPLES_A_DOT.find(([start]) => colour.startsWith(start))?.[1] ?? 1.5
  const frame = 6 + (share === 1.5 ? width * height + 2 * Math.ceil(width / 2) * Math.ceil(height / 2) : width * height * share)
  const plain = /^(?:420\w*|444|422|mono)$/.test(colour) && !colour.includes('p1')
  if (plain && width > 0 && (size - line.length - 1) % frame !== 0) return damaged('y4m', { kind: 'ends-in-picture' }, { props })
  return reading('y4m', { verified: plain ? 'structure' : 'signature', props })
}
