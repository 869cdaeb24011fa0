import { describe, expect, test } from 'vitest'
import type { BriefDocument } from '../brief/document'
import { readBrief } from '../brief/read'
import { listUnits } from '../brief/units'
import { writeLeaflet } from './leaflet'
import { starterEntries } from './starter'

const roster = {
  people: [{ id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh: a/b', group: 'Reef', email: '', aliases: [], fields: {} }], columns: [],
}
async function entriesOf(requirements: BriefDocument['requirements'], extension: string | null) {
  const brief = await readBrief({ usitorBrief: 1, title: 'x', requirements })
  return starterEntries(writeLeaflet(listUnits(brief, roster).units), 'Ana Marsh: a/b', extension).map(({ path, file }) => (file ? path : `${path}/`))
}

describe('a starter folder', () => {
  test('holds every folder that is asked, and the file to start from under each right name of its format', async () => {
    expect(await entriesOf([
      { id: 'report', name: '{family}_report', formats: [{ id: 'odt' }, { id: 'docx' }], folder: '{group}/{family}' },
      { id: 'photo', name: '{family}_{n}', formats: [{ id: 'jpg' }], folder: '{group}/{family}/photos', count: { from: 2, to: 2, by: 'n' },
        fields: { n: { type: 'number', digits: 2 } } },
    ], 'docx')).toEqual(['Reef/Marsh/', 'Reef/Marsh/photos/', 'Reef/Marsh/Marsh_report.docx'])
  })
  test('is the person\'s own level where no folder is asked, with signs that no file system takes replaced', async () => {
    expect(await entriesOf([{ id: 'log', name: '{family}_log', formats: [{ id: 'csv' }] }], 'csv'))
      .toEqual(['Ana Marsh_ a_b/', 'Ana Marsh_ a_b/Marsh_log.csv'])
  })
  test('leaves names with gaps to whoever fills them', async () => {
    expect(await entriesOf([
      { id: 'log', name: '{family}_{day}', fields: { day: { type: 'date', pattern: 'yyyy-MM-dd' } }, formats: [{ id: 'csv' }], folder: 'logs' },
    ], 'csv')).toEqual(['logs/'])
  })
  test('writes the ending in the asked case', async () => {
    expect(await entriesOf([{ id: 'log', name: '{family}', formats: [{ id: 'csv' }], folder: '', extensionCase: 'upper' }], 'csv'))
      .toEqual(['Ana Marsh_ a_b/', 'Ana Marsh_ a_b/Marsh.CSV'])
  })
  test('without a file to start from is folders alone', async () => {
    expect(await entriesOf([{ id: 'log', name: '{family}', formats: [{ id: 'csv' }], folder: 'a/b' }], null)).toEqual(['a/b/'])
  })
})
