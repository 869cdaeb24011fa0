/** What a measured property is, for conditions, forms and messages. */
export interface Property {
  label: string
  /** Unit as it stands behind a number; empty where there is none. */
  unit: string
  type: 'number' | 'text' | 'flag' | 'version'
}

const number = (label: string, unit = ''): Property => ({ label, unit, type: 'number' })
const text = (label: string): Property => ({ label, unit: '', type: 'text' })
const flag = (label: string): Property => ({ label, unit: '', type: 'flag' })

/** Every property a condition may ask for. */
export const PROPERTIES: Record<string, Property> = {
  version: { label: 'format version', unit: '', type: 'version' },
  pages: number('pages'), pageWidth: number('page width', 'mm'), pageHeight: number('page height', 'mm'), fontsEmbedded: flag('fonts embedded'),
  width: number('width', 'px'), height: number('height', 'px'), depth: number('depth', 'bits a channel'), resolution: number('resolution', 'dpi'),
  colorModel: text('colour model'), animated: flag('animated'), layers: number('layers'),
  lossy: flag('lossy'), preview: flag('preview embedded'), embeddedOriginal: flag('original embedded'),
  triangles: number('triangles'), form: text('form'), sizeX: number('size along x'), sizeY: number('size along y'), sizeZ: number('size along z'), watertight: flag('watertight'),
  duration: number('duration', 's'), sampleRate: number('sample rate', 'Hz'), channels: number('channels'), bitDepth: number('bit depth', 'bits'),
  bitRate: number('bit rate', 'bit/s'), audioCodec: text('sound codec'), videoCodec: text('video codec'), frameRate: number('frame rate', '1/s'),
  words: number('words'), sheets: number('sheets'), slides: number('slides'), macros: flag('macros'), title: text('title'), author: text('author'),
  sensitivity: text('sensitivity label'), created: text('created'), modified: text('modified'),
  encoding: text('encoding'), lineEnds: text('line ends'), rows: number('rows'), columns: number('columns'), delimiter: text('delimiter'),
  entries: number('entries'), unpackedSize: number('unpacked size', 'bytes'),
}
