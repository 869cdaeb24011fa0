import { ownOf } from '../text/own'

/** What a measured property is, for conditions, forms and messages. */
export interface Property {
  label: string
  /** Unit as it stands behind a number; empty where there is none. */
  unit: string
  type: 'number' | 'text' | 'flag' | 'version'
  /** Values no further apart count as the same: writers round sizes and pad sounds. */
  tolerance?: number
  /** The values there are, where they are few. */
  values?: readonly string[]
  /** What a holder does about a value that is too small, too large, or simply another. */
  wayOut?: { more?: string, less?: string, change?: string }
}

type WayOut = Property['wayOut']
const number = (label: string, unit = '', wayOut?: WayOut): Property => ({ label, unit, type: 'number', ...(wayOut ? { wayOut } : {}) })
const text = (label: string, values?: readonly string[], wayOut?: WayOut): Property => ({
  label, unit: '', type: 'text', ...(values ? { values } : {}), ...(wayOut ? { wayOut } : {}),
})
const flag = (label: string, change?: string): Property => ({ label, unit: '', type: 'flag', ...(change ? { wayOut: { change } } : {}) })

const about = (tolerance: number, property: Property): Property => ({ ...property, tolerance })

const PAGE = { change: 'Set the page size and export it again.' }
const LARGER = { more: 'Export it larger, from the original.', less: 'Export it smaller.' }
const SCALED = { change: 'Check the unit it was exported in, and export it again.' }

/** Every property a condition may ask for. */
export const PROPERTIES: Record<string, Property> = {
  version: { label: 'format version', unit: '', type: 'version' },
  pages: number('pages', '', { more: 'Are pages missing?', less: 'Shorten it, or hand in only the asked pages.' }),
  pageWidth: about(0.6, number('page width', 'mm', PAGE)), pageHeight: about(0.6, number('page height', 'mm', PAGE)),
  fontsEmbedded: flag('fonts embedded', 'Export it again with all fonts embedded.'),
  width: number('width', 'px', LARGER), height: number('height', 'px', LARGER), depth: number('depth', 'bits a channel'),
  resolution: number('resolution', 'dpi'), colorModel: text('colour model', ['gray', 'rgb', 'cmyk', 'indexed', 'lab']),
  animated: flag('animated', 'Save it as asked: one picture, or several in motion.'),
  layers: number('layers', '', { more: 'Was it flattened? Hand in the file with its layers.', less: 'Join layers and save it again.' }),
  lossy: flag('lossy'), preview: flag('preview embedded'), embeddedOriginal: flag('original embedded'),
  triangles: number('triangles', '', { more: 'Export it with a finer mesh.', less: 'Export it with a coarser mesh.' }),
  form: text('form', ['ascii', 'binary']),
  sizeX: about(0.01, number('size along x', '', SCALED)), sizeY: about(0.01, number('size along y', '', SCALED)),
  sizeZ: about(0.01, number('size along z', '', SCALED)),
  watertight: flag('watertight', 'Close its holes and export it again.'),
  duration: about(0.06, number('duration', 's', { more: 'Is it complete?', less: 'Shorten it and export it again.' })),
  sampleRate: number('sample rate', 'Hz', { change: 'Export it again at an asked rate.' }),
  channels: number('channels', '', { change: 'Export it again with the asked channels.' }), bitDepth: number('bit depth', 'bits'),
  bitRate: number('bit rate', 'bit/s'),
  audioCodec: text('sound codec'), videoCodec: text('video codec'), frameRate: about(0.01, number('frame rate', 'frames/s')),
  words: number('words', '', { more: 'It is shorter than asked.', less: 'Shorten it.' }), sheets: number('sheets'),
  slides: number('slides', '', { more: 'Are slides missing?', less: 'Shorten it.' }),
  macros: flag('macros', 'Save it again without or with macros, as asked.'), title: text('title'), author: text('author'),
  sensitivity: text('sensitivity label'), created: text('created'), modified: text('modified'),
  encoding: text('encoding', ['utf-8', 'us-ascii', 'utf-16le', 'utf-16be', 'windows-1252'], { change: 'Save it again in an asked encoding.' }),
  lineEnds: text('line ends', ['lf', 'crlf', 'cr', 'mixed']),
  rows: number('rows', '', { more: 'Are rows missing?', less: 'It has more rows than asked.' }), columns: number('columns'),
  delimiter: text('delimiter', [',', ';', '\t'], { change: 'Export it again with the asked delimiter.' }),
  entries: number('entries'), unpackedSize: number('unpacked size', 'bytes'),
}

/** A property by its name, which may be anything that stands in a file's facts. */
export function propertyOf(name: string): Property | undefined {
  return ownOf(PROPERTIES, name)
}
