import { expect, test } from 'vitest'
import type { ReceivedFile } from '../arrivals/received'
import { readBrief } from '../brief/read'
import type { BriefDocument, RequirementDocument } from '../brief/document'
import { readRoster, readTable } from '../roster/read'
import { clearOut, planCorrections } from '../reporting/corrections'
import { sayFinding } from '../wording/index'
import type { Rules } from '../../tests/small-rounds'
import { toldOf } from '../../tests/small-rounds'
import { check } from './check'

/*
 * What the rule can say of pieces beyond their name: values that were not asked for, volumes, times for corrections, titles by a
 * column. The situations are common practice, no source.
 */

const ROSTER = 'id,given,family,code,lang\n1,Ana,Marsh,NBY,de\n2,Bo,Tamworthy,SGB,fr\n3,Cy,أحمد,KLM,de\n'
const DUE = '2026-10-16T12:00:00Z'
const AT = Date.parse(DUE) - 3_600_000

interface Sent { path: string, format?: string, at?: number, props?: Record<string, string | number>, from?: ReceivedFile['receivedAtFrom'] }

async function run(requirement: Partial<RequirementDocument>, sent: readonly (string | Sent)[], more: Partial<BriefDocument> = {}) {
  const { roster } = readRoster(readTable(new TextEncoder().encode(ROSTER)))
  const brief = await readBrief({
    usitorBrief: 1, title: 'Test', due: DUE, requirements: [{ id: 'work', name: '{code}_Report', formats: [{ id: 'pdf' }], ...requirement }], ...more,
  }, roster)
  const received = sent.map((one, at): ReceivedFile => {
    const { path, format = 'pdf', at: time = AT + at, props = {}, from = 'stated' } = typeof one === 'string' ? { path: one } : one
    return {
      root: 'in', path, size: 1000, sha256: String(at).padStart(64, '0'), receivedAt: time, receivedAtFrom: from,
      reading: { candidates: [format], version: null, state: 'ok', verified: 'structure', fault: null, props },
    }
  })
  const report = check({ brief, roster, received, checkedAt: AT })
  const file = (path: string) => {
    const reported = report.files.find(one => one.path === path)
    if (!reported) throw new Error(`no file ${path}`)
    return {
      ...reported, codes: reported.findings.map(finding => finding.code), says: reported.findings.map(finding => sayFinding(finding)).join(' '),
    }
  }
  const status = (holder: string, n?: number) => report.slots.find(slot => slot.holder === holder && slot.n === n)?.status
  return { report, file, status }
}

const MONTHLY: Partial<RequirementDocument> = {
  name: '{code}_{period}_Report', fields: { period: { type: 'date', pattern: 'yyyy-MM', from: '2026-10-01', to: '2026-10-31' } },
}

test('last month\'s report alone is to be put right, both months are said, and it is never given the asked one', async () => {
  const { file, status } = await run(MONTHLY, ['NBY_2026-09_Report.pdf'])
  const { codes, says, correctedPath } = file('NBY_2026-09_Report.pdf')
  expect(codes).toEqual(['name.differs'])
  expect(says).toContain('2026-09')
  expect(says).toContain('2026-10')
  expect(correctedPath).toBe('NBY_{period}_Report.pdf')
  expect(status('1')).toBe('to-fix')
})

test('last month\'s report beside the asked one stays without a slot, whenever it came, and says what it holds', async () => {
  const late = AT + 600_000
  const { file, status } = await run(MONTHLY, [
    'NBY_2026-10_Report.pdf', { path: 'NBY_2026-09_Report.pdf', at: late }, { path: 'NBY_2026-08_Report.pdf', at: late },
  ])
  expect(status('1')).toBe('right')
  for (const month of ['08', '09']) {
    const { role, candidates, evidence } = file(`NBY_2026-${month}_Report.pdf`)
    expect(role).toBe('unplaced')
    expect(candidates).toEqual([{ requirement: 'work', holder: '1' }])
    expect(evidence).toContainEqual({ kind: 'other-value', field: 'period', value: `2026-${month}` })
  }
})

test('of several earlier months the latest is shown, whatever the order they came in', async () => {
  const { file } = await run(MONTHLY, ['NBY_2026-09_Report.pdf', 'NBY_2026-07_Report.pdf', 'NBY_2026-08_Report.pdf'])
  expect(['07', '08', '09'].map(month => file(`NBY_2026-${month}_Report.pdf`).role)).toEqual(['unplaced', 'unplaced', 'placed'])
})

test.each([
  ['SGB October Report.pdf', 'SGB_2026-10_Report.pdf'], ['SGB Report octobre.pdf', 'SGB_2026-10_Report.pdf'],
  ['SGB_Report.pdf', 'SGB_2026-10_Report.pdf'], ['SGB September Report.pdf', 'SGB_{period}_Report.pdf'],
  ['SGB_2025_Report.pdf', 'SGB_{period}_Report.pdf'], ['SGB 2026-11 Report.pdf', 'SGB_{period}_Report.pdf'],
])('%s may be called %s: one month alone is possible, and never in place of another', async (name, corrected) => {
  expect((await run(MONTHLY, [name])).file(name).correctedPath).toBe(corrected)
})

test.each([
  ['24.10. NBY log.pdf', 'NBY_2026-10-24.pdf'], ['NBY 24 Okt.pdf', 'NBY_2026-10-24.pdf'], ['NBY_Oct 24.pdf', 'NBY_2026-10-24.pdf'],
  ['NBY_24.10.2026.pdf', 'NBY_2026-10-24.pdf'],
])('%s means the one day it can: %s', async (name, corrected) => {
  const rule = { name: '{code}_{day}', fields: { day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-11-30' } } } as const
  expect((await run(rule, [name])).file(name).correctedPath).toBe(corrected)
})

test('a choice that is not one of the words is to be put right and lies behind one that is', async () => {
  const rule: Partial<RequirementDocument> = {
    name: '{code}_Report_{part}', fields: { part: { type: 'choice', values: [{ value: 'mix', meaning: 'all voices together' }, 'stem'] } },
  }
  const alone = (await run(rule, ['NBY_Report_draft.pdf'])).file('NBY_Report_draft.pdf')
  expect(alone).toMatchObject({ role: 'placed', codes: ['name.differs'], correctedPath: 'NBY_Report_{part}.pdf' })
  expect(alone.says).toContain('mix (all voices together)')
  const beside = await run(rule, ['NBY_Report_mix.pdf', { path: 'NBY_Report_draft.pdf', at: AT + 60_000 }])
  expect([beside.file('NBY_Report_mix.pdf').role, beside.file('NBY_Report_draft.pdf').role]).toEqual(['placed', 'unplaced'])
})

const VOLUMES: Partial<RequirementDocument> = {
  name: '{code} Register {x} of {y}', fields: { x: { type: 'number' }, y: { type: 'number' } }, volumes: { number: 'x', of: 'y' },
}

test('volumes: the files say how many are owed, and those that lack are missing', async () => {
  const { status, report } = await run(VOLUMES, ['NBY Register 1 of 4.pdf', 'NBY Register 2 of 4.pdf', 'NBY Register 4 of 4.pdf'])
  expect([1, 2, 3, 4, 5].map(n => status('1', n))).toEqual(['right', 'right', 'missing', 'right', undefined])
  expect(report.slots.find(slot => slot.holder === '1' && slot.n === 3)?.expected.name).toBe('NBY Register 3 of 4')
  // nobody knows how many there would be: at least one
  expect([status('2', 1), status('2', 2)]).toEqual(['missing', undefined])
})

test('one mistyped total accuses only its own file', async () => {
  const { file, status } = await run(VOLUMES, ['NBY Register 1 of 3.pdf', 'NBY Register 2 of 5.pdf', 'NBY Register 3 of 3.pdf'])
  expect(file('NBY Register 2 of 5.pdf')).toMatchObject({ codes: ['count.total-differs'], correctedPath: 'NBY Register 2 of 3.pdf' })
  expect([1, 2, 3, 4].map(n => status('1', n))).toEqual(['right', 'to-fix', 'right', undefined])
})

test('two totals that as many files name leave open which is right', async () => {
  const { file, status } = await run(VOLUMES, ['NBY Register 1 of 2.pdf', 'NBY Register 2 of 3.pdf'])
  expect(['1 of 2', '2 of 3'].map(one => file(`NBY Register ${one}.pdf`).codes)).toEqual([['count.total-differs'], ['count.total-differs']])
  expect(file('NBY Register 1 of 2.pdf').correctedPath).toBeNull()
  expect(status('1', 3)).toBeUndefined()
})

test.each([
  ['beside a count', { count: { from: 2 } }, 'requirements[0].volumes'],
  ['of its own number', { volumes: { number: 'x', of: 'x' } }, 'requirements[0].volumes.of'],
  ['by a text', { fields: { x: { type: 'number' }, y: { type: 'text' } } }, 'requirements[0].volumes.of'],
  ['by a field no template holds', { name: '{code} {x}' }, 'requirements[0].volumes.of'],
] as const)('volumes %s are refused, with the place', async (_, change, path) => {
  const broken = { usitorBrief: 1, title: 'Test', requirements: [{ id: 'work', ...VOLUMES, ...change }] }
  await expect(readBrief(broken)).rejects.toMatchObject({ problems: [expect.objectContaining({ path })] })
})

test('a file sent again by the time for corrections, after one in time, is not late; one that comes first then is', async () => {
  const correctBy = '2026-10-20T12:00:00Z'
  const after = Date.parse(DUE) + 86_400_000
  const again = await run({}, ['NBY_Report.txt', { path: 'NBY_Report.pdf', at: after }], { correctBy })
  expect(again.report.slots.find(slot => slot.holder === '1')).toMatchObject({ status: 'right', late: false })
  const first = await run({}, [{ path: 'NBY_Report.pdf', at: after }], { correctBy })
  expect(first.report.slots.find(slot => slot.holder === '1')).toMatchObject({ late: true })
  const tooLate = await run({}, ['NBY Report.pdf', { path: 'NBY_Report.pdf', at: after + 7 * 86_400_000 }], { correctBy })
  expect(tooLate.report.slots.find(slot => slot.holder === '1')).toMatchObject({ late: true })
  const other = { exceptions: [{ for: { person: '1' }, correctBy: '2026-10-30T12:00:00Z', reason: 'ill' }], correctBy }
  const excepted = await run({}, ['NBY Report.pdf', { path: 'NBY_Report.pdf', at: after + 7 * 86_400_000 }], other)
  expect(excepted.report.slots.find(slot => slot.holder === '1')).toMatchObject({ status: 'right', late: false })
})

test('a title by a column: each holder writes its own, and any of them tells what a file is', async () => {
  const title = { byColumn: 'lang', values: { de: 'Bericht', fr: 'Rapport' }, else: 'Report' }
  const { file, status } = await run({ name: '{code}_{title}', title }, ['NBY_Bericht.pdf', 'SGB_Bericht.pdf', 'KLM Rapport neu.pdf'])
  expect([status('1'), status('2'), status('3')]).toEqual(['right', 'to-fix', 'to-fix'])
  expect(file('SGB_Bericht.pdf').correctedPath).toBe('SGB_Rapport.pdf')
  expect(file('KLM Rapport neu.pdf').correctedPath).toBe('KLM_Bericht.pdf')
  const strange = { usitorBrief: 1, title: 'T', requirements: [{ id: 'w', title: { byColumn: 'tongue', values: {} } }] }
  await expect(readBrief(strange, { columns: ['lang'] }))
    .rejects.toThrow('"tongue" is no column of the list; they are lang')
})

test('times that most files of a root share are those of a copy: nobody is late by them', async () => {
  const after = Date.parse(DUE) + 3 * 86_400_000
  const many = Array.from({ length: 8 }, (_, at): Sent => ({
    path: at === 0 ? 'NBY_Report.pdf' : `other ${at}.pdf`, at: after + at * 1000, from: 'modified',
  }))
  const copied = await run({}, many)
  expect(copied.report.summary.late).toBe(0)
  expect(copied.report.roots[0]?.copyTimes).toBe(true)
  const spread = await run({}, many.map((one, at) => ({ ...one, at: after + at * 3_600_000 })))
  expect(spread.file('NBY_Report.pdf').says).toContain('Last changed 3 days after the due time')
  const stated = await run({}, many.map(one => ({ ...one, from: 'stated' as const })))
  expect(stated.file('NBY_Report.pdf').says).toContain('Received 3 days after the due time')
})

test.each<[string, Sent['props'], boolean]>([
  ['made on that day', { created: '2026-10-12T09:00:00Z' }, false],
  ['begun before and changed after', { created: '2026-10-01T09:00:00Z', modified: '2026-10-15T09:00:00Z' }, false],
  ['a day apart, as zones may have it', { created: '2026-10-13T01:00:00Z' }, false],
  ['taken a week before', { created: '2026-10-05T14:22:33' }, true],
  ['last changed days before', { created: '2026-10-01T09:00:00Z', modified: '2026-10-09T09:00:00Z' }, true],
  ['no day of its own', {}, false], ['a day that is none', { created: 'yesterday' }, false],
])('the day in a name and a file %s', async (_, props, differs) => {
  const rule = { name: '{code}_{day}', fields: { day: { type: 'date', pattern: 'yyyy-MM-dd' } } } as const
  const { file, status } = await run(rule, [{ path: 'NBY_2026-10-12.pdf', props }])
  expect(file('NBY_2026-10-12.pdf').codes).toEqual(differs ? ['name.date-differs'] : [])
  expect(status('1')).toBe('right')
})

test('a condition on what could not be read is said, and the file stays right', async () => {
  const { file, status } = await run({ formats: [{ id: 'pdf', measured: { pages: { from: 2 }, fontsEmbedded: { is: true } } }] }, [
    { path: 'NBY_Report.pdf', props: { pages: 3 } },
  ])
  expect(file('NBY_Report.pdf')).toMatchObject({ codes: ['format.unmeasured'], says: expect.stringContaining('fonts embedded') as string })
  expect(status('1')).toBe('right')
})

// Unicode TR15 for the decomposition of hamza; the variants of yeh, kaf and teh marbuta, and tatweel are common practice, no source
test.each(['أحمد', 'احمد', 'أحـمد', 'أَحْمَد'])('%s is the same name where accents do not count', async (family) => {
  const { status } = await run({ name: '{family}_Report' }, [`${family}_Report.pdf`])
  expect(status('3')).toBe('right')
})

test.each([
  ['Kern GmbH & Co. KG', 'Kern'], ['Lund A/S', 'Lund'], ['Kato Ltd.', 'Kato'], ['Rossi & Figli S.r.l.', 'Rossi & Figli'], ['Marta As', 'Marta As'],
])('%s may leave its legal form out', async (name, written) => {
  const { roster } = readRoster(readTable(new TextEncoder().encode(`id,name\na,${name}\nb,Oster Holding\n`)))
  const brief = await readBrief({ usitorBrief: 1, title: 'T', requirements: [{ id: 'cost', title: 'Cost', name: 'Cost {name}' }] })
  const received: ReceivedFile = {
    root: 'in', path: `Cost ${written}.pdf`, size: 9, sha256: 'a'.repeat(64), receivedAt: null, receivedAtFrom: 'unknown',
    reading: { candidates: ['pdf'], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
  }
  const [file] = check({ brief, roster, received: [received], checkedAt: 0 }).files
  expect(file?.slot).toEqual({ requirement: 'cost', holder: 'a' })
})

test('words and signs for "and" are one where separators do not count, and two where they do', async () => {
  const { roster } = readRoster(readTable(new TextEncoder().encode('id,name\na,Rossi & Figli\nb,Oster\n')))
  const status = async (separators: 'ignore' | 'exact', path: string) => {
    const brief = await readBrief({
      usitorBrief: 1, title: 'T', strictness: { separators }, requirements: [{ id: 'cost', title: 'Cost', name: 'Cost {name}' }],
    })
    const received: ReceivedFile = {
      root: 'in', path, size: 9, sha256: 'a'.repeat(64), receivedAt: null, receivedAtFrom: 'unknown',
      reading: { candidates: ['pdf'], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
    }
    return check({ brief, roster, received: [received], checkedAt: 0 }).slots[0]?.status
  }
  for (const name of ['Rossi e Figli', 'Rossi + Figli', 'Rossi+Figli', 'Rossi&Figli', 'Rossi_and_Figli']) {
    const path = `Cost ${name}.pdf`
    expect([path, await status('ignore', path), await status('exact', path)]).toEqual([path, 'right', expect.not.stringMatching('right')])
  }
})

test.each<[string, string, string, number, Partial<RequirementDocument>, string[]]>([
  ['received before', 'NBY_Report.pdf', 'NBY Report.pdf', -60_000, {}, ['NBY Report.pdf']],
  ['received before, but called new', 'NBY_Report.pdf', 'NBY_Report_neu.pdf', -60_000, {}, []],
  ['received at the same time', 'NBY_Report.pdf', 'NBY Report.pdf', 0, {}, []],
  [
    'of an older version, put in later', 'NBY_v3.pdf', 'NBY_v2.pdf', 60_000,
    { name: '{code}_v{v}', fields: { v: { type: 'version' } } }, ['NBY_v2.pdf'],
  ],
])('a file %s is cleared away only where it is surely older', async (_, right, beside, later, rule, cleared) => {
  const { report } = await run(rule, [{ path: right, at: AT }, { path: beside, at: AT + later }])
  expect(clearOut(report.files).map(one => one.path)).toEqual(cleared)
})

test('nothing is cleared away by times that are those of a copy', async () => {
  const others = Array.from({ length: 6 }, (_, at): Sent => ({ path: `other ${at}.pdf`, at: AT + at, from: 'modified' }))
  const sent: Sent[] = [{ path: 'NBY_Report.pdf', at: AT + 900, from: 'modified' }, { path: 'NBY Report.pdf', at: AT, from: 'modified' }]
  const { report, file } = await run({}, [...sent, ...others])
  expect(file('NBY Report.pdf').role).toBe('superseded')
  expect(clearOut(report.files)).toEqual([])
})

test('every right path of one person has one spelling of the folder, the accepted one that is used most', async () => {
  const rule: Partial<RequirementDocument> = {
    name: '{family}_{n}', fields: { n: { type: 'number' } }, folder: '{family}/work', count: { from: 4, to: 4, by: 'n' },
  }
  const { file } = await run(rule, ['احمد/work/أحمد_1.pdf', 'احمد/work/أحمد_2.pdf', 'أحمد/work/أحمد_3.pdf', 'أحمد/أحمد_4.pdf'])
  const received = ['احمد/work/أحمد_1.pdf', 'احمد/work/أحمد_2.pdf', 'أحمد/work/أحمد_3.pdf', 'أحمد/أحمد_4.pdf']
  expect(received.map(path => file(path).rightPath)).toEqual([1, 2, 3, 4].map(n => `احمد/work/أحمد_${n}.pdf`))
  // who wrote it otherwise, and right, is told nothing
  expect(file('أحمد/work/أحمد_3.pdf')).toMatchObject({ codes: [], correctedPath: null })
  expect(file('أحمد/أحمد_4.pdf')).toMatchObject({ codes: ['folder.level-missing'], correctedPath: 'احمد/work/أحمد_4.pdf' })
})

test.each([
  ['NBY report 1.pdf', 'NBY report 2.pdf', true, 'pages that were sent one by one'], ['report 4a NBY.pdf', 'report 4b NBY.pdf', true, 'halves'],
  ['NBY report v1.pdf', 'NBY report v2.pdf', false, 'versions'], ['NBY report.pdf', 'NBY report (1).pdf', false, 'copies'],
  ['NBY report 1.pdf', 'NBY report 2 new.pdf', false, 'more is different'],
])('of %s and %s both may be meant: %s, %s', async (one, other, both) => {
  const { file } = await run({}, [one, other])
  expect([one, other].map(path => file(path).codes.includes('version.undecided'))).toEqual([both, both])
})

test('what the corrected name leaves open is said with an example, and such a file is in no corrected copy', async () => {
  const { file, report } = await run(MONTHLY, ['NBY_2026-09_Report.pdf', 'SGB_2026-10_Report.pdf'])
  expect(file('NBY_2026-09_Report.pdf')).toMatchObject({
    open: [{ field: 'period', example: '2026-10' }], says: expect.stringContaining('{period} stands for the right value, such as 2026-10') as string,
  })
  const plan = planCorrections(report.files)
  expect(plan.files.map(one => one.to)).toEqual(['SGB_2026-10_Report.pdf'])
  expect(plan.leftOut[0]?.why).toContain('cannot be told in full')
})

// what a person sees: whole words, whose value it is, and nothing about signs beside what is absent
test.each([
  ['NBY Reprot.pdf', 'Reprot'], ['Klaus_Report.pdf', '"Klaus" instead of "NBY"'],
  ['Zusammenfassung_Report.pdf', '"Zusammenfassung" instead of "NBY"'],
  ['Report.pdf', 'Code "NBY" is not there'], ['NBY_Report_final.pdf', '"_final" is a word too much'],
])('%s is told in whole words: %s', async (name, words) => {
  const { file } = await run({ folder: '{code}' }, [`NBY/${name}`])
  expect(file(`NBY/${name}`).says).toContain(words)
})

test('words that devices and calendars write are nobody\'s name, and what cannot be read stands nowhere', async () => {
  const WEEKLY: Partial<RequirementDocument> = {
    name: '{family}_{given}_W{week}', fields: { week: { type: 'week', form: 'ww', from: '2026-W40', to: '2026-W44' } },
  }
  const names = ['A. Marsh sem 41.pdf', 'Scan Tamworthy W42.pdf', 'notes of 16 and 20 November Bo Tamworthy.pdf', 'Marsh_Ana_W43+W44.pdf']
  const { file } = await run(WEEKLY, names)
  expect(file('A. Marsh sem 41.pdf').says).not.toContain('"sem" instead')
  expect(file('Scan Tamworthy W42.pdf').says).not.toContain('"Scan" instead')
  expect(file('notes of 16 and 20 November Bo Tamworthy.pdf').says).not.toContain('"{week}" stands')
  expect(file('Marsh_Ana_W43+W44.pdf').correctedPath).toBe('Marsh_Ana_W{week}.pdf')
  expect(file('Marsh_Ana_W43+W44.pdf').says).toMatch(/^Week says "W43\+W44"/)
  // initials stand for the given name, and no word of state for the rule's own
  const { file: short } = await run({ name: '{given}_{family}_Report_v{v}', fields: { v: { type: 'version' } } }, ['A. Marsh V1 signed.pdf'])
  expect(short('A. Marsh V1 signed.pdf').says).toContain('Given name "A." instead of "Ana"')
  expect(short('A. Marsh V1 signed.pdf').says).not.toContain('signed" instead')
  const { file: written } = await run(WEEKLY, ['Marsh_Ana_W week 41.pdf'])
  expect(written('Marsh_Ana_W week 41.pdf').says).toContain('the week is written week 41')
})

test('a number beyond what was asked is told with the gap it may be meant for', async () => {
  const rule: Partial<RequirementDocument> = {
    name: '{code}_{n}', fields: { n: { type: 'number', from: 1, to: 3 } }, count: { from: 3, to: 3, by: 'n' },
  }
  const { file } = await run(rule, ['NBY_1.pdf', 'NBY_2.pdf', 'NBY_4.pdf'])
  expect(file('NBY_4.pdf')).toMatchObject({ role: 'surplus', says: 'Number 4 was not asked for; asked: 1 to 3. 3 is missing: is it 3?' })
})

test('what is known of a file without a slot is said, and only what is not known is called so', async () => {
  const { file } = await run({ folder: 'Reports' }, ['holiday plans.pdf', 'Tamworthy.txt'])
  expect(file('holiday plans.pdf').says).toBe('Belongs to nothing that was asked for.')
  expect(file('Tamworthy.txt').says).not.toContain('Belongs to nothing')
  const { file: other } = await run({}, ['Klaus Report.pdf'])
  expect(other('Klaus Report.pdf').says).toBe('Says "Report"; whose it is cannot be told.')
})

test('another number in the rule\'s own words is another work: told, held back beside the asked one, and never given its name', async () => {
  const SHEET: Partial<RequirementDocument> = { name: 'Sheet5_{code}' }
  const alone = await run(SHEET, ['Sheet4_NBY.pdf', 'sheet 5_SGB.pdf', 'Sheet_KLM.pdf'])
  const other = alone.file('Sheet4_NBY.pdf')
  expect(other.says).toBe('Says "Sheet4"; asked: Sheet5. Send the one that was asked for; if this is it, correct its name.')
  expect([alone.status('1'), other.correctedPath]).toEqual(['to-fix', null])
  expect(planCorrections(alone.report.files).leftOut.map(({ file, why }) => `${file.path}: ${why}`))
    .toEqual(['Sheet4_NBY.pdf: its right place is not known'])
  // the same number otherwise written, and none, are slips
  expect(alone.file('sheet 5_SGB.pdf').correctedPath).toBe('Sheet5_SGB.pdf')
  expect(alone.file('Sheet_KLM.pdf').correctedPath).toBe('Sheet5_KLM.pdf')
  // two figures of a year are that year, another year is another one
  const leave = (await run({ name: '{code}_leave 2027' }, ['NBY leave 27.pdf', 'SGB leave 26.pdf'])).file
  expect([leave('NBY leave 27.pdf').correctedPath, leave('SGB leave 26.pdf').correctedPath]).toEqual(['NBY_leave 2027.pdf', null])
  // nor is the same in another language the asked one
  const label = (await run({ name: '{code}_label_EN' }, ['NBY_label_FR.pdf', 'SGB_label.pdf'])).file
  expect([label('NBY_label_FR.pdf').correctedPath, label('SGB_label.pdf').correctedPath]).toEqual([null, 'SGB_label_EN.pdf'])
  const beside = await run(SHEET, ['Sheet5_NBY.pdf', { path: 'Sheet4_NBY.pdf', at: AT + 60_000 }])
  expect(beside.status('1')).toBe('right')
  expect(beside.file('Sheet4_NBY.pdf')).toMatchObject({ role: 'unplaced', candidates: [{ requirement: 'work', holder: '1' }] })
})

test('a group\'s piece is named after the first of its members where a name says none, however long theirs are', async () => {
  const posters: Rules = {
    list: 'id,name,given,group\ns1,Cleopatra Park,Cleopatra,Blue\ns2,Dan Reyes,Dan,Blue',
    requirements: [{ id: 'poster', title: 'Poster', name: '{group}_poster_{given}', holder: 'group', formats: [{ id: 'pdf' }] }],
  }
  for (const [name, right] of [['Blue team poster.pdf', 'Blue_poster_Cleopatra.pdf'], ['Blue team poster Dan.pdf', 'Blue_poster_Dan.pdf']] as const) {
    expect((await toldOf(posters, name)).get(name)).toMatchObject({ at: 'poster Blue', right })
  }
})

test('the mark of a copy that says so in a word is none of somebody\'s own words', async () => {
  const rule: Partial<RequirementDocument> = { name: '{family}_essay_{topic}', fields: { topic: { type: 'text' } } }
  const right = async (name: string) => (await run(rule, [name])).file(name).correctedPath
  expect(await right('Marsh_essay_Tide pools - Kopie.pdf')).toBe('Marsh_essay_Tide pools.pdf')
  // what may be somebody's own is
  expect([await right('Tamworthy_essay_Press copy.pdf'), await right('Marsh_essay_Holiday (2).pdf')]).toEqual([null, null])
})
