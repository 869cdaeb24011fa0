// Peak memory and time of reading one file, each in a process of its own: samples of every format, and files that ask for too much.
import { execFileSync } from 'node:child_process'
import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { deflateSync, gzipSync } from 'node:zlib'
import { build } from 'esbuild'
import { zipSync } from 'fflate'
import { crc32 } from '../core/bytes/checksum'
import { readCorpus } from '../tests/corpus/corpus'

const folder = '.data/bench/memory'
rmSync(folder, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })

const chunk = (kind: string, data: Uint8Array): Buffer => {
  const body = Buffer.concat([Buffer.from(kind, 'latin1'), data])
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)]
  length.writeUInt32BE(data.length)
  sum.writeUInt32BE(crc32(body) >>> 0)
  return Buffer.concat([length, body, sum])
}
const SIGNATURE = Buffer.from('\x89PNG\r\n\x1A\n', 'latin1')
const HEADER = chunk('IHDR', Uint8Array.of(0, 0, 0, 1, 0, 0, 0, 1, 8, 0, 0, 0, 0))
const PICTURE = chunk('IDAT', deflateSync(Uint8Array.of(0, 0)))
const END = chunk('IEND', new Uint8Array(0))
const png = (...chunks: Buffer[]) => Buffer.concat([SIGNATURE, HEADER, ...chunks, PICTURE, END])

const pdf = (contents: Buffer) => Buffer.concat([Buffer.from('%PDF-1.4\n1 0 obj\n'), contents, Buffer.from('\nstartxref\n9\n%%EOF\n')])

function sceneOf(length: number): Uint8Array {
  const json = Buffer.from(`{"asset":{"version":"2.0"},"nodes":[${'{},'.repeat(length / 3)}{}]}`)
  const head = Buffer.alloc(20)
  head.write('glTF', 0, 'latin1')
  head.writeUInt32LE(2, 4)
  head.writeUInt32LE(20 + json.length, 8)
  head.writeUInt32LE(json.length, 12)
  head.write('JSON', 16, 'latin1')
  return Buffer.concat([head, json])
}

/** Files that ask for more than they are worth, each a few megabytes, by what it does. */
const files: [name: string, make: () => Uint8Array][] = [
  ['text of a picture that unpacks to a gigabyte.png', () => {
    return png(chunk('zTXt', Buffer.concat([Buffer.from('a\0\0'), deflateSync(Buffer.alloc(1e9))])))
  }],
  ['two million chunks.png', () => png(Buffer.alloc(24e6, chunk('tEXt', new Uint8Array(0))))],
  ['scene of 200 MB of one line.glb', () => sceneOf(2e8)],
  ['scene just short enough to be parsed.glb', () => sceneOf(1e6)],
  ['data of 200 MB.json', () => Buffer.from(`{"a":[${'1,'.repeat(1e8)}1]}`)],
  ['markup nested a million deep.xml', () => Buffer.from(`<?xml version="1.0"?>${'<a>'.repeat(1e6)}${'</a>'.repeat(1e6)}`)],
  ['text of 200 MB.txt', () => Buffer.alloc(2e8, 'a line of plain text, again\n')],
  ['zeros packed ten thousandfold.gz', () => gzipSync(Buffer.alloc(1e9))],
  ['a hundred packed zeros.zip', () => zipSync(Object.fromEntries(Array.from({ length: 100 }, (_, at) => [`${at}.bin`, new Uint8Array(1e7)])))],
  ['a hundred thousand entries.zip', () => zipSync(Object.fromEntries(Array.from({ length: 1e5 }, (_, at) => [`${at}`, new Uint8Array(0)])))],
  ['mesh of a million triangles.stl', () => {
    const bytes = Buffer.alloc(84 + 50e6)
    bytes.writeUInt32LE(1e6, 80)
    for (let at = 84; at < bytes.length; at += 50) bytes.writeFloatLE(at / 1e6, at + 12)
    return bytes
  }],
  ['records of 200 MB.csv', () => Buffer.alloc(2e8, '1,2,3,barnacle\n')],
  ['quotes.csv', () => Buffer.alloc(2e7, '"')],
  ['lists in lists.yaml', () => Buffer.from(`a: ${'['.repeat(2e5)}`)],
  ['brackets.pdf', () => pdf(Buffer.alloc(2e7, '['))],
  ['objects.pdf', () => pdf(Buffer.alloc(3e7, '\nendobj\n1 0 obj <</Type/ObjStm>>'))],
]
for (const [name, make] of files) writeFileSync(`${folder}/${name}`, make())

await build({
  entryPoints: ['bench/read-one.ts'], bundle: true, platform: 'node', format: 'esm', outfile: '.data/bench/read-one.mjs', logLevel: 'error',
  banner: { js: 'import { createRequire as makeRequire } from "node:module"; const require = makeRequire(import.meta.url);' },
})
interface Told { above: number, took: number, state: string, id: string }
const readOne = (path: string) => JSON.parse(execFileSync('node', ['--expose-gc', '.data/bench/read-one.mjs', path], { encoding: 'utf8' })) as Told
const worst = { above: 0, took: 0 }
const say = (name: string, { above, took, state, id }: Told) => {
  worst.above = Math.max(worst.above, above)
  worst.took = Math.max(worst.took, took)
  console.log(`  ${name}: ${id} ${state}, ${Math.round(above)} MB above the start, ${(took / 1000).toFixed(1)} s`)
}
for (const [name] of files) say(name, readOne(`${folder}/${name}`))
console.log(`files that ask for too much: at most ${Math.round(worst.above)} MB above the start (goal ≤ 64), `
  + `${(worst.took / 1000).toFixed(1)} s (goal ≤ 10)`)

// one sample of each format, blown up where its format has room behind
Object.assign(worst, { above: 0, took: 0 })
const largest = new Map<string, { path: string, bytes: Uint8Array }>()
for (const sample of readCorpus()) if ((largest.get(sample.id)?.bytes.length ?? 0) < sample.bytes.length) largest.set(sample.id, sample)
let most = ''
for (const [id, { path, bytes }] of largest) {
  writeFileSync(`${folder}/sample`, bytes)
  const told = readOne(`${folder}/sample`)
  if (told.above > worst.above) most = `${id}, ${path}`
  worst.above = Math.max(worst.above, told.above)
}
console.log(`one sample of each of ${largest.size} formats: at most ${Math.round(worst.above)} MB above the start (${most}; goal ≤ 64)`)
rmSync(folder, { recursive: true })
