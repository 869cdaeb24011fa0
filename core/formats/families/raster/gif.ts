import { cursor } from '../../../bytes/cursor'
import { latin1, u16le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** GIF89a §17–27: blocks are walked by their sizes to the trailer. */
export async function readGif(file: FileBytes): Promise<Reading | null> {
  const { head } = file
  const version = latin1(head, 3, 6)
  if (version !== '87a' && version !== '89a') return null
  const props: Record<string, PropertyValue> = { width: u16le(head, 6), height: u16le(head, 8), colorModel: 'indexed', depth: (u8(head, 10) & 7) + 1 }
  const read = cursor(file)
  const rest = { version, props }
  let [pictures, padding] = [0, 0]
  let offset = 13 + (u8(head, 10) & 0x80 ? 3 * 2 ** ((u8(head, 10) & 7) + 1) : 0)
  for (;;) {
    const block = await read(offset, 11)
    const kind = u8(block, 0)
    // readers do without the closing byte where the picture is whole
    if (block.length === 0 && pictures === 0) return damaged('gif', { kind: 'no-picture' }, rest)
    if (block.length === 0) break
    if (kind === 0x3B) break
    if (kind === 0x2C) {
      pictures++
      offset += 11 + (u8(block, 9) & 0x80 ? 3 * 2 ** ((u8(block, 9) & 7) + 1) : 0)
    }
    else if (kind === 0x21) offset += 2
    // some writers put padding between blocks and all readers pass over it
    else if (kind === 0 && padding++ < 65_536) {
      offset += 1
      continue
    }
    else return damaged('gif', { kind: 'part-unreadable' }, rest)
    for (let sub = u8(await read(offset, 1), 0); ; sub = u8(await read(offset, 1), 0)) {
      offset += sub + 1
      if (offset > file.size) return damaged('gif', { kind: 'ends-in-picture' }, rest)
      if (sub === 0) break
    }
  }
  if (pictures === 0) return damaged('gif', { kind: 'no-picture' }, rest)
  props.animated = pictures > 1
  return reading('gif', { verified: 'structure', ...rest })
}
