import { isRealDay } from '../text/calendar'
import * as yup from 'yup'
import { editDistance } from '../text/distance'
import { ownOf } from '../text/own'
import { showValue } from '../text/show'

/** A JSON Schema (draft 2020-12), or a part of one. */
export type JsonSchema = Record<string, unknown>

/**
 * What a value in a document must be, stated once: how it is validated, how it stands in the published JSON Schema, and its type.
 */
export interface Shape<T, Needed extends boolean = false> {
  yup: yup.AnySchema
  json: JsonSchema
  needed: Needed
  /** For the compiler alone: never set. */
  type?: T
}

type AnyShape = Shape<unknown, boolean>
type Shapes = Record<string, AnyShape>
type NeededKeys<S extends Shapes> = { [K in keyof S]: S[K]['needed'] extends true ? K : never }[keyof S]
type Flat<T> = { [K in keyof T]: T[K] }

/** The type of a document that has a shape. */
export type Shaped<S> = S extends Shape<infer T, boolean> ? T : never
export type ShapedObject<S extends Shapes> = Flat<
  & { [K in NeededKeys<S>]: Shaped<S[K]> }
  & { [K in Exclude<keyof S, NeededKeys<S>>]?: Shaped<S[K]> }
>

/** What may have been meant by a value that is not allowed: what to write instead, or nothing. */
export type Hint = (found: unknown) => string | undefined

/** A value that must pass a test; the message says what was found, what is allowed, and what may have been meant. */
function value<T>(allowed: string, json: JsonSchema, test: (found: unknown) => boolean, hint?: Hint): Shape<T> {
  const schema = yup.mixed().test({
    test(value) {
      if (value === undefined || test(value)) return true
      const meant = hint?.(value)
      return this.createError({ message: `${showValue(value)} is not ${allowed}${meant === undefined ? '' : `; ${meant}`}` })
    },
  })
  return { yup: schema, json, needed: false }
}

/** A number or truth value in quotation marks. */
const unquoted: Hint = found => (typeof found === 'string' && /^(?:\d+|true|false)$/.test(found.trim()) ? `write ${found.trim()}, without quotation marks` : undefined)

export const whole = (from: number, to: number, hint: Hint = unquoted): Shape<number> =>
  value(`a whole number from ${from} to ${to}`, { type: 'integer', minimum: from, maximum: to },
    found => Number.isInteger(found) && Number(found) >= from && Number(found) <= to, hint)

export const text = (most: number, least = 1): Shape<string> =>
  value(`text of ${least} to ${most} characters`, { type: 'string', minLength: least, maxLength: most },
    found => typeof found === 'string' && found.length >= least && found.length <= most)

export const oneOf = <const T extends string>(...allowed: readonly T[]): Shape<T> =>
  value(
    `one of ${allowed.map(one => `"${one}"`).join(', ')}`, { enum: allowed },
    found => typeof found === 'string' && (allowed as readonly string[]).includes(found),
    (found) => {
      const meant = typeof found === 'string' ? nearest(found, allowed) : undefined
      return meant === undefined ? undefined : `did you mean "${meant}"?`
    },
  )

/** Exactly one value. */
export const exactly = <const T extends number | string>(only: T, allowed: string): Shape<T> => value(
  allowed, { const: only }, found => found === only,
)

/** Text that an expression takes. The published pattern may be plainer than the one held to. */
export const pattern = (allowed: string, test: RegExp, json: JsonSchema = { pattern: test.source }, hint?: Hint): Shape<string> =>
  value(allowed, { type: 'string', ...json }, found => typeof found === 'string' && test.test(found), hint)

export const flag = (): Shape<boolean> => value(
  'true or false', { type: 'boolean' }, found => typeof found === 'boolean',
  found => (typeof found === 'string' ? `write ${/^(?:true|y|j|oui|s[iíì]|1)/i.test(found.trim()) ? 'true' : 'false'}, without quotation marks` : undefined),
)

export const bound = (): Shape<number | string> => value(
  'a number or text', { type: ['number', 'string'] }, found => typeof found === 'number' || typeof found === 'string',
)

export const scalar = (): Shape<number | string | boolean> =>
  value('a number, text, true or false', { type: ['number', 'string', 'boolean'] }, found => ['number', 'string', 'boolean'].includes(typeof found))

/** A value some other table knows. */
export const known = <T extends string>(
  allowed: string, values: readonly string[], test: (found: string) => boolean, hint?: Hint,
): Shape<T> => value(allowed, { enum: values }, found => typeof found === 'string' && test(found), hint)

/** One text, or a list of them. */
export const oneOrMore = (allowed: string, most: number, longest: number): Shape<string | string[]> => value(
  allowed,
  { anyOf: [text(longest, 0).json, { type: 'array', items: text(longest, 0).json, minItems: 1, maxItems: most }] },
  (value) => {
    const texts: unknown[] = Array.isArray(value) ? value : [value]
    return texts.length > 0 && texts.length <= most && texts.every(one => typeof one === 'string' && one.length <= longest)
  },
)

/** A value in short as a text, or told whole as an object. */
export function either<A, B>(short: Shape<A>, whole: Shape<B>): Shape<A | B> {
  const schema = yup.lazy((value: unknown) => (isPlainObject(value) ? whole.yup : short.yup)) as unknown as yup.AnySchema
  return { yup: schema, json: { anyOf: [short.json, whole.json] }, needed: false }
}

/** A value, or said to be none. */
export function orNull<T>(shape: Shape<T>): Shape<T | null> {
  const schema = yup.mixed().nullable().test({
    test(value) {
      if (value === undefined || value === null) return true
      try {
        shape.yup.validateSync(value, { strict: true })
        return true
      }
      catch (error) {
        return this.createError({ message: error instanceof yup.ValidationError ? error.errors[0] ?? error.message : String(error) })
      }
    },
  })
  return { yup: schema, json: { anyOf: [shape.json, { type: 'null' }] }, needed: false }
}

/** A shape that must be there. */
export function needed<T>(shape: Shape<T>, example?: string): Shape<T, true> {
  const schema = shape.yup.test({
    test(value) {
      return value !== undefined || this.createError({ message: example === undefined ? 'is missing' : `is missing; write ${example}` })
    },
  })
  return { ...shape, yup: schema, needed: true }
}

/** How an object is written, where another value stands: an example, made from what was found where that helps. */
type Example = string | ((found: unknown) => string)

const writtenAs = (example: Example | undefined): Hint | undefined => (example === undefined
  ? undefined
  : found => `write ${typeof example === 'string' ? example : example(found)}`)

/**
 * An object with these keys only; an unknown one is an error that names the allowed ones.
 *
 * @param example - how it is written
 * @param synonyms - keys people write for others
 */
export function object<const S extends Shapes>(
  keys: S, json: JsonSchema = {}, example?: Example, synonyms: Readonly<Record<string, string>> = {},
): Shape<ShapedObject<S>> {
  const base = value<ShapedObject<S>>('an object', {}, isPlainObject, writtenAs(example))
  const schema = base.yup.test({
    test(value) {
      if (!isPlainObject(value)) return true
      const unknown = Object.keys(value).find(key => !Object.hasOwn(keys, key))
      if (unknown === undefined) return true
      const meant = ownOf(synonyms, unknown) ?? nearest(unknown, Object.keys(keys))
      const instead = meant === undefined || meant in value ? '' : `did you mean "${meant}"? `
      return this.createError({ path: join(this.path, unknown), message: `unknown key; ${instead}allowed are ${Object.keys(keys).join(', ')}` })
    },
  }).test({
    async test(value) {
      if (!isPlainObject(value)) return true
      return collect(Object.entries(keys).map(([key, shape]) => [join(this.path, key), shape.yup, ownOf(value, key)] as const), this)
    },
  })
  const required = Object.entries(keys).filter(([, shape]) => shape.needed).map(([key]) => key)
  const properties = Object.fromEntries(Object.entries(keys).map(([key, shape]) => [key, shape.json]))
  return { yup: schema, json: { type: 'object', properties, required, additionalProperties: false, ...json }, needed: false }
}

/** An object whose keys are free, each value of one shape; `keyTest` says what is wrong with a key. */
export function map<T>(keyTest: (key: string) => string | null, shape: Shape<T>, propertyNames: JsonSchema): Shape<Record<string, T>> {
  const schema = value<Record<string, T>>('an object', {}, isPlainObject).yup.test({
    async test(value) {
      if (!isPlainObject(value)) return true
      for (const key of Object.keys(value)) {
        const wrong = keyTest(key)
        if (wrong) return this.createError({ path: join(this.path, key), message: wrong })
      }
      return collect(Object.entries(value).map(([key, one]) => [join(this.path, key), shape.yup, one] as const), this)
    },
  })
  return { yup: schema, json: { type: 'object', propertyNames, additionalProperties: shape.json }, needed: false }
}

export function list<T>(most: number, shape: Shape<T, boolean>, least = 0, example?: Example): Shape<T[]> {
  const base = value<T[]>('a list', {}, Array.isArray, writtenAs(example))
  const schema = base.yup.test({
    test(value) {
      if (!Array.isArray(value) || (value.length <= most && value.length >= least)) return true
      const bounds = value.length > most ? `at most ${most}` : `at least ${least}`
      return this.createError({ message: `the list has ${value.length === 0 ? 'no entry' : `${value.length} entries`}; allowed are ${bounds}` })
    },
  }).test({
    async test(value) {
      if (!Array.isArray(value) || value.length > most) return true
      return collect(value.map((one, index) => [`${this.path}[${index}]`, shape.yup, one] as const), this)
    },
  })
  return { yup: schema, json: { type: 'array', items: shape.json, minItems: least, maxItems: most }, needed: false }
}

/**
 * An object of one of several kinds, told by its `type`; where that is none of them, every kind's keys are let through so that
 * the one wrong thing said is the type.
 */
type Variant<S extends Record<string, Shapes>> = { [K in keyof S & string]: { type: K } & ShapedObject<S[K]> }[keyof S & string]

export function variants<const S extends Record<string, Shapes>>(kinds: S): Shape<Variant<S>> {
  const type = needed(oneOf(...Object.keys(kinds)))
  const shapes = Object.fromEntries(Object.entries(kinds).map(([kind, keys]) => [kind, object({ type, ...keys })]))
  const any = object({ type, ...Object.assign({}, ...Object.values(kinds)) as Shapes })
  const schema = yup.lazy((value: unknown) => {
    const kind = isPlainObject(value) ? ownOf(value, 'type') : undefined
    return ((typeof kind === 'string' ? ownOf(shapes, kind) : undefined) ?? any).yup
  }) as unknown as yup.AnySchema
  const json = Object.entries(kinds).map(([kind, keys]) => object({ type: { ...type, json: { const: kind } }, ...keys }).json)
  return { yup: schema, json: { oneOf: json }, needed: false }
}

/** Runs every part's schema and hands on all errors together, so that one pass shows all there is to mend. */
async function collect(parts: (readonly [path: string, schema: yup.AnySchema, found: unknown])[], context: yup.TestContext) {
  const errors: yup.ValidationError[] = []
  for (const [path, schema, value] of parts) {
    try {
      await schema.validate(value, { abortEarly: false, strict: true, path } as yup.ValidateOptions)
    }
    catch (error) {
      if (!(error instanceof yup.ValidationError)) throw error
      errors.push(error)
    }
  }
  if (errors.length === 0) return true
  return new yup.ValidationError(errors, undefined, context.path)
}

/** The allowed word that lies nearest to a mistyped one. */
function nearest(found: string, allowed: readonly string[]): string | undefined {
  const word = found.toLowerCase()
  const [best] = allowed.map(one => ({ one, distance: editDistance(word, one.toLowerCase(), 2) }))
    .filter(({ one, distance }) => distance <= Math.min(2, one.length / 3)).sort((a, b) => a.distance - b.distance)
  return best?.one
}

function join(path: string, key: string): string {
  return path ? `${path}.${key}` : key
}

function isPlainObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

/** A date that is in the calendar: 31 February has the form of one. */
const inCalendar = (shape: Shape<string>): Shape<string> => ({
  ...shape,
  yup: (shape.yup as yup.MixedSchema).test({
    test(value: unknown) {
      if (typeof value !== 'string' || !/^\d{4}-\d{2}-\d{2}/.test(value) || isRealDay(value)) return true
      return this.createError({ message: `${showValue(value)} is no day of the calendar` })
    },
  }),
})

/** A time as people write it, as it has to be written. */
const meantTime: Hint = (found) => {
  const [, year, month, day, y2, m2, d2, hour = '23', minute = '59'] = typeof found === 'string'
    ? /^(?:(\d{4})-(\d\d?)-(\d\d?)|(?:(\d\d?)\.(\d\d?)\.(\d{4})))(?:[T, ]+(\d\d?):(\d\d)(?::\d\d)?)?$/.exec(found.trim()) ?? []
    : []
  // day first where dots part it
  const date = year === undefined ? [d2, m2, y2] : [year, month, day]
  if (date.some(one => one === undefined)) return undefined
  const two = (part = '') => part.padStart(2, '0')
  return `write ${date[0]}-${two(date[1])}-${two(date[2])}T${two(hour)}:${minute}:00 and the offset of your zone behind it, such as +01:00`
}

/** A duration in words, as it has to be written. */
const meantDuration: Hint = (found) => {
  const match = typeof found === 'string' || typeof found === 'number' ? /^(\d+)\s*([a-z]*)\.?$/i.exec(String(found).trim()) : null
  if (!match) return undefined
  const units = [['d', 'P#D'], ['t', 'P#D'], ['h', 'PT#H'], ['s', 'PT#S']] as const
  const unit = units.find(([first]) => match[2]?.toLowerCase().startsWith(first))?.[1] ?? 'PT#M'
  return `write ${unit.replace('#', match[1] ?? '')}`
}

/** A point in time with its offset (RFC 3339). */
export const time = (): Shape<string> => inCalendar(pattern(
  'a time such as 2026-10-16T15:30:00+02:00',
  /^\d{4}-(?:0\d|1[0-2])-(?:[0-2]\d|3[01])T(?:[01]\d|2[0-3]):[0-5]\d(?::[0-5]\d(?:\.\d+)?)?(?:Z|[+-](?:[01]\d|2[0-3]):[0-5]\d)$/,
  { format: 'date-time', pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}' }, meantTime,
))

/** A calendar day. */
export const day = (): Shape<string> => inCalendar(pattern('a date such as 2026-10-16', /^\d{4}-\d{2}-\d{2}$/, { format: 'date' }))

/** A duration in days, hours, minutes and seconds (ISO 8601, limited). */
export const duration = (): Shape<string> => pattern(
  'a duration such as PT10M or P1DT2H', /^P(?=.)(?:\d+D)?(?:T(?=.)(?:\d+H)?(?:\d+M)?(?:\d+S)?)?$/, undefined, meantDuration,
)
