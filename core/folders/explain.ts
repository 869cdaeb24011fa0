import type { Requirement } from '../brief/types'
import type { ExplainContext } from '../names/explain'
import type { Difference } from '../names/difference'
import { explainParts } from '../names/explain'
import { matchParts } from '../names/match'
import type { Captures } from '../names/parts'
import { expandParts } from '../names/parts'
import { emptyRecord } from '../text/own'
import type { FolderLevels } from '../names/levels'

/** A level so unlike the one asked for is another folder, not a misspelt one. */
const UNLIKE = 0.55
const ABSENT = 1
const EXTRA = 1
const OTHER = 1.4

export interface FolderExplanation {
  /** One a level, `part` being `level 1` … as asked; ranges in the received folder path. */
  differences: Difference[]
  captures: Captures
}

/**
 * Explains level by level how a received folder departs from the one asked for.
 *
 * @param levels - the asked folder, from `fillFolder`
 * @param received - levels received
 * @param context - as for names
 * @example
 * explainFolder(levelsOf('{group}/{family}'), ['Reef', 'Mrash'], …).differences[0] //=> { part: 'level 2', kind: 'misspelt', range: [5, 10], … }
 */
export function explainFolder(
  levels: FolderLevels, received: readonly string[], requirement: Requirement, context: Partial<ExplainContext>,
): FolderExplanation {
  const starts: number[] = []
  received.reduce((offset, level) => {
    starts.push(offset)
    return offset + level.length + 1
  }, 0)
  const end = received.join('/').length
  const pair = levels.map(parts => received.map((level) => {
    const match = matchParts(parts, level, requirement.strictness, requirement.count.by)
    if (match) return { cost: 0, differences: [], captures: match.captures }
    const explanation = explainParts(parts, level, { strictness: requirement.strictness, ...context })
    const share = explanation.cost / Math.max(1, level.length, expandParts(parts, explanation.captures).length)
    return { ...explanation, cost: share > UNLIKE ? OTHER : share }
  }))
  const costAt = alignLevels(pair, levels.length, received.length)
  const differences: Difference[] = []
  const captures: Captures = emptyRecord()
  for (let i = levels.length, j = received.length; i > 0 || j > 0;) {
    const paired = pair[i - 1]?.[j - 1]
    if (i > 0 && j > 0 && paired && costAt(i, j) === costAt(i - 1, j - 1) + paired.cost) {
      Object.assign(captures, paired.captures)
      if (paired.cost > 0) differences.unshift(levelDifference(
        i, starts[j - 1] ?? 0, received[j - 1] ?? '', expandParts(levels[i - 1] ?? [], paired.captures),
        paired.cost >= OTHER ? [] : paired.differences,
      ))
      i--
      j--
    }
    else if (i > 0 && (j === 0 || costAt(i, j) === costAt(i - 1, j) + ABSENT)) {
      const here = starts[j] ?? end
      differences.unshift({
        part: `level ${i}`, kind: 'absent', range: [here, here], expected: expandParts(levels[i - 1] ?? [], captures), actual: '',
      })
      i--
    }
    else {
      const start = starts[j - 1] ?? 0
      const level = received[j - 1] ?? ''
      differences.unshift({ part: `level ${i + 1}`, kind: 'extra', range: [start, start + level.length], expected: '', actual: level })
      j--
    }
  }
  return { differences, captures }
}

/** Costs of the cheapest way from the top to so many levels asked and received. */
function alignLevels(pair: readonly (readonly { cost: number }[])[], asked: number, received: number): (i: number, j: number) => number {
  const costs = Array.from(
    { length: asked + 1 },
    (_, i) => Array.from({ length: received + 1 }, (_, j) => (i === 0 || j === 0 ? i * ABSENT + j * EXTRA : 0)),
  )
  const costAt = (i: number, j: number) => costs[i]?.[j] ?? Infinity
  for (let i = 1; i <= asked; i++) {
    for (let j = 1; j <= received; j++) {
      const row = costs[i]
      if (row) row[j] = Math.min(costAt(i - 1, j - 1) + (pair[i - 1]?.[j - 1]?.cost ?? OTHER), costAt(i - 1, j) + ABSENT, costAt(i, j - 1) + EXTRA)
    }
  }
  return costAt
}

/** A level's own differences as one: of one kind, or misspelt with the places marked. */
function levelDifference(level: number, start: number, actual: string, expected: string, inside: readonly Difference[]): Difference {
  const kinds = new Set(inside.map(one => one.kind))
  const [kind = 'misspelt'] = kinds
  const edits = inside.flatMap(one => one.edits ?? [{ range: one.range, expected: one.expected }])
    .map(({ range: [from, to], expected: text }) => ({ range: [start + from, start + to] as [number, number], expected: text }))
  return {
    part: `level ${level}`, kind: kinds.size === 1 ? kind : 'misspelt', range: [start, start + actual.length], expected, actual,
    ...(edits.length > 0 ? { edits } : {}),
  }
}
