// Lines that the unit and database tests run, a line a folder: node scripts/coverage.mjs coverage-summary.json
import { readFileSync } from 'node:fs'
import { relative } from 'node:path'

const { total, ...files } = JSON.parse(readFileSync(process.argv[2], 'utf8'))
const folders = new Map()
for (const [file, { lines }] of Object.entries(files)) {
  const folder = relative(process.cwd(), file).split('/').slice(0, -1).slice(0, 3).join('/')
  const sum = folders.get(folder) ?? { total: 0, covered: 0 }
  folders.set(folder, { total: sum.total + lines.total, covered: sum.covered + lines.covered })
}
const say = (name, { total: all, covered }) => `${(all === 0 ? 100 : 100 * covered / all)
  .toFixed(0).padStart(4)} %  ${String(covered).padStart(5)} of ${String(all).padStart(5)} lines  ${name}`
console.log('\nLines run by these tests')
for (const [name, sum] of [...folders].sort(([a], [b]) => (a < b ? -1 : 1))) console.log(say(name, sum))
console.log(say('in all', total.lines))
