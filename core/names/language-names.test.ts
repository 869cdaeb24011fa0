import { describe, expect, test } from 'vitest'
import { LANGUAGE_NAMES, isLanguageCode, namesOfLanguage, otherCodesOf } from './language-names'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

describe('languages', () => {
  // an independent witness: Unicode CLDR, as Node's own ICU has it
  test.each(Object.keys(LANGUAGE_NAMES))('%s is called as CLDR has it', (code) => {
    const said = [code, 'en', 'de', 'fr', 'es'].map(of => new Intl.DisplayNames([of], { type: 'language' }).of(code)?.toLocaleLowerCase(code))
    expect(new Set(namesOfLanguage(code))).toEqual(new Set(said))
  })

  test('are known by their code in any letter case, with a country or without; nothing else is one', () => {
    for (const code of ['FR', 'fr-CH', 'fr_CA']) expect(namesOfLanguage(code)[0]).toBe('français')
    for (const none of ['', 'F', 'FRA', 'xx', 'to', '__proto__', 'constructor', 'Fr 2']) expect(namesOfLanguage(none)).toEqual([])
  })

  test('are written by other codes as well', () => {
    // an independent witness: the canonical and the likely subtags of Unicode CLDR, as Node's own ICU has them
    const whole = (code: string) => new Intl.Locale(code).maximize()
    for (const code of ['zh-CN', 'zh-SG', 'zh-MY', 'zh-TW', 'zh-HK', 'zh-MO']) {
      expect(otherCodesOf(`zh-${whole(code).script}`)).toContain(code.toLowerCase())
    }
    for (const [withdrawn, code] of [['iw', 'he'], ['in', 'id'], ['ji', 'yi'], ['tl', 'fil'], ['mo', 'ro']] as const) {
      expect(new Intl.Locale(withdrawn).language).toBe(code)
      expect(otherCodesOf(code)).toContain(withdrawn)
    }
    for (const code of ['nb', 'nn']) expect([otherCodesOf(code), otherCodesOf('no').includes(code)]).toEqual([['no'], true])
    expect([otherCodesOf('fr-FR'), otherCodesOf('sr-Latn'), otherCodesOf('es-419'), otherCodesOf('de')]).toEqual([['fr'], ['sr'], ['es'], []])
    expect(['DE', 'q7', 'Room', 'fr-', 'fr-France', 'cih', 'bm', ''].filter(isLanguageCode)).toEqual([])
  })

  test.each([
    ['ui_no.xml', 'ui 6'], ['ui_zh-CN.xml', 'ui 5'], ['ui zh.xml', 'ui 5'], ['ui_zh-TW.xml', 'unplaced'], ['ui_pt.xml', 'unplaced'],
    ['ui_pt-br.xml', 'ui 3'], ['ui_norsk.xml', 'ui 6'],
  ])('are known by another code where no other is written so: %s is %s', async (path, at) => {
    const rule: Rules = {
      list: 'id,name,lang\n1,Moll,de\n2,Perrin,fr-FR\n3,Reis,pt-BR\n4,Faria,pt-PT\n5,Chen,zh-Hans\n6,Dahl,nb',
      requirements: [{ id: 'ui', title: 'Interface', name: 'ui_{lang}', formats: [{ id: 'xml' }] }],
    }
    expect(await roundOf(rule, path)).toEqual({ [path]: at })
  })

  const chapters = (list: string): Rules => ({
    list,
    requirements: [
      {
        id: 'chapter', title: 'Chapter', name: 'Ch{n}_{lang}', fields: { n: { type: 'number', digits: 2, from: 1, to: 2 } },
        formats: [{ id: 'docx' }], count: { from: 2, to: 2, by: 'n' },
      },
      { id: 'essay', title: 'English summary', name: 'Summary_{lang}', formats: [{ id: 'pdf' }] },
    ],
  })
  test('name whoever has their code in a column that the rule uses', async () => {
    const list = 'id,name,lang\n1,Hanna Vogt,DE\n2,Claire Morel,FR\n3,Paola Neri,IT\n4,Tom Ellis,EN'
    const names = ['Ch 1 deutsch.docx', 'Ch 2 French.docx', 'italiano Ch1.docx', 'english Ch 2.docx', 'Summary English.pdf']
    expect(await roundOf(chapters(list), ...names)).toEqual({
      'Ch 1 deutsch.docx': 'chapter 1', 'Ch 2 French.docx': 'chapter 2', 'italiano Ch1.docx': 'chapter 3', 'english Ch 2.docx': 'chapter 4',
      // a word of the rule's own title is no language
      'Summary English.pdf': 'unplaced',
    })
  })
  test('not where that column holds other codes as well: then they are none of languages', async () => {
    const list = 'id,name,lang\n1,Hanna Vogt,DE\n2,Claire Morel,FR\n3,Paola Neri,Q7'
    expect(await roundOf(chapters(list), 'Ch 1 deutsch.docx')).toEqual({ 'Ch 1 deutsch.docx': 'unplaced' })
  })
})
