import { likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import type { Alignment } from './align'
import type { Captures, NamePart } from './parts'
import { isLiteral } from './parts'
import { LIKE } from './spans'
import { tokensOf, wordsIn } from './tokens'

/** Of fewer letters a value begins many words. */
const LEAST_VALUE = 4

/**
 * A choice that is not told otherwise may be joined with the rule's own word: Stromzähler for _Zaehler_{kind} tells Strom.
 *
 * @param alignment - changed in place
 * @param captures - changed where a value is told so
 */
export function readCompounds(parts: readonly NamePart[], { spans }: Pick<Alignment, 'spans'>, text: string, captures: Captures): void {
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || part.rule.type !== 'choice' || ownOf(captures, part.part) !== undefined || !span || span.end > span.start) continue
    const { values } = part.rule
    const own = parts.flatMap((one, at) => (isLiteral(one) ? tokensOf(one.texts[0] ?? '').map(word => ({ at, word })) : []))
    const found = wordsIn(text, [0, text.length]).flatMap(({ word, start, end }) => values.flatMap((value) => {
      const rest = looseKey(word.slice(value.length))
      const isBegun = value.length >= LEAST_VALUE && looseKey(word.slice(0, value.length)) === looseKey(value)
      const joined = isBegun ? own.find(one => likeness(rest, one.word) >= LIKE) : undefined
      return joined ? [{ value, at: joined.at, start, middle: start + value.length, end }] : []
    }))
    const [only, ...more] = found
    if (!only || more.length > 0) continue
    const sign = spans[only.at]
    captures[part.part] = only.value
    spans[index] = { start: only.start, end: only.middle, text: '', edits: [], moved: true }
    if (sign) spans[only.at] = { ...sign, start: only.middle, end: only.end, edits: [{ range: [only.middle, only.end], expected: sign.text }] }
  }
}
