import { latin1, startsWith, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, reading } from '../../reading'
import type { Reading } from '../../reading'

/** Whether 512 bytes are a header: the sum of its bytes stands in it in octal (POSIX.1-1988 tar), signed in some old writers. */
export function isTarHeader(bytes: Uint8Array, offset = 0): boolean {
  if (offset + 512 > bytes.length) return startsWith(bytes, 'ustar', offset + 257)
  const stated = /^ *([0-7]{1,7})[\0 ]/.exec(latin1(bytes, offset + 148, offset + 156))?.[1]
  if (stated === undefined) return false
  let [plain, signed] = [8 * 32, 8 * 32]
  for (let i = 0; i < 512; i++) {
    if (i >= 148 && i < 156) continue
    const byte = u8(bytes, offset + i)
    plain += byte
    signed += byte > 127 ? byte - 256 : byte
  }
  const sum = parseInt(stated, 8)
  return sum > 256 && (sum === plain || sum === signed)
}

/** Headers of 512 bytes, each followed by its file in whole blocks; two blocks of zeros close it. */
export async function readTar(file: FileBytes): Promise<Reading> {
  let [offset, entries, unpackedSize] = [0, 0, 0]
  let extended: number | null = null
  const props = () => ({ entries, unpackedSize })
  while (offset < file.size && entries < 1_000_000) {
    const header = await file.read(offset, 512)
    if (header.length < 512) return damaged('tar', { kind: 'ends-in-entry' }, { props: props() })
    if (header.every(byte => byte === 0)) {
      // nothing but zeros may follow the closing block; entries behind it are those a zeroed stretch cut off
      const next = await file.read(offset + 512, 512)
      if (next.length === 512 && isTarHeader(next)) return damaged('tar', { kind: 'part-zeros' }, { props: props() })
      return reading('tar', { verified: 'structure', props: props() })
    }
    if (!isTarHeader(header)) return damaged('tar', { kind: 'entry-checksum' }, { props: props() })
    // sizes past 8 GB are written in base 256
    const stated = u8(header, 124) & 0x80
      ? latin1(header, 128, 136).split('').reduce((sum, char) => sum * 256 + char.charCodeAt(0), 0)
      : parseInt(latin1(header, 124, 136).trim() || '0', 8) || 0
    const type = latin1(header, 156, 157)
    const size = /[xgLK]/.test(type) ? stated : extended ?? stated
    // an extended header may state the size of the entry behind it (POSIX.1-2001 pax)
    if (type === 'x') extended = sizeIn(latin1(await file.read(offset + 512, Math.min(stated, 65_536))))
    else if (!/[gLK]/.test(type)) extended = null
    // extended headers and long names are no entries of their own
    if (!/[xgLK]/.test(type)) {
      entries++
      unpackedSize += size
    }
    offset += 512
    // a file with holes may need more blocks for the list of them, each saying whether another follows
    for (let more = header[156] === 0x53 ? header[482] : 0; more === 1 && offset < file.size; offset += 512) {
      more = (await file.read(offset, 512))[504]
    }
    // links, devices and folders have no data behind them, whatever size they state
    if (!/[1-6]/.test(type)) offset += Math.ceil(size / 512) * 512
    if (offset > file.size) return damaged('tar', { kind: 'ends-in-entry' }, { props: props() })
  }
  return reading('tar', { verified: 'structure', props: props() })
}

function sizeIn(records: string): number | null {
  const match = /(?:^|\n)\d+ size=(\d+)\n/.exec(records)
  return match ? Number(match[1]) : null
}
