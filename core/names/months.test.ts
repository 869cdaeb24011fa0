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

  test('a day with its month stays a day', () => {
    expect(looseDate('16.10.2026', 0, 'yyyy-MM-dd')).toMatchObject({ written: '2026-10-16' })
  })
})
