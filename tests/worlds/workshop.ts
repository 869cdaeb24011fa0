/**
 * A third sort of messy hand-ins: a joinery school's class, numbered 1 to 28 like the days its people write into names.
 *
 * What the others lack: ids that look like dates, a code of each person as a column, free text in a name, reports of a month that
 * come beside those of the month before, volumes, backups that come alone, checksums beside the right file. Imports nothing of the
 * application; common practice, no source.
 */
import type { FileTruth, Rng, World, WorldPerson, WorldReading, WorldSlot } from './messy'
import { rngOf } from './messy'

const GIVEN = [
  'Alba', 'Bruno', 'Cilla', 'Dario', 'Edda', 'Falk', 'Greta', 'Hauke', 'Ilka', 'Jonne', 'Kaja', 'Lasse', 'Mirja', 'Nevio', 'Oda', 'Pelle',
  'Quinn', 'Rhea', 'Sverre', 'Tilda', 'Ulla', 'Vito', 'Wanda', 'Xaver', 'Yelda', 'Zeno', 'Amrei', 'Bosse',
]
const FAMILIES = [
  'Ahrndt', 'Birkholm', 'Cvetko', 'Dornseif', 'Eskelund', 'Fahlström', 'Gottwald', 'Hjelmer', 'Immerath', 'Jaskulla', 'Kvarnberg',
  'Lindqvist', 'Moosbrugger', 'Nordhagen', 'Oberleitner', 'Pfennigwerth', 'Quastenberg', 'Riemenschneider', 'Sandvoss', 'Trollmann',
  'Uhlenbrock', 'Vestergaard', 'Wolkersdorfer', 'Xanten', 'Ylander', 'Zumkeller', 'Aschenbrenner', 'Brandstetter',
]
const SUBJECTS = ['oak table', 'window frame', 'stair plan', 'dovetail study', 'veneer test', 'lamp stand']
const pick = <T>(rng: Rng, list: readonly T[]): T => list[Math.floor(rng() * list.length)] as T
const hex = (rng: Rng) => Array.from({ length: 64 }, () => '0123456789abcdef'[Math.floor(rng() * 16)]).join('')
const two = (n: number) => String(n).padStart(2, '0')
const DAY = 86_400_000
const START = Date.UTC(2026, 9, 1)

/** Three letters nobody else has. */
const codeOf = (position: number) => `${'BDFGKLM'[position % 7]}${'XZQVW'[position % 5]}${'RTPNSHJ'[Math.floor(position / 4) % 7]}`

export function makeWorkshop(seed: number): World {
  const rng = rngOf(seed * 53 + 11)
  const people: WorldPerson[] = GIVEN.map((given, at) => ({
    id: String(at + 1), given, family: FAMILIES[at] as string, name: `${given} ${FAMILIES[at]}`, group: 'J2', email: '', aliases: [],
    fields: { code: codeOf(at) },
  }))
  const document = {
    usitorBrief: 1, title: 'Workshop, October', due: '2026-11-05T12:00:00Z', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [
      { id: 'talk', title: 'Talk', name: '{family}_{given}_talk', formats: [{ id: 'pdf' }], folder: 'Talks' },
      {
        id: 'sheet', title: 'Cutting list', name: '{code}_{subject}', fields: { subject: { type: 'text' } }, formats: [{ id: 'ods' }],
        folder: 'Cutting lists',
      },
      {
        id: 'report', title: 'Report', name: '{code}_{period}_Report',
        fields: { period: { type: 'date', pattern: 'yyyy-MM', from: '2026-10-01', to: '2026-10-31' } }, formats: [{ id: 'pdf' }], folder: 'Reports',
      },
      {
        id: 'register', title: 'Register', name: '{code} Register {x} of {y}',
        fields: { x: { type: 'number', from: 1 }, y: { type: 'number', from: 1 } }, volumes: { number: 'x', of: 'y' },
        formats: [{ id: 'docx' }], folder: 'Registers/{code}',
      },
      { id: 'part', title: 'Part', name: '{family}_{given}_part', formats: [{ id: 'stl' }], folder: 'Parts' },
    ],
  }
  const world: World = { name: 'workshop', document, people, files: [], truth: [], missing: [], untouched: [] }
  const add = (path: string, format: string, truth: Omit<FileTruth, 'path'>, later = 0) => {
    const reading: WorldReading = { candidates: [format], version: null, state: 'ok', verified: 'structure', fault: null, props: {} }
    world.files.push({
      root: 'in', path, size: 500 + Math.floor(rng() * 9000), sha256: hex(rng), receivedAt: START + Math.floor(rng() * 20) * DAY + later,
      receivedAtFrom: 'modified', reading,
    })
    world.truth.push({ path, ...truth })
  }
  const placed = (slot: WorldSlot, kind?: string, ...codes: string[]): Omit<FileTruth, 'path'> =>
    ({ slot, role: 'placed', codes, kinds: kind === undefined ? [] : [kind] })
  const beside = (role: string, kind: string): Omit<FileTruth, 'path'> => ({ slot: null, role, codes: [], kinds: [kind] })
  for (const person of people) for (const draw of [drawTalk, drawSheet, drawReport, drawRegister, drawPart]) draw(person)
  return world

  function untouched(path: string, format: string, slot: WorldSlot): void {
    add(path, format, placed(slot))
    world.untouched.push(slot)
  }
  function drawTalk({ id, given, family }: WorldPerson): void {
    const slot = { requirement: 'talk', holder: id }
    const way = Math.floor(rng() * 6)
    const day = 1 + Math.floor(rng() * 28)
    // the day is somebody else's number
    if (way === 0) add(`Talks/${family} ${given} talk ${day}.10.2026.pdf`, 'pdf', placed(slot, 'a day like an id', 'name.differs'))
    else if (way === 1) add(`Talks/2026-10-${two(day)} talk ${given} ${family}.pdf`, 'pdf', placed(slot, 'a date before it', 'name.differs'))
    else if (way === 2) add(`Talks/${day}.10. ${family} talk.pdf`, 'pdf', placed(slot, 'day and family name only', 'name.differs'))
    else untouched(`Talks/${family}_${given}_talk.pdf`, 'pdf', slot)
  }
  function drawSheet({ id, fields: { code = '' } }: WorldPerson): void {
    const slot = { requirement: 'sheet', holder: id }
    const way = Math.floor(rng() * 5)
    const subject = pick(rng, SUBJECTS)
    if (way === 0) add(`Cutting lists/${code} ${subject}.ods`, 'ods', placed(slot, 'code parted otherwise', 'name.differs'))
    else if (way === 1) add(`${code}_${subject}.ods`, 'ods', placed(slot, 'free text at the top', 'folder.wrong'))
    else untouched(`Cutting lists/${code}_${subject}.ods`, 'ods', slot)
  }
  function drawReport({ id, fields: { code = '' } }: WorldPerson): void {
    const slot = { requirement: 'report', holder: id }
    const right = `Reports/${code}_2026-10_Report.pdf`
    const way = Math.floor(rng() * 7)
    if (way === 0) add(`Reports/${code}_2026-09_Report.pdf`, 'pdf', placed(slot, 'last month alone', 'name.differs'))
    else if (way === 1) add(`Reports/${code}_October 2026_Report.pdf`, 'pdf', placed(slot, 'month in words', 'name.differs'))
    else if (way === 2) {
      // last month's, put in later
      add(`Reports/${code}_2026-09_Report.pdf`, 'pdf', beside('unplaced', 'last month beside the right one'), 25 * DAY)
      untouched(right, 'pdf', slot)
    }
    else if (way === 3) {
      add(`${right}.sha256`, 'txt', beside('companion', 'a checksum beside it'), 25 * DAY)
      untouched(right, 'pdf', slot)
    }
    else if (way === 4) {
      for (const month of ['07', '09']) {
        add(
          `Reports/${code}_2026-${month}_Report.pdf`, 'pdf',
          month === '09' ? placed(slot, 'the last of earlier months', 'name.differs') : beside('unplaced', 'an earlier month beside another'),
        )
      }
    }
    else untouched(right, 'pdf', slot)
  }
  function drawRegister({ id, fields: { code = '' } }: WorldPerson): void {
    const total = 3 + Math.floor(rng() * 3)
    const way = Math.floor(rng() * 4)
    const odd = 1 + Math.floor(rng() * total)
    for (let n = 1; n <= total; n++) {
      const slot = { requirement: 'register', holder: id, n }
      const path = (all: number) => `Registers/${code}/${code} Register ${n} of ${all}.docx`
      if (n === odd && way === 0) world.missing.push(slot)
      else if (n === odd && way === 1) add(path(total + 1), 'docx', placed(slot, 'another total', 'count.total-differs'))
      else untouched(path(total), 'docx', slot)
    }
  }
  function drawPart({ id, given, family }: WorldPerson): void {
    const slot = { requirement: 'part', holder: id }
    const name = `Parts/${family}_${given}_part.stl`
    const way = Math.floor(rng() * 5)
    if (way === 0) {
      add(`${name}.bak`, 'stl', beside('backup', 'a backup alone'))
      world.missing.push(slot)
    }
    else if (way === 1) add(name.replace('.stl', ' (1).stl'), 'stl', placed(slot, 'copy mark', 'name.copy-mark'))
    else untouched(name, 'stl', slot)
  }
}
