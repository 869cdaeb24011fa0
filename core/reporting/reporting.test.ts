import { describe, expect, test } from 'vitest'
import { planCorrections, clearOut } from './corrections'
import { holderRows } from './holder-rows'
import { measuredColumns } from './measured'
import type { Finding } from '../findings/finding'
import type { ReportFile, ReportSlot } from '../checking/report'
import type { RoundSlot } from './rounds'
import { compareRounds } from './rounds'
import { hideNames } from './hide-names'
import type { SlipInput } from './slips'
import { writeSlip } from './slips'
import { sayFinding } from '../wording/index'
import { EN_SLIP } from '../wording/slip/en'
import { loadSlipSpeech } from '../wording/slip/index'
import { faultOfWords, fillWords } from './letters'

const slot = (status: RoundSlot['status'], sha256: string | null, path = 'a.jpg', n: number | null = null): RoundSlot => ({
  requirement: 'photo', holder: 's1', n, status, file: sha256 === null ? null : { sha256, path },
})

describe('a round', () => {
  test.each([
    ['missing, then right', slot('missing', null), slot('right', 'a'), 'newly-right'],
    ['to fix, then right under another name', slot('to-fix', 'a', 'x.jpg'), slot('right', 'a', 'y.jpg'), 'newly-right'],
    ['right, then a wrong one', slot('right', 'a'), slot('to-fix', 'b'), 'newly-wrong'],
    ['there, then not', slot('right', 'a'), slot('missing', null), 'gone'],
    ['never there', slot('missing', null), slot('missing', null), 'still-open'],
    ['the same although asked', slot('to-fix', 'a'), slot('to-fix', 'a'), 'unchanged'],
    ['other bytes, still wrong', slot('to-fix', 'a'), slot('to-fix', 'b'), 'changed'],
    ['moved, still wrong', slot('to-fix', 'a', 'x.jpg'), slot('to-fix', 'a', 'y.jpg'), 'changed'],
    ['accepted by hand', slot('to-fix', 'a'), slot('waived', 'a'), 'newly-right'],
  ] as const)('%s', (_, before, after, kind) => {
    expect(compareRounds([before], [after]).entries.map(entry => entry.kind)).toEqual([kind])
  })

  test('pieces that no number tells apart are known by their files, in whatever order they come', () => {
    const before = [slot('to-fix', 'a', 'one.jpg'), slot('right', 'b', 'two.jpg'), slot('missing', null)]
    const after = [slot('right', 'c', 'three.jpg'), slot('right', 'b', 'two.jpg'), slot('to-fix', 'a', 'one.jpg')]
    const { entries, stillRight } = compareRounds(before, after)
    expect(entries.map(({ kind, path }) => [kind, path])).toEqual([['newly-right', 'three.jpg'], ['unchanged', 'one.jpg']])
    expect(stillRight).toBe(1)
  })

  test('what is asked newly, or no longer, is told as that', () => {
    const { counts } = compareRounds([slot('right', 'a', 'a', 1)], [slot('missing', null, 'a', 2)])
    expect(counts).toMatchObject({ new: 1, dropped: 1 })
  })
})

const finding = (
  code: Finding['code'], message = code as string, rest: Partial<Finding> = {},
): Finding => ({ code, severity: 'error', message, ...rest }) as Finding
const file = (path: string, role: ReportFile['role'], rest: Partial<ReportFile> = {}): ReportFile => ({
  root: 'in', path, size: 10, sha256: path, receivedAt: null, receivedAtFrom: 'modified', role,
  slot: { requirement: 'photo', holder: 's1' }, confidence: 1, evidence: [], candidates: [],
  format: { id: 'jpg', mediaType: 'image/jpeg', version: null, state: 'ok', verified: 'structure', props: {} }, findings: [],
  correctedPath: null, ...rest,
})

describe('the corrected copy', () => {
  test('takes what is placed under its right path; wrong contents, second ones and unreadable names are left out with the reason', () => {
    const plan = planCorrections([
      file('x/marsh.jpg', 'placed', { rightPath: 'Reef/Marsh.jpg', findings: [finding('name.differs')] }),
      file('x/marsh2.jpg', 'placed', { rightPath: 'reef/MARSH.jpg' }),
      file('bad.jpg', 'placed', { rightPath: 'Reef/Bad.jpg', findings: [finding('content.damaged', 'ends early')] }),
      file('n.jpg', 'placed', { rightPath: 'Reef/Marsh_{no of it}.jpg', open: [{ field: 'no of it', example: '02' }] }),
      // a brace in somebody's own value leaves nothing open
      file('y.jpg', 'placed', { rightPath: 'Reef/{Marsh}.jpg' }),
      file('old.jpg', 'superseded'), file('loose.txt', 'unplaced', { slot: null }), file('Thumbs.db', 'clutter'),
      file('x/marsh.dbf', 'companion'),
    ])
    expect(plan.files.map(({ file: { path }, to, changed }) => [path, to, changed])).toEqual([
      ['x/marsh.dbf', 'Reef/Marsh.dbf', true], ['x/marsh.jpg', 'Reef/Marsh.jpg', true], ['y.jpg', 'Reef/{Marsh}.jpg', true],
    ])
    // on many disks upper and lower case are one name
    expect(plan.leftOut.map(({ file: { path }, why }) => [path, why])).toEqual(expect.arrayContaining([
      ['x/marsh2.jpg', 'another file has the same right place: x/marsh.jpg'], ['bad.jpg', 'ends early'],
      ['old.jpg', 'a newer file counts'], ['loose.txt', 'nothing says for sure whose it is, or which piece'],
    ]))
    expect(plan.leftOut.map(({ file: { path } }) => path)).not.toContain('Thumbs.db')
  })

  test('the clear-out list names second copies and surely older versions beside a right one, never what counts or is in doubt', () => {
    const at = (minute: number) => `2026-10-16T12:${minute}:00Z`
    const beside = (path: string, receivedAt: string | null, right = true, older?: 'version' | 'time') => file(path, 'superseded', {
      receivedAt,
      findings: [{
        code: 'version.superseded', severity: 'notice', expected: 'new.jpg', params: { instead: 'new.jpg', right, ...(older ? { older } : {}) },
      }],
    })
    const newer = { code: 'version.newer-beside', severity: 'notice', params: { other: 'new.jpg', counts: false } } as const
    expect(clearOut([
      file('new.jpg', 'placed', { receivedAt: at(30) }), file('milestone.jpg', 'placed'),
      file('twice.jpg', 'duplicate', { sha256: 'new.jpg' }), file('other-bytes.jpg', 'duplicate'),
      beside('old.jpg', at(10), true, 'time'), beside('v1.jpg', at(50), true, 'version'), beside('same-time.jpg', at(30)),
      beside('late.jpg', at(50)), beside('unknown-time.jpg', null),
      beside('beside-a-wrong-one.jpg', at(10), false), file('newer.jpg', 'superseded', { receivedAt: at(10), findings: [newer] }),
    ]).map(one => [one.root, one.path, one.why])).toEqual([
      ['in', 'old.jpg', 'older, of 2026-10-16 12:10 UTC: "new.jpg" is right and counts, of 2026-10-16 12:30 UTC'],
      ['in', 'twice.jpg', 'same bytes: "new.jpg" is right and counts'], ['in', 'v1.jpg', 'an older version: "new.jpg" is right and counts'],
    ])
    const toFix = file('new.jpg', 'placed', { findings: [finding('name.differs')] })
    expect(clearOut([toFix, file('twice.jpg', 'duplicate', { sha256: 'new.jpg' })])).toEqual([])
  })
})

const asked = (status: ReportSlot['status'], rest: Partial<ReportSlot> = {}): ReportSlot => ({
  requirement: 'photo', holder: 's1', status, late: false,
  expected: { folder: 'Reef', name: 'Marsh_photo', extensions: ['jpg', 'jpeg'] }, files: [], fileRefs: [], candidates: [], findings: [],
  ...rest,
})
const NO_WORDS = { greeting: '', before: '', where: '', after: '', signature: '' }
const letter = (slots: ReportSlot[], files: ReportFile[], more: Partial<SlipInput> = {}) => writeSlip({
  title: 'Shore', checkedAt: 'today', speech: { said: EN_SLIP, sayFinding }, holder: { name: 'Ana Marsh', group: false }, words: NO_WORDS,
  timesOf: () => ({ due: Date.UTC(2026, 9, 16, 15, 30), correctBy: null }), sayTime: time => new Date(time).toISOString().slice(0, 16),
  requirements: [{ id: 'photo', title: 'Photo' }, { id: 'map', title: 'Map' }], slots, files,
  hide: hideNames([{ id: 's2', name: 'Bo Lindqvast', given: 'Bo', family: 'Lindqvast', aliases: [] }])([]), ...more,
})
const slip = (slots: ReportSlot[], files: ReportFile[]) => letter(slots, files).text

describe('a slip', () => {
  test.each([
    ['de', 'Zu berichtigen (1)', 'richtig: Reef/Marsh_photo.jpg', 'Nummern 2, 4 bis 6 nicht eingegangen',
      'Gib die berichtigten Dateien und was fehlt'],
    ['fr', 'À corriger (1)', 'juste: Reef/Marsh_photo.jpg', 'numéros 2, 4 à 6 non reçus', 'Remettez les fichiers corrigés'],
    ['es', 'Por corregir (1)', 'correcto: Reef/Marsh_photo.jpg', 'números 2, 4 a 6 no recibidos', 'Entrega los archivos corregidos'],
  ] as const)('in %s says the same names in that language, and no English', async (language, toFix, right, numbers, closing) => {
    const speech = await loadSlipSpeech(language)
    const slots = [asked('to-fix'), ...[2, 4, 5, 6].map(n => asked('missing', { requirement: 'map', n })), asked('right', { requirement: 'report' })]
    const files = [file('marsh.jpg', 'placed', {
      findings: [finding('name.differs', 'Says marsh.', { expected: 'Marsh_photo.jpg' })], correctedPath: 'Reef/Marsh_photo.jpg',
    })]
    const { text, subject } = letter(slots, files, { speech })
    for (const part of [toFix, right, numbers.replace(/, (?=4)/, ` ${{ de: 'und', fr: 'et', es: 'y' }[language]} `), closing]) {
      expect(text).toContain(part)
    }
    expect(`${subject} ${text}`).not.toMatch(/\b(?:right|missing|received|asked|Looked|Due|Where to look|Hand in|still open|Says)\b/)
  })

  test('says the exact right name, what is missing and where to look', () => {
    const text = slip(
      [asked('to-fix'), asked('missing', { requirement: 'photo' })],
      [file('marsh.jpg', 'placed', { findings: [finding('name.differs', 'Says marsh.')], correctedPath: 'Reef/Marsh_photo.jpg' })],
    )
    expect(text).toContain('right: Reef/Marsh_photo.jpg')
    expect(text).toContain('asked for: Reef/Marsh_photo.jpg (or .jpeg)')
    expect(text).toContain('Where to look')
  })

  test('of a group says that the name of another member will do, where it asks for one', () => {
    const slots = [1, 2].map(n => asked('missing', { requirement: 'map', n }))
    const told = (byMember: boolean) => letter(slots, [], { holder: { name: 'Reef', group: true }, byMember: () => byMember }).text
    const name = 'Reef/Marsh_photo.jpg (or .jpeg)\n'
    expect(told(true)).toContain(`asked for: ${name}  to ${name}  or with another member's name\n`)
    expect(told(false)).not.toContain('member')
  })

  test('names nobody else: not in a folder, not in a finding, not as who has the same bytes', () => {
    const text = slip([asked('to-fix')], [file('Lindqvast Bo/Marsh_photo.jpg', 'placed', {
      findings: [
        finding('folder.other-holder', 'Lies in the folder of Bo Lindqvast.', { expected: 'Reef' }),
        finding('content.shared', 'Has the same bytes as a file of somebody else.', { severity: 'notice' }),
        finding('name.differs', 'The name says Lindqvast Bo.'),
      ],
    })])
    expect(text).not.toMatch(/Lindqvast/)
    expect(text).not.toContain('same bytes')
    expect(text).toContain('another person\'s folder; it belongs in "Reef"')
  })

  test('who went on working in a copy is asked which one counts', () => {
    const text = slip([asked('to-fix')], [
      file('Marsh_photo (1).jpg', 'placed', {
        findings: [finding('name.copy-mark', 'Right but for the mark of a copy.')], rightPath: 'Reef/Marsh_photo.jpg',
        correctedPath: 'Reef/Marsh_photo.jpg',
      }),
      file('Marsh_photo.jpg', 'superseded'),
    ])
    expect(text).toContain('Which one counts?')
    expect(text).not.toContain('Right but for the mark')
  })

  test('with nothing open it says so and asks for nothing', () => {
    expect(slip([asked('right')], [file('Reef/Marsh_photo.jpg', 'placed')])).toContain('Everything that was asked for is here')
  })
})

describe('a letter around a slip', () => {
  const words = { greeting: 'Hello {given},', before: 'two lines\nof mine', where: 'the blue box', after: 'Ask me, {Boat}.', signature: 'N. Tern' }
  const table: Record<string, string> = { given: 'Ana', Boat: 'boat 7' }

  test('greeting and own words, columns of the list filled in, where to hand in, signature last', () => {
    const { text } = letter([asked('missing')], [], { words: fillWords(words, column => table[column] ?? '', 'Ana Marsh') })
    expect(text).toMatch(/^Hello Ana,\n\ntwo lines\nof mine\n\nShore: Ana Marsh\n\nDue 2026-10-16T15:30\. Looked at today\.\n/)
    expect(text).toMatch(/under exactly this name\.\nHand in here: the blue box\n\nAsk me, boat 7\.\n\nN\. Tern\n$/)
  })

  test('a group is called by its name; another column that says nothing is left out', () => {
    expect(fillWords({ ...words, greeting: 'Dear {family}/{Boat}' }, () => '', 'Reef')).toMatchObject({ greeting: 'Dear Reef/', after: 'Ask me, .' })
  })

  test('words may name the columns of the list, and no other', () => {
    expect(faultOfWords(['Dear {given}', '{Boat} :-{ {'], ['given', 'Boat'])).toBeNull()
    expect(faultOfWords(['Dear {given}', 'of {boat}'], ['given', 'Boat'])).toBe('{boat} is no column of the list. There are: {given} {Boat}')
    expect(faultOfWords(['{ }'], ['given'])).toBe('{ } is no column of the list. There are: {given}')
  })

  test('who has another time than the rest is told their own, a line for each piece where they differ', () => {
    const own = { photo: Date.UTC(2026, 9, 20), map: null }
    const timesOf = (id: string) => ({ due: own[id as 'photo' | 'map'], correctBy: Date.UTC(2026, 9, 23) })
    const { text } = letter([asked('missing'), asked('missing', { requirement: 'map' })], [], { timesOf })
    expect(text).toContain('Due 2026-10-20T00:00 (Photo). Looked at')
    expect(text).toContain('Corrected files are taken until 2026-10-23T00:00.')
    // in order: nothing is taken until anything
    expect(letter([asked('right')], [], { timesOf }).text).not.toContain('taken until')
  })

  test('what is right is told with its time; thirteen of one kind are one line, and so are a hundred too many', () => {
    const at = (n: number) => file(`Marsh_photo-${n}.jpg`, 'placed', {
      slot: { requirement: 'photo', holder: 's1', n }, receivedAt: `2026-10-01T10:${n + 10}:00Z`,
    })
    expect(letter([asked('right', { n: 1, late: true })], [at(1)]).text).toContain('- Photo 1: Marsh_photo-1.jpg, received 2026-10-01T10:11 (late)')
    const numbers = Array.from({ length: 13 }, (_, index) => index + 1)
    const many = letter(numbers.map(n => asked('right', { n })), numbers.map(at)).text
    expect(many).toContain('- Photo: numbers 1 to 13, received 2026-10-01T10:11 to 2026-10-01T10:23')
    const surplus = Array.from({ length: 100 }, (_, n) => file(`v${n}.jpg`, 'surplus'))
    expect(letter([asked('right')], surplus).text).toMatch(/More than asked \(100\)\n(?:- v\d\.jpg: \n){5}- and 95 more, up to v99\.jpg\n/)
  })
})

test('one row a person, in the roster\'s order and with its columns; what a group owes stands with each member', () => {
  const person = (id: string, family: string, group: string) => ({
    id, given: 'Ana', family, name: `Ana ${family}`, group, email: '', aliases: [], fields: { Boat: `boat ${id}` },
  })
  const rows = holderRows({
    people: [person('b', 'Zander', 'Reef'), person('a', 'Marsh', 'Reef')],
    columns: ['family', 'id', 'Boat', 'given', 'name', 'group', 'email', 'alias'],
  },
  [{ id: 'photo', title: 'Photo', holder: 'person' }, { id: 'map', title: 'Map', holder: 'group' }],
  [{ ...asked('right'), holder: 'b' }, { ...asked('missing'), holder: 'a' }, { ...asked('to-fix'), requirement: 'map', holder: 'Reef' }])
  expect(rows).toEqual([
    ['family', 'id', 'Boat', 'given', 'group', 'complete', 'right', 'to fix', 'missing', 'late', 'Photo', 'Map'],
    ['Zander', 'b', 'boat b', 'Ana', 'Reef', 'no', 1, 1, 0, 0, 'right', 'to fix'],
    ['Marsh', 'a', 'boat a', 'Ana', 'Reef', 'no', 0, 1, 1, 0, 'missing', 'to fix'],
  ])
})

test('what was measured stands in columns of its own, where it is known', () => {
  const person = { id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: '', email: '', aliases: [], fields: {} }
  const measured = (n: number | undefined, props: ReportFile['format']['props']) => {
    const one = file(`p${n}.pdf`, 'placed', { size: 2000 + (n ?? 0), slot: { requirement: n ? 'photo' : 'map', holder: 's1', ...(n ? { n } : {}) } })
    return { ...one, format: { ...one.format, version: '1.7', props } }
  }
  const files = [measured(1, { pages: 3, author: 'Ana', fontsEmbedded: true }), measured(2, {}), measured(undefined, { pages: 1 })]
  const rows = holderRows(
    { people: [person], columns: ['id'] }, [{ id: 'photo', title: 'Photo', holder: 'person' }, { id: 'map', title: 'Map', holder: 'person' }],
    [asked('right', { n: 1 }), asked('right', { n: 2 }), asked('right', { requirement: 'map' })],
    // who made it is not told, and what is no measure is left out
    { columns: measuredColumns(['size', 'pages', 'author', 'nothing', 'fontsEmbedded']), files },
  )
  expect(rows.map(row => row.slice(8))).toEqual([
    ['Photo: size (bytes)', 'Photo: pages', 'Photo: fonts embedded', 'Map: size (bytes)', 'Map: pages', 'Map: fonts embedded'],
    ['2001; 2002', '3; ', 'yes; ', 2000, 1, ''],
  ])
})

describe('the last line of a slip', () => {
  const fix = asked('to-fix', { n: 1 })
  const lacks = [2, 3, 5].map(n => asked('missing', { n, expected: { folder: null, name: `Marsh_photo-${n}`, extensions: ['jpg'] } }))
  const received = file('marsh.jpg', 'placed', {
    slot: { requirement: 'photo', holder: 's1', n: 1 }, correctedPath: 'Reef/Marsh_photo.jpg',
    findings: [finding('time.late', 'Received late.', { severity: 'notice' }), finding('name.differs', 'Says marsh.')],
  })

  test.each([
    ['nothing came', lacks, [], 'Hand in what is missing under exactly these names.'],
    ['one is missing', [lacks[0]], [], 'Hand in what is missing under exactly this name.'],
    ['something is wrong', [fix], [received], 'Hand in the corrected files under exactly these names.'],
    [
      'something is wrong and something missing', [fix, ...lacks], [received],
      'Hand in the corrected files, and what is missing, under exactly these names.',
    ],
    [
      'one piece is in order', [asked('right', { n: 4 }), lacks[0]], [],
      'Hand in what is missing under exactly this name. What is in order need not be sent again.',
    ],
    ['all is in order', [asked('right')], [], 'Everything that was asked for is here and in order. Thank you.'],
  ])('%s', (_, slots, files, expected) => {
    expect(slip(slots.flatMap(one => one ?? []), files).trimEnd().split('\n').at(-1)).toBe(expected)
  })

  test('numbers that are missing are told together, and no heading is in capitals', () => {
    const text = slip([fix, ...lacks], [received])
    expect(text).toContain('- Photo: numbers 2, 3 and 5 not received\n  asked for: Marsh_photo-2.jpg\n  to Marsh_photo-5.jpg')
    expect(text).not.toMatch(/^[A-Z ]{4,}/m)
  })

  test('what must be put right stands before what is worth knowing', () => {
    expect(slip([fix], [received])).toMatch(/Says marsh\.\n {2}worth knowing: Received late\./)
  })
})
