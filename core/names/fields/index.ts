/** A template's own field, or how a roster field is written. */
export type FieldRule
  = | { type: 'roster', case: 'as-is' | 'lower' | 'upper' | 'title', spaces: string | null, accents: 'keep' | 'strip' }
    | { type: 'number', digits: number, from: number, to: number }
    | { type: 'version', digits: number, milestone: boolean }
    | { type: 'date', pattern: string, from: string | null, to: string | null }
    | { type: 'choice', values: string[] }
    | { type: 'text', minLength: number, maxLength: number }
