import { likeness } from '../text/distance'
import { foldCase, looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { freeField } from './fields/index'
import { valuesIn } from './left-over'
import type { Captures, NamePart } from './parts'
import { isAnyText } from './parts'
import { LIKE, cutOut, foldPlain, passesOthers, withoutStretch } from './spans'
import { numberOfWord } from './number-words'
import { longestOf, wordOf } from './stand-elsewhere'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { tokensOf } from './tokens'
import type { Known } from './unlike'
import { isWordEdge } from './word-edges'

type Range = readonly [start: number, end: number]

/** A name with one free text: where its parts stand, and the place of the text among them. */
interface Name extends Pick<Known, 'called' | 'titled'> {
  parts: readonly NamePart[]
  alignment: Alignment
  text: string
  index: number
  known: Captures
}

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
  const name: Name = { parts, alignment, text, index, known, called, titled }
  reunite(name)
  for (const side of [-1, 1] as const) {
    joinBeside(name, side)
    joinExtra(name, side)
  }
  takeSigned(name)
  // what one gives free may be the edge for another
  for (let turn = 0; turn < MOST_TURNS && (takeFixed(name) || takeValues(name)); turn++) continue
  dropNumbered(name)
  dropCalled(name)
  dropPiece(name)
  dropState(name)
  closeBracket(name)
}

const MOST_TURNS = 4

const ownOfName = ({ alignment: { spans }, index }: Name): Span => spans[index] ?? { start: 0, end: 0, text: '', edits: [] }

/** A part of a name, by its place, and where it stands. */
interface Placed { at: number, range: Range, edits?: Span['edits'] }

/** Gives the text a stretch of a name, other parts what they are of the rest, and what then is left to nothing. */
function setText(name: Name, [start, end]: Range, placed: readonly Placed[] = []): void {
  const { alignment, text, index } = name
  const own = ownOfName(name)
  alignment.spans[index] = { ...own, start, end }
  for (const { at, range: [from, to], edits = [] } of placed) {
    const span = alignment.spans[at]
    if (!span) continue
    alignment.spans[at] = { ...span, start: from, end: from, edits: [] }
    const moved = passesOthers(alignment, text, at, [from, to])
    alignment.spans[at] = { ...span, start: from, end: to, edits, ...(moved ? { moved } : {}) }
  }
  const sides: Alignment['extras'] = [{ range: [own.start, start], before: index }, { range: [end, own.end], before: index + 1 }]
  const left = placed.reduce((free, { range: [from, to] }) => withoutStretch(free, [from, to]), sides)
    .flatMap(({ range, before }) => {
      const [first, last] = withinSigns(text, [range[0], Math.max(...range)])
      return last > first ? [{ range: [first, last] as [number, number], before }] : []
    })
  alignment.extras.push(...left)
  alignment.extras.sort((a, b) => a.range[0] - b.range[0])
}

/** What stands instead of the rule's own word behind the text goes to the text that holds that word: "pendulum plot 10" and " Nov". */
function reunite(name: Name): void {
  const { parts, alignment: { spans }, text } = name
  for (const [at, part] of parts.entries()) {
    const [own, span] = [ownOfName(name), spans[at]]
    const word = part.kind === 'fixed' && part.part === 'literal' && span ? wordOf(span.text) : null
    if (!span || !word || span.end === span.start || span.moved || likeness(text.slice(span.start, span.end), word.word) >= LIKE) continue
    const holds = foldPlain(text.slice(own.start, own.end)).split(/[^\p{L}\p{N}]+/u).includes(word.folded)
    const between = span.start >= own.end ? text.slice(own.end, span.start) : text.slice(span.end, own.start)
    if (!holds || trimSeparators(between) !== '') continue
    spans[name.index] = { ...own, start: Math.min(own.start, span.start), end: Math.max(own.end, span.end) }
    const place = span.start >= own.end ? span.end : span.start
    spans[at] = { ...span, start: place, end: place, edits: [] }
  }
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
  if (end === start || !isNoSign(name, side, gapTo([start, end])) || !isWords(text.slice(start, end), name)) return
  extras.splice(at, 1)
  spans[index] = { ...own, start: Math.min(own.start, start), end: Math.max(own.end, end) }
}

/** Whether what parts words from the text is not the sign that the rule writes there. */
function isNoSign({ parts, index }: Name, side: -1 | 1, gap: string): boolean {
  const sign = parts[index + side]
  const asked = sign?.kind === 'fixed' && sign.part === 'literal' ? sign.texts[0] ?? '' : ''
  const edge = side < 0 ? /[^\p{L}\p{N}]*$/u.exec(asked)?.[0] : /^[^\p{L}\p{N}]*/u.exec(asked)?.[0]
  return gap !== '' && gap !== edge && [...gap].every(isSeparator)
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

/** A number in the text with the letters that the rule writes before or behind it is that number: "Fjord_8min" for {min}min, "run 4" for run{n}. */
function takeSigned(name: Name): void {
  const { parts, text } = name
  for (const [at, part] of parts.entries()) {
    if (part.kind !== 'free' || part.rule.type !== 'number' || !isOpen(name, at)) continue
    const [found] = ([-1, 1] as const).flatMap(side => signedIn(name, at, side))
    if (!found || freeField(part.rule).read(text.slice(...found.figures), part.rule) === undefined) continue
    const { figures, sign } = found
    const own = ownOfName(name)
    // of words on both sides those are the text that the rule writes there
    const sides = ([[own.start, Math.min(figures[0], sign.range[0])], [Math.max(figures[1], sign.range[1]), own.end]] as const)
      .map(one => withinSigns(text, one))
    const rest = (at > name.index ? sides : sides.reverse()).find(([from, to]) => to > from)
    if (rest) setText(name, rest, [{ at, range: figures }, sign])
  }
}

/** Whether a value that the name itself tells is told nowhere yet. */
function isOpen({ parts, alignment: { spans }, known }: Name, at: number): boolean {
  const [part, span] = [parts[at], spans[at]]
  return part?.kind === 'free' && span !== undefined && span.end === span.start && ownOf(known, part.part) === undefined
}

/** The one number of the text with the letters that the rule writes on one side of it. */
function signedIn(name: Name, at: number, side: -1 | 1): { figures: Range, sign: Placed }[] {
  const { parts, alignment: { spans }, text } = name
  const [own, sign] = [ownOfName(name), parts[at + side]]
  const asked = sign?.kind === 'fixed' && sign.part === 'literal' ? foldCase(sign.texts[0] ?? '') : ''
  const letters = (side < 0 ? /\p{L}{2,}$/u : /^\p{L}{2,}/u).exec(asked)?.[0]
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
  return [{ figures, sign: { at: at + side, range, edits: text.slice(...range) === expected ? [] : [{ range, expected }] } }]
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
    const words = (part.part === 'literal' ? ownWordsOf(asked) : [asked]).filter(word => word.length >= LEAST_EDGE)
    if (span.end > span.start && words.some(word => isThere(name, at, word))) continue
    const range = words.map(word => edgeOf(name, word)).find(one => one !== null)
    const own = ownOfName(name)
    const rest = range && withinSigns(text, range[0] === own.start ? [range[1], own.end] : [own.start, range[0]])
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
const ownWordsOf = (literal: string): string[] => [wordOf(literal), ...longestOf(literal)].flatMap(one => (one === null ? [] : [one.word]))

/** Whether what stands for a part is it, or a slip of it. */
const isThere = ({ alignment: { spans }, text }: Name, at: number, word: string): boolean =>
  likeness(foldPlain(trimSeparators(text.slice(spans[at]?.start, spans[at]?.end))), foldPlain(word)) >= LIKE

/** Where a word begins or ends the text as a whole one. */
function edgeOf(name: Name, word: string): [start: number, end: number] | null {
  const { start, end } = ownOfName(name)
  const folded = foldPlain(word)
  const places: [number, number][] = [[start, start + word.length], [end - word.length, end]]
  return places.find(([from, to]) => from >= start && to <= end && foldPlain(name.text.slice(from, to)) === folded
    && isWordEdge(name.text, from) && isWordEdge(name.text, to) && (from === start || !/[\p{L}\p{N}]/u.test(name.text[from - 1] ?? ''))
    && (to === end || !/[\p{L}\p{N}]/u.test(name.text[to] ?? ''))) ?? null
}

/** The text with what stands beside it for nothing, or instead of words of the rule's that it is nothing like: a day may be cut in two there. */
function aroundText(name: Name): Range {
  const { parts, alignment: { spans, extras }, text } = name
  const own = ownOfName(name)
  const loose = [...extras.map(({ range }) => range), ...spans.flatMap(({ start, end, text: asked, moved }, at): [number, number][] => {
    const isUnlike = parts[at]?.part === 'literal' && end > start && !moved && /\d|\p{L}{3}/u.test(text.slice(start, end))
    return isUnlike && likeness(text.slice(start, end), asked) < LIKE ? [[start, end]] : []
  })]
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
  const { parts, alignment, text, called } = name
  for (const [at, part] of parts.entries()) {
    if (part.kind !== 'free' || !TELLING.has(part.rule.type) || !isOpen(name, at)) continue
    const own = ownOfName(name)
    const around: Range = part.rule.type === 'choice' ? [own.start, own.end] : aroundText(name)
    const found = valuesIn(part, text, [...around], NOBODY, actual => freeField(part.rule).read(actual, part.rule))
    const [only] = found
    if (!only || found.some(one => one.value !== only.value)) continue
    const [from, to] = only.range
    if (to <= own.start || from >= own.end) continue
    const sides = ([[own.start, from], [to, own.end]] as const).map(side => withinSigns(text, side)).filter(side => side[1] > side[0])
    const isHolders = ([first, last]: Range) => tokensOf(text.slice(first, last)).every(word => called().includes(word))
    const [rest = null, ...more] = sides.filter(side => !isHolders(side))
    if (sides.length === 0 || more.length > 0) continue
    // a slip of one of a few words is another word, unless more than a space parts it
    const gap = rest === null ? '' : text.slice(Math.min(to, rest[1]), Math.max(from, rest[0]))
    if (part.rule.type === 'choice' && gap === ' ' && looseKey(text.slice(from, to)) !== looseKey(only.value)) continue
    if (from < own.start || to > own.end) cutOut(alignment, only.range)
    setText(name, rest === null ? [to, to] : withoutSign(text, rest, only.range), [{ at, range: only.range }])
    return true
  }
  return false
}
const NOBODY: ReadonlySet<string> = new Set()

/** A number settled otherwise with what the piece is called before it: of "poem 1 The Owl" the text is the last two words. */
function dropNumbered(name: Name): void {
  const { parts, alignment: { spans }, text, known, titled } = name
  const own = ownOfName(name)
  const [all = '', word = '', number = ''] = /^(\p{L}+)[\s._-]{0,2}(\d{1,4}|(?<=[\s._-])\p{L}+)(?:\s?[-–—_:.,]\s?|\s)(?=[\p{L}\p{N}])/u
    .exec(text.slice(own.start, own.end)) ?? []
  if (all === '' || !titled().includes(looseKey(word))) return
  const says = /^\d/.test(number) ? Number(number) : numberOfWord(number)
  const at = parts.findIndex(({ part, kind }) => kind === 'free' && ownOf(known, part) !== undefined && Number(ownOf(known, part)) === says)
  const span = spans[at]
  if (!span || says === null) return
  const start = own.start + all.indexOf(number, word.length)
  setText(name, [own.start + all.length, own.end], span.end > span.start ? [] : [{ at, range: [start, start + number.length] }])
}

/** Words without a short one straight before figures, which says what these are: "Vulkane Kl. 7". */
function withoutSign(text: string, [start, end]: Range, [from, to]: Range): Range {
  if (end > from || !/^\d+$/.test(text.slice(from, to))) return [start, end]
  const [all = '', words = ''] = /^(.*\p{L}.*?)[\s_-]+\p{L}{1,4}(?:\. ?)?$/u.exec(text.slice(start, from)) ?? []
  return all === '' ? [start, end] : [start, start + words.length]
}

/** Within separators and the signs that people part words by besides. */
function withinSigns(text: string, side: Range): [start: number, end: number] {
  let [start, end] = side
  while (start < end && /[\s_.,;:–—-]/u.test(text[start] ?? '')) start++
  while (end > start && /[\s_.,;:–—-]/u.test(text[end - 1] ?? '')) end--
  return [start, end]
}

/** What the holder is called by beside a part that says the holder is none of the text: "Stahl, Bruno - Winter"; nor in brackets at its end. */
function dropCalled(name: Name): void {
  const { parts, alignment: { spans }, text, called } = name
  const isCalled = (words: string) => tokensOf(words).every(word => called().includes(word))
  const [, before = '', inner = ''] = /^(.*[\p{L}\p{M}\p{N}]) ?\(([^()]*\p{L}[^()]*)\)$/u.exec(text.slice(ownOfName(name).start, ownOfName(name).end)) ?? []
  if (before !== '' && isCalled(inner)) setText(name, [ownOfName(name).start, ownOfName(name).start + before.length])
  const [said = '', by = ''] = /^(?:\p{Ll}{1,4} )?([\p{L}\p{M}'’]+(?: [\p{L}\p{M}'’]+)*)(?: [-–—] |_|: )(?=[\p{L}\p{N}])/u
    .exec(text.slice(ownOfName(name).start, ownOfName(name).end)) ?? []
  if (by !== '' && isCalled(by)) setText(name, [ownOfName(name).start + said.length, ownOfName(name).end])
  const own = ownOfName(name)
  const isHolders = ({ start, end }: Span, at: number) => parts[at]?.kind === 'fixed' && parts[at].part !== 'literal' && end > start
  const touches = (from: number, to: number) => !/[\p{L}\p{N}]/u.test(text.slice(from, to))
  const holder = spans.find((span, at) => isHolders(span, at) && span.end <= own.start && touches(span.end, own.start))
  if (!holder) return
  const [all = '', word = '', sign = ''] = /^([\p{L}\p{M}'’]{2,})(\s?[-–—,:_]+\s?|\s)(?=[\p{L}\p{N}])/u.exec(text.slice(own.start, own.end)) ?? []
  // what the rule's own sign parts from the holder begins the text
  const isParted = sign !== ' ' || isNoSign(name, -1, text.slice(holder.end, own.start))
  if (word !== '' && isParted && called().includes(looseKey(word))) setText(name, [own.start + all.length, own.end])
}

/**
 * Before or behind the holder's names, what the piece is called is none of the text: "Bachelor thesis Pia Costa - Small Boats"; nor is it at
 * the end, where more than a space parts it: "Northern lights_presentation".
 */
function dropPiece(name: Name): void {
  const { parts, alignment: { spans }, text, called, titled } = name
  const own = ownOfName(name)
  const [, kept = '', piece = ''] = /^(.*[\p{L}\p{M}\p{N}])(?:_| [-–—] )(\p{L}+)$/u.exec(text.slice(own.start, own.end)) ?? []
  if (piece !== '' && titled().includes(looseKey(piece))) return setText(name, [own.start, own.start + kept.length])
  if (parts.some((part, at) => part.kind === 'fixed' && part.part !== 'literal' && (spans[at]?.end ?? 0) > (spans[at]?.start ?? 0))) return
  const words = [...text.slice(own.start, own.end).matchAll(/[\p{L}\p{M}\p{N}'’]+/gu)].map(({ 0: word, index }) => {
    const start = own.start + index
    return { key: looseKey(word), range: [start, start + word.length] as const }
  })
  const names = words.flatMap(({ key }, at) => (called().includes(key) ? [at] : []))
  const [first = 0, last = 0] = [names[0], names.at(-1)]
  if (first === 0 || last === words.length - 1 || names.length <= last - first) return
  const [rest, ...more] = [words.slice(0, first), words.slice(last + 1)].filter(side => !side.some(({ key }) => titled().includes(key)))
  const [from, to] = [rest?.[0], rest?.at(-1)]
  if (more.length > 0 || !from || !to) return
  const placed = parts.flatMap((part, at): Placed[] => {
    const is = part.kind === 'fixed' && part.part !== 'literal' && spans[at]?.start === spans[at]?.end ? looseKey(part.texts[0] ?? '') : ''
    const word = names.map(one => words[one]).find(one => one?.key === is)
    return word ? [{ at, range: word.range }] : []
  })
  setText(name, [from.range[0], to.range[1]], placed)
}

/** Words of state behind the text that more than a space parts from it are none of it: "Light_final", "Light (final)". */
function dropState(name: Name): void {
  const own = ownOfName(name)
  const [, kept = '', state = ''] = /^(.*[\p{L}\p{M}\p{N}!?)'’])(?:_| ?[-–—] | ?[([])([\p{L}\p{M}\s_-]+)[)\]]?$/u.exec(name.text.slice(own.start, own.end)) ?? []
  if (state !== '' && isAddedWord(state)) setText(name, [own.start, own.start + kept.length])
}

/** A bracket that opens in the text and closes behind it is the text's. */
function closeBracket(name: Name): void {
  const { alignment: { spans, extras }, text, index } = name
  const own = ownOfName(name)
  const close = /\([^()]*$/.test(text.slice(own.start, own.end)) ? text.indexOf(')', own.end) : -1
  const next = Math.min(...spans.filter(one => one.start >= own.end && one.end > one.start).map(one => one.start), text.length)
  if (close < 0 || close >= next || trimSeparators(text.slice(own.end, close)) === '' || !isWordEdge(text, close + 1)) return
  spans[index] = { ...own, end: close + 1 }
  extras.splice(0, extras.length, ...extras.filter(({ range }) => range[1] <= own.end || range[0] > close))
}
