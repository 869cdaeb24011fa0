import { expect, test } from 'vitest'
import { lengthOfNotes } from './notes-time'

const track = (...bytes: number[]) => Uint8Array.from(bytes)
const END = [0, 0xFF, 0x2F, 0]

// worked by hand after the Standard MIDI File 1.0: 480 ticks a quarter note, which lasts half a second where nothing is said
test('a tempo holds from where it is set, in whichever track', () => {
  const notes = track(0, 0x90, 60, 64, 0x83, 0x60, 60, 0, 0x83, 0x60, 0x80, 60, 0, ...END)
  expect(lengthOfNotes(480, [notes])).toBeCloseTo(1)
  // a quarter of a second a quarter note from tick 480 on
  const tempo = track(0x83, 0x60, 0xFF, 0x51, 3, 0x03, 0xD0, 0x90, ...END)
  expect(lengthOfNotes(480, [tempo, notes])).toBeCloseTo(0.75)
})

test('25 frames a second of 40 ticks are a thousand ticks a second', () => {
  expect(lengthOfNotes(0xE728, [track(0x87, 0x68, 0xFF, 0x2F, 0)])).toBeCloseTo(1)
})

test('what holds no events lasts no time, and what is cut short does not throw', () => {
  expect(lengthOfNotes(480, [])).toBe(0)
  expect(lengthOfNotes(0, [track(0x83)])).toBeGreaterThanOrEqual(0)
})
