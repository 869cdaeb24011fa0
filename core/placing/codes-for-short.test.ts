import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { ANY_WAY, checked, rosterOf, roundOf, toldOf } from '../../tests/small-rounds'
import { commonTail } from '../names/tokens'

// common practice, no source: what people leave out of a case's number, of a client's name, and how they count two reports

test('what all codes end in behind a sign, and nothing else', () => {
  expect(commonTail(new Set(['C-014/26', 'C-015/26']))).toBe('/26')
  for (const codes of [['C-014/26', 'C-015/25'], ['C-014/26'], ['014', '015'], ['/26', 'C-1/26'], []]) expect(commonTail(new Set(codes))).toBe('')
})

describe('codes that end in the same year', () => {
  const requirements = [
    { id: 'memo', title: 'Memo', name: '{case}_memo', formats: [{ id: 'docx' }] },
    { id: 'times', title: 'Time sheet', name: '{case}_times', formats: [{ id: 'xlsx' }] },
  ]
  const rows = [['C-014/26', 'Mr Abara'], ['C-015/26', 'Ms Dunne'], ['C-016/26', 'Mr Gant']]
  const asColumn: Rules = {
    list: `name,group,case\nNora Beck,Mr Abara,C-014/26\nLeo Katz,Ms Dunne,C-015/26\nIvy Roth,Mr Gant,C-016/26`, requirements,
  }
  const asId: Rules = {
    list: `id,name\n${rows.map(row => row.join(',')).join('\n')}`,
    requirements: requirements.map(one => ({ ...one, name: one.name.replace('{case}', '{id}') })),
  }
  test.each([
    ['C014 times.xlsx', 0, 'times'], ['C-015 memo.docx', 1, 'memo'], ['016 memo.docx', 2, 'memo'], ['c016 times nov.xlsx', 2, 'times'],
    ['Gant memo draft.docx', 2, 'memo'], ['dunne times.xlsx', 1, 'times'],
  ])('%s', async (path, row, piece) => {
    expect((await roundOf(asColumn, path))[path]).toBe(`${piece} ${['nora-beck', 'leo-katz', 'ivy-roth'][row]}`)
    expect((await roundOf(asId, path))[path]).toBe(`${piece} ${rows[row]?.[0]}`)
  })

  test('are not taken for each other\'s where a number is both', async () => {
    const both: Rules = { ...asId, list: 'id,name\nA-014/26,Mr Abara\nB-014/26,Ms Dunne' }
    expect((await roundOf(both, '014 memo.docx'))['014 memo.docx']).toBe('unplaced')
  })
})

describe('codes that begin alike', () => {
  const jobs: Rules = {
    list: 'id,name,target,job\np1,Pavel Novak,CS,J-1043\np2,Rosa Prado,PT,J-1044\np3,Rosa Prado,ES,J-1045',
    requirements: [
      { id: 'memory', title: 'Translation memory', name: '{job}_{target}', folder: '{job}', formats: [{ id: 'xml' }] },
      { id: 'bill', title: 'Invoice', name: '{job}_invoice', folder: '{job}', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['1043/faktura 1043.pdf', 'bill p1'], ['Rosa/1044.xml', 'memory p2'], ['Rosa/invoice 1045.pdf', 'bill p3'], ['Rosa/invoice.pdf', 'unplaced'],
  ])('are told by their numbers: %s', async (path, at) => expect((await roundOf(jobs, path))[path]).toBe(at))

  test('be they of several numbers', async () => {
    const refs = { ...jobs, list: jobs.list.replace('J-1043', 'G-26-01').replace('J-1044', 'G-26-02').replace('J-1045', 'G-26-03') }
    expect((await roundOf(refs, '26-03/invoice.pdf'))['26-03/invoice.pdf']).toBe('bill p3')
    expect((await roundOf(refs, 'Rosa/invoice 03.pdf'))['Rosa/invoice 03.pdf']).toBe('unplaced')
  })

  test('but not by what is the end of two', async () => {
    const two = { ...jobs, list: jobs.list.replace('J-1045', 'K-1044') }
    expect((await roundOf(two, 'Rosa/1044.xml'))['Rosa/1044.xml']).toBe('unplaced')
  })
})

test('a last name of four letters is somebody\'s, where nobody else bears it', async () => {
  const couples: Rules = {
    list: 'name\nAnna & Ben Whitlow\nElise & Tove Berg',
    requirements: [{ id: 'cover', title: 'Cover', name: '{name} - cover', formats: [{ id: 'jpg' }] }],
  }
  const [path] = ['berg_cover_option2.jpg']
  expect((await roundOf(couples, path))[path]).toBe('cover elise-tove-berg')
})

describe('two reports and the work itself in one folder', () => {
  const reviews: Rules = {
    list: 'id,given,family\nc1,Paula,Neri\nc3,Wen,Li',
    requirements: [
      {
        id: 'report', title: 'Reviewer report', name: '{family}_report_{r}', fields: { r: { type: 'choice', values: ['first', 'second'] } },
        folder: '{family}', formats: [{ id: 'pdf' }], count: { from: 2, to: 2 },
      },
      { id: 'thesis', title: 'Thesis', name: '{family}_thesis', folder: '{family}', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['Neri/2nd reviewer report.pdf', 'Neri/Neri_report_second.pdf'], ['Neri/1. report.pdf', 'Neri/Neri_report_first.pdf'],
    ['Neri/report 2.pdf', 'Neri/Neri_report_second.pdf'], ['Neri/report zwei.pdf', 'Neri/Neri_report_second.pdf'],
    ['Neri/report third.pdf', 'Neri/Neri_report_{r}.pdf'],
  ])('%s belongs at %s', async (path, right) => {
    expect((await toldOf(reviews, path)).get(path)).toMatchObject({ right })
  })

  test('what says neither is what is left, though the holder\'s name alone is alike in both', async () => {
    const told = await toldOf(reviews, 'Li/Li Wen dissertation.pdf', 'Li/report 1.pdf', 'Li/report 2.pdf')
    expect(told.get('Li/Li Wen dissertation.pdf')).toMatchObject({ at: 'thesis c3', right: 'Li/Li_thesis.pdf' })
  })
})

test('a code of several numbers is known by the last one, where no other ends so', async () => {
  const rules: Rules = {
    list: 'name,case\nHannah Wolfe,LC-26-031\nJune Park,LC-26-033\nKofi Mensah,LC-25-031',
    requirements: [{ id: 'memo', title: 'Memo', name: '{case}_memo', formats: [{ id: 'docx' }] }],
  }
  const paths = ['memo (033) v2.docx', 'memo 031.docx', 'memo 33.docx']
  expect(Object.values(await roundOf(rules, ...paths))).toEqual(['memo june-park', 'unplaced', 'unplaced'])
})

test('what all codes begin with is left out: PL for EN-PL, as a code alone', async () => {
  const rules: Rules = {
    list: 'name,pair\nEva Holm,EN-DE\nJan Kos,EN-PL\nLucia Mora,EN-ES',
    requirements: [{
      id: 'text', title: 'Translation', name: '{doc}_{pair}', fields: { doc: { type: 'choice', values: ['manual', 'label'] } },
      count: { from: 2, to: 2 },
      formats: [{ id: 'docx' }],
    }],
  }
  const told = await toldOf(rules, 'Manual ES.docx', 'label_pl_v2.docx', 'manual.docx')
  expect([...told.values()].map(({ at, right }) => [at, right])).toEqual([
    ['text lucia-mora 1', 'manual_EN-ES.docx'], ['text jan-kos 1', 'label_EN-PL.docx'], ['unplaced', null],
  ])
})

// common practice, no source
test('a code is written out in what its column is called, or what that is short for', async () => {
  const roster = { ...rosterOf('id,name\nE07,Marsh\nE08,Brandi\nE10,Solberg'), headings: { id: 'Ep' } }
  const notes = [{ id: 'notes', title: 'Show notes', name: '{id}_notes', formats: [{ id: 'md' }] }]
  const files = await checked(roster, notes, ['Episode 10 notes.md', 'ep 8 notes.md', 'Edition 7 notes.md'], ANY_WAY)
  expect(files.map(({ path, slot }) => [path, slot?.holder])).toEqual([
    ['Edition 7 notes.md', undefined], ['Episode 10 notes.md', 'E10'], ['ep 8 notes.md', 'E08'],
  ])
})
