import fontkit from '@cantoo/fontkit'
import type { PDFFont, PDFPage } from '@cantoo/pdf-lib'
import { PDFDocument, rgb } from '@cantoo/pdf-lib'
import { encode } from 'uqr'
import { showText } from '../text/show'
import type { Face, FontFile, FontSource } from './fonts'
import { FACES } from './fonts'

/** One block of a sheet, below the one before it. */
export type PaperBlock
  = | { kind: 'title' | 'text' | 'strong' | 'small' | 'name', text: string, indent?: boolean }
    /** A code that a telephone's camera reads (ISO/IEC 18004), with what is said under it. */
    | { kind: 'code', text: string, below: string }
    | { kind: 'gap' }

/** What is meant for one holder or wall: it begins on a page of its own, and goes on over as many as it takes. */
export interface Sheet { blocks: readonly PaperBlock[] }

export interface PaperInput {
  title: string
  /** BCP 47. */
  language: string
  sheets: readonly Sheet[]
  fonts: FontSource
  /** UTC ms; the same input gives the same bytes. */
  at: number
  /** How many sheets are done; may throw to give up. */
  onSheet?: (done: number) => void | Promise<void>
}

/** ISO 216 A4, in points; the edge leaves room for a punch. */
const [WIDTH, HEIGHT, EDGE] = [595.28, 841.89, 56]
const STYLE: Record<Exclude<PaperBlock['kind'], 'code' | 'gap'>, { face: Face, size: number }> = {
  title: { face: 'bold', size: 17 }, text: { face: 'plain', size: 10.5 }, strong: { face: 'bold', size: 11.5 }, small: { face: 'plain', size: 8.5 },
  name: { face: 'mono', size: 10.5 },
}
const [LEADING, INDENT, CODE_SIZE, GAP] = [1.4, 14, 110, 9]

interface Loaded { font: PDFFont, holds: ReadonlySet<number> }
interface Run { loaded: Loaded, text: string }

/**
 * Sets sheets as a PDF: A4, letters embedded, each sheet on pages of its own.
 *
 * @returns the file (ISO 32000-1), and characters that no letter is there for: they stand as their number, such as `U+4F60`
 * @throws what `fonts` or `onSheet` throw
 * @example
 * (await makePaper({ title: 'Shore survey', language: 'en', at: 0, fonts, sheets: [{ blocks: [{ kind: 'text', text: 'Łucja' }] }] })).unknown //=> []
 */
export async function makePaper({ title, language, sheets, fonts, at, onSheet }: PaperInput): Promise<{ bytes: Uint8Array, unknown: string[] }> {
  const paper = await PDFDocument.create()
  paper.registerFontkit(fontkit)
  paper.setTitle(showText(title))
  paper.setLanguage(language)
  paper.setProducer('Usitor')
  paper.setCreationDate(new Date(at))
  paper.setModificationDate(new Date(at))
  const letters = new Letters(paper, fonts)
  for (const [position, { blocks }] of sheets.entries()) {
    const setting = new Setting(paper, letters)
    for (const block of blocks) await setting.put(block)
    await onSheet?.(position + 1)
  }
  if (sheets.length === 0) paper.addPage([WIDTH, HEIGHT])
  return { bytes: await paper.save(), unknown: [...letters.unknown].sort() }
}

/** Letters by what they are needed for: a file is fetched when a text first needs it. */
class Letters {
  readonly unknown = new Set<string>()
  private readonly files = new Map<string, Promise<Loaded>>()
  private readonly known: Record<Face, Map<number, Loaded | null>> = { plain: new Map(), bold: new Map(), mono: new Map() }

  constructor(private readonly paper: PDFDocument, private readonly fonts: FontSource) {}

  private load(file: FontFile): Promise<Loaded> {
    const key = `${file.family} ${file.part} ${file.weight}`
    const there = this.files.get(key) ?? this.fonts(file).then(async (bytes) => {
      // put together already (NFC): taken apart again, a letter could not be read back
      const font = await this.paper.embedFont(bytes, { subset: true, features: { liga: false, ccmp: false } })
      return { font, holds: new Set(font.getCharacterSet()) }
    })
    this.files.set(key, there)
    return there
  }

  private async find(face: Face, code: number): Promise<Loaded | null> {
    const seen = this.known[face].get(code)
    if (seen !== undefined) return seen
    let found: Loaded | null = null
    for (const file of FACES[face]) {
      if (!file.ranges.some(([first, last]) => code >= first && code <= last)) continue
      const loaded = await this.load(file)
      if (loaded.holds.has(code)) {
        found = loaded
        break
      }
    }
    this.known[face].set(code, found)
    return found
  }

  /** A text as stretches of one font each. */
  async runs(text: string, face: Face): Promise<Run[]> {
    const runs: Run[] = []
    const add = (loaded: Loaded, more: string) => {
      const last = runs.at(-1)
      if (last?.loaded === loaded) last.text += more
      else runs.push({ loaded, text: more })
    }
    for (const char of showText(text.normalize('NFC'))) {
      const code = char.codePointAt(0) ?? 0
      const loaded = await this.find(face, code)
      if (loaded) {
        add(loaded, char)
        continue
      }
      this.unknown.add(char)
      for (const sign of `U+${code.toString(16).toUpperCase().padStart(4, '0')}`) {
        const plain = await this.find(face, sign.charCodeAt(0))
        if (plain) add(plain, sign)
      }
    }
    return runs
  }
}

/** Where on a page of one sheet the next block goes. */
class Setting {
  private page: PDFPage
  private top = HEIGHT - EDGE

  constructor(private readonly paper: PDFDocument, private readonly letters: Letters) {
    this.page = paper.addPage([WIDTH, HEIGHT])
  }

  async put(block: PaperBlock): Promise<void> {
    if (block.kind === 'gap') {
      this.top -= GAP
      return
    }
    if (block.kind === 'code') {
      this.make(CODE_SIZE)
      this.drawCode(block.text)
      this.top -= CODE_SIZE + 4
      await this.put({ kind: 'small', text: block.below })
      return
    }
    const { face, size } = STYLE[block.kind]
    const left = EDGE + (block.indent ? INDENT : 0)
    // a heading never stands alone at the foot of a page
    if (block.kind === 'strong') this.make(size * LEADING * 3)
    for (const line of await this.linesOf(block.text, face, size, WIDTH - EDGE - left)) {
      this.make(size * LEADING)
      this.top -= size * LEADING
      let x = left
      for (const { loaded: { font }, text } of line) {
        this.page.drawText(text, { x, y: this.top + size * (LEADING - 1), size, font, color: rgb(0.08, 0.1, 0.12) })
        x += font.widthOfTextAtSize(text, size)
      }
    }
  }

  /** A new page where the rest of this one is too short. */
  private make(height: number): void {
    if (this.top - height >= EDGE) return
    this.page = this.paper.addPage([WIDTH, HEIGHT])
    this.top = HEIGHT - EDGE
  }

  /** A text in lines: broken between words, and a word that is too wide between its letters. */
  private async linesOf(text: string, face: Face, size: number, width: number): Promise<Run[][]> {
    const lines: Run[][] = []
    for (const paragraph of text.split(/\r\n|\r|\n/)) {
      let line: Run[] = []
      let used = 0
      const words = paragraph.match(/\s*[^\s]+|\s+$/g) ?? []
      for (const word of words) {
        const runs = await this.letters.runs(word, face)
        const wide = widthOf(runs, size)
        if (used > 0 && used + wide > width) {
          lines.push(line)
          line = []
          used = 0
        }
        for (const piece of fitting(used === 0 && lines.length > 0 ? withoutLead(runs) : runs, size, width - used, width)) {
          if (piece.breaks) {
            lines.push(line)
            line = []
            used = 0
          }
          line.push(...piece.runs)
          used += widthOf(piece.runs, size)
        }
      }
      lines.push(line)
    }
    return lines
  }

  private drawCode(text: string): void {
    const { data, size } = encode(text, { border: 0 })
    const unit = CODE_SIZE / size
    // one path: a rectangle for each dark square would be a thousand objects
    const path = data.flatMap((line, y) => line.flatMap((dark, x) => (dark ? [`M${x * unit} ${y * unit}h${unit}v${unit}h-${unit}z`] : []))).join('')
    this.page.drawSvgPath(path, { x: EDGE, y: this.top, color: rgb(0, 0, 0) })
  }
}

const widthOf = (runs: readonly Run[], size: number): number =>
  runs.reduce((sum, { loaded, text }) => sum + loaded.font.widthOfTextAtSize(text, size), 0)

/** The word a line begins with has no space before it. */
function withoutLead([first, ...rest]: readonly Run[]): Run[] {
  if (!first) return []
  const text = first.text.trimStart()
  return text === '' ? rest : [{ ...first, text }, ...rest]
}

/** A word cut where a line is full; most are one piece. */
function fitting(runs: readonly Run[], size: number, room: number, width: number): { breaks: boolean, runs: Run[] }[] {
  if (widthOf(runs, size) <= room) return [{ breaks: false, runs: [...runs] }]
  const pieces: { breaks: boolean, runs: Run[] }[] = [{ breaks: false, runs: [] }]
  let left = room
  for (const { loaded, text } of runs) {
    for (const char of text) {
      const wide = loaded.font.widthOfTextAtSize(char, size)
      if (wide > left) {
        pieces.push({ breaks: true, runs: [] })
        left = width
      }
      left -= wide
      const into = pieces.at(-1)?.runs ?? []
      const last = into.at(-1)
      if (last?.loaded === loaded) last.text += char
      else into.push({ loaded, text: char })
    }
  }
  return pieces
}
