import { likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { isAddedWord } from './added-words'
import type { Alignment, Span } from './align'
import { isKindWord } from './kind-words'
import type { FreeRule } from './fields/index'
import { freeField } from './fields/index'
import { isYears } from './fields/number'
import type { FoundValue } from './left-over'
import { valuesAsked } from './left-over'
import { isSameNumber, isSignOf } from './numbers-apart'
import type { Captures, NamePart } from './parts'
import { BY, UNENDED } from './particles'
import { isAnyText, isHolders, isLiteral } from './parts'
import { LIKE } from './spans'
import { tokensOf, wordsIn } from './tokens'
import { LONG_STATE } from './text-drops'
import { OF_NAME } from './unlike'
import type { Known } from './unlike'

/**
 * A word of a name: the part it is of, by its place, or none of anybody's own (what the piece is called, a state); else it is the text's.
 * `state`: it may tell one. `value`: what was read from it and others beside it. `given`: it was the holder's, and is the text's.
 */
interface Word { key: string, start: number, end: number, part?: number, aside?: 'called' | 'kind', state?: true, value?: FoundValue, given?: true }

/**
 * Reads a name with one free text word by word where its letters were dealt out otherwise: what the rule, its values and the holder say is
 * theirs wherever it stands, and the words beside each other that are left over are the text. Only where words of the text were taken for
 * somebody's name or for nothing, or where the text holds such a name: "A new canteen (Ben)" for {name}_article_{topic}.
 *
 * @param alignment - changed in place
 * @param captures - changed where the text is not what was read for it
 * @param context - words, as loose keys, that holder and piece are called by
 * @example
 * // parts of {name}_article_{topic}, Ben Lake's, "A new canteen (Ben)": captures.topic becomes "A new canteen"
 */
export function readWordByWord(
  parts: readonly NamePart[], alignment: Alignment, text: string, captures: Captures, { called, titled }: Pick<Known, 'called' | 'titled'>,
): void {
  const [index = -1, ...more] = parts.flatMap((part, at) => (isAnyText(part) ? [at] : []))
  const part = parts[index]
  if (alignment.cost < LEAST_COST || more.length > 0 || part?.kind !== 'free' || part.rule.type !== 'text') return
  const words = ownersOf(parts, alignment, text, captures, index, { called: called(), titled: titled() })
  const own = words && runOf(words, called())
  if (!words || !own || !isMisread(parts, alignment, text, captures, words, own, titled())) return
  const [from, to] = closed(text, [own[0].start, own[1].end])
  const value = text.slice(from, to)
  if (value.length < part.rule.minLength || value.length > part.rule.maxLength) return
  captures[part.part] = value
  for (const { part: at, value: found } of words) if (at !== undefined && found) captures[parts[at]?.part ?? ''] = found.value
  stand(parts, alignment, text, words, index, [from, to])
}

/** So far a name departs before its words are looked at one by one. */
const LEAST_COST = 2
/** Of more words nothing is read so. */
const MOST_WORDS = 24

/** Whose the words of a name are; `null`: that cannot be told. */
function ownersOf(
  parts: readonly NamePart[], { spans }: Alignment, text: string, captures: Captures, index: number,
  { called, titled }: { called: readonly string[], titled: readonly string[] },
): Word[] | null {
  const words: Word[] = wordsIn(text, [0, text.length]).map(({ word, start, end }) => ({ key: looseKey(word.replace(/['’]s$/, '')), start, end }))
  if (words.length > MOST_WORDS) return null
  let told = true
  for (const [at, part] of parts.entries()) {
    if (part.kind === 'fixed') claim(words, part, at)
    else if (at !== index) told = claimTold(words, part, at, spans[at], text, captures) && told
  }
  setAside(words, parts, text, [...called, ...titled])
  claimFigures(words, parts)
  claimOpen(words, parts, titled, captures)
  leaveFigures(words)
  mendBefore(words, parts, text)
  // a figure that belongs to nothing may be a value that was not told
  return told || !words.some(word => word.part === undefined && /\p{N}/u.test(word.key)) ? words : null
}

/** Leaves out of the text what holder and piece are called, what says the kind of work in the place of the rule's own words, and states. */
function setAside(words: readonly Word[], parts: readonly NamePart[], text: string, called: readonly string[]): void {
  // a field's own name is no value of it
  const labels = parts.flatMap(part => (part.kind === 'free' ? [looseKey(part.part)] : []))
  const areShouted = words.filter(({ part }) => part === undefined).every(({ start, end }) => isShouted(text.slice(start, end)))
  const isWhole = parts.some(isWords) && saysOwnWords(parts, words)
  for (const [at, word] of words.entries()) {
    if (word.part !== undefined) continue
    const beside = [words[at - 1], words[at + 1]].find(one => one?.part !== undefined && isHolders(parts[one.part]))
    if (beside && isInitial(parts, word.key)) word.part = beside.part
    else if (called.includes(word.key) || labels.includes(word.key)) word.aside = 'called'
    else if (!isWhole && isKindWord(word.key)) word.aside = 'kind'
    else if (isAddedWord(word.key) || /^v\d{1,3}$/.test(word.key)) {
      // FINAL among words in small letters is none of them
      const isSurely = word.key.length >= LONG_STATE || (isShouted(text.slice(word.start, word.end)) && !areShouted)
      Object.assign(word, isSurely ? { aside: 'called' } : { state: true })
    }
  }
}

const isShouted = (text: string): boolean => /^\p{Lu}{3,}$/u.test(text)

/** Whether a part is words that the rule itself writes. */
const isWords = (part: NamePart): boolean => isLiteral(part) && part.texts.some(text => /\p{L}{2}/u.test(text))

/** Whether all words that the rule itself writes are said. */
const saysOwnWords = (parts: readonly NamePart[], words: readonly Word[]): boolean =>
  parts.every((part, at) => !isWords(part) || words.some(word => word.part === at))

const isLeft = (word: Word | undefined): boolean => word !== undefined && word.part === undefined && !word.aside

/** Gives a number of the holder's the same figures without its zeros, behind the rule's own word or what the number is called: "ep. 4" for 04. */
function claimFigures(words: readonly Word[], parts: readonly NamePart[]): void {
  for (const [at, word] of words.entries()) {
    const before = words[at - 1]
    if (!before || !/^\d+$/.test(word.key) || word.part !== undefined) continue
    const isSign = isLiteral(parts[before.part ?? -1]) || before.aside === 'called'
    const its = parts.findIndex((part, place) => isSameNumber(part, Number(word.key)) && (isSign || isSignOf(parts, place, before.key)))
    if (its < 0) continue
    word.part = its
    if (before.part === undefined) before.aside = 'called'
  }
}

/** Gives the one number that is not told the one figure that stands behind what the piece is called: "Foto 2". */
function claimOpen(words: readonly Word[], parts: readonly NamePart[], titled: readonly string[], captures: Captures): void {
  const isOpen = (part: NamePart) => part.kind === 'free' && part.rule.type === 'number' && ownOf(captures, part.part) === undefined
  const open = parts.flatMap((part, at) => (isOpen(part) ? [at] : []))
  const figures = words.filter(word => word.part === undefined && /^\d{1,3}$/.test(word.key))
  const [at = -1, ...more] = open
  const [figure] = figures
  const [part, before] = [parts[at], figure && words[words.indexOf(figure) - 1]]
  const isTitled = before?.aside === 'called' && titled.includes(before.key)
  if (more.length > 0 || figures.length !== 1 || !figure || part?.kind !== 'free' || !isTitled) return
  const value = freeField(part.rule).read(figure.key, part.rule)
  if (value !== undefined) Object.assign(figure, { part: at, value: { value, range: [figure.start, figure.end] } })
}

/** A figure apart from all words of the text counts pieces: "Stew (Hugo) 2". */
function leaveFigures(words: readonly Word[]): void {
  for (const [at, word] of words.entries()) {
    if (/^\d{1,2}$/.test(word.key) && isLeft(word) && !isLeft(words[at - 1]) && !isLeft(words[at + 1])) word.aside = 'called'
  }
}

/**
 * Whether a value of the holder's is written as any other word beside one of the text, while the holder is named in capitals elsewhere: of
 * "Infinitely many primes - Bo" the team Primes is not said.
 */
function isCommon(words: readonly Word[], at: number, parts: readonly NamePart[], text: string): boolean {
  const written = ({ start, end }: Word) => text.slice(start, end)
  const isCapital = (some: string) => /^\p{Lu}/u.test(some)
  const [word, part] = [words[at], parts[words[at]?.part ?? -1]]
  if (!word || !part || !isHolders(part) || isCapital(written(word)) || !isCapital(part.texts[0] ?? '')) return false
  if (words.filter(other => other.part === word.part).length > 1) return false
  const isNamed = (other: Word) => other !== word && isCapital(written(other)) && (other.aside === 'called' || isHolders(parts[other.part ?? -1]))
  const before = words[at - 1]
  return before !== undefined && isLeft(before) && text.slice(before.end, word.start) === ' ' && words.some(isNamed)
}

/**
 * The word that says whose work it is is none of the text: "My cat by Ava". Behind one that ends nothing the holder's name is the text's: "wind on
 * cliff".
 */
function mendBefore(words: readonly Word[], parts: readonly NamePart[], text: string): void {
  for (const [at, word] of words.entries()) if (isCommon(words, at, parts, text)) Object.assign(word, { part: undefined, given: true })
  for (const [at, word] of words.entries()) {
    const next = words[at + 1]
    const isBefore = next?.part !== undefined && isHolders(parts[next.part]) && text.slice(word.end, next.start) === ' '
    if (!isBefore || !isLeft(word)) continue
    const isUnended = UNENDED.has(word.key) && text.slice(word.start, word.end) === word.key && isLeft(words[at - 1])
    if (BY.has(word.key)) word.aside = 'called'
    else if (isUnended) Object.assign(next, { part: undefined, given: true })
  }
}

/** Gives a value that the name itself tells the words that it is read from; `false`: it is not told. */
function claimTold(
  words: Word[], part: Extract<NamePart, { kind: 'free' }>, at: number, span: Span | undefined, text: string, captures: Captures,
): boolean {
  const isTold = ownOf(captures, part.part) !== undefined
  const found = isTold || !isTelling(part.rule) ? undefined : onlyOne(part, text)
  const [from, to] = found?.range ?? [span?.start ?? 0, span?.end ?? 0]
  for (const word of words) {
    if (to === from || from >= word.end || to <= word.start) continue
    word.part ??= at
    if (found) word.value = found
  }
  return isTold || found !== undefined
}

/** Whether no words are such a value by chance: a choice, a day, a week, a year. */
const isTelling = (rule: FreeRule): boolean => (rule.type === 'number' ? isYears(rule) : ['choice', 'date', 'week'].includes(rule.type))

/** The one value of a field that a name tells, be it several times over; a choice letter for letter. */
function onlyOne(part: Extract<NamePart, { kind: 'free' }>, text: string): FoundValue | undefined {
  const found = valuesAsked(part, text, [0, text.length])
    .filter(({ value, range }) => part.rule.type !== 'choice' || looseKey(text.slice(...range)) === looseKey(value))
  return found.every(one => one.value === found[0]?.value) ? found[0] : undefined
}

/** Gives a part that is not free the words that are its own: of several places where such words stand the one that says most of it. */
function claim(words: Word[], part: Extract<NamePart, { kind: 'fixed' }>, at: number): void {
  const asked = part.texts.flatMap(tokensOf)
  const written = part.part === 'literal'
  const isIts = (key: string) => asked.some(own => key === own || (written
    ? own.length >= LEAST_WORD && key.length >= LEAST_WORD && (own.startsWith(key) || likeness(key, own) >= LIKE)
    : own.length > LEAST_WORD && key.length > LEAST_WORD && (likeness(key, own) >= ALIKE || (key.startsWith(own) && key.length <= own.length + 2))))
  || part.texts.some(one => looseKey(one) === key)
  const groups: Word[][] = []
  for (const [place, word] of words.entries()) {
    if (word.part !== undefined || !isIts(word.key)) continue
    const last = groups.at(-1)
    // one word stands for one: of "tile02 Tide" the second is none of tile
    if (last && last.at(-1) === words[place - 1] && last.length < asked.length) last.push(word)
    else groups.push([word])
  }
  const worthOf = (group: readonly Word[]) => group.reduce((sum, { key }) => sum + (asked.includes(key) ? 2 : 1), 0)
  // one letter or figure of several may be anything
  const isMuch = (group: readonly Word[]) => group.length > 1 || (group[0]?.key.length ?? 0) > 1 || asked.length === 1
  const [best] = groups.filter(isMuch).sort((a, b) => worthOf(b) - worthOf(a))
  for (const word of best ?? []) word.part = at
}
const LEAST_WORD = 3
const ALIKE = 0.75

/** Whether a letter is the first one of a word that is the holder's. */
const isInitial = (parts: readonly NamePart[], letter: string): boolean => /^\p{L}$/u.test(letter) && parts.some(part => part.kind === 'fixed'
  && isHolders(part) && part.texts.flatMap(tokensOf).some(word => word.length > 1 && word.startsWith(letter)))

/** The first and last of the words that are nobody's, where no part and no name stands between them and one of them is a word. */
function runOf(words: readonly Word[], called: readonly string[]): [first: Word, last: Word] | null {
  const left = words.flatMap((word, at) => (isLeft(word) && !word.state ? [at] : []))
  let [from = -1, to = -1] = [left[0], left.at(-1)]
  if (from < 0 || !left.some(at => /\p{L}{2}/u.test(words[at]?.key ?? ''))) return null
  // a word of state beside them may be one of them
  while (isLeft(words[from - 1])) from--
  while (isLeft(words[to + 1])) to++
  const [first, last] = [words[from], words[to]]
  const isOther = ({ part, aside, key }: Word) => part !== undefined || (aside && called.includes(key))
  return first && last && !words.slice(from, to + 1).some(isOther) ? [first, last] : null
}

/** Whether words of the text were taken for a value of the holder's, or for nothing though they touch it, or the text holds a value. */
function isMisread(
  parts: readonly NamePart[], { spans }: Alignment, text: string, captures: Captures, words: readonly Word[], [first, last]: [Word, Word],
  titled: readonly string[],
): boolean {
  // a word that is left over may be a name that the list does not know
  if (words.some(({ given }) => given)) return true
  const isSaid = words.some(({ part }) => part !== undefined && isHolders(parts[part]))
  if (words.some(({ value }) => value !== undefined)) return isSaid || !parts.some(part => isHolders(part) && OF_NAME.has(part.part))
  if (!isSaid) return false
  const own = words.filter(word => word.start >= first.start && word.end <= last.end)
  const read = new Set(wordKeys(ownOf(captures, parts.find(isAnyText)?.part ?? '') ?? ''))
  const isFree = (key: string) => words.some(word => word.part === undefined && word.key === key)
  const holdsOther = words.some(({ part, key }) => part !== undefined && read.has(key) && !isFree(key))
  const left = own.filter(({ key, state }) => !read.has(key) && !state)
  const isIn = ({ start, end }: Word, span: Span) => span.start < end && span.end > start
  const isForValue = (word: Word) => spans.some((span, at) => isHolders(parts[at]) && isIn(word, span)
    && !words.some(other => other.part === at && isIn(other, span)))
  const isRead = ({ key }: Word) => read.has(key)
  const isOther = read.size > 0 && !own.some(isRead) && !words.some(word => isRead(word) && !word.aside && word.part === undefined)
  if (isOther || missesText(parts, words, read, titled)) return true
  return (holdsOther && (left.length > 0 || read.size > own.length)) || left.some(word => isForValue(word) || touches(own, word, text))
}

/**
 * Whether no text was read though the rule's own words are there, so that no other word stands instead of them; or one with a word at its edge that
 * says in their place what kind of work it is.
 */
function missesText(parts: readonly NamePart[], words: readonly Word[], read: ReadonlySet<string>, titled: readonly string[]): boolean {
  const isSaid = saysOwnWords(parts, words)
  // behind an article it is somebody's own: The Plan
  const isArticle = (word: Word | undefined) => isLeft(word) && (word?.key.length ?? 0) <= LEAST_WORD
  const isOfPiece = ({ key, aside }: Word) => aside === 'kind' || (aside === 'called' && titled.includes(key))
  return isSaid ? read.size === 0 : words.some((word, at) => isOfPiece(word) && read.has(word.key) && !isArticle(words[at - 1]))
}

/** Whether nothing but a space parts a word from another one of the text. */
function touches(own: readonly Word[], word: Word, text: string): boolean {
  const at = own.indexOf(word)
  return ([[own[at - 1], word], [word, own[at + 1]]] as const).some(([one, other]) => one !== undefined && other !== undefined
    && text.slice(one.end, other.start) === ' ' && /\p{L}/u.test(one.key) && /\p{L}/u.test(other.key))
}

const wordKeys = (text: string): string[] => wordsIn(text, [0, text.length]).map(({ word }) => looseKey(word))

/** A stretch with the bracket behind it that closes one in it. */
function closed(text: string, [from, to]: [number, number]): [start: number, end: number] {
  return /\([^()]*$/.test(text.slice(from, to)) && text[to] === ')' ? [from, to + 1] : [from, to]
}

/** Puts every part where its words stand. */
function stand(
  parts: readonly NamePart[], alignment: Alignment, text: string, words: readonly Word[], index: number, own: [start: number, end: number],
): void {
  const places = parts.map((part, at): Span => {
    const before = alignment.spans[at] ?? { start: 0, end: 0, text: '', edits: [] }
    if (at === index) return { start: own[0], end: own[1], text: '', edits: [] }
    if (part.kind === 'free') {
      const [start, end] = words.find(word => word.part === at && word.value)?.value?.range ?? [before.start, before.end]
      return { ...before, start, end, edits: [] }
    }
    const asked = part.texts[0] ?? ''
    const its = words.filter(word => word.part === at)
    const [first, last] = [its[0], its.at(-1)]
    if (!first || !last) return { start: -1, end: -1, text: asked, edits: [] }
    const range: [number, number] = [first.start, last.end]
    const isIt = looseKey(text.slice(...range)) === looseKey(asked)
    return { start: first.start, end: last.end, text: asked, edits: isIt ? [] : [{ range, expected: asked }] }
  })
  const inOrder = longestInOrder(places)
  let reach = 0
  alignment.spans = places.map(({ moved: _, ...span }, at): Span => {
    if (span.start < 0) return { ...span, start: reach, end: reach }
    if (span.end > span.start && !inOrder.has(at)) return span.edits.length > 0 ? span : { ...span, moved: true }
    reach = Math.max(reach, span.end)
    return span
  })
  alignment.extras = words.flatMap((word): Alignment['extras'] => {
    const isLeft = word.part === undefined && (word.end <= own[0] || word.start >= own[1])
    return isLeft ? [{ range: [word.start, word.end], before: word.start < own[0] ? index : index + 1 }] : []
  })
}

/** Places in the list of the most parts that stand in the rule's own order. */
function longestInOrder(places: readonly Span[]): Set<number> {
  const chains: number[][] = []
  for (const [at, { start, end }] of places.entries()) {
    const before = chains.filter(chain => (places[chain.at(-1) ?? at]?.end ?? 0) <= start)
    const longest = before.reduce<number[]>((best, chain) => (chain.length > best.length ? chain : best), [])
    if (end > start) chains.push([...longest, at])
  }
  return new Set(chains.reduce((best, chain) => (chain.length > best.length ? chain : best), []))
}
