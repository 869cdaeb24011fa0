import { createHash } from 'node:crypto'
import type { BriefDocument } from '../core/brief/document'
import { makeOdt, makePdf, makePhoto, textBytes, withComment } from './make-files'
import { MISTAKES } from './mistakes'
import type { DemoPerson } from './people'
import { drawPeople, fullName } from './people'
import { chanceOf } from './random'
import type { Chance } from './random'
import type { DemoFile, DemoWorld, Planted, RightFile } from './world'

const DUE = '2026-10-16T15:30:00+02:00'
const WRAPPER = 'week-2-export'

/** The sheet that was given out to fill in. */
const BLANK_LOG = textBytes('metre,species,count\r\n')

const DOCUMENT: BriefDocument = {
  usitorBrief: 1,
  title: 'Shore survey, week 2',
  due: DUE, zone: 'Europe/Paris', grace: 'PT10M', holder: 'person',
  strictness: { letterCase: 'exact', separators: 'exact', accents: 'ignore' },
  handouts: [createHash('sha256').update(BLANK_LOG).digest('hex')],
  requirements: [
    {
      id: 'transect', title: 'Transect log', name: '{group}_{family}-{given:1}_transect_{date}',
      fields: {
        group: { type: 'roster', case: 'upper', spaces: '-' }, family: { type: 'roster', spaces: '-' },
        date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' },
      },
      formats: [{ id: 'csv' }], extensionCase: 'lower', folder: '{group}/{family} {given}',
    },
    {
      id: 'quadrat', title: 'Quadrat photo', name: '{group}_{family}-{given:1}_quadrat-{n}',
      fields: {
        group: { type: 'roster', case: 'upper', spaces: '-' }, family: { type: 'roster', spaces: '-' },
        n: { type: 'number', digits: 2, from: 1 },
      },
      formats: [{ id: 'jpg', measured: { width: { from: 400 } } }], extensionCase: 'lower',
      folder: '{group}/{family} {given}/photos', count: { from: 3, to: 3, by: 'n' },
    },
    {
      id: 'map', title: 'Site map', holder: 'group', name: '{group}_site-map',
      fields: { group: { type: 'roster', case: 'upper', spaces: '-' } }, formats: [{ id: 'geojson' }, { id: 'pdf' }], folder: '{group}',
    },
    {
      id: 'report', title: 'Field report', holder: 'group', name: '{group}_field-report',
      fields: { group: { type: 'roster', case: 'upper', spaces: '-' } }, formats: [{ id: 'pdf' }, { id: 'odt' }], folder: '{group}',
    },
  ],
}

/** One who has one name only stands under it: the rule's family name and given name are empty for them. */
function listed(person: DemoPerson): DemoPerson {
  return person.name && !person.family ? { ...person, family: person.name, name: '' } : person
}

/**
 * Builds the shore survey: about 24 people in 6 crews, and among their files the mistakes of the trade, one a person
 * at most, so that half of the people stay untouched.
 *
 * @param seed - names, crews and mistakes are drawn from it
 */
export async function buildShoreSurvey(seed: number): Promise<DemoWorld> {
  const chance = chanceOf(seed)
  const people = drawPeople(chance, 24, 6).map(listed)
  const right = await rightFiles(chance, people)
  const { files, planted } = spoil(chance, right)
  return {
    key: 'shore-survey', document: DOCUMENT, people, root: 'received', planted,
    files: chance.shuffle(files.map(file => ({ path: `${WRAPPER}/${file.path}`, bytes: file.bytes, modified: file.modified }))),
  }
}

async function rightFiles(chance: Chance, people: readonly DemoPerson[]): Promise<RightFile[]> {
  const due = Date.parse(DUE)
  const pictures = Array.from({ length: 4 }, () => makePhoto(chance, 480, 360))
  const upper = (text: string) => text.toUpperCase().replace(/ /g, '-')
  const files: RightFile[] = []
  for (const person of people) {
    const { group, given, family, id } = person
    // fields are written alike in names and folders
    const written = family.replace(/ /g, '-')
    const tag = `${upper(group)}_${written}${given ? `-${[...given][0]}` : ''}`
    const own = `${upper(group)}/${[written, given].filter(Boolean).join(' ')}`
    const time = () => due - (5 + chance.below(3 * 1440)) * 60_000
    const day = `2026-10-${String(12 + chance.below(4)).padStart(2, '0')}`
    const rows = Array.from(
      { length: 6 + chance.below(12) },
      (_, metre) => `${metre},${chance.pick(['barnacle', 'limpet', 'kelp', 'sea lettuce', 'shore crab'])},${chance.below(40)}`,
    )
    files.push({
      path: `${own}/${tag}_transect_${day}.csv`,
      bytes: textBytes(['metre,species,count', ...rows, `99,checked by ${fullName(person)},1`, ''].join('\r\n')),
      // typed up on the day it was walked, or later
      modified: Math.max(time(), Date.parse(`${day}T16:00:00Z`)), requirement: 'transect', holder: id, person,
    })
    for (let n = 1; n <= 3; n++) {
      const path = `${own}/photos/${tag}_quadrat-0${n}.jpg`
      files.push({ path, bytes: withComment(chance.pick(pictures), path), modified: time(), requirement: 'quadrat', holder: id, person, n })
    }
  }
  for (const group of [...new Set(people.map(person => person.group))]) {
    const person = people.find(one => one.group === group)
    if (!person) continue
    const time = due - (20 + chance.below(1440)) * 60_000
    const lines = [
      'Weather fair, tide falling.', `Crew ${group} surveyed ${3 + chance.below(4)} transects.`,
      'Nothing unusual was found above the strandline.',
    ]
    const points = Array.from(
      { length: 3 },
      () => ({ type: 'Feature', properties: { crew: group }, geometry: { type: 'Point', coordinates: [chance.next() * 3 - 4, 47 + chance.next()] } }),
    )
    files.push({
      path: `${upper(group)}/${upper(group)}_site-map.geojson`,
      bytes: textBytes(JSON.stringify({ type: 'FeatureCollection', features: points })), modified: time, requirement: 'map',
      holder: group, person,
    })
    const odt = chance.below(2) === 0
    files.push({
      path: `${upper(group)}/${upper(group)}_field-report.${odt ? 'odt' : 'pdf'}`,
      bytes: odt ? makeOdt([`Field report, ${group}`, ...lines]) : await makePdf(`Field report, ${group}`, lines), modified: time,
      requirement: 'report', holder: group, person,
    })
  }
  return files
}

/** Spoils one file each of half of the people, and some of the crews' own. */
function spoil(chance: Chance, right: readonly RightFile[]): { files: DemoFile[], planted: Planted[] } {
  const holders = [...new Set(right.map(file => file.holder))]
  const persons = chance.shuffle(holders.filter(holder => /^s\d/.test(holder))).slice(0, 12)
  const crews = chance.shuffle(holders.filter(holder => !/^s\d/.test(holder))).slice(0, 3)
  const spoilt = new Map<RightFile, ReturnType<typeof MISTAKES[number]['spoil']>>()
  const todo = chance.shuffle(MISTAKES)
  for (const holder of chance.shuffle([...persons, ...crews])) {
    const own = right.filter(file => file.holder === holder)
    const mistake = todo.find(one => own.some(one.fits)) ?? chance.pick(MISTAKES.filter(one => own.some(one.fits)))
    if (todo.includes(mistake)) todo.splice(todo.indexOf(mistake), 1)
    const file = chance.pick(own.filter(mistake.fits))
    spoilt.set(file, mistake.spoil(file, { chance, others: right, due: Date.parse(DUE) }))
  }
  return {
    files: right.flatMap(file => spoilt.get(file)?.files ?? [file]),
    planted: [...spoilt.values()]
      .flatMap(({ planted }) => planted).map(one => (one.path === undefined ? one : { ...one, path: `${WRAPPER}/${one.path}` })),
  }
}
