import { likeness } from '../text/distance'
import { looseKey, transcribe } from '../text/fold'
import type { Alignment } from './align'
import { kindsOf } from './kind-senses'
import { lettersBefore } from './left-over'
import type { NamePart } from './parts'
import { isLiteral } from './parts'
import { LIKE, cutOut, foldPlain } from './spans'
import { wordOf } from './stand-elsewhere'
import { isSeparator } from './strictness'
import { tokensOf, wordsIn } from './tokens'
import { isWordEdge } from './word-edges'

// What stands outside every part once all else is settled, and is a word of the rule's own after all.

/**
 * The letters that a rule writes before a number stand where the number stands with them: of "Demir_E01" E is not too much.
 *
 * @param parts - in the order in which they stand in the text
 * @param asked - the same in the order that is asked for
 */
export function standSigns(parts: readonly NamePart[], alignment: Alignment, text: string, asked: readonly NamePart[]): void {
  for (const [at, sign] of asked.entries()) {
    const next = asked[at + 1]
    const index = parts.indexOf(sign)
    const [span, number] = [alignment.spans[index], next && alignment.spans[parts.indexOf(next)]]
    if (!isLiteral(sign) || !span || span.end > span.start || next?.kind !== 'free' || !number || number.end === number.start) continue
    const own = foldPlain(lettersBefore(sign))
    const start = number.start - own.length
    if (own === '' || start < 0 || foldPlain(text.slice(start, number.start)) !== own || !isWordEdge(text, start)) continue
    if (!alignment.extras.some(({ range: [from, to] }) => from <= start && to >= number.start)) continue
    cutOut(alignment, [start, number.start])
    // with its number, of which that is told
    alignment.spans[index] = { ...span, start, end: number.start, edits: [] }
  }
}

/** So many letters at the end of a longer word say what it is: Rohdaten. */
const LEAST_END = 5

/**
 * A word that belongs to no part, and says the same as a word of the rule's own that is not there, stands instead of that, wherever it is: in other
 * letters, as the end of a longer word, or as another word for this kind of work. "Plakat Conrad" for {family}_Poster.
 */
export function standKinds(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (alignment.extras.length === 0 || !isLiteral(part) || !span || span.end > span.start) continue
    const [asked = ''] = part.texts
    const key = looseKey(transcribe(wordOf(asked)?.word ?? ''))
    const kinds = tokensOf(asked).flatMap(kindsOf)
    const isSame = (word: string) => likeness(word, key) >= LIKE || (key.length >= LEAST_END && word.endsWith(key))
      || kindsOf(word).some(kind => kinds.includes(kind))
    const words = key === '' ? [] : alignment.extras.flatMap(({ range }) => wordsIn(text, range).map(word => ({ ...word, from: range[0] })))
    const [only, ...more] = words.filter(({ word }) => isSame(looseKey(transcribe(word))))
    if (!only || more.length > 0) continue
    // with the sign before it, as the rule writes one
    const sign = isSeparator(asked[0] ?? '') ? /[\s_.-]*$/.exec(text.slice(only.from, only.start))?.[0].length ?? 0 : 0
    const range: [number, number] = [only.start - sign, only.end]
    cutOut(alignment, range)
    alignment.spans[index] = { ...span, start: range[0], end: range[1], text: asked, edits: [{ range, expected: asked }] }
  }
}
