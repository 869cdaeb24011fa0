import type { BriefDocument } from '../core/brief/document'
import { makeFlac, makeOdt, makePdf, makePng, makeWav } from './make-files'
import type { DemoPerson } from './people'
import { drawPeople, fullName } from './people'
import { chanceOf } from './random'
import type { DemoFile, DemoWorld, Planted } from './world'

const DUE = '2026-11-06T18:00:00+01:00'

const DOCUMENT: BriefDocument = {
  usitorBrief: 1,
  title: 'Harbour Radio, autumn season',
  due: DUE, zone: 'Europe/Berlin', holder: 'person',
  strictness: { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' },
  requirements: [
    {
      id: 'audio', title: 'Episode sound', name: 'episode-{id}_{family}_{part}', fields: { part: { type: 'choice', values: ['mix', 'final'] } },
      formats: [{ id: 'wav', measured: { sampleRate: { is: 44100 } } }, { id: 'flac', measured: { sampleRate: { is: 44100 } } }],
    },
    { id: 'script', title: 'Script', name: 'episode-{id}_{family}_script', formats: [{ id: 'odt' }] },
    {
      id: 'sheet', title: 'Programme sheet', name: 'episode-{id}_{family}_sheet',
      formats: [{ id: 'pdf', measured: { pages: { to: 1 }, pageWidth: { from: 205, to: 215 } } }],
    },
    {
      id: 'cover', title: 'Cover picture', name: 'episode-{id}_{family}_cover',
      formats: [{ id: 'png', measured: { width: { is: 300 }, height: { is: 300 } } }],
    },
  ],
}

/** Builds a smaller brief of another kind: everybody's files in one flat heap, small slips in names allowed. */
export async function buildRadioSeason(seed: number): Promise<DemoWorld> {
  const chance = chanceOf(seed + 7)
  const people = drawPeople(chance, 8, 2).map((person, at): DemoPerson => ({
    ...person, id: String(at + 1).padStart(2, '0'), family: person.family || person.name, name: '',
  }))
  const time = Date.parse(DUE) - 3_600_000
  const files: DemoFile[] = []
  const planted: Planted[] = []
  for (const [index, person] of people.entries()) {
    const stem = `episode-${person.id}_${person.family}`
    const add = (path: string, bytes: Uint8Array, code?: string) => {
      files.push({ path, bytes, modified: time - index * 60_000 })
      if (code) planted.push({ kind: code, path, codes: [code] })
    }
    const rate = index === 1 ? 22_050 : 44_100
    const flac = index % 2 === 1
    add(
      `${stem}_final.${flac ? 'flac' : 'wav'}`,
      flac ? makeFlac(0.6, rate, 220 + index * 30) : makeWav(0.6, rate, 220 + index * 30),
      index === 1 ? 'format.condition' : undefined,
    )
    if (index === 2) planted.push({ kind: 'nothing sent', slot: { requirement: 'script', holder: person.id }, codes: ['missing'] })
    // spaces for hyphens and another letter case are slips that this brief allows
    else add(
      index === 3 ? `Episode ${person.id} ${person.family} Script.odt` : `${stem}_script.odt`,
      makeOdt([`Episode ${person.id}`, `Written by ${fullName(person)}`]),
    )
    const coverFault = { 4: 'format.condition', 5: 'name.copy-mark' }[index]
    add(`${stem}_cover${index === 5 ? ' (1)' : ''}.png`, makePng(chance, index === 4 ? 320 : 300, 300, index), coverFault)
    add(
      `${stem}_sheet.pdf`, await makePdf(`Episode ${person.id}`, [fullName(person)], index === 6 ? 3 : 1),
      index === 6 ? 'format.condition' : undefined,
    )
  }
  return { key: 'radio-season', document: DOCUMENT, people, root: 'season', files: chance.shuffle(files), planted }
}
