import { likeness } from '../text/distance'
import { escapedOf } from '../text/escaped'
import { foldCase, looseKey, plainPunctuation, stripMarks } from '../text/fold'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import type { Edit } from './difference'
import { freeField } from './fields/index'
import type { Captures, NamePart } from './parts'
import { isAnyText, isHolders, isLiteral } from './parts'
import { PARTICLES } from './particles'
import type { Strictness } from './strictness'
import { isSeparator, trimSeparators, withinSeparators } from './strictness'
import { readRoman, romanBehind } from './roman'
import { tokensOf } from './tokens'
import { isWordEdge } from './word-edges'
import { LIKE, foldPlain, isAlike, standAt, takeFromExtra } from './spans'
import {
  LEAST_WORD, freeDays, standAlone, standInPlace, standJoinedValues, standOwnNumbers, standOwnValues, standOwnWords, standSigned,
  standToldValues, wordOf,
} from './stand-elsewhere'
import type { Known } from './unlike'
import { OF_NAME, isLabel, isOfLiteral, isOtherLetter, dropUnlike, isElsewhere, isNoValue, isOrdinal } from './unlike'

/**
 * Makes of an alignment letter by letter one in whole words, as a person sees a name: what is a slip of a part, what stands
 * instead of it, and what belongs to none.
 *
 * @param alignment - changed in place
 * @param known - values already settled otherwise
 * @param context - what may differ, and what holder and piece are called besides: such words stand instead of nothing else
 */
export function mendAlignment(
  parts: readonly NamePart[], alignment: Alignment, text: string, context: Known, known: Captures,
): void {
  const { strictness } = context
  standAlone(parts, alignment, text, known)
  freeDays(parts, alignment, text, known)
  standSigned(parts, alignment, text, known)
  takeWhole(parts, alignment, text, strictness)
  standWholeWords(parts, alignment, text)
  standOwnWords(parts, alignment, text)
  if (alignment.extras.length > 0) {
    mergeExtras(parts, alignment, text, strictness)
    completeWords(parts, alignment, text)
  }
  standJoinedValues(parts, alignment, text)
  standOwnValues(parts, alignment, text)
  standOwnNumbers(parts, alignment, text, known)
  standToldValues(parts, alignment, text, known)
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
  takeFigures(parts, alignment, text)
  takeFirst(parts, alignment, text)
  leaveVersions(parts, alignment, text)
  takeInstead(parts, alignment, text, context)
  standWordsOfNames(parts, alignment, text)
  takeShortParticles(parts, alignment, text)
  // now that words are whole
  standToldValues(parts, alignment, text, known)
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

/** Takes a stretch away from what else lies in it: free text, the rule's own text, stray letters; `false`: another value does. */
function takeBack(parts: readonly NamePart[], { spans }: Alignment, text: string, index: number, start: number, end: number): boolean {
  const inside = spans.flatMap((span, at) => (at !== index && span.end > span.start && span.start < end && span.end > start ? [at] : []))
  const gives = (at: number) => {
    const [part, span] = [parts[at], spans[at]]
    // the 3 of FI-003 is no other number
    const isWithin = part?.kind === 'free' && part.rule.type === 'number' && isHolders(parts[index])
      && span !== undefined && span.start >= start && span.end <= end
    if (!part || part.kind === 'free') return part !== undefined && (isAnyText(part) || isWithin)
    return part.part === 'literal' || (span !== undefined && (likeness(text.slice(span.start, span.end), span.text) < LIKE || isWordLeft(span, at)))
  }
  // what is left of it is a word of its own: of "Saucier_Sahin" the first letters of Omer Sahin are none
  const isWordLeft = (span: Span, at: number) => {
    const rest = at < index ? text.slice(span.start, start) : text.slice(end, span.end)
    const [words, left] = [tokensOf(span.text), tokensOf(rest)]
    return words.length > 1 && left.length > 0 && left.every(word => words.includes(word))
  }
  if (!inside.every(gives)) return false
  for (const at of inside) {
    const span = spans[at]
    if (!span) continue
    const [from, to] = at < index ? [span.start, Math.min(span.end, start)] : [Math.max(span.start, end), span.end]
    // what is left of it stands there instead of it
    const edits: Edit[] = to > from && span.text !== '' ? [{ range: [from, to], expected: span.text }] : []
    spans[at] = { ...span, start: from, end: Math.max(from, to), edits }
    if (at === index + 2) signBetween(parts, spans, text, index + 1, from)
  }
  return true
}

/** Gives a sign of the rule's own, that stood nowhere, the signs that a part behind it begins with. */
function signBetween(parts: readonly NamePart[], spans: Span[], text: string, at: number, start: number): void {
  const next = spans[at + 1]
  const [first] = next ? withinSeparators(text, [start, next.end]) : [start]
  if (!next || !standSign(parts, spans, text, at, [start, first])) return
  spans[at + 1] = { ...next, start: first, edits: next.edits.map(edit => ({ ...edit, range: [Math.max(first, edit.range[0]), edit.range[1]] })) }
}

/**
 * A number right behind a value of the list is its own where it is the one that is asked for in Roman letters, and where it goes on with figures of
 * the value: Violin 2 stands for Violin II, and all of 501241 for 501240.
 */
function takeFigures(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (!span || !isHolders(part)) continue
    const number = readRoman(romanBehind(span.text))
    const goesOn = /\d$/.test(text.slice(span.start, span.end))
    const isIts = (behind: string) => (number !== null && Number(/^[\s._-]*(\d{1,2})$/.exec(behind)?.[1]) === number)
      || (goesOn && /^\d+[\s._-]*$/.test(behind))
    const extra = alignment.extras.find(({ range: [start, end] }) => start === span.end && isIts(text.slice(start, end)))
    if (!extra) continue
    const [, end] = withinSeparators(text, extra.range)
    const range: [number, number] = [span.start, end]
    alignment.spans[index] = { ...span, end, edits: [{ range, expected: span.text }] }
    alignment.extras.splice(alignment.extras.indexOf(extra), 1)
    standSign(parts, alignment.spans, text, index + 1, [end, extra.range[1]])
  }
}

/** Gives a sign of the rule's own, that stood nowhere, the signs that stand for it; `false`: it is none such. */
function standSign(parts: readonly NamePart[], spans: Span[], text: string, at: number, [start, end]: [number, number]): boolean {
  const sign = spans[at]
  if (end === start || !isLiteral(parts[at]) || !sign || sign.end > sign.start || trimSeparators(sign.text) !== '') return false
  spans[at] = { ...sign, start, end, edits: text.slice(start, end) === sign.text ? [] : [{ range: [start, end], expected: sign.text }] }
  return true
}

/** A word of the rule's own that is there whole has all its letters: of "klassenbuch okt" the last two are no value before the month. */
function standWholeWords(parts: readonly NamePart[], { spans }: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const [span, next] = [spans[index], spans[index + 1]]
    if (!isLiteral(part) || !isHolders(parts[index + 1]) || !span || !next || next.start !== span.end || isWordEdge(text, span.end)) continue
    const [word] = /^[\p{L}\p{M}]+/u.exec(text.slice(span.end)) ?? []
    const end = span.end + (word?.length ?? 0)
    if (end < next.end || looseKey(text.slice(span.start, end)) !== looseKey(span.text)) continue
    const last = /[^\p{L}\p{M}\p{N}]*$/u.exec(span.text)?.[0] ?? ''
    spans[index] = { ...span, end, edits: last === '' ? [] : [{ range: [end, end], expected: last }] }
    spans[index + 1] = { ...next, start: end, end, edits: [] }
  }
}

/**
 * The figure of a version is no value of the list: of "logo v2" no stand 2 is told. Nor is it a piece's number: of "01 front_v2"
 * that is 01.
 */
function leaveVersions(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  const { spans, extras } = alignment
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (!span || !/^\d{1,2}$/.test(text.slice(span.start, span.end))) continue
    const extra = extras.find(({ range: [start, end] }) => end === span.start && /(?<![\p{L}\p{N}])v$/iu.test(text.slice(start, end)))
    const isNumber = part.kind === 'free' && part.rule.type === 'number'
    if (!extra || !(isHolders(part) || isNumber)) continue
    const other = isNumber ? extras.find(one => one !== extra && isNumberOf(part, text, one.range)) : undefined
    extra.range = [extra.range[0], span.end]
    spans[index] = { start: span.start, end: span.start, text: span.text, edits: [] }
    if (!other) continue
    extras.splice(extras.indexOf(other), 1)
    standAt(alignment, text, index, withinSeparators(text, other.range))
  }
}

/** Whether what is left over is a number that a part may be, and nothing else. */
function isNumberOf(part: Extract<NamePart, { kind: 'free' }>, text: string, range: readonly [number, number]): boolean {
  const written = trimSeparators(text.slice(...range))
  return /^\d+$/.test(written) && freeField(part.rule).read(written, part.rule) !== undefined
}

/** A number straight behind the rule's own letters is that, and the same one further behind is none: of "ep2_v2" for ep{n} the v2 is too much. */
function takeFirst(parts: readonly NamePart[], { spans, extras }: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const [sign, span] = [spans[index - 1], spans[index]]
    if (part.kind !== 'free' || part.rule.type !== 'number' || !isLiteral(parts[index - 1]) || !sign || !span || span.end === span.start) continue
    const extra = extras.find(({ range: [start, end] }) => start === sign.end && end === span.start && sign.end > sign.start)
    const [figures = ''] = extra ? /^\d+(?=[^\d])/.exec(text.slice(...extra.range)) ?? [] : []
    if (!extra || figures === '' || Number(figures) !== Number(text.slice(span.start, span.end))) continue
    const start = extra.range[0]
    extras.splice(extras.indexOf(extra), 1, { range: [start + figures.length, span.end], before: index + 1 })
    spans[index] = { ...span, start, end: start + figures.length }
  }
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
  let released = false
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
      const [first, last] = [Math.min(span.start, start), Math.max(span.end, end)]
      if (part.part !== 'literal' && isOnlyLettersOf(span, text.slice(first, last))) {
        Object.assign(span, { end: span.start, edits: [] })
        released = true
        return [{ ...extra, range: [Math.min(from, first), Math.max(to, last)] }]
      }
      const edit: Edit = { range: [start, end], expected: '' }
      if (behind) Object.assign(span, { end, edits: [...span.edits, edit] })
      else Object.assign(span, { start, edits: [edit, ...span.edits] })
      const left: [number, number] = behind ? [end, to] : [from, start]
      return left[1] > left[0] ? [{ ...extra, range: left }] : []
    }
    return [extra]
  })
  // another part may end in the rest of it
  if (released) completeWords(parts, alignment, text)
}

/** Whether what stands for a value are letters of a word that as a whole is nothing like it: Bewer of Bewerbung is no slip of Meier. */
const isOnlyLettersOf = ({ edits, text: asked }: Span, word: string): boolean => edits.length > 0 && likeness(word, asked) < LIKE

/** A separator that stands before or behind a value belongs to what parts it from the next, not to the value. */
function partValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (!isHolders(part) || !span || span.end - span.start < 2) continue
    const char = text[span.start] ?? ''
    if (!isSeparator(char)) continue
    const before = alignment.spans[index - 1]
    if (isSeparator(span.text[0] ?? '') || parts[index - 1]?.part !== 'literal' || !before) continue
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
    if (!instead || noValue || (!own && isWordOfRule(parts, word)) || isElsewhere(part.part, span.text, word, known)
      || isOfLiteral(parts, part.part, word) || isLabel(part.part, text, instead.range[1])) continue
    const [start, end] = withinSeparators(text, instead.range)
    if (isOtherLetter(part, { start, end, text: span.text, edits: [] }, text)) continue
    alignment.extras.splice(alignment.extras.indexOf(instead), 1)
    alignment.spans[index] = { start, end, text: span.text, edits: [{ range: [start, end], expected: span.text }] }
  }
}

/** Of a name of several words some may stand elsewhere: no other word stands instead of it then, and they are none too much. */
function standWordsOfNames(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  const { spans, extras } = alignment
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'fixed' || !OF_NAME.has(part.part) || !span || (span.end > span.start && span.edits.length === 0)) continue
    const words = tokensOf(span.text)
    const own = new Set(words.filter(word => word.length >= LEAST_WORD))
    if (words.length < 2 || own.size === 0 || isAlike(span, text) || tokensOf(text.slice(span.start, span.end)).some(word => own.has(word))) continue
    const [first, ...more] = extras.flatMap(({ range: [from, to] }) => [...text.slice(from, to).matchAll(WORDS)]
      .flatMap(({ 0: word, index: at }) => (own.has(looseKey(word.replace(/['’]s$/, ''))) ? [[from + at, from + at + word.length] as [number, number]] : [])))
    if (!first || more.length > 0 || !takeFromExtra(extras, text, first)) continue
    if (span.end > span.start) extras.push({ range: [span.start, span.end], before: index })
    spans[index] = { start: first[0], end: first[1], text: span.text, edits: [{ range: first, expected: span.text }] }
    extras.sort((a, b) => a.range[0] - b.range[0])
  }
}
const WORDS = /[\p{L}\p{M}'’]+/gu

/** First letters of particles before the name they belong to are them: the vd of "vd Berg" is none too much where it is van den Berg's. */
function takeShortParticles(parts: readonly NamePart[], { spans, extras }: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'fixed' || !OF_NAME.has(part.part) || !span || span.end === span.start || span.edits.length === 0) continue
    const words = span.text.split(' ')
    const particles = words.slice(0, words.findIndex(word => !PARTICLES.has(word.toLowerCase())))
    const isBare = particles.length > 0 && foldPlain(text.slice(span.start, span.end)) === foldPlain(words.slice(particles.length).join(' '))
    const at = isBare
      ? extras.findIndex(({ range: [start, end] }) => end <= span.start && trimSeparators(text.slice(end, span.start)) === ''
        && foldPlain(text.slice(start, end).replace(/[\s._-]/g, '')) === foldPlain(particles.map(word => word.slice(0, 1)).join('')))
      : -1
    const [start] = extras[at]?.range ?? []
    if (start === undefined) continue
    extras.splice(at, 1)
    const [from] = withinSeparators(text, [start, span.end])
    spans[index] = { ...span, start: from, edits: [{ range: [from, span.end], expected: span.text }] }
  }
}

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
function isWordOfRule(parts: readonly NamePart[], word: string): boolean {
  return parts.some(part => isLiteral(part) && part.texts.some(text => looseKey(text) === looseKey(word)))
}

/** A bracket that opens or closes nothing in a text belongs to what was taken out of it. */
function withinBrackets(text: string, start: number, end: number): [number, number] {
  const inner = text.slice(start, end)
  const opened = /[)\]]/.test(inner) ? null : /[\s_-]*[([]\d*$/.exec(inner)
  const closed = /[([]/.test(inner) ? null : /^[)\]][\s_-]*/.exec(inner)
  return [start + (closed?.[0].length ?? 0), end - (opened?.[0].length ?? 0)]
}

/** A value that free text before it took, as far as nothing but words of state stands behind: Night Bus_2025 final. */
function giveBack(parts: readonly NamePart[], { spans, extras }: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    if (part.kind !== 'free' || isAnyText(part)) continue
    const [before, between] = [parts[index - 2], parts[index - 1]]
    const [span, taken] = [spans[index], spans[index - 2]]
    if (!before || !isAnyText(before) || !taken || !span || span.end > span.start) continue
    if (!isLiteral(between)) continue
    const found = valueAtEnd(part, text, [taken.start, taken.end], between.texts[0] ?? '') ?? numberAtEnd(part, text, [taken.start, taken.end])
    if (!found) continue
    if (found.end < taken.end) extras.push({ range: [found.end, taken.end], before: index + 1 })
    spans[index - 2] = { ...taken, end: found.sign }
    spans[index - 1] = { start: found.sign, end: found.start, text: between.texts[0] ?? '', edits: [] }
    spans[index] = { ...span, start: found.start, end: found.end, edits: [] }
  }
}

/** Where a sign that the rule writes stands in a text, the last first: as it is, else with other separators, as " v" is "_v". */
function placesOfSign(text: string, sign: string): [start: number, end: number][] {
  if (sign === '') return []
  const loosely = sign.split(/[\s_.-]+/).map(escapedOf).join('[\\s_.-]+')
  const found = Array.from(text.matchAll(new RegExp(loosely, 'giu')), ({ 0: all, index }): [number, number] => [index, index + all.length]).reverse()
  const exact = found.filter(([start, end]) => text.slice(start, end) === sign)
  return exact.length > 0 ? exact : found
}

/** The value behind the rule's own sign in a stretch, with nothing but words of state behind it. */
function valueAtEnd(part: Extract<NamePart, { kind: 'free' }>, text: string, [from, to]: [number, number], sign: string) {
  for (const [at, start] of placesOfSign(text.slice(0, to), sign).filter(([at]) => at > from)) {
    for (let whole = to; whole > start; whole--) {
      const value = isWordEdge(text, whole) ? freeField(part.rule).read(text.slice(start, whole), part.rule) : undefined
      if (value === undefined) continue
      // words behind it are no longer form of it
      const own = start + value.length
      const end = own < whole && foldCase(text.slice(start, own)) === foldCase(value) && isWordEdge(text, own) ? own : whole
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
