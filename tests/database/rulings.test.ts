import { v7 as uuid } from 'uuid'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { readRoster, readTable } from '../../core/roster/read'
import { makePhoto, textBytes, withComment } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { makeBrief } from '../../server/services/briefs'
import { saveRoster } from '../../server/services/rosters'
import { runCheck } from '../../server/services/checks'
import { slipOf, trayOf } from '../../server/services/reports'
import { listRulings, makeRuling, takeBackRuling } from '../../server/services/rulings'
import { accountOf, receive } from './help'

let owner: Account
let colleague: Account
let reader: Account
let brief = ''
const PHOTO = makePhoto(chanceOf(9), 20, 20)
const status = async (check: string, holder: string) => (await slipOf(owner, check, holder, null)).slots[0]?.status

beforeAll(async () => {
  [owner, colleague, reader] = [await accountOf('Ana'), await accountOf('Bo'), await accountOf('Cy')]
  brief = (await makeBrief(
    owner, 'Ruled',
    { usitorBrief: 1, title: 'Ruled', requirements: [{ id: 'photo', name: '{family}_photo', formats: [{ id: 'jpg' }] }] },
  )).id
  await db()('brief_member').insert([
    { brief_id: brief, account_id: colleague.id, role: 'checker' }, { brief_id: brief, account_id: reader.id, role: 'reader' },
  ])
  await saveRoster(owner, brief, readRoster(readTable(textBytes('id,given,family\ns1,Ana,Marsh\ns2,Bo,Lindqvast\ns3,Cy,Tamworthy\n'))).roster)
  await receive(owner, brief, { 'IMG_4711.jpg': withComment(PHOTO, 'a'), 'Lindqvast_photo_old.jpg': withComment(PHOTO, 'b') })
})
afterAll(disconnect)

test('a file placed by hand fills its slot in every later check, until it is taken back', async () => {
  const { id } = await runCheck(owner, brief)
  const [file] = (await trayOf(owner, id)).files
  expect([file?.path, await status(id, 's1')]).toEqual(['IMG_4711.jpg', 'missing'])
  const ruling = await makeRuling(owner, id, { kind: 'place', fileId: file?.fileId, slot: { requirement: 'photo', holder: 's1' } })
  // its name is still to be put right: placing it says whose it is, not that it is right
  expect(await status((await runCheck(owner, brief)).id, 's1')).toBe('to-fix')
  expect(await listRulings(reader, brief)).toMatchObject([{ kind: 'place', by: 'Ana', slot: { requirement: 'photo', holder: 's1' } }])
  await takeBackRuling(owner, brief, ruling.id)
  expect(await status((await runCheck(owner, brief)).id, 's1')).toBe('missing')
  await expect(takeBackRuling(owner, brief, ruling.id)).rejects.toMatchObject({ statusCode: 404 })
})

test('what is accepted as it is counts as right, what is waived as waived; both keep why and who', async () => {
  const { id } = await runCheck(owner, brief)
  const { files: [file] } = await slipOf(owner, id, 's2', null)
  expect(file?.findings.length).toBeGreaterThan(0)
  await expect(makeRuling(
    owner, id, { kind: 'accept', fileId: file?.fileId, slot: { requirement: 'photo', holder: 's2' } },
  )).rejects.toMatchObject({ statusCode: 422 })
  await makeRuling(owner, id, { kind: 'accept', fileId: file?.fileId, slot: { requirement: 'photo', holder: 's2' }, reason: 'agreed by phone' })
  await makeRuling(owner, id, { kind: 'waive', slot: { requirement: 'photo', holder: 's3' }, reason: 'ill' })
  const after = await runCheck(owner, brief)
  expect([await status(after.id, 's2'), await status(after.id, 's3')]).toEqual(['right', 'waived'])
  expect((await listRulings(owner, brief)).map(({ kind, reason, by }) => [kind, reason, by])).toEqual([
    ['accept', 'agreed by phone', 'Ana'], ['waive', 'ill', 'Ana'],
  ])
})

test('of two who decide on one slot at once the second is told, and nothing of the first is lost', async () => {
  const { id } = await runCheck(owner, brief)
  const slot = { requirement: 'photo', holder: 's1' }
  const both = await Promise.allSettled([
    makeRuling(owner, id, { kind: 'waive', slot, reason: 'first' }),
    makeRuling(colleague, id, { kind: 'waive', slot, reason: 'second' }),
  ])
  expect(both.map(one => one.status).sort()).toEqual(['fulfilled', 'rejected'])
  expect(both.find(one => one.status === 'rejected')).toMatchObject({ reason: { statusCode: 409 } })
  expect((await listRulings(owner, brief)).filter(one => one.slot?.holder === 's1')).toHaveLength(1)
})

test('only who may check may rule, and only about what the check knows', async () => {
  const { id } = await runCheck(owner, brief)
  const slot = { requirement: 'photo', holder: 's3' }
  await expect(makeRuling(reader, id, { kind: 'waive', slot, reason: 'x' })).rejects.toMatchObject({ statusCode: 403 })
  await expect(makeRuling(await accountOf('Eve'), id, { kind: 'waive', slot, reason: 'x' })).rejects.toMatchObject({ statusCode: 404 })
  await expect(makeRuling(
    owner, id, { kind: 'waive', slot: { requirement: 'photo', holder: 'nobody' }, reason: 'x' },
  )).rejects.toMatchObject({ statusCode: 422 })
  await expect(makeRuling(owner, id, { kind: 'set-aside', fileId: uuid() })).rejects.toMatchObject({ statusCode: 404 })
})
