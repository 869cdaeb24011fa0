import { join } from '../../../bytes/inflate'
import { f32le, latin1, u16le, u32le } from '../../../bytes/read'
import { pieces } from '../../../bytes/cursor'
import type { FileBytes } from '../../../bytes/source'
import { measureTriangles } from '../../measure-mesh'
import { damaged, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { eachLine, Floats } from './lines'

const TRIANGLE = 50
const HEADER = 84
/** Meshes with more triangles are counted, not measured. */
const MEASURED = 600_000 / 3

/** Binary STL has no signature, only a length: 84 + 50 × triangles. Its header may begin with `solid`, which means nothing. */
export async function readBinaryStl(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (size < HEADER) return null
  const triangles = u32le(head, 80)
  const stated = HEADER + TRIANGLE * triangles
  const told = { form: 'binary', triangles }
  // some programs append colours or names behind the last facet
  const more = size > stated && size - stated < 4096 && triangles > 0 && (size - stated) % TRIANGLE !== 0
  if (stated === size || (more && looksLikeFacets(head, Math.min(8, triangles)))) {
    if (triangles === 0) return size === HEADER && /solid|stl|binary/i.test(latin1(head, 0, 80))
      ? reading('stl', { verified: 'structure', props: told, blank: true })
      : null
    if (!looksLikeFacets(head, Math.min(4, triangles), true)) return null
    if (triangles > MEASURED) return reading('stl', { verified: 'structure', props: told })
    const points = new Floats()
    let zeros = 0
    let rest: Uint8Array = new Uint8Array(0)
    for await (const piece of pieces(file, HEADER, TRIANGLE * triangles)) {
      const bytes = rest.length > 0 ? join([rest, piece]) : piece
      let offset = 0
      for (; offset + TRIANGLE <= bytes.length; offset += TRIANGLE) {
        let any = 0
        for (let corner = 12; corner < 48; corner += 12) {
          const [x, y, z] = [f32le(bytes, offset + corner), f32le(bytes, offset + corner + 4), f32le(bytes, offset + corner + 8)]
          points.push(x, y, z)
          if (x !== 0 || y !== 0 || z !== 0) any = 1
        }
        zeros = any ? 0 : zeros + 1
      }
      rest = bytes.slice(offset)
    }
    const props = { ...told, ...measureTriangles(points.values(), null), triangles }
    // a facet whose corners all lie in the origin has no area: a run of them up to the end was never written
    if (zeros > 2 && zeros < triangles) return damaged('stl', { kind: 'triangles-zeros', count: zeros }, { props })
    return reading('stl', { verified: 'structure', props })
  }
  if (hasUncounted(head, size, triangles)) return damaged('stl', { kind: 'lengths-disagree' }, { props: told })
  // cut short: only where every facet at hand is a plausible one, since any bytes could stand here
  if (stated > size && triangles < 50_000_000 && size >= HEADER + 2 * TRIANGLE
    && looksLikeFacets(head, Math.min(8, Math.floor((size - HEADER) / TRIANGLE)))) {
    return damaged('stl', { kind: 'ends-early', percent: Math.floor(100 * size / stated) }, { props: told })
  }
  return null
}

/** Facets behind those that are counted: the number is wrong, or not all of it is there. */
function hasUncounted(head: Uint8Array, size: number, triangles: number): boolean {
  const whole = (size - HEADER) / TRIANGLE
  return triangles > 0 && whole > triangles && Number.isInteger(whole) && looksLikeFacets(head, Math.min(16, whole))
}

function looksLikeFacets(head: Uint8Array, count: number, flat = false): boolean {
  let proper = 0
  for (let facet = 0; facet < count && HEADER + (facet + 1) * TRIANGLE <= head.length; facet++) {
    const position = HEADER + facet * TRIANGLE
    const normal = Math.hypot(f32le(head, position), f32le(head, position + 4), f32le(head, position + 8))
    const finite = [12, 16, 20, 24, 28, 32, 36, 40, 44].every(offset => Math.abs(f32le(head, position + offset)) < 1e9)
    if (!finite || (!flat && (u16le(head, position + 48) !== 0 || !(normal === 0 || Math.abs(normal - 1) < 0.02)))) return false
    if (normal !== 0) proper++
  }
  return flat || proper > 0
}

/** ASCII STL: `solid`, facets, `endsolid`; one file may hold several solids. */
export async function readAsciiStl(file: FileBytes): Promise<Reading | null> {
  if (!/^\s*solid\b/i.test(latin1(file.head, 0, 1024)) || !/\bfacet\s+normal\b|\bendsolid\b/i.test(latin1(file.head, 0, 8192))) return null
  const points = new Floats()
  let [facets, corners, ended] = [0, 0, false]
  let odd = false
  await eachLine(file, (line) => {
    const text = line.trim()
    if (/^vertex\b/i.test(text)) {
      corners++
      const [, x, y, z] = text.split(/\s+/).map(Number)
      if (![x, y, z].every(Number.isFinite)) odd = true
      else if (!points.full) points.push(x ?? 0, y ?? 0, z ?? 0)
    }
    else if (/^facet\b/i.test(text)) facets++
    else if (/^endsolid\b/i.test(text)) ended = true
    else if (text !== '') ended &&= !/^solid\b/i.test(text)
    return true
  })
  const props: Record<string, PropertyValue> = {
    form: 'ascii', ...(corners === 3 * facets && !points.full ? measureTriangles(points.values(), null) : { triangles: facets }),
  }
  if (!ended) return damaged('stl', { kind: 'closing-line-missing' }, { props })
  if (odd || corners !== 3 * facets) return damaged('stl', { kind: 'triangle-incomplete' }, { props })
  return reading('stl', { verified: 'structure', props, ...(facets === 0 ? { blank: true as const } : {}) })
}
