import { indexOf, startsWith, u16le, u32le, u64le } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading, setProps, thousandths } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Object numbers of the container, as bytes in the file (published by its maker, from memory). */
const FILE_PROPERTIES = '\xA1\xDC\xAB\x8C\x47\xA9\xCF\x11\x8E\xE4\x00\xC0\x0C\x20\x53\x65'
const VIDEO_STREAM = '\xC0\xEF\x19\xBC\x4D\x5B\xCF\x11\xA8\xFD\x00\x80\x5F\x5C\x44\x2B'
const AUDIO_STREAM = '\x40\x9E\x69\xF8\x4D\x5B\xCF\x11\xA8\xFD\x00\x80\x5F\x5C\x44\x2B'

/** Streaming container: objects with lengths; the file's own length stands in its properties unless it was broadcast. */
export async function readAsf(file: FileBytes): Promise<Reading> {
  const { size } = file
  const header = await file.read(0, Math.min(u64le(file.head, 16), 256 * 1024))
  const video = indexOf(header, VIDEO_STREAM) >= 0
  const sound = indexOf(header, AUDIO_STREAM) >= 0
  const id = sound && !video ? 'wma' : 'wmv'
  const props: Record<string, PropertyValue> = {}
  let reach = u64le(file.head, 16)
  const offset = indexOf(header, FILE_PROPERTIES)
  if (offset >= 0) {
    const live = (u32le(header, offset + 88) & 1) === 1
    if (!live) reach = Math.max(reach, u64le(header, offset + 40))
    const [play, preroll] = [u64le(header, offset + 64), u64le(header, offset + 80)]
    if (!live && play > 0) setProps(props, { duration: thousandths(play / 1e7 - preroll / 1000) })
  }
  let position = 0
  for (let objects = 0; position + 24 <= size && objects < 10_000; objects++) {
    const length = u64le(await file.read(position + 16, 8), 0)
    if (length < 24) break
    position += length
  }
  reach = Math.max(reach, position)
  if (video) {
    const stream = header.subarray(indexOf(header, VIDEO_STREAM) + 54)
    if (!startsWith(stream, '\0\0\0\0')) setProps(props, { width: u32le(stream, 0), height: u32le(stream, 4) })
  }
  if (sound) {
    const stream = header.subarray(indexOf(header, AUDIO_STREAM) + 54)
    setProps(props, { channels: u16le(stream, 2), sampleRate: u32le(stream, 4) })
  }
  return reach > size ? damaged(id, endsEarly(size, reach), { props }) : reading(id, { verified: 'structure', props })
}
