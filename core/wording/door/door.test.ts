import { describe, expect, test } from 'vitest'
import { FINDING_CODES } from '../../findings/codes'
import type { Finding } from '../../findings/finding'
import type { DoorLanguage } from './index'
import { DOOR_LANGUAGES, languageMeant, loadDoorFindings, loadDoorWords } from './index'

const LANGUAGES = Object.keys(DOOR_LANGUAGES) as DoorLanguage[]

/** Everything a language says, sentences with values filled in. */
async function saidIn(language: DoorLanguage): Promise<Map<string, string>> {
  const words = await loadDoorWords(language)
  const all = new Map<string, string>()
  const add = (key: string, value: unknown) => {
    if (typeof value === 'string') all.set(key, value)
    else if (typeof value === 'object' && value !== null) for (const [inner, one] of Object.entries(value)) add(`${key}.${inner}`, one)
  }
  for (const [key, value] of Object.entries(words)) if (typeof value !== 'function') add(key, value)
  const filled: [string, string][] = [
    ['until', words.until('T')], ['left', words.left({ days: 2, hours: 3, minutes: 4 })],
    ['wasDue', words.wasDue('T')], ['ofGroup', words.ofGroup('G', false)], ['ofGroupByMember', words.ofGroup('G', true)],
    ['folder', words.folder('F')], ['folder none', words.folder('')], ['gap', words.gap('f', 'x')], ['more', words.moreNames(4, null)],
    ['more to', words.moreNames(4, 6)], ['formats', words.formats('L')], ['count', words.count(2, 2)], ['count from', words.count(2, null)],
    ['count range', words.count(2, 5)], ['found', words.found(2)], ['found none', words.found(0)], ['looking', words.looking(1, 2)],
    ['such', words.suchAs('x')], ['send', words.send(3)], ['sending', words.sending(1, 2)], ['handed', words.handedIn(1, 'T')],
    ['receipts', words.receipts(2)], ['receipt', words.receipt(2)], ['from', words.from('N', 'T')], ['own', words.own('T')], ['had', words.had('N')],
    ['who', words.whoSees('C')], ['of', words.receiptOf('N')], ['code', words.codeIs('C')],
    ['starts', words.startsFrom('F')], ['made up', words.madeUp('N', 'G')], ['look', words.lookItUp('A')],
  ]
  for (const [key, value] of filled) all.set(key, value)
  return all
}

describe.each(LANGUAGES.filter(one => one !== 'en'))('in %s', (language) => {
  test('nothing is missing, and nothing is left in English', async () => {
    const [english, said] = await Promise.all([saidIn('en'), saidIn(language)])
    expect([...said.keys()].sort()).toEqual([...english.keys()].sort())
    const left = [...said].filter(([key, text]) => text === english.get(key) && /[a-z]{3}/i.test(text))
    expect(left).toEqual([])
    expect([...said.values()].every(text => text.trim() !== '')).toBe(true)
  })

  test('every finding has a sentence of its own, with what was asked', async () => {
    const say = await loadDoorFindings(language)
    const sentences = FINDING_CODES.map(code =>
      say({ code, severity: 'error', params: {}, expected: 'Marsh_log.csv' } as unknown as Finding))
    expect(new Set(sentences).size).toBe(FINDING_CODES.length)
    expect(sentences.every(one => one.includes('"Marsh_log.csv"'))).toBe(true)
    expect(say({ code: 'format.not-accepted', severity: 'error', params: { format: 'gif', asked: ['jpg'] } })).toContain('.jpg')
  })
})

// Unicode CLDR, plural rules: one is i = 1 and v = 0 in English, German and Spanish, i = 0,1 in French; Intl carries the same data
test.each(LANGUAGES)('plurals in %s go as Intl has them', async (language) => {
  const words = await loadDoorWords(language)
  const rules = new Intl.PluralRules(language)
  const form = (count: number) => words.left({ days: 0, hours: 0, minutes: count }).replace(/\d+/, '#')
  const [one, other] = [form(1), form(5)]
  expect(one).not.toBe(other)
  for (const count of [0, 1, 2, 3, 5, 10, 21, 59]) expect(form(count), `${count}`).toBe(rules.select(count) === 'one' ? one : other)
})

test.each([['de-AT', 'de'], ['Deutsch', 'de'], ['FR', 'fr'], ['français', 'fr'], ['es-MX', 'es'], ['Español', 'es'], ['en-GB', 'en'], ['', 'en'],
  ['pt', 'en'],
  ['design', 'en']])('%s is read as %s', (said, meant) => {
  expect(languageMeant(said)).toBe(meant)
})
