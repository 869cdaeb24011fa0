import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, test } from 'vitest'
import type { BriefDocument } from '../../core/brief/document'
import { db } from '../../server/database/connection'
import type { Account } from '../../server/services/accounts'
import { copyOf, getBrief, makeBrief, readRootAsIs, receivedPaths } from '../../server/services/briefs'
import { saveDocument } from '../../server/services/documents'
import { saveRoster } from '../../server/services/rosters'
import { prepareSlips } from '../../server/services/slips'
import { runCheck, weighChange } from '../../server/services/checks'
import { departuresOf, getCheck } from '../../server/services/reports'
import { textOfLeaflet } from '../../core/reporting/leaflet-letter'
import { getLeaflets } from '../../server/services/leaflets'
import { earlierNames } from '../../server/services/earlier'
import { accountOf, receive as receiveFiles, takePart } from './help'

const account: Account = { id: randomUUID(), mail: `${randomUUID()}@shore.example`, name: 'Ana' }
const stranger: Account = { id: randomUUID(), mail: `${randomUUID()}@shore.example`, name: 'Bo' }
const person = (id: string, given: string, family: string) => ({
  id, given, family, name: `${given} ${family}`, group: 'Reef', email: '', aliases: [], fields: {},
})
const document = (name: string, folder?: string): BriefDocument => ({
  usitorBrief: 1, title: 'Rules',
  requirements: [{ id: 'note', title: 'Note', name, ...(folder === undefined ? {} : { folder }) }],
})
let brief: string

/** Files that hold their own paths. */
const receive = (paths: string[]) => receiveFiles(
  account, brief, Object.fromEntries(paths.map(path => [path, Buffer.from(path)])), { replaces: true },
)
const summary = async () => (await getCheck(account, (await runCheck(account, brief)).id)).summary

beforeAll(async () => {
  for (const member of [account, stranger]) await db()('account').insert({ ...member, password: 'none' })
  brief = (await makeBrief(account, 'Rules', document('{family}_note'))).id
  await saveRoster(account, brief, {
    people: [person('s1', 'Ana', 'Marsh'), person('s2', 'Bo', 'Lindqvast'), person('s3', 'Cy', 'Tamworthy')],
    columns: ['id', 'given', 'family', 'name', 'group'],
  })
  await receive(['Marsh_note.txt', 'Lindqvast_note.txt', 'Tamworthy-note.txt'])
})

describe('a rule changed after files came in', () => {
  test('its effect is told before it is saved, and changes nothing', async () => {
    expect(await weighChange(account, brief, document('{family}-note'))).toMatchObject({
      files: 3, worse: 2, better: 1,
      worseFiles: [{ path: 'Lindqvast_note.txt', correctedPath: 'Lindqvast-note.txt' }, { path: 'Marsh_note.txt' }],
      betterFiles: [{ path: 'Tamworthy-note.txt' }],
    })
    expect((await getBrief(account, brief)).document?.requirements[0]?.name).toBe('{family}_note')
  })

  test('files received before may keep the earlier rule, until the rule changes again', async () => {
    const { worseFiles } = await weighChange(account, brief, document('{family}-note'), Infinity)
    await saveDocument(account, brief, document('{family}-note'), worseFiles)
    expect(await summary()).toMatchObject({ right: 3, toFix: 0 })
    await saveDocument(account, brief, document('{family}+note'))
    expect(await summary()).toMatchObject({ right: 0, toFix: 3 })
    await saveDocument(account, brief, document('{family}_note'))
    expect(await summary()).toMatchObject({ right: 2, toFix: 1 })
  })

  test('departures of the last check are told with their differences', async () => {
    const { id } = await runCheck(account, brief)
    expect(await departuresOf(account, id, 100)).toMatchObject([
      { requirement: 'note', path: 'Tamworthy-note.txt', differences: [{ kind: 'separator' }] },
    ])
  })

  test('a rule under which all would get one name is refused with the same words as on the page', async () => {
    await expect(saveDocument(account, brief, document('note'))).rejects.toThrow(
      'requirements[0].name: all 3 holders would get one and the same name, "note"',
    )
    await expect(saveDocument(account, brief, document('{boat}'))).rejects.toThrow('requirements[0].name: unknown field {boat}')
  })

  test('a rule may call a column as the list does, and is refused as if it said what every list says', async () => {
    const { id } = await makeBrief(account, 'Klassen')
    const people = ['7a', '7b'].map((group, at) => ({ ...person(`k${at}`, 'Bo', `Family${at}`), group }))
    await saveRoster(account, id, { people, columns: ['id', 'given', 'family', 'name', 'group'], headings: { given: 'Vorname', group: 'Klasse' } })
    await expect(saveDocument(account, id, document('{Vorname}'))).rejects.toThrow('all 2 holders would get one and the same name, "Bo"')
    await expect(saveDocument(account, id, document('{Vorname}_{Nachname}'))).rejects.toThrow('unknown field {Nachname}; write {family}')
    await saveDocument(account, id, document('{Klasse}_{Vorname}'))
    expect((await getLeaflets(account, id)).leaflets.map(one => textOfLeaflet(one.lines))).toEqual([/\b7a_Bo\b/, /\b7b_Bo\b/].map(
      own => expect.stringMatching(own) as string,
    ))
  })

  test('what a group owes under a member\'s name is told everybody under their own, and in the group\'s letter as one of several', async () => {
    const { id } = await makeBrief(account, 'Crews')
    const people = ['Ana', 'Bo'].map((given, at) => ({ ...person(`c${at}`, given, `Family${at}`), group: 'Reef' }))
    await saveRoster(account, id, { people, columns: ['id', 'given', 'family', 'name', 'group'] })
    await saveDocument(account, id, { ...document('{group}_{given}_note'), holder: 'group' })
    expect((await getLeaflets(account, id)).leaflets.map(one => textOfLeaflet(one.lines))).toEqual(['Ana', 'Bo'].map(
      given => expect.stringMatching(new RegExp(`one for all of Reef, under the name of any one member[^]*Reef_${given}_note`)) as string,
    ))
    await receiveFiles(account, id, { 'other.csv': Buffer.from('x') })
    const { slips } = await prepareSlips(account, (await runCheck(account, id)).id)
    expect(slips.map(slip => slip.text)).toEqual([expect.stringMatching(/^Hello group Reef,\n/)])
    expect(slips.map(slip => slip.text)).toEqual([expect.stringContaining('  asked for: Reef_Ana_note\n  or with another member\'s name\n')])
  })

  test('for a list too long for the thread that answers, another looks at the rule, with the same result', async () => {
    const { id } = await makeBrief(account, 'Long list')
    const people = Array.from({ length: 9000 }, (_, at) => person(`n${at}`, `Given${at}`, `Family${at}`))
    await saveRoster(account, id, { people, columns: ['id', 'given', 'family', 'name', 'group'] })
    await expect(saveDocument(account, id, document('note'))).rejects.toThrow(
      'requirements[0].name: all 9000 holders would get one and the same name, "note"',
    )
    await expect(saveDocument(account, id, document('{family}_{given}_note'))).resolves.toEqual({ number: 1 })
  })

  test('only members see or change anything of it', async () => {
    for (const act of [
      () => weighChange(stranger, brief, document('x')), () => receivedPaths(stranger, brief, 9),
      () => copyOf(stranger, brief, { title: 't', due: null, samePeople: true }), () => readRootAsIs(stranger, brief, 'in', true),
    ]) await expect(act()).rejects.toThrow('There is nothing here.')
  })
})

test('a wrapper is read as the root, or as it stands where a person says so', async () => {
  await saveDocument(account, brief, document('{family}_note', '{family}'))
  await receive(['export/Marsh/Marsh_note.txt', 'export/Lindqvast/Lindqvast_note.txt'])
  const root = async () => (await getCheck(account, (await runCheck(account, brief)).id)).roots[0]?.wrapper
  expect(await root()).toBe('export')
  await readRootAsIs(account, brief, 'in', true)
  expect(await root()).toBeNull()
  await expect(readRootAsIs(account, brief, 'elsewhere', true)).rejects.toThrow('Nothing was received under the root "elsewhere"')
})

test('a brief used again has its rules and no files', async () => {
  const { id } = await copyOf(account, brief, { title: 'Next term', due: '2027-04-16T15:30:00+02:00', samePeople: true })
  expect(await getBrief(account, id)).toMatchObject({
    title: 'Next term', document: { due: '2027-04-16T15:30:00+02:00', requirements: [{ id: 'note' }] },
    roster: { people: [{ id: 's1' }, { id: 's2' }, { id: 's3' }] }, intakes: [],
  })
})

test('what the same people wrote for another brief, for whoever may read both', async () => {
  const { id } = await makeBrief(account, 'Spring')
  const namesake = [person('other', 'Ana', 'Marsh'), person('s2', 'Bo', 'Lindqvast'), person('new', 'Ida', 'Quill')]
  await saveRoster(account, id, { people: namesake, columns: ['id', 'given', 'family', 'name', 'group'] })
  const earlier = await earlierNames(account, id)
  expect(earlier.map(({ title, files }) => ({ title, files: files.map(({ now, base }) => `${now} ${base}`).sort() }))).toEqual([
    { title: 'Rules', files: ['other Marsh_note', 's2 Lindqvast_note'] },
  ])
  expect(await earlierNames(account, brief)).toEqual([])
  await takePart(account, id, stranger, 'reader')
  expect(await earlierNames(stranger, id)).toEqual([])
  await expect(earlierNames(await accountOf('Nobody'), id)).rejects.toThrow('There is nothing here.')
})
