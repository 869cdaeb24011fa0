import { latin1, startsWith, u16le, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** A longer description is not parsed: what it makes in memory is many times as long. */
const DESCRIBED = 1024 * 1024

/** glTF 2.0 §4 (binary form): the header states the length, chunks theirs, the first is JSON. */
export async function readBinaryScene(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const [version, stated] = [String(u32le(head, 4)), u32le(head, 8)]
  // some writers leave the last padding out
  if (stated > size + 3) return damaged('glb', endsEarly(size, stated), { version })
  // version 1 states the length of its description, which is always JSON, and no kind
  const described = u32le(head, 12)
  const json = latin1(await file.read(20, Math.min(described, DESCRIBED)))
  if (version !== '1' && latin1(head, 16, 20) !== 'JSON') return damaged('glb', { kind: 'description-missing' }, { version })
  const props: Record<string, PropertyValue> = {}
  if (described <= DESCRIBED) setProps(props, { triangles: trianglesOf(json) })
  return reading('glb', { version: sceneVersion(json) ?? version, verified: 'structure', props })
}

export const sceneVersion = (json: string): string | null => /"asset"\s*:\s*\{[^}]*"version"\s*:\s*"([\d.]+)"/.exec(json)?.[1] ?? null

/** Triangles of all primitives in mode 4, from the counts of their indices or positions (§3.7.2). */
export function trianglesOf(json: string): number | undefined {
  try {
    const scene = JSON.parse(json) as {
      meshes?: { primitives?: { mode?: number, indices?: number, attributes?: Record<string, number> }[] }[]
      accessors?: { count?: number }[]
    }
    let total = 0
    for (const mesh of scene.meshes ?? []) {
      for (const primitive of mesh.primitives ?? []) {
        const count = scene.accessors?.[primitive.indices ?? primitive.attributes?.POSITION ?? -1]?.count
        if ((primitive.mode ?? 4) === 4 && typeof count === 'number') total += Math.floor(count / 3)
      }
    }
    return total
  }
  catch {
    return undefined
  }
}

/** Scene of nested chunks, each with number and length (layout common among programs, from memory). */
export async function readChunkScene(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const stated = u32le(head, 2)
  if (![0x0002, 0x3D3D, 0x3D3E].includes(u16le(head, 6)) && u16le(head, 6) !== 0x0002) return null
  if (stated > size) return damaged('3ds', endsEarly(size, stated))
  let triangles = 0
  let chunks = 0
  async function walk(from: number, to: number, depth: number): Promise<void> {
    for (let offset = from; offset + 6 <= to && chunks < 100_000;) {
      chunks++
      const chunk = await file.read(offset, 8)
      const [id, length] = [u16le(chunk, 0), u32le(chunk, 2)]
      if (length < 6) return
      if (id === 0x4120) triangles += u16le(chunk, 6)
      let inside = offset + 6
      if (id === 0x4000) inside += (await file.read(inside, 64)).indexOf(0) + 1
      if ((id === 0x3D3D || id === 0x4000 || id === 0x4100) && depth < 8) await walk(inside, Math.min(to, offset + length), depth + 1)
      offset += length
    }
  }
  await walk(6, Math.min(size, stated), 0)
  return reading('3ds', { verified: 'structure', props: { triangles } })
}

/** Scene project: blocks with lengths up to one named ENDB; newer ones are packed whole. */
export async function readProject(file: FileBytes): Promise<Reading> {
  const { head, size } = file
  const wide = latin1(head, 7, 8) === '-'
  const little = latin1(head, 8, 9) !== 'V'
  const version = /^(\d)(\d\d)/.exec(latin1(head, 9, 12))
  const rest = { version: version ? `${version[1]}.${Number(version[2])}` : null }
  if (!version) return reading('blend', rest)
  let offset = 12
  for (let blocks = 0; blocks < 1_000_000; blocks++) {
    const block = await file.read(offset, 24)
    if (startsWith(block, 'ENDB')) return reading('blend', { ...rest, verified: 'structure' })
    const length = little ? u32le(block, 4) : u8(block, 4) * 0x1000000 + (u8(block, 5) << 16) + (u8(block, 6) << 8) + u8(block, 7)
    offset += (wide ? 24 : 20) + length
    if (block.length < 8 || offset > size) return damaged('blend', { kind: 'closing-block-missing' }, rest)
  }
  return reading('blend', rest)
}
