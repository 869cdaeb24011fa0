import { editDistance } from '../text/distance'
import { foldCase, looseKey, plainPunctuation, stripMarks } from '../text/fold'
import { emptyRecord, ownOf } from '../text/own'
import type { Alignment, Span } from './align'
import { alignParts } from './align'
import { isAddedWord } from './added-words'
import type { Difference, DifferenceKind, Edit } from './difference'
import { freeField } from './fields/index'
import type { Captures, NamePart } from './parts'
import { expandParts } from './parts'
import type { Strictness } from './strictness'
import { tellNumbers } from './number-kinds'
import { isSeparator } from './strictness'

export interface Explanation {
  /** 0 for a fitting name; about one a wrong character. */
  cost: number
  differences: Difference[]
  /** Values of the free fields that could be read. */
  captures: Captures
}

/** What explaining a name goes by, besides its parts. */
export interface ExplainContext {
  strictness: Strictness
  /** Values already settled otherwise, such as the slot's number. */
  known: Captures
  /** Who else of the roster a value of this field belongs to; `null`: nobody. */
  ownerOf: ((field: string, value: string) => string | null) | null
}

const EXACT: ExplainContext = { strictness: { letterCase: 'exact', separators: 'exact', accents: 'exact' }, known: {}, ownerOf: null }

/** Names longer than this are explained by their beginning only: file systems allow 255. */
const LONGEST = 300

/**
 * Explains how a received base name departs from the parts asked for: aligned at least cost, one difference a part.
 *
 * @param parts - from `fillTemplate`
 * @param received - base name, NFC
 * @param context - what may differ, what is settled, and whose values others' are
 * @returns cost, differences in reading order, and the free fields' values that could be read
 * @example
 * explainParts(parts('{family}_{n}'), 'marsh 2').differences.map(one => one.kind) //=> ['letter-case', 'separator', 'digits']
 */
export function explainParts(parts: readonly NamePart[], received: string, context: Partial<ExplainContext> = {}): Explanation {
  const { strictness, known, ownerOf } = { ...EXACT, ...context }
  const text = received.slice(0, LONGEST)
  const straight = alignParts(parts, text, strictness, known)
  const moved = straight.cost >= 2 ? reorder(parts, text, straight, strictness, known) : null
  const { order, alignment } = moved ?? { order: parts.map((_, at) => at), alignment: straight }
  const shown = moved ? order.map(at => parts[at]).filter(part => part !== undefined) : parts
  mergeExtras(shown, alignment, text, strictness)
  completeWords(shown, alignment, text)
  dropUnlike(shown, alignment, text)
  partValues(shown, alignment, text)
  keepWholeWords(shown, alignment, text)
  joinExtras(alignment, text)
  takeInstead(shown, alignment, text)
  const captures = readCaptures(shown, alignment.spans, text, known)
  readLeftOver(shown, alignment, text, captures)
  fillOnly(shown, alignment, text, captures)
  return {
    cost: alignment.cost + (moved ? 0.5 : 0),
    differences: describe(shown, alignment, text, captures, { strictness, known, ownerOf }, order), captures,
  }
}

/** Values that stand in each other's place: so many other orders are tried, the likeliest ones. */
const MOST_ORDERS = 12

/** Tries the parts in another order where one was not found in its own place but stands elsewhere in the name. */
function reorder(
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
    const alignment = alignParts(order.flatMap(at => parts[at] ?? []), text, strictness, known)
    if (alignment.cost + 1 < (best?.alignment.cost ?? straight.cost)) best = { order, alignment }
  }
  return best
}

function isValue(part: NamePart): boolean {
  return part.kind === 'free' ? freeField(part.rule).ordered : part.part !== 'literal'
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

/** One or two stray letters that touch a part are a slip of that part, and more separators beside one are one: neither is a word too much. */
function mergeExtras(parts: readonly NamePart[], alignment: Alignment, text: string, strictness: Strictness): void {
  const left: Alignment['extras'] = []
  for (const extra of alignment.extras) {
    const [start, end] = extra.range
    const stray = text.slice(start, end)
    const into = [extra.before - 1, extra.before].find((index) => {
      const part = parts[index]
      const span = alignment.spans[index]
      if (!part || !span || span.end === span.start || (span.end !== start && span.start !== end)) return false
      const touching = text[span.end === start ? start - 1 : end] ?? ''
      return belongsTo(part, stray, touching)
    })
    const span = into === undefined ? undefined : alignment.spans[into]
    if (!span) {
      left.push(extra)
      continue
    }
    const free = strictness.separators === 'ignore' && [...stray].every(isSeparator)
    const edits: Edit[] = free ? [] : [{ range: [start, end], expected: '' }]
    if (span.end === start) {
      span.end = end
      span.edits.push(...edits)
    }
    else {
      span.start = start
      span.edits.unshift(...edits)
    }
  }
  alignment.extras = left
}

function belongsTo(part: NamePart, stray: string, touching: string): boolean {
  if (part.kind === 'free') return freeField(part.rule).takesStray?.(stray, touching) ?? false
  if ([...stray].every(isSeparator)) return part.part === 'literal' && isSeparator(touching)
  if (!/^[\p{L}\p{M}\p{N}'’]{1,2}$/u.test(stray)) return false
  return /\p{L}/u.test(touching) || (/\p{N}/u.test(touching) && /^\p{N}+$/u.test(stray))
}

/** The rest of a word of which a part took some letters is no word too much: the whole word stands in its place. */
function completeWords(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  alignment.extras = alignment.extras.filter(({ range: [start, end] }) => {
    if (!/^[\p{L}\p{M}'’]+$/u.test(text.slice(start, end))) return true
    for (const [index, part] of parts.entries()) {
      const span = alignment.spans[index]
      if (part.kind !== 'fixed' || !span || span.end === span.start || (span.end !== start && span.start !== end)) continue
      if (isWordEdge(text, span.end === start ? start : end)) continue
      const edit: Edit = { range: [start, end], expected: '' }
      if (span.end === start) Object.assign(span, { end, edits: [...span.edits, edit] })
      else Object.assign(span, { start, edits: [edit, ...span.edits] })
      return false
    }
    return true
  })
}

/** A separator that stands before or behind a value belongs to what parts it from the next, not to the value. */
function partValues(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || part.part === 'literal' || !span || span.end - span.start < 2) continue
    const before = alignment.spans[index - 1]
    const char = text[span.start] ?? ''
    if (!isSeparator(char) || isSeparator(span.text[0] ?? '') || parts[index - 1]?.part !== 'literal' || !before) continue
    const asked = before.text.at(-1) ?? ''
    if (!isSeparator(asked) || (before.end > before.start && before.end !== span.start)) continue
    const place = span.start
    span.start++
    span.edits = span.edits.map((edit): Edit => (edit.range[0] === place
      ? { ...edit, range: [place + 1, Math.max(place + 1, edit.range[1])] }
      : edit)).filter(({ range, expected }) => range[1] > range[0] || expected !== '')
    if (before.end === before.start) before.start = place
    before.end = place + 1
    before.edits = before.edits.filter(({ expected }) => expected !== asked)
    if (char !== asked) before.edits.push({ range: [place, place + 1], expected: asked })
  }
}

/** From this likeness on a text is another one misspelt. */
const LIKE = 0.6

/** Letters inside an unrelated word are no slip of a part: the part is absent, and the word stays whole. */
function dropUnlike(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || !span || span.edits.length === 0 || !/[\p{L}\p{N}]/u.test(span.text)) continue
    let [start, end] = [span.start, span.end]
    while (start < end && isSeparator(text[start] ?? '')) start++
    while (end > start && isSeparator(text[end - 1] ?? '')) end--
    if (start === end || (isWordEdge(text, start) && isWordEdge(text, end))) continue
    const [actual, asked] = [looseKey(text.slice(start, end)), looseKey(span.text)]
    if (1 - editDistance(actual, asked) / Math.max(1, actual.length, asked.length) >= LIKE) continue
    alignment.extras.push({ range: [span.start, span.end], before: index })
    alignment.spans[index] = { ...span, end: span.start, edits: [] }
  }
}

/** What belongs to no part and touches is one. */
function joinExtras(alignment: Alignment, text: string): void {
  const joined: Alignment['extras'] = []
  for (const extra of [...alignment.extras].sort((a, b) => a.range[0] - b.range[0])) {
    const last = joined.at(-1)
    const between = last && text.slice(last.range[1], extra.range[0])
    const part = last && alignment.spans.some(({ start, end }) => start < end && start < extra.range[0] && end > last.range[1])
    if (last && between !== undefined && !part && [...between].every(isSeparator)) last.range = [last.range[0], extra.range[1]]
    else joined.push({ ...extra, range: [...extra.range] })
  }
  alignment.extras = joined
}

/** A whole word where a value is absent stands instead of it. */
function takeInstead(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'fixed' || part.part === 'literal' || !span || span.end > span.start) continue
    const instead = alignment.extras.find(({ range: [start, end], before }) => (before === index || before === index + 1)
      && /^[\p{L}\p{M}][\p{L}\p{M}'’-]+$/u.test(text.slice(start, end)) && isWordEdge(text, start) && isWordEdge(text, end))
    if (!instead || isAddedWord(text.slice(...instead.range)) || isLiteral(parts, text.slice(...instead.range))) continue
    alignment.extras.splice(alignment.extras.indexOf(instead), 1)
    const [start, end] = instead.range
    alignment.spans[index] = { start, end, text: span.text, edits: [{ range: [start, end], expected: span.text }] }
  }
}

/** Whether a word is one of the rule's own. */
function isLiteral(parts: readonly NamePart[], word: string): boolean {
  return parts.some(part => part.kind === 'fixed' && part.part === 'literal' && part.texts.some(text => looseKey(text) === looseKey(word)))
}

/** Free text keeps whole words of the received name; what is left over of a word that another part took is too much. */
function keepWholeWords(parts: readonly NamePart[], alignment: Alignment, text: string): void {
  for (const [index, part] of parts.entries()) {
    const span = alignment.spans[index]
    if (part.kind !== 'free' || !freeField(part.rule).anyText || !span || span.end <= span.start) continue
    let [start, end] = [span.start, span.end]
    while (start < end && !isWordEdge(text, start)) start++
    while (end > start && !isWordEdge(text, end)) end--
    if (!/[\p{L}\p{N}]/u.test(text.slice(start, end))) [start, end] = [span.start, span.start]
    if (start === span.start && end === span.end) continue
    if (start > span.start) alignment.extras.push({ range: [span.start, start], before: index })
    if (end < span.end) alignment.extras.push({ range: [end, span.end], before: index + 1 })
    alignment.spans[index] = { ...span, start, end }
  }
}

/** Whether a word may begin or end there: at a sign, between letters and digits, before a capital. */
function isWordEdge(text: string, place: number): boolean {
  const [before, after] = [text[place - 1] ?? '', text[place] ?? '']
  const letters = /[\p{L}\p{M}]/u
  if (letters.test(before) && letters.test(after)) return /\p{Ll}/u.test(before) && /\p{Lu}/u.test(after)
  return !(/\p{N}/u.test(before) && /\p{N}/u.test(after))
}

function readCaptures(parts: readonly NamePart[], spans: readonly Span[], text: string, known: Captures): Captures {
  const captures: Captures = emptyRecord()
  for (const [index, part] of parts.entries()) {
    if (part.kind !== 'free') continue
    const settled = ownOf(known, part.part)
    if (settled !== undefined) {
      captures[part.part] = settled
      continue
    }
    const span = spans[index]
    if (!span || span.end <= span.start) continue
    const actual = text.slice(span.start, span.end)
    const value = freeField(part.rule).read(actual, part.rule)
    if (value !== undefined) captures[part.part] = value
  }
  return captures
}

/**
 * A value that was not found in its place may stand in what belongs to no part: if there it can be read in one way only, it is
 * that, and stands in another place.
 */
function readLeftOver(parts: readonly NamePart[], { spans, extras }: Alignment, text: string, captures: Captures): void {
  const open = parts.flatMap((part, index) => (part.kind === 'free' && isValue(part) && captures[part.part] === undefined
    && spans[index]?.start === spans[index]?.end
    ? [{ part, index }]
    : []))
  if (open.length === 0 || extras.length === 0) return
  for (const { part, index } of open) {
    const found = extras.flatMap(extra => valuesIn(part, text, extra.range).map(one => ({ ...one, extra })))
    const [only] = found
    if (!only || found.some(one => one.value !== only.value)) continue
    const { extra, range, value } = only
    captures[part.part] = value
    spans[index] = { start: range[0], end: range[1], text: '', edits: [], moved: true }
    extras.splice(extras.indexOf(extra), 1)
    const rest = ([[extra.range[0], range[0]], [range[1], extra.range[1]]] as [number, number][])
      .filter(([start, end]) => /[\p{L}\p{N}]/u.test(text.slice(start, end)))
    extras.push(...rest.map(one => ({ ...extra, range: one })))
  }
}

/** Where one value alone is possible and the name holds no other in its place, it is that one. */
function fillOnly(parts: readonly NamePart[], { spans, extras }: Alignment, text: string, captures: Captures): void {
  if (extras.some(({ range }) => /\p{N}/u.test(text.slice(...range)))) return
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (part.kind !== 'free' || captures[part.part] !== undefined || !span || span.end > span.start) continue
    const only = freeField(part.rule).only?.(part.rule)
    if (only !== undefined) captures[part.part] = only
  }
}

interface FoundValue { value: string, range: [number, number] }

/** Whole values of a field in a stretch of a name, the longest reading at each place. */
function valuesIn(part: Extract<NamePart, { kind: 'free' }>, text: string, [from, to]: [number, number]): FoundValue[] {
  const stretches: [number, number][] = []
  const { kinds } = freeField(part.rule)
  const readings = kinds && tellNumbers(text).filter(({ kind }) => kinds.includes(kind))
  const isKind = (start: number, end: number) => !readings || readings.some(({ range }) => range[0] <= start && range[1] >= end)
  freeField(part.rule).take(text, part.rule, undefined, (start, end, cost) => {
    if (start >= from && end <= to && cost < 1 && isWordEdge(text, start) && isWordEdge(text, end) && isKind(start, end)) stretches.push([start, end])
  })
  const values: FoundValue[] = []
  let reach = from
  for (const [start, end] of stretches.sort((a, b) => a[0] - b[0] || b[1] - a[1])) {
    const value = start < reach ? undefined : freeField(part.rule).read(text.slice(start, end), part.rule)
    if (value === undefined) continue
    values.push({ value, range: [start, end] })
    reach = end
  }
  return values
}

function describe(
  parts: readonly NamePart[], { spans, extras }: Alignment, text: string, captures: Captures, context: ExplainContext,
  order: readonly number[],
): Difference[] {
  const differences: Difference[] = []
  for (const { range, before } of extras) {
    const actual = text.slice(range[0], range[1])
    differences.push({ part: parts[before]?.part ?? 'literal', kind: 'extra', range, expected: '', actual })
  }
  for (const [index, part] of parts.entries()) {
    const span = spans[index]
    if (!span) continue
    const actual = text.slice(span.start, span.end)
    const expected = expandParts([part], captures)
    const kind = isValue(part) && (span.moved || (order[index] !== index && (actual !== '' || part.kind === 'free')))
      ? 'order'
      : tellKind(part, span, expected, actual, context)
    if (!kind) continue
    const { edits } = span
    const allowed = part.kind === 'free' && (kind === 'date-range' || kind === 'not-allowed') ? freeField(part.rule).allowed?.(part.rule) : null
    differences.push({
      part: part.part, kind, range: [span.start, span.end], expected, actual,
      ...(kind === 'misspelt' && edits.length > 0 && actual !== '' ? { edits } : {}),
      ...(allowed ? { allowed } : {}),
    })
  }
  return withoutFalseOwners(parts, differences).sort((a, b) => a.range[0] - b.range[0] || a.range[1] - b.range[1])
}

const OF_PERSON = new Set(['family', 'given', 'name', 'id'])

/** Where another part says the holder, a value is no other person's: many bear the same given or family name. */
function withoutFalseOwners(parts: readonly NamePart[], differences: readonly Difference[]): Difference[] {
  const departing = new Set(differences.map(one => one.part))
  const said = parts.some(({ part }) => OF_PERSON.has(part) && !departing.has(part))
  return differences.map(one => (said && one.kind === 'other-person' && OF_PERSON.has(one.part) ? { ...one, kind: 'misspelt' } : one))
}

function tellKind(
  part: NamePart, span: Span, expected: string, actual: string, { strictness, known, ownerOf }: ExplainContext,
): DifferenceKind | null {
  if (part.kind === 'fixed') return tellFixed(part.part, span, actual, strictness, ownerOf)
  if (actual === expected) return null
  if (actual === '') return 'absent'
  return freeField(part.rule).tell(actual, part.rule, ownOf(known, part.part) !== undefined, strictness)
}

function tellFixed(
  field: string, { text, edits }: Span, actual: string, strictness: Strictness, ownerOf: ExplainContext['ownerOf'],
): DifferenceKind | null {
  const separators = text !== '' && [...text].every(isSeparator)
  if (actual === '') {
    if (text === '' || (edits.length === 0 && separators)) return null
    if (!separators) return 'absent'
    return strictness.separators === 'ignore' && edits.length === 0 ? null : 'separator'
  }
  if (edits.length === 0) return null
  const loosely = (text: string) => foldCase(strictness.accents === 'ignore' ? stripMarks(text) : text)
  const [was, asked] = [plainPunctuation(actual), plainPunctuation(text)]
  if (loosely(was) === loosely(asked)) return 'letter-case'
  if (partedAlike(loosely(was)) === partedAlike(loosely(asked))) return 'separator'
  // written together or apart, or shortened, it is still the own one
  const [short, whole] = [looseKey(actual), looseKey(text)]
  return !whole.startsWith(short) && !whole.endsWith(short) && ownerOf?.(field, actual) ? 'other-person' : 'misspelt'
}

/** Text with every run of separators as one. */
function partedAlike(text: string): string {
  return text.replace(/[ _\-.\u00A0]+/g, '-')
}
