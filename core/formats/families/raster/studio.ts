import { latin1, startsWith, u32be, u32le } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading, sized } from '../../reading'
import type { Reading } from '../../reading'
import { proveChunk } from './png'

/** Chunks with length, name and sum, as in PNG (MNG 1.0, JNG 1.0): the first states the size, one of its own closes. */
export async function readChunked(file: FileBytes, id: string, closing: string): Promise<Reading> {
  const props = { width: u32be(file.head, 16), height: u32be(file.head, 20) }
  let offset = 8
  for (let chunks = 0; offset + 12 <= file.size && chunks < 1_000_000; chunks++) {
    const [length, name] = [u32be(await file.read(offset, 4), 0), latin1(await file.read(offset + 4, 4))]
    if (offset + 12 + length > file.size) return damaged(id, endsEarly(file.size, offset + 12 + length), { props })
    const wrong = await proveChunk(file, offset, length, name)
    if (wrong) return damaged(id, wrong, { props })
    if (name === closing) return reading(id, { verified: 'checksum', props })
    offset += 12 + length
  }
  return damaged(id, { kind: 'closing-chunk-missing' }, { props })
}

/** A scanned film picture (SMPTE ST 268): byte order by the first letters, then offset and length of the whole. */
export function readFilmScan(head: Uint8Array, size: number): Reading {
  const long = startsWith(head, 'SDPX') ? u32be : u32le
  return sized('dpx', size, long(head, 16) === 0xFFFFFFFF ? 0 : long(head, 16), { props: { width: long(head, 772), height: long(head, 776) } })
}

/** A workstation's picture: eight numbers, then colours and points. */
export function readWorkstation(head: Uint8Array, size: number): Reading {
  const [width, height, depth, type] = [4, 8, 12, 20].map(offset => u32be(head, offset)) as [number, number, number, number]
  // packed points state only how long they are unpacked
  const points = type === 2 ? 0 : Math.ceil(width * depth / 16) * 2 * height
  return sized('ras', size, 32 + u32be(head, 28) + points, { props: { width, height, depth: depth > 8 ? 8 : depth } })
}

/** Fax pages one behind the other: a table of where they begin, closed by zero. */
export function readFaxPages({ head, size }: FileBytes): Reading {
  let last = 0
  for (let page = 0; page < 1024 && u32le(head, 4 + 4 * page) !== 0; page++) last = Math.max(last, u32le(head, 4 + 4 * page))
  return sized('dcx', size, last + 128)
}

/** A picture of drawing commands: the last one says that it ends, in one byte or in two by its version. */
export async function readCommands(file: FileBytes): Promise<Reading> {
  const tail = await file.tail()
  let end = tail.length
  // some writers fill the last block
  while (end > 0 && tail[end - 1] === 0) end--
  return tail[end - 1] === 0xFF ? reading('pict', { verified: 'structure' }) : damaged('pict', { kind: 'end-mark-missing' })
}

/** A dump of a screen: header with the window's name, colours of 12 bytes, lines of a stated length. */
export function readScreen(head: Uint8Array, size: number): Reading {
  const [header, height, line, colours] = [0, 20, 48, 76].map(offset => u32be(head, offset)) as [number, number, number, number]
  return sized('xwd', size, header + 12 * colours + line * height)
}
