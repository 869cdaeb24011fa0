import { latin1, startsWith, u16be, u16le, u32be, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, reading, sized } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

type Props = Record<string, PropertyValue>

/** Packed pictures are walked in memory up to this length; longer ones are taken as they are. */
const PACKED_READ = 24 * 1024 * 1024

/** Bits a colour where a whole point has more than eight: sixteen are shared by three. */
const perColour = (bits: number) => (bits === 16 ? 5 : 8)

/** Bitmap: file header of 14 bytes, then an information header whose length tells its form. */
export function readBitmap({ head, size }: FileBytes): Reading | null {
  const [data, header] = [u32le(head, 10), u32le(head, 14)]
  if (![12, 16, 40, 52, 56, 64, 108, 124].includes(header) || data < 14 + header) return null
  const short = header === 12
  const width = short ? u16le(head, 18) : u32le(head, 18)
  const height = short ? u16le(head, 20) : Math.abs(u32le(head, 22) | 0)
  const bits = short ? u16le(head, 24) : u16le(head, 28)
  const packing = short ? 0 : u32le(head, 30)
  const props: Props = { width, height, depth: bits > 8 ? perColour(bits) : bits, colorModel: bits <= 8 ? 'indexed' : 'rgb' }
  const dots = u32le(head, 38)
  if (!short && dots > 0) props.resolution = Math.round(dots * 0.0254)
  const stated = data + (packing === 0 || packing === 3 || packing === 6 ? Math.floor((bits * width + 31) / 32) * 4 * height : u32le(head, 34))
  return sized('bmp', size, stated, { props })
}

/** The same without the file header, as it stands in memory: colours follow at once, then the points. */
export function readLooseBitmap({ head, size }: FileBytes): Reading {
  const [width, height, bits, packing, used] = [u32le(head, 4), u32le(head, 8), u16le(head, 14), u32le(head, 16), u32le(head, 32)]
  const colours = bits <= 8 ? 4 * (used || 2 ** bits) : 0
  const points = packing === 0 || packing === 3 ? Math.floor((bits * width + 31) / 32) * 4 * height : u32le(head, 20)
  const props = { width, height, depth: bits > 8 ? perColour(bits) : bits, colorModel: bits <= 8 ? 'indexed' : 'rgb' }
  return sized('bmp', size, 40 + colours + (packing === 3 ? 12 : 0) + points, { props })
}

/** Icon and pointer: a directory of pictures, each with length and place. */
export async function readIcon(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const count = u16le(head, 4)
  if (count > 256) return null
  const id = u16le(head, 2) === 1 ? 'ico' : 'cur'
  const props: Props = { width: 0, height: 0 }
  let reach = 6 + 16 * count
  for (let i = 0; i < count; i++) {
    const offset = 6 + 16 * i
    const [length, place] = [u32le(head, offset + 8), u32le(head, offset + 12)]
    if (u8(head, offset + 3) !== 0 || length < 16 || place < 6 + 16 * count) return null
    // the picture is a bitmap header or a whole PNG
    const start = await file.read(place, 24)
    const packed = startsWith(start, '\x89PNG')
    // two telling bytes are soon met by chance: a picture must be there to believe them
    if (start.length < 24 ? i === 0 : u32le(start, 0) !== 40 && u32le(start, 0) !== 12 && !packed) return null
    props.width = Math.max(Number(props.width), packed ? u32be(start, 16) : u8(head, offset) || 256)
    props.height = Math.max(Number(props.height), packed ? u32be(start, 20) : u8(head, offset + 1) || 256)
    reach = Math.max(reach, place + length)
  }
  return sized(id, size, reach, { props })
}

const MAPS: Record<string, string> = { 1: 'pbm', 2: 'pgm', 3: 'ppm', 4: 'pbm', 5: 'pgm', 6: 'ppm', 7: 'pam', F: 'pfm', f: 'pfm' }

/** Portable maps: numbers as text, comments from `#`, then samples as text or bytes. */
export async function readMap(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const text = latin1(head, 0, 4096)
  const kind = text.charAt(1)
  const id = MAPS[kind] ?? 'ppm'
  if (id === 'pam') {
    const lines = /^P7\n([\s\S]*?)ENDHDR\n/.exec(text)
    if (!lines) return null
    const value = (name: string) => Number(new RegExp(`^${name}\\s+(\\d+)`, 'm').exec(lines[1] ?? '')?.[1] ?? 0)
    const [width, height] = [value('WIDTH'), value('HEIGHT')]
    return sized(id, size, lines[0].length + width * height * value('DEPTH') * (value('MAXVAL') > 255 ? 2 : 1), { props: { width, height } })
  }
  const numbers: number[] = []
  const wanted = id === 'pbm' ? 2 : 3
  let offset = 2
  while (numbers.length < wanted) {
    const next = /^(?:\s|#[^\n]*\n)+(-?[\d.]+)/.exec(text.slice(offset))
    if (!next) return null
    numbers.push(Number(next[1]))
    offset += next[0].length
  }
  const [width = 0, height = 0, top = 1] = numbers
  if (!(width > 0 && height > 0) || !/\s/.test(text.charAt(offset))) return null
  const ascii = kind < '4'
  const props: Props = { width, height, ...(id === 'pfm' ? {} : { form: ascii ? 'ascii' : 'binary' }) }
  const whole = top > 255 ? 2 : 1
  const wide = id === 'pfm' ? 4 : whole
  const samples = kind === '4' ? Math.ceil(width / 8) * height : width * height * (id === 'ppm' || kind === 'F' ? 3 : 1) * wide
  if (ascii && size <= 4 * 1024 * 1024) return readWritten(file, id, offset, kind === '1' ? width * height : samples / wide, props)
  // as text every sample takes a digit at least; spaces may be left out between single bits
  const least = id === 'pbm' ? samples : samples * 2 - 1
  return sized(id, size, offset + (ascii ? least : 1 + samples), { props })
}

/** Samples written as numbers are counted; single bits need no spaces between them. */
async function readWritten(file: FileBytes, id: string, from: number, samples: number, props: Props): Promise<Reading> {
  const text = latin1(await file.whole(4 * 1024 * 1024), from).replace(/#[^\n]*/g, '')
  const count = (text.match(id === 'pbm' ? /[01]/g : /\d+/g) ?? []).length
  return count < samples
    ? damaged(id, { kind: 'fewer-samples', found: count, stated: samples }, { props })
    : reading(id, { verified: 'structure', props })
}

/** Types 9 to 11 are 1 to 3 packed in runs. */
const COLOR_MODELS: Record<number, string> = { 1: 'indexed', 3: 'gray', 9: 'indexed', 11: 'gray' }

/** Image with a footer, or none: then only a header plausible in every field counts. */
export async function readTrueColour(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const [type, depth] = [u8(head, 2), u8(head, 16)]
  const [width, height] = [u16le(head, 12), u16le(head, 14)]
  const props: Props = { width, height, depth: perColour(depth), colorModel: COLOR_MODELS[type] ?? 'rgb' }
  const footer = startsWith((await file.tail()).slice(-18), 'TRUEVISION-XFILE.')
  if (![8, 15, 16, 24, 32].includes(depth) || width === 0 || height === 0 || (u8(head, 17) & 0xC0) !== 0) return null
  const palette = u8(head, 1) === 1 ? u16le(head, 5) * Math.ceil(u8(head, 7) / 8) : 0
  const stated = 18 + u8(head, 0) + palette + (type < 9 ? width * height * Math.ceil(depth / 8) : 0)
  if (footer) return sized('tga', size, stated, { props })
  if (type >= 9 && await endsWithRuns(file, stated, width * height, Math.ceil(depth / 8))) return reading('tga', { verified: 'structure', props })
  // some writers leave notes of their own behind the points, where no footer says so
  const noted = type === 2 && u8(head, 1) === 0 && depth >= 24 && u32le(head, 3) === 0 && size > stated && size <= stated + 4096
  if (noted && u32le(head, 8) === 0) return reading('tga', { props })
  return type < 9 && stated === size && (u8(head, 1) === 0) === (palette === 0) ? reading('tga', { verified: 'structure', props }) : null
}

/** Whether packets of equal or different pixels give just the whole picture, and the file ends with the last. */
async function endsWithRuns(file: FileBytes, from: number, pixels: number, each: number): Promise<boolean> {
  if (file.size > PACKED_READ || file.size < from) return false
  const bytes = await file.whole(PACKED_READ)
  let [offset, done] = [from, 0]
  while (done < pixels && offset < bytes.length) {
    const count = u8(bytes, offset)
    done += (count & 0x7F) + 1
    offset += 1 + (count & 0x80 ? each : each * ((count & 0x7F) + 1))
  }
  return done === pixels && offset === bytes.length
}

/** Whether rows packed channel by channel, or of four bytes a pixel, reach no further than the file. */
async function endsInRows(file: FileBytes, from: number, rows: number, pixels: number): Promise<boolean> {
  if (file.size > PACKED_READ) return true
  const bytes = await file.whole(PACKED_READ)
  let offset = from
  for (let row = 0; row < Math.min(rows, 100_000) && offset <= bytes.length; row++) {
    if (!(u8(bytes, offset) === 2 && u8(bytes, offset + 1) === 2 && u8(bytes, offset + 2) < 128)) {
      offset += 4 * pixels
      continue
    }
    offset += 4
    for (let done = 0; done < 4 * pixels && offset < bytes.length;) {
      const count = u8(bytes, offset)
      done += count > 128 ? count & 127 : Math.max(1, count)
      offset += count > 128 ? 2 : 1 + Math.max(1, count)
    }
  }
  return offset <= bytes.length
}

/** Whether packed runs give the whole picture: two top bits set say how often the next byte stands. */
async function endsWithPacked(file: FileBytes, wanted: number): Promise<boolean> {
  if (file.size > PACKED_READ) return true
  const bytes = await file.whole(PACKED_READ)
  let [offset, done] = [128, 0]
  while (done < wanted) {
    if (offset >= bytes.length) return false
    const byte = u8(bytes, offset)
    done += byte >= 0xC0 ? byte & 0x3F : 1
    offset += byte >= 0xC0 ? 2 : 1
  }
  return offset <= bytes.length
}

/** FITS 4.0 §3, §4.4.1: cards of 80 characters in blocks of 2880 bytes, data of the stated size behind them. */
export async function readAstronomy(file: FileBytes): Promise<Reading> {
  let cards = ''
  let blocks = 0
  for (let ended = false; !ended; blocks++) {
    const block = latin1(await file.read(blocks * 2880, 2880))
    if (block.length < 2880 || blocks > 100) return damaged('fits', { kind: 'ends-in-header' })
    cards += block
    for (let card = 0; card < 2880; card += 80) ended ||= block.startsWith('END     ', card)
  }
  const value = (name: string) => Number(new RegExp(`${name.padEnd(8)}=\\s*(-?\\d+)`).exec(cards)?.[1] ?? Number.NaN)
  const axes = value('NAXIS')
  const props: Props = {}
  let samples = axes > 0 ? 1 : 0
  for (let axis = 1; axis <= Math.min(axes, 9); axis++) samples *= value(`NAXIS${axis}`)
  if (axes >= 2) Object.assign(props, { width: value('NAXIS1'), height: value('NAXIS2') })
  const stated = blocks * 2880 + samples * Math.abs(value('BITPIX')) / 8
  if (!Number.isFinite(stated)) return reading('fits', { props })
  return sized('fits', file.size, stated, { props: { ...props, depth: Math.abs(value('BITPIX')) } })
}

/** High dynamic range: a header of lines, the last of which states the size, then packed rows. */
export async function readRadiance(file: FileBytes): Promise<Reading> {
  const match = /\n\n[-+]([YX]) (\d+) [-+]([YX]) (\d+)\n/.exec(latin1(file.head, 0, 8192))
  if (!match) return damaged('hdr', { kind: 'header-unreadable' })
  const [first, second] = [Number(match[2]), Number(match[4])]
  const props = match[1] === 'Y' ? { width: second, height: first } : { width: first, height: second }
  const whole = await endsInRows(file, match.index + match[0].length, first, second)
  return whole ? reading('hdr', { verified: 'structure', props }) : damaged('hdr', { kind: 'ends-in-own-picture' }, { props })
}

/** Surfaces for drawing cards: the length stated is of a row, or of the whole where it is packed in blocks. */
export function readSurface({ head, size }: FileBytes): Reading {
  const [flags, length, height] = [u32le(head, 8), u32le(head, 20), u32le(head, 12)]
  const rows = flags & 8 ? length * height : 0
  return sized('dds', size, 128 + (flags & 0x80000 ? length : rows), { props: { width: u32le(head, 16), height } })
}

export function readIcons({ head, size }: FileBytes): Reading {
  return sized('icns', size, u32be(head, 4), {})
}

/** Planes of samples; packed rows have a table of where each starts, and one of how long it is. */
export function readPlanes({ head, size }: FileBytes): Reading {
  const [width, height, depth] = [u16be(head, 6), u16be(head, 8), u16be(head, 10)]
  let stated = 512 + width * height * Math.max(1, depth) * u8(head, 3)
  if (u8(head, 2) === 1) {
    const rows = Math.min(height * Math.max(1, depth), 8000)
    stated = 512 + 8 * rows
    for (let row = 0; row < rows; row++) stated = Math.max(stated, u32be(head, 512 + 4 * row) + u32be(head, 512 + 4 * (rows + row)))
  }
  return sized('sgi', size, stated, { props: { width, height } })
}

export async function readPaint(file: FileBytes): Promise<Reading | null> {
  const { head } = file
  const [width, height] = [u16le(head, 8) - u16le(head, 4) + 1, u16le(head, 10) - u16le(head, 6) + 1]
  if (width <= 0 || height <= 0 || u8(head, 64) !== 0) return null
  const props: Props = { width, height, depth: u8(head, 3), resolution: u16le(head, 12) }
  const whole = await endsWithPacked(file, u16le(head, 66) * u8(head, 65) * height)
  return whole ? reading('pcx', { verified: 'structure', props }) : damaged('pcx', { kind: 'ends-in-own-picture' }, { props })
}
