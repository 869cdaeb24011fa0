import { describe, expect, test } from 'vitest'
import type { FieldRule } from './fields/index'
import { ADDED_WORDS, isAddedWord } from './added-words'
import { COPY_MARKS, COPY_WORDS, copyMarks, markBehindExtension } from './copy-marks'
import { isRealDate, parseDuration } from './date'
import { DEFAULT_FORMS, DEFAULT_WORDS, defaultName } from './default-names'
import { splitExtension } from './extension'
import { findLookAlikes, plainLook } from './look-alikes'
import { isPlaceholder, isTypedRule } from './placeholders'
import { parseTemplate } from './template'
import { forbiddenCharacters, isReserved, isTooLong } from './portability'

// common practice, no source
test.each(DEFAULT_WORDS.flatMap(({ what, words }) => words.map(word => [word, what] as const)))('%s is a name nobody gave: %s', (word) => {
  const dated = [
    `${word} 2026-10-16`, `${word} 16.10.2026 14.30`, `${word}_20261016_143000`, `${word} vom 16. Oktober 2026`,
    `${word} Oct 16, 2026 at 2.30 PM`,
  ]
  for (const name of [word, `${word} 1`, `${word}-2`, `${word} (3)`, word.toLowerCase(), ...dated]) expect(defaultName(name), name).not.toBeNull()
})
test.each(DEFAULT_FORMS.flatMap(({ what, examples }) => examples.map(one => [one, what] as const)))('%s is a name nobody gave: %s', (name, what) => {
  expect(defaultName(name)).toBe(what)
})

test.each([
  'REEF_Marsh-A_quadrat-01', 'Booker', 'documentation of the reef', 'Marsh 2026-10-16', 'partition', 'Imogen', 'text of the play',
  'Marsh 16 October 2026', 'Scan Marsh 2026-10-16', 'October report', 'Image of the reef 2026-10-16', '400199_001', 'Anna Image 2026', 'A1',
  'Filmore', 'reef 2026', 'testament', 'Marsh_test', '12345', 'week 2',
])('%s is somebody\'s own name', (name) => {
  expect(defaultName(name)).toBeNull()
})

// common practice, no source
test.each(COPY_MARKS.flatMap(({ left, examples }) => examples.map(one => [one, left] as const)))('%s is a copy of report, left %s', (name) => {
  expect(copyMarks(name).map(one => one.base)).toContain('report')
})
test.each(Object.entries(COPY_WORDS)
  .flatMap(([language, words]) => words.map(word => [language, word] as const)))('in %s a copy says %s', (_, word) => {
  for (const name of [`report - ${word}`, `report - ${word} (2)`, `report ${word}`, `report (${word})`]) {
    expect(copyMarks(name).map(one => one.base), name).toContain('report')
  }
})
test('two marks are taken off together', () => {
  expect(copyMarks('report - Copy (1) (2)')).toContainEqual({ base: 'report', mark: ' - Copy (1) (2)', at: 6 })
})
test.each(['report', 'copyright notes', 'a-copycat', 'photocopy', '2026-10-16'])('%s bears no copy mark', (name) => {
  expect(copyMarks(name)).toEqual([])
})

// common practice, no source
const STATE_WORDS = Object.entries(ADDED_WORDS)
  .flatMap(([language, { later, earlier }]) => [...later, ...earlier].map(word => [language, word] as const))
test.each(STATE_WORDS)('%s: %s only tells a state', (_, word) => {
  for (const text of [`_${word}`, ` ${word.toUpperCase()} 2`, `-${word}-${word}`]) expect(isAddedWord(text), text).toBe(true)
})
test.each(['_reef', '_2', '', '-finally', '_newt'])('%s is more than a state', (text) => {
  expect(isAddedWord(text)).toBe(false)
})

describe('letters that only look right', () => {
  // Unicode UTS #39, confusables.txt: Cyrillic а е о р с у х, Greek ο ν, Latin small letter dotless i and script small g
  test.each([
    ['М\u0430rsh', 'Marsh'], ['Br\u043Ewn', 'Brown'], ['\u0440h\u043Et\u043E', 'photo'], ['R\u03BF\u03BDer', 'Rover'],
    ['\uFF32\uFF25\uFF25\uFF26', 'REEF'], ['Ma\u200Brsh', 'Marsh'], ['Marsh\u202E', 'Marsh'], ['Marsh\u00A0Ana', 'Marsh Ana'],
    ['so\u00ADft', 'soft'], ['\uD835\uDC00na', 'Ana'], ['\uFEFFlog', 'log'],
  ])('%s looks like %s', (text, look) => {
    expect(plainLook(text)).toBe(look)
    expect(findLookAlikes(text).length).toBeGreaterThan(0)
  })
  test.each(['Zoë', 'Müller', 'Łucja', 'Sørby', 'O0lI1'])('%s is as it looks', (text) => {
    expect(plainLook(text)).toBe(text)
  })
})

describe('placeholders', () => {
  const n: FieldRule = { type: 'number', digits: 2, from: 1, to: 99 }
  const date: FieldRule = { type: 'date', pattern: 'yyyy-MM-dd', from: null, to: null }
  // common practice, no source
  test.each<[string, FieldRule | undefined, string, boolean]>([
    ['family', undefined, 'family', true], ['family', undefined, 'Surname', true], ['family', undefined, 'Nachname', true],
    ['given', undefined, 'First name', true], ['name', undefined, 'Your Name', true], ['group', undefined, 'XX', true],
    ['n', n, 'NN', true], ['n', n, '00', true], ['n', n, '##', true], ['n', n, '01', false],
    ['n', { ...n, from: 0 }, '00', false], ['date', date, 'YYYY-MM-DD', true], ['date', date, 'Datum', true],
    ['family', undefined, 'Marsh', false], ['family', undefined, '{family}', true],
  ])('in {%s} (%j) %s is one: %s', (field, rule, text, is) => {
    expect(isPlaceholder(field, rule, text)).toBe(is)
  })
  test.each([
    ['family_given_photo', true], ['Surname-Firstname-Photo', true], ['{family}_{given}_photo', true], ['xxx_xx_photo', true],
    ['Marsh_given_photo', false], ['photo', false],
  ])('%s is the rule typed as it stands: %s', (base, is) => {
    expect(isTypedRule(base, parseTemplate('{family}_{given}_photo'), {})).toBe(is)
  })
})

test('a copy mark may stand behind the extension', () => {
  expect(markBehindExtension('report.pdf.2')).toEqual({ base: 'report.pdf', mark: '.2', at: 10 })
})

describe('portable names', () => {
  // Microsoft, "Naming Files, Paths, and Namespaces": reserved characters, reserved names, no trailing space or period
  test.each([...'<>:"/\\|?*', '\u0001', '\u001F'])('%j is forbidden', (char) => {
    expect(forbiddenCharacters(`a${char}b`)).toEqual([char])
  })
  test.each(['CON', 'prn.txt', 'Aux.log', 'NUL', 'COM1', 'com9.csv', 'LPT5.tar.gz', 'COM¹', 'report.', 'report '])('%j is reserved', (name) => {
    expect(isReserved(name)).toBe(true)
  })
  test.each(['CONTENT', 'COM10', 'nullable.txt', 'Conrad.txt', '.profile'])('%s is not', (name) => {
    expect(isReserved(name)).toBe(false)
  })
  // POSIX.1-2017 §3.282, portable filename character set
  test('every portable character is allowed', () => {
    expect(forbiddenCharacters('ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789._-')).toEqual([])
  })
  test('lengths count in UTF-8 bytes and in UTF-16 units', () => {
    expect(isTooLong('a'.repeat(255), 'a')).toBe(false)
    expect(isTooLong('a'.repeat(256), 'a')).toBe(true)
    expect(isTooLong('😀'.repeat(64), 'a')).toBe(true)
    expect(isTooLong('a', 'b'.repeat(241))).toBe(true)
  })
})

test.each([
  ['report.tar.gz', 'report', 'tar.gz'], ['report.gz', 'report', 'gz'], ['mesh.STL', 'mesh', 'STL'],
  ['minutes 12.10', 'minutes 12.10', ''], ['v1.2.pdf', 'v1.2', 'pdf'], ['.pdf', '.pdf', ''], ['noext', 'noext', ''],
])('%s splits into %s and %s', (name, base, extension) => {
  expect(splitExtension(name)).toEqual({ base, extension })
})

test.each([
  [{ yyyy: 2026, MM: 2, dd: 29 }, false], [{ yyyy: 2028, MM: 2, dd: 29 }, true], [{ yyyy: 1900, MM: 2, dd: 29 }, false],
  [{ yyyy: 2000, MM: 2, dd: 29 }, true], [{ MM: 13 }, false], [{ HH: 24 }, false],
])('%j is a date: %s (Gregorian calendar, ISO 8601 §3)', (values, real) => {
  expect(isRealDate(values)).toBe(real)
})

// what a pattern leaves out is as it is in the range
test.each([
  [{ MM: 10, dd: 6 }, '2026-10-05', '2026-10-09', true], [{ MM: 10, dd: 12 }, '2026-10-05', '2026-10-09', false],
  [{ MM: 12, dd: 25 }, '2026-12-20', '2027-01-10', true], [{ MM: 1, dd: 5 }, '2026-12-20', '2027-01-10', true],
  [{ MM: 2, dd: 11 }, '2026-12-20', '2027-01-10', false], [{ MM: 2, dd: 29 }, '2026-01-01', '2027-12-31', false],
  [{ MM: 2, dd: 29 }, '2028-01-01', '2028-12-31', true], [{ MM: 10 }, '2026-10-05', '2026-10-09', true],
  [{ MM: 9 }, '2026-10-05', '2026-10-09', false],
  [{ dd: 6 }, '2026-10-05', '2026-10-09', true], [{ dd: 10 }, '2026-10-05', '2026-10-09', false], [{ MM: 3, dd: 1 }, '2026-10-05', null, true],
  [{ MM: 2, dd: 29 }, null, '2026-10-09', true], [{ MM: 2, dd: 30 }, null, '2026-10-09', false],
])('%j between %s and %s is a real date: %s', (values, from, to, real) => {
  expect(isRealDate(values, from, to)).toBe(real)
})

test('durations are ISO 8601, a day being 24 h', () => {
  expect(parseDuration('P1DT2H3M4S')).toBe(93_784_000)
  expect(() => parseDuration('P1M')).toThrow(RangeError)
})
