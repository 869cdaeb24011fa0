import { latin1, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading, setProps, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Element numbers of RFC 9559 §5.1. */
const SEGMENT = 0x18538067
const INFO = 0x1549A966
const TRACKS = 0x1654AE6B
const CLUSTER = 0x1F43B675

interface Element { id: number, start: number, length: number | null }

/** EBML (RFC 8794 §4): a number whose first bits tell its length; all ones for a length mean unknown. */
function elementAt(bytes: Uint8Array, offset: number): Element | null {
  const idLength = Math.clz32(u8(bytes, offset)) - 23
  if (idLength < 1 || idLength > 4) return null
  let id = 0
  for (let i = 0; i < idLength; i++) id = id * 256 + u8(bytes, offset + i)
  const sizeLength = Math.clz32(u8(bytes, offset + idLength)) - 23
  if (sizeLength < 1 || sizeLength > 8) return null
  let length = u8(bytes, offset + idLength) & (0xFF >> sizeLength)
  let unknown = length === (0xFF >> sizeLength)
  for (let i = 1; i < sizeLength; i++) {
    const byte = u8(bytes, offset + idLength + i)
    length = length * 256 + byte
    unknown &&= byte === 0xFF
  }
  return { id, start: idLength + sizeLength, length: unknown ? null : length }
}

/** Matroska and WebM: the segment states its length, its parts theirs; a live recording states none. */
export async function readMatroska(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const header = elementAt(head, 0)
  if (!header || header.length === null) return null
  const type = /\x42\x82[\x80-\xFF]([a-z]+)/.exec(latin1(head, 0, header.start + header.length))?.[1] ?? ''
  if (type !== 'webm' && type !== 'matroska') return null
  const props: Record<string, PropertyValue> = {}
  const segmentAt = header.start + header.length
  const segment = elementAt(await file.read(segmentAt, 16), 0)
  if (segment?.id !== SEGMENT) return damaged(type === 'webm' ? 'webm' : 'mkv', { kind: 'ends-in-header' }, { props })
  let offset = segmentAt + segment.start
  const end = segment.length === null ? null : offset + segment.length
  let clusters = 0
  for (let parts = 0; parts < 200_000 && offset < size; parts++) {
    const part = elementAt(await file.read(offset, 16), 0)
    if (!part) break
    if (part.id === INFO || part.id === TRACKS) measure(await file.read(offset + part.start, Math.min(part.length ?? 0, 256 * 1024)), part.id, props)
    if (part.id === CLUSTER) clusters++
    if (part.length === null) break
    offset += part.start + part.length
  }
  const soundOnly = props.videoCodec === undefined && props.audioCodec !== undefined
  const own = soundOnly ? ['mka', 'mkv'] : 'mkv'
  const id = type === 'webm' ? 'webm' : own
  const reach = Math.max(end ?? 0, end === null && offset > size ? offset : 0)
  if (reach > size) return damaged(id, endsEarly(size, reach), { props })
  if (clusters === 0) return damaged(id, { kind: 'no-sound-nor-pictures' }, { props })
  if (end !== null && offset < end - 16) return damaged(id, { kind: 'part-unreadable' }, { props })
  return reading(id, { verified: 'structure', props })
}

/** Values of the information and of the tracks (§5.1.2, §5.1.4). */
function measure(bytes: Uint8Array, kind: number, props: Record<string, PropertyValue>): void {
  let scale = 1_000_000
  let duration = 0
  const number = (start: number, length: number) => {
    let value = 0
    for (let i = 0; i < Math.min(8, length); i++) value = value * 256 + u8(bytes, start + i)
    return value
  }
  const real = (start: number, length: number) => {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
    if (start + length > bytes.length) return Number.NaN
    if (length === 4) return view.getFloat32(start)
    return length === 8 ? view.getFloat64(start) : Number.NaN
  }
  function walk(from: number, to: number, depth: number): void {
    for (let offset = from, steps = 0; offset < to && steps < 5000; steps++) {
      const element = elementAt(bytes, offset)
      if (!element || element.length === null) return
      const [start, length] = [offset + element.start, element.length]
      switch (element.id) {
        case 0xAE: case 0xE0: case 0xE1: if (depth < 4) walk(start, Math.min(to, start + length), depth + 1); break
        case 0x2AD7B1: scale = number(start, length); break
        case 0x4489: duration = real(start, length); break
        case 0x86: {
          const codec = latin1(bytes, start, Math.min(start + length, start + 32)).replace(/\0.*$/, '')
          if (codec.startsWith('V_')) setProps(props, { videoCodec: CODECS[codec] ?? codec.slice(2).toLowerCase() })
          // one channel is what is left out (§5.1.4.1.29.3)
          if (codec.startsWith('A_')) setProps(props, { channels: props.channels ?? 1 })
          if (codec.startsWith('A_')) setProps(props, { audioCodec: CODECS[codec] ?? codec.slice(2).toLowerCase() })
          break
        }
        case 0xB0: setProps(props, { width: number(start, length) }); break
        case 0xBA: setProps(props, { height: number(start, length) }); break
        case 0xB5: setProps(props, { sampleRate: Math.round(real(start, length)) }); break
        // the rate that is heard, where the codec doubles it
        case 0x78B5: setProps(props, { sampleRate: Math.round(real(start, length)) }); break
        case 0x9F: setProps(props, { channels: number(start, length) }); break
        default:
      }
      offset = start + length
    }
  }
  walk(0, bytes.length, 0)
  if (kind === INFO && duration > 0) setProps(props, { duration: thousandths(duration * scale / 1e9) })
}

const CODECS: Record<string, string> = {
  'V_MPEG4/ISO/AVC': 'h264', 'V_MPEGH/ISO/HEVC': 'hevc', 'V_AV1': 'av1', 'V_VP8': 'vp8', 'V_VP9': 'vp9', 'A_AAC': 'aac',
  'A_OPUS': 'opus', 'A_VORBIS': 'vorbis', 'A_FLAC': 'flac', 'A_MPEG/L3': 'mp3', 'A_AC3': 'ac3',
}
