import { describe, expect, test } from 'vitest'
import { readBrief } from '../brief/read'
import { check } from '../checking/check'
import type { ReceivedFile } from '../arrivals/received'
import type { Report } from '../checking/report'
import { readRoster, readTable } from '../roster/read'

/** Whose file is it? Cases that occur in every long list; common practice, no source. */
const roster = (rows: string) => readRoster(readTable(new TextEncoder().encode(`id,given,family,group,alias\n${rows}`))).roster
const LIST = roster([
  's1,Ana,Marsh,Reef,Nita', 's2,Benno,Marsh,Reef,', 's3,Ana,Marsch,Dune,', 's4,Levin,Jasper,Dune,', 's5,Jasper,Levin,Reef,',
  's6,Mira,Vurnoy,Dune,', 's7,Mira,Vurnoy,Reef,',
].join('\n'))
const PHOTO = { id: 'photo', title: 'Photo', name: '{family}-{given}_photo', formats: [{ id: 'jpg' }] }
const brief = (...requirements: object[]) => readBrief({ usitorBrief: 1, title: 'x', requirements }, LIST)

let serial = 0
function file(path: string, rest: Partial<ReceivedFile> & { format?: string, author?: string } = {}): ReceivedFile {
  const { format = path.slice(path.lastIndexOf('.') + 1), author, ...more } = rest
  serial++
  return {
    root: 'in', path, size: 1000 + serial, sha256: serial.toString(16).padStart(64, '0'), receivedAt: 1_760_000_000_000 + serial,
    receivedAtFrom: 'modified',
    reading: { candidates: [format], version: null, state: 'ok', verified: 'structure', fault: null, props: author ? { author } : {} }, ...more,
  }
}
/** Where each path went: `requirement holder n`, or how it stayed behind. */
const placed = (report: Report) => Object.fromEntries(report.files.map(({ path, role, slot }) => [
  path, role === 'placed' && slot ? `${slot.requirement} ${slot.holder}${slot.n === undefined ? '' : ` ${slot.n}`}` : role,
]))
const run = async (requirements: object[], files: ReceivedFile[], previous: Report | null = null) => check({
  brief: await brief(...requirements), roster: LIST, received: files, checkedAt: 0, previous,
})

describe('by name', () => {
  test.each([
    ['Marsh-Ana_photo.jpg', 'photo s1', 'exactly'],
    ['marsh ana photo.jpg', 'photo s1', 'case and separators'],
    ['Ana-Marsh_photo.jpg', 'photo s1', 'given name first'],
    ['Marsch-Ana_foto.jpg', 'photo s3', 'a namesake one letter away'],
    ['Jasper-Levin_photo.jpg', 'photo s4', 'a family name that is another\'s given name'],
    ['Levin-Jasper_photo.jpg', 'photo s5', 'and the other way round'],
    ['photo_Marsh-Benno (1).jpg', 'photo s2', 'parts exchanged, with a copy mark'],
    ['Nita photo.jpg', 'photo s1', 'another name that stands in the list'],
    ['Marsh_photo.jpg', 'unplaced', 'the family name of two'],
    ['Vurnoy-Mira_photo.jpg', 'unplaced', 'two people with one full name'],
    ['photo.jpg', 'unplaced', 'nobody named'],
  ])('%s is %s: %s', async (path, where) => {
    expect(placed(await run([PHOTO], [file(path)]))[path]).toBe(where)
  })

  test('of two with one full name the group tells which, where it stands beside', async () => {
    const report = await run([PHOTO], [file('Dune/Vurnoy-Mira_photo.jpg'), file('Reef/Vurnoy-Mira_photo (1).jpg')])
    expect(placed(report)).toEqual({ 'Dune/Vurnoy-Mira_photo.jpg': 'photo s6', 'Reef/Vurnoy-Mira_photo (1).jpg': 'photo s7' })
  })

  test('what could be several people\'s says whose, and never takes a slot', async () => {
    const report = await run([PHOTO], [file('Vurnoy-Mira_photo.jpg')])
    expect(report.files[0]?.candidates.map(slot => slot.holder).sort()).toEqual(['s6', 's7'])
    expect(report.slots.filter(slot => slot.holder === 's6' || slot.holder === 's7')
      .map(slot => [slot.status, slot.candidates])).toEqual([['missing', ['Vurnoy-Mira_photo.jpg']], ['missing', ['Vurnoy-Mira_photo.jpg']]])
  })
})

describe('by folder', () => {
  const inFolder = { ...PHOTO, folder: '{family} {given}' }
  test('a name that says somebody in full outweighs the folder it lies in', async () => {
    const report = await run([inFolder], [file('Marsh Benno/Marsch-Ana_foto.jpg'), file('Marsh Benno/Marsh-Benno_photo.jpg')])
    expect(placed(report)).toEqual({ 'Marsh Benno/Marsch-Ana_foto.jpg': 'photo s3', 'Marsh Benno/Marsh-Benno_photo.jpg': 'photo s2' })
    expect(report.files[0]?.findings.map(one => one.code)).toContain('folder.other-holder')
  })

  test('a name that a camera gave goes where only one slot of the folder\'s person is open', async () => {
    const counted = {
      ...PHOTO, id: 'piece', name: '{family}_{n}', fields: { n: { type: 'number', digits: 1, from: 1 } },
      folder: '{family} {given}', count: { from: 2, to: 2, by: 'n' },
    }
    expect(placed(await run([counted], [file('Marsh Ana/IMG_4711.jpg'), file('Marsh Ana/Marsh_1.jpg')]))['Marsh Ana/IMG_4711.jpg']).toBe('piece s1 2')
    expect(placed(await run([counted], [file('Marsh Ana/IMG_4711.jpg')]))['Marsh Ana/IMG_4711.jpg']).toBe('unplaced')
    // of another format than asked it is not told by elimination
    expect(placed(await run(
      [counted], [file('Marsh Ana/IMG_4711.jpg', { format: 'png' }), file('Marsh Ana/Marsh_1.jpg')],
    ))['Marsh Ana/IMG_4711.jpg']).toBe('unplaced')
  })
})

describe('groups', () => {
  const parts = {
    id: 'part', title: 'Part', holder: 'group', name: '{group}_{family}_part-{n}',
    fields: { n: { type: 'number', digits: 1, from: 1 } }, formats: [{ id: 'jpg' }], count: { from: 2, to: 4, by: 'n' },
  }
  test('members each bring a part', async () => {
    const report = await run([parts], [file('Reef_Marsh_part-1.jpg'), file('Reef_Levin_part-2.jpg'), file('reef levin part 3.jpg')])
    expect(placed(report)).toEqual({
      'Reef_Marsh_part-1.jpg': 'part Reef 1', 'Reef_Levin_part-2.jpg': 'part Reef 2', 'reef levin part 3.jpg': 'part Reef 3',
    })
  })

  test('pieces that no number tells apart take what there is, and no more', async () => {
    const loose = { id: 'scan', title: 'Scan', holder: 'group', formats: [{ id: 'tif' }], folder: '{group}', count: { from: 2, to: 2 } }
    const report = await run([loose], ['a', 'b', 'c'].map(name => file(`Reef/${name}.tif`)))
    expect(Object.values(placed(report)).sort()).toEqual(['scan Reef 1', 'scan Reef 2', 'surplus'])
    // at least two: more are welcome
    const more = await run([{ ...loose, count: { from: 2 } }], ['a', 'b', 'c'].map(name => file(`Reef/${name}.tif`)))
    expect(more.summary).toMatchObject({ right: 3, missing: 2, unplaced: 0 })
  })
})

describe('weaker evidence', () => {
  test('the same bytes placed before speak for the same slot, whatever the file is called now', async () => {
    const sha256 = 'a'.repeat(64)
    const before = await run([PHOTO], [file('Marsh-Benno_photo.jpg', { sha256 })])
    const report = await run([PHOTO], [file('holiday.jpg', { sha256 })], before)
    expect(report.files[0]).toMatchObject({ role: 'placed', slot: { requirement: 'photo', holder: 's2' } })
    expect(report.files[0]?.evidence).toContainEqual({ kind: 'placed-before' })
  })

  test('the author in a document tells two apart, but places nothing alone', async () => {
    const text = { ...PHOTO, formats: [{ id: 'odt' }] }
    expect(placed(await run([text], [file('Marsh_photo.odt', { author: 'Benno Marsh' })]))['Marsh_photo.odt']).toBe('photo s2')
    expect(placed(await run([text], [file('notes.odt', { author: 'Benno Marsh' })]))['notes.odt']).toBe('unplaced')
  })

  test('two files for one slot: the other is a version of it, no matter which comes first', async () => {
    const files = [file('Marsh-Benno_photo_final.jpg'), file('Marsh-Benno_photo.jpg')]
    for (const order of [files, [...files].reverse()]) {
      const report = await run([PHOTO], order)
      expect(report.files.map(({ role, slot }) => [role, slot?.holder]).sort()).toEqual([['placed', 's2'], ['superseded', 's2']])
    }
  })
})

test('five thousand camera numbers at the top neither take long nor fill the report: each names 16 at most', async () => {
  const many = Array.from({ length: 5000 }, (_, at) => file(`IMG_${String(at).padStart(4, '0')}.jpg`))
  const report = await run(
    [{ ...PHOTO, name: '{family}-{given}_{n}', fields: { n: { type: 'number', digits: 4, from: 0 } }, count: { from: 1, by: 'n' } }],
    many,
  )
  expect(report.summary.unplaced).toBe(5000)
  expect(Math.max(...report.files.map(one => one.candidates.length))).toBeLessThanOrEqual(16)
})

describe('by numbers and columns', () => {
  const people = (header: string, rows: string[]) => readRoster(readTable(new TextEncoder().encode(`${header}\n${rows.join('\n')}`))).roster
  const holders = async (list: ReturnType<typeof people>, requirements: object[], paths: string[]) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements }, list)
    return placed(check({ brief: rule, roster: list, received: paths.map(path => file(path)), checkedAt: 0 }))
  }

  test('days in names send nobody\'s file to the one who bears that number in the list', async () => {
    const list = people('id,given,family', Array.from({ length: 28 }, (_, i) => `${i + 1},Given${'abcdefghijklmnopqrstuvwxyzåä'[i]},Family${i}x`))
    const essay = { id: 'essay', title: 'Essay', folder: '{given} {family}', formats: [{ id: 'pdf' }] }
    const paths = list.people.map((person, i) => `${person.name}/Essay ${(i * 7) % 28 + 1}.10.2026.pdf`)
    const where = await holders(list, [essay], paths)
    expect(paths.map(path => where[path])).toEqual(list.people.map(person => `essay ${person.id}`))
  })

  const FIRMS = people('id,given,family,name,code,lang', ['1,,,Norby Works,NBY,PT', '2,,,Oldham Cast,OCS,ES', '3,,,Mill Top,MTP,NO'])
  const SHEET = { id: 'sheet', title: 'Glossary', name: 'Glossary {lang}', formats: [{ id: 'xlsx' }] }
  const DRAWING = { id: 'drawing', title: 'Drawing', name: '{code}_{subject}', fields: { subject: { type: 'text' } }, formats: [{ id: 'dxf' }] }
  const PLAN = {
    id: 'plan', title: 'Plan', name: '{code}_PL_{n}_A', fields: { n: { type: 'number', digits: 2, from: 1 } }, formats: [{ id: 'pdf' }],
    count: { from: 3, to: 3, by: 'n' },
  }

  test.each([
    ['Glosario ES.xlsx', 'sheet 2', 'a value of a column the rule uses'],
    ['Glossary_PT_v2.xlsx', 'sheet 1', 'the same with more behind it'],
    ['no glossary yet.xlsx', 'unplaced', 'a word that only happens to be a value'],
    ['PL_NBY_2.pdf', 'plan 1 2', 'a code and a number in another order'],
    ['OCS_PL_3_A.pdf', 'plan 2 3', 'not swallowed by the drawing, whose text lets all through'],
    ['MTP_section north.dxf', 'drawing 3', 'free text with its own format'],
    ['MTP_section north.dwg', 'drawing 3', 'the only one it can be, though saved in another format'],
    ['MTP_PL_v2.pdf', 'unplaced', 'a version is no number of a piece'],
  ])('%s is %s: %s', async (path, where) => {
    expect((await holders(FIRMS, [SHEET, DRAWING, PLAN], [path]))[path]).toBe(where)
  })

  // ISO 639-1 and ISO 3166-1: Danish is da, Denmark DK; Czech is cs, Czechia CZ
  test.each([
    ['DA', 'Glossary DK.xlsx', ['1']], ['CZ', 'Glossary CS.xlsx', ['1']], ['da', 'glossary dk.xlsx', []], ['DA', 'Glossary SE.xlsx', []],
  ])('the code %s makes nobody sure of %s, and candidates of %s', async (lang, path, candidates) => {
    const list = people('id,given,family,lang', [`1,Ana,Marsh,${lang}`, '2,Bo,Lind,PT'])
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [SHEET] }, list)
    const [only] = check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 }).files
    expect([only?.role, only?.candidates.map(one => one.holder)]).toEqual(['unplaced', candidates])
  })

  test('a code that somebody bears is nobody else\'s neighbour', async () => {
    const list = people('id,given,family,lang', ['1,Ana,Marsh,DA', '2,Bo,Lind,DK'])
    expect(await holders(list, [SHEET], ['Glossary DK.xlsx', 'glossary_DA.xlsx'])).toEqual({
      'Glossary DK.xlsx': 'sheet 2', 'glossary_DA.xlsx': 'sheet 1',
    })
  })

  test.each([
    ['Marsh_TR.pdf', 'report 1', 'the initials of a title'],
    ['Marsh tr.pdf', 'unplaced', 'in small letters they may be anything'],
    ['Marsh_Photodoc.pdf', 'photos 1', 'a long word cut short'],
    ['Marsh_Pho.pdf', 'unplaced', 'cut too short'],
  ])('%s is %s: %s', async (path, where) => {
    const list = people('id,given,family', ['1,Ana,Marsh', '2,Bo,Lind'])
    const rules = ['Technical Report', 'Photodocumentation'].map((title, at) => ({
      id: ['report', 'photos'][at], title, name: `${title} {family}`, formats: [{ id: 'pdf' }],
    }))
    expect((await holders(list, rules, [path]))[path]).toBe(where)
  })

  test.each([
    ['V03_7120_Marsh.pdf', 'protocol 7101 3', 'a number behind the letter that the rule writes before it, beside a slip'],
    ['v 3 Marsh.pdf', 'protocol 7101 3', 'the same in small letters, apart'],
    ['Marsh version 3.pdf', 'unplaced', 'a version is no number of a piece'],
  ])('%s is %s: %s', async (path, where) => {
    const list = people('id,given,family', ['7101,Ana,Marsh', '7102,Bo,Lind'])
    const rule = {
      id: 'protocol', title: 'Protocol', name: 'V{n}_{id}_{family}', fields: { n: { type: 'number', digits: 2, from: 1, to: 4 } },
      formats: [{ id: 'pdf' }], count: { from: 4, to: 4, by: 'n' },
    }
    expect((await holders(list, [rule], [path]))[path]).toBe(where)
  })

  test.each([
    ['Consent Yuki.pdf', 'consent 1', 'the first word of a name that is not divided, borne by nobody else'],
    ['Consent Tanaka Yuki.pdf', 'consent 1', 'its words the other way round'],
    ['Consent A. M. Lund.pdf', 'consent 2', 'initials and its last word'],
    ['Consent Lund.pdf', 'unplaced', 'a last word of two'],
    ['Lumen consent.pdf', 'consent 4', 'a firm by the first word of its name'],
    ['Consent Mette.pdf', 'consent 2', 'a further word, borne by nobody else'],
    ['Elektro consent.pdf', 'unplaced', 'a further word of a firm, which says what it does'],
    ['Letter of permission Yuki.pdf', 'consent 1', 'by the title, though the rule writes another word'],
  ])('of lone names %s is %s: %s', async (path, where) => {
    const list = people('id,name', ['1,Yuki Tanaka', '2,Anne Mette Lund', '3,Bo Lund', '4,Lumen Elektro AG'])
    const rule = [
      { id: 'consent', title: 'Letter of permission', name: 'Consent {name}', formats: [{ id: 'pdf' }] },
      { id: 'score', title: 'Score', name: 'Score {name}', formats: [{ id: 'pdf' }] },
    ]
    expect((await holders(list, rule, [path]))[path]).toBe(where)
  })

  test.each([
    ['Consent Lund.pdf', 'unplaced'], ['Consent Lnd Bo.pdf', 'consent 3'], ['Consent Mette Lund.pdf', 'consent 2'],
  ])('of two with one family name %s is %s: the shorter given name is not meant the more', async (path, where) => {
    const list = people('id,given,family', ['2,Anne Mette,Lund', '3,Bo,Lund'])
    const rule = { id: 'consent', title: 'Consent', name: 'Consent {given} {family}', formats: [{ id: 'pdf' }] }
    expect((await holders(list, [rule], [path]))[path]).toBe(where)
  })

  test('a word that speaks for one slot of somebody holds the file back from no other slot of the same one', async () => {
    const list = people('id,name,trade', ['glas,Glas Peters,Fenster', 'lumen,Lumen Elektro,Strom'])
    const rule = [
      { id: 'report', title: 'Report', name: 'Report {week}', fields: { week: { type: 'week' } }, formats: [{ id: 'pdf' }], folder: '{trade}' },
      { id: 'photo', title: 'Photo', name: '{name} {place}', fields: { place: { type: 'text' } }, formats: [{ id: 'jpg' }], folder: 'Photos/{name}' },
    ]
    const path = 'Photos/Glas P/Glas Peters e.K_Fenster.jpg'
    expect(await holders(list, rule, [path])).toEqual({ [path]: 'photo glas' })
  })

  test('what lies in the folder that was asked for is not held back by a file of the same person elsewhere', async () => {
    const list = people('id,given,family', ['1,Ana,Marsh', '2,Bo,Lind'])
    const rule = { id: 'memo', title: 'Memorandum', name: 'Memorandum {family}', folder: '{family}', formats: [{ id: 'pdf' }, { id: 'docx' }] }
    expect(await holders(list, [rule], ['Marsh/words for the board.docx', 'Form 7 Ana Marsh.pdf'])).toEqual({
      'Marsh/words for the board.docx': 'memo 1', 'Form 7 Ana Marsh.pdf': 'unplaced',
    })
  })

  test('everyday names in one\'s own folder are told by number and extension', async () => {
    const rule = [
      {
        id: 'ex', title: 'Exercise', name: 'ex{n}_{id}', fields: { n: { type: 'number', from: 1, to: 2 } }, formats: [{ id: 'py' }], folder: '{id}',
        count: { from: 2, to: 2, by: 'n' },
      },
      { id: 'notes', title: 'Notes', name: 'notes_{id}', formats: [{ id: 'md' }, { id: 'txt' }], folder: '{id}' },
    ]
    const list = people('id,given,family', ['e0100233,Ana,Marsh', 'e0100241,Bo,Lind'])
    expect(await holders(list, rule, ['e0100233/ex1.py', 'e0100233/2.py', 'e0100233/README.md'])).toEqual({
      'e0100233/ex1.py': 'ex e0100233 1', 'e0100233/2.py': 'ex e0100233 2', 'e0100233/README.md': 'notes e0100233',
    })
  })

  test('of files that can only be one piece, copies of one go there together, and one that says nothing else goes before others', async () => {
    const list = people('id,given,family', ['e0100233,Ana,Marsh', 'e0100241,Bo,Lind'])
    const rule = {
      id: 'ex', title: 'Exercise', name: 'ex{n}_{id}', fields: { n: { type: 'number', from: 1, to: 3 } }, formats: [{ id: 'py' }], folder: '{id}',
      count: { from: 3, to: 3, by: 'n' },
    }
    const own = (...names: string[]) => names.map(name => `e0100233/${name}`)
    expect(await holders(list, [rule], own('ex1.py', 'main.py'))).toEqual({ 'e0100233/ex1.py': 'ex e0100233 1', 'e0100233/main.py': 'unplaced' })
    expect(await holders(list, [rule], own('ex1.py', 'test_ex1.py'))).toEqual({
      'e0100233/ex1.py': 'ex e0100233 1', 'e0100233/test_ex1.py': 'unplaced',
    })
    const copies = await holders(list, [rule], own('ex1.py', 'ex1 (1).py'))
    expect(Object.values(copies).filter(one => one.startsWith('ex e0100233 1'))).not.toEqual([])
    expect(Object.values(copies)).not.toContain('unplaced')
    // two that say something else besides: nobody knows which is meant
    expect(Object.values(await holders(list, [rule], own('old_1.py', 'try_1.py')))).toEqual(['unplaced', 'unplaced'])
  })

  test('in a list numbered 1, 2, 3 the one number of a name is the piece\'s, though its holder should bear the same', async () => {
    const list = people('id,given,family,group', ['1,Ana,Marsh,Red Kite', '2,Bo,Quill,Red Kite', '12,Dee,Peat,Blue Jay'])
    const photo = {
      id: 'photo', title: 'Photo', name: '{family}_{given}_{n}', fields: { n: { type: 'number', digits: 2, from: 1 } },
      formats: [{ id: 'jpg' }], count: { from: 3, to: 12, by: 'n' },
    }
    expect(await holders(list, [photo], ['marsh 1.jpg', 'Quill Bo 2.jpg', '12_Peat_3.jpg', '2 Quill 1.jpg'])).toEqual({
      'marsh 1.jpg': 'photo 1 1', 'Quill Bo 2.jpg': 'photo 2 2', '12_Peat_3.jpg': 'photo 12 3', '2 Quill 1.jpg': 'photo 2 1',
    })
    const volume = { type: 'number', from: 1 }
    const report = {
      id: 'report', title: 'Report', holder: 'group', name: '{group}_report_{x}of{y}', fields: { x: volume, y: volume },
      volumes: { number: 'x', of: 'y' }, formats: [{ id: 'jpg' }],
    }
    expect(await holders(list, [report], ['RedKite_report_1of3.jpg', 'Red Kite_reprt_2of3.jpg'])).toEqual({
      'RedKite_report_1of3.jpg': 'report Red Kite 1', 'Red Kite_reprt_2of3.jpg': 'report Red Kite 2',
    })
  })

  test('a name written without spaces is found in what stands around it', async () => {
    const list = people('id,given,family,name', ['k1,,,山田 花子', 'k2,,,鈴木 一郎', 'k3,,,김 민수'])
    const rule = { id: 'report', title: 'レポート', name: '{id}_{name}_レポート', formats: [{ id: 'jpg' }] }
    expect(await holders(list, [rule], ['鈴木一郎レポート.jpg', 'レポート山田花子.jpg', '김민수레포트.jpg'])).toEqual({
      '鈴木一郎レポート.jpg': 'report k2', 'レポート山田花子.jpg': 'report k1', '김민수레포트.jpg': 'report k3',
    })
  })

  test('a space between family and given name in such a script is nobody\'s fault', async () => {
    const list = people('id,given,family,name', ['k1,,,山田 花子', 'k3,,,김 민수', 'k4,,,Lê Hoa'])
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [
      { id: 'report', title: 'Report', name: '{id}_{name}', formats: [{ id: 'jpg' }] },
    ] }, list)
    const received = ['k1_山田花子.jpg', 'k3_김 민수.jpg', 'k4_LêHoa.jpg'].map(path => file(path))
    expect(check({ brief: rule, roster: list, received, checkedAt: 0 }).files.map(one => [one.path, one.correctedPath])).toEqual([
      ['k1_山田花子.jpg', null], ['k3_김 민수.jpg', null], ['k4_LêHoa.jpg', 'k4_Lê Hoa.jpg'],
    ])
  })

  test('given names that are months or weeks elsewhere take no number away', async () => {
    const list = people('id,given,family', ['s1,Jan,Müller', 's2,Sem,Peel', 's3,Mai,Lan', 's4,Ed,Quill'])
    const rule = {
      id: 'photo', title: 'Photo', name: '{family}_{given}_{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 9 } },
      formats: [{ id: 'jpg' }], count: { from: 3, to: 9, by: 'n' },
    }
    expect(await holders(list, [rule], ['Müller_Jan_2.jpg', 'Sem 3.jpg', 'Peel Sem 2.jpg', 'Lan_Mai_5.jpg', 'ed 4 quill.jpg'])).toEqual({
      'Müller_Jan_2.jpg': 'photo s1 2', 'Sem 3.jpg': 'photo s2 3', 'Peel Sem 2.jpg': 'photo s2 2', 'Lan_Mai_5.jpg': 'photo s3 5',
      'ed 4 quill.jpg': 'photo s4 4',
    })
  })

  test('one name alone stands where given and family name are asked for', async () => {
    const list = people('id,given,family,name', ['1,,,Aurangi', '2,Ana,Marsh,'])
    const rule = { id: 'text', title: 'Text', name: 'Text {given} {family}', formats: [{ id: 'pdf' }] }
    expect(await holders(list, [rule], ['Text Aurangi.pdf', 'Text Ana Marsh.pdf', 'Text.pdf'])).toEqual({
      'Text Aurangi.pdf': 'text 1', 'Text Ana Marsh.pdf': 'text 2', 'Text.pdf': 'unplaced',
    })
  })
})

describe('by halves and short forms of a name', () => {
  const list = readRoster(readTable(new TextEncoder().encode([
    'id,given,family,group,alias', '1,Daan,van den Berg,H3a,', '2,Femke,van der Berg,H3a,', '3,Inés,Nuñez de Balboa,H3a,', '4,Íñigo,Núñez,H3a,',
    '5,José María,García López,H3b,', '6,María José,García López,H3b,', '7,Dr. Klaus,Schröder,H3b,', '8,Sanne,Visser-de Boer,H3b,',
    '9,Minh,Tran,H3b,Kim Minji', '10,Jan,Müller,H3b,', '11,Ana Clara,Ribeiro,H3b,', '12,Ana,Ribeiro,H3b,',
  ].join('\n')))).roster
  const photo = {
    id: 'photo', title: 'Photo', name: '{family} {given} photo {n}', fields: { n: { type: 'number', from: 1, to: 3 } }, formats: [{ id: 'jpg' }],
    count: { from: 1, to: 3, by: 'n' },
  }
  const consent = { id: 'consent', title: 'Consent', name: 'Consent {given} {family}', formats: [{ id: 'pdf' }, { id: 'jpg' }], optional: true }

  test.each([
    ['photo daan vd berg 1.jpg', 'photo 1 1', 'a shortened particle'],
    ['Inés_photo_Nuñez_2.jpg', 'photo 3 2', 'the first of two family names, apart from the given name'],
    ['photo MJ García 1.jpg', 'photo 6 1', 'initials of two given names'],
    ['photo Klaus Schröder 1.jpg', 'photo 7 1', 'a title left out'],
    ['Sanne photo 2.jpg', 'photo 8 2', 'a given name that only one bears; the number is the piece\'s, not a person\'s'],
    ['Sanne 2 beach.jpg', 'photo 8 2', 'what may be left out is not meant where nothing says so'],
    ['photo Tran Minh 1.jpg', 'photo 9 1', 'family name first'],
    ['consent Sanne Visser.jpg', 'consent 8', 'the optional one where it is said'],
    ['Müller_Jörg_photo 1.jpg', 'unplaced', 'a stranger with somebody\'s family name'],
    ['berg photo 1.jpg', 'unplaced', 'two may be meant'],
    ['photo AnaClara_Ribeiro 1.jpg', 'photo 11 1', 'given names written together, in which another\'s whole name stands'],
    ['photo Clara Ribeiro 1.jpg', 'photo 11 1', 'the further given name she goes by, though another bears the family name'],
    ['photo José García 2.jpg', 'photo 5 2', 'somebody\'s first name, not another\'s further one'],
  ])('%s is %s: %s', async (path, where) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [photo, consent] }, list)
    expect(placed(check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 }))[path]).toBe(where)
  })
})

test.each([
  ['5a/Müller_Jörg_Referat.pdf', 'unplaced', 'another given name'], ['5a/Jörg Müller Referat.pdf', 'unplaced', 'before the family name'],
  ['5a/Müller_Vulkane_Referat.pdf', 'talk 3', 'a word that is no name'], ['5a/Müller_Referat.pdf', 'talk 3', 'none'],
  ['5a/Müller_J_Referat.pdf', 'talk 3', 'an initial'], ['5a/Müller_Jna_Referat.pdf', 'talk 3', 'a slip'],
])('a folder that is a whole class\'s makes no stranger one of them: %s is %s (%s)', async (path, where) => {
  const list = readRoster(readTable(new TextEncoder().encode('id,given,family,group\n1,Emma,Schmidt,5a\n3,Jan,Müller,5a\n5,Leni,Krause,5b\n'))).roster
  const rule = await readBrief({ usitorBrief: 1, title: 'x', strictness: { letterCase: 'ignore', separators: 'ignore' }, requirements: [
    { id: 'talk', title: 'Referat', name: '{group}_{family}_{given}_Referat', formats: [{ id: 'pdf' }], folder: '{group}' },
  ] }, list)
  expect(placed(check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 }))[path]).toBe(where)
})

test('who can go to one slot alone has it; who could go there, too, is left what remains', async () => {
  const list = readRoster(readTable(new TextEncoder().encode('id,given,family\ns1,Ana,Marsh\ns2,Bo,Quill\n'))).roster
  const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [
    { id: 'essay', title: 'Essay', name: '{family}_essay', formats: [{ id: 'txt' }] },
    { id: 'sources', title: 'Sources', name: '{family}_sources', formats: [{ id: 'csv' }, { id: 'txt' }] },
  ] }, list)
  const file = (path: string, id: string): ReceivedFile => ({
    root: 'in', path, size: 10, sha256: path, receivedAt: 0, receivedAtFrom: 'modified',
    reading: { candidates: [id], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
  })
  const placed = (...received: ReceivedFile[]) =>
    check({ brief: rule, roster: list, received, checkedAt: 0 }).files.map(({ path, slot }) => `${path} ${slot?.requirement ?? '-'}`).sort()
  expect(placed(file('Quill quellen.csv', 'csv'), file('quill.txt', 'txt'))).toEqual(['Quill quellen.csv sources', 'quill.txt essay'])
  // two that could both go either way stay where a person decides
  expect(placed(file('Quill tt.txt', 'txt'), file('Quill xx.txt', 'txt'))).toEqual(['Quill tt.txt -', 'Quill xx.txt -'])
  // two for one slot, and a third that could go elsewhere: nobody knows which of the two is meant
  expect(placed(file('Quill tt.csv', 'csv'), file('Quill xx.csv', 'csv'), file('quill.txt', 'txt')).slice(0, 2))
    .toEqual(['Quill tt.csv -', 'Quill xx.csv -'])
})

// common practice, no source
describe('digits that number nothing, and copies', () => {
  const list = readRoster(readTable(new TextEncoder().encode('id,given,family,group\ns1,Ana,Marsh,2B\ns2,Bo,Quill,G3\n'))).roster
  const report = async (name: string, ...received: ReceivedFile[]) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [{
      id: 'photo', title: 'Photo', name, fields: { n: { type: 'number', from: 1, to: 3 } }, formats: [{ id: 'jpg' }],
      count: { from: 3, to: 3, by: 'n' }, folder: '{group}/{family}',
    }] }, list)
    return check({ brief: rule, roster: list, received, checkedAt: 0 })
  }

  test('the class 2B is no second photo: one without number is the one that is open', async () => {
    const got = await report('{group}_{family}_photo{n}', ...['', '2', '3'].map(n => file(`2B/Marsh/2B_Marsh_photo${n}.jpg`)))
    expect(Object.values(placed(got))).toEqual(['photo s1 1', 'photo s1 2', 'photo s1 3'])
  })

  test('nor is a number in the rule\'s own words', async () => {
    const got = await report('sheet3_{family}_{n}', ...['sheet3_Quill_1', 'sheet3 quill', 'sheet3_Quill_3'].map(name => file(`G3/Quill/${name}.jpg`)))
    expect(Object.values(placed(got))).toEqual(['photo s2 2', 'photo s2 1', 'photo s2 3'])
  })

  test('a later download with a number in brackets does not take the place of the right one', async () => {
    const got = await report('{group}_{family}_photo{n}', file('2B/Marsh/2B_Marsh_photo2.jpg'), file('2B/Marsh/2B_Marsh_photo2 (2).jpg'))
    expect(placed(got)).toEqual({ '2B/Marsh/2B_Marsh_photo2.jpg': 'photo s1 2', '2B/Marsh/2B_Marsh_photo2 (2).jpg': 'superseded' })
    expect(got.files.map(one => one.findings.map(({ code }) => code))).toEqual([['version.newer-beside'], ['version.newer-beside']])
  })
})

// common practice, no source
describe('several pieces without numbers, and what people add to names', () => {
  const list = readRoster(readTable(new TextEncoder().encode('id,given,family,voice\n1,Maria,Kaiser,Alto\n2,Luise,Kaiser,Soprano\n'))).roster
  const report = async (...paths: string[]) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', strictness: { letterCase: 'ignore' }, requirements: [{
      id: 'take', title: 'Take', name: '{voice}_{family}_{song}', formats: [{ id: 'mp3' }], count: { from: 2, to: 2 },
      fields: { song: { type: 'choice', values: [{ value: 'Ave', meaning: 'Ave verum' }, { value: 'Lied', meaning: 'Abendlied' }] } },
    }, { id: 'consent', title: 'Consent', name: 'Consent {given} {family}', formats: [{ id: 'pdf' }] }] }, list)
    return check({ brief: rule, roster: list, received: paths.map(path => file(path)), checkedAt: 0 })
  }
  const where = async (...paths: string[]) => placed(await report(...paths))

  test('a copy takes no place of its own while another piece has none', async () => {
    const got = await where('Alto_Kaiser_Ave.mp3', 'Alto_Kaiser_Ave (1).mp3', 'Alto_Kaiser_song_Lied.mp3')
    expect(got).toEqual({ 'Alto_Kaiser_Ave.mp3': 'take 1 1', 'Alto_Kaiser_Ave (1).mp3': 'superseded', 'Alto_Kaiser_song_Lied.mp3': 'take 1 2' })
  })

  test('nor does the same with a word of state', async () => {
    const got = await where('Alto_Kaiser_Ave.mp3', 'Alto_Kaiser_Ave_neu.mp3', 'Kaiser Maria Lied.mp3')
    expect(got).toMatchObject({ 'Alto_Kaiser_Ave_neu.mp3': 'superseded', 'Kaiser Maria Lied.mp3': 'take 1 2' })
  })

  test('an initial tells which of two with one family name is meant', async () => {
    const got = await where('Consent M. Kaiser.pdf', 'Consent Kaiser L.pdf')
    expect(got).toEqual({ 'Consent M. Kaiser.pdf': 'consent 1', 'Consent Kaiser L.pdf': 'consent 2' })
    expect(await where('Consent Kaiser.pdf')).toEqual({ 'Consent Kaiser.pdf': 'unplaced' })
  })

  test('an earlier state does not count before the file itself, though it came later', async () => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [{ id: 'log', title: 'Log', name: '{voice}_{given}_log' }] }, list)
    const received = [file('alto maria log.txt'), file('alto maria log_old.txt')]
    const got = placed(check({ brief: rule, roster: list, received, checkedAt: 0 }))
    expect(got).toEqual({ 'alto maria log.txt': 'log 1', 'alto maria log_old.txt': 'superseded' })
  })
})

// common practice, no source
test('groups are known as people shorten them, where no other may be meant', async () => {
  const list = readRoster(readTable(new TextEncoder().encode(
    'id,given,family,team\n1,Ana,Marsh,Team 2\n2,Bo,Quill,Team 12\n3,Cy,Lund,Code Cats\n4,Di,Veth,Code Dogs\n',
  ))).roster
  const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [
    { id: 'demo', title: 'Demo', holder: 'group', name: '{group}_demo', formats: [{ id: 'mp3' }] },
  ] }, list)
  const where = (path: string) => placed(check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 }))[path]
  expect(['T2_demo.mp3', 'gruppe 12 demo.mp3', 'demo_cats.mp3', 'demo dogs.mp3', 'demo code.mp3'].map(where))
    .toEqual(['demo Team 2', 'demo Team 12', 'demo Code Cats', 'demo Code Dogs', 'unplaced'])
})

// common practice, no source
test('files that tell the same week are states of one piece, another week is another', async () => {
  const list = roster(['a1,Freja,Holm,Reef,', 'a2,Noah,Bach,Reef,'].join('\n'))
  const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [{
    id: 'log', title: 'Log', name: '{id}_week {week}_log', formats: [{ id: 'docx' }, { id: 'pdf' }], folder: '{family}', count: { from: 3, to: 3 },
    fields: { week: { type: 'week', form: 'ww', from: '2026-W43', to: '2026-W46' } },
  }] }, list)
  const paths = ['a1_week 43_log.docx', 'a1_week 44_log.docx', 'a1 week 44 log.docx', 'a1_week 45_log.docx', 'a1_week 45_log (1).docx']
  const got = placed(check({ brief: rule, roster: list, received: paths.map(path => file(`Holm/${path}`)), checkedAt: 0 }))
  expect(Object.entries(got).map(([path, where]) => `${path.slice(5)}: ${where}`)).toEqual([
    'a1 week 44 log.docx: superseded', 'a1_week 43_log.docx: log a1 1', 'a1_week 44_log.docx: log a1 2',
    // a second download may be another piece, where one has room
    'a1_week 45_log (1).docx: superseded', 'a1_week 45_log.docx: log a1 3',
  ])
})

// common practice, no source
describe('whose of two', () => {
  const list = readRoster(readTable(new TextEncoder().encode(
    'Codice,Cognome,Nome\nC01,Lo Bianco,Ada\nT01,Bianco,Ugo\nS01,Rossi,Gino\n',
  ))).roster
  const where = async (...paths: string[]) => placed(check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', strictness: { letterCase: 'ignore' }, requirements: [{
      id: 'part', title: 'Parte', name: '{Codice}_gloria_{n}', formats: [{ id: 'pdf' }], folder: '{Codice}', count: { from: 2, to: 2, by: 'n' },
      fields: { n: { type: 'number', digits: 2, from: 1 } },
    }] }, list), roster: list, received: paths.map(path => file(path)), checkedAt: 0,
  }))

  test('what lies in somebody else\'s folder does not displace what lies in their own, though it came later', async () => {
    expect(await where('C01/C01_gloria_1.pdf', 'T01/c01_gloria_01.pdf')).toEqual({
      'C01/C01_gloria_1.pdf': 'part ada-lo-bianco 1', 'T01/c01_gloria_01.pdf': 'superseded',
    })
    expect(await where('C01/C01_gloria_1.pdf', 'c01_gloria_01.pdf')).toMatchObject({ 'c01_gloria_01.pdf': 'part ada-lo-bianco 1' })
  })

  test('a family name inside a longer one is not said', async () => {
    expect(await where('Lo Bianco gloria 02.pdf')).toEqual({ 'Lo Bianco gloria 02.pdf': 'part ada-lo-bianco 2' })
    expect(await where('Bianco gloria 02.pdf')).toEqual({ 'Bianco gloria 02.pdf': 'unplaced' })
  })
})

// common practice, no source
describe('groups called by a letter', () => {
  const list = readRoster(readTable(new TextEncoder().encode(
    'Gruppe;Nachname;Vorname\nA;Amann;Ute\nA;Bender;Karl\nB;Bohr;Nele\nB;Curtius;Marie\n',
  ))).roster
  const NUMBERED = { holder: 'group', fields: { n: { type: 'number', from: 1 } }, count: { from: 3, to: 3, by: 'n' } }
  const run = async (before: string, ...paths: string[]) => check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', strictness: { letterCase: 'ignore', separators: 'ignore' }, requirements: [
      { ...NUMBERED, id: 'log', title: 'Protokoll', name: `${before} {group} Versuch {n} Protokoll`, formats: [{ id: 'pdf' }] },
      { ...NUMBERED, id: 'data', title: 'Messdaten', name: `${before} {group} Versuch {n} Daten`, formats: [{ id: 'csv' }] },
      { id: 'plan', title: 'Vorbereitung', name: '{family} Vorbereitung', formats: [{ id: 'pdf' }] },
    ].map(one => ({ ...one, folder: `${before} {group}` })) }, list), roster: list, received: paths.map(path => file(path)), checkedAt: 0,
  })
  const where = async (before: string, path: string) => placed(await run(before, path))[path]

  test.each([
    ['Gruppe', 'Gruppe A/Gruppe_A_V3_Protokoll.pdf', 'log A 3', 'its folder names it'],
    ['Gruppe', 'Gruppe B/Protokoll_1.pdf', 'log B 1', 'by the folder alone'],
    ['Tisch', 'Tisch B/data_v2.csv', 'data B 2', 'the first letter of the rule\'s own word before a number, where it asks for no version'],
    ['Tisch', 'Abgabe/Tisch A Protokoll V1.pdf', 'log A 1', 'whatever word the rule writes before a group'],
    ['Gruppe', 'Team B Messdaten 2.csv', 'data B 2', 'and words people write for it'],
    ['Gruppe', 'Gruppen/Protokoll 1.pdf', 'unplaced', 'no letter at all'],
  ])('%s: %s is %s: %s', async (before, path, slot) => {
    expect(await where(before, path)).toBe(slot)
  })

  test('what says one piece is never offered as another', async () => {
    const report = await run('Gruppe', 'Gruppe B/Vorbereitung.pdf')
    expect(report.files[0]).toMatchObject({ role: 'unplaced', candidates: [] })
  })
})

// common practice, no source
describe('which of several numbered pieces', () => {
  const list = roster(['1,Ana,Marsh,Reef,', '2,Bo,Quill,Reef,', '3,Ivo,Veth,Dune,'].join('\n'))
  const where = async (...paths: string[]) => placed(check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', strictness: { letterCase: 'ignore' }, requirements: [
      { id: 'essay', title: 'Essay', name: 'ENG2_{family}_{given}_Essay', formats: [{ id: 'pdf' }], folder: '{family} {given}' },
      {
        id: 'ex', title: 'Exercise', name: 'ENG2_{family}_{given}_Ex{n}', formats: [{ id: 'pdf' }], folder: '{family} {given}',
        count: { from: 4, to: 4, by: 'n' }, fields: { n: { type: 'number', from: 1 } },
      },
    ] }, list), roster: list, received: paths.map(path => file(path)), checkedAt: 0,
  }))

  test.each([
    ['Marsh Ana/Exercise II.pdf', 'ex 1 2', 'Roman letters'], ['Marsh Ana/Exercise IV.pdf', 'ex 1 4', 'Roman letters'],
    ['Veth Ivo/Exercise I.pdf', 'unplaced', 'which may be an initial'], ['Marsh Ana/Exercise XX.pdf', 'unplaced', 'which are no number yet'],
    ['Marsh Ana/Ex 3 and 4.pdf', 'unplaced', 'two in one'], ['Marsh Ana/ENG2_Marsh_Ana_Ex1-2.pdf', 'unplaced', 'two in one'],
    ['Marsh Ana/ENG2MarshAnaEx1.pdf', 'ex 1 1', 'the letters of the rule before the number, in one word'],
    ['Marsh Ana/Ex3 (1).pdf', 'ex 1 3', 'the number of a copy is not the piece\'s'],
  ])('%s is %s: %s', async (path, slot) => {
    expect((await where(path))[path]).toBe(slot)
  })

  test('what every requirement says tells none of them', async () => {
    const paths = ['ENG2_Marsh_Ana_Essay 4.pdf', 'ENG2_MarshAna_Essay_v1.pdf', 'ENG2_MarshAna_Essay_v2.pdf'].map(name => `Marsh Ana/${name}`)
    expect(Object.values(await where(...paths)).filter(slot => slot === 'unplaced' || slot.startsWith('ex'))).toEqual([])
  })
})

// common practice, no source
describe('pieces told apart by years, letters and free words', () => {
  const list = readRoster(readTable(new TextEncoder().encode(
    'Kürzel;Familienname;Vorname;Gruppe;Sprache\nALB;Albers;Lena;Araras;NL\nKIM;Peeters;Jan;Botos;FR\n',
  ))).roster
  const where = async (requirement: object, ...paths: string[]) => placed(check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', requirements: [{ id: 'work', title: 'Base of data', ...requirement }] }, list),
    roster: list, received: paths.map(path => file(path)), checkedAt: 0,
  }))
  const DATA = {
    holder: 'group', name: '{group}_data_{year}', formats: [{ id: 'csv' }], count: { from: 2, to: 6, by: 'year' },
    fields: { year: { type: 'number', digits: 4, from: 2020, to: 2025 } },
  }

  test.each([
    ['data araras 24.csv', 'work Araras 2024'], ['botos base 2021.csv', 'work Botos 2021'], ['araras data 2022 and 2023.csv', 'unplaced'],
  ])('%s: %s', async (path, slot) => {
    expect((await where(DATA, path))[path]).toBe(slot)
  })

  test('a choice that is a letter is known by what it means', async () => {
    const rule = {
      name: '{Sprache}_{family}_{given}_{kind}', formats: [{ id: 'docx' }], count: { from: 2, to: 2 },
      fields: { kind: { type: 'choice', values: [{ value: 'T', meaning: 'tussentijds' }, { value: 'E', meaning: 'eindrapport' }] } },
    }
    expect(await where(rule, 'Peeters FR eind.docx')).toEqual({ 'Peeters FR eind.docx': 'work jan-peeters 1' })
  })

  test('a later version of the same free words takes the place of the earlier one, other words are another piece', async () => {
    const rule = {
      name: '{kuerzel}_cut_{piece}_v{v}', formats: [{ id: 'pdf' }], count: { from: 2, to: 6 },
      fields: { piece: { type: 'text' }, v: { type: 'version', digits: 2 } },
    }
    expect(await where(rule, 'ALB_cut_front_v01.pdf', 'ALB_cut_front_v02.pdf', 'ALB_cut_sleeve_v01.pdf')).toEqual({
      'ALB_cut_front_v01.pdf': 'superseded', 'ALB_cut_front_v02.pdf': 'work lena-albers 1', 'ALB_cut_sleeve_v01.pdf': 'work lena-albers 2',
    })
  })
})

// common practice, no source
describe('who else a name speaks of', () => {
  const list = roster(['1,Chiara,Amico,Reef,', '2,Élodie,Blanc,Reef,', '3,Yann,Gall,Dune,'].join('\n'))
  test.each([
    ['Amico_chap3_v1_comments Blanc.docx', 'chapter 1 3', 'a reader of the work, behind the whole of its name'],
    ['amico-chap3-v1 read by Blanc.docx', 'chapter 1 3', 'the same with slips'],
    ['Amico_chap3_v1 and Blanc.docx', 'unplaced', 'two authors'],
    ['Amico_Blanc_chap3_v1.docx', 'unplaced', 'two authors side by side'],
  ])('%s is %s: %s', async (path, where) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [{
      id: 'chapter', title: 'Chapter', name: '{family}_chap{n}_v{v}', formats: [{ id: 'docx' }], count: { from: 3, to: 3, by: 'n' },
      fields: { n: { type: 'number', from: 1 }, v: { type: 'version' } },
    }] }, list)
    expect(placed(check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 }))[path]).toBe(where)
  })
})

// common practice, no source
describe('a rule that has no words of its own', () => {
  const list = readRoster(readTable(new TextEncoder().encode('Matrikel;Nachname\n40121;Quill\n40126;Kowal\n'))).roster
  const PLAN = {
    id: 'plan', title: 'Plan', name: '{id}_{art}_{level}', formats: [{ id: 'pdf' }], folder: '{family}/plans', count: { from: 2, to: 4 },
    fields: {
      art: { type: 'choice', values: [{ value: 'GR', meaning: 'Grundriss' }, { value: 'AN', meaning: 'Ansicht' }] },
      level: { type: 'choice', values: ['EG', 'OG', 'SUED', 'A'] },
    },
  }
  const TEXT = { id: 'text', title: 'Erläuterungsbericht', name: '{id}_Erlaeuterung', formats: [{ id: 'pdf' }], folder: '{family}' }
  const where = async (...paths: string[]) => placed(check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', requirements: [PLAN, TEXT] }, list), roster: list, received: paths.map(path => file(path)),
    checkedAt: 0,
  }))

  test('is known by its choices', async () => {
    expect(await where('40126/GR_EG.pdf', '40126/GR_OG.pdf')).toEqual({ '40126/GR_EG.pdf': 'plan 40126 1', '40126/GR_OG.pdf': 'plan 40126 2' })
  })

  test('what the last word of a compound says goes where that is asked for', async () => {
    expect(await where('40126/GR_EG.pdf', '40126/Bericht.pdf')).toMatchObject({ '40126/Bericht.pdf': 'text 40126' })
  })

  test('takes more pieces than are owed, up to the most that may come, where something says that they are some', async () => {
    const paths = ['40121_GR_EG.pdf', '40121_GR_OG.pdf', '40121_Ansicht Süd.pdf'].map(name => `Quill/plans/${name}`)
    expect(Object.values(await where(...paths)).sort()).toEqual(['plan 40121 1', 'plan 40121 2', 'plan 40121 3'])
    const many = ['GR_EG', 'GR_OG', 'GR_A', 'AN_A'].map(name => `Quill/plans/40121_${name}.pdf`)
    expect(await where(...many, 'Quill/plans/sketch.pdf')).toMatchObject({ 'Quill/plans/sketch.pdf': 'unplaced' })
  })
})

// common practice, no source; digits: Unicode general category Nd
describe('a list in Arabic letters', () => {
  const list = readRoster(readTable(new TextEncoder().encode('رقم;الاسم\n101;أحمد الخطيب\n102;مريم حداد\n104;هبة سالم\n'))).roster
  test.each([
    ['101_صورة_٢.jpg', 'photo 101 2', 'its digits number the piece'],
    ['١٠٤_صورة_1.jpg', 'photo 104 1', 'and say whose it is'],
    ['١٠٤_هبة_بحث.pdf', 'work 104', 'beside the name, too'],
    ['102 صورة جديدة.jpg', 'unplaced', 'the number of its holder is not that of the piece'],
    ['102 صورة ثانية.jpg', 'photo 102 2', 'a word says which it is'],
  ])('%s is %s: %s', async (path, where) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', strictness: { separators: 'ignore' }, requirements: [
      { id: 'work', title: 'البحث', name: '{id}_{name}_بحث', formats: [{ id: 'pdf' }] },
      {
        id: 'photo', title: 'صور', name: '{id}_صورة_{n}', formats: [{ id: 'jpg' }], count: { from: 2, to: 3, by: 'n' },
        fields: { n: { type: 'number', from: 1 } },
      },
    ] }, list)
    const report = check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 })
    expect(placed(report)[path]).toBe(where)
    if (path === '101_صورة_٢.jpg') expect(report.files[0]).toMatchObject({ correctedPath: '101_صورة_2.jpg', findings: [{ code: 'name.differs' }] })
  })
})

// common practice, no source
describe('codes and tables of a list', () => {
  const list = readRoster(readTable(new TextEncoder().encode(
    'id,First,Last,Code,Table\nA007,Theo,Grey,B-011,Green\nA070,Zac,Zhang,B-110,Green\nA0007,Ida,Holm,B-0110,Blue\n',
  ))).roster
  const where = async (name: string, folder: string, path: string) => placed(check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', requirements: [
      { id: 'card', title: 'Card', name, folder, formats: [{ id: 'pdf' }] },
      { id: 'film', title: 'Film', name: '{id}_film', formats: [{ id: 'mp4' }] },
    ] }, list), roster: list, received: [file(path)], checkedAt: 0,
  }))[path]

  test.each([
    ['B-11_card.pdf', 'card A007', 'a code without its zero'], ['B110 card.pdf', 'card A070', 'the code that stands so in the list goes before'],
    ['A7_film.mp4', 'unplaced', 'what two ids come to without their zeros is nobody\'s'],
    ['A70_film.mp4', 'film A070', 'an id without its zero'],
  ])('%s is %s: %s', async (path, slot) => {
    expect(await where('{Code}_card', '{Table}', path)).toBe(slot)
  })

  test('a folder that is called as a table is, is no slip of somebody\'s name', async () => {
    expect(await where('{given} card', '{Table}', 'Green/Document1.pdf')).toBe('unplaced')
  })
})

// common practice, no source
describe('who is meant by what people write in a hurry', () => {
  const list = readRoster(readTable(new TextEncoder().encode(
    'Group,Last,First\n07,Abara,Ngozi\n07,Lee,Sam\n12,Lind,Eetu\n12,Jans,Bo\n20,Quill,Jan\n',
  ))).roster
  const where = async (...paths: string[]) => placed(check({
    brief: await readBrief({ usitorBrief: 1, title: 'x', requirements: [
      { id: 'photo', title: 'Photo', holder: 'group', name: 'Team{group}_photo', formats: [{ id: 'jpg' }] },
      { id: 'diary', title: 'Diary', name: 'Team{group}_{family}_diary', formats: [{ id: 'docx' }] },
      { id: 'film', title: 'Film', holder: 'group', name: 'Team{group}_film', formats: [{ id: 'mp4' }] },
    ] }, list), roster: list, received: paths.map(path => file(path)), checkedAt: 0,
  }))

  test.each([
    ['team7_photo.jpg', 'photo 07', 'a number without its zero'], ['Gruppe 7 photo.jpg', 'photo 07', 'in other words'],
    ['Eetun diary.docx', 'diary eetu-lind', 'what is his'], ['Abaras diary.docx', 'diary ngozi-abara', 'what is hers'],
    ['Jans diary.docx', 'diary bo-jans', 'a name of the list that ends so'],
  ])('%s is %s: %s', async (path, slot) => {
    expect((await where(path))[path]).toBe(slot)
  })

  test('a draft does not displace what is none, though it came later', async () => {
    expect(await where('Team 12 film final.mp4', 'Team12_film_rough.mp4'))
      .toEqual({ 'Team 12 film final.mp4': 'film 12', 'Team12_film_rough.mp4': 'superseded' })
  })
})

// common practice, no source; the names in Latin letters: see core/text/romanise.test.ts
describe('names in Cyrillic letters', () => {
  const list = readRoster(readTable(new TextEncoder().encode('Фамилия;Имя\nИванова;Анна\nИванов;Алексей\nЩербакова;Юлия\n'))).roster
  test.each([
    ['Ivanova_Anna_audio_1.mp3', 'audio анна-иванова 1', 'in Latin letters'],
    ['Schtscherbakowa audio 2.mp3', 'audio юлия-щербакова 2', 'as in German'],
    ['Shcherbakova sochinenie.docx', 'essay юлия-щербакова', 'with the title in Latin letters'],
    ['Иванов А. аудио 2.mp3', 'audio алексеи-иванов 2', 'an initial beside a name is no longer name'],
    ['Иванова аудио 1.mp3', 'audio анна-иванова 1', 'the longer name itself'],
    ['Petrov audio 1.mp3', 'unplaced', 'nobody of the list'],
  ])('%s is %s: %s', async (path, where) => {
    const rule = await readBrief({ usitorBrief: 1, title: 'x', requirements: [
      { id: 'essay', title: 'Сочинение', name: '{family}_{given}_сочинение', formats: [{ id: 'docx' }] },
      {
        id: 'audio', title: 'Аудио', name: '{family}_{given}_аудио_{n}', formats: [{ id: 'mp3' }], count: { from: 2, to: 2, by: 'n' },
        fields: { n: { type: 'number', from: 1, to: 2 } },
      },
    ] }, list)
    expect(placed(check({ brief: rule, roster: list, received: [file(path)], checkedAt: 0 }))[path]).toBe(where)
  })
})
