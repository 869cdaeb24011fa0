import { expect, test } from 'vitest'
import type { ReceivedFile } from '../arrivals/received'
import type { BriefDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import { check } from '../checking/check'
import type { Person } from '../roster/types'
import { EN_DOOR } from '../wording/door/en'
import { writeWallLeaflet } from './wall-leaflet'

const person = (id: string, given: string, family: string, group: string): Person =>
  ({ id, given, family, name: `${given} ${family}`, group, email: '', aliases: [], fields: { code: `K-${id}` } })
const roster = { people: [person('s1', 'Ana', 'Marsh', 'Reef'), person('s2', 'Sven', 'Persson', 'Dune')], columns: ['code'] }
const document: BriefDocument = {
  usitorBrief: 1, title: 'Shore survey', due: '2026-10-16T15:30:00+02:00',
  exceptions: [{ for: { person: 's1' }, owed: false, reason: 'left' }],
  requirements: [
    { id: 'photo', title: 'Quadrat photo', name: '{group}_{family}-{given:1}_quadrat-{n}', formats: [{ id: 'jpg' }], note: 'Hold it level.',
      fields: { n: { type: 'number', digits: 2 } }, count: { from: 2, to: 2, by: 'n' }, owedBy: { groups: ['Dune'], people: [] } },
    { id: 'log', title: 'Log', name: '{family}_{given}_log', formats: [{ id: 'csv' }], folder: '{family} {given}' },
    { id: 'map', title: 'Map', name: '{group}_map', formats: [{ id: 'pdf' }], holder: 'group' },
  ],
}
const wall = async () => writeWallLeaflet(await readBrief(document, { columns: ['code'] }), { columns: ['code'] }, {
  title: document.title, said: EN_DOOR, noteOf: id => document.requirements.find(one => one.id === id)?.note ?? '',
  sayTime: () => 'Fri 16 Oct, 15:30',
})

test('a rule for the wall shows every piece under names of nobody on the list', async () => {
  const lines = await wall()
  expect(lines.filter(({ kind }) => kind === 'name').map(({ text }) => text)).toEqual([
    'Group_Person-S_quadrat-01.jpg', 'Group_Person-S_quadrat-02.jpg', 'Person_Sample_log.csv', 'Group_map.pdf',
  ])
  expect(lines.slice(0, 3).map(({ text }) => text)).toEqual([
    'Shore survey', 'Sample Person of Group does not exist: put what is yours in place of it. Everything else stands as it is.',
    'until Fri 16 Oct, 15:30',
  ])
  expect(lines.map(({ text }) => text)).toContain('Hold it level.')
})

const received = (path: string, format: string): ReceivedFile => ({
  root: 'given', path, size: 5, sha256: path.length.toString(16).padStart(64, '0'), receivedAt: null, receivedAtFrom: 'unknown',
  reading: { candidates: [format], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
})

test.each(['', 'Persson Sven/'])('a file named by the wall itself ("%s" before it) is told so, and is right for nobody', async (folder) => {
  const names = (await wall()).filter(({ kind }) => kind === 'name').map(({ text }) => text)
  const files = names.map(name => received(`${folder}${name}`, name.slice(name.lastIndexOf('.') + 1)))
  for (const file of files) {
    const report = check({ brief: await readBrief(document, { columns: ['code'] }), roster, received: [file], checkedAt: 0 })
    expect([file.path, report.files[0]?.findings.map(({ code }) => code)]).toEqual([file.path, expect.arrayContaining(['name.default'])])
    expect(report.slots.some(({ status }) => status === 'right')).toBe(false)
  }
})
