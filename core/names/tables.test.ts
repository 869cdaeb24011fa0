import { describe, expect, test } from 'vitest'
import { copyMarks, markBehindExtension } from './copy-marks'
import { isRealDate, parseDuration } from './date'
import { defaultName } from './default-names'
import { splitExtension } from './extension'
import { forbiddenCharacters, isReserved, isTooLong } from './portability'

// common practice, no source
test.each([
  'Document1', 'Dokument 2', 'Untitled-1', 'Unbenannt', 'Sans titre', 'Book1', 'Presentation1', 'Drawing1', 'Part3', 'Scan0001', 'IMG_4711', 'DSC01234', 'P1013687', 'GOPR0042',
  'IMG-20261016-WA0003', '20261016_143000', '2026-10-16', '16.10.2026', '2026-10-16 14.30.00', 'Screenshot 2026-10-16 at 14.30.00', 'New Recording 4', 'Aufnahme', 'XXXX', 'Neues Dokument',
])('%s is a name nobody gave', (name) => {
  expect(defaultName(name)).not.toBeNull()
})

test.each(['REEF_Marsh-A_quadrat-01', 'Booker', 'documentation of the reef', 'Marsh 2026-10-16', 'partition', 'Imogen', 'text of the play', 'A1'])('%s is somebody\'s own name', (name) => {
  expect(defaultName(name)).toBeNull()
})

// common practice, no source
test.each(['report (1)', 'report(2)', 'report - Copy', 'report - Copy (3)', 'report copy', 'report copy 2', 'report - Kopie', 'report - copia', 'report 2', 'report.1', 'Copy of report', 'Kopie von report', 'report~1'])('%s is a copy of report', (name) => {
  expect(copyMarks(name).map(one => one.base)).toContain('report')
})

test('a copy mark may stand behind the extension', () => {
  expect(markBehindExtension('report.pdf.2')).toEqual({ base: 'report.pdf', mark: '.2' })
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
  ['report.tar.gz', 'report', 'tar.gz'], ['report.gz', 'report', 'gz'], ['mesh.STL', 'mesh', 'STL'], ['minutes 12.10', 'minutes 12.10', ''], ['v1.2.pdf', 'v1.2', 'pdf'], ['.pdf', '.pdf', ''], ['noext', 'noext', ''],
])('%s splits into %s and %s', (name, base, extension) => {
  expect(splitExtension(name)).toEqual({ base, extension })
})

test.each([[{ yyyy: 2026, MM: 2, dd: 29 }, false], [{ yyyy: 2028, MM: 2, dd: 29 }, true], [{ yyyy: 1900, MM: 2, dd: 29 }, false], [{ yyyy: 2000, MM: 2, dd: 29 }, true], [{ MM: 13 }, false], [{ HH: 24 }, false]])('%j is a date: %s (Gregorian calendar, ISO 8601 §3)', (values, real) => {
  expect(isRealDate(values)).toBe(real)
})

test('durations are ISO 8601, a day being 24 h', () => {
  expect(parseDuration('P1DT2H3M4S')).toBe(93_784_000)
  expect(() => parseDuration('P1M')).toThrow(RangeError)
})
