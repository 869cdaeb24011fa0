import { formatById } from '../../core/formats/registry'
import type { Sample } from './corpus'

/** One way in which files are damaged on the way: changed bytes, or `null` where it would change nothing. */
export interface Damage {
  kind: string
  damage(sample: Sample): Uint8Array | null
  /** Whether the format lets it be told at all. */
  tellable(sample: Sample): boolean
}

/**
 * Formats that state neither a length nor an end nor a checksum, or only in parts (facts of the formats): cut short they are
 * shorter files of the same kind.
 */
const OPEN_ENDED = new Set([
  'mbox', 'mht', 'vtt', 'ass', 'ris', 'm3u', 'mif', 'tab', 'asc', 'po', 'pdb', 'cif', 'fasta', 'fastq', 'url', 'desktop', 'vtk',
  'usda', 'wrl', 'obj', 'mtl', 'brep', 'fig', 'plt', 'pcl', 'lyx', 'wasm',
  'mp2', 'aac', 'ac3', 'dts', 'mpg', 'nut', 'dcm', 'nc', 'fgb', 'class', 'lzma', 'z', 'qcow2', 'vmdk', 'rm', 'abw', 'hdr', 'pem',
  'hdf4', 'miff', 'mrw', 'qxd', 'pyc', 'mpc',
])
/** Producers whose files leave out what others of the same format write: no length, no count of frames, text form. */
const LEFT_OUT = new RegExp('piped|untagged|sox\\.mp3|^\\d+-libjxl\\.jxl|assimp-fbxa|live|fragmented'
  + '|assimp-suite\\.x|lhasa-suite|xz-utils-suite\\.lz|hdf5-suite|suite\\.im1|suite\\.dcx')
/** Raw samples, pages and blocks may well be zeros to the end; so may what holds them as they are. */
const ZEROS_HAPPEN = new Set([
  'bmp', 'tif', 'dng', 'tga', 'dds', 'fits', 'sgi', 'psd', 'pam', 'pfm', 'ppm', 'pgm', 'pbm', 'ico', 'exr', 'dcm', 'wav', 'aiff',
  'caf', 'au', 'voc', 'w64', 'y4m', 'ply', 'elf', 'exe', 'gpkg', 'sqlite', 'dbf', 'shx', 'h5', 'nc', 'npy', 'mat', 'qcow2',
  'dpx', 'ras', 'xwd', 'cin', 'miff', 'hdf4', 'mrw', 'dff', 'dsf', 'dcx',
  'vmdk', 'vhd', 'iso', 'tar', 'class', 'wasm', 'rm', 'wma', 'wmv', 'mxf', 'xls', 'doc', 'ppt', 'msi', 'lzma', 'z',
])

export const DAMAGES: readonly Damage[] = [
  ...[0.3, 0.6, 0.9].map((share): Damage => ({
    kind: `cut after ${share * 100} %`,
    damage: ({ bytes }) => (Math.floor(bytes.length * share) > 0 ? bytes.slice(0, Math.floor(bytes.length * share)) : null),
    // what pads an archive's last record is no part of its contents
    tellable: ({ id, path, bytes }) => !isFree(id) && !OPEN_ENDED.has(id) && !LEFT_OUT.test(path)
      && bytes.subarray(Math.floor(bytes.length * share)).some(byte => byte !== 0) && !(id === 'cpio' && share > 0.5),
  })),
  {
    kind: 'second half zeros',
    damage({ bytes }) {
      const changed = bytes.slice()
      changed.fill(0, Math.ceil(bytes.length / 2))
      return changed.some((byte, at) => byte !== bytes[at]) ? changed : null
    },
    tellable: ({ id, path }) => !ZEROS_HAPPEN.has(id) && !LEFT_OUT.test(path),
  },
  {
    kind: 'sent as text',
    damage({ bytes, id }) {
      // line ends of one byte become two; text formats stay what they are
      const changed = Uint8Array.from([...bytes].flatMap((byte, at) => (byte === 10 && bytes[at - 1] !== 13 ? [13, 10] : [byte])))
      return isText(id) || changed.length === bytes.length ? null : changed
    },
    // a few line ends may stand there by chance
    tellable: ({ bytes, id }) => bytes.subarray(0, 65_536).filter(byte => byte === 10).length >= 8 && bytes.includes(0)
      && !['iso', 'ar', 'sqlite'].includes(id),
  },
  {
    kind: 'one bit changed',
    damage({ bytes, id }) {
      if (!CHECKED.has(id)) return null
      const changed = bytes.slice()
      const position = Math.floor(bytes.length * 0.7)
      changed[position] = (changed[position] ?? 0) ^ 0x10
      return changed
    },
    // the longest of the sums that xz offers is not computed, nor what is packed by further filters
    tellable: ({ bytes, path }) => bytes.length > 600 && !/xz-utils-suite/.test(path),
  },
]

/** Formats whose data carries checksums all over, so that a changed bit can be told. */
const CHECKED = new Set([
  'png', 'apng', 'gz', 'tar.gz', 'flac', 'ogg', 'opus', 'ogv', 'docx', 'odt', 'odp', 'pptx', 'epub', '3mf', 'gnumeric', 'svgz',
  'bz2', 'tar.bz2', 'xz', 'tar.xz', 'lz', 'fit', 'tnef', 'jng', 'mng',
])

const isFree = (id: string): boolean => formatById(id)?.freeText ?? false

function isText(id: string): boolean {
  const format = formatById(id)
  return format?.freeText === true || (format?.kindOf.includes('txt') ?? false)
    || ['txt', 'html', 'xml', 'json', 'rtf', 'step', 'iges', 'brep', 'dxf', 'ps', 'eps', 'plt', 'vtk', 'pgp', 'stl', 'off', 'ply', 'fbx'].includes(id)
}
