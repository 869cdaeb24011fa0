// Hash + identify of 2,000 mixed files (about 200 MB) against sha256sum and file over the same files, in turn.
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { makeDocx, makeFlac, makeOdt, makePdf, makePhoto, makePng, makeWav, textBytes, withComment } from '../demo/make-files'
import { chanceOf } from '../demo/random'
import { bundleInto } from '../scripts/bundle-into.mjs'

const folder = '.data/bench/files'
const chance = chanceOf(11)

async function makeFiles(): Promise<void> {
  mkdirSync(folder, { recursive: true })
  const photo = makePhoto(chance, 1600, 1200)
  const lines = Array.from({ length: 4000 }, () => `${chance.below(1e9)},${chance.below(1e9)},barnacle`)
  const kinds: [string, () => Uint8Array | Promise<Uint8Array>][] = [
    ['jpg', () => withComment(photo, String(chance.next()))], ['png', () => makePng(chance, 400, 300, chance.below(255))],
    ['wav', () => makeWav(2, 44_100, 200 + chance.below(900))],
    ['flac', () => makeFlac(1.5, 44_100, 200 + chance.below(900))], [
      'csv', () => textBytes(['a,b,c', ...lines.slice(chance.below(1500))].join('\n')),
    ], ['odt', () => makeOdt(lines.slice(0, 400 + chance.below(99)))],
    ['docx', () => makeDocx(lines.slice(0, 400 + chance.below(99)))], ['pdf', () => makePdf('x', lines.slice(0, 30))],
  ]
  for (let index = 0; index < 2000; index++) {
    const [extension, make] = kinds[index % kinds.length] ?? kinds[0]!
    writeFileSync(`${folder}/${String(index).padStart(4, '0')}.${extension}`, await make())
  }
}

if (!existsSync(`${folder}/1999.pdf`)) await makeFiles()
const bytes = Number(execFileSync('du', ['-sb', folder], { encoding: 'utf8' }).split('\t')[0])
const time = (command: string) => {
  const start = performance.now()
  execFileSync('bash', ['-c', `${command} > /dev/null`])
  return performance.now() - start
}
// bundled, as the command line is: a start through a loader is no part of reading
await bundleInto('bench/read-folder.ts', '.data/bench/read-folder')
const ours: number[] = []
const theirs: number[] = []
const full: number[] = []
for (let round = 0; round < 4; round++) {
  ours.push(time(`node .data/bench/read-folder/read-folder.mjs ${folder}`))
  full.push(time(`node .data/bench/read-folder/read-folder.mjs ${folder} full`))
  theirs.push(time(`sha256sum ${folder}/*`) + time(`file ${folder}/*`))
}
const median = (values: number[]) => [...values.slice(1)].sort((a, b) => a - b)[1] ?? 0
console.log(`hash + identify + structure of 2000 files, ${Math.round(bytes / 1e6)} MB: ${(median(ours) / 1000).toFixed(2)} s; `
  + `sha256sum + file: ${(median(theirs) / 1000).toFixed(2)} s; ratio ${(median(ours) / median(theirs)).toFixed(2)} (goal ≤ `
  + '1.00)')
console.log(
  `the same with every checksum inside archives: ${(median(full) / 1000).toFixed(2)} s; ratio ${(median(full) / median(theirs)).toFixed(2)}`,
)
