import { latin1, startsWith, u16be, u16le, u32be, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading, setProps, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

type Props = Record<string, PropertyValue>

interface Chunk { type: string, at: number, length: number, start: Uint8Array }

/** Lengths a recorder leaves behind that was stopped hard, or that wrote to a pipe: they say nothing. */
const unset = (length: number) => length === 0 || length >= 0xFFFFFF00

/** RIFF: every chunk states its length; the form type says what it is. */
export async function readRiff(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const form = latin1(head, 8, 12)
  const id = ({ 'WAVE': 'wav', 'WEBP': 'webp', 'AVI ': 'avi', 'sfbk': 'sf2', 'RMID': 'mid' } as Record<string, string>)[form]
    ?? (/^CDR/i.test(form) ? 'cdr' : null)
  if (!id) return null
  const long = startsWith(head, 'RIFX') ? u32be : u32le
  const chunks: Chunk[] = []
  let offset = 12
  let large: number | null = null
  for (let count = 0; offset + 8 <= size && count < 5000; count++) {
    const start = await file.read(offset, 64)
    const chunk = { type: latin1(start, 0, 4), at: offset, length: long(start, 4), start }
    // RF64 (EBU Tech 3306): the real length of the data stands in ds64
    if (chunk.type === 'ds64') large = u64le(start, 16)
    if (chunk.type === 'data' && chunk.length === 0xFFFFFFFF && large !== null) chunk.length = large
    if (!/^[\x20-\x7E]{4}$/.test(chunk.type)) break
    chunks.push(chunk)
    if (chunk.type === 'data' && unset(chunk.length)) {
      offset = size
      break
    }
    offset += 8 + chunk.length + (chunk.length & 1)
  }
  const { props, version = null } = await measureForm(id, form, file, chunks)
  const stated = long(head, 4) + 8
  // an odd last chunk may lack its padding byte
  const reach = Math.max(offset - 1, id === 'wav' || unset(long(head, 4)) || startsWith(head, 'RF64') ? 0 : stated)
  if (reach > size) return damaged(id, endsEarly(size, reach), { props, version })
  if (id === 'wav' && !chunks.some(chunk => chunk.type === 'data')) return damaged(id, { kind: 'no-sound' }, { props })
  if (id === 'wav' && await breaksOff(file, chunks.find(chunk => chunk.type === 'data'))) return damaged(id, { kind: 'last-part-zeros' }, { props })
  return reading(id, { verified: 'structure', props, version })
}

/** Whether sound stops in full swing and nothing but zeros follow for a third of it, to the last byte: silence sets in otherwise. */
async function breaksOff(file: FileBytes, data: Chunk | undefined): Promise<boolean> {
  const tail = await file.tail()
  if (!data || tail.at(-1) !== 0) return false
  const begins = data.at + 8
  const third = Math.ceil((file.size - begins) / 3)
  if (third < 256 || !tail.subarray(-Math.min(third, tail.length)).every(byte => byte === 0)) return false
  let [low, high] = [begins, file.size]
  // zeros reach to the end: where they begin is found by halving
  while (high - low > 512) {
    const middle = Math.floor((low + high) / 2)
    const all = (await file.read(middle, Math.min(4096, file.size - middle))).every(byte => byte === 0)
    if (all) high = middle
    else low = middle
  }
  const before = await file.read(Math.max(begins, low - 512), high - Math.max(begins, low - 512))
  let end = before.length
  while (end > 0 && before[end - 1] === 0) end--
  const last = before.subarray(Math.max(0, end - 128), end)
  return last.length === 128 && last.filter(byte => byte === 0).length < 16
}

async function measureForm(id: string, form: string, file: FileBytes, chunks: readonly Chunk[]): Promise<{ props: Props, version?: string | null }> {
  switch (id) {
    case 'wav': return measureWave(chunks, file.size, startsWith(file.head, 'RIFX'))
    case 'webp': return { props: measureWebp(chunks) }
    case 'avi': return { props: await measureAvi(file, chunks) }
    case 'cdr': return { props: {}, version: form.slice(3).trim() }
    default: return { props: {} }
  }
}

const WAVE_CODECS: Record<number, string> = {
  1: 'pcm', 2: 'adpcm', 3: 'pcm-float', 6: 'a-law', 7: 'mu-law', 0x11: 'ima-adpcm', 0x50: 'mp2', 0x55: 'mp3',
}

function measureWave(chunks: readonly Chunk[], size: number, big: boolean): { props: Props, version?: string } {
  const [short, long] = big ? [u16be, u32be] : [u16le, u32le]
  const props: Props = {}
  const format = chunks.find(chunk => chunk.type === 'fmt ')?.start
  if (!format) return { props }
  // the extensible form names its real codec in the first two bytes of a GUID
  const tag = short(format, 8) === 0xFFFE ? short(format, 32) : short(format, 8)
  const rate = long(format, 16)
  setProps(props, {
    channels: short(format, 10), sampleRate: long(format, 12), bitRate: rate * 8, bitDepth: short(format, 22) || undefined,
    audioCodec: WAVE_CODECS[tag] ?? `0x${tag.toString(16)}`,
  })
  const data = chunks.find(chunk => chunk.type === 'data')
  const frames = chunks.find(chunk => chunk.type === 'fact')?.start
  if (data && rate > 0) {
    const length = Math.min(unset(data.length) && data.length !== 0 ? Infinity : data.length, size - data.at - 8)
    props.duration = tag !== 1 && tag !== 3 && frames ? thousandths(long(frames, 8) / Math.max(1, long(format, 12))) : thousandths(length / rate)
  }
  return { props }
}

/** RFC 9649 §2.4–2.7: three ways to state the canvas; `VP8L` is the lossless form. */
function measureWebp(chunks: readonly Chunk[]): Props {
  const props: Props = { animated: chunks.some(chunk => chunk.type === 'ANIM') }
  const [first] = chunks
  if (!first) return props
  const { start } = first
  if (first.type === 'VP8X') {
    Object.assign(props, { width: 1 + u16le(start, 12) + (u8(start, 14) << 16), height: 1 + u16le(start, 15) + (u8(start, 17) << 16) })
  }
  if (first.type === 'VP8 ') Object.assign(props, { width: u16le(start, 14) & 0x3FFF, height: u16le(start, 16) & 0x3FFF })
  if (first.type === 'VP8L') {
    const bits = u32le(start, 9)
    Object.assign(props, { width: 1 + bits % 0x4000, height: 1 + Math.floor(bits / 0x4000) % 0x4000 })
  }
  if (chunks.some(chunk => chunk.type === 'VP8 ')) props.lossy = true
  else if (chunks.some(chunk => chunk.type === 'VP8L')) props.lossy = false
  return props
}

async function measureAvi(file: FileBytes, chunks: readonly Chunk[]): Promise<Props> {
  const props: Props = {}
  const list = chunks.find(chunk => chunk.type === 'LIST' && startsWith(chunk.start, 'hdrl', 8))
  if (!list) return props
  const header = await file.read(list.at + 12, Math.min(list.length, 65_536))
  const main = header.subarray(8)
  const [micro, frames] = [u32le(main, 0), u32le(main, 16)]
  setProps(props, {
    width: u32le(main, 32), height: u32le(main, 36), frameRate: micro > 0 ? thousandths(1e6 / micro) : undefined,
    duration: micro > 0 && frames > 0 ? thousandths(frames * micro / 1e6) : undefined,
  })
  const text = latin1(header)
  const video = text.indexOf('strh')
  const codec = text.indexOf('vids')
  if (video >= 0 && codec >= 0) {
    setProps(props, { videoCodec: latin1(header, codec + 4, codec + 8).replace(/[^\x21-\x7E]/g, '').toLowerCase() || undefined })
  }
  const sound = text.indexOf('strf', Math.max(0, text.indexOf('auds')))
  if (text.includes('auds') && sound >= 0) setProps(props, { channels: u16le(header, sound + 10), sampleRate: u32le(header, sound + 12) })
  return props
}
