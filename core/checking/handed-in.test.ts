import { describe, expect, test } from 'vitest'
import type { ReceivedFile } from '../arrivals/received'
import type { BriefDocument } from '../brief/document'
import { cutToPerson } from '../brief/one-holder'
import { writeLeaflet } from '../reporting/leaflet'
import { readBrief } from '../brief/read'
import type { Person } from '../roster/types'
import { check } from './check'

const person = (id: string, given: string, family: string, group: string): Person =>
  ({ id, given, family, name: `${given} ${family}`, group, email: `${given.toLowerCase()}@shore.example`, aliases: [],
    fields: { mark: `secret-${id}` } })
const roster = {
  people: [person('s1', 'Ana', 'Marsh', 'Reef'), person('s2', 'Ben', 'Wade', 'Reef'), person('s3', 'Cleo', 'Dunn', 'Dune')], columns: ['mark'],
}
const document: BriefDocument = {
  usitorBrief: 1, title: 'Shore', due: '2026-10-16T15:30:00+02:00',
  exceptions: [{ for: { person: 's1' }, requirement: 'log', due: '2026-10-20T15:30:00+02:00', reason: 'ill' }, { for: { person: 's3' },
    owed: false, reason: 'left' }],
  requirements: [
    { id: 'log', title: 'Log', name: '{family}_{given}_log', formats: [{ id: 'csv' }], folder: '{family}' },
    { id: 'photo', title: 'Photo', name: '{family}_photo-{n}', formats: [{ id: 'jpg' }], fields: { n: { type: 'number', digits: 2 } },
      count: { from: 2, to: 2, by: 'n' } },
    { id: 'map', title: 'Map', name: '{group}_map', formats: [{ id: 'pdf' }], holder: 'group', owedBy: { groups: ['Reef'], people: [] } },
  ],
}
let serial = 0
const sent = (by: string, name: string, format: string, more: Partial<ReceivedFile> & { requirement?: string, n?: number } = {}): ReceivedFile => {
  serial++
  const { requirement, n, ...rest } = more
  return {
    root: 'handed in', path: `${by}/1/${name}`, size: 5, sha256: serial.toString(16).padStart(64, '0'),
    receivedAt: Date.parse('2026-10-15T10:00:00Z'), receivedAtFrom: 'server',
    handedIn: { by, sentAs: name, ...(requirement ? { requirement } : {}), ...(n === undefined ? {} : { n }) },
    reading: { candidates: [format], version: null, state: 'ok', verified: 'structure', fault: null, props: {} }, ...rest,
  }
}
async function judge(...received: ReceivedFile[]) {
  const report = check({ brief: await readBrief(document, { columns: ['mark'] }), roster, received, checkedAt: Date.parse('2026-10-15T12:00:00Z') })
  return { report, file: report.files[0], slot: (requirement: string, holder: string, n?: number) =>
    report.slots.find(one => one.requirement === requirement && one.holder === holder && one.n === n) }
}

describe('what came through somebody\'s own link', () => {
  test('rightly named is right, and no folder is held against it', async () => {
    const { file, slot } = await judge(sent('s1', 'Marsh_Ana_log.csv', 'csv'))
    expect(slot('log', 's1')?.status).toBe('right')
    expect(file).toMatchObject({ findings: [], handedInBy: 's1', sentAs: 'Marsh_Ana_log.csv', correctedPath: 'Marsh/Marsh_Ana_log.csv' })
  })
  test('under any other name is theirs, and told the right name', async () => {
    const { file, slot } = await judge(sent('s2', 'export(3).csv', 'csv'))
    expect(slot('log', 's2')?.status).toBe('to-fix')
    expect(file?.findings.map(one => one.code)).toEqual(['name.differs'])
    expect(file?.correctedPath).toBe('Wade/Wade_Ben_log.csv')
  })
  test('named as somebody else\'s waits, whoever\'s link it is', async () => {
    const { file } = await judge(sent('s2', 'Marsh_Ana_log.csv', 'csv'))
    expect(file?.role).toBe('unplaced')
    expect(file?.candidates).toContainEqual({ requirement: 'log', holder: 's1' })
  })
  test('that says somebody else in full waits, too', async () => {
    const { file } = await judge(sent('s2', 'Cleo Dunn notes.csv', 'csv'))
    expect(file?.role).toBe('unplaced')
  })
  test('of a group\'s piece counts for the group', async () => {
    const { slot } = await judge(sent('s2', 'Reef_map.pdf', 'pdf'))
    expect(slot('map', 'Reef')?.status).toBe('right')
  })
  test('is the piece that was said, where the name says none', async () => {
    const { slot } = await judge(sent('s1', 'IMG_2231.jpg', 'jpg', { requirement: 'photo', n: 2 }))
    expect(slot('photo', 's1', 2)?.status).toBe('to-fix')
    expect(slot('photo', 's1', 1)?.status).toBe('missing')
  })
  test('is the piece its name says, whatever was said', async () => {
    const { slot } = await judge(sent('s1', 'Marsh_photo-01.jpg', 'jpg', { requirement: 'photo', n: 2 }))
    expect(slot('photo', 's1', 1)?.status).toBe('right')
  })
  test('of another format is told so in its own place', async () => {
    const { file } = await judge(sent('s1', 'Marsh_Ana_log.csv', 'pdf', { requirement: 'log' }))
    expect(file?.slot).toMatchObject({ requirement: 'log', holder: 's1' })
    expect(file?.findings.map(one => one.code)).toEqual(['format.disguised'])
  })
  test('stands beside a folder that the coordinator brought', async () => {
    const brought: ReceivedFile = { ...sent('s3', 'Dunn_Cleo_log.csv', 'csv'), root: 'shared', path: 'Dunn/Dunn_Cleo_log.csv' }
    delete brought.handedIn
    const { slot } = await judge(sent('s1', 'Marsh_Ana_log.csv', 'csv'), brought)
    expect(slot('log', 's1')?.status).toBe('right')
  })
})

describe('a brief cut to one person', () => {
  test('holds what they owe with their own times, and nothing of anybody else', async () => {
    const own = cutToPerson(document, await readBrief(document, { columns: ['mark'] }), roster, 's1')
    expect(own?.document.requirements.map(one => one.id)).toEqual(['log', 'photo', 'map'])
    expect(own?.document.requirements[0]?.due).toBe('2026-10-20T13:30:00.000Z')
    const text = JSON.stringify({ document: own?.document, roster: own?.roster })
    for (const other of ['Cleo', 'Dunn', 's3', 's2', 'left', 'ill', 'secret-s2', 'ben@', 'Dune']) expect(text).not.toContain(other)
    expect(text).toContain('Ben')
  })
  test('names no member of a group that owes nothing', async () => {
    const own = cutToPerson(document, await readBrief(document, { columns: ['mark'] }), roster, 's3')
    expect(own?.document.requirements).toEqual([])
    const alone = { ...document, requirements: document.requirements.slice(0, 2) }
    expect(cutToPerson(alone, await readBrief(alone, { columns: ['mark'] }), roster, 's2')?.roster.people).toHaveLength(1)
  })
  test('names what the group owes after them, where it is named after one of its members', async () => {
    const requirements = [
      { id: 'poster', title: 'Poster', name: '{group}_{family}_poster', holder: 'group' as const },
      { id: 'map', title: 'Map', name: '{group}_map', holder: 'group' as const },
    ]
    const asked = { ...document, requirements, exceptions: [] }
    const leafletOf = async (id: string) => {
      const own = cutToPerson(asked, await readBrief(asked), roster, id)
      return writeLeaflet(own?.units ?? [], own?.roster.people[0])
    }
    const piecesOf = async (id: string) => (await leafletOf(id))
      .map(piece => [...piece.names.map(one => one.stretches.map(({ text }) => text).join('')), piece.byMember])
    expect(await piecesOf('s1')).toEqual([['Reef_Marsh_poster', true], ['Reef_map', false]])
    expect(await piecesOf('s2')).toEqual([['Reef_Wade_poster', true], ['Reef_map', false]])
    // one that is alone has no other
    expect(await piecesOf('s3')).toEqual([['Dune_Dunn_poster', false], ['Dune_map', false]])
  })
  test('judges as the whole one does', async () => {
    const own = cutToPerson(document, await readBrief(document, { columns: ['mark'] }), roster, 's2')
    if (!own) throw new Error('nobody')
    const files = [sent('s2', 'wade ben log.CSV', 'csv'), sent('s2', 'Reef_map.pdf', 'pdf'), sent('s2', 'photo 2.jpg', 'jpg')]
    const alone = check({ brief: await readBrief(own.document, { columns: ['mark'] }), roster: own.roster, received: files, checkedAt: 0 })
    const { report } = await judge(...files)
    expect(alone.files).toEqual(report.files)
  })
  test('of nobody is none', async () => {
    expect(cutToPerson(document, await readBrief(document, { columns: ['mark'] }), roster, 's9')).toBeNull()
  })
})
