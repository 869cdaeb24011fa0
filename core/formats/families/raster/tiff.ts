import { latin1, startsWith, u16be, u16le, u32be, u32le, u64be, u64le, u8 } from '../../../bytes/read'
import type { FileBytes, ByteSource } from '../../../bytes/source'
import { sourceFromBytes } from '../../../bytes/source'
import { isRealDay } from '../../../text/calendar'
import { damaged, endsEarly, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Directories and entries followed in one file. */
const DIRECTORIES = 256
const ENTRIES = 512
const STRIPS = 4096

/** What one directory says of its picture (TIFF 6.0 §8). */
interface Directory {
  width?: number
  height?: number
  depth?: number
  photometric?: number
  compression?: number
  resolution?: number
  make?: string
  version?: string
  /** When the picture was taken, `yyyy-MM-ddTHH:mm:ss`, local time. */
  taken?: string
  subfile?: number
  /** Where its last strip or tile starts. */
  last: number
  original: boolean
  preview: boolean
  /** Furthest byte that a strip, tile or value of it reaches. */
  reach: number
  /** Directories below (SubIFDs, Exif). */
  below: number[]
  next: number
}

/** Sizes of the field types 1 to 18 (§2, and the 64-bit ones of the large form). */
const SIZES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8, 4, 0, 0, 8, 8, 8]

/** How numbers are written in one file: byte order, and the 64-bit form's wider fields. */
interface Form {
  short: typeof u16le
  long: typeof u32le
  wide: typeof u64le
  /** An offset or a count. */
  word: typeof u32le
  large: boolean
}

function formOf(head: Uint8Array): Form {
  const little = u8(head, 0) === 0x49
  const large = u8(head, little ? 2 : 3) === 0x2B
  const [short, long, wide] = little ? [u16le, u32le, u64le] : [u16be, u32be, u64be]
  return { short, long, wide, word: large ? wide : long, large }
}

/** A directory on its way: its values, and the strips of which the reach follows. */
interface Draft {
  directory: Directory
  offsets: number[]
  lengths: number[]
}

/** One entry: its value as bytes, or as at most so many numbers. */
interface Entry {
  raw: (limit: number) => Promise<Uint8Array>
  numbers: (limit: number) => Promise<number[]>
  form: Form
}

const takeOffsets = async ({ numbers }: Entry, draft: Draft) => { draft.offsets = await numbers(STRIPS) }
const takeLengths = async ({ numbers }: Entry, draft: Draft) => { draft.lengths = await numbers(STRIPS) }
const takeBelow = async ({ numbers }: Entry, { directory }: Draft) => { directory.below.push(...await numbers(16)) }
const number = (key: 'subfile' | 'width' | 'height' | 'depth' | 'compression' | 'photometric') =>
  async ({ numbers }: Entry, { directory }: Draft) => { directory[key] = (await numbers(1))[0] }

/** What a tag (TIFF 6.0 §8, Exif 2.32 §4.6.5, DNG 1.4 chapter 4) says of its directory. */
const TAGS: Record<number, (entry: Entry, draft: Draft) => Promise<void> | void> = {
  254: number('subfile'), 256: number('width'), 257: number('height'), 258: number('depth'), 259: number('compression'), 262: number('photometric'),
  271: async ({ raw }, { directory }) => { directory.make = latin1(await raw(64)).replace(/\0[\s\S]*$/, '') },
  273: takeOffsets, 324: takeOffsets, 279: takeLengths, 325: takeLengths,
  282: async ({ raw, form }, { directory }) => {
    const value = await raw(8)
    directory.resolution = (directory.resolution ?? 1) * form.long(value, 0) / Math.max(1, form.long(value, 4))
  },
  // 3: dots a centimetre
  296: async ({ numbers }, { directory }) => { if ((await numbers(1))[0] === 3) directory.resolution = (directory.resolution ?? 1) * 2.54 },
  330: takeBelow, 34665: takeBelow,
  36867: async ({ raw }, { directory }) => {
    const [, year, month, day, time] = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/.exec(latin1(await raw(20))) ?? []
    if (year !== undefined && isRealDay(`${year}-${month}-${day}`)) directory.taken = `${year}-${month}-${day}T${time}`
  },
  513: (_, { directory }) => { directory.preview = true },
  50706: async ({ raw }, { directory }) => { directory.version = [...(await raw(4)).subarray(0, 4)].join('.') },
  50828: (_, { directory }) => { directory.original = true },
}

/** Reads the chain of directories and those below them; never more than `DIRECTORIES`. */
export async function readDirectories(bytes: Uint8Array | ByteSource): Promise<Directory[]> {
  const file = bytes instanceof Uint8Array ? sourceFromBytes(bytes) : bytes
  const head = await file.read(0, 16)
  const form = formOf(head)
  const directories: Directory[] = []
  const waiting = [form.large ? form.wide(head, 8) : form.long(head, 4)]
  const seen = new Set<number>()
  while (waiting.length > 0 && directories.length < DIRECTORIES) {
    const position = waiting.shift() ?? 0
    if (position === 0 || seen.has(position)) continue
    seen.add(position)
    if (position >= file.size) {
      directories.push({ last: 0, original: false, preview: false, reach: position + 2, below: [], next: 0 })
      continue
    }
    const directory = await readDirectory(file, position, form)
    directories.push(directory)
    waiting.push(directory.next, ...directory.below)
  }
  return directories
}

/** When a picture was taken, as any of its directories says. */
export function takenOf(directories: readonly Directory[]): string | undefined {
  return directories.find(one => one.taken !== undefined)?.taken
}

async function readDirectory(file: ByteSource, position: number, form: Form): Promise<Directory> {
  const { short, word, large } = form
  const count = large ? form.wide(await file.read(position, 8), 0) : short(await file.read(position, 2), 0)
  const width = large ? 20 : 12
  const start = large ? 8 : 2
  const entries = await file.read(position + start, Math.min(count, ENTRIES) * width + 8)
  const directory: Directory = {
    last: 0, original: false, preview: false, reach: position + start + count * width, below: [],
    next: word(entries, Math.min(count, ENTRIES) * width),
  }
  const draft: Draft = { directory, offsets: [], lengths: [] }
  for (let i = 0; i < Math.min(count, ENTRIES); i++) {
    const entry = entries.subarray(i * width, (i + 1) * width)
    const [tag, type, many] = [short(entry, 0), short(entry, 2), large ? form.wide(entry, 4) : form.long(entry, 4)]
    const bytesLong = (SIZES[type] ?? 0) * many
    const inside = bytesLong <= (large ? 8 : 4)
    const place = large ? 12 : 8
    if (!inside) directory.reach = Math.max(directory.reach, word(entry, place) + bytesLong)
    const raw = async (limit: number) => (inside ? entry.subarray(place) : await file.read(word(entry, place), Math.min(bytesLong, limit)))
    const numbers = async (limit: number) => {
      const data = await raw(limit * 8)
      const value = ({ 1: u8, 3: short, 7: u8, 16: form.wide, 18: form.wide } as Record<number, typeof u8>)[type] ?? form.long
      return Array.from(
        { length: Math.min(many, limit, Math.floor(data.length / Math.max(1, SIZES[type] ?? 1))) },
        (_, index) => value(data, index * (SIZES[type] ?? 1)),
      )
    }
    await TAGS[tag]?.({ raw, numbers, form }, draft)
  }
  if (directory.resolution !== undefined) directory.resolution = Math.round(directory.resolution)
  for (const [index, offset] of draft.offsets.entries()) directory.reach = Math.max(directory.reach, offset + (draft.lengths[index] ?? 0))
  directory.last = draft.offsets.at(-1) ?? 0
  return directory
}

const COLOURS: Record<number, string> = { 0: 'gray', 1: 'gray', 2: 'rgb', 3: 'indexed', 5: 'cmyk', 6: 'rgb', 8: 'lab' }
/** Sensor data as it comes (TIFF/EP, DNG): a mosaic of filters, or the same made linear. */
const SENSOR = [32803, 34892]
const RAW_MAKES: readonly (readonly [make: RegExp, id: string])[] = [
  [/^NIKON/i, 'nef'], [/^SONY/i, 'arw'], [/^PENTAX|^RICOH/i, 'pef'], [/^SAMSUNG/i, 'srw'], [/^Canon/i, 'cr2'],
]

/** Whose camera raw it is; `null` where it is a plain picture. */
function rawMakeOf(head: Uint8Array, all: readonly Directory[], sensor: boolean): string | null {
  if (startsWith(head, 'CR', 8)) return 'cr2'
  const make = all.find(directory => directory.make)?.make ?? ''
  return sensor ? RAW_MAKES.find(([pattern]) => pattern.test(make))?.[1] ?? null : null
}

/** TIFF 6.0 and the camera raw formats built on it: every strip, tile and value must lie within the file. */
export async function readTiff(file: FileBytes): Promise<Reading> {
  const { size } = file
  const all = await readDirectories(file)
  const [first] = all
  if (!first || (first.width === undefined && first.make === undefined && first.reach >= size)) return damaged('tif', { kind: 'directory-past-end' })
  const version = all.find(directory => directory.version !== undefined)?.version ?? null
  const sensor = all.find(directory => SENSOR.includes(directory.photometric ?? -1))
  const id = version ? 'dng' : rawMakeOf(file.head, all, sensor !== undefined) ?? 'tif'
  const picture = sensor ?? (id === 'tif' ? first : all.reduce((largest, one) => ((one.width ?? 0) > (largest.width ?? 0) ? one : largest), first))
  const props: Record<string, PropertyValue> = {}
  setProps(props, { width: picture.width, height: picture.height, depth: picture.depth, created: takenOf(all) })
  if (id === 'tif') {
    setProps(props, {
      resolution: first.resolution, colorModel: COLOURS[first.photometric ?? -1],
      pages: all.filter(one => one.width !== undefined && ((one.subfile ?? 0) & 1) === 0).length,
    })
  }
  else {
    props.preview = all.some(one => one.preview || ((one.subfile ?? 0) & 1) === 1 || one.compression === 6 || one.compression === 7) && all.length > 1
    if (id === 'dng') {
      props.embeddedOriginal = all.some(one => one.original)
      // compression 34892 is the lossy form (DNG 1.4, chapter 3); 7 is lossless where the data is of the sensor
      if (sensor?.compression !== undefined) props.lossy = sensor.compression === 34892
    }
  }
  const rest = { version: version ?? (u8(file.head, 2) === 0x2B || u8(file.head, 3) === 0x2B ? 'big' : null), props }
  const reach = Math.max(...all.map(directory => directory.reach))
  if (reach > size) return damaged(id, endsEarly(size, reach), rest)
  // packed strips never begin with zeros: LZW with a clear code, deflate and JPEG with their headers
  for (const { compression = 1, last } of all) {
    if (![5, 7, 8, 32946].includes(compression) || last === 0) continue
    const start = await file.read(last, 16)
    if (start.length === 16 && start.every(byte => byte === 0)) return damaged(id, { kind: 'last-part-zeros' }, rest)
  }
  return reading(id, { verified: 'structure', ...rest })
}

/** Camera raw with signatures of their own. */
export async function readRawCamera(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  if (startsWith(head, 'FUJIFILMCCD-RAW')) {
    const [preview, length] = [u32be(head, 84), u32be(head, 88)]
    const reach = Math.max(preview + length, u32be(head, 92) + u32be(head, 96), u32be(head, 100) + u32be(head, 104))
    const rest = { version: latin1(head, 16, 20), props: { preview: length > 0 } }
    return reach > size ? damaged('raf', endsEarly(size, reach), rest) : reading('raf', { verified: 'structure', ...rest })
  }
  if (startsWith(head, 'FOVb')) return reading('x3f', { version: `${u16le(head, 6)}.${u16le(head, 4)}` })
  if (startsWith(head, 'II\x1A')) return reading('crw')
  const id = startsWith(head, 'IIU\0') ? 'rw2' : 'orf'
  const all = await readDirectories(file)
  const props: Record<string, PropertyValue> = { preview: all.some(one => one.preview) || all.length > 1 }
  setProps(props, { width: all[0]?.width, height: all[0]?.height, created: takenOf(all) })
  const reach = Math.max(0, ...all.map(directory => directory.reach))
  return reach > size && all.length > 0 ? damaged(id, endsEarly(size, reach), { props }) : reading(id, { verified: 'structure', props })
}
