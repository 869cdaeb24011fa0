import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { sentencesPage } from '../../scripts/sentences'
import { FINDING_CODES, FINDINGS, isContentWrong, mostTelling } from '../findings/codes'
import type { Finding } from '../findings/finding'
import { findingMaker } from '../findings/finding'
import type { Fault } from '../formats/faults'
import { FAULTS, isCutShort, readFault } from '../formats/faults'
import { EN } from './en/index'
import { sayEvidence, sayFault, sayFinding, sayValues, shortOf } from './index'

describe('words of findings', () => {
  test('every code has few words of its own, and none says another\'s', () => {
    const words = FINDING_CODES.map(code => shortOf(code))
    expect(words.every(word => word !== '')).toBe(true)
    expect(new Set(words).size).toBe(words.length)
  })

  test.each<[Finding, string]>([
    [findingMaker({})({ code: 'missing', params: { candidates: 0 } }, { expected: 'a/b.jpg' }), 'Nothing received; asked for: a/b.jpg'],
    [findingMaker({})({ code: 'missing', params: { candidates: 2 } }), '2 files arrived that may be it, but could not be assigned.'],
    [findingMaker({})({ code: 'content.shared', params: { holders: 1 } }), 'Has the same bytes as a file of somebody else.'],
    [findingMaker({})({ code: 'count.too-many', params: { n: null, from: 2, to: 3 } }), 'More than asked; asked: 2 to 3.'],
    [
      findingMaker({})({ code: 'count.too-many', params: { n: 4, from: 3, to: 3, numbers: { first: 1, last: 3 }, absent: [3] } }),
      'Number 4 was not asked for; asked: 1 to 3. 3 is missing: is it 3?',
    ],
    [findingMaker({})({ code: 'time.late', params: { ms: 3 * 86_400_000 } }), 'Received 3 days after the due time.'],
    [
      findingMaker({})({ code: 'name.default', params: { leftIn: ['XXX', 'name'] } }),
      '"XXX" and "name" stand for a value and were left in: write the value itself.',
    ],
    [findingMaker({})(
      { code: 'folder.wrong', params: { madeLevel: { level: 'Downloads', what: 'downloads' }, atTop: false } },
      { expected: 'Reef', actual: 'Downloads' },
    ), 'Lies in "Downloads"; it belongs in "Reef". "Downloads" is where programs put downloads by themselves.'],
  ])('%j is said', (finding, sentence) => {
    expect(sayFinding(finding)).toBe(sentence)
  })

  test('a finding stored before findings carried parameters shows the message it was stored with', () => {
    expect(sayFinding({ code: 'name.differs', severity: 'error', message: 'As it was said then.' })).toBe('As it was said then.')
    expect(sayFinding({ code: 'name.differs', severity: 'error' })).toBe('name')
  })

  test('what a finding itself holds is told before what its parameters say', () => {
    expect(sayValues(findingMaker({})({
      code: 'size.out-of-range', params: { size: 10, from: 1000, to: null },
    }))).toEqual({ expected: 'at least 1 kB', actual: '10 bytes' })
    expect(sayValues(findingMaker({})(
      { code: 'folder.too-deep', params: { madeLevel: null, atTop: true } }, { expected: '', actual: 'a' },
    ))).toEqual({ expected: '', actual: 'a' })
  })

  test('the brief may weigh a finding otherwise than the table', () => {
    expect(findingMaker({ 'time.late': 'error' })({ code: 'time.late', params: { ms: 1 } }).severity).toBe('error')
  })
})

describe('facts of findings', () => {
  test('only what a new name does not mend keeps a file out of the corrected copy', () => {
    expect(FINDING_CODES.filter(code => FINDINGS[code].keepsOut)).toEqual([
      'format.not-accepted', 'format.disguised', 'format.unknown', 'format.version', 'format.condition', 'content.empty',
      'content.damaged', 'content.locked', 'content.link', 'content.handout', 'content.unchanged', 'size.out-of-range', 'version.undecided',
    ])
  })

  test('what two files have in common is never told to those who sent them', () => {
    expect(FINDING_CODES.filter(code => FINDINGS[code].told === 'never')).toEqual(['format.unmeasured', 'content.shared', 'content.shrunk'])
  })

  test('content is told before names, an error before a notice', () => {
    expect(mostTelling(['content.blank', 'folder.wrong', 'name.differs'])).toBe('name.differs')
    expect(mostTelling(['name.differs', 'content.damaged'])).toBe('content.damaged')
    expect(mostTelling([])).toBeUndefined()
    expect([isContentWrong(['content.blank', 'name.differs']), isContentWrong(['content.duplicate'])]).toEqual([false, true])
  })
})

test('the page of all sentences is as it is made, and every sentence begins with a capital and ends', () => {
  const page = readFileSync('docs/sentences.md', 'utf8')
  expect(page, 'npx tsx scripts/sentences.ts').toBe(sentencesPage())
  const told = page.slice(0, page.indexOf('## Why')).split('\n').filter(line => line.startsWith('- '))
  expect(told.length).toBeGreaterThan(FINDING_CODES.length)
  for (const line of told) expect(line).toMatch(/^- ["\p{Lu}\d].*(?:[.?]|\w)$/u)
  expect(page).not.toMatch(/undefined|null|NaN|\[object/)
})

describe('words of faults and evidence', () => {
  const kinds = Object.keys(FAULTS) as Fault['kind'][]
  /** A fault of every kind, with every parameter there is. */
  const all = kinds.map(kind => ({
    kind, percent: 50, found: 1, stated: 2, part: 3, count: 4, name: 'x', megabytes: 5, text: 'said',
  }) as unknown as Fault)

  test('every fault is a part of a sentence, with nothing left open', () => {
    for (const fault of all) expect(sayFault(fault), fault.kind).toMatch(/^[a-z][^{}]*[^.{}]$/)
    expect(new Set(all.map(fault => sayFault(fault))).size).toBe(all.length)
  })

  test('what stops before its end may have been cut short; what is wrong inside was not', () => {
    expect(all.filter(isCutShort).map(fault => fault.kind)).toEqual(expect.arrayContaining(['ends-early', 'closing-mark-missing', 'last-part-zeros']))
    expect(all.filter(fault => !isCutShort(fault))
      .map(fault => fault.kind)).toEqual(expect.arrayContaining(['chunk-checksum', 'sent-as-text', 'password']))
  })

  test.each<[string, unknown]>([
    ['an unknown kind', { kind: 'constructor' }], ['no kind', {}], ['words alone', 'it ends early'],
    ['a list beside it', { kind: 'ends-early', percent: [50] }],
    ['no number', { kind: 'ends-early', percent: Number.NaN }], ['a text of 3 kB', { kind: 'said', text: 'x'.repeat(3000) }],
  ])('%s is no fault', (_, fault) => {
    expect(readFault(fault)).toBeNull()
  })

  test('a fault that was kept is read as it was', () => {
    expect(readFault(JSON.parse('{"kind":"ends-early","percent":50}'))).toEqual({ kind: 'ends-early', percent: 50 })
  })

  test('every kind of evidence has words', () => {
    expect(Object.keys(EN.evidence).length).toBeGreaterThan(10)
    expect(sayEvidence({ kind: 'named', where: 'folder nearly', said: 'Ana Marsh' })).toBe('folder nearly names Ana Marsh')
    expect(sayEvidence({ kind: 'said', text: 'as it was said then' })).toBe('as it was said then')
  })
})
