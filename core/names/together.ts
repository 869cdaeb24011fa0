import type { Alignment } from './align'
import { matchParts } from './match'
import type { Captures, NamePart } from './parts'
import { isAnyText, isLiteral } from './parts'
import { standAt } from './spans'
import { withinSeparators } from './strictness'

const ANY_WAY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const

/**
 * Values that a rule joins by letters of its own, and that stand together in what belongs to no part, are these: 300x250 of {w}x{h} in another
 * place.
 */
export function standTogether(parts: readonly NamePart[], alignment: Pick<Alignment, 'spans' | 'extras'>, text: string, captures: Captures): void {
  const { spans, extras } = alignment
  if (extras.length === 0) return
  const isEmpty = (at: number) => spans[at]?.start === spans[at]?.end
  const isValue = (at: number) => parts[at]?.kind === 'free' && !isAnyText(parts[at])
  for (const first of parts.keys()) {
    const last = first + 2
    const sign = parts[first + 1]
    if (!isValue(first) || !isValue(last) || !isLiteral(sign) || !/^\p{L}+$/u.test(sign.texts[0] ?? '')) continue
    if (![first, first + 1, last].every(isEmpty)) continue
    const run = parts.slice(first, last + 1)
    const found = extras.flatMap((extra) => {
      const [start, end] = withinSeparators(text, extra.range)
      const match = matchParts(run, text.slice(start, end), ANY_WAY)
      return match ? [{ extra, start, read: match.captures }] : []
    })
    const [only, ...more] = found
    if (!only || more.length > 0) continue
    extras.splice(extras.indexOf(only.extra), 1)
    let start = only.start
    for (const [more, part] of run.entries()) {
      const value = part.kind === 'free' ? only.read[part.part] ?? '' : part.texts[0] ?? ''
      standAt({ spans }, text, first + more, [start, start + value.length])
      if (part.kind === 'free') captures[part.part] = value
      start += value.length
    }
  }
}
