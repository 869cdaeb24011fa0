import { indexOf, lastIndexOf, startsWith, u16be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { readDirectories, takenOf } from './tiff'

const COLOR_MODELS: Record<number, string> = { 1: 'gray', 4: 'cmyk' }
const SEARCHED = 1024 * 1024

/** JPEG (ITU-T T.81 annex B): marker segments to the first scan, then an end marker must follow it. */
export async function readJpeg(file: FileBytes): Promise<Reading> {
  const props: Record<string, PropertyValue> = {}
  let offset = 2
  let components = 0
  for (let segments = 0; ; segments++) {
    const segment = await file.read(offset, 24)
    if (segment.length < 4 || segments > 5000) return damaged('jpg', { kind: 'ends-in-header' }, { props })
    if (u8(segment, 0) !== 0xFF) return damaged('jpg', { kind: 'header-unreadable' }, { props })
    const marker = u8(segment, 1)
    if (marker === 0xFF) {
      offset += 1
      continue
    }
    if (marker === 0xD9) return damaged('jpg', { kind: 'no-picture' }, { props })
    const length = u16be(segment, 2)
    if (length < 2) return damaged('jpg', { kind: 'header-unreadable' }, { props })
    if (marker >= 0xC0 && marker <= 0xCF && marker !== 0xC4 && marker !== 0xC8 && marker !== 0xCC) {
      components = u8(segment, 9)
      Object.assign(
        props,
        { depth: u8(segment, 4), height: u16be(segment, 5), width: u16be(segment, 7), colorModel: COLOR_MODELS[components] ?? 'rgb' },
      )
    }
    if (marker === 0xE0 && startsWith(segment, 'JFIF\0', 4) && u16be(segment, 12) > 1) {
      if (u8(segment, 11) === 1) props.resolution = u16be(segment, 12)
      if (u8(segment, 11) === 2) props.resolution = Math.round(u16be(segment, 12) * 2.54)
    }
    if (marker === 0xE1 && startsWith(segment, 'Exif\0\0', 4)) {
      const directories = await readDirectories(await file.read(offset + 10, length))
      setProps(props, { resolution: props.resolution ?? directories[0]?.resolution, created: takenOf(directories) })
    }
    offset += 2 + length
    if (marker === 0xDA) break
  }
  if (components === 0) return damaged('jpg', { kind: 'header-unreadable' }, { props })
  const tail = await file.tail()
  if (file.size - tail.length + lastIndexOf(tail, '\xFF\xD9') >= offset && lastIndexOf(tail, '\xFF\xD9') >= 0) {
    return reading('jpg', { verified: 'structure', props })
  }
  // entropy-coded data stuffs every FF, so FF D9 behind the scan header can only be an end; writers may append more behind it
  for (let from = Math.max(offset, file.size - SEARCHED); ; from = Math.max(offset, from - SEARCHED)) {
    if (indexOf(await file.read(from, SEARCHED + 1), '\xFF\xD9') >= 0) return reading('jpg', { verified: 'structure', props })
    if (from <= offset) return damaged('jpg', { kind: 'end-marker-missing' }, { props })
  }
}
