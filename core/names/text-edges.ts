import { likeness } from '../text/distance'
import { foldCase, looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { freeField } from './fields/index'
import { valuesAsked } from './left-over'
import { isKindWord } from './kind-words'
import { labelOf } from './numbers-apart'
import type { Captures, NamePart } from './parts'
import { isAnyText, isLiteral } from './parts'
import { LIKE, cutOut, foldPlain } from './spans'
import { longestOf, wordOf } from './stand-elsewhere'
import { trimSeparators, withinSeparators } from './strictness'
import { closeBracket, dropBy, dropCalled, dropKind, dropNumbered, dropPiece, dropSettled, dropSign, dropState } from './text-drops'
import type { Name, Placed, Range } from './text-name'
import { areAllOf, isNoSign, isOpen, ownOfName, setText, withinSigns } from './text-name'
import { tokensOf, wordsIn } from './tokens'
import type { Known } from './unlike'
import { isWordEdge } from './word-edges'

/**
 * Where somebody's own words begin and end in a name that departs: words that nothing parts from them as the rule does are theirs as well,
 * a value that the rule asks for, its own words and what the holder is called by are not. Only where a rule has one free text.
 *
 * @param alignment - changed in place, in whole words already
 * @param known - values settled otherwise
 * @param context - words, as loose keys, that holder and piece are called by
 */
export function mendEdges(
  parts: readonly NamePart[], alignment: Alignment, text: string, known: Captures, { called, titled }: Pick<Known, 'called' | 'titled'>,
): void {
  const [index = -1, ...more] = parts.flatMap((part, at) => (isAnyText(part) ? [at] : []))
  const span = alignment.spans[index]
  if (!span || more.length > 0 || alignment.cost === 0 || span.end === span.start) return
  if (!/[\p{L}\p{N}]/u.test(text.slice(span.start, span.end))) {
    // signs are nobody's words: what is left over elsewhere may be these
    alignment.spans[index] = { ...span, end: span.start }
    return
  }
  const name: Name = { parts, alignment, text, index, known, called, titled }
  isFigures(name)
  reunite(name)
  for (const side of [-1, 1] as const) {
    joinInstead(name, side)
    joinBeside(name, side)
    joinExtra(name, side)
  }
  takeSigned(name)
  // what one gives free may be the edge for another
  const steps = [takeFixed, takeValues, dropState, dropLabel, dropKind]
  for (let turn = 0; turn < MOST_TURNS && steps.some(step => step(name)); turn++) continue
  dropBy(name)
  dropNumbered(name)
  dropSign(name)
  dropCalled(name)
  dropSettled(name)
  dropPiece(name)
  closeBracket(name)
  joinFirst(name)
}

const MOST_TURNS = 6

/** Figures alone are the number that is asked for, where other words stand instead of the rule's own: "microphone 1" for photo{n}_{title}. */
function isFigures(name: Name): void {
  const { parts, alignment: { spans }, text, index } = name
  const own = ownOfName(name)
  const figures = text.slice(own.start, own.end)
  const isIts = (part: NamePart, one: number) => part.kind === 'free' && part.rule.type === 'number' && isOpen(name, one)
    && freeField(part.rule).read(figures, part.rule) !== undefined
  const at = /^\d{1,9}$/.test(figures) ? parts.findIndex(isIts) : -1
  const words = at < 0
    ? []
    : spans.flatMap((span, one) => {
        const isInstead = span.edits.length > 0 && standsInstead(name, one)
        return isInstead && isWords(text.slice(span.start, span.end), name) ? [{ span, one }] : []
      })
  const [only, ...more] = words
  if (!only || more.length > 0) return
  spans[only.one] = { ...only.span, end: only.span.start, edits: [] }
  spans[index] = { ...own, start: own.end }
  setText(name, withinSigns(text, [only.span.start, only.span.end]), [{ at, range: [own.start, own.end] }])
}

/** Whether words stand instead of the rule's own text that are nothing like it. */
function standsInstead({ parts, alignment: { spans }, text }: Name, at: number): boolean {
  const span = spans[at]
  return parts[at]?.part === 'literal' && span !== undefined && span.end > span.start && span.moved !== true
    && likeness(text.slice(span.start, span.end), span.text) < LIKE
}

/** What stands instead of the rule's own word behind the text goes to the text that holds that word: "pendulum plot 10" and " Nov". */
function reunite(name: Name): void {
  const { parts, alignment: { spans }, text } = name
  for (const [at, part] of parts.entries()) {
    const [own, span] = [ownOfName(name), spans[at]]
    const word = isLiteral(part) && span ? wordOf(span.text) : null
    if (!span || !word || span.end === span.start || span.moved || likeness(text.slice(span.start, span.end), word.word) >= LIKE) continue
    const holds = foldPlain(text.slice(own.start, own.end)).split(/[^\p{L}\p{N}]+/u).includes(word.folded)
    const between = span.start >= own.end ? text.slice(own.end, span.start) : text.slice(span.end, own.start)
    if (!holds || trimSeparators(between) !== '') continue
    const [start, end] = withinSeparators(text, [span.start, span.end])
    spans[name.index] = { ...own, start: Math.min(own.start, start), end: Math.max(own.end, end) }
    const place = span.start >= own.end ? span.end : span.start
    spans[at] = { ...span, start: place, end: place, edits: [] }
  }
}

/**
 * Words that stand instead of the rule's own word beside the text, and are nothing of it, are the text's: "Ben Carr - The Big Bang" for
 * presentation_{topic}. One word alone that the rule's own sign parts from it stands in its place, as one does that says what kind of work it is.
 */
function joinInstead(name: Name, side: -1 | 1): void {
  const { alignment: { spans }, text, index } = name
  const at = index + side
  const [own, span] = [ownOfName(name), spans[at]]
  if (!span || span.edits.length === 0 || own.moved || !standsInstead(name, at)) return
  const words = wordsIn(text, [span.start, span.end])
  // the nearest to the text first
  if (side < 0) words.reverse()
  const kept = words.findIndex(({ word }) => isOther(word, name) || isOfOwn(word, span.text))
  const [inner, outer] = [words[0], words[(kept < 0 ? words.length : kept) - 1]]
  if (!inner || !outer) return
  const gap = side < 0 ? text.slice(inner.end, own.start) : text.slice(own.end, inner.start)
  if (words.length === 1 && gap !== ' ' && !isNoSign(name, side, gap)) return
  spans[index] = { ...own, start: side < 0 ? outer.start : own.start, end: side < 0 ? own.end : outer.end }
  spans[at] = keptOf(span, words[kept], side)
}

/** What stands for a part up to a word; nothing where there is none. */
function keptOf(span: Span, last: { start: number, end: number } | undefined, side: -1 | 1): Span {
  const [start, end] = side < 0 ? [span.start, last?.end ?? span.start] : [last?.start ?? span.end, span.end]
  return { ...span, start, end, edits: last ? [{ range: [start, end], expected: span.text }] : [] }
}

/** Whether a word is none of somebody's own: a kind of work, a state, or what holder and piece are called by. */
function isOther(word: string, { called, titled }: Name): boolean {
  const key = looseKey(word)
  return isKindWord(key) || isAddedWord(word) || called().includes(key) || titled().includes(key)
}

/** Whether a word is the rule's own, begun or with a slip. */
function isOfOwn(word: string, asked: string): boolean {
  const key = looseKey(word)
  return tokensOf(asked).some(one => likeness(key, one) >= LIKE || (key.length > 1 && one.startsWith(key)))
}

/** Words taken for a value unlike them, or for a choice that they are none of, and that another sign than the rule's parts from the text. */
function joinBeside(name: Name, side: -1 | 1): void {
  const { parts, alignment: { spans }, text, index } = name
  const isThere = (at: number) => /[\p{L}\p{N}]/u.test(text.slice(spans[at]?.start, spans[at]?.end))
  let at = index + side
  while (at >= 0 && at < parts.length && !isThere(at)) at += side
  const [part, own, beside] = [parts[at], ownOfName(name), spans[at]]
  if (!part || !beside || beside.moved || own.moved || !isNothing(part, beside, name)) return
  const gap = side < 0 ? text.slice(beside.end, own.start) : text.slice(own.end, beside.start)
  if (!isNoSign(name, side, gap)) return
  spans[index] = { ...own, start: Math.min(own.start, beside.start), end: Math.max(own.end, beside.end) }
  const place = side < 0 ? beside.start : beside.end
  for (let other = at; other !== index; other -= side) {
    const span = spans[other]
    if (span) spans[other] = { ...span, start: place, end: place, edits: [] }
  }
}

/** Words beside the text that belong to no part, and that another sign than the rule's parts from it. */
function joinExtra(name: Name, side: -1 | 1): void {
  const { alignment: { spans, extras }, text, index } = name
  const own = ownOfName(name)
  const gapTo = ([from, to]: Range) => (side < 0 ? text.slice(to, own.start) : text.slice(own.end, from))
  const at = extras.findIndex(({ range }) => (side < 0 ? range[1] <= own.start : range[0] >= own.end) && !/[\p{L}\p{N}]/u.test(gapTo(range)))
  const [start, end] = withinSeparators(text, extras[at]?.range ?? [0, 0])
  const parts = isNoSign(name, side, gapTo([start, end])) || isAmongSigns(name, side, [start, end])
  if (end === start || !parts || !isWords(text.slice(start, end), name)) return
  extras.splice(at, 1)
  spans[index] = { ...own, start: Math.min(own.start, start), end: Math.max(own.end, end) }
}

/**
 * Whether a name parts all its words by the rule's own sign, and nothing that was asked for stands on this side of the text: then words there are
 * the text's, but for what looks like somebody's name before a word that begins as one does. "invention_4_score" for {family}_{given}_score_{piece}.
 */
function isAmongSigns({ parts, alignment: { spans }, text, index, called }: Name, side: -1 | 1, [start, end]: Range): boolean {
  const isThere = (at: number) => spans[at] !== undefined && /[\p{L}\p{N}]/u.test(text.slice(spans[at].start, spans[at].end))
  if (side > 0 || text.includes(' ') || parts.some((_, at) => at < index && isThere(at))) return false
  const own = spans[index]
  const isSlip = tokensOf(text.slice(start, end)).some(word => called().some(one => likeness(word, one) >= LIKE))
  return !isSlip && !/^\p{Lu}/u.test(text.slice(own?.start, own?.end))
}

/**
 * A word of state that a space alone parts from the text behind it is its first one, where it has a capital or another sign stands before it: Old of
 * "Old mill".
 */
function joinFirst(name: Name): void {
  const { alignment: { spans, extras }, text, index } = name
  const own = ownOfName(name)
  const placed = extras.map(extra => ({ extra, place: withinSeparators(text, extra.range) }))
  const found = placed.find(({ place: [start, end] }) => end > start && text.slice(end, own.start) === ' ')
  const [start, end] = found?.place ?? [0, 0]
  const word = text.slice(start, end)
  const isFirst = /^\p{Lu}\p{Ll}+$/u.test(word) || (/^(?:\p{Ll}+|\p{Lu}+)$/u.test(word) && /[_-]$/.test(text.slice(0, start)))
  if (!found || own.end === own.start || !isFirst || !isAddedWord(word)) return
  extras.splice(extras.indexOf(found.extra), 1)
  spans[index] = { ...own, start }
}

/** Whether some text is words, none of which the holder is called by or only tells a state. */
function isWords(words: string, { called }: Name): boolean {
  return /\p{L}{2}/u.test(words) && !words.split(/[^\p{L}\p{M}\p{N}]+/u).some(word => isAddedWord(word) || called().includes(looseKey(word)))
}

/** Whether what stands for a part is words that are nothing of it. */
function isNothing(part: NamePart, { start, end, text: asked }: Span, name: Name): boolean {
  const words = name.text.slice(start, end)
  if (!isWords(words, name)) return false
  if (part.kind === 'free') return part.rule.type === 'choice' && freeField(part.rule).read(words, part.rule) === undefined
  const [own, there] = [tokensOf(asked), tokensOf(words)]
  const isOf = (word: string) => own.some(one => one === word || (word.length >= LEAST_BEGINNING && one.startsWith(word)))
  return part.part !== 'literal' && likeness(looseKey(words), looseKey(asked)) < LIKE && !there.some(isOf)
}

/** So many letters tell which word they begin. */
const LEAST_BEGINNING = 3

/**
 * A number in the text with the letters that the rule writes before or behind it is that number: "Fjord_8min" for {min}min, "run 4" for run{n};
 * and so is one behind the word that its field is called by: "take 2" for {take}.
 */
function takeSigned(name: Name): void {
  const { parts, alignment: { spans }, text } = name
  for (const [at, part] of parts.entries()) {
    const span = spans[at]
    if (part.kind !== 'free' || part.rule.type !== 'number' || !span || span.end > span.start) continue
    const settled = ownOf(name.known, part.part)
    const [found] = ([-1, 1] as const).flatMap(side => signedIn(name, at, side))
      .filter(one => settled === undefined || Number(settled) === Number(text.slice(...one.figures)))
    if (!found || freeField(part.rule).read(text.slice(...found.figures), part.rule) === undefined) continue
    const { figures, whole, sign } = found
    const own = ownOfName(name)
    // of words on both sides those are the text that the rule writes there
    const sides = ([[own.start, whole[0]], [whole[1], own.end]] as const).map(one => withinSigns(text, one))
    const rest = (at > name.index ? sides : sides.reverse()).find(([from, to]) => to > from)
    if (rest) setText(name, rest, [{ at, range: figures }, ...sign])
  }
}

/** The one number of the text with the letters that the rule writes on one side of it, or the name of its field before it. */
function signedIn(name: Name, at: number, side: -1 | 1): { figures: Range, whole: Range, sign: Placed[] }[] {
  const { parts, alignment: { spans }, text } = name
  const own = ownOfName(name)
  const written = lettersBeside(parts[at + side], side)
  const letters = written ?? (side < 0 ? labelOf(parts[at]) : undefined)
  if (letters === undefined) return []
  const pattern = side < 0
    ? `(?<!\\p{L})${letters}[\\s._-]{0,2}(?<figures>\\d{1,9})(?!\\d)`
    : `(?<!\\d)(?<figures>\\d{1,9})[\\s._-]?${letters}(?!\\p{L})`
  const [only, ...more] = [...text.slice(own.start, own.end).matchAll(new RegExp(pattern, 'giu'))]
  if (!only || more.length > 0) return []
  const [from, to] = [own.start + only.index, own.start + only.index + only[0].length]
  const length = only.groups?.figures?.length ?? 0
  const [figures, range]: [Range, [number, number]] = side < 0
    ? [[to - length, to], [from, to - length]]
    : [[from, from + length], [from + length, to]]
  const expected = spans[at + side]?.text ?? ''
  const placed = { at: at + side, range, edits: text.slice(...range) === expected ? [] : [{ range, expected }] }
  return [{ figures, whole: [from, to], sign: written === undefined ? [] : [placed] }]
}

/** Letters that the rule itself writes straight before or behind a value. */
function lettersBeside(sign: NamePart | undefined, side: -1 | 1): string | undefined {
  const asked = isLiteral(sign) ? foldCase(sign.texts[0] ?? '') : ''
  return (side < 0 ? /\p{L}{2,}$/u : /^\p{L}{2,}/u).exec(asked)?.[0]
}

/** Nor is the word that the value straight behind the text is called by: "quarry south take 1" for {site}_{take}. */
function dropLabel(name: Name): boolean {
  const { parts, alignment: { spans }, text } = name
  const own = ownOfName(name)
  const [, last = ''] = /[\s_.-](\p{L}{3,})$/u.exec(text.slice(own.start, own.end)) ?? []
  const isIts = (part: NamePart, at: number) => part.kind === 'free' && part.rule.type === 'number' && spans[at]?.start !== spans[at]?.end
    && /^[\s_.-]{0,2}$/.test(text.slice(own.end, spans[at]?.start)) && (spans[at]?.start ?? 0) >= own.end
  if (last === '' || !parts.some((part, at) => labelOf(part) === foldCase(last) && isIts(part, at))) return false
  setText(name, withinSigns(text, [own.start, own.end - last.length]))
  return true
}

/** Kinds of values that no text begins or ends with by chance. */
const TELLING = new Set(['choice', 'date', 'week'])

/** The rule's own word, or a value of the holder's, that is not in its place but at the beginning or end of the text, stands there. */
function takeFixed(name: Name): boolean {
  const { parts, alignment: { spans, extras }, text } = name
  for (const [at, part] of parts.entries()) {
    const span = spans[at]
    if (part.kind !== 'fixed' || !span || span.moved) continue
    const asked = span.text === '' ? part.texts[0] ?? '' : span.text
    const words = (part.part === 'literal' ? literalWords(asked) : [asked]).filter(word => word.length >= LEAST_EDGE)
    if (span.end > span.start && words.some(word => isThere(name, at, word))) continue
    const range = words.map(word => edgeOf(name, word)).find(one => one !== null)
    const own = ownOfName(name)
    const [from, to] = withinBrackets(text, range ?? [0, 0])
    const rest = range && withinSigns(text, from === own.start ? [to, own.end] : [own.start, from])
    if (!range || !rest || rest[1] === rest[0]) continue
    if (span.end > span.start) extras.push({ range: [span.start, span.end], before: at })
    const edits = text.slice(...range) === asked ? [] : [{ range, expected: asked }]
    spans[at] = { ...span, text: asked }
    setText(name, rest, [{ at, range, edits }])
    return true
  }
  return false
}
const LEAST_EDGE = 3

/** The rule's own words, and of several the longest. */
const literalWords = (literal: string): string[] => [wordOf(literal), ...longestOf(literal)].flatMap(one => (one === null ? [] : [one.word]))

/** Whether what stands for a part is it, or a slip of it. */
const isThere = ({ alignment: { spans }, text }: Name, at: number, word: string): boolean =>
  likeness(foldPlain(trimSeparators(text.slice(spans[at]?.start, spans[at]?.end))), foldPlain(word)) >= LIKE

/** A stretch with the brackets that close it in. */
const withinBrackets = (text: string, [from, to]: Range): Range => (text[from - 1] === '(' && text[to] === ')' ? [from - 1, to + 1] : [from, to])

/** Where a word begins or ends the text as a whole one. */
function edgeOf(name: Name, word: string): [start: number, end: number] | null {
  const { start, end } = ownOfName(name)
  const folded = foldPlain(word)
  const [first, last] = [name.text[start] === '(' ? start + 1 : start, name.text[end - 1] === ')' ? end - 1 : end]
  const places: [number, number][] = [[first, first + word.length], [last - word.length, last]]
  return places.find(([from, to]) => from >= start && to <= end && foldPlain(name.text.slice(from, to)) === folded
    && isWordEdge(name.text, from) && isWordEdge(name.text, to) && (from === start || !/[\p{L}\p{N}]/u.test(name.text[from - 1] ?? ''))
    && (to === end || !/[\p{L}\p{N}]/u.test(name.text[to] ?? ''))) ?? null
}

/** The text with what stands beside it for nothing, or instead of words of the rule's that it is nothing like: a day may be cut in two there. */
function aroundText(name: Name): Range {
  const { alignment: { spans, extras }, text } = name
  const own = ownOfName(name)
  const loose = [...extras.map(({ range }) => range), ...spans.flatMap(({ start, end }, at): [number, number][] =>
    (/\d|\p{L}{3}/u.test(text.slice(start, end)) && standsInstead(name, at) ? [[start, end]] : []))]
  let [from, to] = [own.start, own.end]
  for (const [start, end] of loose.sort((a, b) => a[0] - b[0])) {
    if (start >= to && trimSeparators(text.slice(to, start)) === '') to = end
  }
  for (const [start, end] of loose.reverse()) {
    if (end <= from && trimSeparators(text.slice(end, from)) === '') from = start
  }
  // the dot behind a day and month
  return [from, text[to] === '.' ? to + 1 : to]
}

/** A value that is not told in its place, but at the beginning or end of the text, is that one. */
function takeValues(name: Name): boolean {
  const { parts, alignment, text } = name
  for (const [at, part] of parts.entries()) {
    if (part.kind !== 'free' || !TELLING.has(part.rule.type) || !isOpen(name, at)) continue
    const own = ownOfName(name)
    const around: Range = part.rule.type === 'choice' ? [own.start, own.end] : aroundText(name)
    const found = valuesAsked(part, text, around)
    const [only] = found
    if (!only || found.some(one => one.value !== only.value)) continue
    const [from, to] = only.range
    if (to <= own.start || from >= own.end) continue
    const rest = restBeside(name, only.range, part.rule.type === 'choice')
    if (rest === undefined) continue
    // a slip of one of a few words is another word, unless more than a space parts it
    const gap = rest === null ? '' : text.slice(Math.min(to, rest[1]), Math.max(from, rest[0]))
    if (part.rule.type === 'choice' && gap === ' ' && looseKey(text.slice(from, to)) !== looseKey(only.value)) continue
    if (from < own.start || to > own.end) cutOut(alignment, only.range)
    setText(name, rest === null ? [to, to] : withoutSign(text, rest, only.range), [{ at, range: only.range }])
    return true
  }
  return false
}

/** What of the text is left beside a value; `null`: nothing, `undefined`: it stands amid the text. */
function restBeside(name: Name, [from, to]: Range, isChoice: boolean): Range | null | undefined {
  const { text, called } = name
  const own = ownOfName(name)
  const sides = ([[own.start, from], [to, own.end]] as const).map(side => withinSigns(text, side)).filter(side => side[1] > side[0])
  // of no words but a choice the text may hold it besides
  if (sides.length === 0) return isChoice ? undefined : null
  const left = sides.filter(side => !areAllOf(text.slice(...side), called()))
  if (left.length < 2) return left[0] ?? null
  const [parted, ...more] = isChoice ? [] : left.filter(side => isBehindSign(text, side, [from, to]))
  return more.length > 0 ? undefined : parted
}

/** Whether more than a space parts words from a value beside them. */
const isBehindSign = (text: string, [start, end]: Range, [from, to]: Range): boolean =>
  /[-–—_:,]/u.test(end <= from ? text.slice(end, from) : text.slice(to, start))

/** Words without a short one straight before figures, which says what these are: "Vulkane Kl. 7". */
function withoutSign(text: string, [start, end]: Range, [from, to]: Range): Range {
  if (end > from || !/^\d+$/.test(text.slice(from, to))) return [start, end]
  const [all = '', words = ''] = /^(.*\p{L}.*?)[\s_-]+\p{L}{1,4}(?:\. ?)?$/u.exec(text.slice(start, from)) ?? []
  return all === '' ? [start, end] : [start, start + words.length]
}
