// check() of 10,000 received files × 10,000 slots, of ten times as many, and of 100,000 × 50,000 with a third misnamed: time and peak memory.
import { execFileSync } from 'node:child_process'
import { build } from 'esbuild'
import { NODE_TARGET } from '../scripts/node-target.mjs'

// as the server runs it: bundled
await build({
  entryPoints: ['bench/check-once.ts'], outfile: '.data/bench/check-once.mjs', bundle: true, platform: 'node', format: 'esm',
  target: NODE_TARGET, alias: { '#core': './core' }, logLevel: 'error',
  banner: { js: 'import { createRequire as makeRequire } from \'node:module\';const require = makeRequire(import.meta.url);' },
})
const run = (...options: number[]) => JSON.parse(execFileSync(
  'node', ['--expose-gc', '.data/bench/check-once.mjs', ...options.map(String)], { encoding: 'utf8' },
)) as { files: number, slots: number, seconds: number, peak: number, right: number, toFix: number, unplaced: number }
const small = [run(1000), run(1000), run(1000)].sort((a, b) => a.seconds - b.seconds)[1]
const large = run(10_000)
const messy = run(5000, 1 / 3, 2)
if (!small) throw new Error('no run')
for (const run of [small, large, messy]) {
  console.log(`check() of ${run.files} files × ${run.slots} slots: ${run.seconds.toFixed(2)} s, peak ${Math.round(run.peak / 1e6)} MB `
    + `(${run.right} right, ${run.toFix} to fix, ${run.unplaced} without a slot)`)
}
console.log(
  `ten times the work: ${(large.seconds / small.seconds).toFixed(1)} times the time (goal ≤ 12); the last line's goals: under 10 s, under 1500 MB`,
)
