import { propertyOf } from './properties'
import type { PropertyValue } from './reading'

/** What a measured property must be. */
export interface Condition {
  from?: number | string
  to?: number | string
  is?: number | string | boolean
  among?: (number | string | boolean)[]
}

export interface AcceptedFormat {
  id: string
  measured: Record<string, Condition>
}

/**
 * Whether a measured value meets a condition. Versions are compared number by number.
 *
 * @example
 * meets('1.10', { from: '1.7' }, 'version') //=> true
 */
export function meets(value: PropertyValue, condition: Condition, property: string): boolean {
  // every text in US-ASCII is one in each of these too (RFC 3629 §1)
  if (property === 'encoding' && value === 'us-ascii') return ['us-ascii', 'utf-8', 'windows-1252'].some(name => meetsAs(name, condition, property))
  return meetsAs(value, condition, property)
}

function meetsAs(value: PropertyValue, condition: Condition, property: string): boolean {
  const { type, tolerance = 0 } = propertyOf(property) ?? {}
  const compare = type === 'version' ? compareVersions : (a: PropertyValue, b: PropertyValue) => compareValues(a, b, tolerance)
  if (condition.from !== undefined && compare(value, condition.from) < 0) return false
  if (condition.to !== undefined && compare(value, condition.to) > 0) return false
  if (condition.is !== undefined && compare(value, condition.is) !== 0) return false
  return condition.among === undefined || condition.among.some(one => compare(value, one) === 0)
}

function compareValues(a: PropertyValue, b: PropertyValue, tolerance: number): number {
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= tolerance ? 0 : a - b
  const [left, right] = [String(a), String(b)]
  if (left === right) return 0
  return left < right ? -1 : 1
}

/** Compares two versions number by number, as they stand in the format: below zero where `a` is older. */
export function compareVersions(a: PropertyValue, b: PropertyValue): number {
  const left = String(a).match(/\d+/g) ?? []
  const right = String(b).match(/\d+/g) ?? []
  for (let i = 0; i < Math.max(left.length, right.length); i++) {
    const difference = Number(left[i] ?? 0) - Number(right[i] ?? 0)
    if (difference !== 0) return difference
  }
  return 0
}
