import { formatById } from '../../core/formats/registry'
import type { Sample } from './corpus'

/** What happens to files on the way. Each gives changed bytes, or `null` where it would change nothing or nothing that could be told. */
export const DAMAGES: Record<string, (sample: Sample) => Uint8Array | null> = {
  'cut after 30 %': ({ bytes }) => cut(bytes, 0.3),
  'cut after 60 %': ({ bytes }) => cut(bytes, 0.6),
  'cut after 90 %': ({ bytes }) => cut(bytes, 0.9),
  'second half zeros': ({ bytes }) => {
    const changed = bytes.slice()
    changed.fill(0, Math.ceil(bytes.length / 2))
    return differs(bytes, changed) ? changed : null
  },
  'sent as text': ({ bytes, id }) => {
    // line ends of one byte become two; text formats stay what they are
    if (isText(id)) return null
    const changed = Uint8Array.from([...bytes].flatMap((byte, at) => (byte === 10 && bytes[at - 1] !== 13 ? [13, 10] : [byte])))
    return changed.length > bytes.length ? changed : null
  },
  'one bit changed': ({ bytes, id }) => {
    if (!CHECKED.has(id)) return null
    const changed = bytes.slice()
    const at = Math.floor(bytes.length * 0.7)
    changed[at] = (changed[at] ?? 0) ^ 0x10
    return changed
  },
}

/** Formats whose parts carry checksums all over, so that any changed bit can be told. */
const CHECKED = new Set(['png', 'apng', 'gz', 'tar.gz', 'flac', 'ogg', 'opus', 'ogv', 'zip', 'docx', 'xlsx', 'pptx', 'odt', 'ods', 'odp', 'epub', '3mf', 'jar', 'gnumeric', 'svgz'])

const differs = (a: Uint8Array, b: Uint8Array): boolean => a.length !== b.length || a.some((byte, at) => byte !== b[at])

function cut(bytes: Uint8Array, share: number): Uint8Array | null {
  const length = Math.floor(bytes.length * share)
  return length > 0 ? bytes.slice(0, length) : null
}

export function isText(id: string): boolean {
  const format = formatById(id)
  return format?.freeText === true || (format?.satisfies.some(one => one === 'txt' || one === 'xml' || one === 'json') ?? false)
    || ['txt', 'html', 'xml', 'json', 'rtf', 'step', 'iges', 'brep', 'dxf', 'ps', 'eps', 'pgm', 'ppm', 'pbm', 'plt', 'abw'].includes(id)
}
