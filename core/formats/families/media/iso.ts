import { latin1, startsWith, u16be, u32be, u64be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { eachBox, topBoxes } from './boxes'
import { lengthOfFragments } from './fragments'
import { damaged, endsEarly, reading, setProps, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

type Props = Record<string, PropertyValue>

const BRANDS: readonly (readonly [brand: RegExp, id: string])[] = [
  [/^(?:avif|avis)/, 'avif'],
  [/^(?:heic|heix|hevc|hevx|heim|heis|mif1|msf1)/, 'heic'],
  [/^M4[AB] /, 'm4a'],
  [/^qt {2}/, 'mov'],
  [/^3g/, '3gp'],
  [/^crx /, 'cr3'],
]

/** The index is read whole up to this; past it only its beginning. */
const INDEX_READ = 16 * 1024 * 1024

/** ISO/IEC 14496-12 §4.2: top-level boxes are walked by their sizes; an index must be there, and what it points to as well. */
export async function readIsoMedia(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const typed = startsWith(head, 'ftyp', 4)
  const brand = typed ? latin1(head, 8, 12) : 'qt  '
  const compatible = typed ? latin1(head, 16, Math.min(u32be(head, 0), 256)) : ''
  let id = BRANDS.find(([pattern]) => pattern.test(brand))?.[1] ?? 'mp4'
  if (id === 'heic' && /^(?:mif1|msf1)/.test(brand) && /avi[fs]/.test(compatible)) id = 'avif'
  const { places, end } = await walkTop(file)
  if (!typed && !places.has('moov') && !places.has('mdat')) return null
  const movie = places.get('moov')
  const meta = places.get('meta')
  const props: Props = {}
  let reach = end
  let sound = false
  let zeros = false
  if (movie) {
    const index = await file.read(movie.at, Math.min(movie.length, INDEX_READ))
    const told = measureMovie(index)
    Object.assign(props, told.props)
    if (props.duration === undefined && places.has('moof')) {
      setProps(props, { duration: thousandths(await lengthOfFragments(file, index)) || undefined })
    }
    reach = Math.max(reach, told.reach)
    sound = told.sound && !told.video
    zeros = told.packed && await anyZeros(file, told.places)
  }
  else if (meta) {
    const told = measurePicture(await file.read(meta.at, Math.min(meta.length, INDEX_READ)))
    Object.assign(props, told.props)
    reach = Math.max(reach, told.reach)
    if (id === 'avif') props.animated = false
  }
  if (id === 'avif' && movie) props.animated = true
  // sound alone in the general box is what the sound extension was made for: both are right
  const ids = id === 'mp4' && sound ? ['m4a', 'mp4'] : [id]
  if (reach > size) return damaged(ids, endsEarly(size, reach), { props })
  if (!movie && !meta && !places.has('moof')) return damaged(ids, { kind: 'index-missing' }, { props })
  if (zeros) return damaged(ids, { kind: 'part-zeros' }, { props })
  return reading(ids, { verified: 'structure', props })
}

/** The first box of each type at the top, and where the last one ends. */
async function walkTop(file: FileBytes): Promise<{ places: Map<string, { at: number, length: number }>, end: number }> {
  const places = new Map<string, { at: number, length: number }>()
  let end = 0
  for await (const { type, at: offset, length } of topBoxes(file, 200_000)) {
    if (!/^[\x20-\x7E\xA9]{4}$/.test(type)) break
    if (!places.has(type)) places.set(type, { at: offset, length })
    end = offset + length
  }
  return { places, end }
}

interface Track {
  kind: string
  codec: string
  timescale: number
  duration: number
  samples: number
  props: Props
  chunks: number[]
  lastSize: number
}
interface Movie { props: Props, reach: number, sound: boolean, video: boolean, packed: boolean, places: number[] }

const CODECS: Record<string, string> = {
  'avc1': 'h264', 'avc3': 'h264', 'hvc1': 'hevc', 'hev1': 'hevc', 'av01': 'av1', 'vp09': 'vp9', 'mp4v': 'mpeg4', 'mp4a': 'aac',
  'ac-3': 'ac3', 'alac': 'alac', 'Opus': 'opus', 'fLaC': 'flac', 'samr': 'amr', 'sowt': 'pcm', 'twos': 'pcm', 'lpcm': 'pcm',
  'in24': 'pcm', 'jpeg': 'mjpeg', 'mjp4': 'mjpeg', '.mp3': 'mp3', 's263': 'h263', 'h263': 'h263',
}

function measureMovie(bytes: Uint8Array): Movie {
  const tracks: Track[] = []
  const props: Props = {}
  eachBox(bytes, 8, bytes.length, (type, start, end) => {
    if (type === 'mvhd') {
      const long = u8(bytes, start) === 1
      const [scale, length] = long ? [u32be(bytes, start + 20), u64be(bytes, start + 24)] : [u32be(bytes, start + 12), u32be(bytes, start + 16)]
      if (scale > 0 && length > 0 && length < 0xFFFFFFFF) props.duration = thousandths(length / scale)
    }
    if (type === 'trak' && tracks.length < 64) tracks.push(measureTrack(bytes, start, end))
  })
  const video = tracks.find(track => track.kind === 'vide')
  const sound = tracks.find(track => track.kind === 'soun')
  if (video) {
    Object.assign(props, video.props)
    setProps(props, { videoCodec: CODECS[video.codec] ?? video.codec.trim().toLowerCase() })
    const seconds = video.duration / Math.max(1, video.timescale)
    if (seconds > 0 && video.samples > 0) props.frameRate = thousandths(video.samples / seconds)
  }
  if (sound) {
    Object.assign(props, sound.props)
    setProps(props, { audioCodec: CODECS[sound.codec] ?? sound.codec.trim().toLowerCase() })
  }
  const main = video ?? sound
  return {
    props, sound: sound !== undefined, video: video !== undefined,
    reach: Math.max(0, ...tracks.map(track => (track.chunks.length > 0 ? Math.max(...track.chunks.slice(-1)) + track.lastSize : 0))),
    packed: main !== undefined && CODECS[main.codec] !== undefined && CODECS[main.codec] !== 'pcm',
    places: main
      ? [0.25, 0.5, 0.75, 1].map(share => main.chunks[Math.min(main.chunks.length - 1, Math.floor(main.chunks.length * share))] ?? -1)
      : [],
  }
}

function measureTrack(bytes: Uint8Array, from: number, to: number): Track {
  const track: Track = { kind: '', codec: '', timescale: 0, duration: 0, samples: 0, props: {}, chunks: [], lastSize: 1 }
  const look = (type: string, start: number, end: number): void => {
    if (['mdia', 'minf', 'stbl'].includes(type)) eachBox(bytes, start, end, look)
    const long = u8(bytes, start) === 1
    if (type === 'mdhd') [track.timescale, track.duration] = long
      ? [u32be(bytes, start + 20), u64be(bytes, start + 24)]
      : [u32be(bytes, start + 12), u32be(bytes, start + 16)]
    if (type === 'hdlr' && track.kind === '') track.kind = latin1(bytes, start + 8, start + 12)
    if (type === 'stsd') {
      track.codec = latin1(bytes, start + 12, start + 16)
      const entry = start + 8
      if (track.kind === 'vide') track.props = { width: u16be(bytes, entry + 32), height: u16be(bytes, entry + 34) }
      if (track.kind === 'soun') track.props = { channels: channelsOf(bytes, entry, end), sampleRate: u32be(bytes, entry + 32) >>> 16 }
    }
    if (type === 'stsz') {
      track.samples = u32be(bytes, start + 8)
      track.lastSize = u32be(bytes, start + 4) || (start + 12 + 4 * track.samples <= end ? u32be(bytes, start + 8 + 4 * track.samples) : 1)
    }
    if (type === 'stco' || type === 'co64') {
      const each = type === 'stco' ? 4 : 8
      const count = Math.min(u32be(bytes, start + 4), Math.floor((end - start - 8) / each))
      for (let i = 0; i < count; i++) track.chunks.push(each === 4 ? u32be(bytes, start + 8 + 4 * i) : u64be(bytes, start + 8 + 8 * i))
    }
  }
  eachBox(bytes, from, to, look)
  return track
}

/** Channels of a sound track: many writers put 2 into the entry whatever the sound; the decoder's own settings tell (14496-3 §1.6.2.1). */
function channelsOf(bytes: Uint8Array, entry: number, end: number): number {
  const stated = u16be(bytes, entry + 24)
  for (let offset = entry + 36; offset + 16 < Math.min(end, entry + 512); offset++) {
    if (!startsWith(bytes, 'esds', offset)) continue
    // descriptor 5 holds the settings; each length is one to four bytes, all but the last with the top bit set
    for (let place = offset + 8; place < Math.min(end, offset + 64); place++) {
      if (u8(bytes, place) !== 5) continue
      let start = place + 1
      while (u8(bytes, start) & 0x80 && start < place + 4) start++
      const settings = u16be(bytes, start + 1)
      const configuration = (settings >> 3) & 15
      return settings >> 11 <= 5 && configuration > 0 && configuration < 8 && (settings >> 7 & 15) !== 15
        ? [0, 1, 2, 3, 4, 5, 6, 8][configuration] ?? stated
        : stated
    }
  }
  return stated
}

/** Whether packed sound or pictures begin with nothing but zeros somewhere, as in a download that was never finished. */
async function anyZeros(file: FileBytes, places: readonly number[]): Promise<boolean> {
  for (const place of places) {
    if (place < 0 || place >= file.size) continue
    const bytes = await file.read(place, 48)
    if (bytes.length === 48 && bytes.every(byte => byte === 0)) return true
  }
  return false
}

/** ISO/IEC 23008-12: largest stated picture size, depth, and how far the items reach. */
function measurePicture(bytes: Uint8Array): { props: Props, reach: number } {
  const props: Props = {}
  let reach = 0
  eachBox(bytes, 12, bytes.length, (type, start, end) => {
    if (type === 'iprp') {
      eachBox(bytes, start, end, (inner, from, to) => {
        if (inner !== 'ipco') return
        eachBox(bytes, from, to, (property, place) => {
          if (property === 'ispe' && u32be(bytes, place + 4) * u32be(bytes, place + 8) > Number(props.width ?? 0) * Number(props.height ?? 0)) {
            Object.assign(props, { width: u32be(bytes, place + 4), height: u32be(bytes, place + 8) })
          }
          if (property === 'pixi' && props.depth === undefined) props.depth = u8(bytes, place + 5)
        })
      })
    }
    if (type === 'iloc') reach = Math.max(reach, reachOfItems(bytes, start, end))
  })
  return { props, reach }
}

const NUMBERS: Record<number, (bytes: Uint8Array, offset: number) => number> = { 4: u32be, 8: u64be }

/** Item locations (14496-12 §8.11.3), those that count from the start of the file. */
function reachOfItems(bytes: Uint8Array, start: number, end: number): number {
  const version = u8(bytes, start)
  const [offsetSize, lengthSize] = [u8(bytes, start + 4) >> 4, u8(bytes, start + 4) & 15]
  const [baseSize, indexSize] = [u8(bytes, start + 5) >> 4, version > 0 ? u8(bytes, start + 5) & 15 : 0]
  const number = (offset: number, size: number) => NUMBERS[size]?.(bytes, offset) ?? 0
  const items = version < 2 ? u16be(bytes, start + 6) : u32be(bytes, start + 6)
  let position = start + (version < 2 ? 8 : 10)
  let reach = 0
  for (let i = 0; i < items && position < end; i++) {
    position += version < 2 ? 2 : 4
    const method = version > 0 ? u16be(bytes, position) & 15 : 0
    if (version > 0) position += 2
    position += 2
    const base = number(position, baseSize)
    position += baseSize
    const extents = u16be(bytes, position)
    position += 2
    for (let j = 0; j < extents && position < end; j++) {
      position += indexSize
      const [offset, length] = [number(position, offsetSize), number(position + offsetSize, lengthSize)]
      position += offsetSize + lengthSize
      if (method === 0) reach = Math.max(reach, base + offset + length)
    }
  }
  return reach
}
