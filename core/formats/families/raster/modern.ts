import { indexOf, latin1, startsWith, u32be, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { topBoxes } from '../media/boxes'
import { damaged, endsEarly, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

type Props = Record<string, PropertyValue>

/** Walks length-prefixed boxes (ISO/IEC 15444-1 annex I, 18181-2); says how far they reach and where those of a kind are. */
async function walkBoxes(file: FileBytes): Promise<{ reach: number, at: Map<string, number> }> {
  const offsets = new Map<string, number>()
  let reach = 0
  for await (const { type, at: offset, length } of topBoxes(file, 10_000)) {
    if (!offsets.has(type)) offsets.set(type, offset)
    reach = offset + length
  }
  return { reach, at: offsets }
}

/** JPEG 2000 (ISO/IEC 15444-1): boxes, or the bare codestream from SIZ to EOC. */
export async function readJpeg2000(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  let stream = 0
  // the picture alone, and in its boxes
  const id = startsWith(head, '\xFF\x4F') ? 'j2k' : 'jp2'
  if (id === 'jp2') {
    const { reach, at: offsets } = await walkBoxes(file)
    const boxed = offsets.get('jp2c')
    if (reach > size) return damaged('jp2', endsEarly(size, reach))
    if (boxed === undefined) return damaged('jp2', { kind: 'no-picture' })
    stream = boxed + (u32be(await file.read(boxed, 4), 0) === 1 ? 16 : 8)
  }
  const siz = await file.read(stream, 64)
  const props: Props = { width: u32be(siz, 8) - u32be(siz, 16), height: u32be(siz, 12) - u32be(siz, 20), depth: (u8(siz, 42) & 0x7F) + 1 }
  if (!startsWith(siz, '\xFF\x4F\xFF\x51')) return damaged(id, { kind: 'picture-unreadable' })
  const tail = await file.tail()
  if (indexOf(tail, '\xFF\xD9', Math.max(0, tail.length - 65_536)) < 0) return damaged(id, { kind: 'end-marker-missing' }, { props })
  return reading(id, { verified: 'structure', props })
}

/** JPEG XL (ISO/IEC 18181-1 §D.2 size header): the boxed form proves its lengths, the bare codestream only its header. */
export async function readJpegXl(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  let stream = head
  if (!startsWith(head, '\xFF\x0A')) {
    const { reach, at: offsets } = await walkBoxes(file)
    if (reach > size) return damaged('jxl', endsEarly(size, reach))
    const whole = offsets.get('jxlc')
    const partial = offsets.get('jxlp')
    if (whole === undefined && partial === undefined) return damaged('jxl', { kind: 'no-picture' })
    stream = await file.read(whole === undefined ? (partial ?? 0) + 12 : whole + 8, 64)
  }
  let bit = 16
  const bits = (count: number) => {
    let value = 0
    for (let i = 0; i < count; i++, bit++) value += ((u8(stream, bit >> 3) >> (bit & 7)) & 1) * 2 ** i
    return value
  }
  const choose = () => [9, 13, 18, 30][bits(2)] ?? 9
  const eighths = bits(1) === 1
  const height = eighths ? (bits(5) + 1) * 8 : bits(choose()) + 1
  const ratio = bits(3)
  const [over = 1, under = 1] = [[1, 1], [1, 1], [12, 10], [4, 3], [3, 2], [16, 9], [5, 4], [2, 1]][ratio] ?? []
  const ownWidth = () => (eighths ? (bits(5) + 1) * 8 : bits(choose()) + 1)
  const width = ratio > 0 ? Math.floor(height * over / under) : ownWidth()
  return reading('jxl', { verified: startsWith(head, '\xFF\x0A') ? 'signature' : 'structure', props: { width, height } })
}

/** Scan lines a block, by the number of the packing (published file layout of the format). */
const BLOCK_LINES = [1, 1, 1, 16, 32, 16, 32, 32, 32, 256]

/** High dynamic range image: attributes, then the table of blocks, whose last must lie within the file. */
export async function readHighRange(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const props: Props = {}
  let [top, bottom, lines] = [0, 0, 1]
  let tiles: { across: number, up: number, single: boolean } | null = null
  let offset = 8
  for (let attributes = 0; attributes < 1000; attributes++) {
    const bytes = await file.read(offset, 600)
    if (bytes.length === 0) return damaged('exr', { kind: 'ends-in-header' }, { version: '2', props })
    if (u8(bytes, 0) === 0) break
    const name = bytes.indexOf(0)
    const type = bytes.indexOf(0, name + 1)
    if (name < 0 || type < 0) return damaged('exr', { kind: 'header-unreadable' }, { version: '2' })
    const length = u32le(bytes, type + 1)
    const value = bytes.subarray(type + 5)
    if (latin1(bytes, 0, name) === 'dataWindow') {
      [top, bottom] = [u32le(value, 4) | 0, u32le(value, 12) | 0]
      props.width = (u32le(value, 8) | 0) - (u32le(value, 0) | 0) + 1
      props.height = bottom - top + 1
    }
    if (latin1(bytes, 0, name) === 'tiles') tiles = { across: u32le(value, 0), up: u32le(value, 4), single: (u8(value, 8) & 15) === 0 }
    if (latin1(bytes, 0, name) === 'compression') lines = BLOCK_LINES[u8(value, 0)] ?? 1
    offset += type + 5 + length
  }
  const rest = { version: String(u8(head, 4)), props }
  // deep and many-part files (bits 11, 12 of the version field) and tiles in several sizes order their tables otherwise
  if ((u8(head, 5) & 0x18) !== 0 || (tiles && !tiles.single)) return reading('exr', rest)
  const blocks = tiles
    ? Math.ceil(Number(props.width) / Math.max(1, tiles.across)) * Math.ceil(Number(props.height) / Math.max(1, tiles.up))
    : Math.ceil((bottom - top + 1) / lines)
  if (!(blocks > 0 && blocks < 1_000_000)) return damaged('exr', { kind: 'header-unreadable' }, rest)
  const table = await file.read(offset + 1, blocks * 8)
  if (table.length < blocks * 8) return damaged('exr', { kind: 'ends-in-table' }, rest)
  let reach = 0
  let last = 0
  for (let i = 0; i < blocks; i++) last = Math.max(last, u64le(table, i * 8))
  reach = last + (tiles ? 20 + u32le(await file.read(last + 16, 4), 0) : 8 + u32le(await file.read(last + 4, 4), 0))
  if (last === 0 || reach > size) return damaged('exr', last === 0 ? { kind: 'blocks-never-written' } : endsEarly(size, reach), rest)
  return reading('exr', { verified: 'structure', ...rest })
}

/** QOI specification 1.0: header of 14 bytes, closing seven zeros and a one. */
export async function readQuick(file: FileBytes): Promise<Reading> {
  const { head } = file
  const props: Props = { width: u32be(head, 4), height: u32be(head, 8), colorModel: 'rgb' }
  const end = (await file.tail()).slice(-8)
  if (![0, 0, 0, 0, 0, 0, 0, 1].every((byte, i) => end[i] === byte)) return damaged('qoi', { kind: 'closing-bytes-missing' }, { props })
  return reading('qoi', { verified: 'structure', props })
}
