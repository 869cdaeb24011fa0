import type { Condition } from '#core/formats/condition'
import type { Property } from '#core/formats/properties'
import { propertyOf } from '#core/formats/properties'
import type { PropertyValue } from '#core/formats/reading'

/** How a value is held against what is asked. */
export type ConditionKind = 'from' | 'to' | 'between' | 'is' | 'among'

export const KIND_WORDS: Record<ConditionKind, string> = { from: 'at least', to: 'at most', between: 'from … to', is: 'exactly', among: 'one of' }

/** Kinds that make sense for a property; the first is what a new condition begins with. */
export function kindsOf(property: string): ConditionKind[] {
  const type = propertyOf(property)?.type
  if (type === 'flag') return ['is']
  return type === 'text' ? ['is', 'among'] : ['from', 'to', 'between', 'is', 'among']
}

export function kindOf({ from, to, is, among }: Condition): ConditionKind {
  if (among !== undefined) return 'among'
  if (is !== undefined) return 'is'
  if (to === undefined) return 'from'
  return from === undefined ? 'to' : 'between'
}

/** A condition of a kind around a value. */
export function conditionOf(kind: ConditionKind, value: PropertyValue): Condition {
  const bound = typeof value === 'boolean' ? String(value) : value
  switch (kind) {
    case 'from': return { from: bound }
    case 'to': return { to: bound }
    case 'between': return { from: bound, to: bound }
    case 'is': return { is: value }
    case 'among': return { among: [value] }
  }
}

/** What a condition without a value begins with. */
const NEUTRAL: Record<Property['type'], PropertyValue> = { number: 0, flag: true, text: '', version: '' }

/** Any one value of a condition, to go on with under another kind. */
export function valueOf(condition: Condition, property: string): PropertyValue {
  return condition.is ?? condition.among?.[0] ?? condition.from ?? condition.to ?? NEUTRAL[propertyOf(property)?.type ?? 'text']
}

/** What a person typed, as the property's kind of value. */
export function typedValue(property: string, text: string | number | boolean): PropertyValue {
  if (propertyOf(property)?.type !== 'number') return text
  const number = Number(String(text).replace(',', '.'))
  return String(text).trim() === '' || Number.isNaN(number) ? String(text) : number
}

/** What a new condition on a property asks for at first. */
export function startOf(property: string): Condition {
  const { type, values } = propertyOf(property) ?? {}
  switch (type) {
    case 'flag': return { is: true }
    case 'text': return { is: values?.[0] ?? '' }
    case 'version': return { from: '1.0' }
    default: return { from: 1 }
  }
}
