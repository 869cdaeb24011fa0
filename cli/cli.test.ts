import { execFileSync, spawnSync } from 'node:child_process'
import { createHash, generateKeyPairSync, sign } from 'node:crypto'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { rosterCsv } from '../demo/people'
import { buildShoreSurvey } from '../demo/shore-survey'
import type { DemoWorld } from '../demo/world'
import type { Report } from '../core/checking/report'
import { signedBytes } from '../core/receipts/receipt'

const folder = mkdtempSync(join(tmpdir(), 'usitor-cli-'))
const pathOf = (name: string) => join(folder, name)
let world: DemoWorld

function usitor(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', ['cli/usitor.mjs', ...args], { encoding: 'utf8', maxBuffer: 1e8 })
  return { status, stdout, stderr }
}
const check = (...args: string[]) => usitor(
  'check', '--brief', pathOf('brief.json'), '--roster', pathOf('roster.csv'), '--root', `received=${pathOf('in')}`, ...args,
)

beforeAll(async () => {
  world = await buildShoreSurvey(3)
  writeFileSync(pathOf('brief.json'), JSON.stringify(world.document))
  writeFileSync(pathOf('roster.csv'), rosterCsv(world.people))
  for (const { path, bytes, modified } of world.files) {
    mkdirSync(dirname(pathOf(`in/${path}`)), { recursive: true })
    writeFileSync(pathOf(`in/${path}`), bytes)
    utimesSync(pathOf(`in/${path}`), modified / 1000, modified / 1000)
  }
})
afterAll(() => rmSync(folder, { recursive: true }))

describe('usitor check', () => {
  test('the report says what was planted, and builds on itself as previous report', () => {
    const { status, stdout } = check('--output', 'json')
    expect(status).toBe(1)
    const report = JSON.parse(stdout) as Report
    const missing = world.planted.filter(one => one.codes.includes('missing')).length
    expect([report.usitorReport, report.summary.missing, report.roots[0]?.wrapper]).toEqual([1, missing, 'week-2-export'])
    // sha256sum as the independent witness of what was hashed
    const [file] = report.files
    expect(execFileSync('sha256sum', [pathOf(`in/${file?.path}`)], { encoding: 'utf8' }).slice(0, 64)).toBe(file?.sha256)
    writeFileSync(pathOf('before.json'), stdout)
    const again = JSON.parse(check('--output', 'json', '--previous', pathOf('before.json')).stdout) as Report
    expect(again.slots).toEqual(report.slots)
  })

  test('CSV: one row a slot and a file without slot, as RFC 4180 has it', () => {
    const { data } = Papa.parse<Record<string, string>>(check('--output', 'csv').stdout, { header: true, skipEmptyLines: true })
    const report = JSON.parse(check('--output', 'json').stdout) as Report
    expect(data).toHaveLength(report.slots.length + report.files.filter(file => file.role === 'unplaced').length)
    expect(Object.keys(data[0] ?? {})).toEqual([
      'requirement', 'holder', 'given', 'family', 'group', 'n', 'status', 'late', 'path', 'format', 'codes', 'correctedPath',
      'root',
    ])
  })

  test('JUnit: well-formed, counted alike by an independent parser', () => {
    const { stdout } = check('--output', 'junit')
    writeFileSync(pathOf('junit.xml'), stdout)
    const python = 'import sys,xml.etree.ElementTree as t; r=t.parse(sys.argv[1]).getroot(); print(len(r.findall(".//testcase")), '
      + 'len(r.findall(".//failure")))'
    const report = JSON.parse(check('--output', 'json').stdout) as Report
    expect(execFileSync(
      'python3', ['-c', python, pathOf('junit.xml')], { encoding: 'utf8' },
    ).trim()).toBe(`${report.summary.slots} ${report.summary.toFix + report.summary.missing}`)
  })

  test('text names who still owes what', () => {
    expect(check().stdout).toContain('Shore survey, week 2')
  })

  test('a stated time counts for every file', () => {
    const report = JSON.parse(check('--output', 'json', '--received-at', '2026-11-01T00:00:00Z').stdout) as Report
    expect(report.summary.late).toBe(report.slots.filter(slot => slot.files.length > 0).length)
    expect(report.files[0]?.receivedAtFrom).toBe('stated')
  })

  test('a name that is no UTF-8 and one with a line break are read, and shown as escapes', () => {
    mkdirSync(pathOf('odd'))
    writeFileSync(Buffer.concat([Buffer.from(`${pathOf('odd')}/`), Buffer.from([0x6C, 0xE9, 0x2E, 0x74, 0x78, 0x74])]), 'one\n')
    writeFileSync(pathOf('odd/new\nline.txt'), 'two\n')
    const { stdout } = usitor('check', '--brief', pathOf('brief.json'), '--roster', pathOf('roster.csv'), pathOf('odd'))
    expect(stdout).toContain('l\\xE9.txt')
    expect(stdout).toContain('new\\u{A}line.txt')
  })

  test('status 0 where all is right', () => {
    writeFileSync(
      pathOf('one.json'),
      JSON.stringify({ usitorBrief: 1, title: 'one', requirements: [{ id: 'a', name: '{family}', owedBy: { people: ['s001'] } }] }),
    )
    mkdirSync(pathOf('one'))
    writeFileSync(pathOf(`one/${world.people[0]?.family}.txt`), 'hello\n')
    expect(usitor('check', '--brief', pathOf('one.json'), '--roster', pathOf('roster.csv'), pathOf('one')).status).toBe(0)
  })

  test.each<[string, string[], string]>([
    ['no brief', ['check', '--roster', 'x', '.'], '--brief is missing'],
    ['an unknown option', ['check', '--colour'], '--colour'],
    ['an unknown command', ['judge'], 'unknown command "judge"'],
    ['an unknown output', ['check', '--brief', 'x', '--roster', 'x', '--output', 'pdf', '.'], '"pdf" is not one of'],
    ['a time without zone', ['check', '--brief', 'x', '--roster', 'x', '--received-at', 'noon', '.'], '"noon" is not a time'],
    ['a root without folder', ['check', '--brief', 'x', '--roster', 'x', '--root', 'x', '.'], '"x" is not NAME=FOLDER'],
  ])('%s: status 2 and the reason', (_, args, said) => {
    const { status, stderr } = usitor(...args)
    expect([status, stderr]).toEqual([2, expect.stringContaining(said)])
  })

  test('a brief that is wrong: status 2, every problem with its place', () => {
    writeFileSync(
      pathOf('bad.json'),
      JSON.stringify({ usitorBrief: 1, title: 'x', requirements: [{ id: 'a', name: '{boat}', count: { from: -1 } }] }),
    )
    const { status, stderr } = usitor('check', '--brief', pathOf('bad.json'), '--roster', pathOf('roster.csv'), pathOf('in'))
    expect([status, stderr]).toEqual([2, expect.stringContaining('requirements[0].count.from: -1 is not a whole number')])
  })
})

describe('usitor identify', () => {
  test('one JSON object a line', () => {
    writeFileSync(pathOf('named.pdf'), readFileSync(pathOf(`in/${world.files.find(file => file.path.endsWith('.csv'))?.path}`)))
    const { status, stdout } = usitor('identify', pathOf('named.pdf'), '--output', 'json')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toMatchObject({ format: 'csv', mediaType: 'text/csv', extensionFits: false, state: 'ok', version: null })
  })

  test('what cannot be read: status 2, state unread', () => {
    const { status, stdout } = usitor('identify', pathOf('nothing.here'), '--output', 'json')
    expect([status, JSON.parse(stdout).state]).toEqual([2, 'unread'])
  })
})

describe('what lies in archives and mails', () => {
  const shore = (name: string) => pathOf(`opened/${name}`)
  beforeAll(() => {
    mkdirSync(shore('crew'), { recursive: true })
    writeFileSync(shore('brief.json'), JSON.stringify({
      usitorBrief: 1, title: 'Opened', due: '2026-10-16T15:30:00+02:00',
      requirements: [{ id: 'note', name: '{family}_note', formats: [{ id: 'txt' }] }],
    }))
    writeFileSync(
      shore('roster.csv'),
      'id,given,family,email\ns1,Ana,Marsh,ana@shore.example\ns2,Bo,Lind,bo@shore.example\ns3,Cy,Orm,cy@shore.example\n',
    )
    // by an independent program
    execFileSync('python3', ['-c', `
import zipfile, sys
z = zipfile.ZipFile(sys.argv[1] + '/crew/Marsh.zip', 'w'); z.writestr(zipfile.ZipInfo('Marsh_note.txt', (2026, 10, 16, 15, 0, 0)), 'marsh'); z.close()
z = zipfile.ZipFile(sys.argv[1] + '/whole.zip', 'w'); z.writestr(zipfile.ZipInfo('Lind_note.txt', (2026, 10, 16, 16, 0, 0)), 'lind'); z.close()
`, shore('')])
    writeFileSync(shore('crew/letter.eml'), [
      'From: Cy <cy@shore.example>', 'Date: Fri, 16 Oct 2026 12:00:00 +0200', 'MIME-Version: 1.0',
      'Content-Type: text/plain; name="note.txt"', 'Content-Disposition: attachment; filename="Orm_note.txt"', '', 'orm', '',
    ].join('\r\n'))
    writeFileSync(shore('crew/cut.zip'), 'PK\u0003\u0004 and nothing more')
  })

  test('is received with the archive\'s own time, in the brief\'s zone where it states none, and with who sent the mail', () => {
    const { stdout, stderr } = usitor('check', '--brief', shore('brief.json'), '--roster', shore('roster.csv'), shore('crew'), '--output', 'json')
    const { files } = JSON.parse(stdout) as Report
    expect(files.map(({ path, container, receivedAt, role }) => [path, container, receivedAt, role])).toEqual([
      ['Marsh_note.txt', ['Marsh.zip'], '2026-10-16T13:00:00.000Z', 'placed'], ['Orm_note.txt', ['letter.eml'], '2026-10-16T10:00:00.000Z', 'placed'],
      ['cut.zip', undefined, expect.any(String), 'unplaced'],
    ])
    expect(stderr).toMatch(/cut\.zip cannot be opened: .*received as it is/)
  })

  test('an archive may stand for the folder, and stays whole where one is asked for', () => {
    const whole = usitor('check', '--brief', shore('brief.json'), '--roster', shore('roster.csv'), shore('whole.zip'), '--output', 'json')
    expect((JSON.parse(whole.stdout) as Report).files).toMatchObject([
      { path: 'Lind_note.txt', role: 'placed', receivedAt: '2026-10-16T14:00:00.000Z', findings: [{ code: 'time.late' }] },
    ])
    writeFileSync(
      shore('zips.json'),
      JSON.stringify({ usitorBrief: 1, title: 'Zips', requirements: [{ id: 'pack', name: '{family}', formats: [{ id: 'zip' }] }] }),
    )
    const asked = usitor('check', '--brief', shore('zips.json'), '--roster', shore('roster.csv'), shore('crew'), '--output', 'json')
    expect((JSON.parse(asked.stdout) as Report).files.map(file => file.path)).toContain('Marsh.zip')
  })
})

test.each([
  ['--help'], ['check', '--help'], ['identify', '-h'], ['check', '--brief', 'x.json', '--help'],
])('help for %s %s is no error', (...args) => {
  const { status, stdout, stderr } = usitor(...args)
  expect([status, stderr]).toEqual([0, ''])
  expect(stdout).toContain(args[0]?.startsWith('-') ? 'usitor identify' : `usitor ${args[0]}`)
})

test('a command objects inherit is as unknown as any other', () => {
  expect(usitor('constructor'))
    .toMatchObject({ status: 2, stderr: expect.stringContaining('known are check, watch, pack, unpack, receipt, identify') })
})

describe('a receipt', () => {
  const { privateKey, publicKey } = generateKeyPairSync('ed25519')
  const bytes = Buffer.from('site,count\na,1\n')
  const unsigned = {
    usitorReceipt: 1 as const, number: 3, brief: 'Shore', holder: { id: 's1', name: 'Ana Marsh' }, handedInBy: 's1', at: '2026-10-16T14:03:00.000Z',
    files: [{
      sentAs: 'a.csv', name: 'Marsh_log.csv', requirement: 'log', n: null, size: bytes.length,
      sha256: createHash('sha256').update(bytes).digest('hex'), verdict: 'right' as const, codes: [],
    }], key: 'k1',
  }
  const signed = { ...unsigned, signature: sign(null, signedBytes(unsigned), privateKey).toString('base64') }
  const keys = { keys: [{ id: 'k1', publicKey: publicKey.export({ type: 'spki', format: 'pem' }), from: '2026-01-01T00:00:00Z', until: null }] }
  const at = (name: string, content: string | Buffer) => {
    const path = join(mkdtempSync(join(tmpdir(), 'receipt-')), name)
    writeFileSync(path, content)
    return path
  }
  const keyFile = at('keys.json', JSON.stringify(keys))

  test('is told genuine, and its files from others', () => {
    const receipt = at('r.json', JSON.stringify(signed))
    const told = usitor('receipt', '--keys', keyFile, receipt, at('copy.csv', bytes))
    expect(told).toMatchObject({ status: 0, stdout: expect.stringContaining('copy.csv: is Marsh_log.csv') })
    expect(told.stdout).toContain('r.json: genuine')
    expect(usitor('receipt', '--keys', keyFile, receipt, at('other.csv', 'x'))).toMatchObject({
      status: 1, stdout: expect.stringContaining('other.csv: is none of them'),
    })
  })
  test('that was changed is told so', () => {
    const told = usitor('receipt', '--keys', keyFile, at('r.json', JSON.stringify({ ...signed, number: 4 })))
    expect(told).toMatchObject({ status: 1, stdout: expect.stringContaining('not genuine') })
  })
  test.each([[['receipt']], [['receipt', 'r.json']], [['receipt', '--keys', 'absent.json', 'absent.json']]])('%s says what is missing', (args) => {
    expect(usitor(...args).status).toBe(2)
  })
})
