import { foldCase, looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { isCopyMark } from './copy-marks'
import { wordsOfType } from './fields/index'
import { isKindWord } from './kind-words'
import { isDay } from './number-kinds'
import { numberOfWord } from './number-words'
import { BY, DONE_BY } from './particles'
import type { Captures, NamePart } from './parts'
import { isAnyText, isHolders, isLiteral } from './parts'
import { foldPlain } from './spans'
import { trimSeparators } from './strictness'
import { tokensOf, wordsIn } from './tokens'
import type { Known } from './unlike'
import { isWordEdge } from './word-edges'

/** Where one text ends and another begins is nobody's guess: two of them that nothing parts are both left open. */
export function leaveUnparted(parts: readonly NamePart[], spans: readonly Span[], captures: Captures): void {
  for (const [at, part] of parts.entries()) {
    const [between, next] = [spans[at + 1], parts[at + 2]]
    if (!next || !isAnyText(part) || !isAnyText(next) || !between || between.end > between.start || between.text === '') continue
    for (const { part: field } of [part, next]) Reflect.deleteProperty(captures, field)
  }
}

/** What a work is about, and by whom: "Essay about wolves", "Proof of the sum", "Observation by Ms. Keller" (common practice, no source). */
const ABOUT = /^(?:about|of|by|über|ueber|von|durch|sur|par|sobre|por|عن) (?=\p{L})/u

/** Somebody's own words without the one behind another word that says what a work is about. */
function withoutAbout(value: string, text: string): string {
  const [front = ''] = ABOUT.exec(value) ?? []
  return front !== '' && /\p{L} $/u.test(text.slice(0, text.indexOf(value))) ? value.slice(front.length) : value
}

/** Somebody's own words without the brackets around all of them, or half of such. */
function withoutBrackets(value: string): string {
  const [, open = '', words = '', close = ''] = /^([([]?)([^()[\]]+)([)\]]?)$/u.exec(value) ?? []
  return open + close === '' ? value : words.trim()
}

/** Somebody's own words without a settled number that they begin or end with, where it stands nowhere else, and without an open bracket. */
function ownWordsOf(value: string, text: string, known: Captures): string {
  let words = withoutBrackets(withoutAbout(value.replace(/[\s_-]*[([]\d*$/, '').replace(/^[\s,;:]+(?=\S)|[\s,;:]+$/g, ''), text))
  for (const settled of Object.values(known)) {
    const isIt = (run: string) => Number(run) === Number(settled)
    if ((text.match(/\d+/g) ?? []).filter(isIt).length !== 1) continue
    const [, first = '', behind = ''] = /^(\d+)[\s_.-]+(.*\p{L}.*)$/u.exec(words) ?? []
    const [, before = '', last = ''] = /^(.*\p{L}.*?)[\s_.-]+(\d+)$/u.exec(words) ?? []
    if (first !== '' && isIt(first)) words = behind
    else if (last !== '' && isIt(last)) words = before
  }
  // nor with the word before who did it
  const [, front = '', end = ''] = /^(.*[^\s_-])[\s_-]+(\p{L}+)$/u.exec(words) ?? []
  if (DONE_BY.has(foldCase(end))) words = front
  return words === '' ? value : words
}

/** Somebody's own words before a code of the holder's behind which only a number stands: of "Tide pools OBJ103 zwei" for {code}_{n}_{title}. */
function beforeCode(value: string, parts: readonly NamePart[]): string {
  for (const [code = ''] of parts.filter(isHolders).map(part => (part.kind === 'fixed' ? part.texts : []))) {
    const at = CODE.test(code) ? foldPlain(value).indexOf(foldPlain(code)) : -1
    const [words, rest] = [value.slice(0, at).replace(/[\s_.-]+$/, ''), tokensOf(value.slice(at + code.length))]
    if (at > 0 && words !== '' && rest.every(word => /^\d{1,3}$/.test(word) || numberOfWord(word) !== null)) return words
  }
  return value
}
const CODE = /^(?=.*\d)(?=.*\p{L})[\p{L}\p{N}-]{4,}$/u

/** Somebody's own words without a code and the settled number that the rule writes straight behind it: of "A4 invoice" for A4_{desc}. */
function withoutCodes(value: string, parts: readonly NamePart[], known: Captures): string {
  for (const [at, part] of parts.entries()) {
    const next = parts[at + 1]
    const number = next?.kind === 'free' ? ownOf(known, next.part) : undefined
    const [code = ''] = isHolders(part) ? part.texts : []
    if (number === undefined || !/^\d{1,9}$/.test(number) || !/^[\p{L}\p{N}]+$/u.test(code)) continue
    const words = wordsIn(value, [0, value.length])
    const isIt = ({ word }: { word: string }) => looseKey(word).startsWith(looseKey(code))
      && Number(word.slice(code.length) || NaN) === Number(number)
    const [only, ...more] = words.filter(isIt)
    if (!only || more.length > 0 || words.length < 2) continue
    return `${value.slice(0, only.start)}${value.slice(only.end).replace(/^[\s_.-]+/, '')}`.replace(/[\s_.-]+$/, '')
  }
  return value
}

/** A word for numbers before one. */
const NUMBER_SIGN = /^(?:nr|no|n[º°]|nú?m(?:ero)?|num(?:mer|ber)?|č|#)\s?[.:]?\s?(?=\d)/iu

/** Whether a text is nothing but the word for numbers before one. */
function isSignOnly(value: string, text: string): boolean {
  const [sign = ''] = NUMBER_SIGN.exec(text.slice(text.indexOf(value))) ?? []
  return sign.length >= value.length && sign !== ''
}

/**
 * A number that is settled otherwise and stands there once is no text of somebody's own as well: of "Carmen_3" no title is told. Nor is a word
 * that only tells a state, that it is a copy, or that a number follows.
 */
export function leaveOpen(parts: readonly NamePart[], text: string, captures: Captures, known: Captures): void {
  for (const part of parts) {
    const read = isAnyText(part) ? ownOf(captures, part.part) : undefined
    if (read === undefined) continue
    const isNumber = wordsOfType('number').includes(looseKey(part.part))
    const own = withoutCodes(beforeCode(ownWordsOf(read, text, known), parts), parts, known)
    // nor does a number bear the word for one: 8 of "invoice No. 8"
    const value = isNumber ? own.replace(NUMBER_SIGN, '') : own
    captures[part.part] = value
    // nor is a day by itself, but as a number: 2026-03
    const isMark = isAddedWord(value) || /^v\.?\s?\d{1,3}$/i.test(value) || (/\p{L}/u.test(value) && isCopyMark(` ${value}`)) || isSignOnly(value, text)
    if (isMark || (isDay(value) && !isNumber)) Reflect.deleteProperty(captures, part.part)
    if (!/^\d{1,9}$/.test(value)) continue
    const isIt = ([, own]: [string, string | undefined]) => Number(own) === Number(value)
    const runs = [...text.matchAll(/(?<![\p{L}\p{N}])\d+/gu)].filter(([run]) => Number(run) === Number(value))
    if (runs.length < 2 && Object.entries(known).some(isIt)) Reflect.deleteProperty(captures, part.part)
  }
}

/**
 * Words that are nothing but what the piece or its holder is called, what the rule writes in another form, what says in its place what kind of work
 * it is, or stand before whose it is, are no text of a name that departs: of "P04 soil report by Ben" none is told.
 */
export function leaveTitle(
  parts: readonly NamePart[], { cost, spans }: Alignment, text: string, captures: Captures,
  { titled, called, levels }: Pick<Known, 'titled' | 'called'> & { levels: readonly string[] },
): void {
  if (cost < 1) return
  // yields for _yield_, which is not there
  const isAbsent = (at: number) => trimSeparators(text.slice(spans[at]?.start, spans[at]?.end)) === ''
  const absent = parts.flatMap((part, at) => (isLiteral(part) && isAbsent(at) ? part.texts.flatMap(tokensOf) : []))
  const ofWork = levels.filter(level => !isHoldersLevel(parts, level))
  const isOfRule = (word: string) => titled().includes(word) || absent.some(own => own.length >= LEAST_OWN && isInOtherNumber(word, own))
  for (const part of parts) {
    const words = isAnyText(part) ? tokensOf(ownOf(captures, part.part) ?? '') : []
    // a folder may be called as the work is
    const isNamed = (word: string) => called().includes(word) && !ofWork.some(level => tokensOf(level).includes(word))
    const isNoText = (word: string) => isOfRule(word) || BY.has(word) || isNamed(word) || (absent.length > 0 && isKindWord(word))
    if (words.length > 0 && words.every(isNoText)) Reflect.deleteProperty(captures, part.part)
  }
}

/** Whether a folder is called by what the rule writes of the holder: "Enno Claas" where the family name is asked for. */
const isHoldersLevel = (parts: readonly NamePart[], level: string): boolean => parts.some((part) => {
  const words = isHolders(part) ? tokensOf(part.texts[0] ?? '') : []
  return words.length > 0 && words.every(word => tokensOf(level).includes(word))
})

/** Somebody's own words are all of those that their folder is called by, where the name has these too: "Essay on moss" in the folder of that name. */
export function takeWholeLevel(parts: readonly NamePart[], text: string, captures: Captures, levels: readonly string[]): void {
  const ofWork = levels.filter(level => !isHoldersLevel(parts, level))
  for (const part of ofWork.length === 0 ? [] : parts) {
    const value = isAnyText(part) ? ownOf(captures, part.part) : undefined
    const plain = value === undefined ? '' : foldPlain(text)
    if (value === undefined || plain.length !== text.length) continue
    for (const level of ofWork.map(foldPlain)) {
      const start = level.length > value.length && level.includes(foldPlain(value)) ? plain.indexOf(level) : -1
      const end = start + level.length
      if (start >= 0 && isWordEdge(text, start) && isWordEdge(text, end)) captures[part.part] = text.slice(start, end)
    }
  }
}

const LEAST_OWN = 4
/** Whether two words are one but for what makes one of them several. */
const isInOtherNumber = (one: string, other: string): boolean =>
  Math.abs(one.length - other.length) <= 2 && (one.startsWith(other) || other.startsWith(one))
