import { unzlibSync } from 'fflate'
import type { FileBytes } from '../../bytes/source'
import { indexOf, latin1 } from '../../bytes/read'
import { damaged, reading } from '../reading'
import type { PropertyValue, Reading } from '../reading'

/** Counting pages reads at most this much of a file. */
const COUNTED = 16 * 1024 * 1024
const UNPACKED = 1024 * 1024

/**
 * PDF (ISO 32000-1 §7.5): header within the first 1024 bytes, `startxref` and `%%EOF` at the end; a linearised file
 * (Annex F) states its own length near the start.
 */
export async function readPdf(file: FileBytes): Promise<Reading | null> {
  const at = indexOf(file.head.subarray(0, 1024), '%PDF-')
  if (at < 0) return null
  const version = /^%PDF-(\d\.\d)/.exec(latin1(file.head, at, at + 16))?.[1] ?? null
  const tail = latin1(await file.tail())
  const start = latin1(file.head, at, at + 2048)
  const linear = /\/Linearized\s[^>]*\/L\s+(\d+)/.exec(start) ?? /\/L\s+(\d+)[^>]*\/Linearized/.exec(start)
  if (linear && Number(linear[1]) > file.size - at) {
    const share = Math.floor(100 * (file.size - at) / Number(linear[1]))
    return damaged('pdf', `it ends after ${share} % of the length its header states`, { version })
  }
  const reference = /startxref\s+(\d+)(?![\s\S]*startxref)/.exec(tail)
  if (!reference) return damaged('pdf', 'its end, with the table of contents, is missing', { version })
  if (Number(reference[1]) >= file.size) return damaged('pdf', 'its table of contents lies past its end', { version })

  const text = latin1(await file.whole(COUNTED))
  const props: Record<string, PropertyValue> = {}
  const parts = [text, ...unpackObjects(text)]
  const pages = countPages(parts)
  if (pages !== null) props.pages = pages
  const box = parts.map(part => BOX.exec(part)).find(found => found !== null)
  if (box) {
    // user space units of 1/72 inch (§8.3.2.3), in mm to a tenth
    const [left = 0, bottom = 0, right = 0, top = 0] = box.slice(1).map(Number)
    props.pageWidth = Math.round((right - left) * 254 / 72) / 10
    props.pageHeight = Math.round((top - bottom) * 254 / 72) / 10
  }
  const encrypted = /\/Encrypt\s+\d+\s+\d+\s+R/.test(tail) || /\/Encrypt\s+\d+\s+\d+\s+R/.test(text.slice(0, 65536))
  return reading('pdf', {
    version,
    verified: 'structure',
    props,
    ...(encrypted ? { state: 'restricted' as const, reason: 'it is encrypted' } : {}),
  })
}

const BOX = /\/MediaBox\s*\[\s*([-\d.]+)\s+([-\d.]+)\s+([-\d.]+)\s+([-\d.]+)\s*\]/

/** Pages from the page tree's root (§7.7.3): the largest `/Count` of a `/Pages` node. */
function countPages(parts: readonly string[]): number | null {
  let most = -1
  for (const part of parts) {
    for (const found of part.matchAll(/\/Type\s*\/Pages\b/g)) {
      const open = Math.max(0, part.lastIndexOf('<<', found.index))
      const near = part.slice(open, found.index + 4096)
      const end = near.indexOf('>>', found.index - open)
      const count = /\/Count\s+(\d+)/.exec(end > 0 ? near.slice(0, end) : near)
      if (count) most = Math.max(most, Number(count[1]))
    }
  }
  return most >= 0 ? most : null
}

/** Object streams (§7.5.7), where newer writers keep the page tree: a bounded number of bounded ones. */
function unpackObjects(text: string): string[] {
  const parts: string[] = []
  for (const found of text.matchAll(/\/Type\s*\/ObjStm[\s\S]{0,300}?stream\r?\n/g)) {
    if (parts.length === 64) break
    const start = found.index + found[0].length
    const end = text.indexOf('endstream', start)
    if (end < 0 || end - start > UNPACKED) continue
    try {
      const packed = Uint8Array.from(text.slice(start, end), char => char.charCodeAt(0))
      parts.push(latin1(unzlibSync(packed, { out: new Uint8Array(Math.min(UNPACKED, 4096 + 40 * packed.length)) })))
    }
    catch {
      // a stream that cannot be unpacked only hides a page count
    }
  }
  return parts
}
