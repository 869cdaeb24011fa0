import { deflateRawSync } from 'node:zlib'
import { strToU8, zipSync } from 'fflate'
import { expect, test } from 'vitest'
import { crc32 } from '../bytes/checksum'
import { sourceFromBytes } from '../bytes/source'
import type { ByteSource } from '../bytes/source'
import { readBytes } from './identify'
import type { Reading } from './reading'

const text = (content: string) => strToU8(content)
const binary = (content: string) => Uint8Array.from(content, char => char.charCodeAt(0))

/** Reads with an eye on how much is asked for at once: never more than 64 MB, whatever the file says of itself. */
async function read(bytes: Uint8Array): Promise<Reading> {
  const source: ByteSource = {
    size: bytes.length,
    read(offset, length) {
      expect(length).toBeLessThanOrEqual(64 * 1024 * 1024)
      expect(offset).toBeGreaterThanOrEqual(0)
      return sourceFromBytes(bytes).read(offset, length)
    },
  }
  return readBytes(source)
}

function archiveOf(packed: Uint8Array, unpacked: number, crc: number): Uint8Array {
  const header = (central: boolean) => {
    const view = new DataView(new ArrayBuffer(central ? 46 : 30))
    view.setUint32(0, central ? 0x02014B50 : 0x04034B50, true)
    const offset = central ? 10 : 8
    view.setUint16(offset, 8, true)
    view.setUint32(offset + 6, crc, true)
    view.setUint32(offset + 10, packed.length, true)
    view.setUint32(offset + 14, unpacked, true)
    view.setUint16(offset + 18, 1, true)
    return new Uint8Array(view.buffer)
  }
  const end = new DataView(new ArrayBuffer(22))
  end.setUint32(0, 0x06054B50, true)
  end.setUint16(8, 1, true)
  end.setUint16(10, 1, true)
  end.setUint32(12, 47, true)
  end.setUint32(16, 31 + packed.length, true)
  return Uint8Array.from(Buffer.concat([header(false), text('a'), packed, header(true), text('a'), new Uint8Array(end.buffer)]))
}

test('an archive that unpacks to absurd size is in order, with the limit noted', async () => {
  const zeros = new Uint8Array(300_000_000)
  expect(await read(archiveOf(deflateRawSync(zeros), zeros.length, crc32(zeros)))).toMatchObject({
    candidates: ['zip'], state: 'ok', verified: 'structure', fault: { kind: 'unpacked-in-part', megabytes: 268 },
  })
})

test('four gigabytes declared in a few bytes are damage, not memory', async () => {
  const lying: [string, Uint8Array][] = [
    ['wav', binary('RIFF\xF0\xFF\xFF\x7FWAVEfmt \x10\0\0\0\x01\0\x02\0\x44\xAC\0\0\x10\xB1\x02\0\x04\0\x10\0data\xF0\xFF\xFF\x7F')],
    ['png', binary('\x89PNG\r\n\x1A\n\xFF\xFF\xFF\xF0IHDR\xFF\xFF\xFF\xFF\xFF\xFF\xFF\xFF\x08\x02\0\0\0')],
    ['glb', binary('glTF\x02\0\0\0\xFF\xFF\xFF\xFF\xFF\xFF\xFF\xFFJSON')],
    ['psd', binary('8BPS\0\x01\0\0\0\0\0\0\0\x03\xFF\xFF\xFF\xFF\xFF\xFF\xFF\xFF\0\x08\0\x03\xFF\xFF\xFF\xFF')],
    ['tif', binary('II*\0\xF0\xFF\xFF\xFF\0\0\0\0')],
    ['7z', binary('7z\xBC\xAF\x27\x1C\0\x04\0\0\0\0\xFF\xFF\xFF\xFF\0\0\0\0\xFF\xFF\xFF\xFF\0\0\0\0\0\0\0\0')],
    ['mkv', binary('\x1A\x45\xDF\xA3\x8B\x42\x82\x88matroska\x18\x53\x80\x67\x01\x00\x00\x00\xFF\xFF\xFF\xF0')],
  ]
  for (const [id, bytes] of lying) expect([(await read(bytes)).state, id]).toEqual(['damaged', id])
})

test('entities are never resolved, outside ones never fetched', async () => {
  const bomb = `<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "${'x'.repeat(100)}">${Array.from(
    { length: 30 }, (_, at) => `<!ENTITY e${at} "&b;&b;&b;&b;">`,
  ).join('')}<!ENTITY out SYSTEM "file:///etc/passwd">]><a>&e29;&out;</a>`
  expect(await read(text(bomb))).toMatchObject({ candidates: ['xml'], state: 'ok' })
})

test('archives within archives are not entered', async () => {
  let inner = zipSync({ 'a.txt': text('a') })
  for (let depth = 0; depth < 40; depth++) inner = zipSync({ 'a.zip': inner })
  expect(await read(inner)).toMatchObject({ candidates: ['zip'], state: 'ok', props: { entries: 1 } })
})

test('a hundred thousand entries are read in bounds', async () => {
  const entries = Object.fromEntries(Array.from({ length: 60_000 }, (_, at) => [`f${at}`, new Uint8Array(0)]))
  expect((await read(zipSync(entries, { level: 0 }))).props.entries).toBe(60_000)
})

test('a document that refers to itself in circles ends', async () => {
  const body = '%PDF-1.4\n1 0 obj\n<</Type/Catalog/Pages 2 0 R>>\nendobj\n2 0 obj\n<</Type/Pages/Count 2/Kids[2 0 R 3 0 R]/Parent 2 0 '
    + 'R/MediaBox 4 0 R>>\nendobj\n3 0 obj\n<</Type/Pages/Kids[2 0 R]/Count 3 0 R>>\nendobj\n4 0 obj\n4 0 R\nendobj\n'
  const offsets = [...body.matchAll(/\d+ 0 obj/g)].map(found => String(found.index).padStart(10, '0'))
  const table = `xref\n0 5\n0000000000 65535 f \n${offsets.map(offset => `${offset} 00000 n \n`).join('')}trailer\n<</Size 5/Root 1 0 `
    + `R/Prev ${body.length}>>\nstartxref\n${body.length}\n%%EOF`
  expect(await read(text(body + table))).toMatchObject({ candidates: ['pdf'], state: 'damaged', fault: { kind: 'contents-unread' } })
})

test('texts made to mislead expressions are read to the end', async () => {
  const hard = [
    `<?xml${'<!---->'.repeat(9000)}`, `<!DOCTYPE a [${'>'.repeat(9000)}`, '\n'.repeat(60_000), `#${'\n'.repeat(30_000)}x`,
    '<'.repeat(60_000), `{"a":${'['.repeat(60_000)}`, `${'  0\n'.repeat(12_000)}`, `From: ${'a: b\n'.repeat(12_000)}`,
    `%PDF-1.4 ${'/Length 1 '.repeat(6000)}startxref 9`, '$a = 1\n'.repeat(9000), `X:1\n${'T:x\n'.repeat(20_000)}`, `graph ${'a'.repeat(60_000)}`,
    `{"a": "${'x'.repeat(4_000_000)}`, `["${'\\n'.repeat(500_000)}`, '['.repeat(2_000_000),
    `a,b\n${'"'.repeat(900_001)}`, '-----BEGIN '.repeat(90_000),
    `<?xml version="1.0"?>${'<a>'.repeat(400_000)}${'</a>'.repeat(400_000)}`, `<?xml version="1.0"?><a ${'b="c" '.repeat(200_000)}/>`,
    `<?xml version="1.0"?><!DOCTYPE a [${'<!ENTITY a "b">'.repeat(90_000)}]><a/>`, `{"a": 1${' // x\n'.repeat(90_000)}`,
  ]
  // an expression of exponential time would never come back from these
  for (const sample of hard) expect((await read(text(sample))).state).not.toBe('unread')
})
