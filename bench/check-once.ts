// One check of a generated hand-in: ten numbered photos a person, a share of them misnamed, each sent so often. Prints its figures as JSON.
//   check-once.ts PEOPLE [SHARE 0.1] [TIMES 1]
import { readBrief } from '../core/brief/read'
import { check } from '../core/checking/check'
import type { ReceivedFile } from '../core/arrivals/received'
import { readRoster, readTable } from '../core/roster/read'
import { chanceOf } from '../demo/random'

const count = Number(process.argv[2] ?? 1000)
const share = Number(process.argv[3] ?? 0.1)
const times = Number(process.argv[4] ?? 1)
const chance = chanceOf(count)
const syllables = ['ma', 'rel', 'vik', 'so', 'tan', 'bry', 'lo', 'fen', 'gar', 'hul', 'ist', 'ky', 'nor', 'pel', 'qua', 'ude']
const word = () => Array.from({ length: 3 }, () => chance.pick(syllables)).join('').replace(/^./, char => char.toUpperCase())
const people = Array.from({ length: count }, (_, at) => ({ id: `p${at}`, given: word(), family: word(), group: `G${at % 200}` }))
const { roster } = readRoster(readTable(new TextEncoder().encode([
  'id,given,family,group', ...people.map(one => `${one.id},${one.given},${one.family},${one.group}`),
].join('\n'))))
const brief = await readBrief({
  usitorBrief: 1, title: 'bench', requirements: [{
    id: 'photo', title: 'Photo', name: '{group}_{family}-{given}_photo-{n}', fields: { n: { type: 'number', digits: 2, from: 1 } },
    formats: [{ id: 'jpg' }], folder: '{group}/{family} {given}', count: { from: 10, to: 10, by: 'n' },
  }],
})
const received = people.flatMap(({ given, family, group }) => Array.from({ length: 10 * times }, (_, serial): ReceivedFile => {
  const turn = serial % 10
  const name = `${group}_${family}-${given}_photo-${String(turn + 1).padStart(2, '0')}`
  const spoilt = chance.next() < share
    ? chance.pick([name.toLowerCase(), `${name} (1)`, name.replace('photo', 'pohto'), name.replace(/_/g, '-'), name.slice(1)])
    : name
  return {
    root: 'in', path: `${group}/${family} ${given}/${spoilt}${serial < 10 ? '' : ' (1)'}.jpg`, size: 1000,
    sha256: `${chance.next()}`, receivedAt: 1e12 - serial * 60_000, receivedAtFrom: 'modified',
    reading: { candidates: ['jpg'], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
  }
}))
let peak = 0
const watch = () => (peak = Math.max(peak, process.memoryUsage().rss))
globalThis.gc?.()
const start = performance.now()
const { summary } = check({ brief, roster, received, checkedAt: 0, onStage: watch })
const seconds = (performance.now() - start) / 1000
watch()
process.stdout.write(JSON.stringify({
  files: summary.files, slots: summary.slots, seconds, peak, right: summary.right, toFix: summary.toFix,
  unplaced: summary.unplaced,
}))
