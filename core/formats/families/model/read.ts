import { lastIndexOf, latin1, u32be, u32le } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { readBySignature } from '../../family'
import { damaged, endsEarly, reading, sized } from '../../reading'
import type { Reading } from '../../reading'
import { readDrawing, readMetafile, readProduct, readSurfaces } from './drawing'
import { readObj, readOff, readPly } from './polygons'
import { readBinaryScene, readChunkScene, readProject } from './scene'
import { SIGNATURES } from './signatures'
import { readAsciiStl, readBinaryStl } from './stl'

/** The version an expression finds in the first line. */
const versionBy = (pattern: RegExp, head: Uint8Array) => pattern.exec(latin1(head, 0, 128))?.[1] ?? null

export const readModel = readBySignature(SIGNATURES, {
  binaryScene: readBinaryScene,
  project: readProject,
  binaryExchange: readBinaryExchange,
  textExchange: ({ head }) => reading('fbx', { version: versionBy(/^; FBX ([\d.]+)/, head), props: { form: 'ascii' } }),
  binaryStage: ({ head, size }) => {
    const stated = u32le(head, 16)
    return stated > size
      ? damaged('usdc', endsEarly(size, stated))
      : reading('usdc', { version: [...head.subarray(8, 11)].join('.'), verified: 'structure' })
  },
  textStage: ({ head }) => reading('usda', { version: versionBy(/^#usda ([\d.]+)/, head) }),
  layeredScene: ({ head, size }) => sized('lwo', size, 8 + u32be(head, 4), { version: latin1(head, 8, 12) }),
  frameScene: readFrameScene,
  world: ({ head }) => reading('wrl', { version: versionBy(/^#VRML V([\d.]+)/, head) }),
  product: readProduct,
  binaryDrawing: ({ head }) => reading('dwg', { version: latin1(head, 0, 6) }),
  publishedDrawing: ({ head }) => reading('dwf', { version: latin1(head, 6, 11) }),
  curves: ({ head }) => reading('3dm', { version: latin1(head, 24, 32).trim() }),
  grid: ({ head }) => reading(
    'vtk',
    { version: versionBy(/Version ([\d.]+)/, head), props: { form: /\nBINARY/.test(latin1(head, 0, 512)) ? 'binary' : 'ascii' } },
  ),
  elements: readElements,
  topology: ({ head }) => reading('brep', { version: versionBy(/Topology V(\d)/, head) }),
  ply: readPly,
  chunkScene: readChunkScene,
  shapes: ({ head, size }) => readShapes(head, size),
  surfaces: readSurfaces,
  plain: readPlain,
})

/** What has no signature of its own: the stricter tests first. */
async function readPlain(file: FileBytes): Promise<Reading | null> {
  for (const read of [readBinaryStl, readAsciiStl, readDrawing, readMetafile, readOff]) {
    const reading = await read(file)
    if (reading) return reading
  }
  const start = latin1(file.head, 0, 1024)
  return (/^\s*(?:#|v |mtllib |o |g )/.test(start) ? await readObj(file) : null) ?? readMaterials(start)
}

/** Frames in braces as text, or tokens; the header says which, and whether it is packed. */
async function readFrameScene(file: FileBytes): Promise<Reading> {
  const { head } = file
  const ascii = latin1(head, 8, 11) === 'txt'
  const rest = { version: `${latin1(head, 4, 6)}.${latin1(head, 6, 8)}`, props: { form: ascii ? 'ascii' : 'binary' } }
  if (!ascii) return reading('x', rest)
  return /\}\s*(?:(?:\/\/|#)[^\n]*\s*)*$/.test(latin1((await file.tail()).slice(-512)))
    ? reading('x', { ...rest, verified: 'structure' })
    : damaged('x', { kind: 'closing-brace-missing' }, rest)
}

/** Sixteen fixed bytes close it (common among writers, from memory). */
async function readBinaryExchange(file: FileBytes): Promise<Reading> {
  const closed = lastIndexOf((await file.tail()).slice(-64), '\xF8\x5A\x8C\x6A\xDE\xF5\xD9\x7E') >= 0
  const rest = { version: String(u32le(file.head, 23) / 1000), props: { form: 'binary' } }
  return closed ? reading('fbx', { ...rest, verified: 'structure' }) : damaged('fbx', { kind: 'closing-bytes-missing' }, rest)
}

async function readElements(file: FileBytes): Promise<Reading> {
  if (!/\$End\w+\s*$/.test(latin1(await file.tail()))) return damaged('msh', { kind: 'closing-line-missing' })
  return reading('msh', { version: versionBy(/\n([\d.]+) /, file.head), verified: 'structure' })
}

/** Map shapes and their index share one header: length in 16-bit words, big-endian; index entries are of 8 bytes. */
function readShapes(head: Uint8Array, size: number) {
  const stated = u32be(head, 24) * 2
  // the first record behind the header: number 1 and its length; in the index: its place, 50 words, and its length
  const plain = size === 100 ? ['shp', 'shx'] : 'shp'
  const id = size > 100 && u32be(head, 100) === 50 && (size - 100) % 8 === 0 ? 'shx' : plain
  return stated > size ? damaged(id, endsEarly(size, stated)) : reading(id, { verified: 'structure' })
}

function readMaterials(start: string) {
  const lines = start.split(/\r?\n/).map(line => line.trim()).filter(line => line !== '' && !line.startsWith('#'))
  return /^newmtl\s/.test(lines[0] ?? '') ? reading('mtl') : null
}
