import { mkdirSync, utimesSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { BriefDocument } from '../core/brief/document'
import { makePdf, makePng } from './make-files'
import type { DemoPerson } from './people'
import { drawPeople, fullName } from './people'
import { chanceOf } from './random'

const DUE = '2026-11-20T17:00:00+01:00'

/** A brief whose files lie on a computer, with a second copy on a drive. */
export const TWO_PLACES: BriefDocument = {
  usitorBrief: 1, title: 'Bookbinding, sample books', due: DUE, zone: 'Europe/Berlin', holder: 'person',
  strictness: { letterCase: 'ignore', separators: 'ignore' },
  requirements: [
    {
      id: 'sheet', title: 'Work sheet', name: '{family}_work-sheet', formats: [{ id: 'pdf' }], folder: 'Documents/{family}', copies: ['Drive'],
      note: 'Export it; do not hand in the layout.',
    },
    { id: 'cover', title: 'Cover', name: '{family}_cover', formats: [{ id: 'png' }], folder: 'Documents/{family}', copies: ['Drive'] },
  ],
}

/**
 * Writes what people saved under two folders, `computer` and `drive`: most the same in both, one in one only, one changed in the other.
 *
 * @param folder - is made where it is not there
 */
export async function writeTwoPlaces(folder: string, seed: number): Promise<DemoPerson[]> {
  const chance = chanceOf(seed + 11)
  // nobody of a family name that somebody has already: the rule tells them by it
  const drawn = drawPeople(chance, 7, 1)
  const people = drawn.filter(({ family }, at) => drawn.findIndex(one => one.family === family) === at)
    .map((person, at) => ({ ...person, group: '', family: person.family || person.name, id: `b${at + 1}` }))
  const time = new Date(Date.parse(DUE) - 86_400_000)
  const put = (path: string, bytes: Uint8Array) => {
    const whole = join(folder, path)
    mkdirSync(dirname(whole), { recursive: true })
    writeFileSync(whole, bytes)
    utimesSync(whole, time, time)
  }
  for (const [at, person] of people.entries()) {
    const sheet = await makePdf('Work sheet', [fullName(person), 'Paper, thread, board, glue'])
    const cover = makePng(chance, 300, 200, at)
    const name = at === 2 ? 'Work sheet final.pdf' : `${person.family}_work-sheet.pdf`
    const inside = `Documents/${person.family}`
    put(`computer/${inside}/${name}`, sheet)
    if (at !== 5) put(`computer/${inside}/${person.family}_cover.png`, cover)
    // one forgot the drive, one went on working there
    const later = () => makePdf('Work sheet', [fullName(person), 'Paper, thread, board, glue, linen'])
    if (at !== 1) put(`drive/${inside}/${name}`, at === 3 ? await later() : sheet)
    if (at !== 5 && at !== 4) put(`drive/${inside}/${person.family}_cover.png`, cover)
  }
  return people
}
