import { gather } from '../text/gather'
/** One way a file may go. A shared target takes one file; one that is not is this file's own, whoever else goes there. */
export interface Edge { file: number, target: number, weight: number, shared: boolean }

/** Where a file goes in the best assignment, and by how much that is better than the best one in which it goes elsewhere. */
export interface Assigned { edge: Edge | null, margin: number, /** Too many files compete: judged by its own edges alone. */ alone: boolean }

/** Components with more edges are not solved as a whole. */
const MOST_EDGES = 2000

/**
 * Assigns files to targets so that the sum of weights is greatest, each connected component by itself: successive
 * shortest augmenting paths (Ahuja, Magnanti, Orlin, Network Flows, 1993, §9.7, from memory).
 *
 * The margin is read off the residual graph: the file's pair is taken out and one more path is searched, nothing is solved again.
 *
 * @param files - how many files there are; numbered from 0
 * @param edges - at most a few for every file; a file may also go nowhere, which weighs 0
 * @returns one entry a file
 * @example
 * assign(2, [{ file: 0, target: 0, weight: 5, shared: true }, { file: 1, target: 0, weight: 4, shared: true }])
 * //=> [{ edge: { target: 0, … }, margin: 1, … }, { edge: null, … }]
 */
export function assign(files: number, edges: readonly Edge[]): Assigned[] {
  const own: Edge[][] = Array.from({ length: files }, () => [])
  for (const edge of edges) own[edge.file]?.push(edge)
  const result: Assigned[] = Array.from({ length: files }, () => ({ edge: null, margin: 0, alone: false }))
  for (const members of componentsOf(own)) {
    const count = members.reduce((sum, file) => sum + (own[file]?.length ?? 0), 0)
    if (count > MOST_EDGES) for (const file of members) result[file] = alone(own[file] ?? [])
    else solve(members, own, result)
  }
  return result
}

function componentsOf(own: readonly Edge[][]): number[][] {
  const parent = own.map((_, file) => file)
  const root = (file: number): number => {
    let slot = file
    while (parent[slot] !== slot) slot = parent[slot] = parent[parent[slot] ?? slot] ?? slot
    return slot
  }
  const first = new Map<number, number>()
  own.forEach((list, file) => {
    for (const { target, shared } of list) {
      if (!shared) continue
      const other = first.get(target)
      if (other === undefined) first.set(target, file)
      else parent[root(file)] = root(other)
    }
  })
  const components = new Map<number, number[]>()
  own.forEach((list, file) => {
    if (list.length === 0) return
    const slot = root(file)
    gather(components, slot, file)
  })
  return [...components.values()]
}

function alone(list: readonly Edge[]): Assigned {
  const best = heaviest(list)
  const rest = best === null ? 0 : Math.max(0, ...list.filter(edge => edge.target !== best.target).map(edge => edge.weight))
  return { edge: best, margin: best === null ? 0 : best.weight - rest, alone: true }
}

function heaviest(list: readonly Edge[]): Edge | null {
  let best: Edge | null = null
  for (const edge of list) if (edge.weight > (best?.weight ?? 0)) best = edge
  return best
}

function solve(members: readonly number[], own: readonly Edge[][], result: Assigned[]): void {
  const taken = new Map<number, Edge>()
  const going = new Map<number, Edge>()
  for (const file of members) {
    for (const { at: slot, edge } of searchPath(file, own, taken, null).moves) put(slot, edge, taken, going)
  }
  for (const file of members) {
    const edge = going.get(file) ?? null
    const entry = result[file]
    if (!entry) continue
    entry.edge = edge
    if (edge === null) continue
    // without this pair: the file must go elsewhere, and what it leaves may be of use to others
    const leftTaken = new Map(taken)
    const leftGoing = new Map(going)
    put(file, null, leftTaken, leftGoing)
    const { gain, moves } = searchPath(file, own, leftTaken, edge.target)
    for (const move of moves) put(move.at, move.edge, leftTaken, leftGoing)
    const freed = edge.shared && !leftTaken.has(edge.target) ? bestUse(edge.target, file, members, own, leftGoing) : 0
    entry.margin = Math.max(0, edge.weight - gain - freed)
  }
}

/** What others gain by one free target: one moves there, another to where that one was, and so on. */
function bestUse(free: number, without: number, members: readonly number[], own: readonly Edge[][], going: ReadonlyMap<number, Edge>): number {
  const wishes = new Map<number, Edge[]>()
  for (const file of members) {
    if (file === without) continue
    for (const edge of own[file] ?? []) {
      if (edge.shared) gather(wishes, edge.target, edge)
    }
  }
  const reached = new Map<number, number>([[free, 0]])
  const queue = [free]
  let best = 0
  while (queue.length > 0) {
    const target = queue.shift() ?? free
    for (const edge of wishes.get(target) ?? []) {
      const now = going.get(edge.file)
      if (now === edge) continue
      const gain = (reached.get(target) ?? 0) + edge.weight - (now?.weight ?? 0)
      best = Math.max(best, gain)
      if (!now?.shared || gain <= (reached.get(now.target) ?? Number.NEGATIVE_INFINITY) + 1e-9) continue
      reached.set(now.target, gain)
      queue.push(now.target)
    }
  }
  return best
}

function put(file: number, edge: Edge | null, taken: Map<number, Edge>, going: Map<number, Edge>): void {
  const before = going.get(file)
  if (before?.shared && taken.get(before.target)?.file === file) taken.delete(before.target)
  if (edge === null) going.delete(file)
  else {
    going.set(file, edge)
    if (edge.shared) taken.set(edge.target, edge)
  }
}

interface Path { gain: number, moves: { at: number, edge: Edge | null }[] }

/** The path of the greatest gain by which a file that goes nowhere is taken in; others on it move on. */
function searchPath(start: number, own: readonly Edge[][], taken: ReadonlyMap<number, Edge>, forbidden: number | null): Path {
  const reached = new Map<number, number>([[start, 0]])
  const via = new Map<number, { from: number, edge: Edge }>()
  const queue = [start]
  let best: { gain: number, at: number, edge: Edge | null } = { gain: Number.NEGATIVE_INFINITY, at: start, edge: null }
  while (queue.length > 0) {
    const file = queue.shift() ?? start
    const sofar = reached.get(file) ?? 0
    // it may always be left over
    if (sofar > best.gain) best = { gain: sofar, at: file, edge: null }
    for (const edge of own[file] ?? []) {
      if (file === start && edge.target === forbidden) continue
      const gain = sofar + edge.weight
      const holder = edge.shared ? taken.get(edge.target) : undefined
      if (holder === undefined) {
        if (gain > best.gain) best = { gain, at: file, edge }
        continue
      }
      if (holder.file === file || holder.file === start) continue
      const next = gain - holder.weight
      // sums of the same weights in another order differ in the last digits: without this they would go round for ever
      if (next <= (reached.get(holder.file) ?? Number.NEGATIVE_INFINITY) + 1e-9) continue
      reached.set(holder.file, next)
      via.set(holder.file, { from: file, edge })
      queue.push(holder.file)
    }
  }
  const moves = [{ at: best.at, edge: best.edge }]
  for (let slot = best.at, steps = 0; slot !== start && steps < own.length + 1; steps++) {
    const step = via.get(slot)
    if (!step) break
    moves.push({ at: step.from, edge: step.edge })
    slot = step.from
  }
  return { gain: best.gain, moves }
}
