import { BY } from './particles'
import { isSameNumber, isSignOf } from './numbers-apart'
import type { NamePart } from './parts'
import { isHolders, isLiteral } from './parts'
import { foldCase, looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import { kindsOf } from './kind-senses'
import type { Span } from './align'
import { numberOfWord } from './number-words'
import { cutOut } from './spans'
import { trimSeparators } from './strictness'
import type { Name, Placed } from './text-name'
import { areAllOf, isNoSign, ownOfName, setText } from './text-name'
import { tokensOf, wordsIn } from './tokens'
import { isWordEdge } from './word-edges'

/**
 * A number settled otherwise, or the holder's own, with what the piece or the number is called before it: of "poem 1 The Owl" the text is the
 * last two words.
 */
export function dropNumbered(name: Name): void {
  const { parts, alignment: { spans }, text, known, titled } = name
  const own = ownOfName(name)
  const [all = '', word = '', number = ''] = /^(\p{L}+|#|n[°º])[\s._-]{0,2}(\d{1,4}|(?<=[\s._-])\p{L}+)(?:\s?[-–—_:.,]\s?|\s)(?=[\p{L}\p{N}])/u
    .exec(text.slice(own.start, own.end)) ?? []
  const says = /^\d/.test(number) ? Number(number) : numberOfWord(number)
  const isSign = all !== '' && (NUMBER_SIGN.test(word) || titled().includes(looseKey(word)))
  // "Episode 2 - Night" for an episode 02
  const isOwn = (part: NamePart, place: number) => isSameNumber(part, says) && (isSign || isSignOf(parts, place, looseKey(word)))
  const isSettled = ({ part, kind }: NamePart) => kind === 'free' && ownOf(known, part) !== undefined && Number(ownOf(known, part)) === says
  const at = all === '' ? -1 : parts.findIndex((part, place) => (isSign && isSettled(part)) || isOwn(part, place))
  const span = spans[at]
  if (!span || says === null) return
  const start = own.start + all.indexOf(number, word.length)
  setText(name, [own.start + all.length, own.end], span.end > span.start ? [] : [{ at, range: [start, start + number.length] }])
}

const NUMBER_SIGN = /^(?:#|n[°º]|nr|no|num|number|nummer)$/i

/** A sign for numbers before one is none of a text that is a number itself: "no. 7" for {no}. */
export function dropSign(name: Name): void {
  const part = name.parts[name.index]
  const [sign = ''] = /^(?:#|n[°º]|nr|no|num)\.?[\s_]?(?=\d)/i.exec(wordsOf(name)) ?? []
  if (sign !== '' && NUMBER_SIGN.test(part?.part ?? '')) cutText(name, sign.length, 0)
}

/** The text as it is written. */
const wordsOf = (name: Name): string => name.text.slice(ownOfName(name).start, ownOfName(name).end)

/** Leaves away so many characters at the beginning and the end of the text. */
function cutText(name: Name, front: number, end: number): void {
  const own = ownOfName(name)
  const kept: [number, number] = [own.start + front, own.end - end]
  const placed = ([[own.start, kept[0]], [kept[1], own.end]] as const).flatMap(cut => valuesWithin(name, cut))
  setText(name, kept, placed)
}

/** Values of the holder's that stand nowhere else and in a stretch. */
function valuesWithin({ parts, alignment: { spans }, text }: Name, stretch: readonly [number, number]): Placed[] {
  const words = wordsIn(text, stretch).map(({ word, start, end }): Word => ({ key: looseKey(word), range: [start, end] }))
  return words.length === 0
    ? []
    : parts.flatMap((part, at): Placed[] => {
        const isOpen = isHolders(part) && spans[at]?.start === spans[at]?.end
        const range = isOpen ? runOf(words, looseKey(part.texts[0] ?? '')) : null
        return range ? [{ at, range }] : []
      })
}

/** What the holder is called by is none of the text beside a part that says the holder, in brackets, or before a sign: "Stahl, Bruno - Winter". */
export function dropCalled(name: Name): void {
  const isCalled = (words: string) => areAllOf(words, name.called())
  const [, bracket = '', inner = ''] = /[\p{L}\p{M}\p{N}]( ?\(([^()]*\p{L}[^()]*)\))$/u.exec(wordsOf(name)) ?? []
  if (inner !== '' && isCalled(inner)) cutText(name, 0, bracket.length)
  const [said = '', by = ''] = /^(?:\p{Ll}{1,4} )?([\p{L}\p{M}'’]+(?: [\p{L}\p{M}'’]+)*)(?: [-–—] |_|: )(?=[\p{L}\p{N}])/u.exec(wordsOf(name)) ?? []
  if (by !== '' && isCalled(by)) cutText(name, said.length, 0)
  // so is the first letter of another name: "M. - Great Silence" behind Jan of Jan Mróz
  const [front = '', letter = ''] = /^(\p{Lu})(?:\. ?| )[-–—] (?=[\p{L}\p{N}])/u.exec(wordsOf(name)) ?? []
  if (letter !== '' && name.called().some(word => word.startsWith(looseKey(letter)))) cutText(name, front.length, 0)
  dropBesideHolder(name, isCalled)
  dropNames(name)
}

/** Two or more names of the holder's at the edge of the text are none of it, be one of them its first letter: "Luc Petit 118", "L. Petit 118". */
function dropNames(name: Name): void {
  const { text, called } = name
  joinNames(name)
  const own = ownOfName(name)
  const words = wordsIn(text, [own.start, own.end])
  const isCalled = (at: number) => called().includes(looseKey(words[at]?.word ?? ''))
  const isInitial = (at: number) => /^\p{Lu}$/u.test(words[at]?.word ?? '') && called().some(one => one.startsWith(looseKey(words[at]?.word ?? '')))
  const areNames = words.map((_, at) => isCalled(at) || (isInitial(at) && (isCalled(at - 1) || isCalled(at + 1))))
  const front = areNames.indexOf(false)
  const end = [...areNames].reverse().indexOf(false)
  const [first, last] = [words[front], words[words.length - 1 - end]]
  if (first && front > 1) cutText(name, first.start - own.start, 0)
  else if (last && end > 1) cutText(name, 0, own.end - last.end)
}

/** A name of the holder's beside the text that begins with another one is one stretch with it: vd beside "Meer 2 Pier". */
function joinNames({ alignment, text, index, called }: Name): void {
  const { spans, extras } = alignment
  const own = spans[index]
  const isCalled = (words: string) => areAllOf(words, called())
  if (!own) return
  const isBeside = ([from, to]: [number, number]) =>
    to <= own.start && trimSeparators(text.slice(to, own.start)) === '' && isCalled(text.slice(from, to))
  const [start] = extras.find(({ range }) => isBeside(range))?.range ?? []
  if (start === undefined || !isCalled(wordsIn(text, [own.start, own.end])[0]?.word ?? '')) return
  cutOut(alignment, [start, own.start])
  spans[index] = { ...own, start }
}

/** A number settled otherwise that the text begins or ends with, apart from its words, is that number and none of it: "1 - Otter". */
export function dropSettled(name: Name): void {
  const { parts, alignment: { spans }, known } = name
  const { start, end } = ownOfName(name)
  const words = wordsOf(name)
  const [front = '', first = ''] = /^(\d{1,4})(?:\s?[-–—_:.,]\s?|\s)(?=[\p{L}\p{N}])/u.exec(words) ?? []
  const [back = '', last = ''] = /(?<=[\p{L}\p{N}])(?:\s?[-–—_:.,]\s?|\s)(\d{1,4})$/u.exec(words) ?? []
  const isEmpty = (at: number) => spans[at]?.start === spans[at]?.end
  const settledBy = (figures: string) => parts.findIndex(({ part, kind }, at) => kind === 'free' && figures !== '' && isEmpty(at)
    && ownOf(known, part) !== undefined && Number(ownOf(known, part)) === Number(figures))
  const [before, behind] = [first, last].map(settledBy)
  if (before !== undefined && before >= 0) setText(name, [start + front.length, end], [{ at: before, range: [start, start + first.length] }])
  else if (behind !== undefined && behind >= 0) setText(name, [start, end - back.length], [{ at: behind, range: [end - last.length, end] }])
}

/** Nor is a word at its edge for the kind of work that the rule's own word says, which is not there: "facture 118" for invoice_{no}. */
export function dropKind(name: Name): boolean {
  const { parts, alignment: { spans }, text } = name
  const own = ownOfName(name)
  const words = wordsIn(text, [own.start, own.end])
  for (const [word, next] of [[words[0], words[1]], [words.at(-1), words.at(-2)]] as const) {
    const kinds = word && next ? kindsOf(looseKey(word.word)) : []
    const says = (part: NamePart, at: number) => isLiteral(part) && spans[at]?.start === spans[at]?.end
      && tokensOf(part.texts[0] ?? '').some(one => kindsOf(one).some(kind => kinds.includes(kind)))
    const at = kinds.length === 0 ? -1 : parts.findIndex(says)
    if (at < 0 || !word || !next) continue
    const range: [number, number] = [word.start, word.end]
    const rest: [number, number] = word.start < next.start ? [next.start, own.end] : [own.start, next.end]
    setText(name, rest, [{ at, range, edits: [{ range, expected: spans[at]?.text ?? '' }] }])
    return true
  }
  return false
}

/** The word that says whose work it is is none of the text before the holder: "My cat by Ava". */
export function dropBy(name: Name): void {
  const [end = '', last = ''] = / (\p{L}{2,4})$/u.exec(wordsOf(name)) ?? []
  const behind = BY.has(foldCase(last)) ? holderBeside(name, 1) : null
  if (behind && name.text.slice(ownOfName(name).end, behind.start) === ' ') cutText(name, 0, end.length)
}

/** A name at the edge of the text beside a value of the holder's is the holder's as well. */
function dropBesideHolder(name: Name, isCalled: (words: string) => boolean): void {
  const behind = holderBeside(name, 1)
  const [end = '', last = ''] = behind ? /(?:\s?[-–—,:_]+\s?|\s)([\p{L}\p{M}'’]{2,})$/u.exec(wordsOf(name)) ?? [] : []
  if (last !== '' && isCalled(last)) cutText(name, 0, end.length)
  const before = holderBeside(name, -1)
  const [front = '', first = '', sign = ''] = before
    ? /^([\p{L}\p{M}'’]{2,})(\s?[-–—,:_]+\s?|\s)(?=[\p{L}\p{N}])/u.exec(wordsOf(name)) ?? []
    : []
  // what the rule's own sign parts from the holder begins the text
  const isParted = sign !== ' ' || (before !== null && isNoSign(name, -1, name.text.slice(before.end, ownOfName(name).start)))
  if (first !== '' && isParted && isCalled(first)) cutText(name, front.length, 0)
}

/** A value of the holder's that nothing but signs parts from the text. */
function holderBeside(name: Name, side: -1 | 1): Span | null {
  const { parts, alignment: { spans }, text } = name
  const own = ownOfName(name)
  return spans.find(({ start, end }, at) => {
    const isValue = isHolders(parts[at]) && end > start
    const gap = side < 0 ? text.slice(end, own.start) : text.slice(own.end, start)
    return isValue && (side < 0 ? end <= own.start : start >= own.end) && !/[\p{L}\p{N}]/u.test(gap)
  }) ?? null
}

/** What the piece is called is none of the text where more than a space parts it: "Northern lights_presentation". */
export function dropPiece(name: Name): void {
  const isPiece = (words: string) => areAllOf(words, name.titled())
  const [front = '', first = ''] = /^(\p{L}+(?: \p{L}+)*)(?:_| [-–—] |: )(?=[\p{L}\p{N}])/u.exec(wordsOf(name)) ?? []
  if (first !== '' && isPiece(first)) cutText(name, front.length, 0)
  const [, end = '', last = ''] = /[\p{L}\p{M}\p{N}]((?:_| [-–—] )(\p{L}+))$/u.exec(wordsOf(name)) ?? []
  if (last !== '' && isPiece(last)) cutText(name, 0, end.length)
  else dropBesideNames(name)
  dropTitle(name)
}

/** Nor is a title of several words as a whole: "Treasure Island book report". */
function dropTitle(name: Name): void {
  const { text, titled } = name
  const own = ownOfName(name)
  const words = wordsIn(text, [own.start, own.end])
  const title = titled()
  const says = (some: typeof words) => some.length === title.length && some.every(({ word }, at) => looseKey(word) === title[at])
  if (title.length < 2 || words.length <= title.length) return
  const [rest, more] = [words.slice(0, -title.length), words.slice(title.length)]
  if (says(words.slice(-title.length))) cutText(name, 0, own.end - (rest.at(-1)?.end ?? own.end))
  else if (says(words.slice(0, title.length))) cutText(name, (more[0]?.start ?? own.start) - own.start, 0)
}

/** Nor is it before or behind the holder's names: "Bachelor thesis Pia Costa - Small Boats". */
function dropBesideNames(name: Name): void {
  const { parts, alignment: { spans }, text, called, titled } = name
  const isEmpty = (at: number) => spans[at]?.start === spans[at]?.end
  if (parts.some((part, at) => isHolders(part) && !isEmpty(at))) return
  const own = ownOfName(name)
  const words = wordsIn(text, [own.start, own.end]).map(({ word, start, end }): Word => ({ key: looseKey(word), range: [start, end] }))
  const names = words.flatMap(({ key }, at) => (called().includes(key) ? [at] : []))
  const [first = 0, last = 0] = [names[0], names.at(-1)]
  if (first === 0 || last === words.length - 1 || names.length <= last - first) return
  const [rest, ...more] = [words.slice(0, first), words.slice(last + 1)].filter(side => !side.some(({ key }) => titled().includes(key)))
  const [from, to] = [rest?.[0], rest?.at(-1)]
  if (more.length > 0 || !from || !to) return
  const [start = own.start, end = own.end] = [words[first]?.range[0], words[last]?.range[1]]
  setText(name, [from.range[0], to.range[1]], valuesWithin(name, [start, end]))
}

interface Word { key: string, range: [start: number, end: number] }

/** Where words that follow each other are a value. */
function runOf(words: readonly Word[], value: string): Word['range'] | null {
  for (const [from, first] of words.entries()) {
    let key = ''
    for (const { key: next, range } of words.slice(from)) {
      key += next
      if (key === value) return [first.range[0], range[1]]
    }
  }
  return null
}

/**
 * Words of state behind the text that more than a space parts from it are none of it, "Light_final", "Light (final)", nor are long ones behind
 * a space, "Wulkany poprawione", or the number of a copy, "Light (2)".
 */
export function dropState(name: Name): boolean {
  const words = wordsOf(name)
  if (dropVersion(name, words)) return true
  const [, kept = '', sign = '', state = ''] = /^(.*[\p{L}\p{M}\p{N}!?)'’])(_| ?[-–—] | ?[([]| )([\p{L}\p{M}_-]+|\d{1,2}(?=\)$))[)\]]?$/u.exec(words) ?? []
  // two of them say more than one: "final version" is no end of a title
  const [both = ''] = /(?<=[\p{L}\p{M}\p{N}!?)'’])[ _-]+[\p{L}\p{M}]+[ _-]+[\p{L}\p{M}]+$/u.exec(words) ?? []
  if (both !== '' && both.split(/[ _-]+/).slice(1).every(isAddedWord)) {
    cutText(name, 0, both.length)
    return true
  }
  // what is shouted behind words that are not is no last word of them: "school uniforms FINAL"
  const isTold = sign !== ' ' || state.length >= LONG_STATE || (/^\p{Lu}{3,}$/u.test(state) && /\p{Ll}/u.test(kept))
  const isState = /^\d/.test(state) ? sign.endsWith('(') : isAddedWord(state) && isTold
  if (state === '' || !isState) return false
  cutText(name, 0, words.length - kept.length)
  return true
}
/** A version that no rule asks for, be it that its figure was left over already: "Light_v" and 2. */
function dropVersion(name: Name, words: string): boolean {
  const { parts, alignment: { extras } } = name
  const { end } = ownOfName(name)
  const [version = '', figures = ''] = /(?<=[\p{L}\p{N})])[ _-]v(\d{0,2})$/iu.exec(words) ?? []
  const figure = figures === '' ? extras.find(({ range }) => range[0] === end && /^\d{1,2}$/.test(name.text.slice(...range))) : undefined
  if (version === '' || (figures === '' && !figure) || parts.some(part => part.kind === 'free' && part.rule.type === 'version')) return false
  if (figure) extras.splice(extras.indexOf(figure), 1)
  cutText(name, 0, version.length)
  const cut = extras.find(({ range }) => range[1] === end)
  if (cut && figure) cut.range = [cut.range[0], figure.range[1]]
  return true
}
/** Shorter ones may be the last word of a title: Something New. */
export const LONG_STATE = 7

/** A bracket that opens in the text and closes behind it is the text's. */
export function closeBracket(name: Name): void {
  const { alignment: { spans, extras }, text, index } = name
  const own = ownOfName(name)
  const close = /\([^()]*$/.test(text.slice(own.start, own.end)) ? text.indexOf(')', own.end) : -1
  const next = Math.min(...spans.filter(one => one.start >= own.end && one.end > one.start).map(one => one.start), text.length)
  if (close > next && spans.some(one => one.start >= own.end && one.end > one.start && one.end <= close)) {
    const opened = /[\s_-]*\([^()]*$/.exec(text.slice(own.start, own.end))?.index ?? 0
    if (opened > 0) setText(name, [own.start, own.start + opened])
    return
  }
  if (close < 0 || close >= next || trimSeparators(text.slice(own.end, close)) === '' || !isWordEdge(text, close + 1)) return
  spans[index] = { ...own, end: close + 1 }
  extras.splice(0, extras.length, ...extras.filter(({ range }) => range[1] <= own.end || range[0] > close))
}
