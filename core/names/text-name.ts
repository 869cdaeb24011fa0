import { ownOf } from '../text/own'
import type { Alignment, Span } from './align'
import type { Captures, NamePart } from './parts'
import { isLiteral } from './parts'
import { standAt, withoutStretch } from './spans'
import { isSeparator } from './strictness'
import { tokensOf } from './tokens'
import type { Known } from './unlike'

export type Range = readonly [start: number, end: number]

/** A name with one free text: where its parts stand, and the place of the text among them. */
export interface Name extends Pick<Known, 'called' | 'titled'> {
  parts: readonly NamePart[]
  alignment: Alignment
  text: string
  index: number
  known: Captures
}

export const ownOfName = ({ alignment: { spans }, index }: Name): Span => spans[index] ?? { start: 0, end: 0, text: '', edits: [] }

/** A part of a name, by its place, and where it stands. */
export interface Placed { at: number, range: Range, edits?: Span['edits'] }

/** Gives the text a stretch of a name, other parts what they are of the rest, and what then is left to nothing. */
export function setText(name: Name, [start, end]: Range, placed: readonly Placed[] = []): void {
  const { alignment, text, index } = name
  const own = ownOfName(name)
  alignment.spans[index] = { ...own, start, end }
  for (const { at, range, edits } of placed) standAt(alignment, text, at, range, edits)
  const sides: Alignment['extras'] = [{ range: [own.start, start], before: index }, { range: [end, own.end], before: index + 1 }]
  const left = placed.reduce((free, { range: [from, to] }) => withoutStretch(free, [from, to]), sides)
    .flatMap(({ range, before }) => {
      const [first, last] = withinSigns(text, [range[0], Math.max(...range)])
      return last > first ? [{ range: [first, last] as [number, number], before }] : []
    })
  alignment.extras.push(...left)
  alignment.extras.sort((a, b) => a.range[0] - b.range[0])
}

/** Whether a value that the name itself tells is told nowhere yet. */
export function isOpen({ parts, alignment: { spans }, known }: Name, at: number): boolean {
  const [part, span] = [parts[at], spans[at]]
  return part?.kind === 'free' && span !== undefined && span.end === span.start && ownOf(known, part.part) === undefined
}

/** Whether what parts words from the text is not the sign that the rule writes there. */
export function isNoSign({ parts, index }: Name, side: -1 | 1, gap: string): boolean {
  const sign = parts[index + side]
  const asked = isLiteral(sign) ? sign.texts[0] ?? '' : ''
  const edge = side < 0 ? /[^\p{L}\p{N}]*$/u.exec(asked)?.[0] : /^[^\p{L}\p{N}]*/u.exec(asked)?.[0]
  return gap !== '' && gap !== edge && [...gap].every(isSeparator)
}

/** Whether words are nothing but some of those that are known, as loose keys. */
export const areAllOf = (words: string, known: readonly string[]): boolean => tokensOf(words).every(word => known.includes(word))

/** Within separators and the signs that people part words by besides. */
export function withinSigns(text: string, side: Range): [start: number, end: number] {
  let [start, end] = side
  while (start < end && /[\s_.,;:–—-]/u.test(text[start] ?? '')) start++
  while (end > start && /[\s_.,;:–—-]/u.test(text[end - 1] ?? '')) end--
  return [start, end]
}
