import { endOf } from './end'
import { ownOf } from '../../../text/own'
import { outermostKeys } from './json-keys'
import { isJsonBeginning } from './json-prefix'
import { decodeText } from '../../../text/decode'
import type { FileBytes } from '../../../bytes/source'
import { sceneVersion, trianglesOf } from '../model/scene'
import { damaged, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Longer texts are only looked at at their ends: a parsed text takes many times its length in memory. */
const WHOLE = 4 * 1024 * 1024

const GEOMETRIES = new Set(['Point', 'MultiPoint', 'LineString', 'MultiLineString', 'Polygon', 'MultiPolygon'])
type Tree = Record<string, unknown>
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Formats written in JSON by what their outermost keys hold, in whatever order; the most telling first. */
const KINDS: readonly (readonly [id: string, tells: (top: Tree, size: number) => boolean])[] = [
  ['geojson', ({ type, ...top }) => (type === 'FeatureCollection' && Array.isArray(top.features)) || (type === 'Feature' && 'geometry' in top)
    || (type === 'GeometryCollection' && Array.isArray(top.geometries)) || (GEOMETRIES.has(String(type)) && Array.isArray(top.coordinates))],
  ['topojson', top => top.type === 'Topology' && 'arcs' in top],
  ['gltf', ({ asset, ...top }) => isTree(asset) && ('version' in asset || 'meshes' in top || 'nodes' in top)],
  ['ipynb', ({ nbformat, cells, worksheets }) => typeof nbformat === 'number' && (Array.isArray(cells) || Array.isArray(worksheets))],
  ['gdoc', (top, size) => size < 2048 && ('doc_id' in top || 'resource_id' in top) && ('url' in top || 'email' in top)],
]
/** The same by a look at both ends of a text that is cut or too long to be parsed. */
const MARKS: readonly (readonly [id: string, mark: RegExp])[] = [
  ['geojson', /"type"\s*:\s*"(?:FeatureCollection|Feature|GeometryCollection)"/], ['topojson', /"type"\s*:\s*"Topology"/],
  ['gltf', /"asset"\s*:\s*\{[^}]*"version"/], ['ipynb', /"nbformat"\s*:\s*\d|"cells"\s*:\s*\[[^]*"cell_type"/],
]
const VERSIONS: Record<string, (text: string) => string | null> = {
  gltf: sceneVersion,
  ipynb: text => /"nbformat"\s*:\s*(\d+)/.exec(text)?.[1] ?? null,
}

function guessKind(...ends: string[]): string {
  return MARKS.find(([, mark]) => ends.some(end => mark.test(end)))?.[0] ?? 'json'
}

const kindOf = (top: Tree, size: number): string | null => KINDS.find(([, tells]) => tells(top, size))?.[0] ?? null

/** Outermost keys with as much of their values as tells a format. */
function treeOf(keys: ReadonlyMap<string, string>): Tree {
  return Object.fromEntries([...keys].map(([key, text]): [string, unknown] => {
    if (text.startsWith('[')) return [key, []]
    if (text.startsWith('{')) return [key, /"version"\s*:/.test(text) ? { version: text } : {}]
    return [key, /^\d+$/.test(text) ? Number(text) : text.replace(/^"|"$/g, '')]
  }))
}

/** JSON (RFC 8259), and the formats written in it. */
export async function readJson(file: FileBytes, start: string, props: Record<string, PropertyValue>): Promise<Reading | null> {
  if (file.size > WHOLE) {
    const end = await endOf(file)
    if (isLines(start)) return reading('ndjson', { props })
    const keys = await outermostKeys(file)
    const told = keys.size > 0 ? kindOf(treeOf(keys), file.size) : null
    const id = told ?? guessKind(start.slice(0, 65_536), end)
    const version = ownOf(VERSIONS, id)?.([...keys].map(([key, value]) => `"${key}":${value}`).join(',')) ?? null
    return /[\]}]$/.test(end) ? reading(id, { version, props }) : damaged(id, { kind: 'ends-before-bracket' }, { version, props })
  }
  const text = decodeText(await file.whole(WHOLE))?.text.replace(/^\uFEFF/, '') ?? ''
  let top: unknown
  try {
    top = JSON.parse(text)
  }
  catch {
    return readUnparsed(text, props)
  }
  const id = isTree(top) ? kindOf(top, file.size) ?? 'json' : 'json'
  if (id === 'gltf') setProps(props, { triangles: trianglesOf(text) })
  return reading(id, { version: ownOf(VERSIONS, id)?.(text) ?? null, verified: 'structure', props })
}

/** One record a line, or a text that stops before its brackets close; anything else that does not parse is other text. */
function readUnparsed(text: string, props: Record<string, PropertyValue>): Reading | null {
  const lines = text.split('\n').filter(line => line.trim() !== '')
  const last = lines.at(-1) ?? ''
  if (lines.length > 1 && lines.slice(0, -1).every(isRecord)) {
    props.rows = lines.length
    if (isRecord(last)) return reading('ndjson', { verified: 'structure', props })
    return isJsonBeginning(last) ? damaged('ndjson', { kind: 'last-line-incomplete' }, { props }) : null
  }
  if (!isJsonBeginning(text.trimEnd())) return null
  const id = guessKind(text.slice(0, 65_536))
  return damaged(id, { kind: 'ends-before-bracket' }, { version: ownOf(VERSIONS, id)?.(text) ?? null, props })
}

function isRecord(line: string): boolean {
  try {
    return typeof JSON.parse(line) === 'object'
  }
  catch {
    return false
  }
}

/** Whether the first lines are each a record of their own. */
function isLines(text: string): boolean {
  const lines = text.slice(0, 262_144).split('\n').filter(line => line.trim() !== '').slice(0, 2)
  return lines.length === 2 && lines.every(isRecord)
}
