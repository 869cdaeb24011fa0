import { expect, test } from 'vitest'
import type { ReceivedFile } from '../arrivals/received'
import { readBrief } from '../brief/read'
import { check } from '../checking/check'
import { readRoster, readTable } from '../roster/read'
import { sayFinding } from '../wording/index'

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
  const strictness = { letterCase: 'ignore', separators: 'ignore' }
  const brief = await readBrief({ usitorBrief: 1, title: 'Term', strictness, requirements: RULES }, LIST)
  const received = paths.map((path, at): ReceivedFile => ({
    root: 'in', path, size: 1000 + at, sha256: String(at).padStart(64, '0'), receivedAt: 1_760_000_000_000 + at, receivedAtFrom: 'modified',
    reading: { candidates: ['pdf'], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
  }))
  const { files } = check({ brief, roster: LIST, received, checkedAt: 0 })
  return files.map(({ role, slot, candidates, findings }) => ({
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
  ['21CS045_A7.pdf', 'unplaced', 'no number that is asked for'],
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
