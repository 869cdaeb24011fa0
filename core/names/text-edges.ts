import { likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { freeField } from './fields/index'
import { valuesIn } from './left-over'
import type { Captures, NamePart } from './parts'
import { isAnyText } from './parts'
import { LIKE, passesOthers } from './spans'
import { tokensOf } from './tokens'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import type { Known } from './unlike'
import { isWordEdge } from './word-edges'

/**
 * Where somebody's own words begin and end in a name that departs: words that nothing parts from them as the rule does are theirs as well,
 * a value that the rule asks for and what the holder is called by are not. Only where a rule has one free text.
 *
 * @param alignment - changed in place, in whole words already
 * @param known - values settled otherwise
 * @param called - words, as loose keys, that the holder is called by
 */
export function mendEdges(parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures, called: Known['called']): void {
  const [index = -1, ...more] = parts.flatMap((part, at) => (isAnyText(part) ? [at] : []))
  const span = alignment.spans[index]
  if (!span || more.length > 0 || alignment.cost === 0 || span.end === span.start) return
  for (const side of [-1, 1] as const) {
    joinBeside(parts, alignment, text, index, side, called)
    joinExtra(parts, alignment, text, index, side, called)
  }
  takeValues(parts, alignment, text, index, known, called)
  dropCalled(parts, alignment, text, index, called)
  closeBracket(alignment, text, index)
}

/** Words taken for a value unlike them, or for a choice that they are none of, and that another sign than the rule's parts from the text. */
function joinBeside(
  parts: readonly NamePart[], alignment: Alignment, text: string, index: number, side: -1 | 1, called: Known['called'],
): void {
  const { spans } = alignment
  const isThere = (at: number) => /[\p{L}\p{N}]/u.test(text.slice(spans[at]?.start, spans[at]?.end))
  let at = index + side
  while (at >= 0 && at < parts.length && !isThere(at)) at += side
  const [part, own, beside] = [parts[at], spans[index], spans[at]]
  if (!part || !own || !beside || beside.moved || own.moved || !isNothing(part, beside, text, called)) return
  const gap = side < 0 ? text.slice(beside.end, own.start) : text.slice(own.end, beside.start)
  if (!isNoSign(parts, index, side, gap)) return
  spans[index] = { ...own, start: Math.min(own.start, beside.start), end: Math.max(own.end, beside.end) }
  const place = side < 0 ? beside.start : beside.end
  for (let other = at; other !== index; other -= side) {
    const span = spans[other]
    if (span) spans[other] = { ...span, start: place, end: place, edits: [] }
  }
}

/** Words beside the text that belong to no part, and that another sign than the rule's parts from it. */
function joinExtra(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, index: number, side: -1 | 1, called: Known['called'],
): void {
  const own = spans[index]
  if (!own) return
  const gapTo = ([from, to]: [number, number]) => (side < 0 ? text.slice(to, own.start) : text.slice(own.end, from))
  const at = extras.findIndex(({ range }) => (side < 0 ? range[1] <= own.start : range[0] >= own.end) && !/[\p{L}\p{N}]/u.test(gapTo(range)))
  const [start, end] = withinSeparators(text, extras[at]?.range ?? [0, 0])
  if (end === start || !isNoSign(parts, index, side, gapTo([start, end])) || !isWords(text.slice(start, end), called)) return
  extras.splice(at, 1)
  spans[index] = { ...own, start: Math.min(own.start, start), end: Math.max(own.end, end) }
}

/** Whether what parts words from the text is not the sign that the rule writes there. */
function isNoSign(parts: readonly NamePart[], index: number, side: -1 | 1, gap: string): boolean {
  const sign = parts[index + side]
  const asked = sign?.kind === 'fixed' && sign.part === 'literal' ? sign.texts[0] ?? '' : ''
  const edge = side < 0 ? /[^\p{L}\p{N}]*$/u.exec(asked)?.[0] : /^[^\p{L}\p{N}]*/u.exec(asked)?.[0]
  return gap !== '' && gap !== edge && [...gap].every(isSeparator)
}

/** Whether some text is words, none of which the holder is called by or only tells a state. */
function isWords(words: string, called: Known['called']): boolean {
  return /\p{L}{2}/u.test(words) && !words.split(/[^\p{L}\p{M}\p{N}]+/u).some(word => isAddedWord(word) || called().includes(looseKey(word)))
}

/** Whether what stands for a part is words that are nothing of it. */
function isNothing(part: NamePart, { start, end, text: asked }: Span, text: string, called: Known['called']): boolean {
  const words = text.slice(start, end)
  if (!isWords(words, called)) return false
  if (part.kind === 'free') return part.rule.type === 'choice' && freeField(part.rule).read(words, part.rule) === undefined
  const [own, there] = [tokensOf(asked), tokensOf(words)]
  const isOf = (word: string) => own.some(one => one === word || (word.length >= LEAST_BEGINNING && one.startsWith(word)))
  return part.part !== 'literal' && likeness(looseKey(words), looseKey(asked)) < LIKE && !there.some(isOf)
}

/** So many letters tell which word they begin. */
const LEAST_BEGINNING = 3

/** Kinds of values that no text begins or ends with by chance. */
const TELLING = new Set(['choice', 'date', 'week'])

/** A value that is not told in its place, but at the beginning or end of the text, is that one. */
function takeValues(
  parts: readonly NamePart[], alignment: Alignment, text: string, index: number, known: Captures, called: Known['called'],
): void {
  const { spans } = alignment
  for (const [at, part] of parts.entries()) {
    const [own, span] = [spans[index], spans[at]]
    if (part.kind !== 'free' || !TELLING.has(part.rule.type) || ownOf(known, part.part) !== undefined) continue
    if (!own || !span || span.end > span.start) continue
    const found = valuesIn(part, text, [own.start, own.end], new Set(), actual => freeField(part.rule).read(actual, part.rule))
    const [only] = found
    if (!only || found.some(one => one.value !== only.value)) continue
    const isHolders = ([from, to]: readonly [number, number]) => tokensOf(text.slice(from, to)).every(word => called().includes(word))
    const [rest, ...more] = ([[own.start, only.range[0]], [only.range[1], own.end]] as const).map(side => withinSigns(text, side))
      .filter(side => side[1] > side[0] && !isHolders(side))
    if (!rest || more.length > 0) continue
    // a slip of one of a few words is another word, unless more than a space parts it
    const gap = text.slice(Math.min(only.range[1], rest[1]), Math.max(only.range[0], rest[0]))
    if (part.rule.type === 'choice' && gap === ' ' && looseKey(text.slice(...only.range)) !== looseKey(only.value)) continue
    spans[index] = { ...own, start: rest[0], end: rest[1] }
    spans[at] = { ...span, start: only.range[0], end: only.range[0], edits: [] }
    const moved = passesOthers(alignment, text, at, only.range)
    spans[at] = { ...span, start: only.range[0], end: only.range[1], edits: [], ...(moved ? { moved } : {}) }
  }
}

/** Within separators and the signs that people part words by besides. */
function withinSigns(text: string, side: readonly [number, number]): [start: number, end: number] {
  let [start, end] = withinSeparators(text, side)
  while (start < end && /[\s_.,;:–—-]/u.test(text[start] ?? '')) start++
  while (end > start && /[\s_.,;:–—-]/u.test(text[end - 1] ?? '')) end--
  return [start, end]
}

/** What the holder is called by beside a part that says the holder is none of the text: "Stahl, Bruno - Winter". */
function dropCalled(parts: readonly NamePart[], { spans, extras }: Alignment, text: string, index: number, called: Known['called']): void {
  const own = spans[index]
  if (!own) return
  const isHolders = ({ start, end }: Span, at: number) => parts[at]?.kind === 'fixed' && parts[at].part !== 'literal' && end > start
  const touches = (from: number, to: number) => !/[\p{L}\p{N}]/u.test(text.slice(from, to))
  if (spans.some((span, at) => isHolders(span, at) && span.end <= own.start && touches(span.end, own.start))) {
    const [all = '', word = ''] = /^([\p{L}\p{M}'’]{2,})(?:\s?[-–—,:_]+\s?|\s)(?=[\p{L}\p{N}])/u.exec(text.slice(own.start, own.end)) ?? []
    if (word !== '' && called().includes(looseKey(word))) {
      extras.push({ range: [own.start, own.start + word.length], before: index })
      spans[index] = { ...own, start: own.start + all.length }
    }
  }
}

/** A bracket that opens in the text and closes behind it is the text's. */
function closeBracket({ spans, extras }: Alignment, text: string, index: number): void {
  const own = spans[index]
  if (!own) return
  const inner = text.slice(own.start, own.end)
  const close = /\([^()]*$/.test(inner) ? text.indexOf(')', own.end) : -1
  const next = Math.min(...spans.filter(one => one.start >= own.end && one.end > one.start).map(one => one.start), text.length)
  if (close < 0 || close >= next || trimSeparators(text.slice(own.end, close)) === '' || !isWordEdge(text, close + 1)) return
  spans[index] = { ...own, end: close + 1 }
  extras.splice(0, extras.length, ...extras.filter(({ range }) => range[1] <= own.end || range[0] > close))
}
