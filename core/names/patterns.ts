import { accentWays } from '../text/fold'
import { freeField } from './fields/index'
import type { NamePart } from './parts'
import { OPEN } from './tokens'

/** Parts as look-up patterns, one for each uniform way accents are written and each value of a choice; empty where free text is asked. */
export function patternsOf(parts: readonly NamePart[]): string[] {
  let patterns: string[][] = [['', '', '']]
  for (const part of parts) {
    const options = waysOf(part)
    if (options === null || patterns.length * options.length > MOST_PATTERNS) return []
    patterns = patterns.flatMap(head => options.map(ways => head.map((text, way) => text + (ways[way] ?? ''))))
  }
  return [...new Set(patterns.flat())]
}

/** Choices multiply: a rule with more readings than this is found by its words instead. */
const MOST_PATTERNS = 200

function waysOf(part: NamePart): string[][] | null {
  return part.kind === 'fixed' ? part.texts.map(accentWays) : freeField(part.rule).ways(part.rule)
}

/** The fixed text before the first and behind the last field that the name itself tells. */
export function fixedEnds(parts: readonly NamePart[]): { before: string, behind: string } {
  const text = parts.map(part => (part.kind === 'fixed' ? part.texts[0] ?? '' : OPEN)).join('')
  return { before: text.slice(0, Math.max(0, text.indexOf(OPEN))), behind: text.slice(text.lastIndexOf(OPEN) + 1) }
}
