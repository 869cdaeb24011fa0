import { compareVersions } from '../../formats/condition'
import type { Condition } from '../../formats/condition'
import { propertyOf } from '../../formats/properties'
import type { PropertyValue } from '../../formats/reading'
import { formatById } from '../../formats/registry'
import { showBytes } from '../../text/show'

/**
 * A condition in words, with its unit.
 *
 * @example
 * describeCondition({ from: 1600 }, 'width') //=> 'at least 1600 px'
 * describeCondition({ is: true }, 'macros') //=> 'yes'
 */
export function describeCondition({ from, to, is, among }: Condition, property: string): string {
  const unit = propertyOf(property)?.unit ?? ''
  if (is !== undefined) return showMeasured(is, unit)
  if (among !== undefined) return among.map(one => showMeasured(one, '')).join(' or ') + (unit ? ` ${unit}` : '')
  if (from !== undefined && to !== undefined) return from === to ? showMeasured(from, unit) : `${from} to ${showMeasured(to, unit)}`
  return from !== undefined ? `at least ${showMeasured(from, unit)}` : `at most ${showMeasured(to ?? '', unit)}`
}

/** A measured value as people say it. */
export function showMeasured(value: PropertyValue, unit: string): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (unit === 'bytes' && typeof value === 'number') return showBytes(value)
  return `${String(value)}${unit ? ` ${unit}` : ''}`
}

/** A size that was asked for; `to` is `null` where no most is set. */
export function sayAskedSize(from: number, to: number | null): string {
  if (to === null) return `at least ${showBytes(from)}`
  return from <= 1 ? `at most ${showBytes(to)}` : `${showBytes(from)} to ${showBytes(to)}`
}

/** A measured value against its condition, and what to do about it. */
export function sayUnmet(property: string, value: PropertyValue, condition: Condition, format: string): string {
  const { label = property, unit = '' } = propertyOf(property) ?? {}
  const asked = describeCondition(condition, property)
  return `${raised(label)}: ${showMeasured(value, unit)}; asked: ${asked}. ${sayWayOut(property, value, condition, format)}`
}

function sayWayOut(property: string, value: PropertyValue, condition: Condition, format: string): string {
  if (property === 'version') return sayVersionWayOut(value, condition, format)
  const bound = typeof condition.from === 'number' ? condition.from : condition.is
  const below = typeof value === 'number' && typeof bound === 'number' && value < bound
  const { more, less, change } = propertyOf(property)?.wayOut ?? {}
  const nearer = below ? more : less
  const towards = typeof value === 'number' ? nearer : undefined
  return towards ?? change ?? 'Export it again with the asked value.'
}

function sayVersionWayOut(value: PropertyValue, { from, is, among }: Condition, format: string): string {
  const act = formatById(format)?.use === 'working' ? 'save it' : 'export it'
  if (among !== undefined || is !== undefined) return `${raised(act)} for an asked version.`
  const older = from !== undefined && compareVersions(value, from) < 0
  return `It is ${older ? 'older' : 'newer'} than asked: ${act} for an asked version.`
}

function raised(text: string): string {
  return `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`
}
