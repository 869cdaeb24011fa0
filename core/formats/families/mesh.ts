import type { FileBytes } from '../../bytes/source'
import { f32le, latin1, startsWith, u16le, u32le } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { Reading } from '../reading'

const TRIANGLE = 50
const HEADER = 84

/** Meshes: binary STL has no signature, only a length (84 + 50 × triangles); text forms by their keywords. */
export async function readMesh(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const binary = readBinaryStl(head, size)
  if (binary) return binary
  const start = latin1(head, 0, 1024)
  if (/^\s*solid\b/.test(start) && /\bfacet\s+normal\b|\bendsolid\b/.test(latin1(head, 0, 4096))) {
    const end = latin1(await file.tail()).trimEnd()
    if (!/endsolid[^\n]*$/.test(end)) return damaged('stl', 'its closing line is missing', { props: { form: 'ascii' } })
    const text = latin1(await file.whole(64 * 1024 * 1024))
    return reading('stl', { verified: 'structure', props: { form: 'ascii', triangles: (text.match(/\bfacet\s+normal\b/g) ?? []).length } })
  }
  if (/^ply\r?\n/.test(start)) {
    const form = /\nformat ascii/.test(start) ? 'ascii' : 'binary'
    return reading('ply', { props: { form }, version: /\nformat \w+ ([\d.]+)/.exec(start)?.[1] ?? null })
  }
  if (/^(?:ST)?(?:C|N|4|n)*OFF(?: BINARY)?\s/.test(start)) return reading('off')
  if (startsWith(head, 'ISO-10303-21;')) {
    const id = /FILE_SCHEMA\s*\(\s*\(\s*'IFC/i.test(latin1(head)) ? 'ifc' : 'step'
    const end = latin1(await file.tail()).trimEnd()
    if (!end.endsWith('END-ISO-10303-21;')) return damaged(id, 'its closing line is missing')
    return reading(id, { verified: 'structure' })
  }
  if (/^[^\r\n]{72}S {6}1\r?\n/.test(start)) return reading('iges')
  const drawing = /^\s*0\s*\r?\n\s*SECTION\s*\r?\n/.test(start) || /^(?:\s*999\r?\n[^\n]*\n)+\s*0\s*\r?\n\s*SECTION/.test(start)
  if (drawing || startsWith(head, 'AutoCAD Binary DXF')) {
    const version = /\$ACADVER\s*\r?\n\s*1\s*\r?\n\s*(AC\d{4})/.exec(latin1(head))?.[1] ?? null
    if (drawing && !/\n\s*EOF\s*$/.test(latin1(await file.tail()))) return damaged('dxf', 'its closing mark is missing', { version })
    return reading('dxf', { version, verified: drawing ? 'structure' : 'signature' })
  }
  return readObj(start)
}

function readObj(start: string): Reading | null {
  const lines = start.split(/\r?\n/).slice(0, -1).filter(line => line.trim() !== '' && !line.startsWith('#'))
  const known = lines.filter(line => /^(?:v|vn|vt|f|o|g|s|usemtl|mtllib|l)\s/.test(line))
  return lines.length > 0 && known.length === lines.length && lines.some(line => /^(?:v\s+-?[\d.]|mtllib\s)/.test(line)) ? reading('obj') : null
}

function readBinaryStl(head: Uint8Array, size: number): Reading | null {
  if (size < HEADER) return null
  const triangles = u32le(head, 80)
  const stated = HEADER + TRIANGLE * triangles
  const props = { form: 'binary', triangles }
  if (stated === size) return triangles === 0 && !looksLikeFacets(head, 0) && size !== HEADER ? null : reading('stl', { verified: 'structure', props })
  // cut short: only where every facet at hand is a plausible one, since any bytes could stand here
  if (stated > size && triangles < 50_000_000 && size >= HEADER + 2 * TRIANGLE && looksLikeFacets(head, Math.min(8, Math.floor((size - HEADER) / TRIANGLE)))) {
    return damaged('stl', `it ends after ${Math.floor(100 * size / stated)} % of the length its header states`, { props })
  }
  return null
}

function looksLikeFacets(head: Uint8Array, count: number): boolean {
  let proper = 0
  for (let facet = 0; facet < count; facet++) {
    const at = HEADER + facet * TRIANGLE
    const normal = Math.hypot(f32le(head, at), f32le(head, at + 4), f32le(head, at + 8))
    const finite = [12, 16, 20, 24, 28, 32, 36, 40, 44].every(offset => Math.abs(f32le(head, at + offset)) < 1e9)
    if (!finite || u16le(head, at + 48) !== 0 || !(normal === 0 || Math.abs(normal - 1) < 0.01)) return false
    if (normal !== 0) proper++
  }
  return proper > 0
}
