import { strFromU8, unzipSync } from 'fflate'
import jpeg from 'jpeg-js'
import { describe, expect, test } from 'vitest'
import { makePhoto } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { readCorpus } from '../../tests/corpus/corpus'
import { officeText, picturePart, wordParts } from './office-text'
import { findStoredPicture } from './stored-picture'

const CORPUS = readCorpus()
const bytesOf = (path: string) => CORPUS.find(one => one.path === path)?.bytes ?? new Uint8Array(0)
const join = (...parts: (Uint8Array | number[])[]) => Uint8Array.from(parts.flatMap(part => [...part]))

describe('a picture that a file carries of itself', () => {
  const [small, large] = [makePhoto(chanceOf(1), 16, 16), makePhoto(chanceOf(2), 48, 32)]

  test('the largest whole one is found, and an independent decoder reads it', () => {
    const file = join([1, 2, 0xFF, 0xD8, 0xFF, 3], small, [0, 0xFF], large, [9, 9])
    const found = findStoredPicture(file)
    expect(found).toMatchObject({ width: 48, height: 32 })
    expect(jpeg.decode(file.slice(found?.start, found?.end))).toMatchObject({ width: 48, height: 32 })
    expect(file.slice(found?.start, found?.end)).toEqual(large)
  })

  test('one that is cut short is none, and so are the values of a sensor', () => {
    expect(findStoredPicture(join([7], large.subarray(0, large.length - 20)))).toBeNull()
    // lossless frames (ITU-T T.81, SOF3) are what cameras write sensors with
    const lossless = large.slice()
    lossless[lossless.findIndex((byte, at) => byte === 0xFF && lossless[at + 1] === 0xC0) + 1] = 0xC3
    expect(findStoredPicture(lossless)).toBeNull()
    expect(findStoredPicture(new Uint8Array(100_000).fill(0xFF))).toBeNull()
    expect(findStoredPicture(new Uint8Array(0))).toBeNull()
  })

  test('any cut of a file with one is read without an error', () => {
    const file = join(small, large)
    for (let cut = 0; cut < file.length; cut += 7) expect(findStoredPicture(file.subarray(0, cut))?.end ?? 0).toBeLessThanOrEqual(cut)
  })
})

/** The words of a document that another program wrote. */
function wordsOf(path: string): string {
  const parts = unzipSync(bytesOf(path))
  return wordParts(Object.keys(parts)).map(name => officeText(strFromU8(parts[name] ?? new Uint8Array(0)), 10_000)).join('\n')
}

describe('the words of an office document', () => {
  // LibreOffice, pandoc and AbiWord wrote one text in two formats each (tests/corpus/make.py)
  test.each([
    ['000-libreoffice.docx', '005-libreoffice.odt'], ['036-pandoc.docx', '037-pandoc.odt'], ['051-abiword.docx', '049-abiword.odt'],
  ])('%s says the same as %s', (one, other) => {
    const words = (text: string) => text.split(/\s+/).filter(Boolean)
    expect(words(wordsOf(one)).length).toBeGreaterThan(5)
    expect(words(wordsOf(one))).toEqual(words(wordsOf(other)))
  })

  test('slides come in the order of their numbers', () => {
    expect(wordsOf('022-libreoffice.pptx').length).toBeGreaterThan(5)
    expect(wordParts(['ppt/slides/slide10.xml', 'ppt/slides/slide9.xml', 'ppt/notes/slide1.xml']))
      .toEqual(['ppt/slides/slide9.xml', 'ppt/slides/slide10.xml'])
  })

  test('what was taken out, notes of readers and markup are no words; what is broken is shown as far as it goes', () => {
    expect(officeText('<w:p><w:del><w:r><w:t>old</w:t></w:r></w:del><w:r><w:t>new</w:t><w:tab/><w:t>er</w:t></w:r></w:p>', 99)).toBe('new\ter')
    const note = '<office:annotation><text:p>note</text:p></office:annotation>'
    expect(officeText(`<text:p>a${note}<text:s/>b</text:p><text:p>c</text:p>`, 99)).toBe('a b\nc')
    expect(officeText('<w:p><w:t>half', 99)).toBe('half')
    const cell = (text: string) => `<table:table-cell><text:p>${text}</text:p></table:table-cell>`
    expect(officeText(`<table:table-row>${cell('a')}${cell('1')}</table:table-row><table:table-row>${cell('b')}</table:table-row>`, 99))
      .toBe('a\t1\t\nb')
    expect(officeText(`<text:p>${'long '.repeat(1000)}</text:p>`, 40)).toHaveLength(39)
  })

  test('a package keeps a picture of itself under a name of its format (OpenRaster 0.0.5, OpenDocument 1.3 part 2)', () => {
    expect(picturePart(Object.keys(unzipSync(bytesOf('196-zipfile-after-specification.ora'))))).toBe('mergedimage.png')
    expect(picturePart(['content.xml', 'Thumbnails/thumbnail.png'])).toBe('Thumbnails/thumbnail.png')
    expect(picturePart(['word/document.xml'])).toBeNull()
  })
})
