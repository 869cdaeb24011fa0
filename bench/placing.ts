// Placing and findings over messy hand-ins with known truth, fresh seeds: shares, and a table by kind of mistake.
import { emptyScore, scoreWorld, sharesOf } from '../tests/worlds/measure'
import { makeArchive } from '../tests/worlds/archive'
import { makeWorld, SCENES } from '../tests/worlds/messy'
import { makeWorkshop } from '../tests/worlds/workshop'

const first = Number(process.argv[2] ?? Math.floor(Math.random() * 1e6))
const score = emptyScore()
for (let seed = first; seed < first + 5; seed++) {
  for (let scene = 0; scene < SCENES; scene++) for (const share of [0.05, 0.35]) await scoreWorld(makeWorld(seed, scene, 80, share), score)
  await scoreWorld(makeArchive(seed), score)
  await scoreWorld(makeWorkshop(seed), score)
}
const percent = (share: number) => `${(share * 100).toFixed(2)} %`
const { placementPrecision, placementRecall, findingPrecision, findingRecall, accused, untouched } = sharesOf(score)
console.log(`messy hand-ins, seeds ${first} to ${first + 4}: placement precision ${percent(placementPrecision)} (goal ≥ 99.5), recall `
  + `${percent(placementRecall)} (goal ≥ 97); finding precision ${percent(findingPrecision)}, recall `
  + `${percent(findingRecall)} (goals ≥ 98); ${accused} of ${untouched} right slots accused (goal 0)`)
for (const [kind, { files, asExpected, misses }] of [...score.kinds].sort()) {
  console.log(`  ${kind.padEnd(40)} ${asExpected} of ${files}`)
  if (process.argv.includes('--misses')) for (const miss of misses) console.log(`    ${miss}`)
}
