import { execFileSync, spawnSync } from 'node:child_process'
import { appendFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Report } from '../core/checking/report'
import { rosterCsv } from '../demo/people'
import { buildShoreSurvey } from '../demo/shore-survey'

const home = mkdtempSync(join(tmpdir(), 'pack-'))
const at = (path: string) => join(home, path)
const usitor = (...args: string[]) => spawnSync('node', ['cli/usitor.mjs', ...args], { encoding: 'utf8', maxBuffer: 1 << 28 })
const task = ['--brief', at('brief.json'), '--roster', at('roster.csv'), '--root', `in=${at('in')}`]
const bags = (folder: string) => readdirSync(at(folder)).sort().map(name => at(`${folder}/${name}`))

beforeAll(async () => {
  const world = await buildShoreSurvey(11)
  writeFileSync(at('brief.json'), JSON.stringify(world.document))
  writeFileSync(at('roster.csv'), rosterCsv(world.people))
  for (const { path, bytes, modified } of world.files) {
    mkdirSync(dirname(at(`in/${path}`)), { recursive: true })
    writeFileSync(at(`in/${path}`), bytes)
    utimesSync(at(`in/${path}`), modified / 1000, modified / 1000)
  }
})
afterAll(() => rmSync(home, { recursive: true }))

describe('a brief that is packed away', () => {
  test('is a bag whose hashes sha256sum finds right, with every file in it once and right ones under their right names', () => {
    const { status, stderr } = usitor('pack', ...task, '--into', at('whole'))
    expect([status, stderr.includes('Error')]).toEqual([0, false])
    const [bag = ''] = bags('whole')
    // an independent witness: coreutils
    for (const manifest of ['manifest-sha256.txt', 'tagmanifest-sha256.txt']) execFileSync('sha256sum', ['--quiet', '-c', manifest], { cwd: bag })
    const report = JSON.parse(readFileSync(join(bag, 'data/report.json'), 'utf8')) as Report
    const right = report.slots.filter(slot => slot.status === 'right').length
    const packed = readFileSync(join(bag, 'manifest-sha256.txt'), 'utf8').split('\n').filter(line => line.includes('  data/files/')).length
    expect(packed).toBeGreaterThanOrEqual(right)
    expect(readFileSync(join(bag, 'label.txt'), 'utf8')).toContain('1 of 1')
    expect(usitor('unpack', bag).stdout).toContain('complete and unchanged')
  })

  test('comes in volumes, and out of them the brief stands as it was: checked again, every right piece is right', () => {
    expect(usitor('pack', ...task, '--into', at('volumes'), '--volume', '1').status).toBe(0)
    const all = bags('volumes')
    expect(all.length).toBeGreaterThan(1)
    const { status } = usitor('unpack', ...all, '--into', at('out'))
    expect(status).toBe(0)
    expect(readFileSync(at('out/brief.json'), 'utf8')).toBe(readFileSync(at('brief.json'), 'utf8'))
    const check = (folder: string, brief: string, roster: string) => (JSON.parse(
      usitor('check', '--brief', brief, '--roster', roster, '--root', `in=${folder}`, '--output', 'json').stdout,
    ) as Report)
    const before = check(at('in'), at('brief.json'), at('roster.csv'))
    const after = check(at('out/files'), at('out/brief.json'), at('out/list/roster.csv'))
    const rightOf = ({ slots }: Report) => slots.filter(slot => slot.status === 'right').map(({ requirement, holder, n }) => [requirement, holder, n])
    expect(rightOf(after)).toEqual(expect.arrayContaining(rightOf(before)))
    // every byte that came is there, whatever it was taken for
    const hashesIn = (folder: string) => new Set(execFileSync('bash', ['-c', `find "$0" -type f -print0 | xargs -0 sha256sum | cut -c1-64`, folder],
      { encoding: 'utf8' }).trim().split('\n'))
    const kept = hashesIn(at('out'))
    for (const hash of hashesIn(at('in'))) expect(kept.has(hash)).toBe(true)
    const short = usitor('unpack', ...all.slice(1))
    expect([short.status, short.stdout]).toEqual([1, expect.stringContaining(`volume 1 of ${all.length} was not given`)])
  })

  test('that was changed since is told, file by file, and nothing of it is put anywhere', () => {
    usitor('pack', ...task, '--into', at('changed'))
    const [bag = ''] = bags('changed')
    appendFileSync(join(bag, 'data/brief.json'), ' ')
    rmSync(join(bag, 'data/corrections.csv'))
    writeFileSync(join(bag, 'data/new.txt'), 'new')
    const { status, stdout } = usitor('unpack', bag, '--into', at('nowhere'))
    expect(status).toBe(1)
    for (const said of ['brief.json is not what was packed', 'corrections.csv is missing', 'new.txt is in no manifest']) {
      expect(stdout).toContain(said)
    }
    expect(() => readdirSync(at('nowhere'))).toThrow()
  })

  test('is never written over, nor is what lies where it is unpacked', () => {
    const again = usitor('pack', ...task, '--into', at('whole'))
    expect([again.status, again.stderr]).toEqual([2, expect.stringContaining('is there already')])
    mkdirSync(at('mine'))
    writeFileSync(at('mine/brief.json'), 'mine')
    const into = usitor('unpack', ...bags('whole'), '--into', at('mine'))
    expect([into.status, readFileSync(at('mine/brief.json'), 'utf8')]).toEqual([2, 'mine'])
  })

  test.each([
    [['--into', at('x'), '--volume', '0'], 'not a number of megabytes'], [[], '--into is missing'],
    [['--into', at('x'), '--root', 'far=webdav://127.0.0.1:9/'], 'cannot be reached'],
  ])('with %j ends with 2 and says what is wrong', (more, says) => {
    const { status, stderr } = usitor('pack', ...task, ...more)
    expect([status, stderr]).toEqual([2, expect.stringContaining(says)])
  })

  test('a folder that is no bag, and one that is not there, are told', () => {
    renameSync(at('mine'), at('no-bag'))
    expect(usitor('unpack', at('no-bag')).stdout).toContain('bagit.txt is missing')
    expect(usitor('unpack', at('not there')).status).toBe(2)
    expect(usitor('unpack').stderr).toContain('no bag given')
  })
})
