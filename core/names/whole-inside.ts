import type { Alignment } from './align'
import { alignParts } from './align'
import { freeField } from './fields/index'
import { matchInside } from './match'
import { numberShape, tellNumbers } from './number-kinds'
import type { Captures, NamePart } from './parts'
import { isAnyText, isLiteral } from './parts'
import type { Strictness } from './strictness'
import { isSeparator } from './strictness'
import { ownOf } from '../text/own'

/** What stands behind the end of a word. */
const BEHIND_WORD = /^(?![\p{L}\p{M}\p{N}]|[-.'’]\p{L})/u
/** So many words may stand before a whole name. */
const MOST_BEFORE = 6
/** What costs less is no more than a slip or two. */
const LEAST_COST = 2

/**
 * Aligns a name that says all that is asked for in one piece, and something else before or behind it, such as the day it was sent: nothing of that
 * is a value of the rule's, however much it is like one.
 *
 * @param straight - the cheapest alignment
 * @returns `null` where it does not stand there whole
 * @example
 * alignInside(parts('{voice}_{month}'), 'Bass_2026-10_2026-11-12', strictness, {}, straight)?.extras.map(one => one.range) //=> [[12, 23]]
 */
export function alignInside(
  parts: readonly NamePart[], text: string, strictness: Strictness, known: Captures, straight: Alignment,
): Alignment | null {
  const isSeveral = (part: NamePart, at: number) => isAnyText(part)
    && /[\s_.-]/.test(text.slice(straight.spans[at]?.start, straight.spans[at]?.end))
  const swallows = straight.cost > 0 && parts.some(isSeveral)
  if (!swallows && (straight.cost < LEAST_COST || straight.extras.length === 0)) return null
  const told = tellNumbers(text)
  const isWithin = (at: number) => told.some(({ range: [from, to] }) => from < at && to > at)
  const shapes = new Set<string>()
  const areNoValues = (rest: string) => tellNumbers(rest).every(({ kind, text: number }) =>
    (kind === 'date' || kind === 'time' || kind === 'version') && !shapes.has(numberShape(number)))
  // nor another choice: of DE_EN neither is meant
  const choices = parts.flatMap(part => (part.kind === 'free' && part.rule.type === 'choice' ? [part.rule] : []))
  const isChoice = (word: string) => choices.some(rule => freeField(rule).read(word, rule) !== undefined)
  const withoutNumbers = (rest: string) => tellNumbers(rest).reduce((some, { text: number }) => some.replace(number, ' '), rest)
  const saysNoValue = (rest: string) => areNoValues(rest) && !withoutNumbers(rest).split(/[\s_.,;-]+/).some(isChoice)
  // somebody's own words go on to the end
  const [last] = parts.slice(-1)
  const goesOn = last !== undefined && isAnyText(last)
  // fr-FR is one word, and so is what somebody wrote between two words of the rule
  const isCut = (at: number) => at === text.length || (!goesOn && !isWithin(at) && BEHIND_WORD.test(text.slice(at))
    && !(isLiteral(last) && parts.some(isAnyText) && /\p{L}{2}/u.test(text.slice(at))))
  const before = parts[0] && isAnyText(parts[0]) ? [] : beginnings(text).filter(at => !isWithin(at))
  const found = matchInside(parts, text, strictness, [0, ...before], isCut)
  if (!found) return null
  const { captures, range: [start, end] } = found
  if (start === 0 && end === text.length) return null
  for (const [field, value] of Object.entries(captures)) {
    const settled = ownOf(known, field)
    if (settled !== undefined && settled !== value && Number(settled) !== Number(value)) return null
    if (value !== undefined) shapes.add(numberShape(value))
  }
  const rest = [text.slice(0, start), text.slice(end)]
  if (!rest.every(saysNoValue)) return null
  const { cost, spans, extras } = alignParts(parts, text.slice(start, end), strictness, known)
  const moved = (range: readonly [number, number]): [number, number] => [range[0] + start, range[1] + start]
  return {
    cost: Math.min(straight.cost, cost + start + text.length - end),
    spans: spans.map(span => ({
      ...span, start: span.start + start, end: span.end + start, edits: span.edits.map(edit => ({ ...edit, range: moved(edit.range) })),
    })),
    extras: [
      ...start > 0 ? [{ range: [0, start] satisfies [number, number], before: 0 }] : [],
      ...extras.map(one => ({ ...one, range: moved(one.range) })),
      ...end < text.length ? [{ range: [end, text.length] satisfies [number, number], before: parts.length }] : [],
    ],
  }
}

/** Where words begin behind a sign. */
function beginnings(text: string): number[] {
  const starts: number[] = []
  for (let at = 1; at < text.length && starts.length < MOST_BEFORE; at++) {
    if (isSeparator(text[at - 1] ?? '') && !isSeparator(text[at] ?? ' ')) starts.push(at)
  }
  return starts
}
