// From the command to its answer: the bundled command line against the same one transpiled as it starts, in turn.
import { execFileSync } from 'node:child_process'

function seconds(...args: string[]): number {
  const start = performance.now()
  execFileSync('node', args, { stdio: 'ignore' })
  return (performance.now() - start) / 1000
}
const rounds = Array.from(
  { length: 7 },
  () => [seconds('cli/usitor.mjs', 'identify', 'README.md'), seconds('--import', 'tsx', 'cli/main.ts', 'identify', 'README.md')] as const,
)
const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0
const [bundled, transpiled] = [median(rounds.map(one => one[0])), median(rounds.map(one => one[1]))]
console.log(`usitor identify README.md: ${bundled.toFixed(2)} s bundled, ${transpiled.toFixed(2)} s transpiled; ratio `
  + `${(bundled / transpiled).toFixed(2)} (goal ≤ 0.40)`)
