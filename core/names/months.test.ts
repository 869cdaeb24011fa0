import { describe, expect, test } from 'vitest'
import { looseDate } from './loose-date'
import { monthOf } from './months'

describe('a month without a day', () => {
  test.each([
    ['10-2026', '2026-10'], ['10.2026', '2026-10'], ['Okt 2026', '2026-10'], ['october_2026', '2026-10'], ['2026 octobre', '2026-10'],
    ['März2026', '2026-03'], ['août 26', '2026-08'], ['13-2026', null],
    ['Kasım 2026', '2026-11'], ['KASIM 2026', '2026-11'], ['lokakuu 2026', '2026-10'], ['říjen 2026', '2026-10'], ['rijen 2026', '2026-10'],
    ['жовтень 2026', '2026-10'], ['marsh 2026', null], ['Octavia 2026', null],
  ])('%s is read as %s', (text, written) => {
    expect(looseDate(text, 0, 'yyyy-MM')?.written ?? null).toBe(written)
  })

  test.each([
    ['2026-10', '10-2026'], ['2026_09', '09-2026'], ['2026.10', '10-2026'], ['2026-00', null],
  ])('the year may stand first where the rule writes it last: %s is read as %s', (text, written) => {
    expect(looseDate(text, 0, 'MM-yyyy')?.written ?? null).toBe(written)
  })

  test.each([
    // in a name with a longer code, which is none of a day
    ['4713 Std 9', '09-2026'], ['4713 Std 10', '10-2026'], ['4713 Std 11', null], ['1203 Std 9', null], ['2025 Std 9', null],
  ])('one that alone is asked for may be a figure: %s is read as %s', (text, written) => {
    const place = text.lastIndexOf(' ') + 1
    expect(looseDate(text, place, 'MM-yyyy', { from: '2026-08-01', to: '2026-10-31' })?.written ?? null).toBe(written)
  })

  test('every language has twelve, and each word is one month', () => {
    // what Intl knows of these languages (CLDR, as Node carries it)
    const languages = [
      'en', 'de', 'fr', 'es', 'pt', 'it', 'nl', 'pl', 'da', 'sv', 'nb', 'cs', 'sk', 'hu', 'ro', 'tr', 'fi', 'ru', 'uk', 'bg', 'sr', 'el', 'ca', 'et',
      'lt', 'lv', 'sl', 'is', 'id',
    ]
    for (const language of languages) {
      for (let month = 1; month <= 12; month++) {
        const word = new Intl.DateTimeFormat(language, { month: 'long', timeZone: 'UTC' }).format(Date.UTC(2026, month - 1, 1))
        expect(monthOf(word), `${language} ${word}`).toBe(month)
        const inDay = new Intl.DateTimeFormat(language, { day: 'numeric', month: 'long', timeZone: 'UTC' })
        const parts = inDay.formatToParts(Date.UTC(2026, month - 1, 3))
        const beside = (parts.find(part => part.type === 'month')?.value ?? '').replace(/^(?:de |d’)/, '')
        expect(monthOf(beside), `${language} ${beside}`).toBe(month)
      }
    }
  })

  test('a month shortened is that month in every language that shortens so', () => {
    // the same witness; what is a word of another kind somewhere, such as "set", may be unknown
    const languages = ['en', 'de', 'fr', 'es', 'pt', 'it', 'nl', 'pl', 'da', 'sv', 'nb', 'ca', 'tr', 'id']
    const known = languages.flatMap(language => Array.from({ length: 12 }, (_, at) => {
      const word = new Intl.DateTimeFormat(language, { month: 'short', timeZone: 'UTC' }).format(Date.UTC(2026, at, 1)).replace(/^(?:de |d’)|\.$/g, '')
      const read = monthOf(word)
      expect([undefined, at + 1], `${language} ${word}`).toContain(read)
      return read !== undefined
    }))
    expect(known.filter(Boolean).length / known.length).toBeGreaterThan(0.8)
  })

  test.each<[string, string | null, string]>([
    ['261108', '20261108', 'year first'], ['081126', '20261108', 'day first'], ['08112026', '20261108', 'day first, the year in full'],
    ['110826', '20261108', 'month first: the day first lies outside'], ['08-11', '20261108', 'without its year'], ['1108', '20261108',
      'and nothing between'],
    ['12-25', null, 'not asked for'], ['99112026', null, 'no day'], ['21-11-555', null, 'a part of another number'],
  ])('digits that nothing parts are a day where only one that is asked for can be meant: %s is %s, %s', (text, written) => {
    expect(looseDate(text, 0, 'yyyyMMdd', { from: '2026-10-15', to: '2026-11-15' })?.written ?? null).toBe(written)
  })

  test.each([
    ['02.11.2026 19.30', '20261102_1930'], ['2 Nov 2026, 7:05', '20261102_0705'], ['2026-11-02_07-30', '20261102_0730'],
    ['02.11.26 19h30', '20261102_1930'],
    // no time, none that there is, and a day that could be two
    ['02.11.2026', null], ['02.11.2026 25.30', null], ['02/11/2026 19.30', null],
  ])('a day in another order keeps the time behind it: %s is %s', (text, written) => {
    expect(looseDate(text, 0, 'yyyyMMdd_HHmm')?.written ?? null).toBe(written)
  })

  test('without a range two digits of a year stand behind the day', () => {
    expect(looseDate('161026', 0, 'yyyy-MM-dd')?.written).toBe('2026-10-16')
    expect(looseDate('261316', 0, 'yyyy-MM-dd')?.written ?? null).toBe(null)
    // of three pairs the one that can be a year of work is it; then it may be two days, unless one is no month
    expect(looseDate('26-10-03', 0, 'yyyy-MM-dd')?.written).toBe('2026-10-03')
    expect(looseDate('03-10-26', 0, 'yyyy-MM-dd')).toMatchObject({ written: null, kind: 'date-order' })
    expect(looseDate('16-10-26', 0, 'yyyy-MM-dd')?.written).toBe('2026-10-16')
    expect(looseDate('03-10-05', 0, 'yyyy-MM-dd')?.written).toBe('2003-10-05')
    // where both may be, full stops stand behind a day first
    expect(looseDate('20.10.26', 0, 'yyyy-MM-dd')?.written).toBe('2026-10-20')
    expect(looseDate('26.10.20', 0, 'yyyy-MM-dd')?.written).toBe('2026-10-20')
    expect(looseDate('28.10.26', 0, 'yyyy-MM-dd')?.written).toBe('2026-10-28')
    // a figure alone is no year, in whichever place
    expect(looseDate('12.9.26', 0, 'yyyy-MM-dd')?.written).toBe('2026-09-12')
    expect(looseDate('26-9-12', 0, 'yyyy-MM-dd')?.written).toBe('2026-09-12')
    expect(looseDate('20-10-26', 0, 'yyyy-MM-dd')?.written).toBe('2020-10-26')
    expect(looseDate('991231', 0, 'yyyy-MM-dd')?.written).toBe('2099-12-31')
  })

  test('a day is read as each language writes it out, with its year and without', () => {
    // the same witness: 20 de octubre de 2026, 3 d’abril, 1 août, 5. März
    for (const language of ['en', 'es', 'pt', 'ca', 'it', 'fr', 'de', 'nl', 'da', 'sv', 'nb', 'pl', 'cs', 'ro']) {
      for (let month = 0; month < 12; month++) {
        for (const year of [{ year: 'numeric' } as const, {}]) {
          const day = new Date(Date.UTC(2026, month, 13))
          const written = new Intl.DateTimeFormat(language, { day: 'numeric', month: 'long', timeZone: 'UTC', ...year }).format(day)
          // English parts the year by a comma, which is no sign of a name's
          const text = written.replace(',', '')
          const read = looseDate(text, 0, 'yyyy-MM-dd', { from: '2026-01-01', to: '2026-12-31' })
          expect([text, read?.written]).toEqual([text, day.toISOString().slice(0, 10)])
        }
      }
    }
  })

  test('a day with its month stays a day', () => {
    expect(looseDate('16.10.2026', 0, 'yyyy-MM-dd')).toMatchObject({ written: '2026-10-16' })
  })
})
