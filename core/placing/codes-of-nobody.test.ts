import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'
import { behindOtherLetters, codesOfNobody } from './codes-of-nobody'

// common practice, no source: codes of letters and figures, and those that nobody of the list has

test.each([
  [['J101', 'J102'], 'J105 invoice', true], [['J101', 'J102'], 'j-101 invoice', false], [['J101', 'J102'], 'J105 and J101', false],
  [['J101', 'J102'], 'XJ105', false], [['J101', 'J102'], 'J1050', false], [['MAT1', 'ENG1', 'ENG2'], 'MAT2_task', true],
  [['MAT1', 'ENG1', 'ENG2'], 'ABB1_task', false], [['MAT1', 'ENG1'], 'mat_1', false],
  [['sq010_sh020', 'sq020_sh010'], 'sq010_sh010', true],
  [['J101', 'Smith'], 'J105', false], [['J101'], 'J105', false], [['J101', 'J2'], 'J105', false],
])('of %j "%s" has one of nobody: %s', (codes, text, expected) => {
  expect(codesOfNobody([codes])(text)).toBe(expected)
})

test.each([
  ['A-001', '001', 'C-001 scan', true], ['A-001', '001', 'A-001 scan', false], ['A-001', '001', 'a001', false],
  ['A-001', '001', 'scan_001', false],
  ['A-001', '001', '001', false], ['A-001', '001', 'BA001', true], ['sq010_sh020', '020', 'sq020_sh030', true],
  ['sq010_sh020', '020', 'sh020', false], ['A-001', '001', 'C-0001', true], ['A-001', '001', 'A-001, B001', true], ['A-001', '001', 'c-001', false],
  ['A-001', '001', 'ABCD-001', false], ['A-001', '001', 'C-2001', false],
])('of %s %s stands behind other letters in "%s": %s', (code, figures, text, expected) => {
  expect(behindOtherLetters(code, figures)?.(text)).toBe(expected)
})

test('a shelf mark of another letter is nobody\'s, though its number is', async () => {
  const archive: Rules = {
    list: 'id,name\nA-001,Minutes\nA-002,Rolls\nB-014,Map',
    requirements: [{
      id: 'scan', title: 'Scan', name: '{id}_{n}', fields: { n: { type: 'number', digits: 4, from: 1 } }, count: { from: 1, to: 50, by: 'n' },
      formats: [{ id: 'tif' }],
    }],
  }
  expect(await roundOf(archive, 'C-001_0001.tif', 'A001_0001.tif', '014_0002.tif'))
    .toEqual({ 'C-001_0001.tif': 'unplaced', 'A001_0001.tif': 'scan A-001', '014_0002.tif': 'scan B-014' })
})

describe('a subject\'s code that nobody has', () => {
  const exams: Rules = {
    list: 'id,name\nENG1,English advanced\nMAT1,Mathematics advanced\nHIS1,History basic',
    requirements: [{
      id: 'task', title: 'Task', name: '{id}_task_{n}', fields: { n: { type: 'number', from: 1, to: 1 } }, formats: [{ id: 'pdf' }], folder: '{id}',
    }],
  }
  test.each([
    ['MAT2/MAT2_task_1.pdf', 'unplaced'], ['MAT1/MAT2_task_1.pdf', 'task MAT1'], ['MAT1/Mathematics task 1.pdf', 'task MAT1'],
    ['mat1 task 1.pdf', 'task MAT1'],
  ])('is no slip of another: %s is %s', async (path, at) => {
    expect(await roundOf(exams, path)).toEqual({ [path]: at })
  })
})

describe('a group\'s number', () => {
  const films: Rules = {
    list: 'id,name,group\na,Ava,T02\nb,Cy,T03',
    requirements: [
      {
        id: 'film', title: 'Film', holder: 'group', name: '{group}_Film_v{v}', formats: [{ id: 'mp4' }],
        fields: { v: { type: 'version', digits: 2 } },
      },
      {
        id: 'log', title: 'Log', name: '{group}_log_{day}', formats: [{ id: 'pdf' }],
        fields: { day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-11-16', to: '2026-11-20' } },
      },
    ],
  }
  test.each([
    ['film_team3.mp4', 'film T03', 'T03_Film_v{v}.mp4'], ['Team 2 Film final.mp4', 'film T02', 'T02_Film_v{v}.mp4'],
    ['Team 2 Film v3.mp4', 'film T02', 'T02_Film_v03.mp4'], ['T3 film v2.mp4', 'film T03', 'T03_Film_v02.mp4'],
    ['T2 log Monday.pdf', 'log a', 'T02_log_2026-11-16.pdf'],
  ])('behind a word for groups, or without zeros, is no version: %s', async (path, at, right) => {
    expect((await toldOf(films, path)).get(path)).toMatchObject({ at, right })
  })
})
