// check() of 10,000 received files × 10,000 slots, and of ten times as many: time each, their ratio, peak memory.
import { execFileSync } from 'node:child_process'

const run = (people: number) => JSON.parse(execFileSync('node', ['--expose-gc', '--import', 'tsx', 'bench/check-once.ts', String(people)], { encoding: 'utf8' })) as { files: number, slots: number, seconds: number, peak: number, right: number, toFix: number, unplaced: number }
const small = [run(1000), run(1000), run(1000)].sort((a, b) => a.seconds - b.seconds)[1]
const large = run(10_000)
if (!small) throw new Error('no run')
for (const one of [small, large]) console.log(`check() of ${one.files} files × ${one.slots} slots: ${one.seconds.toFixed(2)} s, peak ${Math.round(one.peak / 1e6)} MB (${one.right} right, ${one.toFix} to fix, ${one.unplaced} without a slot)`)
console.log(`ten times the work: ${(large.seconds / small.seconds).toFixed(1)} times the time (goal ≤ 12)`)
