import { groupBy } from '../text/gather'
import type { Piece } from './pieces'
import { piecesOf } from './pieces'
import type { Variant } from './variants'

/** One reading of an example: whose it is, and its pieces in order. */
export interface Cover { person: number, pieces: Piece[], weight: number }

/** `open`: a few letters that are a value only if another value follows at once. */
interface Found { start: number, end: number, variant: Variant, weight: number, free: boolean, open: boolean }
/** The most that can be explained up to an offset, and the value that ends there. */
interface State { weight: number, from: Found | null, before: 'loose' | 'ended' | 'open' }

/**
 * Finds the stretches of an example that are one person's values, as much of it as can be.
 *
 * @param base - example, NFC
 * @param variants - all texts of the person's values
 * @param dates - whether dates are looked for in the rest
 */
export function coverName(base: string, variants: readonly Variant[], person: number, dates: boolean): Cover {
  const chosen = walkBack(weighStates(base, variants), base.length)
  const pieces: Piece[] = []
  let position = 0
  for (const place of chosen) {
    pieces.push(...piecesOf(base.slice(position, place.start), dates), { kind: 'value', text: place.variant.text, writings: place.variant.writings })
    position = place.end
  }
  pieces.push(...piecesOf(base.slice(position), dates))
  return { person, pieces, weight: chosen.reduce((sum, one) => sum + one.weight, 0) }
}

type States = Record<State['before'], State | null>

/** The best way to each offset of the example. */
function weighStates(base: string, variants: readonly Variant[]): States[] {
  const byEnd = groupBy(variants.flatMap(variant => placesOf(base, variant)), place => place.end)
  // at each offset: behind other text, behind a value, or behind a value that needs another one
  const states: States[] = [{ loose: { weight: 0, from: null, before: 'loose' }, ended: null, open: null }]
  for (let i = 1; i <= base.length; i++) {
    const here: States = { loose: stepOn(states[i - 1]), ended: null, open: null }
    for (const place of byEnd.get(i) ?? []) {
      const into = place.open ? 'open' : 'ended'
      const behindText = place.free || isEdge(base, place.start)
      for (const before of behindText ? ['ended', 'open', 'loose'] as const : ['ended', 'open'] as const) {
        const weight = (states[place.start]?.[before]?.weight ?? -Infinity) + place.weight
        if (weight > (here[into]?.weight ?? -1)) here[into] = { weight, from: place, before }
      }
    }
    states.push(here)
  }
  return states
}

/** One letter further without a value. */
function stepOn(last: States | undefined): State | null {
  const [before, state] = (last?.ended?.weight ?? -1) > (last?.loose?.weight ?? -1)
    ? ['ended', last?.ended] as const
    : ['loose', last?.loose] as const
  return state ? { weight: state.weight, from: null, before } : null
}

/** The values on the best way, in reading order. */
function walkBack(states: readonly States[], length: number): Found[] {
  const chosen: Found[] = []
  const last = states[length]
  let kind: State['before'] = (last?.ended?.weight ?? -1) >= (last?.loose?.weight ?? 0) ? 'ended' : 'loose'
  for (let i = length; i > 0;) {
    const state: State | null = states[i]?.[kind] ?? null
    if (!state) break
    kind = state.before
    if (state.from) {
      chosen.unshift(state.from)
      i = state.from.start
    }
    else i--
  }
  return chosen
}

function placesOf(base: string, variant: Variant): Found[] {
  const { text, writings } = variant
  const whole = [...writings.values()].some(one => one.prefix === null)
  const digits = /^\d+$/.test(text)
  // a whole value of some length is one wherever it stands; a few letters only between edges
  const free = whole && text.length >= 4 && !digits
  const places: Found[] = []
  for (let start = base.indexOf(text); start >= 0; start = base.indexOf(text, start + 1)) {
    const end = start + text.length
    const open = !free && !isEdge(base, end)
    // "v" before a number tells a version, whoever's name begins with it
    if (/^v$/i.test(text) && /\d/.test(base[end] ?? '')) continue
    if (digits && (/\d/.test(base[start - 1] ?? '') || /\d/.test(base[end] ?? ''))) continue
    places.push({ start, end, variant, free, open, weight: (whole ? text.length + 0.5 : text.length * 0.6) - (digits && text.length < 3 ? 0.8 : 0) })
  }
  return places
}

/** Whether words part at an offset: beside a separator or digit, or where small letters turn to a capital. */
function isEdge(text: string, position: number): boolean {
  const [before, after] = [text[position - 1] ?? '', text[position] ?? '']
  if (!/[\p{L}\p{M}]/u.test(before) || !/[\p{L}\p{M}]/u.test(after)) return true
  return /\p{Ll}/u.test(before) && /\p{Lu}/u.test(after)
}
