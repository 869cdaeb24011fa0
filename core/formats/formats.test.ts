import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import writeSheet from 'write-excel-file/universal'
import fc from 'fast-check'
import { gzipSync, strToU8, zipSync } from 'fflate'
import { beforeAll, describe, expect, test } from 'vitest'
import { makeDocx, makeFlac, makeGif, makeOdt, makePdf, makePhoto, makePng, makeWav } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { sourceFromBytes } from '../bytes/source'
import { nameFormat, readBytes } from './identify'
import { countsAs, extensionFits, formatById, FORMATS, formatsOfExtension } from './registry'

const read = (bytes: Uint8Array) => readBytes(sourceFromBytes(bytes))
const text = (content: string) => strToU8(content)
const chance = chanceOf(5)

function binaryStl(triangles: number, header = 'solid made by a program that should not say so'): Uint8Array {
  const view = new DataView(new ArrayBuffer(84 + 50 * triangles))
  ;[...header].forEach((char, at) => view.setUint8(at, char.charCodeAt(0)))
  view.setUint32(80, triangles, true)
  for (let offset = 84; offset < view.byteLength; offset += 50) {
    [0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1, 0].forEach((value, index) => view.setFloat32(offset + 4 * index, value, true))
  }
  return new Uint8Array(view.buffer)
}

/** Made by independent libraries or after the published layouts; what libmagic calls them stands beside. */
const SAMPLES: [id: string, make: () => Uint8Array | Promise<Uint8Array>, magic: string][] = [
  ['jpg', () => makePhoto(chance, 64, 48), 'image/jpeg'],
  ['png', () => makePng(chance, 40, 30, 1), 'image/png'],
  ['gif', makeGif, 'image/gif'],
  ['pdf', () => makePdf('Title', ['line']), 'application/pdf'],
  ['odt', () => makeOdt(['line']), 'application/vnd.oasis.opendocument.text'],
  ['docx', () => makeDocx(['line']), 'application/vnd.openxmlformats-officedocument.wordprocessingml.document'],
  ['xlsx', async () => {
    const blob = await writeSheet([[{ value: 'x' }, { value: 1 }]]).toBlob()
    return new Uint8Array(await blob.arrayBuffer())
  }, 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
  ['wav', () => makeWav(0.1, 44_100, 300), 'audio/x-wav'],
  ['flac', () => makeFlac(0.2, 44_100, 300), 'audio/flac'],
  ['zip', () => zipSync({ 'a.txt': text('a') }), 'application/zip'],
  ['gz', () => gzipSync(text('hello '.repeat(50))), 'application/gzip'],
  ['csv', () => text('a,b,c\n1,2,3\n4,5,6\n'), 'text/csv'],
  ['json', () => text('{"a": [1, 2, {"b": null}]}'), 'application/json'],
  ['svg', () => text('<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="1" height="1"/>'), 'image/svg+xml'],
  ['html', () => text('<!DOCTYPE html>\n<html><body>x</body></html>'), 'text/html'],
  ['rtf', () => text('{\\rtf1\\ansi hello}'), 'text/rtf'],
  ['txt', () => text('A plain line of text.\nAnd another one.\n'), 'text/plain'],
]

describe('identification', () => {
  let folder = ''
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'usitor-'))
    return () => rmSync(folder, { recursive: true })
  })

  test.each(SAMPLES)('%s is told from its bytes, as libmagic tells it', async (id, make, magic) => {
    const bytes = await make()
    const path = join(folder, 'sample')
    writeFileSync(path, bytes)
    const reading = await read(bytes)
    expect([reading.candidates[0], reading.state]).toEqual([id, 'ok'])
    expect(execFileSync('file', ['-b', '--mime-type', path], { encoding: 'utf8' }).trim()).toBe(magic)
  })

  // grammar and signatures of the published formats, written by hand
  test.each<[string, string | Uint8Array]>([
    ['geojson', '{"type": "FeatureCollection", "features": []}'], // RFC 7946 §3.3
    ['gpx', '<?xml version="1.0"?><gpx version="1.1" creator="x" xmlns="http://www.topografix.com/GPX/1/1"></gpx>'],
    ['kml', '<kml xmlns="http://www.opengis.net/kml/2.2"><Document/></kml>'],
    ['ics', 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n'], // RFC 5545 §3.4
    ['vcf', 'BEGIN:VCARD\r\nVERSION:4.0\r\nFN:A\r\nEND:VCARD\r\n'], // RFC 6350 §3.3
    ['eml', 'From: a@x.example\r\nTo: b@x.example\r\nSubject: hi\r\nDate: Fri, 16 Oct 2026 12:00:00 +0200\r\n\r\nhello\r\n'], // RFC 5322
    ['step', 'ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n'], // ISO 10303-21
    ['dxf', '  0\nSECTION\n  2\nHEADER\n  9\n$ACADVER\n  1\nAC1027\n  0\nENDSEC\n  0\nEOF\n'],
    ['stl', 'solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid a\n'],
    ['obj', '# cube\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n'],
    ['ply', 'ply\nformat ascii 1.0\nelement vertex 0\nend_header\n'],
    ['mid', new Uint8Array([0x4D, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 1, 0, 1, 0, 96])],
    ['sqlite', text(`SQLite format 3\0${'\u0010\0'}${'\0'.repeat(100)}`)],
    ['7z', new Uint8Array([0x37, 0x7A, 0xBC, 0xAF, 0x27, 0x1C, 0, 4])],
    ['stl', binaryStl(3)],
    ['url', '[InternetShortcut]\r\nURL=https://x.example/\r\n'],
    ['unknown', new Uint8Array([1, 2, 3, 4, 5, 0, 9, 200, 12, 0, 7])],
    ['tsv', 'a\tb\n1\t2\n'],
  ])('%s', async (id, content) => {
    expect((await read(typeof content === 'string' ? text(content) : content)).candidates[0]).toBe(id)
  })

  test('an empty file, and one of zeros only', async () => {
    expect(await read(new Uint8Array(0))).toMatchObject({ state: 'empty', candidates: ['empty'] })
    expect(await read(new Uint8Array(500))).toMatchObject({ state: 'damaged' })
  })

  test('the extension chooses only among texts the bytes cannot tell apart', async () => {
    const plain = await read(text('name\nAna\nBo\n'))
    expect(nameFormat(plain, 'csv')).toBe('csv')
    expect(nameFormat(plain, 'md')).toBe('md')
    expect(nameFormat(plain, 'pdf')).toBe('txt')
    expect(nameFormat(await read(makeGif()), 'csv')).toBe('gif')
    expect([extensionFits('jpg', 'JPEG'), extensionFits('jpg', 'png'), extensionFits('jpg', '')]).toEqual([true, false, null])
  })

  test('measured properties are those the file was made with', async () => {
    expect((await read(makePhoto(chance, 64, 48))).props).toMatchObject({ width: 64, height: 48 })
    expect((await read(makePng(chance, 40, 30, 0))).props).toMatchObject({ width: 40, height: 30, depth: 8, colorModel: 'rgb' })
    expect((await read(makeWav(0.5, 22_050, 300))).props).toMatchObject({ sampleRate: 22_050, channels: 1, bitDepth: 16, duration: 0.5 })
    expect((await read(makeFlac(0.5, 48_000, 300))).props).toMatchObject({ sampleRate: 48_000, channels: 1, bitDepth: 16, duration: 0.5 })
    expect((await read(await makePdf('a', []))).props).toMatchObject({ pages: 1, pageWidth: 209.9, pageHeight: 297 })
    expect((await read(text('a;b\r\n1;2\r\n3;4\r\n'))).props).toMatchObject({ rows: 2, columns: 2, delimiter: ';', lineEnds: 'crlf' })
    expect((await read(binaryStl(7))).props).toMatchObject({ form: 'binary', triangles: 7 })
  })

  test.each([
    'jpg', 'png', 'pdf', 'odt', 'docx', 'xlsx', 'wav', 'flac', 'zip', 'json', 'svg', 'rtf',
  ])('%s cut short at two thirds is damaged', async (id) => {
    const sample = SAMPLES.find(([one]) => one === id)
    const bytes = await sample?.[1]() ?? new Uint8Array(0)
    const reading = await read(bytes.subarray(0, Math.floor(bytes.length * 2 / 3)))
    expect([reading.candidates[0], reading.state]).toEqual([
      id === 'docx' || id === 'xlsx' || id === 'odt' ? expect.stringMatching(/docx|xlsx|odt|zip/) : id, 'damaged',
    ])
  })

  test('a mesh cut short says how much of it is there', async () => {
    expect((await read(binaryStl(100).subarray(0, 2584))).fault).toEqual({ kind: 'ends-early', percent: 50 })
  })

  test('a zip with a comment and one behind a stub are still read', async () => {
    const zip = zipSync({ 'a.txt': text('a') })
    const commented = new Uint8Array([...zip.subarray(0, -2), 5, 0, ...text('hello')])
    expect(await read(commented)).toMatchObject({ candidates: ['zip'], state: 'ok', props: { entries: 1 } })
  })

  test('what cannot be read is unread, never empty or damaged', async () => {
    expect(await readBytes({
      size: 10, read: () => Promise.reject(new Error('disk gone')),
    })).toMatchObject({ state: 'unread', fault: { kind: 'said', text: 'disk gone' } })
  })

  test('no bytes make a reader throw', async () => {
    const starts = await Promise.all(SAMPLES.map(async ([, make]) => [...await make()].slice(0, 400)))
    await fc.assert(fc.asyncProperty(fc.constantFrom(...starts), fc.array(
      fc.tuple(fc.nat(399), fc.nat(255)), { maxLength: 12 },
    ), fc.nat(400), async (start, flips, length) => {
      const bytes = Uint8Array.from(start)
      for (const [offset, value] of flips) bytes[offset % bytes.length] = value
      expect((await read(bytes.subarray(0, length))).state).not.toBe('unread')
    }), { seed: 4, numRuns: 1500 })
  })
})

test('the registry: ids and first extensions are lower case, every format is reachable by its extensions', () => {
  expect(new Set(FORMATS.map(format => format.id)).size).toBe(FORMATS.length)
  for (const format of FORMATS) {
    for (const extension of format.extensions) expect(formatsOfExtension(extension)).toContain(format.id)
    for (const id of format.kindOf) expect(countsAs(format.id, id, formatById(id)?.extensions[0] ?? '')).toBe(true)
  }
})
