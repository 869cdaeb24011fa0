import { thousandths } from './reading'
import type { PropertyValue } from './reading'

/** Edges are paired up to this many triangles; past that whether a mesh is closed stays untold. */
const PAIRED = 200_000

/**
 * Measures a mesh: number of triangles, size of its box, and whether it is watertight: every edge belongs to exactly
 * two triangles, which run along it in opposite directions. Corners at the same place count as one.
 *
 * @param points - x, y, z of every corner, in model units
 * @param corners - three indices into `points` a triangle; empty: points three by three
 * @returns `triangles`, `sizeX` …, `watertight`
 * @example
 * measureTriangles([0, 0, 0, 1, 0, 0, 0, 1, 0], [0, 1, 2]) //=> { triangles: 1, sizeX: 1, sizeY: 1, sizeZ: 0, watertight: false }
 */
export function measureTriangles(points: ArrayLike<number>, corners: ArrayLike<number> | null): Record<string, PropertyValue> {
  const count = Math.floor((corners ? corners.length : points.length / 3) / 3)
  const props: Record<string, PropertyValue> = { triangles: count }
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  for (let i = 0; i < points.length; i++) {
    const value = points[i] ?? 0
    const axis = i % 3
    if (value < (low[axis] ?? 0)) low[axis] = value
    if (value > (high[axis] ?? 0)) high[axis] = value
  }
  for (const [axis, name] of (['sizeX', 'sizeY', 'sizeZ'] as const).entries()) {
    const size = (high[axis] ?? 0) - (low[axis] ?? 0)
    if (Number.isFinite(size)) props[name] = thousandths(size)
  }
  if (count > 0 && count <= PAIRED) {
    const closed = isWatertight(points, corners, count)
    if (closed !== null) props.watertight = closed
  }
  return props
}

function isWatertight(points: ArrayLike<number>, corners: ArrayLike<number> | null, count: number): boolean | null {
  const total = Math.floor(points.length / 3)
  if (total > 3 * PAIRED) return null
  const same = joinPlaces(points, total)
  // open addressing in typed arrays: a map of half a million keys would take ten times the memory
  const size = powerAbove(count * 3)
  const keys = new Float64Array(size).fill(-1)
  const uses = new Int32Array(size)
  const placeOf = (corner: number) => same[corners?.[corner] ?? corner] ?? 0
  for (let i = 0; i < count; i++) {
    const [a, b, c] = [placeOf(3 * i), placeOf(3 * i + 1), placeOf(3 * i + 2)]
    // a triangle without area closes nothing and opens nothing
    if (a === b || b === c || a === c) continue
    for (const [from, to] of [[a, b], [b, c], [c, a]] as const) {
      const key = Math.min(from, to) * total + Math.max(from, to)
      let offset = (Math.imul(Math.min(from, to), 0x9E3779B1) ^ Math.imul(Math.max(from, to), 0x85EBCA6B)) & (size - 1)
      while (keys[offset] !== -1 && keys[offset] !== key) offset = (offset + 1) & (size - 1)
      keys[offset] = key
      uses[offset] = (uses[offset] ?? 0) + (from < to ? 1 : 0x10000)
    }
  }
  let edges = 0
  for (let offset = 0; offset < size; offset++) {
    if (keys[offset] === -1) continue
    if (uses[offset] !== 0x10001) return false
    edges++
  }
  return edges > 0
}

/** For every corner the first one at the same place. */
function joinPlaces(points: ArrayLike<number>, total: number): Uint32Array {
  const size = powerAbove(total)
  const table = new Int32Array(size).fill(-1)
  const same = new Uint32Array(total)
  const word = new Float32Array(1)
  const bits = new Int32Array(word.buffer)
  const mix = (value: number) => {
    word[0] = value + 0
    return bits[0] ?? 0
  }
  for (let i = 0; i < total; i++) {
    const [x, y, z] = [points[3 * i] ?? 0, points[3 * i + 1] ?? 0, points[3 * i + 2] ?? 0]
    let offset = (Math.imul(mix(x), 0x9E3779B1) ^ Math.imul(mix(y), 0x85EBCA6B) ^ Math.imul(mix(z), 0xC2B2AE35))
    offset = (offset ^ (offset >>> 15)) & (size - 1)
    for (;; offset = (offset + 1) & (size - 1)) {
      const other = table[offset] ?? -1
      if (other < 0) {
        table[offset] = i
        same[i] = i
        break
      }
      if (points[3 * other] === x && points[3 * other + 1] === y && points[3 * other + 2] === z) {
        same[i] = other
        break
      }
    }
  }
  return same
}

const powerAbove = (count: number): number => 2 ** Math.ceil(Math.log2(Math.max(8, count * 1.6)))
