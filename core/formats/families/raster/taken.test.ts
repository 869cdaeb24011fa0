import { expect, test } from 'vitest'
import { sourceFromBytes } from '../../../bytes/source'
import { readBytes } from '../../identify'

/** A picture of one pixel with an Exif directory (TIFF 6.0 §2, Exif 2.32 §4.6.5: tag 36867 holds 20 characters). */
function makeTiff(taken: string, little: boolean): Uint8Array {
  const bytes = new Uint8Array(200)
  const view = new DataView(bytes.buffer)
  const short = (at: number, value: number) => view.setUint16(at, value, little)
  const long = (at: number, value: number) => view.setUint32(at, value, little)
  const entry = (at: number, tag: number, type: number, count: number, value: number) => {
    short(at, tag)
    short(at + 2, type)
    long(at + 4, count)
    if (type === 3) short(at + 8, value)
    else long(at + 8, value)
  }
  bytes.set(new TextEncoder().encode(little ? 'II' : 'MM'))
  short(2, 42)
  long(4, 8)
  short(8, 6)
  const rows: [tag: number, type: number, value: number][] = [[256, 3, 1], [257, 3, 1], [258, 3, 8], [273, 4, 190], [279, 4, 1], [34665, 4, 100]]
  rows.forEach(([tag, type, value], at) => entry(10 + at * 12, tag, type, 1, value))
  short(100, 1)
  entry(102, 36867, 2, 20, 130)
  bytes.set(new TextEncoder().encode(taken.padEnd(20, '\0')).subarray(0, 20), 130)
  return bytes
}

/** The same directories inside a JPEG (Exif 2.32 §4.7.2: APP1 with "Exif" before them). */
function makeJpeg(tiff: Uint8Array): Uint8Array {
  const exif = [...new TextEncoder().encode('Exif\0\0'), ...tiff]
  const length = exif.length + 2
  return new Uint8Array([
    0xFF, 0xD8, 0xFF, 0xE1, length >> 8, length & 255, ...exif,
    0xFF, 0xC0, 0, 11, 8, 0, 1, 0, 1, 1, 1, 0x11, 0, 0xFF, 0xDA, 0, 8, 1, 1, 0, 0, 63, 0, 0, 0xFF, 0xD9,
  ])
}

test.each<[string, Uint8Array, string | undefined]>([
  ['a picture, low byte first', makeTiff('2026:10:05 14:22:33', true), '2026-10-05T14:22:33'],
  ['a picture, high byte first', makeTiff('2026:10:05 14:22:33', false), '2026-10-05T14:22:33'],
  ['a photo', makeJpeg(makeTiff('2026:10:05 14:22:33', true)), '2026-10-05T14:22:33'],
  ['a camera whose clock was never set', makeTiff('0000:00:00 00:00:00', true), undefined],
  ['no day of the calendar', makeTiff('2026:02:31 10:00:00', true), undefined], ['something else', makeTiff('yesterday', true), undefined],
])('when it was taken: %s', async (_, bytes, taken) => {
  expect((await readBytes(sourceFromBytes(bytes))).props.created).toBe(taken)
})
