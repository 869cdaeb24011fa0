import { execFile, spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Report } from '../../core/checking/report'
import { rosterCsv } from '../../demo/people'
import { buildShoreSurvey } from '../../demo/shore-survey'
import { until } from '../database/help'
import type { DriveService } from '../../stand-ins/drive'
import { startDrive } from '../../stand-ins/drive'
import type { MailServer } from './dovecot'
import { messageOf, startDovecot } from './dovecot'
import type { Store } from './s3'
import { startStore } from './s3'
import type { Shell } from './sshd'
import { startSshd } from './sshd'

// The same files judged where they lie, as a folder and by each kind of address: the same report.

const home = mkdtempSync(join(tmpdir(), 'address-'))
let drive: DriveService
let shell: Shell
let store: Store
let mail: MailServer

function usitor(args: string[], environment: Record<string, string> = {}): Promise<{ status: number, stdout: string, stderr: string }> {
  return new Promise(done => execFile('node', ['cli/usitor.mjs', ...args], {
    env: { ...process.env, ...environment }, maxBuffer: 1 << 28,
  }, (error, stdout, stderr) => done({ status: error ? Number(error.code) : 0, stdout, stderr })))
}
const check = (root: string, environment: Record<string, string> = {}) => usitor([
  'check', '--brief', join(home, 'brief.json'), '--roster', join(home, 'roster.csv'), '--root', `in=${root}`, '--output', 'json',
], environment)
/** What of a report does not depend on when it was made. */
function told(text: string) {
  const { slots, files, summary } = JSON.parse(text) as Report
  return { slots, summary, files: files.map(({ path, sha256, role, findings }) => ({ path, sha256, role, findings })) }
}

beforeAll(async () => {
  shell = await startSshd()
  drive = await startDrive(shell.folder)
  store = await startStore()
  mail = await startDovecot()
  const world = await buildShoreSurvey(7)
  writeFileSync(join(home, 'brief.json'), JSON.stringify(world.document))
  writeFileSync(join(home, 'roster.csv'), rosterCsv(world.people))
  for (const { path, bytes, modified } of world.files) {
    const whole = join(shell.folder, path)
    mkdirSync(dirname(whole), { recursive: true })
    writeFileSync(whole, bytes)
    store.objects.set(`in/${path}`, { bytes: Buffer.from(bytes), modified: new Date(modified) })
    // addresses tell whole seconds
    utimesSync(whole, Math.floor(modified / 1000), Math.floor(modified / 1000))
  }
})
afterAll(async () => {
  await Promise.all([drive.close(), store.stop(), mail.stop()])
  await shell.stop()
  rmSync(home, { recursive: true })
})

describe('usitor check --root NAME=ADDRESS', () => {
  test('says of files on a drive and on another machine what it says of them in a folder', async () => {
    const here = told((await check(shell.folder)).stdout)
    const address = drive.url.replace('http://', 'webdav+http://ana@')
    expect(told((await check(address, { USITOR_PLACE_PASSWORD: 'shore' })).stdout)).toEqual(here)
    const remote = await check(`sftp://${shell.name}@${shell.host}${shell.folder}`, {
      USITOR_PLACE_PASSWORD: shell.key, USITOR_PLACE_HOST_KEY: shell.fingerprint,
    })
    expect(told(remote.stdout)).toEqual(here)
    // a store keeps no times but its own
    const timeless = ({ files, ...rest }: ReturnType<typeof told>) => ({ ...rest, files: files.map(file => [file.path, file.sha256]) })
    const at = `${store.url.replace('http://', 's3+http://shore@')}/courses/in`
    const stored = told((await check(at, { USITOR_PLACE_PASSWORD: 'survey-secret' })).stdout)
    expect(timeless(stored).files).toEqual(timeless(here).files)
    expect(here.summary.files).toBeGreaterThan(100)
  })

  test('a mailbox is read as what was attached by whom', async () => {
    mail.deliver(messageOf({ from: 'somebody@else.example', subject: 'hello', attached: [['notes.txt', Buffer.from('hi')]] }))
    const { status, stdout, stderr } = await check(`imap://ana@${mail.host}/INBOX`, { USITOR_PLACE_PASSWORD: 'shore' })
    expect(status, stderr).toBe(1)
    const { files } = JSON.parse(stdout) as Report
    expect(files.map(({ path, container }) => [path, container?.map(one => one.slice(17))])).toEqual([['notes.txt', ['hello (1).eml']]])
  })

  test.each([
    ['a wrong password', () => drive.url.replace('http://', 'webdav+http://ana@'), 'Name or password is not right'],
    ['a password in the address', () => drive.url.replace('http://', 'webdav+http://ana:shore@'), 'USITOR_PLACE_PASSWORD'],
    ['an address of another kind', () => 'gopher://files.example/', 'begins with none of'],
  ])('of %s it says what is wrong, and ends with 2', async (_, root, says) => {
    const { status, stderr } = await check(root(), { USITOR_PLACE_PASSWORD: 'guessed' })
    expect([status, stderr]).toEqual([2, expect.stringContaining(says)])
  })
})

describe('usitor watch', () => {
  test('says what became of each piece as soon as something changes, until it is stopped', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'watch-'))
    writeFileSync(join(home, 'one.json'), JSON.stringify({
      usitorBrief: 1, title: 'Log', requirements: [{ id: 'log', title: 'Log', name: '{family}_log', formats: [{ id: 'csv' }] }],
    }))
    writeFileSync(join(home, 'one.csv'), 'id,given,family\ns1,Ana,Marsh\ns2,Bo,Lindqvast\n')
    const running = spawn('node', ['cli/usitor.mjs', 'watch', '--brief', join(home, 'one.json'), '--roster', join(home, 'one.csv'), folder])
    let said = ''
    running.stdout.on('data', (piece: Buffer) => (said += piece.toString()))
    const says = (pattern: RegExp) => until(() => Promise.resolve(pattern.test(said)), 30)
    await says(/0 right, 0 to put right, 2 missing/)
    // what watches has looked through all of it first
    await new Promise(done => setTimeout(done, 500))
    writeFileSync(join(folder, 'Marsh_log.csv'), 'day,count\n2026-10-01,4\n')
    await says(/now right: Log, Ana Marsh: Marsh_log\.csv\n.*1 right, 0 to put right, 1 missing/)
    writeFileSync(join(folder, 'Lindqvast log.txt'), 'day,count\n2026-10-02,5\n')
    await says(/Log, Bo Lindqvast: Lindqvast log\.txt/)
    rmSync(join(folder, 'Marsh_log.csv'))
    await says(/gone: Log, Ana Marsh: Marsh_log\.csv/)
    const ended = new Promise(done => running.once('exit', done))
    running.kill('SIGTERM')
    expect(await ended).toBe(0)
    rmSync(folder, { recursive: true })
  })

  test('a number of minutes that is none is refused', async () => {
    const { status, stderr } = await usitor(['watch', '--brief', join(home, 'one.json'), '--roster', join(home, 'one.csv'), '--every', '0', home])
    expect([status, stderr]).toEqual([2, expect.stringContaining('--every: "0" is not a number of minutes')])
  })
})
