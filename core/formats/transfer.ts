import { latin1 } from '../bytes/read'
import type { FileBytes } from '../bytes/source'

/**
 * Formats whose data is packed throughout or closed by something: a quarter of such a file is never nothing but zeros at its end.
 * Raw pictures and sound may well end in black or silence, and discs and tapes in empty blocks: those are not among them.
 */
const NEVER_ZEROS = new Set([
  'der', 'p12', 'p7m', 'p7s', 'lwo', 'tnef', 'mpc', 'qxd', 'pyc', 'icc',
  'djvu', 'gif', 'webp', 'heic', 'avif', 'jxl', 'wv', 'tta', 'ape', 'dts', 'mp2', 'mpg', 'm2ts', 'swf', 'ivf', 'nut', 'rm', 'mkv', 'mka',
  'webm', 'avi', 'mid', 'amr', 'cab', 'zst', 'tar.zst', 'lz4', 'lzma', 'lzh', 'z', 'rpm', 'deb',
  'woff', 'woff2', 'ttf', 'otf', 'ttc', 'pcf', 'pcl', 'plt', 'cgm', 'emf', 'wmf', 'glb', '3ds', 'usdc', 'fbx', 'fgb', 'pcx',
  'hdr', 'shp', 'mo', 'class', 'wasm', 'brep', 'wrl', 'obj', 'vtk', 'usda', 'mxf', 'mp3', 'aac',
])

/** Whether at least a quarter of a file, at its end, was never written: a download or copy that stopped after the room for it was made. */
export async function endsInZeros(file: FileBytes, id: string): Promise<boolean> {
  if (!NEVER_ZEROS.has(id)) return false
  const tail = await file.tail()
  const share = Math.min(tail.length, Math.max(32, Math.ceil(file.size / 4)))
  return file.size >= 64 && tail.subarray(tail.length - share).every(byte => byte === 0)
}

/** So many line ends in binary data are no chance: one in 256 would follow a carriage return. */
const LINE_ENDS = 8

/** Whether every line-feed byte of binary data follows a carriage return: the mark of a transfer that took it for text. */
export function wasSentAsText({ head }: FileBytes): boolean {
  if (!head.includes(0)) return false
  let count = 0
  for (let offset = head.indexOf(10); offset >= 0; offset = head.indexOf(10, offset + 1)) {
    if (head[offset - 1] !== 13) return false
    count++
  }
  return count >= LINE_ENDS && /[\x80-\xFF]/.test(latin1(head, 0, 4096))
}

/** Whether most lines that end so are words: then text with such line ends is packed in the data, as it was written. */
export function holdsLines({ head }: FileBytes): boolean {
  let [lines, words] = [0, 0]
  for (let offset = head.indexOf(10); offset >= 0; offset = head.indexOf(10, offset + 1)) {
    lines++
    if (/^[\x20-\x7E\r\n]{6}$/.test(latin1(head, offset - 5, offset + 1))) words++
  }
  return words * 2 > lines
}
