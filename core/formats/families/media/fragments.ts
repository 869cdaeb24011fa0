import { u32be, u64be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { eachBox, topBoxes } from './boxes'

/** Boxes looked at, and how much of one fragment's index is read. */
const BOXES = 100_000
const INDEX_READ = 1024 * 1024

/** One track: ticks a second, and how long a sample lasts where its fragment does not say. */
interface Track { scale: number, usual: number }

type Visit = (type: string, start: number, end: number) => void

/** Tracks of the index by their numbers (ISO/IEC 14496-12 §8.3.2, §8.4.2, §8.8.3). */
function tracksIn(index: Uint8Array): Map<number, Track> {
  const tracks = new Map<number, Track>()
  const trackOf = (number: number) => {
    const track = tracks.get(number) ?? { scale: 0, usual: 0 }
    tracks.set(number, track)
    return track
  }
  let number = 0
  const look: Visit = (type, start, end) => {
    const long = u8(index, start) === 1
    if (['trak', 'mdia', 'mvex'].includes(type)) eachBox(index, start, end, look)
    if (type === 'tkhd') number = u32be(index, start + (long ? 20 : 12))
    if (type === 'mdhd') trackOf(number).scale = u32be(index, start + (long ? 20 : 12))
    if (type === 'trex') trackOf(u32be(index, start + 4)).usual = u32be(index, start + 12)
  }
  eachBox(index, 8, index.length, look)
  return tracks
}

/** When the samples of one fragment end, in seconds (§8.8.7, §8.8.8, §8.8.12). */
function endOf(moof: Uint8Array, tracks: ReadonlyMap<number, Track>, before: Map<number, number>): number {
  let latest = 0
  let [number, usual] = [0, 0]
  const look: Visit = (type, start, end) => {
    if (type === 'traf') eachBox(moof, start, end, look)
    const flags = u32be(moof, start) & 0xFFFFFF
    if (type === 'tfhd') {
      number = u32be(moof, start + 4)
      const place = start + 8 + (flags & 1 ? 8 : 0) + (flags & 2 ? 4 : 0)
      usual = flags & 8 ? u32be(moof, place) : tracks.get(number)?.usual ?? 0
    }
    if (type === 'tfdt') before.set(number, u8(moof, start) === 1 ? u64be(moof, start + 4) : u32be(moof, start + 4))
    if (type === 'trun') {
      const count = Math.min(u32be(moof, start + 4), BOXES)
      const first = start + 8 + (flags & 1 ? 4 : 0) + (flags & 4 ? 4 : 0)
      const each = [0x100, 0x200, 0x400, 0x800].filter(flag => flags & flag).length * 4
      let ticks = before.get(number) ?? 0
      for (let sample = 0; sample < count; sample++) ticks += flags & 0x100 ? u32be(moof, first + sample * each) : usual
      before.set(number, ticks)
      latest = Math.max(latest, ticks / Math.max(1, tracks.get(number)?.scale ?? 1))
    }
  }
  eachBox(moof, 8, moof.length, look)
  return latest
}

/**
 * How long a film in fragments lasts, which its index does not say.
 *
 * @param index - the whole `moov` box
 * @returns seconds; 0 where there is no fragment
 */
export async function lengthOfFragments(file: FileBytes, index: Uint8Array): Promise<number> {
  const tracks = tracksIn(index)
  const before = new Map<number, number>()
  let latest = 0
  for await (const { type, at: offset, length } of topBoxes(file, BOXES)) {
    if (type === 'moof') latest = Math.max(latest, endOf(await file.read(offset, Math.min(length, INDEX_READ)), tracks, before))
  }
  return latest
}
