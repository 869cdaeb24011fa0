/**
 * A second sort of messy hand-ins: a town archive collects recordings, scans and minutes from societies, crews and single people.
 *
 * Other shapes than the first: versions and milestones, dates in names, firms with one name and aliases, pieces that no number tells
 * apart, group work brought by members, three kinds of roots. Imports nothing of the application; common practice, no source.
 */
import type { FileTruth, Rng, World, WorldFile, WorldPerson, WorldReading, WorldSlot } from './messy'
import { rngOf } from './messy'

const SOCIETIES = [
  'Harbour Choir', 'Lantern Walkers', 'Old Mill Friends', 'Rowing Club Ottersfurt', 'St. Brannoc Ringers', 'Kite Makers',
  'Bee Wardens', 'Salt Road Players', 'Quarry Band', 'Night Bakers', 'Glass Menders', 'Fen Skaters', 'Tower Keepers',
  'Paper Boats', 'Hill Readers', 'Ferry Hands',
]
const CREWS = ['Sound', 'Film', 'Scan']
const pick = <T>(rng: Rng, list: readonly T[]): T => list[Math.floor(rng() * list.length)] as T
const hex = (rng: Rng) => Array.from({ length: 64 }, () => '0123456789abcdef'[Math.floor(rng() * 16)]).join('')
const two = (n: number) => String(n).padStart(2, '0')
const DAY = 86_400_000
const START = Date.UTC(2026, 4, 4)

interface Draft { path: string, format: string, state: WorldReading['state'], at: number, truth: Omit<FileTruth, 'path'> }

/** One world of the archive; about a third of the pieces are wrong in one way. */
// eslint-disable-next-line complexity -- every draw of a world follows the one before: divided, all worlds would be others
export function makeArchive(seed: number): World {
  const rng = rngOf(seed * 31 + 7)
  const people: WorldPerson[] = SOCIETIES.map((name, at) => ({
    id: `${100 + at * 7}`, given: '', family: '', name, group: CREWS[at % 3] as string, email: `post@society${at}.example`,
    aliases: [`${name.split(' ')[0]}${at} e.V.`], fields: {},
  }))
  const due = START + 30 * DAY
  const document = {
    usitorBrief: 1, title: 'Town archive', due: new Date(due).toISOString().replace('.000Z', 'Z'),
    strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [
      // the saved version counts; milestones stay beside it
      {
        id: 'minutes', title: 'Minutes', name: ['{name}_minutes_v{v}', '{name}_minutes_M{m}'],
        fields: { name: { type: 'roster', spaces: '-' }, v: { type: 'version', digits: 3 }, m: { type: 'version', digits: 1, milestone: true } },
        formats: [{ id: 'odt' }], folder: '{id}',
      },
      {
        id: 'evening', title: 'Evening', name: '{date} {name}',
        fields: { date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-05-01', to: '2026-06-30' } },
        formats: [{ id: 'flac' }], folder: '{id}/sound',
      },
      // at least so many scans, whatever they are called
      { id: 'scans', title: 'Scans', formats: [{ id: 'tif' }], folder: '{id}/scans', count: { from: 3 } },
      {
        id: 'plan', title: 'Crew plan', holder: 'group', name: 'plan-{group}-{n}',
        fields: { n: { type: 'number', digits: 1, from: 1 } }, formats: [{ id: 'pdf' }], folder: '{group}',
        count: { from: 2, to: 2, by: 'n' },
      },
    ],
  }
  const world: World = { name: 'archive', document, people, files: [], truth: [], missing: [], untouched: [] }
  const add = ({ path, format, state, at: time, truth }: Draft) => {
    if (world.files.some(file => file.path === path)) return
    const file: WorldFile = {
      root: 'in', path, size: state === 'empty' ? 0 : 500 + Math.floor(rng() * 9000), sha256: hex(rng), receivedAt: time,
      receivedAtFrom: 'modified',
      reading: { candidates: [format], version: null, state, verified: 'structure', fault: null, props: {} },
    }
    world.files.push(file)
    world.truth.push({ path, ...truth })
  }
  const right = (path: string, format: string, slot: WorldSlot, time = START + Math.floor(rng() * 20) * DAY): Draft => ({
    path, format, state: 'ok', at: time, truth: { slot, role: 'placed', codes: [], kinds: [] },
  })
  const spoil = (draft: Draft, kind: string, codes: string[], change: Partial<Draft>): Draft => ({
    ...draft, ...change, truth: { ...draft.truth, codes, kinds: [kind] },
  })

  for (const society of people) {
    const { id, name } = society
    const dashed = name.replace(/ /g, '-')
    const minutes = { requirement: 'minutes', holder: id }
    const version = 2 + Math.floor(rng() * 90)
    const saved = right(`${id}/${dashed}_minutes_v${String(version).padStart(3, '0')}.odt`, 'odt', minutes)
    const how = Math.floor(rng() * 8)
    if (how === 0) {
      add(spoil(saved, 'version without zeros', ['name.differs'], { path: `${id}/${dashed}_minutes_v${version}.odt` }))
      if (version > 99) world.untouched.push(minutes)
    }
    else if (how === 1) add(spoil(
      saved, 'in the folder of another', ['folder.other-holder'],
      { path: `${pick(rng, people.filter(one => one.id !== id)).id}/${dashed}_minutes_v${String(version).padStart(3, '0')}.odt` },
    ))
    else if (how === 2) add(spoil(
      saved, 'exported instead of the working document', ['format.not-accepted'],
      { path: saved.path.replace(/odt$/, 'pdf'), format: 'pdf' },
    ))
    else if (how === 3) world.missing.push(minutes)
    else {
      add(saved)
      world.untouched.push(minutes)
      if (how === 4) {
        const older = right(`${id}/${dashed}_minutes_v${String(version - 1).padStart(3, '0')}.odt`, 'odt', minutes)
        add({ ...older, truth: { slot: minutes, role: 'superseded', codes: ['version.superseded'], kinds: ['an older version beside it'] } })
      }
      if (how === 5) add({
        ...right(`${id}/${dashed}_minutes_M1.odt`, 'odt', minutes),
        truth: { slot: minutes, role: 'placed', codes: [], kinds: ['a milestone beside it'] },
      })
    }

    const evening = { requirement: 'evening', holder: id }
    const day = new Date(START + Math.floor(rng() * 20) * DAY)
    const [year, month, date] = [day.getUTCFullYear(), two(day.getUTCMonth() + 1), two(day.getUTCDate())]
    const played = right(`${id}/sound/${year}-${month}-${date} ${name}.flac`, 'flac', evening, day.getTime())
    const way = Math.floor(rng() * 7)
    if (way === 0) add(spoil(played, 'date the other way round', ['name.differs'], { path: `${id}/sound/${date}.${month}.${year} ${name}.flac` }))
    else if (way === 1) add(spoil(played, 'a level left out', ['folder.level-missing'], { path: `${id}/${year}-${month}-${date} ${name}.flac` }))
    else if (way === 2) add(spoil(played, 'empty', ['content.empty'], { state: 'empty', format: 'empty' }))
    else if (way === 3) add(spoil(played, 'late', ['time.late'], { at: due + DAY }))
    else if (way === 4) add(spoil(played, 'name and date exchanged', ['name.differs'], { path: `${id}/sound/${name} ${year}-${month}-${date}.flac` }))
    else {
      add(played)
      world.untouched.push(evening)
    }

    // any name will do: the folder says whose, the count how many
    const names = Array.from(
      { length: 5 },
      (_, at) => pick(rng, ['scan', 'page', 'IMG', 'box 4 sheet']) + String(1000 + at * 37 + Math.floor(rng() * 30)),
    )
    const sent = names.slice(0, pick(rng, [2, 3, 3, 5]))
    const order = [...sent].map(one => `${id}/scans/${one}.tif`).sort((a, b) => (a < b ? -1 : 1))
    order.forEach((path, at) => add(right(path, 'tif', { requirement: 'scans', holder: id, n: at + 1 })))
    for (let n = 1; n <= Math.max(3, sent.length); n++) {
      (n <= sent.length ? world.untouched : world.missing).push({ requirement: 'scans', holder: id, n })
    }
  }
  for (const crew of CREWS) {
    for (let n = 1; n <= 2; n++) {
      const slot = { requirement: 'plan', holder: crew, n }
      const draft = right(`${crew}/plan-${crew}-${n}.pdf`, 'pdf', slot)
      const how = Math.floor(rng() * 5)
      // a member brings the crew's work in its own folder
      const member = pick(rng, people.filter(one => one.group === crew))
      if (how === 0) add(spoil(draft, 'group work in a member\'s folder', ['folder.wrong'], { path: `${member.id}/plan-${crew}-${n}.pdf` }))
      else if (how === 1) add(spoil(draft, 'small letters', ['name.differs'], { path: `${crew}/plan-${crew.toLowerCase()}-${n}.pdf` }))
      else if (how === 2) world.missing.push(slot)
      else {
        add(draft)
        world.untouched.push(slot)
      }
    }
  }
  return world
}
