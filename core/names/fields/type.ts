import type { Shape, ShapedObject } from '../../shapes/shape'
import type { Allowed, DifferenceKind } from '../difference'
import type { NumberKind } from '../number-kinds'
import type { Strictness } from '../strictness'

/** Options of a declaration, by key. */
export type Options = Record<string, Shape<unknown, boolean>>

/** Something in a declaration that contradicts itself; `at`: the option it is about, empty for the whole. */
export interface FieldProblem { at: string, message: string }

/** How far a brief's term moves: in days, and in months as a calendar counts them; `from`: the day it was due, `null`: none. */
export interface TermStep { days: number, months: number, from: string | null }

/** What every field type says of its declaration. */
export interface DeclaredField<Rule, O extends Options> {
  /** Options of a declaration, and what each may be. */
  options: O
  /** The rule a declaration states, every default filled in. `counts`: the field tells the pieces of its requirement apart. */
  normalise(document: ShapedObject<O>, counts: boolean): Rule
  problems?(rule: Rule): FieldProblem[]
  /** What people leave in for a value not known yet, folded as `looseKey` does. */
  words: readonly string[]
}

/** A set of characters: any but those left out, or only these. */
export type Characters = { only: string } | { not: string }

/** Lays out the ways a name can be written, place by place; see `names/ambiguity`. */
export interface Automaton {
  /** A new place that one of these characters leads to. */
  step(from: readonly number[], characters: Characters): number
  /** The place behind a fixed text. */
  text(from: readonly number[], written: string): number
  /** Lets a place lead to itself. */
  repeat(place: number, characters: Characters): void
}

/** A received name in the middle of being held against parts. */
export interface FoundText {
  /** Folded as the strictness compares. */
  text: string
  strictness: Strictness
  /** Numbers outside their range count as well: they are told apart later. */
  anyRange: boolean
  /** Ends of those of the given texts that begin at an offset. */
  endsOf(texts: readonly string[], at: number): number[]
}

/** Takes a stretch of a name that a field may mean, with what is held against it. */
export type Take = (start: number, end: number, cost: number) => void

/**
 * A type of field that the name itself tells: everything that differs from one type to another.
 *
 * Adding a type is a file with such an object and a line in `fields/index`; nothing else in core asks which type a field is.
 */
export interface FreeField<Rule, O extends Options> extends DeclaredField<Rule, O> {
  /** Written in digits and separators only: such a value can be cut out of any name. */
  digits: boolean
  /** A run of digits that would run into digits behind it. */
  runsOn: boolean
  /** Its value can be told by itself, so that it may be looked for elsewhere in a name. */
  ordered: boolean
  /** How much a rule with it leaves open when one is learnt from examples: nothing, some words, anything. */
  openness: 0 | 1 | 3
  /** End of its value in a name that fits to the letter, or -1; left out where there can be more than one end. */
  straight?(text: string, at: number, rule: Rule, anyRange: boolean): number
  /** Whether under this rule there is one end at most; left out where there always is. */
  isStraight?(rule: Rule): boolean
  /** Every end its value may have from an offset on, the longest first where that matters. */
  ends(found: FoundText, at: number, rule: Rule): number[]
  /** Every stretch of a misspelt name that it may mean; `settled`: its value, where that is known otherwise. */
  take(text: string, rule: Rule, settled: string | undefined, take: Take): void
  /** The value in a stretch, as the rule writes it; `undefined` where it cannot be read. */
  read(actual: string, rule: Rule): string | undefined
  /** How a stretch departs from the rule. `settled`: its value is known otherwise. */
  tell(actual: string, rule: Rule, settled: boolean, strictness: Strictness): DifferenceKind | null
  /** What digits of a name must be told to be, where they may stand for it elsewhere than in its place. */
  kinds?: readonly NumberKind[]
  /** A value of this type that the rule does not allow, in an order that sorts; `undefined` where it is none, or allowed. */
  outside?(actual: string, rule: Rule): string | undefined
  /** What the rule allows, to be told beside a value that it does not; `null`: anything of the type. */
  allowed?(rule: Rule): Allowed | null
  /** How many values the rule allows, where these are few enough to be asked for one by one; `undefined` where any may come. */
  many?(rule: Rule): number | undefined
  /** The only value the rule allows, as it writes it; `undefined` where there are more. */
  only?(rule: Rule): string | undefined
  /** Takes any text: a name that fits by it alone says little, and only whole words of a received name are its value. */
  anyText?: true
  /** Whether one or two letters beside its value are a slip of it, and no word too much. */
  takesStray?(stray: string, touching: string): boolean
  /** Look-up patterns, one for each value and for each uniform way accents are written; `null` where it may be anything. */
  ways(rule: Rule): string[][] | null
  /** Lays out how its value can be written; returns the places behind it. */
  build(rule: Rule, open: readonly number[], automaton: Automaton): number[]
  /** Whether a text that the automaton read is a value. */
  fits(text: string, rule: Rule): boolean
  /** The most characters its value can take; free text without a bound of its own counts as a short one. */
  longest(rule: Rule): number
  /** A value as it might stand in a sample name; `today`: `yyyy-MM-ddTHH:mm`, local time. */
  sample(rule: Rule, today: string): string
  /** A sign for a value not known yet that only this type has. */
  isOpenSign?(actual: string, rule: Rule): boolean
  /** The part of the value that says which saved version it is, and whether such names are milestones. */
  version?(rule: Rule): { milestone: boolean }
  /** The day a value means, `yyyy-MM-dd`, where it tells one. */
  day?(value: string, rule: Rule): string | undefined
  /** The rule moved to another term; `null` where nothing in it tells one. */
  moved?(document: ShapedObject<O>, step: TermStep): ShapedObject<O> | null
}
