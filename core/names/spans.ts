import { likeness } from '../text/distance'
import { foldCase, plainPunctuation, stripMarks } from '../text/fold'
import { keeping } from '../text/kept'
import type { Alignment, Span } from './align'
import type { Edit } from './difference'
import { withinSeparators } from './strictness'

/** From this likeness on a text is another one misspelt. */
export const LIKE = 0.6

/** Takes a stretch out of what belongs to no part, which keeps what stands on either side; `false`: it lies in none. */
export function takeFromExtra(extras: Alignment['extras'], text: string, [start, end]: [number, number]): boolean {
  joinTouching(extras)
  const around = extras.findIndex(({ range }) => range[0] <= start && range[1] >= end)
  const extra = extras[around]
  if (!extra) return false
  const sides = ([[extra.range[0], start], [end, extra.range[1]]] as const).map(side => withinSeparators(text, side))
  extras.splice(around, 1, ...sides.filter(([from, to]) => to > from).map(range => ({ ...extra, range })))
  return true
}

/** Letters that touch are of one word, whatever parts they were left over by. */
export function joinTouching(extras: Alignment['extras']): void {
  extras.sort((a, b) => a.range[0] - b.range[0])
  for (let at = extras.length - 1; at > 0; at--) {
    const [before, one] = [extras[at - 1], extras[at]]
    if (!before || !one || before.range[1] !== one.range[0]) continue
    before.range = [before.range[0], one.range[1]]
    extras.splice(at, 1)
  }
}

/** What belongs to no part, but for a stretch that now does: what stands on either side of it is left. */
export function withoutStretch(extras: Alignment['extras'], [start, end]: [number, number]): Alignment['extras'] {
  return extras.flatMap(({ range: [from, to], before }) => {
    const pieces: [number, number][] = [[from, Math.min(to, start)], [Math.max(from, end), to]]
    return pieces.filter(range => range[1] > range[0]).map(range => ({ range, before }))
  })
}

/** Takes a stretch out of everything that lies in it: what is left before or behind it stays. */
export function cutOut(alignment: Alignment, [start, end]: [number, number]): void {
  for (const [at, span] of alignment.spans.entries()) {
    if (span.end <= start || span.start >= end) continue
    const [from, to] = span.start < start ? [span.start, start] : [Math.min(end, span.end), span.end]
    const edits: Edit[] = to > from && span.text !== '' ? [{ range: [from, to], expected: span.text }] : []
    const { moved, ...stays } = span
    alignment.spans[at] = { ...stays, start: from, end: Math.max(from, to), edits, ...(moved && to > from ? { moved } : {}) }
  }
  alignment.extras = withoutStretch(alignment.extras, [start, end])
}

export const isAlike = ({ start, end, text: asked }: Span, text: string): boolean =>
  likeness(foldPlain(text.slice(start, end)), foldPlain(asked)) >= LIKE

/** Whether a part at this place stands before one that comes before it, or behind one behind it. What is absent before it moves along. */
export function passesOthers({ spans }: Pick<Alignment, 'spans'>, text: string, index: number, [start, end]: [number, number]): boolean {
  let passes = false
  for (const [at, other] of spans.entries()) {
    if (other.end > other.start) passes ||= /[\p{L}\p{N}]/u.test(text.slice(other.start, other.end)) && (at < index ? other.start >= end : at > index && other.end <= start)
    else if (at < index && other.start > start) spans[at] = { ...other, start, end: start }
  }
  return passes
}

/** Puts a part where it stands, and tells of it whether it passes others there. */
export function standAt(
  { spans }: Pick<Alignment, 'spans'>, text: string, index: number, [start, end]: readonly [number, number], edits: Edit[] = [],
): void {
  const span = spans[index]
  if (!span) return
  const moved = passesOthers({ spans }, text, index, [start, end])
  spans[index] = { ...span, start, end, edits, ...(moved ? { moved } : {}) }
}

/** Folded so that every letter keeps its place: one that would become two, as ß does, only loses its case. */
export const foldPlain: (text: string) => string = keeping(5000, foldEvenly)

function foldEvenly(text: string): string {
  const fold = (some: string) => foldCase(stripMarks(plainPunctuation(some)))
  const folded = fold(text)
  if (folded.length === text.length) return folded
  return Array.from(text, (char) => {
    const [even = char] = [fold(char), char.toLowerCase()].filter(one => one.length === char.length)
    return even
  }).join('')
}
