import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import readSheets from 'read-excel-file/universal'
import Papa from 'papaparse'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { USUAL_WORDS } from '../../core/reporting/letters'
import { copyOf, getBrief, makeBrief } from '../../server/services/briefs'
import { saveDocument } from '../../server/services/documents'
import { getLetter, setLetter } from '../../server/services/letters'
import { newestRoster } from '../../server/database/briefs'
import { saveRoster } from '../../server/services/rosters'
import { runCheck } from '../../server/services/checks'
import { listParts, openPart, planCopy, startCopy } from '../../server/services/corrected'
import { setDoor } from '../../server/services/door'
import { exportOf } from '../../server/services/exports'
import { letCount, overlapOf, startIntake } from '../../server/services/intakes'
import { cancelJob, getJob } from '../../server/services/jobs'
import { answerOffer, endShare, listMembers, listOffers, shareBrief } from '../../server/services/members'
import { allSlots } from '../../server/database/check-rows'
import { slipOf, trayOf } from '../../server/services/reports'
import { figuresOf, historyOf, roundOf } from '../../server/services/rounds'
import { makeRuling } from '../../server/services/rulings'
import { searchBriefs } from '../../server/services/search'
import { listSent, prepareSlips, sendSlips } from '../../server/services/slips'
import type { MailService } from '../../stand-ins/mail'
import { startMail } from '../../stand-ins/mail'
import { pagesOf } from '../outside/pdf'
import { accountOf, receive, takePart, until } from './help'

let owner: Account
let mail: MailService
let brief = ''
const PHOTO = makePhoto(chanceOf(4), 24, 24)
const photo = (mark: string) => withComment(PHOTO, mark)
const ROSTER = 'family,id,given,email,room\nMarsh,s1,Ana,ana@shore.example,A1\nLindqvast,s2,Bo,bo@shore.example,A2\n'
  + 'Tamworthy,s3,Cy,,B1\nd\'Arquelle,s4,Zoë,zoe@shore.example,B2\n'
const ended = (jobId: string) => until(async () => {
  const job = await getJob(owner, jobId)
  return job.state === 'queued' || job.state === 'running' ? false : job
})

beforeAll(async () => {
  owner = await accountOf('Ana')
  mail = await startMail()
  process.env.SMTP_URL = mail.url
  await startJobs()
  brief = (await makeBrief(owner, 'Shore week', {
    usitorBrief: 1, title: 'Shore week', due: '2025-12-01T12:00:00Z', requirements: [
      { id: 'photo', title: 'Photo', name: '{family}_photo', formats: [{ id: 'jpg' }], folder: '{family} {given}' },
      {
        id: 'extra', title: 'Extra', name: '{family}_extra-{n}', fields: { n: { type: 'number', digits: 1, from: 1 } },
        formats: [{ id: 'jpg' }], folder: '{family} {given}', count: { from: 1, to: 2, by: 'n' },
      },
    ],
  })).id
  await saveRoster(owner, brief, readRoster(readTable(textBytes(ROSTER))).roster)
})
afterAll(async () => {
  await stopQueue()
  await mail.close()
  await disconnect()
})

const first: Record<string, Uint8Array> = {
  'Marsh Ana/Marsh_photo.jpg': photo('1'), 'Marsh Ana/Marsh_extra-1.jpg': photo('2'),
  'Marsh Ana/Lindqvast_photo (1).jpg': photo('3'), 'Lindqvast Bo/Lindqvast_extra-1.jpg': photo('4'),
  'Tamworthy Cy/IMG_2231.jpg': photo('5'), 'd\'Arquelle Zoë/d\'Arquelle_photo.jpg': photo('6').subarray(0, 300),
  'd\'Arquelle Zoë/d\'Arquelle_extra-1.jpg': photo('7'),
}

test('slips tell each one all of it and nobody else, are sent once, and what fails says why', async () => {
  await receive(owner, brief, first)
  const { id } = await runCheck(owner, brief)
  const { slips, canSend } = await prepareSlips(owner, id)
  expect(canSend).toBe(true)
  expect(slips.map(slip => [slip.name, slip.open])).toEqual([
    ['Ana Marsh', false], ['Bo Lindqvast', true], ['Cy Tamworthy', true], ['Zoë d\'Arquelle', true],
  ])
  const bo = slips[1]?.text ?? ''
  expect(bo).toContain('right: Lindqvast Bo/Lindqvast_photo.jpg')
  expect(bo).toContain('another person\'s folder')
  for (const slip of slips) for (const other of [
    'Ana Marsh', 'Bo Lindqvast', 'Cy Tamworthy', 'Zoë d\'Arquelle', 'Marsh Ana',
  ].filter(name => !name.includes(slip.name.split(' ')[1] ?? ''))) expect(slip.text).not.toContain(other)
  mail.refuses.add('zoe@shore.example')
  const order = await sendSlips(owner, id, slips.filter(slip => slip.open).map(slip => slip.holder), false)
  expect(order.notSent).toEqual([{ name: 'Cy Tamworthy', why: 'no mail address in the list' }])
  expect(await ended(order.jobId ?? '')).toMatchObject({ state: 'done', result: { sent: 1, failed: 1 } })
  expect(mail.taken.map(({ to, subject }) => [to, subject])).toEqual([[['bo@shore.example'], 'Shore week: 1 still open']])
  expect((await listSent(owner, brief)).map(({ holder, state, problem }) => [
    holder, state, problem?.includes('no such mailbox') ?? null,
  ]).sort()).toEqual([['s2', 'sent', null], ['s4', 'failed', true]])
  // the same words to the same address: not by accident
  const twice = await sendSlips(owner, id, ['s2'], false)
  expect(twice).toMatchObject({ jobId: null, notSent: [{ name: 'Bo Lindqvast', why: 'the same words went to this address before' }] })
  const meant = await sendSlips(owner, id, ['s2'], true)
  await ended(meant.jobId ?? '')
  expect(mail.taken).toHaveLength(2)
})

test('one\'s own words stand around every letter, of this brief or of every other; a column nobody has is refused', async () => {
  const { id } = await runCheck(owner, brief)
  const words = { greeting: 'Dear {given} of {room},', before: 'thank you.', where: 'the grey box', after: '', signature: 'N. Tern' }
  expect(await getLetter(owner, brief)).toMatchObject({ from: 'nobody', words: USUAL_WORDS })
  const set = (more: object = {}, usual = false) =>
    setLetter(owner, brief, { words: { ...words, ...more }, language: '', usual, copies: [] })
  await expect(set({ after: '{boat}' })).rejects.toMatchObject({ statusCode: 400 })
  await set({}, true)
  const bo = (await prepareSlips(owner, id, ['s2'])).slips[0]
  expect(bo?.text).toMatch(/^Dear Bo of A2,\n\nthank you\.\n\nShore week: Bo Lindqvast\n[^]*\nHand in here: the grey box\n\nN\. Tern\n$/)
  // other words are another letter: it was not sent before
  expect(bo?.sentAt).toBeNull()
  // the list of another brief has no rooms: there these words say nothing
  const other = (await makeBrief(owner, 'Another')).id
  expect(await getLetter(owner, other)).toMatchObject({ from: 'nobody' })
  await set({ greeting: 'Dear {given},' }, true)
  expect(await getLetter(owner, other)).toMatchObject({ from: 'account', words: { greeting: 'Dear {given},' } })
  const copy = await copyOf(owner, brief, { title: 'Next', due: null, samePeople: false, exceptions: false, moves: [] })
  expect(await getLetter(owner, copy.id)).toMatchObject({ from: 'brief', words: { where: 'the grey box' } })
  const stranger = await accountOf('Stranger to letters')
  await expect(getLetter(stranger, brief)).rejects.toMatchObject({ statusCode: 404 })
  await expect(setLetter(stranger, brief, { words, language: '', usual: false, copies: [] })).rejects.toMatchObject({ statusCode: 404 })
})

test('a letter is in the language its reader has on the list, with the house\'s own words of that language', async () => {
  const speaker = await accountOf('Speaker of four')
  const theirs = (await makeBrief(speaker, 'Languages')).id
  await saveRoster(speaker, theirs, readRoster(readTable(Buffer.from([
    'id,given,family,email,lang', 's1,Ana,Marsh,ana@shore.example,de', 's2,Bo,Lindqvast,bo@shore.example,fr', 's3,Cy,Tamworthy,cy@shore.example,',
  ].join('\n')))).roster)
  await saveDocument(speaker, theirs, { usitorBrief: 1, title: 'Languages', requirements: [{ id: 'map', title: 'Map', name: '{family}_map' }] })
  const { id } = await runCheck(speaker, theirs)
  const texts = async () => (await prepareSlips(speaker, id)).slips.map(one => one.text.split('\n').slice(0, 3).join('|'))
  expect(await texts()).toEqual(['Hallo Ana,||Languages: Ana Marsh', 'Bonjour Bo,||Languages: Bo Lindqvast', 'Hello Cy,||Languages: Cy Tamworthy'])
  const words = { ...USUAL_WORDS, greeting: 'Moin {given},', signature: 'Die Redaktion' }
  await setLetter(speaker, theirs, { words, language: 'de', usual: false, copies: [] })
  expect(await getLetter(speaker, theirs)).toMatchObject({ from: 'nobody', languages: { de: words } })
  expect((await texts())[0]).toBe('Moin Ana,||Languages: Ana Marsh')
  expect((await texts())[1]).toBe('Bonjour Bo,||Languages: Bo Lindqvast')
})

test('copies go to the addresses the list has for them, of the kinds that were chosen and no other', async () => {
  const theirs = (await makeBrief(owner, 'Copies')).id
  await saveRoster(owner, theirs, readRoster(readTable(Buffer.from([
    'id,given,family,email,copyTo', 's1,Ana,Marsh,ana@copies.example,"home@copies.example; office@copies.example|not an address"',
    's2,Bo,Lindqvast,,away@copies.example',
  ].join('\n')))).roster)
  await saveDocument(owner, theirs, { usitorBrief: 1, title: 'Copies', requirements: [{ id: 'map', title: 'Map', name: '{family}_map' }] })
  const { id } = await runCheck(owner, theirs)
  const before = mail.taken.length
  const got = () => mail.taken.slice(before).flatMap(({ to }) => to).sort()
  await ended((await sendSlips(owner, id, ['s1'], false)).jobId ?? '')
  expect(got()).toEqual(['ana@copies.example'])
  await setLetter(owner, theirs, { words: USUAL_WORDS, language: '', usual: false, copies: ['slip'] })
  expect(await getLetter(owner, theirs)).toMatchObject({ copies: ['slip'], mayCopy: true })
  expect(await getLetter(owner, brief)).toMatchObject({ mayCopy: false })
  const { jobId, notSent } = await sendSlips(owner, id, ['s1', 's2'], true)
  await ended(jobId ?? '')
  expect(got()).toEqual(['ana@copies.example', 'ana@copies.example', 'away@copies.example', 'home@copies.example', 'office@copies.example'])
  expect(notSent.map(({ why }) => why).sort()).toEqual(['"not an address" in the list is not one mail address', 'no mail address in the list'])
})

test('a link is for whoever hands in: copies, merged letters and whatever else goes another way say nothing of it', async () => {
  const theirs = (await makeBrief(owner, 'Links')).id
  const list = 'id,given,family,email,copyTo\ns1,Ana,Marsh,ana@links.example,home@links.example'
  await saveRoster(owner, theirs, readRoster(readTable(Buffer.from(list))).roster)
  await saveDocument(owner, theirs, { usitorBrief: 1, title: 'Links', requirements: [{ id: 'map', title: 'Map', name: '{family}_map' }] })
  await setDoor(owner, theirs, {
    open: true, until: null, late: true, largest: 1e6, most: 1e6, renames: false, keeps: true, contact: '', checks: false,
  })
  await setLetter(owner, theirs, { words: { ...USUAL_WORDS, where: 'room 12' }, language: '', usual: false, copies: ['slip'] })
  const { id } = await runCheck(owner, theirs)
  const before = mail.taken.length
  await expect(sendSlips(owner, id, ['s1'], false)).rejects.toThrow(/at which address it is reached/)
  process.env.USITOR_ADDRESS = 'https://hand-in.example/'
  await ended((await sendSlips(owner, id, ['s1'], false)).jobId ?? '')
  delete process.env.USITOR_ADDRESS
  const lines = Object.fromEntries(mail.taken.slice(before).map(({ to, text }) => [to[0], /Hand in here: .*/.exec(text)?.[0]]))
  expect(lines['ana@links.example']).toMatch(/^Hand in here: https:\/\/hand-in\.example\/door#\S+ · room 12/)
  expect(lines['home@links.example']).toBe('Hand in here: room 12')
  const { pieces } = await exportOf(owner, id, 'mail-merge')
  let table = ''
  for await (const piece of pieces as AsyncIterable<string>) table += piece
  expect(/Hand in here: .*/.exec(table)?.[0]).toBe('Hand in here: room 12')
})

test('who has more time is told so, and nobody else is', async () => {
  const document = (await getBrief(owner, brief)).document
  if (!document) throw new Error('no document')
  await saveDocument(owner, brief, { ...document, exceptions: [{ for: { person: 's2' }, requirement: 'photo', due: '2025-12-24T12:00:00Z' }] })
  const { id } = await runCheck(owner, brief)
  const { slips } = await prepareSlips(owner, id)
  const dueOf = (holder: string) => /Due .*\./.exec(slips.find(one => one.holder === holder)?.text ?? '')?.[0] ?? ''
  expect(dueOf('s2')).toContain('24 Dec 2025')
  expect(dueOf('s3')).toContain('1 Dec 2025')
  expect(dueOf('s3')).not.toContain('24 Dec')
  await saveDocument(owner, brief, document)
})

test('a decision can teach another name; the list keeps it and later files find their way by it', async () => {
  await receive(owner, brief, { 'Nita photo.jpg': photo('nita') })
  const { id } = await runCheck(owner, brief)
  const file = (await trayOf(owner, id)).files.find(one => one.path === 'Nita photo.jpg')
  await makeRuling(owner, id, { kind: 'place', fileId: file?.fileId, slot: { requirement: 'extra', holder: 's1', n: 2 }, alias: 'Nita' })
  expect((await newestRoster(brief))?.people.find(person => person.id === 's1')?.aliases).toEqual(['Nita'])
  await receive(owner, brief, { 'Nita extra-2.jpg': photo('nita two') })
  const after = await runCheck(owner, brief)
  const { files } = await slipOf(owner, after.id, 's1', 'extra')
  expect(files.map(one => one.path)).toContain('Nita extra-2.jpg')
})

let second = ''
test('a round says what is newly right, newly wrong, unchanged although asked, and gone', async () => {
  const before = await runCheck(owner, brief)
  const { 'Lindqvast Bo/Lindqvast_extra-1.jpg': _gone, 'Marsh Ana/Lindqvast_photo (1).jpg': renamed = photo('3'), ...rest } = first
  const { id: probe } = await startIntake(owner, brief, { key: 'overlap-probe', root: 'in', keeps: false })
  expect(await overlapOf(owner, probe)).toMatchObject({ here: 0, proposes: 'add' })
  await receive(
    owner, brief, { ...rest, 'Lindqvast Bo/Lindqvast_photo.jpg': renamed, 'Tamworthy Cy/Tamworthy_photo.jpg': photo('5') },
    { replaces: true },
  )
  second = (await runCheck(owner, brief)).id
  const round = await roundOf(owner, second, null)
  expect(round.before?.id).toBe(before.id)
  const told = round.entries.map(entry => `${entry.kind} ${entry.holder} ${entry.requirement}${entry.n ?? ''}${entry.moved ? ' moved' : ''}`).sort()
  expect(told).toContain('newly-right s2 photo moved')
  expect(told).toContain('gone s2 extra1')
  expect(told).toContain('unchanged s4 photo')
  expect((await historyOf(owner, second, 's2', 'photo', null)).map(one => one.status).slice(0, 2)).toEqual(['right', 'to-fix'])
  const figures = await figuresOf(owner, second)
  // all came at one time, as what was copied does: when each arrived is not known, and nobody is late
  expect(figures).toMatchObject({ arrivals: [] })
  expect(figures.copied).toBeGreaterThan(3)
  expect(figures.checks.length).toBeGreaterThan(2)
  // each of them owes a photo; whose name slips where is told by the part of it
  expect(figures.owing.photo).toBe(4)
  for (const one of figures.mistakes) expect(one.part === '' || one.code === 'name.differs').toBe(true)
})

test('a changed list is told in the round, and the earlier check stays readable', async () => {
  const roster = await newestRoster(brief)
  if (!roster) throw new Error('no list')
  await saveRoster(owner, brief, { people: [
    ...roster.people.filter(person => person.id !== 's3'),
    { ...roster.people[0] as typeof roster.people[number], id: 's9', given: 'Eli', family: 'Newcombe', name: 'Eli Newcombe', fields: {} },
  ], columns: roster.columns })
  const { id } = await runCheck(owner, brief)
  expect((await roundOf(owner, id, null)).people).toEqual({ came: ['Eli Newcombe'], left: ['Cy Tamworthy'] })
  expect((await allSlots(second)).map(slot => slot.holder)).toContain('s3')
  await saveRoster(owner, brief, { people: roster.people, columns: roster.columns })
})

test('the corrected copy, unpacked, is found right by the command line; what is wrong inside is left out and listed', async () => {
  await receive(owner, brief, { ...first, 'Tamworthy Cy/extra.jpg': photo('8') }, { replaces: true })
  const { id } = await runCheck(owner, brief)
  const { jobId } = await startCopy(owner, id)
  const job = await ended(jobId)
  expect(job).toMatchObject({ state: 'done', problem: null })
  const [part] = await listParts(owner, jobId)
  const { source, name } = await openPart(owner, jobId, part?.step ?? 0)
  expect(name).toBe('corrected copy.zip')
  const folder = mkdtempSync(join(tmpdir(), 'usitor-'))
  writeFileSync(join(folder, 'copy.zip'), await source.read(0, source.size))
  execFileSync('unzip', ['-q', 'copy.zip'], { cwd: folder })
  const left = Papa.parse<string[]>(execFileSync('cat', [join(folder, 'left out.csv')], { encoding: 'utf8' }).trim()).data
  expect(left.map(row => row[0])).toContain('d\'Arquelle Zoë/d\'Arquelle_photo.jpg')
  const document = (await db()('brief_version').where('brief_id', brief).first('document'))?.document
  writeFileSync(join(folder, 'b.json'), JSON.stringify(document))
  writeFileSync(join(folder, 'r.csv'), ROSTER)
  const out = execFileSync(
    'bash',
    ['-c', `npx usitor check --brief '${folder}/b.json' --roster '${folder}/r.csv' --output json '${folder}/corrected' || true`],
    { encoding: 'utf8' },
  )
  const report = JSON.parse(out) as { files: { findings: { severity: string }[], role: string }[] }
  expect(report.files.length).toBeGreaterThan(4)
  expect(report.files.flatMap(file => [
    ...file.findings.filter(one => one.severity === 'error'), ...(file.role === 'placed' ? [] : [file.role]),
  ])).toEqual([])
})

test('the table for one\'s own list keeps the list\'s order and columns; the mail-merge table has one row an open slip', async () => {
  const { id } = await runCheck(owner, brief)
  const text = async (as: string) => {
    let all = ''
    for await (const piece of (await exportOf(owner, id, as)).pieces as AsyncIterable<string>) all += piece
    return all
  }
  const rows = Papa.parse<string[]>(await text('people')).data
  expect(rows[0]?.slice(0, 5)).toEqual(['family', 'id', 'given', 'email', 'room'])
  expect(rows.slice(1).map(row => row[0])).toEqual(['Marsh', 'Lindqvast', 'Tamworthy', 'd\'Arquelle'])
  expect(Papa.parse<Record<string, string>>(
    await text('mail-merge'), { header: true },
  ).data.map(row => row.name)).toEqual(expect.arrayContaining(['Bo Lindqvast']))
  // read again by a library of its own
  const [sheet] = await readSheets(((await exportOf(owner, id, 'xlsx')).pieces as Uint8Array).slice().buffer)
  expect(sheet?.data[1]?.[0]).toBe('Marsh')
})

test('the report as a PDF says what is open of whom', async () => {
  const { id } = await runCheck(owner, brief)
  const { type, name, pieces } = await exportOf(owner, id, 'pdf')
  expect([type, name]).toEqual(['application/pdf', 'report.pdf'])
  const path = join(mkdtempSync(join(tmpdir(), 'report-')), name)
  writeFileSync(path, pieces as Uint8Array)
  expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors')
  const said = (await pagesOf(pieces as Uint8Array)).join('\n')
  expect(said).toContain('Shore week')
  expect(said).toMatch(/\d who hand in: \d complete/)
  expect(said).toContain('Bo Lindqvast')
})

test('a brief is shared by role; one owner stays, and a reader changes nothing', async () => {
  const [colleague, stranger] = [await accountOf('Bo'), await accountOf('Eve')]
  // an address nobody here has is asked like any other, and nothing tells the difference
  for (const mail of ['nobody@shore.example', colleague.mail.toUpperCase()]) expect(await shareBrief(owner, brief, mail, 'reader')).toBeUndefined()
  expect((await listMembers(owner, brief)).offers.map(({ mail }) => mail)).toEqual(['nobody@shore.example', colleague.mail])
  // until they agree they see nothing of it
  await expect(listMembers(colleague, brief)).rejects.toMatchObject({ statusCode: 404 })
  const [offer] = await listOffers(colleague)
  expect(offer).toMatchObject({ title: 'Shore week', role: 'reader', by: 'Ana' })
  await expect(answerOffer(stranger, offer?.id ?? '', true)).rejects.toMatchObject({ statusCode: 404 })
  await answerOffer(colleague, offer?.id ?? '', true)
  expect((await listMembers(colleague, brief)).members.map(({ name, role }) => [name, role])).toEqual([['Ana', 'owner'], ['Bo', 'reader']])
  await expect(runCheck(colleague, brief)).rejects.toMatchObject({ statusCode: 403 })
  await expect(shareBrief(colleague, brief, stranger.mail, 'owner')).rejects.toMatchObject({ statusCode: 403 })
  await expect(shareBrief(owner, brief, owner.mail, 'reader')).rejects.toMatchObject({ statusCode: 409 })
  await shareBrief(owner, brief, colleague.mail, 'checker')
  await runCheck(colleague, brief)
  expect((await searchBriefs(colleague, 'lindq')).people.map((one: { name: string }) => one.name)).toEqual(['Bo Lindqvast'])
  expect(await searchBriefs(stranger, 'lindq')).toEqual({ briefs: [], pieces: [], people: [], files: [] })
  await endShare(owner, brief, colleague.id)
  await expect(listMembers(colleague, brief)).rejects.toMatchObject({ statusCode: 404 })
})

test('to a stranger none of it exists, and a reader changes nothing', async () => {
  const [stranger, reader] = [await accountOf('Eve'), await accountOf('Rob')]
  await takePart(owner, brief, reader, 'reader')
  const { id } = await runCheck(owner, brief)
  const { jobId } = await startCopy(owner, id)
  await ended(jobId)
  const intake = (await db()('intake').where({ brief_id: brief, state: 'complete' }).first('id'))?.id ?? ''
  const looks = [
    (who: Account) => prepareSlips(who, id), (who: Account) => roundOf(who, id, null), (who: Account) => figuresOf(who, id),
    (who: Account) => historyOf(who, id, 's2', 'photo', null), (who: Account) => listSent(who, brief),
    (who: Account) => getJob(who, jobId), (who: Account) => openPart(who, jobId, 0),
    (who: Account) => exportOf(who, id, 'people'), (who: Account) => listMembers(who, brief), (who: Account) => planCopy(who, id),
  ]
  const changes = [
    (who: Account) => sendSlips(who, id, ['s2'], true), (who: Account) => startCopy(who, id),
    (who: Account) => cancelJob(who, jobId), (who: Account) => letCount(who, intake, false),
    (who: Account) => shareBrief(who, brief, stranger.mail, 'owner'),
  ]
  for (const act of [...looks, ...changes]) await expect(act(stranger)).rejects.toMatchObject({ statusCode: 404 })
  for (const look of looks) await look(reader)
  for (const change of changes) await expect(change(reader)).rejects.toMatchObject({ statusCode: 403 })
})

test('what is looked for is text, not a pattern', async () => {
  expect(await searchBriefs(owner, '%%')).toEqual({ briefs: [], pieces: [], people: [], files: [] })
  expect((await searchBriefs(owner, 'Marsh_photo')).files.map(one => one.path)).toContain('Marsh Ana/Marsh_photo.jpg')
  expect((await searchBriefs(owner, 'Marsh%photo')).files).toEqual([])
})

test('what is found says whose it is, what it counts for and where it lies; pieces, groups and folders are found as well', async () => {
  await runCheck(owner, brief)
  const { files } = await searchBriefs(owner, 'Marsh_photo')
  expect(files.find(one => one.path === 'Marsh Ana/Marsh_photo.jpg')).toMatchObject({
    root: 'in', counts: true, role: 'placed', holder: 's1', name: 'Ana Marsh', requirement: 'photo', piece: 'Photo', n: null,
  })
  expect((await searchBriefs(owner, 'extr')).pieces).toMatchObject([
    { title: 'Next', id: 'extra', piece: 'Extra' }, { title: 'Shore week', id: 'extra', piece: 'Extra' },
  ])
  const [cy] = (await searchBriefs(owner, 'tamwor')).people
  expect(cy).toMatchObject({ holder: 's3', name: 'Cy Tamworthy' })
  const own = (await allSlots((await runCheck(owner, brief)).id)).filter(slot => slot.holder === 's3')
  expect(cy?.owes).toBe(own.filter(slot => slot.status === 'missing' || slot.status === 'to-fix').length)
  // a whole folder by its name
  expect((await searchBriefs(owner, 'in')).files.length).toBeGreaterThan(0)
})

test('an intake can be let count again, or no longer', async () => {
  const id = await receive(owner, brief, { 'late.jpg': photo('late') })
  const files = async () => (await db()('check_file').where('check_id', (await runCheck(owner, brief)).id).select('position')).length
  const before = await files()
  await letCount(owner, id, false)
  expect(await files()).toBe(before - 1)
  await letCount(owner, id, true)
  expect(await files()).toBe(before)
})

test('arrivals are counted by the hour, and late pieces as the rack tells them', async () => {
  const { id } = await makeBrief(owner, 'Times', { usitorBrief: 1, title: 'Times', due: '2025-12-01T12:30:00Z', requirements: [
    { id: 'photo', title: 'Photo', name: '{family}_photo', formats: [{ id: 'jpg' }] },
    { id: 'sheet', title: 'Sheet', name: '{family}_sheet', formats: [{ id: 'jpg' }], due: '2025-12-02T12:30:00Z' },
  ] })
  await saveRoster(owner, id, readRoster(readTable(textBytes(ROSTER))).roster)
  const came: [path: string, modified: string][] = [
    ['Marsh_photo.jpg', '2025-12-01T09:05:00Z'], ['Lindqvast_photo.jpg', '2025-12-01T09:55:00Z'], ['Tamworthy_photo.jpg', '2025-12-01T12:20:00Z'],
    // in the hour of the due time and behind it; the other piece has until the day after
    ['d\'Arquelle_photo.jpg', '2025-12-01T12:40:00Z'], ['Marsh_sheet.jpg', '2025-12-01T13:10:00Z'],
  ]
  for (const [at, [path, modified]] of came.entries()) await receive(owner, id, { [path]: photo(`t${at}`) }, { modified: Date.parse(modified) })
  const check = await runCheck(owner, id)
  expect((await db()('check_run').where('id', check.id).first('summary'))?.summary.late).toBe(1)
  expect(await figuresOf(owner, check.id)).toMatchObject({
    copied: 0, arrivals: [
      { hour: '2025-12-01T09:00:00.000Z', files: 2 }, { hour: '2025-12-01T12:00:00.000Z', files: 2 },
      { hour: '2025-12-01T13:00:00.000Z', files: 1 },
    ],
  })
})
