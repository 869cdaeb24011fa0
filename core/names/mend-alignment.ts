import { likeness } from '../text/distance'
import { foldCase, looseKey, plainPunctuation, stripMarks } from '../text/fold'
import { isAddedWord } from './added-words'
import { isAndWord } from './and-words'
import { isCopyMark } from './copy-marks'
import { isDefaultWord } from './default-names'
import { WEEK_KEYS } from './months'
import { numberOfWord } from './number-words'
import type { Alignment, Span } from './align'
import type { Edit } from './difference'
import { freeField } from './fields/index'
import type { NamePart } from './parts'
import { isAnyText } from './parts'
import type { Strictness } from './strictness'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { tokensOf } from './tokens'
import { isWordEdge } from './word-edges'

/** What a name is mended by. */
export interface Known {
  strictness: Strictness
  /** Words, as loose keys, that the holder is called by besides what the parts say. */
  called: () => readonly string[]
  /** Words, as loose keys, that the piece is known by besides: they are nobody's name. */
  titled: () => readonly string[]
}

/** From this likeness on a text is another one misspelt. */
export const LIKE = 0.6

/**
 * Makes of an alignment letter by letter one in whole words, as a person sees a name: what is a slip of a part, what stands
 * instead of it, and what belongs to none.
 *
 * @param alignment - changed in place
 * @param context - what may differ, and what holder and piece are called besides: such words stand instead of nothing else
 */
export function mendAlignment(
  parts: readonly NamePart[], alignment: Alignment, text: string, context: Known,
): void {
  const { strictness } = context
  takeWhole(parts, alignment, text, strictness)
  standOwnWords(parts, alignment, text)
  if (alignment.extras.length > 0) {
    mergeExtras(parts, alignment, text, strictness)
    completeWords(parts, alignment, text)
  }
  standJoinedValues(parts, alignment, text)
  standOwnValues(parts, alignment, text)
  dropUnlike(parts, alignment, text, context)
  if (alignment.extras.length > 0) {
    joinExtras(alignment, text)
    completeWords(parts, alignment, text)
  }
  standInPlace(alignment, text)
  partValues(parts, alignment, text)
  giveBack(parts, alignment, text)
  keepWholeWords(parts, alignment, text)
  if (alignment.extras.length === 0) return
  joinExtras(alignment, text)
  takeInstead(parts, alignment, text, context)
  standWordsOfNames(parts, alignment, text)
}

/**
 * Where a part stands whole in or beside what was taken for it, the rest is none of it: its last letter may recur in a word behind,
 * and free text beside it may have taken its first word.
 */
function takeWhole(parts: readonly NamePart[], alignment: Alignment, text: string, { accents, letterCase }: Strictness): void {
  const cased = (some: string) => (letterCase === 'ignore' ? foldCase(some) : some)
  const plain = (some: string) => (accents === 'ignore' && letterCase === 'ignore'
    ? foldPlain(some)
    : cased(accents === 'ignore' ? stripMarks(plainPunctuation(some)) : plainPunctuation(some)))
  let received: string | null = null
  let changed = false
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || !span || span.edits.length === 0 || span.end === span.start || !/[\p{L}\p{N}]/u.test(span.text)) continue
    received ??= plain(text)
    if (received.length !== text.length) return
    const asked = plain(span.text)
    const start = received.indexOf(asked)
    const end = start + asked.length
    if (start < 0 || received.indexOf(asked, start + 1) >= 0 || !isWordEdge(text, start) || !isWordEdge(text, end)) continue
    if (span.start >= end || span.end <= start || !takeBack(parts, alignment, text, index, start, end)) continue
    const left: [number, number][] = [[span.start, start], [end, span.end]]
    alignment.extras.push(...left.filter(([from, to]) => to > from).map((range, behind) => ({ range, before: index + behind })))
    alignment.spans[index] = { ...span, start, end, edits: [] }
    changed = true
  }
  if (changed) alignment.extras.sort((a, b) => a.range[0] - b.range[0])
}

/**
 * A word of the rule's own that stands whole elsewhere in the name stands there: neither is it too much, nor is it somebody's name, nor
 * does another word stand instead of it.
 */
function standOwnWords(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  let folded: string | null = null
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    const whole = span && part.kind === 'fixed' && part.part === 'literal' ? wordOf(span.text) : null
    if (!span || !whole) continue
    const [there, until] = withinSeparators(text, [span.start, span.end])
    const isLike = until > there && likeness(text.slice(there, until), whole.word) >= LIKE
    if (isLike && isAllThereIs(span, until - there, whole.word)) continue
    const all = folded ??= foldPlain(text)
    if (all.length !== text.length) return
    // of several words, such as that before the v of a version, the longest says it
    const own = [whole, ...longestOf(span.text)].find(one => onlyPlaceOf(one.folded, all, text) >= 0) ?? whole
    const start = onlyPlaceOf(own.folded, all, text)
    const end = start + own.word.length
    if (start < 0 || (isLike && (start < there || end > until)) || !clear(parts, alignment, text, [start, end], index)) continue
    const before = span.start >= end ? index + 1 : index
    const left = [[span.start, Math.min(span.end, start)], [Math.max(span.start, end), span.end]] as const
    alignment.extras.push(...left.filter(([from, to]) => to > from && /[\p{L}\p{N}]/u.test(text.slice(from, to)))
      .map(([from, to]) => ({ range: [from, to] as [number, number], before })))
    const edits = editsOf(own, text, [start, end])
    const moved = passesOthers(alignment, text, index, [start, end])
    alignment.spans[index] = { start, end, text: span.text, edits, ...(moved ? { moved } : {}) }
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/** Whether nothing but the word stands where it was found: with more words beside it, it is only what it is. */
const isAllThereIs = ({ edits }: Span, length: number, word: string): boolean => length <= word.length || edits.length === 0

/** What of a literal is missing around its word, and how the word itself departs. */
function editsOf({ lead, word, behind }: NonNullable<ReturnType<typeof wordOf>>, text: string, [start, end]: [number, number]): Edit[] {
  const edits: Edit[] = [{ range: [start, start], expected: lead }, { range: [start, end], expected: word }, { range: [end, end], expected: behind }]
  return edits.filter(({ range, expected }) => text.slice(...range) !== expected)
}

/** What passed only something that turned out to be no part of the name stands in its own place. */
function standInPlace(alignment: Alignment, text: string): void {
  for (const [index, { moved, ...span }] of alignment.spans.entries()) {
    if (moved && !passesOthers(alignment, text, index, [span.start, span.end])) alignment.spans[index] = span
  }
}

/** A value of letters and figures that is written without its signs is that one, and no number besides: in "report sl12" SL-12 is told, no 12. */
function standJoinedValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || part.part === 'literal' || !span || !/^(?=.*\p{L})(?=.*\p{N}).*[^\p{L}\p{N}]/u.test(span.text)) continue
    if (span.end > span.start && (span.edits.length === 0 || isAlike(span, text))) continue
    const key = looseKey(span.text)
    const [only, ...more] = [...text.matchAll(/[\p{L}\p{N}]+/gu)].filter(([word]) => looseKey(word) === key)
    if (!only || more.length > 0) continue
    const range: [number, number] = [only.index, only.index + only[0].length]
    if (span.end > span.start) alignment.extras.push({ range: [span.start, span.end], before: index })
    alignment.spans[index] = { ...span, end: span.start, edits: [] }
    cutOut(alignment, range)
    const moved = passesOthers(alignment, text, index, range)
    alignment.spans[index] = { ...span, start: range[0], end: range[1], edits: [{ range, expected: span.text }], ...(moved ? { moved } : {}) }
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/** Takes a stretch out of everything that lies in it: what is left before or behind it stays. */
function cutOut(alignment: Alignment, [start, end]: [number, number]): void {
  for (const [at, span] of alignment.spans.entries()) {
    if (span.end <= start || span.start >= end) continue
    const [from, to] = span.start < start ? [span.start, start] : [Math.min(end, span.end), span.end]
    const edits: Edit[] = to > from && span.text !== '' ? [{ range: [from, to], expected: span.text }] : []
    alignment.spans[at] = { ...span, start: from, end: Math.max(from, to), edits }
  }
  alignment.extras = withoutStretch(alignment.extras, [start, end])
}

/** A value that is not in its place, but stands whole in what was taken for the rule's own text, for another value or for nothing, stands there. */
function standOwnValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  const folded = foldPlain(text)
  if (folded.length !== text.length) return
  // twice: what one value made room for may be the next
  for (const [index, part] of [...parts.entries(), ...parts.entries()]) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || part.part === 'literal' || !span || span.text === '') continue
    if (span.end > span.start && (span.edits.length === 0 || isAlike(span, text))) continue
    const value = foldPlain(span.text)
    const start = value.length === span.text.length ? onlyPlaceOf(value, folded, text) : -1
    const end = start + value.length
    if (start < 0 || !giveRoom(parts, alignment, text, index, [start, end])) continue
    if (span.end > span.start) alignment.extras.push({ range: [span.start, span.end], before: index })
    const moved = passesOthers(alignment, text, index, [start, end])
    alignment.spans[index] = { ...span, start, end, edits: [], ...(moved ? { moved } : {}) }
    alignment.extras.sort((a, b) => a.range[0] - b.range[0])
  }
}

/** Makes room for a value in the one thing it was taken for; `false`: that is right as it is. */
function giveRoom(parts: readonly NamePart[], { spans, extras }: Alignment, text: string, index: number, [start, end]: [number, number]): boolean {
  const sidesOf = (from: number, to: number) => ([[from, start], [end, to]] as const).map(side => withinSeparators(text, side))
  const isText = (other: number) => parts[other] !== undefined && isAnyText(parts[other])
  const at = spans.findIndex((host, other) => other !== index && host.start <= start && host.end >= end
    && (host.edits.length > 0 || isText(other)))
  const host = spans[at]
  if (host && isText(at)) {
    // free text may begin or end with it, and what only tells its state may stand behind
    const [left, state, ...more] = sidesOf(host.start, host.end).filter(([from, to]) => to > from)
    if (more.length > 0 || (state && !isAddedWord(text.slice(...state)))) return false
    if (state) extras.push({ range: [end, state[1]], before: index + 1 })
    const [from, to] = left ?? [host.start, host.start]
    spans[at] = { ...host, start: from, end: to }
    return true
  }
  if (host && parts[at]?.part === 'literal') {
    const [own, left] = sidesOf(host.start, host.end)
      .sort((a, b) => likeness(text.slice(...b), host.text) - likeness(text.slice(...a), host.text))
    if (own) spans[at] = { ...host, start: own[0], end: own[1], edits: [{ range: own, expected: host.text }] }
    if (left && left[1] > left[0]) extras.push({ range: left, before: at })
    return own !== undefined
  }
  if (host) {
    const [left, ...more] = sidesOf(host.start, host.end).filter(([from, to]) => to > from)
    if (more.length > 0 || isAlike(host, text)) return false
    // what is left stands there instead of it
    spans[at] = left
      ? { ...host, start: left[0], end: left[1], edits: [{ range: left, expected: host.text }] }
      : { ...host, end: host.start, edits: [] }
    return true
  }
  return takeFromExtra(extras, text, [start, end])
}

/** Takes a stretch out of what belongs to no part, which keeps what stands on either side; `false`: it lies in none. */
export function takeFromExtra(extras: Alignment['extras'], text: string, [start, end]: [number, number]): boolean {
  const around = extras.findIndex(({ range }) => range[0] <= start && range[1] >= end)
  const extra = extras[around]
  if (!extra) return false
  const sides = ([[extra.range[0], start], [end, extra.range[1]]] as const).map(side => withinSeparators(text, side))
  extras.splice(around, 1, ...sides.filter(([from, to]) => to > from).map(range => ({ ...extra, range })))
  return true
}

const isAlike = ({ start, end, text: asked }: Span, text: string): boolean =>
  likeness(foldPlain(text.slice(start, end)), foldPlain(asked)) >= LIKE

/** Whether a part at this place stands before one that comes before it, or behind one behind it. What is absent before it moves along. */
export function passesOthers({ spans }: Alignment, text: string, index: number, [start, end]: [number, number]): boolean {
  let passes = false
  for (const [at, other] of spans.entries()) {
    if (other.end > other.start) passes ||= /[\p{L}\p{N}]/u.test(text.slice(other.start, other.end)) && (at < index ? other.start >= end : at > index && other.end <= start)
    else if (at < index && other.start > start) spans[at] = { ...other, start, end: start }
  }
  return passes
}
/** Folded so that every letter keeps its place: one that would become two, as ß does, only loses its case. */
function foldPlain(text: string): string {
  const fold = (some: string) => foldCase(stripMarks(plainPunctuation(some)))
  const folded = fold(text)
  if (folded.length === text.length) return folded
  return Array.from(text, (char) => {
    const [even = char] = [fold(char), char.toLowerCase()].filter(one => one.length === char.length)
    return even
  }).join('')
}

/** The word or words that a rule's own text is, with what stands around them; `null`: it is none. */
function wordOf(literal: string): { word: string, folded: string, lead: string, behind: string } | null {
  const [from, to] = withinSeparators(literal, [0, literal.length])
  const word = literal.slice(from, to)
  if ((word.length < LEAST_WORD && !/^\p{Lu}{2}$/u.test(word)) || !/^(?=.*\p{L})[\p{L}\p{N}]+(?:[\s_.-][\p{L}\p{N}]+)*$/u.test(word)) return null
  const folded = foldPlain(word)
  return folded.length === word.length ? { word, folded, lead: literal.slice(0, from), behind: literal.slice(to) } : null
}

/** The longest word of a literal of several, as `wordOf` tells it. */
function longestOf(literal: string): NonNullable<ReturnType<typeof wordOf>>[] {
  const words = [...literal.matchAll(/[\p{L}\p{M}]+/gu)]
  if (words.length < 2) return []
  const { 0: word, index } = words.reduce((longest, one) => (one[0].length > longest[0].length ? one : longest))
  const folded = foldPlain(word)
  if (word.length <= LEAST_WORD || folded.length !== word.length) return []
  return [{ word, folded, lead: literal.slice(0, index), behind: literal.slice(index + word.length) }]
}

/** Where a word stands whole, if it stands in one place alone; -1. */
function onlyPlaceOf(word: string, folded: string, text: string): number {
  const [all, own] = [folded, word].map(some => some.replace(/[\s_.-]/g, ' ')) as [string, string]
  const start = all.indexOf(own)
  const alone = start >= 0 && !all.includes(own, start + 1) && isWordEdge(text, start) && isWordEdge(text, start + word.length)
  return alone ? start : -1
}
/** Shorter words stand in many names by chance. */
const LEAST_WORD = 3

/** Makes room for what stands in a stretch: what was too much there, or a value that is nothing like it; `false`: it is somebody else's. */
function clear(parts: readonly NamePart[], alignment: Alignment, text: string, [start, end]: [number, number], index: number): boolean {
  const inside = alignment.spans.flatMap((span, at) => (at !== index && span.end > span.start && span.start < end && span.end > start ? [at] : []))
  for (const at of inside) {
    const [part, span] = [parts[at], alignment.spans[at]]
    if (!part || !span || part.kind !== 'fixed' || span.edits.length === 0) return false
    const [first, last] = withinSeparators(text, [span.start, span.end])
    if (part.part === 'literal' && (first < start || last > end)) return false
  }
  for (const at of inside) {
    const span = alignment.spans[at]
    if (!span) continue
    // what is left of it stands there instead of it
    const [from, to] = withinSeparators(text, start - span.start > span.end - end ? [span.start, start] : [Math.min(end, span.end), span.end])
    alignment.spans[at] = to > from
      ? { ...span, start: from, end: to, edits: [{ range: [from, to], expected: span.text }] }
      : { ...span, end: span.start, edits: [] }
  }
  alignment.extras = withoutStretch(alignment.extras, [start, end])
  return true
}

/** What belongs to no part, but for a stretch that now does: what stands on either side of it is left. */
export function withoutStretch(extras: Alignment['extras'], [start, end]: [number, number]): Alignment['extras'] {
  return extras.flatMap(({ range: [from, to], before }) => {
    const pieces: [number, number][] = [[from, Math.min(to, start)], [Math.max(from, end), to]]
    return pieces.filter(range => range[1] > range[0]).map(range => ({ range, before }))
  })
}

/** Takes a stretch away from what else lies in it: free text, the rule's own text, stray letters; `false`: another value does. */
function takeBack(parts: readonly NamePart[], { spans }: Alignment, text: string, index: number, start: number, end: number): boolean {
  const inside = spans.flatMap((span, at) => (at !== index && span.end > span.start && span.start < end && span.end > start ? [at] : []))
  const gives = (at: number) => {
    const [part, span] = [parts[at], spans[at]]
    if (!part || part.kind === 'free') return part !== undefined && isAnyText(part)
    return part.part === 'literal' || (span !== undefined && likeness(text.slice(span.start, span.end), span.text) < LIKE)
  }
  if (!inside.every(gives)) return false
  for (const at of inside) {
    const span = spans[at]
    if (!span) continue
    const [from, to] = at < index ? [span.start, Math.min(span.end, start)] : [Math.max(span.start, end), span.end]
    // what is left of it stands there instead of it
    const edits: Edit[] = to > from && span.text !== '' ? [{ range: [from, to], expected: span.text }] : []
    spans[at] = { ...span, start: from, end: Math.max(from, to), edits }
  }
  return true
}

/** One or two stray letters that touch a part are a slip of that part, and more separators beside one are one: neither is a word too much. */
function mergeExtras(parts: readonly NamePart[], alignment: Alignment, text: string, strictness: Strictness): void {
  const left: Alignment['extras'] = []
  for (const extra of alignment.extras) {
    const [start, end] = extra.range
    const stray = text.slice(start, end)
    const into = [extra.before - 1, extra.before].find((index) => {
      const part = parts[index]
      const span = alignment.spans[index]
      if (!part || !span || span.end === span.start || (span.end !== start && span.start !== end)) return false
      const touching = text[span.end === start ? start - 1 : end] ?? ''
      return belongsTo(part, stray, touching)
    })
    const span = into === undefined ? undefined : alignment.spans[into]
    if (!span) {
      left.push(extra)
      continue
    }
    const free = strictness.separators === 'ignore' && [...stray].every(isSeparator)
    const edits: Edit[] = free ? [] : [{ range: [start, end], expected: '' }]
    if (span.end === start) {
      span.end = end
      span.edits.push(...edits)
    }
    else {
      span.start = start
      span.edits.unshift(...edits)
    }
  }
  alignment.extras = left
}

function belongsTo(part: NamePart, stray: string, touching: string): boolean {
  if (part.kind === 'free') return freeField(part.rule).takesStray?.(stray, touching) ?? false
  if ([...stray].every(isSeparator)) return part.part === 'literal' && isSeparator(touching)
  if (!/^[\p{L}\p{M}\p{N}'’]{1,2}$/u.test(stray)) return false
  // figures are no slip of a word
  return /^\p{N}+$/u.test(stray) ? /\p{N}/u.test(touching) : /\p{L}/u.test(touching)
}

/** The rest of a word of which a part took some letters is no word too much: the whole word stands in its place. */
function completeWords(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  alignment.extras = alignment.extras.flatMap((extra) => {
    const [from, to] = extra.range
    for (const [index, part] of parts.entries()) {
      const span = alignment.spans[index]
      if (part.kind !== 'fixed' || !span || span.end === span.start || (span.end !== from && span.start !== to)) continue
      const behind = span.end === from
      const [rest] = (behind ? /^[\p{L}\p{M}'’]+/u : /[\p{L}\p{M}'’]+$/u).exec(text.slice(from, to)) ?? ['']
      if (rest === '' || isWordEdge(text, behind ? from : to)) continue
      // one word of several is no slip of a value
      const [inner, outer] = withinSeparators(text, [from, to])
      if (part.part !== 'literal' && rest.length < outer - inner) continue
      const [start, end] = behind ? [from, from + rest.length] : [to - rest.length, to]
      const edit: Edit = { range: [start, end], expected: '' }
      if (behind) Object.assign(span, { end, edits: [...span.edits, edit] })
      else Object.assign(span, { start, edits: [edit, ...span.edits] })
      const left: [number, number] = behind ? [end, to] : [from, start]
      return left[1] > left[0] ? [{ ...extra, range: left }] : []
    }
    return [extra]
  })
}

/** A separator that stands before or behind a value belongs to what parts it from the next, not to the value. */
function partValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || part.part === 'literal' || !span || span.end - span.start < 2) continue
    const before = alignment.spans[index - 1]
    const char = text[span.start] ?? ''
    if (!isSeparator(char) || isSeparator(span.text[0] ?? '') || parts[index - 1]?.part !== 'literal' || !before) continue
    const asked = before.text.at(-1) ?? ''
    if (!isSeparator(asked) || (before.end > before.start && before.end !== span.start)) continue
    const place = span.start
    span.start++
    span.edits = span.edits.map((edit): Edit => (edit.range[0] === place
      ? { ...edit, range: [place + 1, Math.max(place + 1, edit.range[1])] }
      : edit)).filter(({ range, expected }) => range[1] > range[0] || expected !== '')
    if (before.end === before.start) before.start = place
    before.end = place + 1
    before.edits = before.edits.filter(({ expected }) => expected !== asked)
    if (char !== asked) before.edits.push({ range: [place, place + 1], expected: asked })
  }
}

/** Letters inside an unrelated word, or a word that only tells a state, are no slip of a part: the part is absent, and the word stays whole. */
function dropUnlike(parts: readonly NamePart[], alignment: Alignment, text: string, known: Known): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (!span) continue
    const drops = isNoChoice(part, text.slice(span.start, span.end), known) || isCutFromWord(part, span, alignment, text)
      || (part.kind === 'fixed' && isUnlike(parts, alignment, text, known, index))
    if (!drops) continue
    alignment.extras.push({ range: [span.start, span.end], before: index })
    alignment.spans[index] = { ...span, end: span.start, edits: [] }
  }
}

/** Whether what stands for a part that is not free cannot be meant for it. */
function isUnlike(parts: readonly NamePart[], alignment: Alignment, text: string, known: Known, index: number): boolean {
  const [part, span] = [parts[index], alignment.spans[index]]
  if (!part || !span || span.edits.length === 0 || span.text === '') return false
  const [start, end] = withinSeparators(text, [span.start, span.end])
  // a letter is no separator
  if (!/[\p{L}\p{N}]/u.test(span.text)) return /[\p{L}\p{N}]/u.test(text.slice(span.start, span.end))
  // a separator stands for no value
  if (start === end) return part.part !== 'literal' && span.end > span.start
  const there = text.slice(start, end)
  const isWhole = isWordEdge(text, start) && isWordEdge(text, end) && !isOrdinal(text, [start, end])
  const isOwn = () => isElsewhere(part.part, span.text, there, known) || beginsLikeLiteral(parts, part.part, there)
  const stands = part.part === 'literal' ? isInstead(there, span.text) && !isDayOf(parts, alignment, there) : !isNoValue(there, span.text)
  return !(isWhole && stands && !isOwn()) && likeness(there, span.text) < LIKE
}

/** Whether a short value is nothing but letters of a longer word beside which more stands: TRA of "Trans-Bud VAT" is no code. */
function isCutFromWord(part: NamePart, { start, end }: Span, { extras }: Alignment, text: string): boolean {
  if (part.kind !== 'fixed' || part.part === 'literal' || end === start || end - start > SHORT_VALUE) return false
  return extras.some(({ range: [from, to] }) => {
    const touches = (from === end && !isWordEdge(text, end)) || (to === start && !isWordEdge(text, start))
    return touches && /[\p{L}\p{M}]/u.test(text.slice(from, to)) && /[^\p{L}\p{M}]/u.test(text.slice(from, to))
  })
}
const SHORT_VALUE = 4

/** What is written behind a number to say which in a row it is (common practice, no source): 1st, 2ème, 3er, 4º. */
const ORDINAL = /^(?:st|nd|rd|th|er|re|ère|e|è|[eèé]me|i[eèé]me|ste|de|te|er|[oaºª])$/iu

/** Whether letters are the end of a number that says which in a row it is: they are nobody's name. */
function isOrdinal(text: string, [start, end]: [number, number]): boolean {
  return /\p{N}/u.test(text[start - 1] ?? '') && ORDINAL.test(text.slice(start, end))
}

/** Whether words may stand instead of the rule's own text: none that tells its state is among them, and they are no mark of a copy. */
function isInstead(words: string, own: string): boolean {
  const asked = looseKey(own)
  const isState = (word: string) => isAddedWord(word) && !asked.includes(looseKey(word))
  return !/\p{L}/u.test(own) || (/\p{L}/u.test(words) && !isCopyMark(` ${words}`) && !words.split(/[^\p{L}\p{M}'’]+/u).some(isState))
}

/** Whether words tell the day that is asked for in a part that is not there: they stand instead of no word of the rule's own. */
function isDayOf(parts: readonly NamePart[], { spans }: Alignment, words: string): boolean {
  return parts.some((part, at) => part.kind === 'free' && part.rule.type === 'date' && spans[at]?.end === spans[at]?.start
    && freeField(part.rule).read(words, part.rule) !== undefined)
}

/** Whether a word that stands where a choice is asked is none of these, but what the holder or the piece is called by. */
function isNoChoice(part: NamePart, word: string, { called, titled }: Known): boolean {
  return part.kind === 'free' && part.rule.type === 'choice' && word !== '' && freeField(part.rule).read(word, part.rule) === undefined
    && [...called(), ...titled()].includes(looseKey(word))
}

const OF_NAME = new Set(['given', 'family', 'name', 'alias'])

/** Whether a word is a device's, one for a week or a number, or "and": nobody is called so. */
const isNobody = (word: string): boolean =>
  isDefaultWord(word) || WEEK_KEYS.has(looseKey(word)) || numberOfWord(word) !== null || isAndWord(word)

/** Whether a word is what holder, piece or device is called by, where something else is asked for: Nils is no title, artist no family name. */
function isElsewhere(part: string, asked: string, word: string, { called, titled }: Known): boolean {
  const key = looseKey(word)
  if (looseKey(asked).includes(key)) return false
  if (part === 'literal') return called().includes(key)
  return titled().includes(key) || (OF_NAME.has(part) ? isNobody(word) : called().includes(key))
}

/** Whether a text cannot stand for a value: it only tells that it is the newest or a copy, or is letters or digits alone where that is not. */
function isNoValue(text: string, value: string): boolean {
  const [letters, digits] = [/\p{L}/u.test(text), /\p{N}/u.test(text)]
  if (digits && !letters && Number(trimSeparators(text)) === Number(value)) return false
  // a figure or two are no slip of a long number
  if (digits && !letters && /^\p{N}+$/u.test(value) && trimSeparators(text).length * 2 < value.length) return true
  const unlike = letters && digits ? !/\p{N}/u.test(value) : letters === /\p{N}/u.test(value)
  return isAddedWord(text) || isCopyMark(text) || unlike
}

/** What belongs to no part and touches is one. */
function joinExtras(alignment: Alignment, text: string): void {
  const joined: Alignment['extras'] = []
  for (const extra of [...alignment.extras].sort((a, b) => a.range[0] - b.range[0])) {
    const last = joined.at(-1)
    const between = last && text.slice(last.range[1], extra.range[0])
    const part = last && alignment.spans.some(({ start, end }) => start < end && start < extra.range[0] && end > last.range[1])
    if (last && between !== undefined && !part && [...between].every(isSeparator)) last.range = [last.range[0], extra.range[1]]
    else joined.push({ ...extra, range: [...extra.range] })
  }
  alignment.extras = joined
}

/** A whole word where a value is absent stands instead of it; where the rule's own word is, only what that one begins or is the beginning of. */
function takeInstead(parts: readonly NamePart[], alignment: Alignment, text: string, known: Known): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || !span || span.end > span.start) continue
    const own = part.part === 'literal' ? wordOf(span.text) : null
    if (part.part === 'literal' && !own) continue
    const instead = alignment.extras.find(({ range, before }) => {
      if (OF_NAME.has(part.part) && isInitials(text.slice(...range), span.text)) return true
      const [start, end] = own ? withinSeparators(text, range) : range
      const word = text.slice(start, end)
      const beside = before === index || before === index + 1 || (own && before < index && !alignment.spans.slice(before, index).some(isThere))
      return beside && !isOrdinal(text, [start, end]) && /^[\p{L}\p{M}][\p{L}\p{M}'’-]+$/u.test(word) && isWordEdge(text, start)
        && isWordEdge(text, end) && (!own || begins(foldPlain(word), own.folded))
    })
    const word = instead ? text.slice(...instead.range) : ''
    const noValue = isNoValue(word, span.text) && !isInitials(word, span.text)
    if (!instead || noValue || (!own && isLiteral(parts, word)) || isElsewhere(part.part, span.text, word, known)
      || beginsLikeLiteral(parts, part.part, word)) continue
    alignment.extras.splice(alignment.extras.indexOf(instead), 1)
    const [start, end] = withinSeparators(text, instead.range)
    alignment.spans[index] = { start, end, text: span.text, edits: [{ range: [start, end], expected: span.text }] }
  }
}

/** Of a name of several words some may stand elsewhere: no other word stands instead of it then, and they are none too much. */
function standWordsOfNames(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  const { spans, extras } = alignment
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'fixed' || !OF_NAME.has(part.part) || !span || (span.end > span.start && span.edits.length === 0)) continue
    const own = new Set(tokensOf(span.text).filter(word => word.length >= LEAST_WORD))
    if (own.size < 2 || isAlike(span, text) || tokensOf(text.slice(span.start, span.end)).some(word => own.has(word))) continue
    const [first, ...more] = extras.flatMap(({ range: [from, to] }) => [...text.slice(from, to).matchAll(WORDS)]
      .flatMap(({ 0: word, index: at }) => (own.has(looseKey(word.replace(/['’]s$/, ''))) ? [[from + at, from + at + word.length] as [number, number]] : [])))
    if (!first || more.length > 0 || !takeFromExtra(extras, text, first)) continue
    if (span.end > span.start) extras.push({ range: [span.start, span.end], before: index })
    spans[index] = { start: first[0], end: first[1], text: span.text, edits: [{ range: first, expected: span.text }] }
    extras.sort((a, b) => a.range[0] - b.range[0])
  }
}
const WORDS = /[\p{L}\p{M}'’]+/gu

/** Whether letters are those that the words of a name begin with, or the first of them: J-P for Jean-Pierre. */
function isInitials(written: string, name: string): boolean {
  const letters = foldPlain(written.replace(/[\s._-]+/g, ''))
  const initials = foldPlain(name.split(/[\s-]+/).map(word => [...word][0] ?? '').join(''))
  return letters !== '' && (letters === initials || letters === initials.slice(0, 1)) && /^[\s_.-]*(?:\p{L}[\s._-]*)+$/u.test(written)
    && written.replace(/[^\p{L}]/gu, '').length <= 3
}

const isThere = ({ start, end }: Span): boolean => end > start

const begins = (word: string, own: string): boolean => word.startsWith(own) || (word.length >= LEAST_WORD && own.startsWith(word))

/** Whether a word is one of the rule's own. */
function isLiteral(parts: readonly NamePart[], word: string): boolean {
  return parts.some(part => part.kind === 'fixed' && part.part === 'literal' && part.texts.some(text => looseKey(text) === looseKey(word)))
}

/** Whether a word is one of the rule's own written out, where a name is asked for: Exercise for ex is nobody's. */
function beginsLikeLiteral(parts: readonly NamePart[], asked: string, word: string): boolean {
  const key = OF_NAME.has(asked) ? looseKey(word) : ''
  return key !== '' && parts.some(part => part.kind === 'fixed' && part.part === 'literal' && part.texts.some((text) => {
    const own = looseKey(text)
    return own.length > 1 && key.length > own.length && key.startsWith(own)
  }))
}

/** A bracket that opens or closes nothing in a text belongs to what was taken out of it. */
function withinBrackets(text: string, start: number, end: number): [number, number] {
  const inner = text.slice(start, end)
  const opened = /[)\]]/.test(inner) ? null : /[\s_-]*[([]$/.exec(inner)
  const closed = /[([]/.test(inner) ? null : /^[)\]][\s_-]*/.exec(inner)
  return [start + (closed?.[0].length ?? 0), end - (opened?.[0].length ?? 0)]
}

/** A value that free text before it took, as far as nothing but words of state stands behind: Night Bus_2025 final. */
function giveBack(parts: readonly NamePart[], { spans, extras }: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const [before, between] = [parts[index - 2], parts[index - 1]]
    const [span, taken] = [spans[index], spans[index - 2]]
    if (part.kind !== 'free' || isAnyText(part) || !before || !isAnyText(before) || !taken || !span || span.end > span.start) continue
    if (between?.kind !== 'fixed' || between.part !== 'literal') continue
    const found = valueAtEnd(part, text, [taken.start, taken.end], between.texts[0] ?? '') ?? numberAtEnd(part, text, [taken.start, taken.end])
    if (!found) continue
    if (found.end < taken.end) extras.push({ range: [found.end, taken.end], before: index + 1 })
    spans[index - 2] = { ...taken, end: found.sign }
    spans[index - 1] = { start: found.sign, end: found.start, text: between.texts[0] ?? '', edits: [] }
    spans[index] = { ...span, start: found.start, end: found.end, edits: [] }
  }
}

/** The value behind the rule's own sign in a stretch, with nothing but words of state behind it. */
function valueAtEnd(part: Extract<NamePart, { kind: 'free' }>, text: string, [from, to]: [number, number], sign: string) {
  for (let at = text.lastIndexOf(sign, to - 1); sign !== '' && at > from; at = text.lastIndexOf(sign, at - 1)) {
    const start = at + sign.length
    for (let end = to; end > start; end--) {
      if (!isWordEdge(text, end) || freeField(part.rule).read(text.slice(start, end), part.rule) === undefined) continue
      const rest = text.slice(end, to)
      return /[\p{L}\p{N}]/u.test(rest) && !isAddedWord(rest) ? null : { sign: at, start, end }
    }
  }
  return null
}

/** A number written onto the text before it, with words of state behind: harbour03-final. */
function numberAtEnd(part: Extract<NamePart, { kind: 'free' }>, text: string, [from, to]: [number, number]) {
  if (part.rule.type !== 'number') return null
  const [, before = '', digits = '', rest = ''] = /^(.*\p{L})(\p{Nd}{1,4})([^\p{L}\p{N}].*)$/u.exec(text.slice(from, to)) ?? []
  if (!isAddedWord(rest) || freeField(part.rule).read(digits, part.rule) === undefined) return null
  const start = from + before.length
  return { sign: start, start, end: start + digits.length }
}

/** Free text keeps whole words of the received name; what is left over of a word that another part took is too much. */
function keepWholeWords(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (!isAnyText(part) || !span || span.end <= span.start) continue
    let [from, to] = [span.start, span.end]
    while (from < to && !isWordEdge(text, from)) from++
    while (to > from && !isWordEdge(text, to)) to--
    let [start, end] = withinBrackets(text, from, to)
    // signs between words are none of it: "02 - Harbour"
    if (alignment.cost > 0) [start, end] = withinSeparators(text, [start, end])
    if (!/[\p{L}\p{N}]/u.test(text.slice(start, end))) [start, end] = [span.start, span.start]
    if (start === span.start && end === span.end) continue
    if (start > span.start) alignment.extras.push({ range: [span.start, start], before: index })
    if (end < span.end) alignment.extras.push({ range: [end, span.end], before: index + 1 })
    alignment.spans[index] = { ...span, start, end }
  }
}
