import { createHash } from 'node:crypto'
import { describe, expect, test } from 'vitest'
import type { AcceptedDocument, RequirementDocument } from '../../core/brief/document'
import { readBrief } from '../../core/brief/read'
import { sourceFromBytes } from '../../core/bytes/source'
import { check } from '../../core/checking/check'
import { meets } from '../../core/formats/condition'
import { readBytes } from '../../core/formats/identify'
import { readRoster, readTable } from '../../core/roster/read'
import { sayFinding } from '../../core/wording/index'
import { readCorpus } from './corpus'

const corpus = readCorpus()
const sample = (pattern: RegExp) => corpus.find(one => pattern.test(one.path))?.bytes ?? new Uint8Array(0)
const text = (content: string) => new TextEncoder().encode(content)

/** What is found of files of one person, by path. */
async function findings(
  formats: AcceptedDocument[], files: Record<string, Uint8Array>, rest: Partial<RequirementDocument> = {},
): Promise<string[][]> {
  const brief = await readBrief({ usitorBrief: 1, title: 'Test', requirements: [{ id: 'work', name: '{family}', formats, ...rest }] })
  const { roster } = readRoster(readTable(text('id,given,family\ns1,Ana,Marsh\n')))
  const received = await Promise.all(Object.entries(files).map(async ([path, bytes], index) => ({
    root: 'in', path, size: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex'), receivedAt: 1000 + index,
    receivedAtFrom: 'modified' as const, reading: await readBytes(sourceFromBytes(bytes)),
  })))
  const report = check({ brief, roster, received, checkedAt: 5000 })
  return report.files.map(file => file.findings.map(finding => `${finding.code}: ${sayFinding(finding)}`))
}

const F = (id: string, measured?: AcceptedDocument['measured']): AcceptedDocument[] => [{ id, ...(measured ? { measured } : {}) }]

describe('verdicts say what the bytes are and what to do', () => {
  // common practice, no source: what is handed in instead of what was asked
  test.each<[string, AcceptedDocument[], string, Uint8Array, (string | RegExp)[]]>([
    [
      'renamed instead of exported', F('pdf'), 'Marsh.pdf', sample(/pandoc.docx/),
      ['format.disguised: Named .pdf, but the bytes are a text document (docx): export it as page document (pdf) instead of renaming it.'],
    ],
    [
      'only the extension is wrong', F('png'), 'Marsh.jpg', sample(/pillow.png/),
      ['format.disguised: Named .jpg, but the bytes are a lossless image (png): renaming it to .png is enough.'],
    ],
    [
      'the web page of an error instead of the document', F('pdf'), 'Marsh.pdf', sample(/grammar.html/),
      [/^format\.disguised: Named \.pdf, but the bytes are a web page/],
    ],
    [
      'the working file instead of the exchange format', F('stl'), 'Marsh.scad', sample(/by-hand.scad/),
      [/^format\.not-accepted: .*export it from there/],
    ],
    [
      'the flat copy instead of the layered image', F('psd'), 'Marsh.jpg', sample(/pillow.jpg/),
      [/^format\.not-accepted: .*hand in the file it was exported from/],
    ],
    [
      'too new', F('dxf', { version: { to: 'AC1024' } }), 'Marsh.dxf', sample(/ezdxf-R2018/),
      ['format.version: Format version: AC1032; asked: at most AC1024. It is newer than asked: export it for an asked version.'],
    ],
    ['too old', F('pdf', { version: { from: '1.7' } }), 'Marsh.pdf', sample(/reportlab.pdf/), [/^format\.version: .*It is older than asked/]],
    [
      'a condition not met, with its unit', F('wav', { sampleRate: { is: 44_100 } }), 'Marsh.wav', sample(/sox-24-bit/),
      ['format.condition: Sample rate: 96000 Hz; asked: 44100 Hz. Export it again at an asked rate.'],
    ],
    [
      'a mesh with a hole', F('stl', { watertight: { is: true } }), 'Marsh.stl', sample(/by-hand-open/),
      ['format.condition: Watertight: no; asked: yes. Close its holes and export it again.'],
    ],
    [
      'cut short', F('wav'), 'Marsh.wav', sample(/sox.wav/).slice(0, 14_000),
      [/^content\.damaged: .*ends after 39 % of the length its header states\. Was the upload cut short\?/],
    ],
    ['locked', F('docx'), 'Marsh.docx', sample(/locked.docx/), [/^content\.locked/]],
    ['locked, whichever kind is inside', F('xlsx'), 'Marsh.xlsx', sample(/locked.xlsx/), [/^content\.locked/]],
    ['opens without a password but limits use', F('pdf'), 'Marsh.pdf', sample(/restricted-256/), []],
    ['a pointer instead of the document', F('docx'), 'Marsh.docx', sample(/\.gdoc/), [/^content\.link/]],
    ['opens and holds nothing', F('docx'), 'Marsh.docx', sample(/docx-blank/), [/^content\.blank: .*neither words nor pictures/]],
    ['only a header row', F('csv'), 'Marsh.csv', text('rock;count\n'), [/^content\.blank: .*no row beyond a header/]],
    ['a table of one column', F('csv'), 'Marsh.csv', sample(/one-column/), []],
    ['plain ASCII where UTF-8 is asked', F('csv', { encoding: { is: 'utf-8' } }), 'Marsh.csv', text('a,b\n1,2\n'), []],
    ['older encoding', F('txt', { encoding: { is: 'utf-8' } }), 'Marsh.txt', sample(/windows-1252/), [/^format\.condition: Encoding: windows-1252/]],
    ['a picture with motion where stills count', F('png'), 'Marsh.png', sample(/ffmpeg-animated/), []],
    [
      'what cannot be measured is said, and nobody\'s fault', F('mp3', { bitDepth: { is: 16 } }), 'Marsh.mp3', sample(/lame.mp3/),
      [/^format\.unmeasured: Whether its "bit depth" is as asked cannot be read/],
    ],
  ])('%s', async (_, formats, path, bytes, expected) => {
    const [first = []] = await findings(formats, { [path]: bytes })
    expect(first).toEqual(expected.map(one => (typeof one === 'string' ? one : expect.stringMatching(one))))
  })

  test('a newer version much shorter than the one before is told, by words where they are measured', async () => {
    const page = (words: number) => text(`{\\rtf1\\ansi{\\info{\\nofwords${words}}} ${'word '.repeat(words)}}`)
    const name = { name: '{family}_{v}', fields: { v: { type: 'version' as const, digits: 2 } } }
    expect(await findings(F('rtf'), { 'Marsh_01.rtf': page(400), 'Marsh_02.rtf': page(120) }, name)).toEqual([
      [expect.stringContaining('version.superseded')],
      [expect.stringMatching(/^content\.shrunk: Holds 120 words; "Marsh_01\.rtf" before it held 400 words/)],
    ])
    expect((await findings(F('rtf'), { 'Marsh_01.rtf': page(400), 'Marsh_02.rtf': page(380) }, name))[1]).toEqual([])
  })
})

test('versions are compared number by number, sizes within what writers round', () => {
  expect(meets('1.10', { from: '1.7' }, 'version')).toBe(true)
  expect(meets('AC1032', { to: 'AC1024' }, 'version')).toBe(false)
  // ISO 216: A4 is 210 mm wide; documents write it as 595 of 595.28 points, which are 209.9 mm
  expect(meets(209.9, { is: 210 }, 'pageWidth')).toBe(true)
  expect(meets(208, { from: 210 }, 'pageWidth')).toBe(false)
  expect(meets('2.0', { among: ['1.7', '2.0'] }, 'version')).toBe(true)
})
