import { describe, expect, test } from 'vitest'
import { readRoster, readTable } from '../roster/read'
import { sayFinding } from '../wording/index'
import type { Rules } from '../../tests/small-rounds'
import { ANY_WAY, checked, rosterOf, roundOf } from '../../tests/small-rounds'

/*
 * Whose file it is and which, where people write next to nothing: the last digits of a number, one word of a name, the letter before a
 * number. Common practice, no source.
 */

const { roster: LIST } = readRoster(readTable(new TextEncoder().encode([
  'Roll No.,Name', '21CS045,Aarav Sharma', '21CS046,Ananya Sharma', '21CS107,K. Lakshmi Narayanan', '20ME107,S Priya',
  '20ME112,Mohammed Irfan Khan', '20CS098,Venkata Sai Krishna Reddy',
].join('\n'))))
const RULES = [
  { id: 'summary', title: 'Synopsis', name: '{id}_{name}_Synopsis', formats: [{ id: 'pdf' }] },
  { id: 'talk', title: 'Presentation', name: '{id}_{name}_Presentation', formats: [{ id: 'pdf' }] },
  {
    id: 'work', title: 'Assignment', name: '{id}_{name}_A{n}', fields: { n: { type: 'number', from: 1, to: 3 } }, formats: [{ id: 'pdf' }],
    count: { from: 3, to: 3, by: 'n' },
  },
]

async function where(...paths: string[]) {
  return (await checked(LIST, RULES, paths, ANY_WAY)).map(({ role, slot, candidates, findings }) => ({
    at: role === 'placed' && slot ? [slot.requirement, slot.holder, ...slot.n === undefined ? [] : [slot.n]].join(' ') : role,
    candidates: candidates.map(one => `${one.requirement} ${one.holder}`), says: findings.map(one => sayFinding(one)).join(' '),
  }))
}

test.each([
  ['21CS045_A1.pdf', 'work 21CS045 1', 'the rule\'s own letter straight before the number'],
  ['lakshmi_a3.pdf', 'work 21CS107 3', 'the same in small letters'],
  ['S.Priya_A1.pdf', 'work 20ME107 1', 'with an initial'],
  ['V.S.K. Reddy 20CS098 A2.pdf', 'work 20CS098 2', 'with initials that stand in no list'],
  ['21CS045_A 1 about Priya.pdf', 'unplaced', 'not straight before the number, and more is said'],
  ['21CS045_A7.pdf', 'surplus', 'no number that is asked for, and told so'],
  ['A1_046.pdf', 'work 21CS046 1', 'three last digits that no other number ends with'],
  ['A1_107.pdf', 'unplaced', 'last digits of two'],
  ['Narayanan Assg1.pdf', 'work 21CS107 1', 'one word of a name, borne by nobody else, and a title by its first letter and consonants'],
  ['Narayanan Atsg1.pdf', 'unplaced', 'letters that stand otherwise in the title'],
  ['Sai Krishna Synopsis.pdf', 'summary 20CS098', 'two neighbouring words of a name of four'],
  ['Sharma Synopsis.pdf', 'unplaced', 'a word of two names'],
  ['21CS107 talk.pdf', 'talk 21CS107', 'the word that the rule is known by'],
])('%s is %s: %s', async (path, at) => {
  expect((await where(path))[0]?.at).toBe(at)
})

test('two last digits only say whose it may be', async () => {
  const [file] = await where('45_Presentation.pdf')
  expect([file?.at, file?.candidates]).toEqual(['unplaced', ['talk 21CS045']])
})

test('a value that stands whole beside the name is there, and what stands instead of the name is told', async () => {
  const [file] = await where('Md Irfan_20ME112_Synopsis.pdf')
  expect(file?.says).toContain('"Md Irfan" instead of "Mohammed Irfan Khan"')
  expect(file?.says).toContain('Roll No. "20ME112" stands in another place')
})

describe('parts of groups', () => {
  const BAND: Rules = {
    list: 'name,group\nAnneke de Wit,Klarinetten\nCor van Dam,Hoorns\nDineke Smit,Trombones',
    requirements: [
      {
        id: 'part', title: 'Part', holder: 'group', name: '{group} - {piece} - {part}', formats: [{ id: 'pdf' }], count: { from: 1, to: 9 },
        fields: { piece: { type: 'choice', values: ['Ouverture', 'Wals'] }, part: { type: 'choice', values: ['1e', '2e'] } },
      },
      {
        id: 'take', title: 'Recording', holder: 'group', name: '{group} - repetitie {day}', formats: [{ id: 'mp3' }],
        fields: { day: { type: 'date', pattern: 'dd-MM-yyyy', from: '2026-11-01', to: '2026-11-30' } },
      },
      { id: 'list', title: 'Presentielijst', holder: 'group', name: '{group} - presentielijst', formats: [{ id: 'xlsx' }] },
    ],
  }
  test.each([
    ['Klarinet - Wals - 1e.pdf', 'part Klarinetten', 'the singular of a group'],
    ['Hoorn 2 Ouverture.pdf', 'part Hoorns', 'and the number of a part'],
    ['hoorns 21-11.mp3', 'take Hoorns', 'a rule of choices alone is not meant where the format is not its own'],
    ['presentielijst Dineke.xlsx', 'list Trombones', 'the given name of a member'],
    ['presentielijst.xlsx', 'unplaced', 'nobody is named'],
  ])('%s is %s: %s', async (path, where) => {
    expect((await roundOf(BAND, path))[path]).toBe(where)
  })
})

describe('beyond what is owed', () => {
  const PAPER: Rules = {
    list: 'name,code\nBeat Marti,bm\nClaudia Imhof,cih',
    requirements: [
      {
        id: 'article', title: 'Article', name: '{code}_{section}_{about}', formats: [{ id: 'docx' }], count: { from: 1, to: 3 },
        fields: { section: { type: 'choice', values: ['SP', 'JU'] }, about: { type: 'text', minLength: 3 } },
      },
      {
        id: 'photo', title: 'Photo', name: '{code}_{n}', fields: { n: { type: 'number', from: 1, to: 99 } },
        formats: [{ id: 'jpg' }], count: { from: 1, to: 4 },
      },
    ],
  }
  test('a piece comes by its format alone where its name says nothing but whose it is, or the rule asks for a text of one\'s own', async () => {
    const names = ['cih_SP_Autumn race.docx', 'Claudia Imhof - Youth camp.docx', 'bm_1.jpg', 'Beat Marti 3.jpg', 'Beat Marti passport.jpg']
    const placed = await roundOf(PAPER, ...names)
    expect(names.map(name => placed[name])).toEqual([
      'article claudia-imhof', 'article claudia-imhof', 'photo beat-marti', 'photo beat-marti', 'unplaced',
    ])
  })

  test('of places that are all alike, one that may only be there takes one and leaves the others', async () => {
    const names = ['Beat Marti holiday.jpg', 'Beat Marti 3.jpg', 'Beat Marti 4.jpg']
    expect(Object.values(await roundOf(PAPER, ...names))).toEqual(['photo beat-marti', 'photo beat-marti', 'photo beat-marti'])
  })

  test('a word where a choice is asked is another choice only in a name that is the asked one otherwise', async () => {
    const names = ['cih_SP_Autumn race.docx', 'cih_XY_Old news.docx', 'Article of Claudia Imhof about snow.docx']
    const placed = await roundOf(PAPER, ...names)
    expect(names.map(name => placed[name])).toEqual(['article claudia-imhof', 'unplaced', 'article claudia-imhof'])
  })
})

test('in the very folder and format that are asked for, half of a name will do', async () => {
  const pictures = (id: string, format: string) => ({
    id, title: id, name: `{id}_{family}_${id}_{n}`, folder: `{family}/${id}s`, formats: [{ id: format }], count: { from: 2, to: 2, by: 'n' },
    fields: { n: { type: 'number', digits: 2, from: 1, to: 2 } },
  })
  const rules = { list: 'id,given,family\n12,Rui,Sá', requirements: [pictures('orig', 'tif'), pictures('final', 'jpg')] }
  expect(await roundOf(rules, 'Sá/finals/12_Sá_01.jpg', 'Sá/origs/12_Sá_orig_01.tif')).toEqual({
    'Sá/finals/12_Sá_01.jpg': 'final 12', 'Sá/origs/12_Sá_orig_01.tif': 'orig 12',
  })
})

test('a number is the piece\'s where two words are written together around it, or where a word says it', async () => {
  const rules = {
    list: 'given,family\nGrace,Quill\nTre,Marsh',
    requirements: [{
      id: 'data', title: 'Data', name: '{family}_{given}_Data{n}', fields: { n: { type: 'number', from: 1, to: 7 } }, formats: [{ id: 'csv' }],
      count: { from: 7, to: 7, by: 'n' },
    }],
  }
  const names = ['lab5data_quill.csv', 'Quill data two.csv', 'Marsh data Tre.csv', 'Quill zweite data, third try.csv', 'Quill_H3a data.csv']
  const roster = rosterOf(rules.list)
  // each by itself: none is another's other version
  const numbers = await Promise.all(names.map(async name => (await checked(roster, rules.requirements, [name]))[0]?.slot?.n ?? null))
  expect(numbers).toEqual([5, 2, null, null, null])
})

describe('given names shortened', () => {
  const FAIR: Rules = {
    list: 'class,name\n4J,Ben\n4J,Benedict Wright\n4K,Zachary O\'Connell-Byrne\n4K,Maria Lind\n4K,Theo Marsh\n4K,Thea Marsh',
    requirements: [
      { id: 'poster', title: 'Poster', name: '{group} {name} poster', formats: [{ id: 'pdf' }] },
      { id: 'consent', title: 'Consent', name: '{group} {name} consent', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['zac poster.pdf', 'poster zachary-o-connell-byrne', 'nobody else\'s begins so'],
    ['Ben Wright poster.pdf', 'poster benedict-wright', 'beside the family name, though somebody is called so'],
    ['Ben W poster.pdf', 'poster benedict-wright', 'beside its first letter'],
    ['Ben poster.pdf', 'poster ben', 'alone it is whoever is called so'],
    ['The poster.pdf', 'unplaced', 'two begin so'],
    ['Mar poster.pdf', 'unplaced', 'a month is shortened so, too'],
    ['The Marsh poster.pdf', 'unplaced', 'two begin so and have one family name'],
  ])('%s is %s: %s', async (path, where) => {
    expect((await roundOf(FAIR, path))[path]).toBe(where)
  })
})

describe('Latin letters for Cyrillic ones', () => {
  const TERM: Rules = {
    list: 'индекс,презиме,име\n2023/0101,Петровић,Ђорђе\n2023/0102,Јовановић,Љиљана',
    requirements: [
      {
        id: 'work', title: 'Домаћи задатак', name: '{id}_{family}_{given}_дз{n}', fields: { n: { type: 'number', from: 1, to: 3 } },
        formats: [{ id: 'pdf' }], count: { from: 3, to: 3, by: 'n' },
      },
      { id: 'talk', title: 'Презентација', name: '{id}_{family}_{given}_презентација', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['Đorđe domaći 3.pdf', 'work 2023/0101', 'with their accents, and the title'],
    ['Djordje_DZ1.pdf', 'work 2023/0101', 'and the rule\'s own letters'],
    ['0102-dz3.pdf', 'work 2023/0102', 'beside the last digits of a number in two parts'], ['prezentacija Ljiljana.pdf', 'talk 2023/0102', 'without'],
    ['DZ1-3 Djordje.pdf', 'unplaced', 'several pieces are none of them'],
  ])('%s is %s: %s', async (path, where) => {
    expect((await roundOf(TERM, path))[path]).toBe(where)
  })
})

test('a choice written out tells the piece, be it in a format that is not asked for', async () => {
  const rules: Rules = {
    list: 'name,group,code\nKai Sand,Alte Mühle,P121',
    requirements: [
      {
        id: 'opinion', title: 'Gutachten', holder: 'group', name: '{code}_{trade}_Gutachten', formats: [{ id: 'pdf' }], count: { from: 2, to: 2 },
        fields: { trade: { type: 'choice', values: [{ value: 'STA', meaning: 'Statik' }, { value: 'BRA', meaning: 'Brandschutz' }] } },
      },
      { id: 'photo', title: 'Foto', holder: 'group', name: '{code}_Foto', formats: [{ id: 'jpg' }] },
    ],
  }
  expect(await roundOf(rules, 'Mühle/GA Brandschutz.docx', 'Mühle/Übersicht.docx')).toEqual({
    'Mühle/GA Brandschutz.docx': 'opinion Alte Mühle', 'Mühle/Übersicht.docx': 'unplaced',
  })
})
