import { ownOf } from '../text/own'
import type { Unit } from './units'

/** Which slot: `n` only where the requirement asks for more than one. */
export interface SlotRef {
  requirement: string
  holder: string
  n?: number
}

/** One text a slot, to look it up by. */
export function slotKey({ requirement, holder, n }: SlotRef): string {
  return `${requirement}\n${holder}\n${n ?? ''}`
}

/** The first number of a counted unit, and how many slots it owes and may have. */
export function numbersOf({ requirement }: Unit): { first: number, owed: number, most: number } {
  const { count, fields } = requirement
  const rule = count.by === null ? undefined : ownOf(fields, count.by)
  const first = rule?.type === 'number' ? rule.from : 1
  const most = rule?.type === 'number' ? Math.min(count.to, rule.to - first + 1) : count.to
  return { first, owed: Math.min(count.from, most), most }
}

/** Whether a unit's slots are told apart by a number at all. */
export function isNumbered({ requirement: { count } }: Unit): boolean {
  return count.by !== null || count.to > 1 || count.from > 1
}

/** A slot pointed to; of pieces that nothing tells apart there is no `n`. */
export function refTo(requirement: string, holder: string, n: number | null | undefined): SlotRef {
  return n === null || n === undefined ? { requirement, holder } : { requirement, holder, n }
}

export function slotRef(unit: Unit, n: number | null): SlotRef {
  return refTo(unit.requirement.id, unit.holder, n)
}
