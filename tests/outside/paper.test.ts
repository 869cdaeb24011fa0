import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { FontSource } from '#core/paper/fonts'
import { FACES, fontFileName } from '#core/paper/fonts'
import type { PaperBlock, Sheet } from '#core/paper/paper'
import { makePaper } from '#core/paper/paper'
import { receiptSheet } from '#core/receipts/receipt-paper'
import { EN_DOOR } from '#core/wording/door/en'
import { leafletSheet } from '#core/reporting/leaflet-sheet'
import { pagesOf } from './pdf'

// PDFs are read back by pdfjs-dist and looked through by qpdf, neither of which made them.

const require = createRequire(import.meta.url)
const fonts: FontSource = async file => readFileSync(require.resolve(`@fontsource/${file.family}/files/${fontFileName(file)}`))

const make = (sheets: Sheet[]) => makePaper({ title: 'Shore survey', language: 'en', sheets, fonts, at: Date.UTC(2026, 9, 16) })
const text = (...lines: string[]): Sheet => ({ blocks: lines.map((line): PaperBlock => ({ kind: 'text', text: line })) })

const squeezed = (said: string) => said.replace(/\s+/g, '')

describe('a PDF', () => {
  test.each([
    ['Latin', 'Åsa Weißenbach fi fl – „so“ 5 €'], ['further Latin', 'Łucja Őry Çağlar Māra'], ['Vietnamese', 'Nguyễn Thị Hồng'],
    ['Greek', 'Ελένη Παπαδάκη'], ['Cyrillic', 'Дмитро Ґалаґан Ђорђе'], ['Devanagari', 'मीरा'],
  ])('holds the letters of %s, and they are read back', async (_, said) => {
    const { bytes, unknown } = await make([text(said)])
    expect(unknown).toEqual([])
    expect(squeezed((await pagesOf(bytes)).join('')).normalize('NFC')).toBe(squeezed(said))
  })

  test('names what it has no letters for, and sets its number', async () => {
    const { bytes, unknown } = await make([text('你好 Ana')])
    expect(unknown).toEqual(['你', '好'])
    expect(squeezed((await pagesOf(bytes)).join(''))).toBe('U+4F60U+597DAna')
  })

  test('is in order, begins each sheet on a page of its own and goes on over as many as it takes', async () => {
    const long = text(...Array.from({ length: 120 }, (_, at) => `line ${at}`))
    const { bytes } = await make([text('first'), long, text('last')])
    const path = join(mkdtempSync(join(tmpdir(), 'paper-')), 'a.pdf')
    writeFileSync(path, bytes)
    expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors')
    expect(execFileSync('qpdf', ['--show-npages', path], { encoding: 'utf8' }).trim()).toBe('5')
    const pages = await pagesOf(bytes)
    expect([pages[0], pages.at(-1)]).toEqual(['first', 'last'])
    expect(pages[1]).toMatch(/^line 0/)
  })

  test('leaves no heading alone at the foot of a page', async () => {
    const { bytes } = await make([{ blocks: Array.from({ length: 90 }, (_, at): PaperBlock => ({
      kind: at % 3 === 0 ? 'strong' : 'text', text: at % 3 === 0 ? `Heading ${at}` : `line ${at}`,
    })) }])
    const pages = await pagesOf(bytes)
    expect(pages.length).toBeGreaterThan(1)
    for (const page of pages) expect(page.trim().split('\n').at(-1)).toMatch(/line \d+$/)
  })

  test('leaves nothing out of a line that is too long, with and without spaces', async () => {
    await fc.assert(fc.asyncProperty(
      fc.array(fc.stringMatching(/^[a-zA-Z0-9_ä.-]{1,200}$/), { minLength: 1, maxLength: 12 }), async (words) => {
        const { bytes } = await make([{ blocks: [{ kind: 'name', text: words.join(' '), indent: true }] }])
        expect(squeezed((await pagesOf(bytes)).join(''))).toBe(words.join(''))
      }), { numRuns: 15 })
  })

  test('shows what would not be seen', async () => {
    const { bytes } = await make([text('a\u202Eb')])
    expect((await pagesOf(bytes)).join('')).toBe('a\\u{202E}b')
  })

  test('is the same again from the same', async () => {
    const [one, two] = await Promise.all([make([text('Ana')]), make([text('Ana')])])
    expect(Buffer.from(one.bytes).equals(Buffer.from(two.bytes))).toBe(true)
  })

  test('is given up where whoever waits gives up', async () => {
    const onSheet = () => { throw new Error('stopped') }
    await expect(makePaper({ title: 'a', language: 'en', sheets: [text('a'), text('b')], fonts, at: 0, onSheet })).rejects.toThrow('stopped')
  })
})

test('a part of a family is looked for at every letter its package says it has', () => {
  for (const family of ['noto-sans', 'noto-sans-mono'] as const) {
    const said = JSON.parse(readFileSync(require.resolve(`@fontsource/${family}/unicode.json`), 'utf8')) as Record<string, string>
    const faces = [...FACES.plain, ...FACES.mono].filter(file => file.family === family)
    for (const { part, ranges } of faces) {
      for (const stretch of said[part]?.split(',') ?? []) {
        const [first = 0, last = first] = stretch.slice(2).split('-').map(one => Number.parseInt(one, 16))
        const covered = [first, last].every(code => ranges.some(([from, to]) => code >= from && code <= to))
        // Devanagari outside the first plane is for manuscripts
        const rare = first >= 0x10000 || (part === 'devanagari' && first >= 0x20F0 && first <= 0x25CC)
        if (!rare) expect([family, part, stretch, covered]).toEqual([family, part, stretch, true])
      }
    }
  }
})

test('a leaflet with its link, and a receipt, say on paper what they say elsewhere', async () => {
  const leaflet = leafletSheet([
    { kind: 'text', text: 'Shore survey: Ana Marsh' }, { kind: 'text', text: '' }, { kind: 'title', text: 'Quadrat photo: 2 pieces' },
    { kind: 'name', text: 'REEF_Marsh-A_quadrat-01.jpg' },
  ], { address: 'https://hand-in.example/door#abc', below: EN_DOOR.codeIs('abcd-efgh') })
  const receipt = receiptSheet({
    usitorReceipt: 1, number: 3, brief: 'Shore survey', holder: { id: 's1', name: 'Ana Marsh' }, handedInBy: 's1', at: '2026-10-16T13:30:00.000Z',
    files: [{
      sentAs: 'IMG_2231.jpg', name: 'REEF_Marsh-A_quadrat-01.jpg', requirement: 'photo', n: 1, size: 4711, sha256: 'ab'.repeat(32), verdict: 'right',
      codes: [],
    }],
    key: '2026-10', signature: `${'A'.repeat(86)}==`,
  }, EN_DOOR, 'https://hand-in.example/receipt', () => 'Fri 16 Oct, 15:30')
  const [first = '', second = ''] = await pagesOf((await make([leaflet, receipt])).bytes)
  expect(first).toContain('REEF_Marsh-A_quadrat-01.jpg')
  expect(first).toContain('or type the code abcd-efgh')
  for (const part of [
    'Receipt 3: handed in by Ana Marsh', 'right, 4711 B, was called IMG_2231.jpg', 'ab'.repeat(32), 'Fri 16 Oct, 15:30',
    'https://hand-in.example/receipt',
  ]) {
    expect(squeezed(second)).toContain(squeezed(part))
  }
})
