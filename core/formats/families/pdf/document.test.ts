import { deflateSync } from 'node:zlib'
import { expect, test } from 'vitest'
import { sourceFromBytes } from '../../../bytes/source'
import { readBytes } from '../../identify'

/** How a document of one page is written whose objects lie in an object stream (ISO 32000-1 §7.5.7, §7.5.8). */
interface Way { filter?: string, predictor?: 2, shift?: number, spoil?: boolean, kids?: string }

function write({ filter = '/FlateDecode', predictor, shift = 0, spoil = false, kids = '[3 0 R]' }: Way = {}): Uint8Array {
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>', `<</Type/Pages/Count 1/Kids ${kids}>>`, '<</Type/Page/Parent 2 0 R/MediaBox[0 0 612 792]>>',
  ]
  const text = objects.map(object => `${object} `)
  const offsets = text.map((_, at) => text.slice(0, at).join('').length)
  const table = offsets.map((offset, at) => `${at + 1} ${offset}`).join(' ') + ' '
  const packed = deflateSync(Buffer.from(table + text.join(''), 'latin1'))
  if (spoil) packed.fill(0xFF, 0, 12)
  const stream = Buffer.concat([
    Buffer.from(`%PDF-1.5\n4 0 obj\n<</Type/ObjStm/N 3/First ${table.length}/Filter${filter}/Length ${packed.length}>>\nstream\n`, 'latin1'),
    packed, Buffer.from('\nendstream\nendobj\n'),
  ])
  const places = [[0, 0, 0], [2, 4, 0], [2, 4, 1], [2, 4, 2], [1, 9, 0], [1, stream.length, 0]]
  const rows = Buffer.from(places.flatMap(([kind = 0, place = 0, more = 0]) => [kind, place >> 8, place & 255, more]))
  // stored as the difference from the byte before, in rows of four
  const stored = predictor ? rows.map((byte, at) => (at % 4 === 0 ? byte : byte - (rows[at - 1] ?? 0))) : rows
  const data = deflateSync(stored)
  const parms = predictor ? '/DecodeParms<</Predictor 2/Columns 4>>' : ''
  return Uint8Array.from(Buffer.concat([
    stream,
    Buffer.from(`5 0 obj\n<</Type/XRef/Size 6/W[1 2 1]/Root 1 0 R/Filter${filter}${parms}/Length ${data.length}>>\nstream\n`), data,
    Buffer.from(`\nendstream\nendobj\nstartxref\n${stream.length + shift}\n%%EOF\n`),
  ]))
}
const read = (way: Way) => readBytes(sourceFromBytes(write(way)))

test.each<[string, Way]>([
  ['as usual', {}], ['by the short name of its method', { filter: '/Fl' }], ['by differences from byte to byte (TIFF 6.0 §14)', { predictor: 2 }],
])('objects in a stream, packed %s', async (_, way) => {
  expect(await read(way)).toMatchObject({ state: 'ok', verified: 'structure', fault: null, props: { pages: 1, pageWidth: 215.9 } })
})

test('where the list of objects is not where the end says, they are searched for, in streams too: in order, and told', async () => {
  expect(await read({ shift: 7 })).toMatchObject({ state: 'ok', verified: 'signature', fault: { kind: 'repaired' }, props: { pages: 1 } })
})

test.each<[string, Way]>([
  ['the stream of its objects does not unpack', { spoil: true }], ['its first page is nowhere', { kids: '[9 0 R]' }],
])('%s: damaged', async (_, way) => {
  expect(await read(way)).toMatchObject({ candidates: ['pdf'], state: 'damaged', fault: { kind: 'contents-unread' } })
})
