import { foldCase, stripMarks } from '../text/fold'
import { likeness } from '../text/distance'
import type { Alignment, Span } from './align'
import { alignWithin } from './align'
import type { Captures, NamePart } from './parts'
import { isHolders, isValue } from './parts'
import { LIKE } from './spans'
import type { Strictness } from './strictness'

/** Values that stand in each other's place: so many other orders are tried, the likeliest ones. */
const MOST_ORDERS = 12

/** Tries the parts in another order where one was not found in its own place but stands elsewhere in the name. */
export function reorder(
  parts: readonly NamePart[], text: string, straight: Alignment, strictness: Strictness, known: Captures,
): { order: number[], alignment: Alignment } | null {
  const folded = foldCase(stripMarks(text))
  const values = parts.flatMap((part, at) => (isValue(part) ? [at] : []))
  const astray = values.filter((index) => {
    const span = straight.spans[index]
    const part = parts[index]
    if (!span || !part) return false
    if (part.kind === 'free') return span.end === span.start
    const expected = foldCase(stripMarks(span.text))
    const there = foldCase(stripMarks(text.slice(span.start, span.end)))
    if (expected.length < 2 || there === expected) return false
    return folded.includes(expected)
  })
  if (astray.length === 0) return null
  let best: { order: number[], alignment: Alignment } | null = null
  const tried = new Set<string>()
  for (const order of ordersOf(parts.length, values, astray)) {
    const key = order.join()
    if (tried.has(key) || tried.size >= MOST_ORDERS) continue
    tried.add(key)
    const least = best?.alignment.cost ?? straight.cost
    const alignment = alignWithin(least, order.flatMap(at => parts[at] ?? []), text, strictness, known)
    const limit = alignment && astray.some(at => isDayTold(parts[at], alignment.spans[order.indexOf(at)])) ? least : least - 1
    if (alignment && alignment.cost < limit && !isMovedAway(parts, order, alignment, folded)) best = { order, alignment }
  }
  return best
}

/** Whether a day stands somewhere that was told nowhere before: of "Ordre du jour 6 oct" oct is none of ODJ. */
const isDayTold = (part: NamePart | undefined, span: Span | undefined): boolean =>
  part?.kind === 'free' && part.rule.type === 'date' && span !== undefined && span.end > span.start

/** Whether an order moves a value that is nowhere in a name to where quite another word stands, or a free one to where a settled one does. */
function isMovedAway(parts: readonly NamePart[], order: readonly number[], { spans }: Alignment, folded: string): boolean {
  const isSettled = ({ start, end }: Span) => parts.some(part => isHolders(part) && part.texts.some((text) => {
    const own = foldCase(stripMarks(text))
    // whole, or the figures of a code: the 12 of S-12
    const at = end - start < own.length && !/\d/.test(own) ? -1 : folded.indexOf(own)
    return at >= 0 && at <= start && at + own.length >= end
  }))
  return order.some((at, index) => {
    const [part, span] = [parts[at], spans[index]]
    if (at !== index && part?.kind === 'free' && span && span.end > span.start) return isSettled(span)
    if (at === index || !isHolders(part) || !span || span.end === span.start || span.edits.length === 0) return false
    const value = foldCase(stripMarks(span.text))
    return !folded.includes(value) && likeness(folded.slice(span.start, span.end), value) < LIKE
  })
}

/** Two values exchanged, or one moved to the place of another, the rest moving up. */
function* ordersOf(length: number, values: readonly number[], astray: readonly number[]): Generator<number[]> {
  const straight = Array.from({ length }, (_, at) => at)
  for (const stray of astray) {
    for (const other of values) {
      if (other === stray) continue
      const swapped = [...straight]
      swapped[stray] = other
      swapped[other] = stray
      yield swapped
    }
    const places = values
    const from = places.indexOf(stray)
    for (let to = 0; to < places.length; to++) {
      if (to === from) continue
      const moved = [...places]
      moved.splice(to, 0, ...moved.splice(from, 1))
      const order = [...straight]
      places.forEach((place, index) => (order[place] = moved[index] ?? place))
      yield order
    }
  }
}
