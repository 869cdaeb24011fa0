import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { CHUNK } from '../../server/database/contents'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { changePassword, closeAccount, invite, makeAccount, openSession, signIn } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { runCheck } from '../../server/services/checks'
import { agrees, findContent } from '../../server/services/contents'
import { erasePerson } from '../../server/services/erase'
import { addFiles, completeIntake, startIntake, storeFiles, storePiece } from '../../server/services/intakes'
import { cancelJob } from '../../server/services/jobs'
import { slipOf } from '../../server/services/reports'
import { saveRoster } from '../../server/services/rosters'
import { sendWaiting } from '../../server/services/mailing'
import { sendSlips } from '../../server/services/slips'
import { sweep, verifySome } from '../../server/services/sweep'
import { startMail } from '../../stand-ins/mail'
import { accountOf, receive } from './help'

let owner: Account
let brief = ''
const PHOTO = makePhoto(chanceOf(5), 20, 20)
const shaOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
const factsOf = async (path: string, bytes: Uint8Array) =>
  ({ path, size: bytes.length, modified: 0, sha256: shaOf(bytes), reading: await readBytes(sourceFromBytes(bytes)) })

beforeAll(async () => {
  owner = await accountOf('Ana')
  brief = (await makeBrief(owner, 'Attacked', {
    usitorBrief: 1, title: 'Attacked', requirements: [
      { id: 'photo', name: '{family}_photo', formats: [{ id: 'jpg' }] },
      { id: 'group', name: '{group}_plan', formats: [{ id: 'txt' }], holder: 'group' },
    ],
  })).id
  await saveRoster(owner, brief, readRoster(readTable(textBytes('id,given,family,group,email\ns1,Ana,Marsh,Reef,ana@shore.example\n'
    + 's2,Bo,Lindqvast,Reef,bo@shore.example\ns3,Cy,Tamworthy,Dune,"cy@shore.example, spy@other.example"\n'))).roster)
})
afterAll(async () => {
  await db()('job').where('state', 'queued').delete()
  await disconnect()
})

describe('bytes under a hash', () => {
  const large = randomBytes(2 * CHUNK + 5)
  const begin = async () => {
    const { id } = await startIntake(owner, brief, { key: randomUUID(), root: 'in', keeps: true })
    const { ids: [fileId = ''] } = await addFiles(owner, id, [await factsOf('clip.bin', large)])
    return { id, fileId }
  }
  const contentOf = async (fileId: string) => String((await db()('received_file').where('id', fileId).first('content_id'))?.content_id)

  test('announced again with a larger size while it arrives, a file stays what it was said to be', async () => {
    const { id, fileId } = await begin()
    await storePiece(owner, id, fileId, 0, large.subarray(0, CHUNK))
    for (const other of [{ size: large.length + CHUNK }, { sha256: 'f'.repeat(64) }]) {
      await expect(addFiles(owner, id, [{ ...await factsOf('clip.bin', large), ...other }])).rejects.toMatchObject({ statusCode: 409 })
    }
    // said again in the same way, as after an answer that was lost, it is the same file
    expect((await addFiles(owner, id, [await factsOf('clip.bin', large)])).ids).toEqual([fileId])
  })

  test('a piece is never written over, and once all is there nothing is taken any more', async () => {
    const { id, fileId } = await begin()
    await storePiece(owner, id, fileId, 0, large.subarray(0, CHUNK))
    await expect(storePiece(owner, id, fileId, 0, randomBytes(CHUNK))).rejects.toMatchObject({ statusCode: 409, message: /other bytes/ })
    expect(await storePiece(owner, id, fileId, 0, large.subarray(0, CHUNK))).toEqual({ arrived: CHUNK })
    await storePiece(owner, id, fileId, CHUNK, large.subarray(CHUNK, 2 * CHUNK))
    expect(await storePiece(owner, id, fileId, 2 * CHUNK, large.subarray(2 * CHUNK))).toEqual({ arrived: large.length })
    await storePiece(owner, id, fileId, 0, randomBytes(CHUNK))
    const row = await db()('content').where('id', await contentOf(fileId)).first('sha256', 'state')
    expect(row).toEqual({ sha256: shaOf(large), state: 'sealed' })
    expect(await agrees(await contentOf(fileId))).toBe(true)
  })

  test('whoever seals at once with another, or writes while it is sealed, changes nothing of it', async () => {
    const { id, fileId } = await begin()
    await storePiece(owner, id, fileId, 0, large.subarray(0, CHUNK))
    await storePiece(owner, id, fileId, CHUNK, large.subarray(CHUNK, 2 * CHUNK))
    const last = large.subarray(2 * CHUNK)
    const together = await Promise.allSettled([
      storePiece(owner, id, fileId, 2 * CHUNK, last), storePiece(owner, id, fileId, 2 * CHUNK, last), storePiece(owner, id, fileId, 2 * CHUNK, last),
      storePiece(owner, id, fileId, 0, randomBytes(CHUNK)), storePiece(owner, id, fileId, CHUNK, randomBytes(CHUNK)),
    ])
    expect(together.some(one => one.status === 'fulfilled')).toBe(true)
    await storePiece(owner, id, fileId, 2 * CHUNK, last)
    expect(await agrees(await contentOf(fileId))).toBe(true)
    expect(await db()('received_file').where('id', fileId).first('sha256', 'verified')).toEqual({ sha256: shaOf(large), verified: true })
  })

  test('what was sent and lost its answer can be sent again, all of it or some', async () => {
    const { id } = await startIntake(owner, brief, { key: randomUUID(), root: 'in', keeps: true })
    const files = [withComment(PHOTO, 'again 1'), withComment(PHOTO, 'again 2')]
    const facts = await Promise.all(files.map((bytes, at) => factsOf(`again ${at}.jpg`, bytes)))
    const { ids } = await addFiles(owner, id, facts)
    const parts = files.map((bytes, at) => ({ fileId: ids[at] ?? '', bytes }))
    await storeFiles(owner, id, parts.slice(0, 1))
    expect(await storeFiles(owner, id, parts.slice(0, 1))).toEqual({ stored: 1 })
    expect((await addFiles(owner, id, facts)).ids).toEqual(ids)
    expect(await storeFiles(owner, id, parts)).toEqual({ stored: 2 })
    expect(await completeIntake(owner, id, 2, false)).toEqual({ files: 2 })
  })

  test('the database itself takes no write into what is sealed, nor changes a file that has its bytes', async () => {
    const id = await receive(owner, brief, { 'Marsh_photo.jpg': withComment(PHOTO, 'sealed') })
    const file = await db()('received_file').where('intake_id', id).first('id', 'content_id')
    const contentId = file?.content_id ?? ''
    const sealed = { code: 'US001' }
    await expect(db()('content_chunk').where('content_id', contentId).update({ bytes: Buffer.from('x') })).rejects.toMatchObject(sealed)
    await expect(db()('content_chunk').insert({ content_id: contentId, number: 1, bytes: Buffer.from('x') })).rejects.toMatchObject(sealed)
    await expect(db()('content_chunk').where('content_id', contentId).delete()).rejects.toMatchObject(sealed)
    for (const change of [{ size: 1 }, { sha256: 'a'.repeat(64) }, { state: 'receiving' as const }]) {
      await expect(db()('content').where('id', contentId).update(change)).rejects.toMatchObject(sealed)
    }
    for (const change of [{ size: 1 }, { sha256: 'a'.repeat(64) }, { content_id: null }, { verified: false }]) {
      await expect(db()('received_file').where('id', file?.id).update(change)).rejects.toMatchObject(sealed)
    }
  })

  test('what another account holds is not reached by saying its hash', async () => {
    const secret = withComment(PHOTO, 'somebody else\'s')
    const other = await accountOf('Eve')
    const own = (await makeBrief(other, 'Eve\'s')).id
    await receive(owner, brief, { 'Lindqvast_photo.jpg': secret })
    const { id } = await startIntake(other, own, { key: randomUUID(), root: 'in', keeps: true })
    const { ids: [fileId = ''] } = await addFiles(other, id, [await factsOf('mine.jpg', secret)])
    await expect(completeIntake(other, id, 1, false)).rejects.toMatchObject({ statusCode: 409 })
    // other bytes of the same length under that hash: told to whoever sends, and nothing is kept
    await expect(storeFiles(other, id, [{ fileId, bytes: randomBytes(secret.length) }])).rejects.toMatchObject({ statusCode: 422 })
    expect((await db()('received_file').where('id', fileId).first('content_id'))?.content_id).toBeNull()
  })

  test('bytes that changed in the store are handed to nobody, and it is written down', async () => {
    const own = (await makeBrief(owner, 'Broken', { usitorBrief: 1, title: 'Broken', requirements: [{ id: 'photo', name: '{family}' }] })).id
    await saveRoster(owner, own, readRoster(readTable(textBytes('id,given,family\ns1,Ana,Marsh\n'))).roster)
    const intake = await receive(owner, own, { 'Marsh.jpg': withComment(PHOTO, 'breaks') })
    const file = await db()('received_file').where('intake_id', intake).first('id', 'content_id')
    const { id: check } = await runCheck(owner, own)
    const before = await db()('content_chunk').where('content_id', file?.content_id).first('bytes')
    const write = (bytes: Buffer) => db().transaction(async (trx) => {
      await trx.raw('alter table content_chunk disable trigger chunk_arrives')
      await trx('content_chunk').where('content_id', file?.content_id).update({ bytes })
      await trx.raw('alter table content_chunk enable trigger chunk_arrives')
    })
    await write(Buffer.from(before?.bytes ?? []).fill(0, 50, 51))
    await expect(findContent(owner, check, file?.id ?? '')).rejects.toMatchObject({ statusCode: 410, message: /store is damaged/ })
    await db()('content').where('id', file?.content_id).update({ verified_at: db().raw(`now() - interval '40 days'`), broken_at: null })
    await verifySome(1)
    expect((await db()('content').where('id', file?.content_id).first('broken_at'))?.broken_at).toBeInstanceOf(Date)
    expect(await db()('event').where('kind', 'content-broken').whereLike('about', `%${file?.content_id}`).first('id')).toBeDefined()
    await write(before?.bytes ?? Buffer.alloc(0))
    expect(await agrees(file?.content_id ?? '')).toBe(true)
  })
})

describe('signing in', () => {
  const made = async () => {
    const { token } = await invite(owner)
    return makeAccount({ mail: `${randomUUID()}@shore.example`, name: 'Zoë', password: 'long enough to keep', invitation: token })
  }

  test('of 120 tries at once no more are let through than one after the other; from where they always were the owner still gets in', async () => {
    const { mail } = await made()
    await signIn({ mail, password: 'long enough to keep' }, 'home')
    const tries = await Promise.allSettled(Array.from({ length: 120 }, (_, at) => signIn({ mail, password: `guess ${at}` }, `10.0.${at % 3}.1`)))
    const codes = tries.map(one => (one.status === 'rejected' ? (one.reason as { statusCode: number }).statusCode : 200))
    expect(codes.filter(code => code === 401)).toHaveLength(5)
    expect(codes.filter(code => code === 429)).toHaveLength(115)
    await expect(signIn({ mail, password: 'long enough to keep' }, 'elsewhere')).rejects.toMatchObject({ statusCode: 429 })
    expect((await signIn({ mail, password: 'long enough to keep' }, 'home')).mail).toBe(mail)
  })

  test('one place cannot try many addresses, and sixty people behind one address can all sign in', async () => {
    const place = randomUUID()
    const tries = await Promise.allSettled(Array.from({ length: 150 }, () => signIn({ mail: `${randomUUID()}@shore.example`, password: 'x' }, place)))
    expect(tries.filter(one => one.status === 'rejected' && (one.reason as { statusCode: number }).statusCode === 429)).toHaveLength(30)
    const { mail } = await made()
    for (let turn = 0; turn < 60; turn++) await signIn({ mail, password: 'long enough to keep' }, 'school')
  })

  test.each(['1234567890', 'qwertyuiop', 'password123', 'zoe-the-first'])('%s is no password', async (password) => {
    const { token } = await invite(owner)
    const mail = 'zoe-the-first@shore.example'
    await expect(makeAccount({ mail, name: 'Zoë', password, invitation: token })).rejects.toMatchObject({ statusCode: 422, message: /guessed/ })
    // the invitation is still good
    const other = { mail: `${randomUUID()}@shore.example`, name: 'Zoë', password: 'long enough to keep', invitation: token }
    expect((await makeAccount(other)).name).toBe('Zoë')
  })

  test('a new password ends every other session; a closed account is gone with what was its alone', async () => {
    const account = await made()
    const [kept, other] = [await openSession(account, 'a'), await openSession(account, 'b')]
    expect(kept.token).not.toBe(other.token)
    const sessions = await db()('session').where('account_id', account.id).orderBy('created_at').select('id')
    const here = { ...account, sessionId: String(sessions[0]?.id) }
    await expect(changePassword(here, 'wrong one', 'tide and lantern', '')).rejects.toMatchObject({ statusCode: 403 })
    await changePassword(here, 'long enough to keep', 'tide and lantern', '')
    expect(await db()('session').where('account_id', account.id).whereNull('ended_at').select('id')).toEqual([{ id: sessions[0]?.id }])
    const own = (await makeBrief(account, 'Mine alone')).id
    await closeAccount(account, 'tide and lantern', '')
    expect(await db()('brief').where('id', own).first('id')).toBeUndefined()
    await expect(signIn({ mail: account.mail, password: 'tide and lantern' }, 'home')).rejects.toMatchObject({ statusCode: 401 })
  })
})

describe('letters', () => {
  test('they and the work that sends them are there together; called off, what was not sent can be sent', async () => {
    const mail = await startMail()
    process.env.SMTP_URL = mail.url
    const { id: check } = await runCheck(owner, brief)
    const asked = await sendSlips(owner, check, ['s1', 's2', 's3', 'Reef'], false)
    // each member of a group gets one letter; what is no one address gets none, and that is told
    const letters = await db()('slip_mail').where('job_id', asked.jobId).orderBy('address').select('holder', 'address', 'state')
    expect(letters.filter(one => one.holder === 'Reef').map(one => one.address)).toEqual(['ana@shore.example', 'bo@shore.example'])
    expect(asked.notSent).toEqual([{ name: 'Cy Tamworthy', why: '"cy@shore.example, spy@other.example" in the list is not one mail address' }])
    expect(new Set(letters.map(one => one.state))).toEqual(new Set(['waiting']))
    await cancelJob(owner, asked.jobId ?? '')
    expect(new Set((await db()('slip_mail').where('job_id', asked.jobId).select('state')).map(one => one.state))).toEqual(new Set(['failed']))
    const again = await sendSlips(owner, check, ['s1'], false)
    expect(again.waiting).toBe(1)
    const { sent } = await sendWaiting(again.jobId ?? '', 10, new AbortController().signal)
    expect([sent, mail.taken.map(({ to }) => to)]).toEqual([1, [['ana@shore.example']]])
    await mail.close()
    delete process.env.SMTP_URL
  })

  test('one that was on its way when its process ended is not known, and does not go again by accident', async () => {
    const mail = await startMail()
    process.env.SMTP_URL = mail.url
    const { id: check } = await runCheck(owner, brief)
    const asked = await sendSlips(owner, check, ['s2'], false)
    await db()('slip_mail').where('job_id', asked.jobId).update({ state: 'sending' })
    await sendWaiting(asked.jobId ?? '', 10, new AbortController().signal)
    expect(await db()('slip_mail').where('job_id', asked.jobId).select('state')).toEqual([{ state: 'unknown' }])
    expect(mail.taken).toEqual([])
    expect((await sendSlips(owner, check, ['s2'], false)).notSent[0]?.why).toContain('not known')
    expect((await sendSlips(owner, check, ['s2'], true)).waiting).toBe(1)
    await mail.close()
    delete process.env.SMTP_URL
  })
})

test('a person who is erased is in no version of the list, no letter, no file, no finding; counts stay readable', async () => {
  const own = (await makeBrief(owner, 'Erased', {
    usitorBrief: 1, title: 'Erased', requirements: [{ id: 'photo', name: '{family}_photo', formats: [{ id: 'jpg' }], folder: '{family}' }],
  })).id
  const list = readRoster(readTable(textBytes('id,given,family,email\ns1,Ana,Marsh,ana@shore.example\ns2,Bo,Quillfeather,bo@quill.example\n'))).roster
  await saveRoster(owner, own, { ...list, people: list.people.slice(1) })
  await saveRoster(owner, own, list)
  await receive(owner, own, { 'Quillfeather/Quillfeather_foto.jpg': withComment(PHOTO, 'q'), 'Marsh/Marsh_photo.jpg': withComment(PHOTO, 'm') })
  // what they sent by mail and nobody placed
  await db()('received_file').whereIn('intake_id', db()('intake').where('brief_id', own).select('id')).where('path', 'like', 'Marsh%')
    .update({ sender: 'Bo@quill.example', letter: 'For Ana. Yours, Bo Quillfeather' })
  const { id: check } = await runCheck(owner, own)
  await erasePerson(owner, own, 's2')
  const everything = JSON.stringify([
    await db()('roster_version').where('brief_id', own).select('people'), await db()('check_slot').where('check_id', check).select('*'),
    await db()('check_file').where('check_id', check).select('*'), await db()('finding').where('check_id', check).select('*'),
    await db()('received_file').join('intake', 'intake.id', 'intake_id').where('brief_id', own).select('path', 'sender', 'letter'),
    await db()('check_run').where('id', check).select('*'),
  ])
  expect(everything).not.toMatch(/quill|"s2"/i)
  expect(everything).toContain('Marsh')
  const slots = await db()('check_slot').where('check_id', check).orderBy('position').select('holder', 'status')
  expect(slots.map(one => one.holder)).toEqual(['s1', expect.stringMatching(/^erased /)])
  expect((await slipOf(owner, check, String(slots[1]?.holder), null)).slots).toHaveLength(1)
  // and a check made anew still goes
  await runCheck(owner, own)
  // its reading goes with the next sweep but one: an hour is given to what is just being written
  await db()('reading').update({ created_at: db().raw(`now() - interval '2 hours'`) })
  await sweep()
  expect(await db()('reading').where('sha256', shaOf(withComment(PHOTO, 'q'))).first('id')).toBeUndefined()
})
