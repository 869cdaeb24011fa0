import { endOf } from './end'
import { ownOf } from '../../../text/own'
import { decodeText } from '../../../text/decode'
import type { FileBytes } from '../../../bytes/source'
import { sceneVersion, trianglesOf } from '../model/scene'
import { damaged, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Longer texts are only looked at at their ends: a parsed text takes many times its length in memory. */
const WHOLE = 4 * 1024 * 1024

/** Formats written in JSON, the most telling first: by the first 8 kB, the first text, the length of the file. */
const KINDS: readonly (readonly [id: string, tells: (head: string, start: string, size: number) => boolean])[] = [
  ['geojson', head => /"type"\s*:\s*"(?:FeatureCollection|Feature|GeometryCollection)"/.test(head)],
  ['topojson', head => /"type"\s*:\s*"Topology"/.test(head)],
  ['gltf', (_, start) => /"asset"\s*:\s*\{[^}]*"version"/.test(start)],
  ['ipynb', (head, start) => /"nbformat"\s*:\s*\d/.test(start) || (/"cells"\s*:\s*\[/.test(head) && /"cell_type"/.test(start))],
  ['gdoc', (_, start, size) => isPointer(size, start)],
]
const VERSIONS: Record<string, (text: string) => string | null> = {
  gltf: sceneVersion,
  ipynb: text => /"nbformat"\s*:\s*(\d+)/.exec(text)?.[1] ?? null,
}

/** JSON (RFC 8259), and the formats written in it. */
export async function readJson(file: FileBytes, start: string, props: Record<string, PropertyValue>): Promise<Reading | null> {
  const head = start.slice(0, 8192)
  const id = KINDS.find(([, tells]) => tells(head, start, file.size))?.[0] ?? 'json'
  if (file.size > WHOLE) {
    const end = await endOf(file)
    if (isLines(start)) return reading(['ndjson', 'json'], { props })
    return /[\]}]$/.test(end) ? reading(id, { props }) : damaged(id, { kind: 'ends-before-bracket' }, { props })
  }
  const text = decodeText(await file.whole(WHOLE))?.text.replace(/^\uFEFF/, '') ?? ''
  if (id === 'gltf') setProps(props, { triangles: trianglesOf(text) })
  const version = ownOf(VERSIONS, id)?.(text) ?? null
  try {
    JSON.parse(text)
    return reading(id, { version, verified: 'structure', props })
  }
  catch {
    if (isLines(text)) {
      const lines = text.split('\n').filter(line => line.trim() !== '')
      props.rows = lines.length
      return isRecord(lines.at(-1) ?? '')
        ? reading('ndjson', { verified: 'structure', props })
        : damaged('ndjson', { kind: 'last-line-incomplete' }, { props })
    }
    return openAtEnd(text) && (id === 'geojson' || /^\s*[{[]\s*["{[\d-]/.test(text))
      ? damaged(id, { kind: 'ends-before-bracket' }, { version, props })
      : null
  }
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

/** A few keys with an address and the number of a document elsewhere: no work, only where it is. */
function isPointer(size: number, text: string): boolean {
  return size < 2048 && /"(?:doc_id|resource_id)"\s*:/.test(text) && /"(?:url|email)"\s*:/.test(text)
}

/** Whether brackets are well nested but not all closed: the mark of a text cut short, not of one that is no JSON. */
function openAtEnd(text: string): boolean {
  const open: string[] = []
  let inText = false
  for (let i = 0; i < text.length; i++) {
    const char = text[i]
    if (inText) {
      if (char === '\\') i++
      else if (char === '"') inText = false
      continue
    }
    if (char === '"') inText = true
    else if (char === '{' || char === '[') open.push(char === '{' ? '}' : ']')
    else if ((char === '}' || char === ']') && open.pop() !== char) return false
  }
  return inText || open.length > 0
}
