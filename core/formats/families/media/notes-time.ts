import { u16be, u8 } from '../../../bytes/read'

/** Events are walked up to so many. */
const EVENTS = 500_000
/** Microseconds a quarter note where nothing else is said (Standard MIDI File 1.0, set tempo). */
const USUAL = 500_000

interface Track { end: number, tempos: { tick: number, micros: number }[] }

/** Numbers of seven bits a byte, the last without the highest bit. */
function numberAt(bytes: Uint8Array, offset: number): [value: number, next: number] {
  let value = 0
  for (let i = 0; i < 4; i++) {
    const byte = u8(bytes, offset++)
    value = value * 128 + (byte & 0x7F)
    if (byte < 0x80) break
  }
  return [value, offset]
}

/** When a track ends, in ticks, and where it sets the tempo. */
function walkTrack(bytes: Uint8Array): Track {
  const track: Track = { end: 0, tempos: [] }
  let [offset, status] = [0, 0]
  for (let events = 0; offset < bytes.length && events < EVENTS; events++) {
    const [wait, next] = numberAt(bytes, offset)
    track.end += wait
    offset = next
    // a status that goes on is left out
    if (u8(bytes, offset) >= 0x80) status = u8(bytes, offset++)
    if (status === 0xFF) {
      const kind = u8(bytes, offset)
      const [length, data] = numberAt(bytes, offset + 1)
      if (kind === 0x51 && length === 3) {
        track.tempos.push({ tick: track.end, micros: (u8(bytes, data) << 16) | u16be(bytes, data + 1) })
      }
      if (kind === 0x2F) return track
      offset = data + length
    }
    else if (status === 0xF0 || status === 0xF7) {
      const [length, data] = numberAt(bytes, offset)
      offset = data + length
    }
    else offset += status >= 0xC0 && status < 0xE0 ? 1 : 2
  }
  return track
}

/**
 * How long note data lasts by its tempo map (Standard MIDI File 1.0).
 *
 * @param division - as the header states it: ticks a quarter note, or frames a second and ticks a frame
 * @param tracks - the data of every track
 * @returns seconds
 */
export function lengthOfNotes(division: number, tracks: readonly Uint8Array[]): number {
  const walked = tracks.map(walkTrack)
  const end = Math.max(0, ...walked.map(track => track.end))
  if (division >= 0x8000) return end / ((256 - (division >> 8)) * Math.max(1, division & 255))
  let [seconds, tick, micros] = [0, 0, USUAL]
  for (const tempo of walked.flatMap(track => track.tempos).sort((a, b) => a.tick - b.tick)) {
    seconds += (Math.min(end, tempo.tick) - tick) * micros
    tick = Math.min(end, tempo.tick)
    micros = tempo.micros
  }
  return (seconds + (end - tick) * micros) / Math.max(1, division) / 1e6
}
