import { latin1, u16be, u16le, u32be, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { measureTriangles } from '../../measure-mesh'
import { damaged, endsEarly, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { eachLine, Floats } from './lines'

type Props = Record<string, PropertyValue>

/** Corners of polygons as triangles of a fan. */
class Fans {
  readonly points = new Floats()
  readonly corners: number[] = []
  count = 0
  add(polygon: readonly number[]): void {
    for (let i = 1; i + 1 < polygon.length; i++) {
      this.count++
      if (this.corners.length < 600_000) this.corners.push(polygon[0] ?? 0, polygon[i] ?? 0, polygon[i + 1] ?? 0)
    }
  }

  measure(): Props {
    return this.count * 3 === this.corners.length && !this.points.full
      ? measureTriangles(this.points.values(), this.corners)
      : { triangles: this.count }
  }
}

/** OBJ: lines by their first word; faces name corners from 1, or backwards from the last. */
export async function readObj(file: FileBytes): Promise<Reading | null> {
  const start = latin1(file.head, 0, 4096)
  const lines = start.split(/\r?\n/)
    .slice(0, file.size > 4096 ? -1 : undefined).map(line => line.trim()).filter(line => line !== '' && !line.startsWith('#'))
  if (lines.length === 0
    || !lines.every(line => /^(?:v|vn|vt|vp|f|fo|o|g|s|usemtl|mtllib|l|p|cstype|deg|curv|surf|parm|end)(?:\s|$)/.test(line))
    || !lines.some(line => /^(?:v\s+-?[\d.]|mtllib\s)/.test(line))) return null
  const mesh = new Fans()
  let vertices = 0
  let far = 0
  let joined = ''
  await eachLine(file, (raw) => {
    const line = joined + raw.trimEnd()
    if (line.endsWith('\\')) {
      joined = line.slice(0, -1)
      return true
    }
    joined = ''
    const parts = line.trim().split(/\s+/)
    if (parts[0] === 'v') {
      vertices++
      if (!mesh.points.full) mesh.points.push(Number(parts[1]), Number(parts[2]), Number(parts[3]))
    }
    else if (parts[0] === 'f') {
      const polygon = parts.slice(1).map(part => parseInt(part, 10)).map(index => (index < 0 ? vertices + index : index - 1))
      far = Math.max(far, ...polygon.slice(0, 1000))
      mesh.add(polygon.slice(0, 1000))
    }
    return true
  })
  const props = mesh.measure()
  if (far >= vertices) return damaged('obj', { kind: 'corner-not-there' }, { props })
  return reading('obj', { verified: 'structure', props, ...(vertices === 0 && mesh.count === 0 ? { blank: true as const } : {}) })
}

/** OFF: counts, corners, then faces. */
export async function readOff(file: FileBytes): Promise<Reading | null> {
  const start = latin1(file.head, 0, 512)
  const keyword = /^\s*(?:ST)?C?N?4?n?OFF\b([^\n]*)/.exec(start)
  if (!keyword) return null
  if (/BINARY/.test(keyword[1] ?? '')) return reading('off', { props: { form: 'binary' } })
  const mesh = new Fans()
  const numbers: number[] = []
  let [vertices, faces] = [-1, -1]
  let done = 0
  let first = true
  await eachLine(file, (raw) => {
    const line = raw.replace(/#.*/, '').trim().replace(first ? /^(?:ST)?C?N?4?n?OFF\b/ : /^$/, '').trim()
    first = false
    if (line === '') return true
    const values = line.split(/\s+/).map(Number)
    if (vertices < 0) {
      numbers.push(...values)
      if (numbers.length >= 2) [vertices, faces] = [numbers[0] ?? 0, numbers[1] ?? 0]
      return true
    }
    if (done < vertices && !mesh.points.full) mesh.points.push(values[0] ?? 0, values[1] ?? 0, values[2] ?? 0)
    else if (done >= vertices && done < vertices + faces) mesh.add(values.slice(1, 1 + Math.min(1000, values[0] ?? 0)))
    done++
    return true
  })
  const props: Props = { form: 'ascii', ...mesh.measure() }
  if (vertices < 0 || done < vertices + faces) {
    return damaged('off', { kind: 'fewer-corners', found: done, stated: Math.max(0, vertices + faces) }, { props })
  }
  return reading('off', { verified: 'structure', props, ...(faces === 0 ? { blank: true as const } : {}) })
}

const LITTLE: Record<number, typeof u8> = { 1: u8, 2: u16le, 4: u32le }
const BIG: Record<number, typeof u8> = { 1: u8, 2: u16be, 4: u32be }
const SIZES: Record<string, number> = {
  char: 1, uchar: 1, int8: 1, uint8: 1, short: 2, ushort: 2, int16: 2, uint16: 2, int: 4, uint: 4, int32: 4, uint32: 4, float: 4,
  float32: 4, double: 8, float64: 8,
}

interface PlyElement { name: string, count: number, properties: { name: string, type: string, list: string | null }[] }

/** PLY: a header in text, then elements as lines or bytes. */
export async function readPly(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const headerText = /^ply\r?\n[\s\S]*?\nend_header[ \t]*\r?\n/.exec(latin1(head))
  if (!headerText) return damaged('ply', { kind: 'ends-in-header' })
  const header = headerText[0]
  const format = /\nformat (\w+) ([\d.]+)/.exec(header)
  const elements: PlyElement[] = []
  for (const line of header.split(/\r?\n/)) {
    const words = line.trim().split(/\s+/)
    if (words[0] === 'element') elements.push({ name: words[1] ?? '', count: Number(words[2]) || 0, properties: [] })
    if (words[0] === 'property') elements.at(-1)?.properties.push(words[1] === 'list'
      ? { name: words[4] ?? '', type: words[3] ?? '', list: words[2] ?? '' }
      : { name: words[2] ?? '', type: words[1] ?? '', list: null })
  }
  const binary = format?.[1] !== 'ascii'
  const rest = { version: format?.[2] ?? null, props: { form: binary ? 'binary' : 'ascii' } as Props }
  const total = elements.reduce((sum, element) => sum + element.count, 0)
  if (!binary) {
    const mesh = new Fans()
    let [element, left, done, skipping] = [0, elements[0]?.count ?? 0, 0, true]
    await eachLine(file, (line) => {
      if (skipping) {
        skipping = line.trim() !== 'end_header'
        return true
      }
      if (line.trim() === '') return true
      while (left === 0 && element < elements.length - 1) left = elements[++element]?.count ?? 0
      const values = line.trim().split(/\s+/).map(Number)
      const current = elements[element]
      if (current?.name === 'vertex' && !mesh.points.full) mesh.points.push(values[0] ?? 0, values[1] ?? 0, values[2] ?? 0)
      if (current?.name === 'face') mesh.add(values.slice(1, 1 + Math.min(1000, values[0] ?? 0)))
      left--
      done++
      return true
    })
    Object.assign(rest.props, mesh.measure())
    if (done < total) return damaged('ply', { kind: 'fewer-lines', found: done, stated: total }, rest)
    return reading('ply', { verified: 'structure', ...rest, ...(total === 0 ? { blank: true as const } : {}) })
  }
  const little = format?.[1] === 'binary_little_endian'
  const told = await walkBinary(file, header.length, elements, little)
  if (told === null) return reading('ply', rest)
  Object.assign(rest.props, told.props)
  return told.reach > size
    ? damaged('ply', endsEarly(size, told.reach), rest)
    : reading('ply', { verified: 'structure', ...rest, ...(total === 0 ? { blank: true as const } : {}) })
}

async function walkBinary(
  file: FileBytes, from: number, elements: readonly PlyElement[], little: boolean,
): Promise<{ reach: number, props: Props } | null> {
  const mesh = new Fans()
  // elements before the faces have rows of one length; faces are walked, up to what is measured
  let offset = from
  for (const element of elements) {
    const lists = element.properties.some(property => property.list !== null)
    if (element.properties.some(property => !SIZES[property.type] || (property.list !== null && !SIZES[property.list]))) return null
    if (!lists) {
      const row = element.properties.reduce((sum, property) => sum + (SIZES[property.type] ?? 0), 0)
      if (element.name === 'vertex' && offset + row * element.count <= file.size && row * element.count < 32 * 1024 * 1024) {
        const bytes = await file.read(offset, row * element.count)
        const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
        const [wide, narrow] = [
          element.properties[0]?.type === 'double' || element.properties[0]?.type === 'float64',
          element.properties[0]?.type.startsWith('float'),
        ]
        for (let i = 0; i < element.count && (wide || narrow) && !mesh.points.full; i++) mesh.points.push(...[0, 1, 2].map(axis => (wide
          ? view.getFloat64(i * row + 8 * axis, little)
          : view.getFloat32(i * row + 4 * axis, little))) as [number, number, number])
      }
      offset += row * element.count
      continue
    }
    if (offset > file.size || element.count > 2_000_000) return { reach: offset, props: { triangles: element.count } }
    const bytes = await file.read(offset, Math.min(file.size - offset, 32 * 1024 * 1024))
    if (offset + bytes.length < file.size && bytes.length >= 32 * 1024 * 1024) return { reach: offset, props: {} }
    const number = (type: string, place: number) => {
      const width = SIZES[type] ?? 1
      return (little ? LITTLE[width] ?? u32le : BIG[width] ?? u32be)(bytes, place)
    }
    let place = 0
    for (let i = 0; i < element.count; i++) {
      for (const property of element.properties) {
        if (property.list === null) {
          place += SIZES[property.type] ?? 0
          continue
        }
        const count = number(property.list, place)
        place += SIZES[property.list] ?? 0
        const width = SIZES[property.type] ?? 0
        if (element.name === 'face' && place + count * width <= bytes.length) {
          mesh.add(Array.from({ length: Math.min(count, 1000) }, (_, k) => number(property.type, place + k * width)))
        }
        place += count * width
      }
      if (place > bytes.length) break
    }
    offset += place
  }
  return { reach: offset, props: mesh.measure() }
}
