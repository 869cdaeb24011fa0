import { FORWARD_CRC32 } from '../../../bytes/checksum'
import { cursor } from '../../../bytes/cursor'
import { latin1, startsWith, u16le, u32be, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Proof } from '../../family'
import { damaged, reading, setProps, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Ogg (RFC 3533 §6): pages are walked to the end, each held against its checksum; the first packets name the codecs. */
export async function readOgg(file: FileBytes, proof: Proof): Promise<Reading> {
  const { head, size } = file
  const { id, props, rate, skip } = measure(head)
  const read = cursor(file)
  let offset = 0
  let granule = 0
  let pages = 0
  while (offset < size) {
    const header = await read(offset, 282)
    if (!startsWith(header, 'OggS\0')) {
      // tags that other programs append are no part of the stream
      if (pages > 0 && (startsWith(header, 'TAG') || startsWith(header, 'ID3') || startsWith(header, 'APETAG'))) break
      // nor are a few bytes that no page could be
      if (pages > 0 && size - offset < 27 && u8(header, 0) !== 0x4F) break
      return damaged(id, { kind: 'part-unreadable' }, { props })
    }
    const segments = u8(header, 26)
    let length = 27 + segments
    for (let i = 0; i < segments; i++) length += u8(header, 27 + i)
    if (offset + length > size) return damaged(id, { kind: 'ends-in-page' }, { props })
    if (proof.checksums && checksum(await read(offset, length)) !== u32le(header, 22)) {
      return damaged(id, { kind: 'page-checksum' }, { props, verified: 'checksum' })
    }
    const position = u64le(header, 6)
    // all ones mark a page on which no packet ends
    if (u32le(header, 10) !== 0xFFFFFFFF) granule = Math.max(granule, position)
    pages++
    offset += length
  }
  if (rate > 0 && granule > 0) props.duration = thousandths(Math.max(0, granule - skip) / rate)
  return reading(id, { verified: proof.checksums ? 'checksum' : 'structure', props })
}

/** First packets: Vorbis I §4.2.2, RFC 7845 §5.1, Theora §6.2, Speex manual §7.2, Ogg FLAC mapping. */
function measure(head: Uint8Array): { id: string, props: Record<string, PropertyValue>, rate: number, skip: number } {
  const props: Record<string, PropertyValue> = {}
  const text = latin1(head, 0, 4096)
  const data = 27 + u8(head, 26)
  const first = head.subarray(data)
  if (text.includes('\x80theora')) {
    const offset = text.indexOf('\x80theora')
    const [over, under] = [u32be(head, offset + 22), u32be(head, offset + 26)]
    setProps(props, {
      videoCodec: 'theora', width: (u8(head, offset + 14) << 16) | (u8(head, offset + 15) << 8) | u8(head, offset + 16),
      height: (u8(head, offset + 17) << 16) | (u8(head, offset + 18) << 8) | u8(head, offset + 19),
      frameRate: under > 0 ? thousandths(over / under) : undefined,
    })
    const sound = text.indexOf('\x01vorbis')
    if (sound >= 0) setProps(props, { audioCodec: 'vorbis', channels: u8(head, sound + 11), sampleRate: u32le(head, sound + 12) })
    return { id: 'ogv', props, rate: 0, skip: 0 }
  }
  if (startsWith(first, 'OpusHead')) {
    // the rate it was recorded at is a note: what is decoded has always this one (RFC 7845 §5.1)
    setProps(props, { audioCodec: 'opus', channels: u8(first, 9), sampleRate: 48_000 })
    return { id: 'opus', props, rate: 48_000, skip: u16le(first, 10) }
  }
  if (startsWith(first, '\x01vorbis')) {
    setProps(props, { audioCodec: 'vorbis', channels: u8(first, 11), sampleRate: u32le(first, 12) })
    return { id: 'ogg', props, rate: u32le(first, 12), skip: 0 }
  }
  if (startsWith(first, 'Speex   ')) {
    setProps(props, { audioCodec: 'speex', sampleRate: u32le(first, 36), channels: u32le(first, 48) })
    return { id: 'spx', props, rate: u32le(first, 36), skip: 0 }
  }
  if (startsWith(first, '\x7FFLAC')) {
    const bits = u32be(first, 27)
    setProps(props, { audioCodec: 'flac', sampleRate: bits >>> 12, channels: ((bits >>> 9) & 7) + 1 })
    return { id: 'ogg', props, rate: bits >>> 12, skip: 0 }
  }
  return { id: 'ogg', props, rate: 0, skip: 0 }
}

/** CRC-32 with polynomial 0x04C11DB7, not reflected, over the page with its own checksum field as zeros. */
function checksum(page: Uint8Array): number {
  let value = 0
  for (let i = 0; i < page.length; i++) {
    const byte = i >= 22 && i < 26 ? 0 : page[i] ?? 0
    value = ((value << 8) ^ (FORWARD_CRC32[((value >>> 24) ^ byte) & 255] ?? 0)) >>> 0
  }
  return value
}
