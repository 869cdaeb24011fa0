import { sayFinding } from '../wording/index'
import { clearOut, planCorrections } from '../reporting/corrections'
import { createHash } from 'node:crypto'
import { describe, expect, test } from 'vitest'
import { makeDocx, makeGif, makePdf, makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { sourceFromBytes } from '../bytes/source'
import type { BriefDocument, RequirementDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import { readBytes } from '../formats/identify'
import { readRoster, readTable } from '../roster/read'
import { check } from './check'
import type { Ruling } from './input'
import type { ReceivedFile } from '../arrivals/received'
import type { Report, ReportFile } from './report'

const ROSTER = 'id,given,family,group\ns1,Ana,Marsh,Reef\ns2,Bo,Lindqvast,Reef\ns3,Zoë,d\'Arquelle,Dune\ns4,Cy,Tamworthy,Dune\n'
const DUE = '2026-10-16T15:30:00+02:00'
const BEFORE = Date.parse(DUE) - 3_600_000
const PHOTO = makePhoto(chanceOf(1), 32, 24)
const picture = (name: string) => withComment(PHOTO, name)
const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

interface Sent { path: string, bytes?: Uint8Array, at?: number, root?: string }

async function receive(files: (Sent | string)[]): Promise<ReceivedFile[]> {
  return Promise.all(files.map(async (file): Promise<ReceivedFile> => {
    const { path, bytes = picture(path), at: time = BEFORE, root = 'in' } = typeof file === 'string' ? { path: file } : file
    return {
      root, path, size: bytes.length, sha256: sha(bytes), receivedAt: time, receivedAtFrom: 'modified',
      reading: await readBytes(sourceFromBytes(bytes)),
    }
  }))
}

async function run(
  requirement: Partial<RequirementDocument>, files: (Sent | string)[],
  more: { brief?: Partial<BriefDocument>, rulings?: Ruling[], previous?: Report, roots?: { name: string, asIs: boolean }[] } = {},
): Promise<Report> {
  const brief = await readBrief({
    usitorBrief: 1, title: 'Test', due: DUE, requirements: [
      { id: 'photo', title: 'Photo', name: '{group}_{family}_photo', formats: [{ id: 'jpg' }], ...requirement },
    ], ...more.brief,
  })
  const { roster } = readRoster(readTable(new TextEncoder().encode(ROSTER)))
  return check({
    brief, roster, received: await receive(files), checkedAt: BEFORE, rulings: more.rulings, previous: more.previous,
    roots: more.roots,
  })
}

const fileAt = (report: Report, path: string): ReportFile => {
  const reported = report.files.find(file => file.path === path)
  if (!reported) throw new Error(`no file ${path}`)
  return reported
}
const codes = (report: Report, path: string) => fileAt(report, path).findings.map(finding => finding.code)
const status = (report: Report, holder: string, n?: number) => report.slots.find(slot => slot.holder === holder && slot.n === n)?.status

describe('a placed file', () => {
  // common practice, no source: what arrives instead of what was asked, one mistake each
  test.each<[string, Partial<RequirementDocument>, Sent | string, string[], string | null]>([
    ['right', {}, 'Reef_Marsh_photo.jpg', [], null],
    ['right with another extension of the format', {}, 'Reef_Marsh_photo.JPEG', [], null],
    ['a copy mark', {}, 'Reef_Marsh_photo (1).jpg', ['name.copy-mark'], 'Reef_Marsh_photo.jpg'],
    ['a copy mark behind the extension', {}, 'Reef_Marsh_photo.jpg.1', ['name.copy-mark'], 'Reef_Marsh_photo.jpg'],
    ['a misspelt family name', {}, 'Reef_Mrash_photo.jpg', ['name.differs'], 'Reef_Marsh_photo.jpg'],
    ['other separators', {}, 'Reef-Marsh-photo.jpg', ['name.differs'], 'Reef_Marsh_photo.jpg'],
    ['the extension twice', {}, 'Reef_Marsh_photo.jpg.txt', ['name.extension-doubled'], 'Reef_Marsh_photo.jpg'],
    ['no extension', {}, 'Reef_Marsh_photo', ['name.extension-missing'], 'Reef_Marsh_photo.jpg'],
    ['capitals where small letters are asked', { extensionCase: 'lower' }, 'Reef_Marsh_photo.JPG', ['name.extension-case'], 'Reef_Marsh_photo.jpg'],
    ['a forbidden character', {}, 'Reef_Marsh?_photo.jpg', ['name.forbidden-character'], 'Reef_Marsh_photo.jpg'],
    ['letters of another script', {}, 'Reef_M\u0430rsh_photo.jpg', ['name.look-alike'], 'Reef_Marsh_photo.jpg'],
    ['an invisible character', {}, 'Reef_Marsh\u200B_photo.jpg', ['name.look-alike'], 'Reef_Marsh_photo.jpg'],
    [
      'a word of the rule left in', { folder: '{group}/{family}' }, 'Reef/Marsh/Reef_family_photo.jpg', ['name.default'],
      'Reef/Marsh/Reef_Marsh_photo.jpg',
    ],
    [
      'a placeholder for the number', { name: '{family}_{n}', fields: { n: { type: 'number', digits: 2, from: 1 } } },
      'Marsh_XX.jpg', ['name.default'], 'Marsh_{n}.jpg',
    ],
    ['two copy marks', {}, 'Reef_Marsh_photo - Copy (2).jpg', ['name.copy-mark'], 'Reef_Marsh_photo.jpg'],
    ['a copy mark in another language', {}, 'Reef_Marsh_photo - コピー.jpg', ['name.copy-mark'], 'Reef_Marsh_photo.jpg'],
    ['parts in another order', {}, 'Marsh_Reef_photo.jpg', ['name.differs'], 'Reef_Marsh_photo.jpg'],
    ['a device name', { folder: '{group}/{family}' }, 'Reef/Marsh/prn.jpg', ['name.reserved'], 'Reef/Marsh/Reef_Marsh_photo.jpg'],
    ['a default folder', { folder: '{group}/{family}' }, 'Reef/Downloads/Reef_Marsh_photo.jpg', ['folder.wrong'], 'Reef/Marsh/Reef_Marsh_photo.jpg'],
    [
      'somebody else\'s name as a level', { folder: '{group}/{family} {given}/photos' }, 'Dune/Cy Tamworthy/Reef_Marsh_photo.jpg',
      ['folder.other-holder'], 'Reef/Marsh Ana/photos/Reef_Marsh_photo.jpg',
    ],
    ['decomposed letters', {}, { path: 'Dune_d\'Arquelle_photo.jpg'.replace('Arq', 'A\u0301rq').normalize('NFD') }, ['name.unicode-form'], null],
    ['a genuine file of another format', {}, { path: 'Reef_Marsh_photo.gif', bytes: makeGif() }, ['format.not-accepted'], 'Reef_Marsh_photo.jpg'],
    ['renamed, not exported', {}, { path: 'Reef_Marsh_photo.jpg', bytes: makeDocx(['x']) }, ['format.disguised'], null],
    [
      'an asked format under another extension', { formats: [{ id: 'jpg' }, { id: 'gif' }] },
      { path: 'Reef_Marsh_photo.jpg', bytes: makeGif() }, ['format.disguised'], 'Reef_Marsh_photo.gif',
    ],
    ['no bytes', {}, { path: 'Reef_Marsh_photo.jpg', bytes: new Uint8Array(0) }, ['content.empty'], null],
    ['cut short', {}, { path: 'Reef_Marsh_photo.jpg', bytes: PHOTO.subarray(0, -9) }, ['content.damaged'], null],
    ['too small', { formats: [{ id: 'jpg', measured: { width: { from: 1600 } } }] }, 'Reef_Marsh_photo.jpg', ['format.condition'], null],
    ['too long', { size: { to: 100 } }, 'Reef_Marsh_photo.jpg', ['size.out-of-range'], null],
    ['late', {}, { path: 'Reef_Marsh_photo.jpg', at: Date.parse(DUE) + 1 }, ['time.late'], null],
    ['in time within the grace', { grace: 'PT10M' }, { path: 'Reef_Marsh_photo.jpg', at: Date.parse(DUE) + 600_000 }, [], null],
    ['a level missing', { folder: '{group}/{family}' }, 'Reef/Reef_Marsh_photo.jpg', ['folder.level-missing'], 'Reef/Marsh/Reef_Marsh_photo.jpg'],
    [
      'a level too many', { folder: '{group}/{family}' }, 'Reef/new/Marsh/Reef_Marsh_photo.jpg', ['folder.too-deep'],
      'Reef/Marsh/Reef_Marsh_photo.jpg',
    ],
    [
      'somebody else\'s folder', { folder: '{group}/{family}' }, 'Dune/Tamworthy/Reef_Marsh_photo.jpg', ['folder.other-holder'],
      'Reef/Marsh/Reef_Marsh_photo.jpg',
    ],
    ['a misspelt level', { folder: '{group}/{family}' }, 'Reef/Mrash/Reef_Marsh_photo.jpg', ['folder.wrong'], 'Reef/Marsh/Reef_Marsh_photo.jpg'],
    [
      'at the top where a folder is asked', { folder: '{group}/{family}' }, 'Reef_Marsh_photo.jpg', ['folder.wrong'],
      'Reef/Marsh/Reef_Marsh_photo.jpg',
    ],
    ['in a folder where the top is asked', { folder: '' }, 'x/Reef_Marsh_photo.jpg', ['folder.too-deep'], 'Reef_Marsh_photo.jpg'],
    [
      'a default name in a known folder', { folder: '{group}/{family}' }, 'Reef/Marsh/IMG_4711.jpg', ['name.default'],
      'Reef/Marsh/Reef_Marsh_photo.jpg',
    ],
    [
      'name and folder wrong at once', { folder: '{group}/{family}' }, 'Reef/Reef_Marsh_photo (2).jpg',
      ['name.copy-mark', 'folder.level-missing'], 'Reef/Marsh/Reef_Marsh_photo.jpg',
    ],
  ])('%s', async (_, requirement, sent, expected, corrected) => {
    const path = typeof sent === 'string' ? sent : sent.path
    const report = await run(requirement, [sent])
    const file = fileAt(report, path)
    expect({
      role: file.role, codes: file.findings.map(one => one.code), corrected: file.correctedPath,
    }).toEqual({ role: 'placed', codes: expected, corrected })
  })

  test('a name that fits exactly is right whatever it looks like', async () => {
    const report = await run(
      { name: 'IMG_{n}', fields: { n: { type: 'number', digits: 4 } }, owedBy: { people: ['s1'] }, count: { from: 1, to: 1 } },
      ['IMG_4711.jpg'],
    )
    expect(codes(report, 'IMG_4711.jpg')).toEqual([])
  })

  test('a file handed out, given back unchanged', async () => {
    const report = await run({}, ['Reef_Marsh_photo.jpg'], { brief: { handouts: [sha(picture('Reef_Marsh_photo.jpg'))] } })
    expect(codes(report, 'Reef_Marsh_photo.jpg')).toEqual(['content.handout'])
  })
})

// common practice, no source: a telephone calls a recording by the day and time
test.each([
  ['20261105_101530.jpg', 'Marsh_261105.jpg'], ['IMG_20261105_101530.jpg', 'Marsh_261105.jpg'], ['20260905_101530.jpg', 'Marsh_{day}.jpg'],
  ['5th Nov.jpg', 'Marsh_261105.jpg'],
])('the day in %s is kept where it was asked for: %s', async (name, corrected) => {
  const fields = { day: { type: 'date' as const, pattern: 'yyMMdd', from: '2026-11-01', to: '2026-11-20' } }
  const report = await run({ folder: '{family}', name: '{family}_{day}', fields }, [`Marsh/${name}`])
  expect(fileAt(report, `Marsh/${name}`).findings[0]?.expected).toBe(corrected)
})

test('of what only looks right, nothing that the asked name is written with is called foreign', async () => {
  const report = await run({ name: '{family}_一_photo{n}', fields: { n: { type: 'number' as const } } }, ['Marsh_一_photo２.jpg'])
  expect(fileAt(report, 'Marsh_一_photo２.jpg').findings[0]).toMatchObject({ code: 'name.look-alike', params: { looks: [{ char: '２' }] } })
})

test('a word for a value beside the value is too much, not left in', async () => {
  const report = await run({ holder: 'group', name: '{group}_film' }, ['Group Reef film.jpg'])
  const [finding] = fileAt(report, 'Group Reef film.jpg').findings
  expect(finding && sayFinding(finding)).toBe('"Group " is too much; " film" instead of "_film".')
})

describe('a name that bears nothing of what is asked', () => {
  test('is said so in one sentence, no part marked inside words that have nothing to do with it', async () => {
    const report = await run({ folder: '{group}/{family}' }, ['Reef/Marsh/beach walk.jpg'])
    const [finding] = fileAt(report, 'Reef/Marsh/beach walk.jpg').findings
    expect(finding).toMatchObject({ code: 'name.differs', params: { nothing: true } })
    expect(finding?.differences?.every(({ kind, range }) => kind === 'absent' && range[1] === 0)).toBe(true)
    expect(finding && sayFinding(finding)).toBe('Bears nothing of the asked name; asked: "Reef_Marsh_photo.jpg".')
  })

  test('of what little is there it is said that it is', async () => {
    const report = await run({ folder: '{group}/{family}', name: '{group}_{family}_coastline_survey_{given}' }, ['Reef/Marsh/the survey.jpg'])
    const [finding] = fileAt(report, 'Reef/Marsh/the survey.jpg').findings
    expect(finding && sayFinding(finding)).toBe('Bears only "survey" of the asked name; asked: "Reef_Marsh_coastline_survey_Ana.jpg".')
  })

  test.each(['photo_Reef_Marsh.jpg', 'Marsh.jpg', 'Reef-Mrash-foto.jpg'])('but %s does', async (name) => {
    const report = await run({ folder: '{group}/{family}' }, [`Reef/Marsh/${name}`])
    expect(fileAt(report, `Reef/Marsh/${name}`).findings).toMatchObject([{ code: 'name.differs', params: {} }])
    expect(fileAt(report, `Reef/Marsh/${name}`).findings[0]).not.toHaveProperty('params.nothing')
  })
})

describe('signs that no file system takes', () => {
  const firms = 'id,given,family,name,group\n1,,,Lund A/S,Reef\n2,,,O\'Connor & Sons Ltd.,Dune\n3,,,What: Next?,Reef\n'
  const firmsRoster = readRoster(readTable(new TextEncoder().encode(firms))).roster
  const asked = async (paths: string[]) => {
    const brief = await readBrief({
      usitorBrief: 1, title: 'x', requirements: [{ id: 'cost', title: 'Costs', name: 'Cost_{name}', folder: '{name}', formats: [{ id: 'pdf' }] }],
    }, firmsRoster)
    const bytes = await makePdf('Costs', ['1'], 1)
    const received = await Promise.all(paths.map(async (path): Promise<ReceivedFile> => ({
      root: 'in', path, size: bytes.length, sha256: sha(textBytes(path)), receivedAt: 0, receivedAtFrom: 'modified',
      reading: await readBytes(sourceFromBytes(bytes)),
    })))
    return check({ brief, roster: firmsRoster, received, checkedAt: 0 })
  }

  test.each([
    'Lund A-S/Cost_Lund A-S.pdf', 'Lund AS/Cost_Lund AS.pdf', 'Lund A_S/Cost_Lund A S.pdf', 'O\'Connor & Sons Ltd/Cost_O\'Connor & Sons Ltd.pdf',
    'O’Connor & Sons Ltd/Cost_O’Connor & Sons Ltd.pdf', 'What Next/Cost_What Next.pdf', 'What_ Next_/Cost_What- Next-.pdf',
  ])('%s is right', async (path) => {
    const [file] = (await asked([path])).files
    expect([file?.role, file?.findings.map(one => one.code)]).toEqual(['placed', []])
  })

  test('are asked for and corrected to as a name that every computer keeps, without another level', async () => {
    const report = await asked(['Lund A-S/costs lund.pdf'])
    expect(report.slots.map(slot => `${slot.expected.folder}/${slot.expected.name}`)).toEqual([
      'Lund A-S/Cost_Lund A-S', 'O\'Connor & Sons Ltd/Cost_O\'Connor & Sons Ltd', 'What- Next/Cost_What- Next',
    ])
    expect(report.files[0]?.correctedPath).toBe('Lund A-S/Cost_Lund A-S.pdf')
  })
})

describe('roles', () => {
  const numbered: Partial<RequirementDocument> = {
    name: '{family}_{n}', fields: { n: { type: 'number', digits: 2 } }, count: { from: 2, to: 3, by: 'n' },
  }

  test('owed numbers are slots; those beyond exist only when filled; past the most is surplus', async () => {
    const report = await run(numbered, ['Marsh_01.jpg', 'Marsh_03.jpg', 'Marsh_04.jpg'])
    expect([
      status(report, 's1', 1), status(report, 's1', 2), status(report, 's1', 3), status(report, 's1', 4),
    ]).toEqual(['right', 'missing', 'right', undefined])
    expect(fileAt(report, 'Marsh_04.jpg')).toMatchObject({ role: 'surplus', findings: [{ code: 'count.too-many' }] })
  })

  test('of two right ones the later counts; the same bytes twice are a duplicate, and the better name is kept', async () => {
    const report = await run({}, [
      { path: 'Reef_Marsh_photo.jpg', at: BEFORE - 9 }, { path: 'x/Reef_Marsh_photo.jpg', bytes: PHOTO },
      { path: 'Reef_Lindqvast_photo.jpg', bytes: PHOTO }, { path: 'Reef_Lindqvast_photo (1).jpg', bytes: PHOTO, at: BEFORE + 9 },
    ])
    expect(fileAt(report, 'Reef_Marsh_photo.jpg')).toMatchObject({
      role: 'superseded', findings: [{ code: 'version.superseded', severity: 'notice' }],
    })
    expect(fileAt(report, 'Reef_Lindqvast_photo (1).jpg')).toMatchObject({ role: 'duplicate', findings: [] })
    expect(status(report, 's2')).toBe('right')
  })

  test('a right file counts before one that came later and is not, which may be meant all the same', async () => {
    const report = await run({ folder: '{group}' }, [
      { path: 'Reef/Reef_Marsh_photo.jpg', at: BEFORE - 9 }, { path: 'Reef/Reef_Marsh_photo (1).jpg', bytes: PHOTO },
      { path: 'Reef/Reef_Lindqvast_photo.jpg', at: BEFORE - 9 }, { path: 'Reef/Reef_Lindqvast_photo.sha256', bytes: textBytes('0f\n') },
      { path: 'Dune/Dune_Tamworthy_photo.jpg', at: BEFORE - 9 }, { path: 'Dune/Dune_Tamworthy_photo final.jpg', bytes: makeGif() },
    ])
    const said = (path: string) => [fileAt(report, path).role, fileAt(report, path).findings.map(one => one.code)]
    expect(said('Reef/Reef_Marsh_photo.jpg')).toEqual(['placed', ['version.newer-beside']])
    expect(said('Reef/Reef_Marsh_photo (1).jpg')).toEqual(['superseded', ['version.newer-beside']])
    expect(status(report, 's1')).toBe('right')
    expect(fileAt(report, 'Reef/Reef_Lindqvast_photo.jpg').role).toBe('placed')
    expect(said('Dune/Dune_Tamworthy_photo.jpg')).toEqual(['placed', []])
  })

  test('a name with a word of state added stands for the later work, and needs its name', async () => {
    const report = await run({}, [
      { path: 'Reef_Marsh_photo.jpg', at: BEFORE - 9 }, { path: 'Reef_Marsh_photo_final.jpg', bytes: PHOTO },
    ])
    expect(fileAt(report, 'Reef_Marsh_photo_final.jpg')).toMatchObject({ role: 'placed', findings: [{ code: 'name.differs' }] })
    expect(fileAt(report, 'Reef_Marsh_photo.jpg')).toMatchObject({ role: 'superseded', findings: [{ code: 'version.superseded' }] })
  })

  test('two right files of one time with other bytes are told as undecided, and neither is copied', async () => {
    const report = await run({}, ['a/Reef_Marsh_photo.jpg', { path: 'b/Reef_Marsh_photo.jpg', bytes: PHOTO }])
    const [one, two] = report.files.map(file => file.findings.map(finding => finding.code))
    expect([one, two]).toEqual([['version.undecided'], ['version.undecided']])
    expect(planCorrections(report.files).files).toEqual([])
  })

  test('what usually lies beside a file travels with it, unless it is asked for, and is no version of it', async () => {
    const report = await run({}, [
      'Reef_Marsh_photo.jpg', { path: 'Reef_Marsh_photo.xmp', bytes: textBytes('x'), at: BEFORE + 9 },
      { path: 'Reef_Marsh_photo.jpg.sha256', bytes: textBytes('0f\n') }, { path: 'Reef_Lindqvast_photo.xmp', bytes: textBytes('y') },
    ])
    const roles = Object.fromEntries(report.files.map(({ path, role, slot }) => [path, [role, slot?.holder ?? null]]))
    expect(roles).toEqual({
      'Reef_Marsh_photo.jpg': ['placed', 's1'], 'Reef_Marsh_photo.xmp': ['companion', 's1'], 'Reef_Marsh_photo.jpg.sha256': ['companion', 's1'],
      'Reef_Lindqvast_photo.xmp': ['unplaced', null],
    })
    expect(report.files.filter(file => file.role === 'companion').flatMap(file => file.findings)).toEqual([])
    expect(clearOut(report.files)).toEqual([])
    const asked = await run({ formats: [{ id: 'jpg' }, { id: 'srt' }] }, [
      { path: 'Reef_Marsh_photo.jpg', at: BEFORE - 9 }, { path: 'Reef_Marsh_photo.srt', bytes: textBytes('1\n00:00:01,000 --> 00:00:02,000\nHi\n') },
    ])
    expect(fileAt(asked, 'Reef_Marsh_photo.srt').role).not.toBe('companion')
  })

  test('a backup that stands alone fills nothing and displaces nothing; its empty slot says what has come', async () => {
    const report = await run({}, [
      'Reef_Marsh_photo.jpg.bak', 'Reef_Lindqvast_photo.jpg', { path: 'x/Reef_Lindqvast_photo.jpg.bak', bytes: PHOTO, at: BEFORE + 9 },
    ])
    expect(fileAt(report, 'Reef_Marsh_photo.jpg.bak')).toMatchObject({ role: 'backup', findings: [], candidates: [{ holder: 's1' }] })
    const missing = report.slots.find(slot => slot.holder === 's1')
    expect(missing).toMatchObject({ status: 'missing', candidates: ['Reef_Marsh_photo.jpg.bak'] })
    expect(missing?.findings.map(finding => sayFinding(finding))).toEqual([
      'Only the copy that the program keeps of the save before has come; send the file itself: Reef_Marsh_photo.jpg.',
    ])
    expect(status(report, 's2')).toBe('right')
    expect(fileAt(report, 'x/Reef_Lindqvast_photo.jpg.bak')).toMatchObject({ role: 'backup', candidates: [] })
  })

  test('a late file does not displace one in time that is right', async () => {
    const report = await run({}, ['Reef_Marsh_photo.jpg', { path: 'a/Reef_Marsh_photo.jpg', at: Date.parse(DUE) + 9 }])
    expect(fileAt(report, 'Reef_Marsh_photo.jpg').role).toBe('placed')
    expect(fileAt(report, 'a/Reef_Marsh_photo.jpg').role).toBe('superseded')
  })

  test('the highest version counts; a milestone stands beside it and does not fill the slot alone', async () => {
    const rule: Partial<RequirementDocument> = {
      name: ['{family}_v{v}', '{family}_M{m}'],
      fields: { v: { type: 'version', digits: 3 }, m: { type: 'version', digits: 1, milestone: true } },
    }
    const report = await run(rule, [{ path: 'Marsh_v002.jpg', at: BEFORE - 5 }, 'Marsh_v001.jpg', 'Marsh_M1.jpg', 'Lindqvast_M1.jpg'])
    expect(['Marsh_v002.jpg', 'Marsh_v001.jpg', 'Marsh_M1.jpg'].map(path => fileAt(report, path).role)).toEqual(['placed', 'superseded', 'placed'])
    expect([status(report, 's1'), status(report, 's2')]).toEqual(['right', 'missing'])
  })

  test('clutter, backups beside their file and what the brief ignores are set aside without a finding', async () => {
    const report = await run({}, [
      'Reef_Marsh_photo.jpg', { path: 'Reef_Marsh_photo.jpg.bak' }, { path: 'Thumbs.db' },
      { path: '__MACOSX/._Reef_Marsh_photo.jpg' }, { path: '~$notes.docx' }, { path: 'x.raw.xmp' },
      { path: 'Reef_Lindqvast_photo.jpg.bak' }, { path: '.idea/workspace.xml' },
    ], { brief: { ignore: ['*.xmp'] } })
    expect(report.files.map(({ path, role }) => [path, role])).toEqual([
      ['.idea/workspace.xml', 'clutter'], ['Reef_Lindqvast_photo.jpg.bak', 'backup'], ['Reef_Marsh_photo.jpg', 'placed'],
      ['Reef_Marsh_photo.jpg.bak', 'backup'], ['Thumbs.db', 'clutter'],
      ['__MACOSX/._Reef_Marsh_photo.jpg', 'clutter'], ['x.raw.xmp', 'ignored'], ['~$notes.docx', 'backup'],
    ])
    expect(report.summary.setAside).toBe(7)
  })

  test('a companion travels with its file; a required one that is absent is said on the main file', async () => {
    const rule: Partial<RequirementDocument> = { companions: [{ extension: 'xmp', required: true }] }
    const report = await run(rule, [
      'Reef_Marsh_photo.jpg', { path: 'Reef_Marsh_photo.xmp', bytes: textBytes('x') }, 'Reef_Lindqvast_photo.jpg',
      { path: 'stray.xmp', bytes: textBytes('y') },
    ])
    expect([
      fileAt(report, 'Reef_Marsh_photo.xmp').role, codes(report, 'Reef_Lindqvast_photo.jpg'), fileAt(report, 'stray.xmp').role,
    ]).toEqual(['companion', ['companion.missing'], 'unplaced'])
  })

  test('a second copy in another root: there, absent, or not the same', async () => {
    const copy = (path: string, bytes: Uint8Array) => ({ path, bytes, root: 'archive' })
    const report = await run({ copies: ['archive'] }, [
      'Reef_Marsh_photo.jpg', 'Reef_Lindqvast_photo.jpg', 'Dune_Tamworthy_photo.jpg',
      copy('Reef_Marsh_photo.jpg', picture('Reef_Marsh_photo.jpg')), copy('Reef_Lindqvast_photo.jpg', PHOTO),
    ])
    expect(
      [
        'Reef_Marsh_photo.jpg', 'Reef_Lindqvast_photo.jpg', 'Dune_Tamworthy_photo.jpg',
      ].map(path => report.files.find(file => file.path === path && file.root === 'in')?.findings.map(one => one.code)),
    ).toEqual([[], ['copy.differs'], ['copy.missing']])
    expect(report.files.filter(file => file.role === 'copy')).toHaveLength(2)
  })

  test('one holder\'s bytes in two slots, and one file of two holders', async () => {
    const report = await run(numbered, [
      { path: 'Marsh_01.jpg', bytes: PHOTO }, { path: 'Marsh_02.jpg', bytes: PHOTO, at: BEFORE + 5 },
      { path: 'Lindqvast_01.jpg', bytes: makeGif() }, { path: 'Tamworthy_01.jpg', bytes: makeGif() },
    ])
    expect([codes(report, 'Marsh_01.jpg'), codes(report, 'Marsh_02.jpg')]).toEqual([[], ['content.duplicate']])
    expect(codes(report, 'Lindqvast_01.jpg')).toContain('content.shared')
  })
})

describe('whose file it is', () => {
  test('elimination takes the only open slot, and none where two files want it or the format is another', async () => {
    const rule: Partial<RequirementDocument> = {
      folder: '{group}/{family}', name: '{family}_{n}', fields: { n: { type: 'number', digits: 2 } },
      count: { from: 2, to: 2, by: 'n' },
    }
    const first = await run(rule, ['Reef/Marsh/Marsh_01.jpg', 'Reef/Marsh/IMG_0031.jpg'])
    expect(fileAt(first, 'Reef/Marsh/IMG_0031.jpg')).toMatchObject({ role: 'placed', slot: { holder: 's1', n: 2 } })
    const two = await run(
      rule,
      ['Reef/Marsh/IMG_0031.jpg', 'Reef/Marsh/IMG_0032.jpg', { path: 'Reef/Lindqvast/notes.txt', bytes: textBytes('rope\n') }],
    )
    expect(fileAt(two, 'Reef/Marsh/IMG_0031.jpg')).toMatchObject({
      role: 'unplaced', candidates: [{ n: 1 }, { n: 2 }], findings: [{ code: 'name.default' }],
    })
    expect(fileAt(two, 'Reef/Lindqvast/notes.txt')).toMatchObject({ role: 'unplaced', candidates: [], findings: [{ code: 'unexpected' }] })
    expect(two.slots.find(slot => slot.holder === 's1')?.candidates).toHaveLength(2)
  })

  test('two people of one name stay in the tray; the group tells them apart', async () => {
    const twins = await readBrief({ usitorBrief: 1, title: 't', requirements: [{ id: 'photo', name: '{family}_photo', folder: '{group}' }] })
    const { roster } = readRoster(readTable(new TextEncoder().encode('id,given,family,group\na,Ana,Marsh,Reef\nb,Bo,Marsh,Dune\n')))
    const report = check({ brief: twins, roster, received: await receive(['Marsh_photo.jpg', 'Dune/Marsh_photo.jpg']), checkedAt: 0 })
    expect(fileAt(report, 'Marsh_photo.jpg')).toMatchObject({ role: 'unplaced', candidates: [{ holder: 'a' }, { holder: 'b' }] })
    expect(fileAt(report, 'Dune/Marsh_photo.jpg')).toMatchObject({ role: 'placed', slot: { holder: 'b' } })
  })

  test('what fits only something not owed is unexpected and goes nowhere else', async () => {
    const report = await run({}, ['Reef_Marsh_photo.jpg'], { brief: { exceptions: [{ for: { person: 's1' }, owed: false }] } })
    expect(fileAt(report, 'Reef_Marsh_photo.jpg')).toMatchObject({ role: 'unplaced', findings: [{ code: 'unexpected' }] })
  })

  test('a group\'s file may bear any one member\'s name, in the name and folder alike', async () => {
    const rule: Partial<RequirementDocument> = { holder: 'group', name: '{group}_{family}_photo', folder: '{family}' }
    const report = await run(rule, ['Lindqvast/Reef_Lindqvast_photo.jpg', 'Tamworthy/Dune_d\'Arquelle_photo.jpg'])
    expect(status(report, 'Reef')).toBe('right')
    expect(status(report, 'Dune')).toBe('to-fix')
  })

  test('a folder around everything is nobody\'s fault, one that the brief asks for is no wrapper', async () => {
    const files = ['Reef/Marsh/Reef_Marsh_photo.jpg', 'Dune/Tamworthy/Dune_Tamworthy_photo.jpg']
    const wrapped = await run({ folder: '{group}/{family}' }, files.map(path => `export/week 2/${path}`))
    expect(wrapped.roots).toEqual([{ name: 'in', wrapper: 'export/week 2', prefix: null }])
    expect(wrapped.summary.right).toBe(2)
    expect((await run(
      { folder: '{group}/{family}' }, ['Reef/Marsh/Reef_Marsh_photo.jpg', 'Reef/Lindqvast/Reef_Lindqvast_photo.jpg'],
    )).roots[0]?.wrapper).toBeNull()
  })

  test('what a delivering system put before every name is nobody\'s fault, says who sent it, and can be read as it stands', async () => {
    const brief: Partial<BriefDocument> = { strictness: { letterCase: 'exact', separators: 'exact', accents: 'ignore' } }
    const files = [
      'marshana_4711_Reef_Marsh_photo.jpg', 'LINDQVASTBO_4712_Reef_Lindqvast_photo (1).jpg',
      'darquellezoe_4713_Dune_d\'Arquelle_photo.jpg', 'tamworthycy_4714_IMG_0815.jpg',
    ]
    const report = await run({}, files, { brief })
    expect(report.roots).toEqual([{ name: 'in', wrapper: null, prefix: '{family}{given}_#_' }])
    expect(report.slots.map(slot => [slot.holder, slot.status])).toEqual([['s1', 'right'], ['s2', 'to-fix'], ['s3', 'right'], ['s4', 'to-fix']])
    // ranges are told in the whole received name, the correction without the prefix
    expect(fileAt(report, files[1] ?? '')).toMatchObject({
      correctedPath: 'Reef_Lindqvast_photo.jpg',
      findings: [{ code: 'name.copy-mark', actual: files[1], differences: [{ range: [37, 41] }] }],
    })
    expect(fileAt(report, files[3] ?? '').evidence).toContainEqual({ kind: 'sent-by' })
    const standing = await run({}, files, { brief, roots: [{ name: 'in', asIs: true }] })
    expect([standing.roots[0]?.prefix, codes(standing, files[0] ?? '')]).toEqual([null, ['name.differs']])
  })

  test('a prefix that only one holder\'s files bear, or that the rule asks for, is none', async () => {
    expect((await run({}, ['marshana_1_Reef_Marsh_photo.jpg', 'Reef_Lindqvast_photo.jpg'])).roots[0]?.prefix).toBeNull()
    expect((await run(
      { name: '{family}_{n}_photo', fields: { n: { type: 'number', digits: 2 } } },
      ['Marsh_01_photo.jpg', 'Lindqvast_02_photo.jpg'],
    )).roots[0]?.prefix).toBeNull()
  })

  test('the right folder under the root for second copies only is another root\'s', async () => {
    const report = await run({ copies: ['archive'], folder: '{group}' }, [
      'Reef/Reef_Marsh_photo.jpg', { path: 'Reef/Reef_Marsh_photo.jpg', root: 'archive' },
      { path: 'Reef/Reef_Lindqvast_photo.jpg', root: 'archive' },
    ])
    expect([status(report, 's1'), status(report, 's2')]).toEqual(['right', 'to-fix'])
    expect(report.files.find(file => file.root === 'archive' && file.path.includes('Lindqvast'))).toMatchObject({
      role: 'placed', findings: [{ code: 'folder.other-root' }],
    })
  })

  test('one misspelt folder of one holder is one cause, each level and letter told', async () => {
    const rule: Partial<RequirementDocument> = {
      folder: '{group}/{family} {given}', name: '{family}_{n}', fields: { n: { type: 'number', digits: 2 } },
      count: { from: 2, to: 2, by: 'n' },
    }
    const report = await run(rule, ['Reef/Mrash Ana/Marsh_01.jpg', 'Reef/Mrash Ana/Marsh_02.jpg'])
    const findings = report.files.flatMap(file => file.findings)
    expect(findings.map(one => [one.code, one.cause])).toEqual([['folder.wrong', 'c1'], ['folder.wrong', 'c1']])
    expect(findings[0]?.differences).toEqual([
      { part: 'level 2', kind: 'misspelt', range: [5, 14], expected: 'Marsh Ana', actual: 'Mrash Ana', edits: [{ range: [6, 8], expected: 'ar' }] },
    ])
  })

  test('an unplaced file with the rule\'s own words says so', async () => {
    expect(codes(await run({}, ['group_family_photo.jpg']), 'group_family_photo.jpg')).toEqual(['name.default'])
  })

  test('rulings: placed by hand, set aside, accepted until the bytes change, waived', async () => {
    const stray = { path: 'thing.jpg', bytes: picture('thing') }
    const file = { sha256: sha(stray.bytes), root: 'in', path: 'thing.jpg' }
    const slot = { requirement: 'photo', holder: 's1' }
    const placed = await run(
      {}, [stray], { rulings: [{ kind: 'place', file, slot }, { kind: 'waive', slot: { requirement: 'photo', holder: 's2' } }] },
    )
    expect([status(placed, 's1'), status(placed, 's2')]).toEqual(['to-fix', 'waived'])
    const accepted = await run({}, [{ ...stray, path: 'moved.jpg' }], { rulings: [{ kind: 'place', file, slot }, { kind: 'accept', file }] })
    expect(status(accepted, 's1')).toBe('right')
    const changed = await run({}, [{ path: 'thing.jpg' }], { rulings: [{ kind: 'place', file, slot }, { kind: 'set-aside', file }] })
    expect(fileAt(changed, 'thing.jpg').role).toBe('unplaced')
    expect(fileAt(await run({}, [stray], { rulings: [{ kind: 'set-aside', file }] }), 'thing.jpg').role).toBe('set-aside')
  })

  test('the check before: the same bytes elsewhere are known again; a fault that came back unchanged is said', async () => {
    const bytes = makePdf('x', [])
    const faulty = { path: 'Reef_Marsh_photo.pdf', bytes: await bytes }
    const previous = await run({}, [faulty, 'Reef_Lindqvast_photo.jpg'])
    const moved = await run(
      {}, [{ ...faulty, at: BEFORE + 60_000 }, { path: 'scan0001.jpg', bytes: picture('Reef_Lindqvast_photo.jpg') }],
      { previous },
    )
    expect(codes(moved, 'Reef_Marsh_photo.pdf')).toEqual(['format.not-accepted', 'content.unchanged'])
    expect(fileAt(moved, 'scan0001.jpg')).toMatchObject({ role: 'placed', slot: { holder: 's2' } })
    expect(codes(await run({}, [faulty], { previous }), 'Reef_Marsh_photo.pdf')).toEqual(['format.not-accepted'])
  })
})

test('the same input gives an equal report, in any order of files', async () => {
  const files = ['Reef_Marsh_photo.jpg', 'Reef_Mrash_photo (1).jpg', 'IMG_1.jpg', 'x/y/Dune_Tamworthy_photo.png']
  expect(await run({}, files)).toEqual(await run({}, [...files].reverse()))
})
