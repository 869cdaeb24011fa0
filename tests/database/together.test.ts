import { afterAll, beforeAll, expect, test } from 'vitest'
import type { BriefDocument } from '../../core/brief/document'
import { db, disconnect } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { getBrief, makeBrief } from '../../server/services/briefs'
import { saveDocument } from '../../server/services/documents'
import { erasePerson } from '../../server/services/erase'
import { saveRoster } from '../../server/services/rosters'
import { beHere, dropChanges, keepChanges } from '../../server/services/together'
import { accountOf, takePart } from './help'

let [ana, bo, reader, stranger] = [] as unknown as [Account, Account, Account, Account]
let brief = ''
const DOCUMENT: BriefDocument = { usitorBrief: 1, title: 'Week', requirements: [{ id: 'map', title: 'Map', name: '{family}_map' }] }
const NOW = new Date()
const named = (title: string): BriefDocument => ({ ...DOCUMENT, title })

beforeAll(async () => {
  const all = await Promise.all(['Ana', 'Bo', 'Cy', 'Dan'].map(name => accountOf(`${name} together`)))
  ;[ana, bo, reader, stranger] = all as [Account, Account, Account, Account]
  brief = (await makeBrief(ana, 'Week', DOCUMENT)).id
  await takePart(ana, brief, bo, 'checker')
  await takePart(ana, brief, reader, 'reader')
})
afterAll(disconnect)

test('what is not saved is kept for whoever changed it, on any computer, with what it was begun on; and for nobody else', async () => {
  await keepChanges(ana, brief, 1, named('Week of mine'), NOW)
  // it need not be a rule yet that could be saved
  await keepChanges(bo, brief, 1, { ...DOCUMENT, requirements: [] }, NOW)
  expect((await getBrief(ana, brief)).draft).toMatchObject({ base: { title: 'Week' }, document: { title: 'Week of mine' } })
  expect((await getBrief(bo, brief)).draft?.document.requirements).toEqual([])
  await expect(keepChanges(reader, brief, 1, DOCUMENT, NOW)).rejects.toMatchObject({ statusCode: 403 })
  await expect(keepChanges(stranger, brief, 1, DOCUMENT, NOW)).rejects.toMatchObject({ statusCode: 404 })
  await expect(keepChanges(ana, brief, 7, DOCUMENT, NOW)).rejects.toMatchObject({ statusCode: 409 })
  await expect(keepChanges(ana, brief, 1, { title: 'a\u0000b' }, NOW)).rejects.toMatchObject({ statusCode: 422 })
  // when it was changed is told by whoever did; a clock that is ahead makes nothing newer than it is
  const early = new Date('2026-01-05T08:00:00Z')
  await keepChanges(ana, brief, 1, named('Week of mine'), early)
  expect((await getBrief(ana, brief)).draft?.at).toBe(early.toISOString())
  await keepChanges(ana, brief, 1, named('Week of mine'), new Date(Date.now() + 86_400_000))
  expect(Date.parse((await getBrief(ana, brief)).draft?.at ?? '')).toBeLessThanOrEqual(Date.now() + 1000)
  await dropChanges(bo, brief)
  expect((await getBrief(bo, brief)).draft).toBeNull()
  expect((await getBrief(ana, brief)).draft?.document.title).toBe('Week of mine')
})

test('the second of two who began on the same is told, and nothing is overwritten', async () => {
  const first = (await getBrief(ana, brief)).version
  await saveDocument(bo, brief, named('Week of Bo'), [], first)
  await expect(saveDocument(ana, brief, named('Week of Ana'), [], first)).rejects.toMatchObject({ statusCode: 409 })
  expect(await getBrief(ana, brief)).toMatchObject({ title: 'Week of Bo', version: 2 })
  await saveDocument(ana, brief, named('Week of both'), [], 2)
  expect(await getBrief(bo, brief)).toMatchObject({ title: 'Week of both', version: 3 })
  // both began with nothing
  const empty = (await makeBrief(ana, 'New')).id
  await saveDocument(ana, empty, DOCUMENT, [], 0)
  await expect(saveDocument(ana, empty, DOCUMENT, [], 0)).rejects.toMatchObject({ statusCode: 409 })
})

test('whoever is erased is gone from what is asked and from what is not saved yet, with why they were excused', async () => {
  const { id: own } = await makeBrief(ana, 'Erased', DOCUMENT)
  const people = ['s1', 's2'].map(id => ({ id, given: '', family: '', name: `Person ${id}`, group: '', email: '', aliases: [], fields: {} }))
  await saveRoster(ana, own, { people, columns: ['id', 'name'] })
  const exceptions = ['s1', 's2'].map(person => ({ for: { person }, owed: false, reason: `ill, says ${person}` }))
  await saveDocument(ana, own, { ...DOCUMENT, exceptions })
  await keepChanges(ana, own, 2, { ...DOCUMENT, title: 'Changed', exceptions }, NOW)
  await erasePerson(ana, own, 's1')
  const { document, draft } = await getBrief(ana, own)
  for (const told of [document, draft?.document]) expect(told?.exceptions).toEqual([exceptions[1]])
  // what is kept need not have the form of a brief
  await keepChanges(ana, own, 2, { exceptions: 'none' }, NOW)
  await erasePerson(ana, own, 's2')
  expect(JSON.stringify(await db()('brief_version').where('brief_id', own).select('document'))).not.toContain('says s')
})

test('who has the brief open is told to its members, until they left or are no member any more', async () => {
  expect((await beHere(ana, brief, 'ask', true)).others).toEqual([])
  expect(await beHere(bo, brief, 'check', false))
    .toEqual({ others: [{ name: 'Ana together', step: 'ask', changing: true }], version: 3, check: null })
  await expect(beHere(stranger, brief, 'ask', false)).rejects.toMatchObject({ statusCode: 404 })
  await db()('brief_presence').where({ account_id: bo.id }).update({ seen_at: db().raw(`now() - interval '2 minutes'`) })
  await beHere(reader, brief, 'who', false)
  await db()('brief_member').where({ account_id: reader.id }).delete()
  expect((await beHere(ana, brief, 'ask', false)).others).toEqual([])
})
