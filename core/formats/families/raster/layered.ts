import { cursor } from '../../../bytes/cursor'
import { latin1, u16be, u32be, u64be } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

const COLOURS: Record<number, string> = { 0: 'gray', 1: 'gray', 2: 'indexed', 3: 'rgb', 4: 'cmyk', 9: 'lab' }

/** Layered image: five sections, each with its length (layout as published by its maker, from memory); the flat picture comes last. */
export async function readLayered(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const large = u16be(head, 4) === 2
  if (u16be(head, 4) > 2) return null
  const id = large ? 'psb' : 'psd'
  const [channels, height, width, depth] = [u16be(head, 12), u32be(head, 14), u32be(head, 18), u16be(head, 22)]
  const props: Record<string, PropertyValue> = { width, height, depth }
  const colour = COLOURS[u16be(head, 24)]
  if (colour) props.colorModel = colour
  const colours = 30 + u32be(head, 26)
  const resources = colours + 4 + u32be(await file.read(colours, 4), 0)
  const resolution = await findResolution(file, colours + 4, resources)
  if (resolution !== null) props.resolution = resolution
  const width8 = large ? 8 : 4
  const length = (bytes: Uint8Array) => (large ? u64be(bytes, 0) : u32be(bytes, 0))
  const section = await file.read(resources, 2 * width8 + 2)
  const picture = resources + width8 + length(section)
  if (picture + 2 > size) return damaged(id, endsEarly(size, picture + 2), { props })
  const count = length(section) > 0 && length(section.subarray(width8)) > 0 ? u16be(section, 2 * width8) : 0
  // a negative count says that the first extra channel is the transparency of the whole
  props.layers = Math.abs((count << 16) >> 16)
  const packing = u16be(await file.read(picture, 2), 0)
  const row = Math.ceil(width * depth / 8)
  let end = picture + 2
  if (packing === 0) end += row * height * channels
  if (packing === 1) {
    const read = cursor(file)
    const each = large ? 4 : 2
    for (let i = 0; i < height * channels && i < 400_000; i++) {
      const bytes = await read(picture + 2 + i * each, each)
      if (bytes.length < each) break
      end += each + (large ? u32be(bytes, 0) : u16be(bytes, 0))
    }
  }
  if (end > size) return damaged(id, endsEarly(size, end), { props })
  return reading(id, { verified: 'structure', props })
}

/** Image resource 1005: horizontal resolution as a 16.16 number of dots an inch. */
async function findResolution(file: FileBytes, from: number, to: number): Promise<number | null> {
  for (let offset = from, blocks = 0; offset + 12 < to && blocks < 1000; blocks++) {
    const block = await file.read(offset, 7)
    if (latin1(block, 0, 4) !== '8BIM') return null
    const name = 1 + (block[6] ?? 0)
    const data = offset + 6 + name + (name % 2)
    const length = u32be(await file.read(data, 4), 0)
    if (u16be(block, 4) === 1005) return Math.round(u32be(await file.read(data + 4, 4), 0) / 65_536)
    offset = data + 4 + length + (length % 2)
  }
  return null
}

/** Layered image of the open editor: header, properties, then offsets of the layers up to a zero. */
export async function readXcf(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const version = latin1(head, 9, 13)
  const number = version === 'file' ? 0 : Number(version.slice(1)) || 0
  const props: Record<string, PropertyValue> = {
    width: u32be(head, 14), height: u32be(head, 18), colorModel: ['rgb', 'gray', 'indexed'][u32be(head, 22)] ?? 'rgb',
  }
  let position = number >= 4 ? 30 : 26
  for (let properties = 0; properties < 1000; properties++) {
    const property = await file.read(position, 8)
    position += 8 + u32be(property, 4)
    if (property.length < 8 || u32be(property, 0) === 0) break
  }
  const each = number >= 11 ? 8 : 4
  let layers = 0
  let reach = position
  for (; layers < 10_000; layers++) {
    const bytes = await file.read(position + layers * each, each)
    if (bytes.length < each) return damaged('xcf', { kind: 'ends-in-layers' }, { props, version })
    const offset = each === 8 ? u64be(bytes, 0) : u32be(bytes, 0)
    if (offset === 0) break
    reach = Math.max(reach, offset + 12)
  }
  props.layers = layers
  if (reach > size) return damaged('xcf', endsEarly(size, reach), { props, version })
  return reading('xcf', { verified: 'structure', version, props })
}
