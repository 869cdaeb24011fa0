import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeAll, describe, expect, test } from 'vitest'
import { sourceFromBytes } from '../../core/bytes/source'
import { nameFormat, readBytes } from '../../core/formats/identify'

import { PROPERTIES } from '../../core/formats/properties'
import type { PropertyValue, Reading } from '../../core/formats/reading'
import { extensionFits, FORMATS, formatById, formatsOfExtension } from '../../core/formats/registry'
import { splitExtension } from '../../core/names/extension'
import { formatsTable } from '../../scripts/formats-table'
import type { Sample } from './corpus'
import { readCorpus } from './corpus'
import { DAMAGES } from './damage'
import { mutate } from './mutate'

// Files by independent programs; measured by pdfinfo, pdffonts, ffprobe, zipinfo, admesh and the producers' own options (make.py)
const corpus = readCorpus()
const readings = new Map<Sample, Reading>()
const read = (bytes: Uint8Array) => readBytes(sourceFromBytes(bytes))
const idOf = (sample: Sample, reading: Reading, extension = splitExtension(sample.path).extension) => nameFormat(reading, extension)

beforeAll(async () => {
  for (const sample of corpus) readings.set(sample, await read(sample.bytes))
})

/** Encoders pad their last frame, and tools round: a fiftieth, or six hundredths of a second. */
function agrees(mine: PropertyValue | null | undefined, truth: PropertyValue): boolean {
  return typeof truth === 'number' && typeof mine === 'number'
    ? Math.abs(mine - truth) <= Math.max(Number.isInteger(truth) ? 0 : 0.06, Number.isInteger(truth) ? 0 : truth * 0.02)
    : mine === truth
}

describe('the corpus', () => {
  test('holds at least 120 formats, the everyday ones by about three producers each', () => {
    expect(new Set(corpus.map(sample => sample.id)).size).toBeGreaterThanOrEqual(120)
    for (const id of [
      'docx', 'odt', 'xlsx', 'xls', 'ods', 'pdf', 'jpg', 'png', 'gif', 'tif', 'bmp', 'webp', 'svg', 'stl', 'dxf', 'wav', 'flac',
      'mp3', 'zip', 'csv', 'html', 'rtf', 'eps',
    ]) {
      expect(new Set(corpus.filter(sample => sample.id === id).map(sample => sample.producer)).size, id).toBeGreaterThanOrEqual(3)
    }
  })

  test('every genuine file is named rightly, and nothing intact is called damaged', () => {
    const wrong = corpus.flatMap((sample) => {
      const reading = readings.get(sample)
      return reading && idOf(sample, reading) === sample.id && reading.state === sample.state
        ? []
        : [`${sample.path}: ${reading?.candidates[0]} ${reading?.state} ${JSON.stringify(reading?.fault)}`]
    })
    expect(wrong).toEqual([])
  })

  test('what is measured is what other tools measure', () => {
    const wrong = corpus.flatMap((sample) => {
      const reading = readings.get(sample)
      const truth: [string, PropertyValue][] = Object.entries({ ...sample.props, ...(sample.version ? { version: sample.version } : {}) })
      return truth.filter(([name, value]) => !agrees(name === 'version' ? reading?.version : reading?.props[name], value)).map(([name, value]) =>
        `${sample.path}: ${name} ${String(name === 'version' ? reading?.version : reading?.props[name])}, not ${String(value)}`)
    })
    expect(wrong).toEqual([])
  })

  test('what a text begins with is what Expat reads there', () => {
    const folder = mkdtempSync(join(tmpdir(), 'usitor-openings-'))
    const texts = corpus.filter(({ id, state }) => state === 'ok' && ['docx', 'odt', 'odp', 'pptx'].includes(id))
    expect(new Set(texts.map(one => one.id))).toEqual(new Set(['docx', 'odt', 'odp', 'pptx']))
    const paths = texts.map(({ bytes }, at) => {
      writeFileSync(join(folder, `${at}`), bytes)
      return join(folder, `${at}`)
    })
    // all that is written, without spaces: ECMA-376 part 1 §17.3.3.31 and §21.1.2.3.11 (t), OpenDocument 1.3 part 3 §3.1 (body)
    const script = `
import sys, json, zipfile, xml.etree.ElementTree as tree
def written(package):
  names = package.namelist()
  main = next(n for n in ('word/document.xml', 'ppt/slides/slide1.xml', 'content.xml') if n in names)
  root = tree.fromstring(package.read(main))
  if main != 'content.xml': return ''.join(e.text or '' for e in root.iter() if e.tag.endswith('}t'))
  return ''.join(root.find('{urn:oasis:names:tc:opendocument:xmlns:office:1.0}body').itertext())
print(json.dumps([''.join(written(zipfile.ZipFile(path)).split()) for path in sys.argv[1:]]))`
    const said = JSON.parse(execFileSync('python3', ['-c', script, ...paths], { encoding: 'utf8' })) as string[]
    rmSync(folder, { recursive: true })
    const wrong = texts.flatMap((sample, at) => {
      const opening = (readings.get(sample)?.opening ?? '').replace(/\s/g, '')
      const whole = (said[at] ?? '').replace(/\s/g, '')
      return (opening === '') === (whole === '') && whole.startsWith(opening) ? [] : [`${sample.path}: "${opening}", not "${whole.slice(0, 80)}"`]
    })
    expect(wrong).toEqual([])
  })

  test('only properties that the registry names are measured, or that belong to text', () => {
    const wrong = corpus.flatMap((sample) => {
      const measures = formatById(sample.id)?.measures ?? []
      return Object.keys(readings.get(sample)?.props ?? {}).filter(name => !(name in PROPERTIES)
        || !(measures.includes(name) || ['encoding', 'lineEnds', 'rows', 'columns', 'delimiter'].includes(name))).map(name => `${sample.id}: ${name}`)
    })
    expect([...new Set(wrong)]).toEqual([])
  })

  test('every disguise is found: a file named as another format never fits its extension', () => {
    const missed: string[] = []
    for (const sample of corpus) {
      const reading = readings.get(sample)
      if (!reading || formatById(sample.id)?.freeText) continue
      for (const extension of ['pdf', 'docx', 'jpg', 'stl', 'wav', 'psd', 'mp4', 'xlsx']) {
        if (reading.candidates.some(id => extensionFits(id, extension))) {
          // formats share an extension, or are a kind of another; a locked package may be any of its kind
          const kinds = [sample.id, ...formatById(sample.id)?.kindOf ?? []]
          const honest = formatsOfExtension(extension).some(id => kinds.includes(id)) || sample.state === 'locked'
          if (!honest) missed.push(`${sample.path} as .${extension}`)
        }
      }
    }
    expect(missed).toEqual([])
  })

  test('at least 97 of 100 damaged files are found, of every kind that the format lets be told', async () => {
    for (const { kind, damage, tellable } of DAMAGES) {
      let [total, named] = [0, 0]
      const missed: string[] = []
      for (const sample of corpus) {
        if (sample.state !== 'ok' || !tellable(sample)) continue
        const bytes = damage(sample)
        if (!bytes) continue
        total++
        const { state, candidates } = await read(bytes)
        if (state === 'damaged' || !candidates.includes(sample.id)) named++
        else missed.push(sample.path)
      }
      expect(total).toBeGreaterThan(10)
      expect(named / total, `${kind}: ${missed.join(', ')}`).toBeGreaterThanOrEqual(0.97)
    }
  })

  test('a mutated file never throws and is never unread', async () => {
    for (const [index, bytes] of mutate(corpus, 3, 1500).entries()) expect((await read(bytes)).state, `case ${index}`).not.toBe('unread')
  })

  test('an earlier reader agrees on signatures: libmagic names the same kind of media for the common formats', () => {
    const folder = mkdtempSync(join(tmpdir(), 'usitor-'))
    for (const id of ['png', 'jpg', 'gif', 'pdf', 'zip', 'docx', 'odt', 'flac', 'webp', 'mp4', '7z', 'rtf']) {
      const sample = corpus.find(one => one.id === id)
      const path = join(folder, 'sample')
      writeFileSync(path, sample?.bytes ?? '')
      expect(execFileSync('file', ['-b', '--mime-type', path], { encoding: 'utf8' })
        .trim().replace('text/rtf', 'application/rtf')).toBe(formatById(id)?.mediaType)
    }
    rmSync(folder, { recursive: true })
  })
})

test('the table of formats in the documentation is the registry with its samples', () => {
  expect(FORMATS.length).toBeGreaterThanOrEqual(200)
  expect(readFileSync(new URL('../../docs/formats.md', import.meta.url), 'utf8')).toBe(formatsTable(corpus))
})
