/** One stretch of a received name that is not as its part asks: what stands there, and what belongs there. */
export interface Edit { range: [start: number, end: number], expected: string }

export type DifferenceKind
  = 'absent' | 'misspelt' | 'order' | 'separator' | 'digits' | 'letter-case' | 'extra' | 'date-order' | 'date-range' | 'not-allowed' | 'other-person'

/** What a value may be: between two, as the field writes them, or one of some, each with what it means where that is told. */
export type Allowed = { from: string | null, to: string | null } | { values: { value: string, meaning?: string }[] }

/** How one part of a name departs from what was asked. */
export interface Difference {
  /** Field name, `literal`, or for folders `level 1` … */
  part: string
  /** What the list itself calls the column, where it has a word of its own. */
  label?: string
  kind: DifferenceKind
  /** UTF-16 offsets in the received name. */
  range: [start: number, end: number]
  expected: string
  actual: string
  /** Inside the range, which letters: what stands there, and what belongs there. */
  edits?: Edit[]
  /** What would have been allowed, where the value is a real one that is not. */
  allowed?: Allowed
}
