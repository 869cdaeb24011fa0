import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { bareNumbers, tellNumbers } from './number-kinds'

/** How people write days, times and numbers into names: common practice, no source. */
describe('digits in a name', () => {
  test.each([
    ['12 Protokoll 2026-10-05 v2', 'number 12, date 2026-10-05, version v2'],
    ['10_Referat_10.10.2026', 'number 10, date 10.10.2026'],
    ['Scan 20261005T142233', 'date 20261005T142233'],
    ['Signal-2026-10-12-101533', 'date 2026-10-12-101533'],
    ['5.10. Foto', 'date 5.10.'],
    ['07-11-26 plan', 'date 07-11-26'],
    ['notes okt 5 ex2', 'date okt 5, number 2'],
    ['Report 3 October 2026', 'date 3 October 2026'],
    ['Rapport octobre 2026', 'date octobre 2026'],
    ['2026-10 report', 'date 2026-10'],
    ['report 10-2026', 'date 10-2026'],
    ['KW41 Bericht', 'week KW41'],
    ['2026-W41 log', 'week 2026-W41'],
    ['plan Rev.3 7', 'version Rev.3, number 7'],
    ['Entwurf 2 Kapitel 4', 'version Entwurf 2, number 4'],
    ['interview 14h30', 'time 14h30'],
    ['manual 11 pages', 'amount 11 pages'],
    ['banner 1920x1080 2', 'amount 1920x1080, number 2'],
    ['rain_R1_04_48k', 'number 1, number 04, amount 48k'], ['take 3 30s', 'number 3, amount 30s'],
    ['class of 2026', 'year 2026'], ['sheet 2 of 3', 'number 2, amount 3'],
    ['Blatt 2 von 12', 'number 2, amount 12'], ['scan1of3', 'number 1, amount 3'],
    // a family name is no month, a bare number no day
    ['marsh 12', 'number 12'], ['decker 3', 'number 3'],
    ['s014', 'number 014'], ['ex1', 'number 1'], ['32.13. x', 'number 32, number 13'],
    ['nothing at all', ''],
  ])('%s', (text, told) => {
    expect(tellNumbers(text).map(one => `${one.kind} ${one.text}`).join(', ')).toBe(told)
  })

  test('are each read once, in reading order, and where they stand', () => {
    const piece = fc.constantFrom('7', '12', '2026', '2026-10-05', '5.10.', 'v3', 'okt', 'a', '_', ' ', '-', '14h30', '300', 'pages', 'é')
    fc.assert(fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
      const text = pieces.join('')
      const readings = tellNumbers(text)
      let end = 0
      for (const { range, text: said } of readings) {
        expect(range[0]).toBeGreaterThanOrEqual(end)
        expect(text.slice(...range)).toBe(said)
        end = range[1]
      }
      // no digit is left out
      expect((readings.map(one => one.text).join('').match(/\d/g) ?? []).join('')).toBe((text.match(/\d/g) ?? []).join(''))
    }))
  })

  test('digits inside a word are a part of it, before or behind one they are a number', () => {
    expect(['H3a', 'Q4x report 7', 'ex3', '3d part'].map(text => bareNumbers(text))).toEqual([[], ['7'], ['3'], ['3']])
  })

  test('a day of the month is never somebody\'s number', () => {
    fc.assert(fc.property(fc.integer({ min: 1, max: 28 }), fc.integer({ min: 1, max: 12 }), fc.constantFrom('.', '-', '_'), (day, month, sign) => {
      const [dd, mm] = [String(day).padStart(2, '0'), String(month).padStart(2, '0')]
      expect(bareNumbers(`Referat_${dd}${sign}${mm}${sign}2026`)).toEqual([])
      expect(bareNumbers(`Referat 2026${sign}${mm}${sign}${dd}`)).toEqual([])
      expect(bareNumbers(`Referat 2026${mm}${dd}`)).toEqual([])
    }))
  })
})

// common practice, no source: given names that are months, weeks, or editions in some language
test.each([
  ['Müller_Jan_2', 'date Jan_2', ['jan']], ['Peel Sem 3 foto', 'week Sem 3', ['sem']], ['Ed-2 plan', 'version Ed-2', ['ed']],
  ['5 Mai Lan', 'date 5 Mai', ['mai', 'lan']], ['April_Quill_12', 'number 12', ['april', 'quill']],
])('in %s a name is no %s for whoever bears it', (text, otherwise, called) => {
  expect(tellNumbers(text).map(one => `${one.kind} ${one.text}`)).toEqual([otherwise])
  expect(bareNumbers(text, new Set(called))).toEqual([/\d+/.exec(text)?.[0]])
})
