import fc from 'fast-check'
import { expect, test } from 'vitest'
import type { Edge } from './assign'
import { assign } from './assign'

/** The greatest sum of all ways, tried one by one; optionally without one file on one target. */
function bruteForce(files: number, edges: readonly Edge[], without?: { file: number, target: number }): number {
  const walk = (file: number, taken: ReadonlySet<number>): number => {
    if (file === files) return 0
    let best = walk(file + 1, taken)
    for (const edge of edges) {
      if (edge.file !== file || (edge.shared && taken.has(edge.target)) || (without && file === without.file && edge.target === without.target)) {
        continue
      }
      best = Math.max(best, edge.weight + walk(file + 1, edge.shared ? new Set([...taken, edge.target]) : taken))
    }
    return best
  }
  return walk(0, new Set())
}

const sum = (files: number, edges: readonly Edge[]) => assign(files, edges).reduce((total, { edge }) => total + (edge?.weight ?? 0), 0)

test('a worked example of the assignment problem: three people, three tasks, least cost 5 (from memory)', () => {
  const cost = [[2, 3, 3], [3, 2, 3], [3, 3, 2]].map(row => row.map(value => value - 1))
  cost[0] = [1, 2, 2]
  cost[1] = [2, 1, 4]
  cost[2] = [1, 3, 3]
  // costs become weights: a greatest sum of 10 - cost is a least sum of costs
  const edges = cost.flatMap((row, file) => row.map((value, target) => ({ file, target, weight: 10 - value, shared: true })))
  expect(assign(3, edges).map(({ edge }) => edge?.target)).toEqual([2, 1, 0])
  expect(30 - sum(3, edges)).toBe(4)
})

const instance = fc.integer({ min: 1, max: 5 }).chain(files => fc.record({
  files: fc.constant(files),
  edges: fc.uniqueArray(
    fc.record({ file: fc.nat(files - 1), target: fc.nat(4), weight: fc.integer({ min: 1, max: 30 }), shared: fc.boolean() }),
    { maxLength: 14, selector: edge => `${edge.file} ${edge.target} ${edge.shared}` },
  ),
}))

test('the sum is the greatest there is, and no target that takes one file takes two (brute force over small cases)', () => {
  fc.assert(fc.property(instance, ({ files, edges }) => {
    const result = assign(files, edges)
    const taken = result.flatMap(({ edge }) => (edge?.shared ? [edge.target] : []))
    expect(new Set(taken).size).toBe(taken.length)
    expect(sum(files, edges)).toBe(bruteForce(files, edges))
  }), { numRuns: 600, seed: 5 })
})

test('a margin never claims more than the best assignment without that pair leaves (brute force over small cases)', () => {
  fc.assert(fc.property(instance, ({ files, edges }) => {
    const best = bruteForce(files, edges)
    assign(files, edges).forEach(({ edge, margin }, file) => {
      if (edge) expect(margin).toBeLessThanOrEqual(best - bruteForce(files, edges, { file, target: edge.target }) + 1e-9)
    })
  }), { numRuns: 600, seed: 6 })
})
