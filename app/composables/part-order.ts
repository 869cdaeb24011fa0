import type { DrawnPart } from './parts'
import { literalPart } from './parts'

/** What only holds others apart: signs, and the beginning of a folder's next level. */
const isBetween = (part: DrawnPart | undefined): boolean =>
  part !== undefined && (part.kind === 'level' || (part.kind === 'literal' && !/[\p{L}\p{N}]/u.test(part.text)))
/** What stands fixed in a name; of a value nothing. */
function fixedIn(part: DrawnPart | undefined): string {
  if (part?.kind === 'level') return '/'
  return part?.kind === 'literal' ? part.text : ''
}

function spliced(parts: readonly DrawnPart[], from: number, to: number): DrawnPart[] {
  const next = [...parts]
  next.splice(to, 0, ...next.splice(from, 1))
  return next
}

/** Values change places with values: what holds them apart stays where it is. */
function dealt(parts: readonly DrawnPart[], from: number, rank: number): DrawnPart[] {
  const told = parts.filter(part => !isBetween(part))
  const values = spliced(told, told.indexOf(parts[from]!), rank)
  return parts.map(part => (isBetween(part) ? part : values.shift()!))
}

const valuesBefore = (parts: readonly DrawnPart[], place: number) => parts.slice(0, place).filter(part => !isBetween(part)).length

/**
 * The parts with one let go at another place. A value goes between the values there and the signs stay; a sign, and a value that passes no
 * other, goes exactly where it was let go.
 *
 * @param place - where it was
 * @param to - its place among all parts afterwards
 */
export function movedTo(parts: readonly DrawnPart[], place: number, to: number): DrawnPart[] {
  const next = spliced(parts, place, to)
  const rank = valuesBefore(next, to)
  return isBetween(parts[place]) || rank === valuesBefore(parts, place) ? next : dealt(parts, place, rank)
}

/** The parts with one moved by one: a value past the next value, whatever holds them apart. */
export function movedBy(parts: readonly DrawnPart[], place: number, by: 1 | -1): DrawnPart[] {
  const rank = valuesBefore(parts, place) + by
  const last = valuesBefore(parts, parts.length) - 1
  if (!isBetween(parts[place]) && rank >= 0 && rank <= last) return dealt(parts, place, rank)
  return place + by < 0 || place + by >= parts.length ? [...parts] : spliced(parts, place, place + by)
}

/** What a list dragged into another order means: one part was let go elsewhere. */
export function dragged(before: readonly DrawnPart[], after: readonly DrawnPart[]): DrawnPart[] {
  const first = before.findIndex((part, at) => part.key !== after[at]?.key)
  if (first < 0) return [...before]
  const moved = after[first + 1]?.key === before[first]?.key ? after[first] : before[first]
  const at = (parts: readonly DrawnPart[]) => parts.findIndex(part => part.key === moved?.key)
  return movedTo(before, at(before), at(after))
}

/** The parts with one behind them: a value is held apart from the value before by the sign that the name uses, "_" where it has none. */
export function withAdded(parts: readonly DrawnPart[], made: DrawnPart, folder: boolean): DrawnPart[] {
  if (folder || made.kind !== 'field' || parts.at(-1)?.kind !== 'field') return [...parts, made]
  const sign = parts.filter(isBetween).at(-1)
  return [...parts, literalPart(sign ? fixedIn(sign) : '_'), made]
}

/** The parts without one; with a value goes a sign that held it apart: of two that differ the one the name uses less. */
export function withoutPart(parts: readonly DrawnPart[], place: number): DrawnPart[] {
  const [before, after] = [parts[place - 1], parts[place + 1]]
  const uses = (part: DrawnPart | undefined) => parts.filter(one => isBetween(one) && fixedIn(one) === fixedIn(part)).length
  const gone = [parts[place]]
  if (!isBetween(parts[place])) {
    if (isBetween(before) && isBetween(after)) gone.push(uses(after) < uses(before) ? after : before)
    else if (isBetween(after) && (place === 0 || /[^\p{L}\p{N}]$/u.test(fixedIn(before)))) gone.push(after)
    else if (isBetween(before) && (after === undefined || /^[^\p{L}\p{N}]/u.test(fixedIn(after)))) gone.push(before)
  }
  return parts.filter(part => !gone.includes(part))
}
