import type { Shaped } from '../../shapes/shape'
import { variants } from '../../shapes/shape'
import { choice } from './choice'
import { date } from './date'
import { number } from './number'
import { roster } from './roster'
import { text } from './text'
import type { DeclaredField, FieldProblem, FreeField, Options, TermStep } from './type'
import { version } from './version'
import { week } from './week'

/** Types of fields that the name itself tells. Adding one is a file and a line here. */
const FREE = { number, version, date, week, choice, text }

/** Every type of field a requirement may declare. */
const DECLARED = { roster, ...FREE }

type RuleOf<F> = F extends { normalise(...args: never): infer Rule } ? Rule : never

/** A field that the name itself tells, every default filled in. */
export type FreeRule = RuleOf<typeof FREE[keyof typeof FREE]>
/** A template's own field, or how a roster field is written. */
export type FieldRule = RuleOf<typeof DECLARED[keyof typeof DECLARED]>
export type FieldTypeName = keyof typeof DECLARED

/** The declaration of a field in a brief. */
export const fieldShape = variants(optionsOf(DECLARED))
export type FieldDocument = Shaped<typeof fieldShape>

function optionsOf<const T extends Record<string, { options: Options }>>(types: T): { [K in keyof T]: T[K]['options'] } {
  return Object.fromEntries(Object.entries(types).map(([name, { options }]) => [name, options])) as { [K in keyof T]: T[K]['options'] }
}

export type { TermStep }

/** What differs from one type of free field to another. */
export function freeField(rule: FreeRule): FreeField<FreeRule, Options> {
  return FREE[rule.type] as unknown as FreeField<FreeRule, Options>
}

/** Whether a field is told by the name itself, not by the roster. */
export function isFree(rule: FieldRule | undefined): rule is FreeRule {
  return rule !== undefined && rule.type !== 'roster'
}

function declared(type: FieldTypeName): DeclaredField<FieldRule, Options> {
  return DECLARED[type] as unknown as DeclaredField<FieldRule, Options>
}

/**
 * The rule a declaration states, and what contradicts itself in it.
 *
 * @param counts - whether the field tells the pieces of its requirement apart
 */
export function readField({ type, ...options }: FieldDocument, counts: boolean): { rule: FieldRule, problems: FieldProblem[] } {
  const field = declared(type)
  const rule = field.normalise(options, counts)
  return { rule, problems: field.problems?.(rule) ?? [] }
}

/** What people call a value of this type, and leave in for one that they do not know yet. */
export function wordsOfType(type: FieldTypeName): readonly string[] {
  return declared(type).words
}

/** How much a declared field leaves open when a rule is learnt: nothing, some words, anything. */
export function opennessOf({ type }: FieldDocument): number {
  return type === 'roster' ? 0 : FREE[type].openness
}

/** A declaration moved to another term; the very same where nothing in it tells one. */
export function moveField(document: FieldDocument, step: TermStep): FieldDocument {
  const { type, ...options } = document
  if (type === 'roster') return document
  const moved = (FREE[type] as unknown as FreeField<FreeRule, Options>).moved?.(options, step)
  return moved ? { type, ...moved } as FieldDocument : document
}
