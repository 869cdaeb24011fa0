import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: pieces of one kind that only a number in the rule's own words tells apart

const HOMEWORK: Rules = {
  list: 'id,given,family,group\n1,Lukas,Aschauer,3B\n2,Sophie,Bichler,3B\n3,Jonas,Ebner,3C\n4,Julia,Ebner,3C',
  requirements: [1, 2].map(n => ({
    id: `hw${n}`, title: `Hausübung ${n}`, name: `{group}_{family}_{given}_HÜ${n}`, formats: [{ id: 'pdf' }, { id: 'docx' }],
  })),
}

describe('a number behind a word of two rules', () => {
  test.each([
    ['HÜ 1 Sophie.docx', 'hw1 2'], ['Bichler Hausübung2.docx', 'hw2 2'], ['HU1_Aschauer.pdf', 'hw1 1'], ['2. HÜ Sophie.pdf', 'hw2 2'],
    ['Lukas HÜ zwei.docx', 'hw2 1'], ['Aschauer_3B_Hausübung 1.pdf', 'hw1 1'], ['Jonas_Ebner_Hü2.docx', 'hw2 3'], ['Lukas Hausübg 2.pdf', 'hw2 1'],
    ['Aschauer 1º HÜ.pdf', 'hw1 1'], ['Sophie 2nd HÜ.pdf', 'hw2 2'],
  ])('tells which it is: %s', async (path, at) => {
    expect(Object.values(await roundOf(HOMEWORK, path))).toEqual([at])
  })

  test.each([
    'HÜ Sophie.docx', 'Sophie 3B HÜ.pdf', 'HÜ 3 Sophie.pdf', 'Ebner HÜ1.pdf',
  ])('where there is none, or it may be another\'s, none is it: %s', async (path) => {
    expect(Object.values(await roundOf(HOMEWORK, path))).toEqual(['unplaced'])
  })

  test('whose it may be is told for that piece alone', async () => {
    expect((await toldOf(HOMEWORK, 'Ebner HÜ1.pdf')).get('Ebner HÜ1.pdf')?.candidates).toEqual(['hw1', 'hw1'])
  })

  test('of words with which one rule alone has a number it tells nothing', async () => {
    const rules: Rules = {
      list: 'id,given,family\n1,Ida,Moor',
      requirements: [
        { id: 'plan', title: 'Plan A3', name: '{family}_plan_A3', formats: [{ id: 'pdf' }] },
        { id: 'text', title: 'Text', name: '{family}_text', formats: [{ id: 'pdf' }] },
      ],
    }
    expect(Object.values(await roundOf(rules, 'plan 2 Moor.pdf', 'text 2 Moor.pdf'))).toEqual(['plan 1', 'text 1'])
  })
})

test('two levels of a folder that several bear each say together whose it is', async () => {
  const rules: Rules = {
    list: 'id,given,family,cam,couple\n1,Ria,Voss,A,Keller\n2,Sam,Tull,B,Keller\n3,Tom,Urb,A,Haas\n4,Uta,Wenk,B,Haas',
    requirements: [{
      id: 'clip', title: 'Clip', name: '{couple}_cam{cam}_{part}', folder: '{couple}/cam{cam}', formats: [{ id: 'mp4' }],
      fields: { part: { type: 'choice', values: ['church', 'dinner'] } },
    }],
  }
  expect(Object.values(await roundOf(rules, 'Haas files/cam B/church.mp4', 'Haas/cam B/dinner.mp4'))).toContain('clip 4')
})

describe('pieces that are called the same but for', () => {
  const rules = (pieces: [id: string, title: string, name: string][], format = 'pdf'): Rules => ({
    list: 'id,given,family\n1,Ana,Marsh\n2,Ben,Wade',
    requirements: pieces.map(([id, title, name]) => ({ id, title, name, formats: [{ id: format }] })),
  })

  test.each([
    ['Ana Part B.pdf', 'b 1'], ['Marsh coursework part c.pdf', 'c 1'], ['Wade pt A.pdf', 'a 2'], ['Ben Part 3.pdf', 'c 2'],
    ['Ben part.pdf', 'unplaced'],
  ])('a letter: %s', async (path, at) => {
    const parts = rules(['A', 'B', 'C'].map(letter => [letter.toLowerCase(), `Coursework Part ${letter}`, `{family}_Part${letter}`]))
    expect(Object.values(await roundOf(parts, path))).toEqual([at])
  })

  test.each([
    ['Marsh catalogue english.pdf', 'en 1'], ['Katalog deutsch Wade.pdf', 'de 2'], ['Wade_Katalog en.pdf', 'en 2'],
    ['Wade Katalog.pdf', 'unplaced'],
  ])('a language: %s', async (path, at) => {
    const texts = rules([
      ['de', 'Katalogtext Deutsch', '{family}_Katalog_DE'], ['en', 'Katalogtext Englisch', '{family}_Katalog_EN'], ['cv', 'CV', '{family}_CV'],
    ])
    expect(Object.values(await roundOf(texts, path))).toEqual([at])
  })

  test.each([['vorne Ana.jpg', 'front 1'], ['Wade rear.jpg', 'back 2'], ['Wade photo.jpg', 'unplaced']])('a side: %s', async (path, at) => {
    const photos = rules([['front', 'Photo front', '{family}_front'], ['back', 'Photo back', '{family}_back']], 'jpg')
    expect(Object.values(await roundOf(photos, path))).toEqual([at])
  })

  test.each([
    ['Ana Bericht 09-2026.pdf', 'sep 1'], ['Wade Berichtsheft Okt.pdf', 'okt 2'], ['Ana Berichtsheft 2026-10.pdf', 'okt 1'],
    ['Wade Bericht 11-2026.pdf', 'unplaced'],
  ])('a month: %s', async (path, at) => {
    const books = rules([
      ['sep', 'Berichtsheft September', '{family}_Berichtsheft_September'], ['okt', 'Berichtsheft Oktober', '{family}_Berichtsheft_Oktober'],
    ])
    expect(Object.values(await roundOf(books, path))).toEqual([at])
  })
})
