import { crc32Of } from '../../../bytes/checksum'
import { indexOf, latin1, startsWith, u32be, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import type { Fault } from '../../faults'
import { damaged, endsEarly, reading } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

/** Chunks walked; what stands behind so many is not looked at. */
const CHUNKS = 1_000_000
const COLOURS = ['gray', '', 'rgb', 'indexed', 'gray', '', 'rgb']

/** What is wrong with a chunk, whose sum stands behind it over name and data (§5.3); `null`: nothing. */
export async function proveChunk(file: FileBytes, offset: number, length: number, type: string): Promise<Fault | null> {
  const agrees = await crc32Of(file, offset + 4, 4 + length) === u32be(await file.read(offset + 8 + length, 4), 0)
  return agrees ? null : { kind: 'chunk-checksum', name: /^[A-Za-z]{4}$/.test(type) ? type : 'next' }
}

/** PNG (ISO/IEC 15948 §5, §11): chunks are walked to IEND by their lengths, each held against its CRC. */
export async function readPng(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  // the signature (§5.2) is made so that a transfer as text spoils it
  if (!startsWith(head, '\x89PNG\r\n\x1A\n')) return indexOf(head.subarray(0, 40), 'IHDR') > 0 ? damaged('png', { kind: 'sent-as-text' }) : null
  const props: Record<string, PropertyValue> = { width: u32be(head, 16), height: u32be(head, 20), depth: u8(head, 24), animated: false }
  const colour = COLOURS[u8(head, 25)]
  if (colour) props.colorModel = colour
  const id = () => (props.animated === true ? 'apng' : 'png')
  let offset = 8
  let data = false
  for (let chunks = 0; ; chunks++) {
    if (chunks >= CHUNKS) return reading(id(), { verified: 'structure', props })
    const header = await file.read(offset, 21)
    if (header.length < 12) return damaged(id(), { kind: 'closing-chunk-missing' }, { props })
    const length = u32be(header, 0)
    const type = latin1(header, 4, 8)
    if (offset + 12 + length > size) return damaged(id(), endsEarly(size, offset + 12 + length), { props })
    const wrong = await proveChunk(file, offset, length, type)
    if (wrong) return damaged(id(), wrong, { props, verified: 'checksum' })
    if (chunks === 0 && type !== 'IHDR') return damaged('png', { kind: 'header-chunk-missing' })
    if (type === 'acTL' && !data) props.animated = true
    if (type === 'IDAT') data = true
    if (type === 'pHYs' && u8(header, 16) === 1) props.resolution = Math.round(u32be(header, 8) * 0.0254)
    offset += 12 + length
    if (type === 'IEND') break
  }
  if (!data) return damaged(id(), { kind: 'no-picture' }, { props })
  return reading(id(), { verified: 'checksum', props })
}
