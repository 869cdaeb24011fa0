import type { RequirementDocument } from '../brief/document'
import { ownOf } from '../text/own'
import type { Piece } from './pieces'
import type { Writing } from './variants'

type FieldDocuments = NonNullable<RequirementDocument['fields']>

/** What examples have in common at one place. */
export type Element
  = | { kind: 'value', text: string, writings: Map<string, Writing> }
    | { kind: 'constant', text: string }
    | { kind: 'digits', texts: string[] }
    | { kind: 'date', texts: string[], patterns: string[] }
    | { kind: 'text', texts: string[] }

/** Folds one example's pieces into what those before it have in common; `null` where that cannot be. */
export function unifyPieces(before: readonly Element[] | null, pieces: readonly Piece[]): Element[] | null {
  if (before === null) return pieces.map(elementOf)
  if (before.length === pieces.length) {
    const all = before.map((element, at) => unifyOne(element, pieces[at]))
    if (all.every(one => one !== null)) return all
  }
  return unifyAround(before, pieces)
}

function elementOf(piece: Piece): Element {
  switch (piece.kind) {
    case 'value': return { kind: 'value', text: piece.text, writings: new Map(piece.writings) }
    case 'digits': return { kind: 'digits', texts: [piece.text] }
    case 'date': return { kind: 'date', texts: [piece.text], patterns: [...piece.patterns] }
    default: return { kind: 'constant', text: piece.text }
  }
}

function unifyConstant(element: Extract<Element, { kind: 'constant' }>, piece: Piece): Element | null {
  if (piece.kind !== 'word' && piece.kind !== 'gap') return piece.kind === 'value' && piece.text === element.text ? element : null
  if (piece.text === element.text) return element
  return piece.kind === 'word' && /^[\p{L}\p{M}]+$/u.test(element.text) ? { kind: 'text', texts: [element.text, piece.text] } : null
}

function unifyOne(element: Element, piece: Piece | undefined): Element | null {
  if (!piece) return null
  switch (element.kind) {
    case 'value': {
      if (piece.kind !== 'value') return null
      const writings = new Map([...element.writings].filter(([key]) => piece.writings.has(key)))
      return writings.size > 0 ? { kind: 'value', text: element.text, writings } : null
    }
    case 'digits': return piece.kind === 'digits' ? { kind: 'digits', texts: [...element.texts, piece.text] } : null
    case 'date': {
      if (piece.kind !== 'date') return null
      const patterns = element.patterns.filter(pattern => piece.patterns.includes(pattern))
      return patterns.length > 0 ? { kind: 'date', texts: [...element.texts, piece.text], patterns } : null
    }
    case 'constant': return unifyConstant(element, piece)
    case 'text': return piece.kind === 'word' || piece.kind === 'value' ? { kind: 'text', texts: [...element.texts, piece.text] } : null
    default: {
      const never: never = element
      return never
    }
  }
}

/** Examples of unlike length: what stands between a common beginning and a common end is free text. */
function unifyAround(before: readonly Element[], pieces: readonly Piece[]): Element[] | null {
  const already = before.findIndex(element => element.kind === 'text')
  const head: Element[] = []
  const most = Math.min(before.length, pieces.length) - 1
  for (let index = 0; index < most && index !== already; index++) {
    const element = before[index]
    const unified = element && unifyOne(element, pieces[index])
    if (!unified || unified.kind === 'text') break
    head.push(unified)
  }
  const tail: Element[] = []
  for (let back = 1; back <= most - head.length; back++) {
    const index = before.length - back
    if (index === already) break
    const element = before[index]
    const unified = element && unifyOne(element, pieces[pieces.length - back])
    if (!unified || unified.kind === 'text') break
    tail.unshift(unified)
  }
  const texts = [...before.slice(head.length, before.length - tail.length).map(textOf), '']
  const middle = pieces.slice(head.length, pieces.length - tail.length).map(piece => piece.text).join('')
  const earlier = texts.join('')
  if (middle === '' || earlier === '' || middle.includes('/') || head.length + tail.length < 2) return null
  return [...head, { kind: 'text', texts: [earlier, middle] }, ...tail]
}

function textOf(element: Element): string {
  switch (element.kind) {
    case 'constant':
    case 'value': return element.text
    default: return element.texts[0] ?? ''
  }
}

/** A template with its fields, as a requirement states them. */
export interface Wording { template: string, fields: FieldDocuments, guesses: number }

/** The templates that elements allow, the likeliest first: where examples leave a choice, each is offered. */
export function wordElements(elements: readonly Element[]): Wording[] {
  const habit = habitOf(elements)
  // what no example tells is offered both ways, the plain one first
  const unsettled = habit.accents === undefined && elements.some(element => element.kind === 'value')
  return [
    ...wordWith(elements, habit),
    ...(unsettled ? wordWith(elements, { ...habit, accents: 'strip' }).map(one => ({ ...one, guesses: one.guesses + 1 })) : []),
  ]
}

function wordWith(elements: readonly Element[], habit: Habit): Wording[] {
  let wordings: Wording[] = [{ template: '', fields: {}, guesses: 0 }]
  elements.forEach((element, index) => {
    const before = elements[index - 1]
    const options = optionsFor(element, before?.kind === 'constant' ? before.text : '', habit)
    wordings = wordings.flatMap(wording => options.flatMap((option, guess): Wording[] => {
      const made = add(wording, option)
      return made ? [{ ...made, guesses: wording.guesses + guess }] : []
    })).sort((a, b) => a.guesses - b.guesses).slice(0, 8)
  })
  return wordings
}

interface Option { text: string, field: { name: string, document: FieldDocuments[string] } | null, prefix: number | null }

function add(wording: Wording, { text, field, prefix }: Option): Omit<Wording, 'guesses'> | null {
  if (!field) return /[{}]/.test(text) ? null : { template: wording.template + text, fields: wording.fields }
  const suffix = prefix === null ? '' : `:${prefix}`
  if (field.document.type === 'roster') {
    const kept = ownOf(wording.fields, field.name)
    const plain = Object.keys(field.document).length === 1
    const used = new RegExp(`\\{${field.name.replace(/[.*+?^$()|[\]\\]/g, '\\$&')}(?::\\d+)?\\}`).test(wording.template)
    // one field is written in one way throughout
    if (used && JSON.stringify(kept ?? { type: 'roster' }) !== JSON.stringify(field.document)) return null
    return {
      template: `${wording.template}{${field.name}${suffix}}`,
      fields: plain ? wording.fields : { ...wording.fields, [field.name]: field.document },
    }
  }
  let name = field.name
  for (let serial = 2; ownOf(wording.fields, name); serial++) name = `${field.name}${serial}`
  return { template: `${wording.template}{${name}}`, fields: { ...wording.fields, [name]: field.document } }
}

function optionsFor(element: Element, before: string, habit: Habit): Option[] {
  switch (element.kind) {
    case 'constant': return [{ text: element.text, field: null, prefix: null }]
    case 'value': return writingOptions([...element.writings.values()], habit)
    case 'date': return element.patterns.map((pattern): Option => ({
      text: '', field: { name: 'date', document: { type: 'date', pattern } }, prefix: null,
    })).concat(element.patterns.length > 0 && /^\d{6}$/.test(element.texts[0] ?? '') ? numberOptions(element.texts, before) : [])
    case 'digits': return numberOptions(element.texts, before)
    case 'text': {
      const distinct = [...new Set(element.texts)]
      const repeated = distinct.length < element.texts.length
      const text: Option = { text: '', field: { name: 'text', document: { type: 'text' } }, prefix: null }
      const choice: Option = { text: '', field: { name: 'part', document: { type: 'choice', values: distinct } }, prefix: null }
      return repeated && distinct.every(one => /^[\p{L}\p{M}]+$/u.test(one)) ? [choice, text] : [text, choice]
    }
    default: {
      const never: never = element
      return never
    }
  }
}

/** How the values that tell it are written: who writes one name without accents writes the others so too. */
interface Habit { spaces: string | null | undefined, accents: Writing['accents'] | undefined }

function habitOf(elements: readonly Element[]): Habit {
  const values = elements.flatMap(element => (element.kind === 'value' ? [[...element.writings.values()]] : []))
  const settled = <T>(of: (writing: Writing) => T): T | undefined => {
    const told = values.map(writings => new Set(writings.filter(one => one.prefix === null).map(of))).filter(set => set.size === 1)
    return told[0] && [...told[0]][0]
  }
  return { spaces: settled(one => one.spaces), accents: settled(one => one.accents) }
}

/** The plainest way of writing of each field that fits all examples. */
function writingOptions(writings: readonly Writing[], habit: Habit): Option[] {
  const score = ({ field, case: style, spaces, accents, prefix }: Writing) =>
    (prefix === null ? 0 : 10) + (style === 'as-is' ? 0 : 3) + (spaces === (habit.spaces ?? null) ? 0 : 2)
    + (accents === (habit.accents ?? 'keep') ? 0 : 1) + (['family', 'given', 'group', 'id', 'name'].includes(field) ? 0 : 0.5)
  const byField = new Map<string, Writing>()
  for (const writing of [...writings].sort((a, b) => score(a) - score(b))) if (!byField.has(writing.field)) byField.set(writing.field, writing)
  const [plainest] = byField.values()
  const chosen = [...byField.values()].filter(one => plainest && score(one) < score(plainest) + 8).slice(0, 3)
  return chosen.map(({ field, case: style, spaces, accents, prefix }): Option => ({
    text: '', prefix,
    field: { name: field, document: {
      type: 'roster', ...(style === 'as-is' ? {} : { case: style }), ...(spaces === null ? {} : { spaces }),
      ...(accents === 'keep' ? {} : { accents }),
    } },
  }))
}

function numberOptions(texts: readonly string[], before: string): Option[] {
  const constant: Option = { text: texts[0] ?? '', field: null, prefix: null }
  const padded = texts.filter(text => text.length > 1 && text.startsWith('0')).map(text => text.length)
  const widths = texts.map(text => text.length)
  const least = Math.min(...widths)
  const digits = padded.length > 0 ? Math.max(...padded) : least
  const zero = texts.some(text => Number(text) === 0)
  const number = (width: number): Option => ({
    text: '', prefix: null,
    field: /(?:^|[^\p{L}])(?:v|ver|version|rev)[ ._-]?$/iu.test(before)
      ? { name: 'version', document: { type: 'version', digits: width } }
      : { name: 'n', document: { type: 'number', digits: width, ...(zero ? {} : { from: 1 }) } },
  })
  if (new Set(texts).size === 1 && texts.length > 1) return [constant, number(digits)]
  // without a leading zero the width is only as many digits as happened to be needed
  return padded.length === 0 && least > 1 ? [number(digits), number(1)] : [number(digits)]
}
