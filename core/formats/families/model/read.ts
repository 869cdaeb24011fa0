import { lastIndexOf, latin1, startsWith, u16le, u32be, u32le } from '../../../bytes/read'
import type { FamilyReader } from '../../family'
import { damaged, endsEarly, reading } from '../../reading'
import { readDrawing, readMetafile, readProduct, readSurfaces } from './drawing'
import { readObj, readOff, readPly } from './polygons'
import { readBinaryScene, readChunkScene, readProject } from './scene'
import { readAsciiStl, readBinaryStl } from './stl'

export const readModel: FamilyReader = async (file) => {
  const { head, size } = file
  const starts = (text: string) => startsWith(head, text)
  if (starts('glTF')) return readBinaryScene(file)
  if (starts('BLENDER')) return readProject(file)
  if (starts('Kaydara FBX Binary')) {
    // sixteen fixed bytes close it (common among writers, from memory)
    const closed = lastIndexOf((await file.tail()).slice(-64), '\xF8\x5A\x8C\x6A\xDE\xF5\xD9\x7E') >= 0
    const rest = { version: String(u32le(head, 23) / 1000), props: { form: 'binary' } }
    return closed ? reading('fbx', { ...rest, verified: 'structure' }) : damaged('fbx', { kind: 'closing-bytes-missing' }, rest)
  }
  if (starts('; FBX')) return reading('fbx', { version: /^; FBX ([\d.]+)/.exec(latin1(head, 0, 64))?.[1] ?? null, props: { form: 'ascii' } })
  if (starts('PXR-USDC')) return u32le(head, 16) > size ? damaged('usdc', endsEarly(size, u32le(head, 16))) : reading('usdc', { version: [...head.subarray(8, 11)].join('.'), verified: 'structure' })
  if (starts('#usda')) return reading('usda', { version: /^#usda ([\d.]+)/.exec(latin1(head, 0, 32))?.[1] ?? null })
  if (starts('#VRML')) return reading('wrl', { version: /^#VRML V([\d.]+)/.exec(latin1(head, 0, 32))?.[1] ?? null })
  if (starts('ISO-10303-21;')) return readProduct(file)
  if (/^AC10\d\d/.test(latin1(head, 0, 6)) && size > 32 && head.subarray(6, 12).includes(0)) return reading('dwg', { version: latin1(head, 0, 6) })
  if (starts('(DWF V')) return reading('dwf', { version: latin1(head, 6, 11) })
  if (starts('3D Geometry File Format')) return reading('3dm', { version: latin1(head, 24, 32).trim() })
  if (starts('\xFF\xFE\xFF\x0E') && latin1(head, 4, 32).replace(/\0/g, '').startsWith('SketchUp Model')) return reading('skp')
  if (starts('QC4DC4D6') || starts('C4DC4D6')) return reading('c4d')
  if (starts('//Maya ASCII')) return reading('ma')
  if (starts('# vtk DataFile')) return reading('vtk', { version: /Version ([\d.]+)/.exec(latin1(head, 0, 64))?.[1] ?? null, props: { form: /\nBINARY/.test(latin1(head, 0, 512)) ? 'binary' : 'ascii' } })
  if (starts('$MeshFormat')) return /\$End\w+\s*$/.test(latin1(await file.tail())) ? reading('msh', { version: /\n([\d.]+) /.exec(latin1(head, 0, 64))?.[1] ?? null, verified: 'structure' }) : damaged('msh', { kind: 'closing-line-missing' })
  if (starts('DBRep_DrawableShape') || starts('CASCADE Topology') || starts('\nCASCADE Topology')) return reading('brep', { version: /Topology V(\d)/.exec(latin1(head, 0, 128))?.[1] ?? null })
  if (starts('**ABCDEFGHIJKLMNOPQRSTUVWXYZ')) return reading('x_t')
  if (/^ply\r?\n/.test(latin1(head, 0, 5))) return readPly(file)
  if ((starts('MM') && [0x0002, 0x3D3D, 0x3D3E].includes(u16le(head, 6))) && u32le(head, 2) > 6) return readChunkScene(file)
  if (starts('\0\0\x27\x0A') && u32le(head, 28) === 1000) return readShapes(head, size)
  const start = latin1(head, 0, 1024)
  if (/^.{72}S[ 0]{6}1\s*$/m.test(start.slice(0, 90))) return readSurfaces(file)
  return await readBinaryStl(file) ?? await readAsciiStl(file) ?? await readDrawing(file) ?? await readMetafile(file) ?? await readOff(file)
    ?? (/^\s*(?:#|v |mtllib |o |g )/.test(start) ? await readObj(file) : null) ?? readMaterials(start)
}

/** Map shapes and their index share one header: length in 16-bit words, big-endian; index entries are of 8 bytes. */
function readShapes(head: Uint8Array, size: number) {
  const stated = u32be(head, 24) * 2
  // the first record behind the header: number 1 and its length; in the index: its place, 50 words, and its length
  const id = size > 100 && u32be(head, 100) === 50 && (size - 100) % 8 === 0 ? 'shx' : size === 100 ? ['shp', 'shx'] : 'shp'
  return stated > size ? damaged(id, endsEarly(size, stated)) : reading(id, { verified: 'structure' })
}

function readMaterials(start: string) {
  const lines = start.split(/\r?\n/).map(line => line.trim()).filter(line => line !== '' && !line.startsWith('#'))
  return /^newmtl\s/.test(lines[0] ?? '') ? reading('mtl') : null
}
