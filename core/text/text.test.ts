import { expect, test } from 'vitest'
import { decodeText } from './decode'
import { editDistance } from './distance'
import { plainDigits, removeAccents, transcribe } from './fold'
import { showText } from './show'

// R. Wagner & M. Fischer's example pair; the swap as in F. Damerau 1964; CA/ABC 3 is the mark of the optimal string alignment form (from memory)
test.each([
  ['kitten', 'sitting', 3], ['', 'abc', 3], ['marsh', 'mrash', 1], ['ca', 'abc', 3], ['flaw', 'lawn', 2],
])('the distance of %s and %s is %i', (a, b, distance) => {
  expect(editDistance(a, b)).toBe(distance)
  expect(editDistance(b, a)).toBe(distance)
  expect(editDistance(a, b, 1)).toBe(Math.min(distance, 2))
})

test('accents come off or are transcribed', () => {
  expect(removeAccents('Łódź Weiß Ærø ÆRØ Þórður')).toBe('Lodz Weiss Aero AERO Thordur')
  expect(transcribe('Jürgen Sørby Åse MÜLLER GRÜ')).toBe('Juergen Soerby Aase MUELLER GRUE')
})

test.each([
  ['UTF-8 with mark', [0xEF, 0xBB, 0xBF, 0xC3, 0xBC], 'ü', 'utf-8'], ['UTF-16 with mark', [0xFF, 0xFE, 0xFC, 0x00], 'ü', 'utf-16le'],
  ['Windows-1252', [0x4D, 0xFC], 'Mü', 'windows-1252'], ['ASCII', [0x61], 'a', 'us-ascii'],
  ['UTF-16 without mark', [0x61, 0, 0x62, 0, 0x63, 0, 0x64, 0], 'abcd', 'utf-16le'],
])('%s is told', (_, bytes, text, encoding) => {
  expect(decodeText(new Uint8Array(bytes))).toEqual({ text, encoding })
})

test('binary data is no text', () => {
  expect(decodeText(new Uint8Array([0x89, 0x50, 0, 1, 2, 3]))).toBeNull()
})

test('what cannot be seen is shown as an escape', () => {
  expect(showText('a\nb\u202Ec\u200Bd\uD800')).toBe('a\\u{A}b\\u{202E}c\\u{200B}d\\u{D800}')
})

test('digits of every script, and those in circles, are plain ones in their places', () => {
  // The Unicode Standard, chapter 22.3: digits of a script lie in a row; U+2460 to U+2468 are the circled ones
  expect(['صورة ٢', '絵①', '絵⑨ 3', 'ภาพ ๔', '⑩'].map(plainDigits)).toEqual(['صورة 2', '絵1', '絵9 3', 'ภาพ 4', '⑩'])
})
