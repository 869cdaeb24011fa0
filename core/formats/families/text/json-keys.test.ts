import { strToU8 } from 'fflate'
import { describe, expect, test } from 'vitest'
import { openBytes, sourceFromBytes } from '../../../bytes/source'
import { readBytes } from '../../identify'
import { outermostKeys } from './json-keys'

const keysOf = async (text: string) => Object.fromEntries(await outermostKeys(await openBytes(sourceFromBytes(strToU8(text)))))
/** More numbers than are parsed at once. */
const LONG = `[${'1,'.repeat(2_200_000)}1]`
const read = async (text: string) => {
  const { candidates: [id], version, state } = await readBytes(sourceFromBytes(strToU8(text)))
  return [id, version, state]
}

describe('outermost keys of a text', () => {
  // JSON.parse is the independent witness
  test.each([
    '{"type": "Topology", "arcs": [[1, 2]], "n": -1.5e3, "no": null}', '{ "a" : { "b" : { "type" : 1 } } , "c" : [ { "d" : 2 } ] }',
    '{"with \\"quote\\" and {": 1, "type": "x", "s": "a \\\\", "t": "}]:,"}', '\n\t{"a":[],"b":{},"c":""}', '{}', '[{"type": "Feature"}]', '"type"',
  ])('%s: are those that a parser finds', async (text) => {
    const top: unknown = JSON.parse(text)
    const isObject = typeof top === 'object' && !Array.isArray(top)
    const asked = Object.entries(isObject ? top as object : {}).filter(([key]) => !key.includes('"'))
    const found = await keysOf(text)
    expect(Object.keys(found).filter(key => key !== '')).toEqual(asked.map(([key]) => key))
    for (const [key, value] of asked) expect(JSON.parse(found[key] ?? '0')).toEqual(value)
  })

  test('of a long value its beginning is kept, of many keys the first', async () => {
    const found = await keysOf(`{"a":${LONG},${Array.from({ length: 300 }, (_, at) => `"k${at}":${at}`).join(',')}}`)
    expect([found.a?.length, Object.keys(found).length, found.k198]).toEqual([256, 200, '198'])
  })

  test('what breaks off tells what came before it', async () => {
    expect(await keysOf('{"type":"Topology","arcs":[[1,')).toEqual({ type: '"Topology"', arcs: '[[1,' })
    expect(await keysOf('{"type":"Topo')).toEqual({ type: '"Topo' })
  })
})

// RFC 7946 §1.4, the TopoJSON specification §2, glTF 2.0 §3.2, nbformat 4: members may come in any order
describe('formats written in a long JSON text', () => {
  test.each<[text: string, told: unknown[]]>([
    [`{"bbox":${LONG},"type":"FeatureCollection","features":${LONG}}`, ['geojson', null, 'ok']],
    [`{"arcs":${LONG},"type":"Topology","objects":{"a":${LONG}}}`, ['topojson', null, 'ok']],
    [`{"accessors":${LONG},"asset":{"generator":"x","version":"2.0"},"meshes":${LONG}}`, ['gltf', '2.0', 'ok']],
    [`{"cells":${LONG},"nbformat":4,"metadata":${LONG}}`, ['ipynb', '4', 'ok']],
    [`{"a":${LONG},"b":{"type":"FeatureCollection","features":[]},"c":${LONG}}`, ['json', null, 'ok']],
    [`{"arcs":${LONG},"type":"Topology","objects":{"a":${LONG.slice(0, -1)}`, ['topojson', null, 'damaged']],
  ])('one of %#: is told by its outermost keys alone', async (text, told) => {
    expect(await read(text)).toEqual(told)
  })
})
