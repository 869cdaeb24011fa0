import { createHash, randomUUID } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import { READER_VERSION } from '../../core/formats/reading'
import { writeJson } from '../../core/reporting/write'
import type { Report } from '../../core/checking/report'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes } from '../../demo/make-files'
import { rosterCsv } from '../../demo/people'
import { chanceOf } from '../../demo/random'
import { buildShoreSurvey } from '../../demo/shore-survey'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { deleteBrief, getBrief, makeBrief } from '../../server/services/briefs'
import { listBriefs } from '../../server/services/desk'
import { saveDocument } from '../../server/services/documents'
import { saveRoster } from '../../server/services/rosters'
import { runCheck } from '../../server/services/checks'
import { findContent } from '../../server/services/contents'
import { CHUNK, contentSource } from '../../server/database/contents'
import { sweep } from '../../server/services/sweep'
import { addFiles, cancelIntake, completeIntake, startIntake, storeFiles, storePiece } from '../../server/services/intakes'
import { getCheck, rackPage, reportParts, slipOf, trayOf } from '../../server/services/reports'

async function account(name: string): Promise<Account> {
  const made = { id: uuid(), mail: `${name}-${randomUUID()}@shore.example`, name }
  await db()('account').insert({ ...made, password: 'x' })
  return made
}

const facts = async (path: string, bytes: Uint8Array, modified = 1_760_000_000_000) =>
  ({ path, size: bytes.length, modified, sha256: createHash('sha256').update(bytes).digest('hex'), reading: await readBytes(sourceFromBytes(bytes)) })
const start = (owner: Account, brief: string, keeps = true, key = randomUUID()) => startIntake(owner, brief, { key, root: 'in', keeps })

let owner: Account
let brief: string
beforeAll(async () => {
  owner = await account('Ana')
  brief = (await makeBrief(owner, 'Test')).id
})
afterAll(disconnect)

describe('receiving', () => {
  test('the server believes no browser: it hashes and reads again what it stores', async () => {
    const bytes = makePhoto(chanceOf(2), 20, 20)
    const { id } = await start(owner, brief)
    const { ids: [fileId = ''] } = await addFiles(
      owner, id,
      [{ ...await facts('a.jpg', bytes), reading: await readBytes(sourceFromBytes(textBytes('x'))) }],
    )
    // a hash that is not that of what arrives is told, and nothing of it is kept
    const { ids: [other = ''] } = await addFiles(owner, id, [{ ...await facts('b.jpg', bytes), sha256: '0'.repeat(64) }])
    await expect(storeFiles(owner, id, [{ fileId: other, bytes }])).rejects.toMatchObject({ statusCode: 422, message: /not what was announced/ })
    await storeFiles(owner, id, [{ fileId, bytes }])
    const row = await db()('received_file')
      .join('reading', 'reading.id', 'reading_id').where('received_file.id', fileId)
      .first('received_file.sha256', 'verified', 'reading')
    expect(row).toMatchObject({ sha256: createHash('sha256').update(bytes).digest('hex'), verified: true, reading: { candidates: ['jpg'] } })
  })

  test('received bytes are handed out whole, to members of the brief alone, and only where they were sent', async () => {
    const own = (await makeBrief(owner, 'Looked at', { usitorBrief: 1, title: 'Looked at', requirements: [{ id: 'photo', name: '{family}' }] })).id
    await saveRoster(owner, own, readRoster(readTable(textBytes('id,given,family\ns1,Ana,Marsh\n'))).roster)
    const bytes = makePhoto(chanceOf(3), 20, 20)
    const kept = await start(owner, own)
    const { ids: [fileId = ''] } = await addFiles(owner, kept.id, [await facts('Marsh.jpg', bytes)])
    await storeFiles(owner, kept.id, [{ fileId, bytes }])
    await completeIntake(owner, kept.id, 1, false)
    const read = await start(owner, own, false)
    const { ids: [factsOnly = ''] } = await addFiles(owner, read.id, [await facts('other.jpg', textBytes('x'))])
    await completeIntake(owner, read.id, 1, false)
    const { id } = await runCheck(owner, own)
    const { source, path } = await findContent(owner, id, fileId)
    expect([path, Buffer.from(await source.read(0, source.size)).equals(Buffer.from(bytes))]).toEqual(['Marsh.jpg', true])
    await expect(findContent(owner, id, factsOnly)).rejects.toMatchObject({ statusCode: 409 })
    await expect(findContent(owner, id, uuid())).rejects.toMatchObject({ statusCode: 404 })
    await expect(findContent(await account('Eve'), id, fileId)).rejects.toMatchObject({ statusCode: 404 })
    expect((await slipOf(owner, id, 's1', null)).files.map(file => file.kept)).toEqual([true])
  })

  test('what an earlier reader read is read anew before the next check', async () => {
    const own = (await makeBrief(
      owner, 'Read anew',
      { usitorBrief: 1, title: 'Read anew', requirements: [{ id: 'photo', name: '{family}', formats: [{ id: 'jpg' }] }] },
    )).id
    await saveRoster(owner, own, readRoster(readTable(textBytes('id,given,family\ns1,Ana,Marsh\n'))).roster)
    const bytes = makePhoto(chanceOf(4), 20, 20)
    const { id: intake } = await start(owner, own)
    const { ids: [fileId = ''] } = await addFiles(owner, intake, [await facts('Marsh.jpg', bytes)])
    await storeFiles(owner, intake, [{ fileId, bytes }])
    await completeIntake(owner, intake, 1, false)
    const reading = await db()('received_file').where('id', fileId).first('reading_id')
    await db()('reading').where('id', reading?.reading_id ?? '')
      .update({ reader_version: 0, reading: db().raw(`jsonb_set(reading, '{candidates}', '["gif"]')`) })
    expect((await slipOf(owner, (await runCheck(owner, own)).id, 's1', null)).files[0]?.format.id).toBe('jpg')
    expect(
      await db()('received_file').join('reading', 'reading.id', 'reading_id').where('received_file.id', fileId).first('reader_version'),
    ).toEqual({ reader_version: READER_VERSION })
  })

  test('a large file arrives in stretches, in any order and twice, and is sealed once; equal bytes are stored once', async () => {
    const bytes = new Uint8Array(3 * CHUNK + 777).map((_, at) => (at * 7919) >> 3)
    const stored: string[] = []
    for (let round = 0; round < 2; round++) {
      const { id } = await start(owner, brief)
      const { ids: [fileId = ''] } = await addFiles(owner, id, [await facts(`large-${round}.bin`, bytes)])
      await expect(storePiece(owner, id, fileId, 5, bytes.subarray(5, 10))).rejects.toMatchObject({ statusCode: 422 })
      await storePiece(owner, id, fileId, 2 * CHUNK, bytes.subarray(2 * CHUNK))
      await storePiece(owner, id, fileId, 2 * CHUNK, bytes.subarray(2 * CHUNK))
      await storePiece(owner, id, fileId, 0, bytes.subarray(0, 2 * CHUNK))
      await completeIntake(owner, id, 1, false)
      stored.push((await db()('received_file').where('id', fileId).first('content_id'))?.content_id ?? '')
    }
    expect(stored[0]).toBe(stored[1])
    const range = await contentSource(stored[0] ?? '', bytes.length).read(CHUNK - 3, CHUNK + 9)
    expect(Buffer.from(range).equals(Buffer.from(bytes.subarray(CHUNK - 3, 2 * CHUNK + 6)))).toBe(true)
  })

  test('an intake that is not whole is nowhere to be seen and cannot be closed; the same folder can be dropped again', async () => {
    const before = (await getBrief(owner, brief)).intakes.length
    const { id } = await start(owner, brief)
    await addFiles(owner, id, [await facts('half.txt', textBytes('half'))])
    await expect(completeIntake(owner, id, 1, false)).rejects.toMatchObject({ statusCode: 409, message: expect.stringContaining('half.txt') })
    await expect(completeIntake(owner, id, 2, false)).rejects.toMatchObject({ message: expect.stringContaining('2 files were announced, 1 arrived') })
    expect((await getBrief(owner, brief)).intakes).toHaveLength(before)
    await cancelIntake(owner, id)
    const again = await start(owner, brief)
    const { ids: [fileId = ''] } = await addFiles(owner, again.id, [await facts('half.txt', textBytes('half'))])
    await storeFiles(owner, again.id, [{ fileId, bytes: textBytes('half') }])
    await completeIntake(owner, again.id, 1, false)
    expect((await getBrief(owner, brief)).intakes).toHaveLength(before + 1)
  })

  test('two tabs that send the same intake make one; a complete one takes nothing more', async () => {
    const key = randomUUID()
    const [first, second] = await Promise.all([start(owner, brief, true, key), start(owner, brief, true, key)])
    expect(first.id).toBe(second.id)
    const file = await facts('tab.txt', textBytes('tab'))
    const [a, b] = await Promise.all([addFiles(owner, first.id, [file]), addFiles(owner, first.id, [file])])
    expect(a.ids).toEqual(b.ids)
    await Promise.all([a, b].map(({ ids: [fileId = ''] }) => storeFiles(owner, first.id, [{ fileId, bytes: textBytes('tab') }])))
    await Promise.all([completeIntake(owner, first.id, 1, false), completeIntake(owner, first.id, 1, false)])
    await expect(addFiles(owner, first.id, [file])).rejects.toMatchObject({ statusCode: 409 })
    expect((await start(owner, brief, true, key)).state).toBe('complete')
  })

  test('facts only: nothing is stored, and the files stay unverified', async () => {
    const { id } = await start(owner, brief, false)
    const { ids: [fileId = ''] } = await addFiles(owner, id, [await facts('facts.txt', textBytes('facts'))])
    await expect(storeFiles(owner, id, [{ fileId, bytes: textBytes('facts') }])).rejects.toMatchObject({ statusCode: 409 })
    await completeIntake(owner, id, 1, false)
    expect(await db()('received_file').where('id', fileId).first('content_id', 'verified')).toEqual({ content_id: null, verified: false })
  })

  test('names that PostgreSQL cannot hold are stored as visible escapes', async () => {
    const { id } = await start(owner, brief, false)
    await addFiles(owner, id, [await facts('a\0b\uD800\n\u202E.txt', textBytes('n'))])
    expect((await db()('received_file').where('intake_id', id).first('path'))?.path).toBe('a\\u{0}b\\u{D800}\n\u202E.txt')
  })

  test('the sweeper removes what was begun long ago and never finished, and contents nobody points to', async () => {
    const { id } = await start(owner, brief)
    await db()('intake').where('id', id).update({ created_at: db().raw(`now() - interval '2 days'`) })
    const content = uuid()
    await db()('content').insert({ id: content, sha256: null, size: 1, created_at: db().raw(`now() - interval '2 days'`) })
    await sweep()
    expect([await db()('intake').where({ id }).first('id'), await db()('content').where('id', content).first('id')]).toEqual([undefined, undefined])
  })
})

describe('checks', () => {
  test('a check is kept as rows and comes out again as the report; run again it is equal; a stranger sees nothing of it', async () => {
    const world = await buildShoreSurvey(4)
    const { id: shore } = await makeBrief(owner, 'Shore', world.document)
    const { roster } = readRoster(readTable(new TextEncoder().encode(rosterCsv(world.people))))
    await saveRoster(owner, shore, roster)
    const { id: intake } = await start(owner, shore)
    for (const file of world.files) {
      const { ids: [fileId = ''] } = await addFiles(owner, intake, [await facts(file.path, file.bytes, file.modified)])
      await storeFiles(owner, intake, [{ fileId, bytes: file.bytes }])
    }
    await completeIntake(owner, intake, world.files.length, false)
    const report = async (id: string) => {
      let text = ''
      for await (const piece of writeJson((await reportParts(owner, id)).parts)) text += piece
      return JSON.parse(text) as Report
    }
    const first = await runCheck(owner, shore)
    const made = await report(first.id)
    expect(made.files.filter(file => file.role === 'placed' && file.findings.length > 0).map(file => file.path).sort())
      .toEqual(world.planted.filter(one => one.path && !one.role && one.codes.length > 0).map(one => one.path).sort())
    const second = await report((await runCheck(owner, shore)).id)
    expect({ ...second, checkedAt: '' }).toEqual({ ...made, checkedAt: '', files: second.files })
    expect(
      second.files.map(({ evidence: _e, confidence: _c, ...file }) => file),
    ).toEqual(made.files.map(({ evidence: _e, confidence: _c, ...file }) => file))

    const rack = await rackPage(owner, first.id, 0, 500)
    expect(rack.total).toBe(made.summary.holders)
    const stranger = await account('Stranger')
    for (const look of [
      () => getBrief(stranger, shore), () => getCheck(stranger, first.id), () => rackPage(stranger, first.id, 0, 1),
      () => trayOf(stranger, first.id), () => slipOf(stranger, first.id, 's001', null), () => runCheck(stranger, shore),
      () => start(stranger, shore), () => addFiles(stranger, intake, []), () => deleteBrief(stranger, shore),
    ]) {
      await expect(look()).rejects.toMatchObject({ statusCode: 404 })
    }
    expect(await listBriefs(stranger)).toEqual([])
    await db()('brief_member').insert({ brief_id: shore, account_id: stranger.id, role: 'reader' })
    await expect(getCheck(stranger, first.id)).resolves.toMatchObject({ id: first.id })
    await expect(runCheck(stranger, shore)).rejects.toMatchObject({ statusCode: 403 })

    // once it can be taken back, once more and it is gone
    await deleteBrief(owner, shore)
    await deleteBrief(owner, shore)
    expect(await db()('check_run').where('brief_id', shore).first('id')).toBeUndefined()
  })

  test('a wrong brief or list is refused with its places, and the one before stays', async () => {
    const { id } = await makeBrief(owner, 'Keep')
    await saveDocument(owner, id, { usitorBrief: 1, title: 'Keep', requirements: [{ id: 'a' }] })
    await expect(saveDocument(
      owner, id, { usitorBrief: 1, title: 'Keep', requirements: [{ id: 'a b' }] },
    )).rejects.toMatchObject({ statusCode: 422, data: { problems: [{ path: 'requirements[0].id' }] } })
    const person = { id: 'x', given: '', family: '', name: 'X', group: '', email: '', aliases: [], fields: {} }
    await expect(saveRoster(owner, id, { people: [person, person], columns: [] })).rejects.toMatchObject({ statusCode: 422 })
    expect((await getBrief(owner, id)).document).toMatchObject({ requirements: [{ id: 'a' }] })
    expect((await getBrief(owner, id)).roster).toBeNull()
  })
})
