import { u16le, u32le } from '../../../bytes/read'
import { propertyText } from '../../reading'

/** Numbers of the properties read (MS-OLEPS, SummaryInformation and DocumentSummaryInformation). */
export interface Summary { title?: string, author?: string, created?: string, modified?: string, pages?: number, words?: number, slides?: number }

const SUMMARY: Record<number, keyof Summary> = { 2: 'title', 4: 'author', 12: 'created', 13: 'modified', 14: 'pages', 15: 'words' }
const DOCUMENT: Record<number, keyof Summary> = { 7: 'slides' }

/** Reads a property set (MS-OLEPS §2.18–2.21): the first section of typed values. */
export function readSummary(bytes: Uint8Array, kind: 'summary' | 'document'): Summary {
  const wanted = kind === 'summary' ? SUMMARY : DOCUMENT
  const summary: Summary = {}
  const section = u32le(bytes, 44)
  const count = Math.min(u32le(bytes, section + 4), 200)
  let codePage = 1252
  for (const pass of [1, 2]) {
    for (let i = 0; i < count; i++) {
      const number = u32le(bytes, section + 8 + 8 * i)
      const offset = section + u32le(bytes, section + 12 + 8 * i)
      const type = u32le(bytes, offset) & 0xFFFF
      if (pass === 1) {
        if (number === 1 && type === 2) codePage = u16le(bytes, offset + 4)
        continue
      }
      const key = wanted[number]
      if (key === undefined) continue
      if (key === 'pages' || key === 'words' || key === 'slides') {
        if (type === 3) summary[key] = u32le(bytes, offset + 4)
        continue
      }
      if (key === 'created' || key === 'modified') {
        if (type === 64) summary[key] = fileTime(u32le(bytes, offset + 4), u32le(bytes, offset + 8))
        continue
      }
      const length = Math.min(u32le(bytes, offset + 4), 1024)
      const text = bytes.subarray(offset + 8, offset + 8 + (type === 31 ? 2 * length : length))
      if (type === 30 || type === 31) summary[key] = propertyText(decode(text, type === 31 ? 1200 : codePage).replace(/\0[\s\S]*/, ''))
    }
  }
  return summary
}

/** Code pages that property sets name by number, with their names in the Encoding Standard. */
const CODE_PAGES: Record<number, string> = { 932: 'shift_jis', 936: 'gbk', 949: 'euc-kr', 950: 'big5', 1200: 'utf-16le', 65_001: 'utf-8' }

function decode(bytes: Uint8Array, codePage: number): string {
  const name = CODE_PAGES[codePage] ?? (codePage >= 1250 && codePage <= 1258 ? `windows-${codePage}` : 'windows-1252')
  return new TextDecoder(name).decode(bytes)
}

/** Hundreds of nanoseconds since 1601, as RFC 3339. */
function fileTime(low: number, high: number): string | undefined {
  const milliseconds = (high * 0x100000000 + low) / 10_000 - 11_644_473_600_000
  return milliseconds > 0 && milliseconds < 8.64e15 ? new Date(milliseconds).toISOString().replace('.000', '') : undefined
}
