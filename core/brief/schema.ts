import * as yup from 'yup'
import { FINDING_CODES } from '../findings/codes'
import { formatById } from '../formats/registry'
import { PROPERTIES } from '../formats/properties'
import { DATE_LETTERS } from '../names/date'
import { ownOf } from '../text/own'
import { showValue } from '../text/show'

/** A value that must pass a test; the message says what was found and what is allowed. */
function value(allowed: string, test: (found: unknown) => boolean) {
  return yup.mixed().test({
    test(found) {
      return found === undefined || test(found) || this.createError({ message: `${showValue(found)} is not ${allowed}` })
    },
  })
}

const whole = (from: number, to: number) =>
  value(`a whole number from ${from} to ${to}`, found => Number.isInteger(found) && Number(found) >= from && Number(found) <= to)
const text = (most: number, least = 1) =>
  value(`text of ${least} to ${most} characters`, found => typeof found === 'string' && found.length >= least && found.length <= most)
const oneOf = (...allowed: string[]) =>
  value(`one of ${allowed.map(one => `"${one}"`).join(', ')}`, found => typeof found === 'string' && allowed.includes(found))
const pattern = (allowed: string, test: RegExp) => value(allowed, found => typeof found === 'string' && test.test(found))
const flag = () => value('true or false', found => typeof found === 'boolean')

/** An object with these keys only; an unknown one is an error that names the allowed ones. */
function object(keys: Record<string, yup.AnySchema>) {
  return value('an object', isPlainObject).test({
    test(found) {
      if (!isPlainObject(found)) return true
      const unknown = Object.keys(found).find(key => !Object.hasOwn(keys, key))
      if (unknown === undefined) return true
      return this.createError({ path: join(this.path, unknown), message: `unknown key; allowed are ${Object.keys(keys).join(', ')}` })
    },
  }).test({
    async test(found) {
      if (!isPlainObject(found)) return true
      return collect(Object.entries(keys).map(([key, schema]) => [join(this.path, key), schema, ownOf(found, key)] as const), this)
    },
  })
}

/** An object whose keys are free, each value after one schema; `keyTest` says what is wrong with a key. */
function map(keyTest: (key: string) => string | null, schema: (key: string) => yup.AnySchema) {
  return value('an object', isPlainObject).test({
    async test(found) {
      if (!isPlainObject(found)) return true
      for (const key of Object.keys(found)) {
        const wrong = keyTest(key)
        if (wrong) return this.createError({ path: join(this.path, key), message: wrong })
      }
      return collect(Object.entries(found).map(([key, one]) => [join(this.path, key), schema(key), one] as const), this)
    },
  })
}

function list(most: number, schema: yup.AnySchema, least = 0) {
  return value(`a list of ${least} to ${most}`, found => Array.isArray(found) && found.length <= most && found.length >= least).test({
    async test(found) {
      if (!Array.isArray(found) || found.length > most) return true
      return collect(found.map((one, index) => [`${this.path}[${index}]`, schema, one] as const), this)
    },
  })
}

const needed = (schema: yup.AnySchema) => schema.test({
  test(found) {
    return found !== undefined || this.createError({ message: 'is missing' })
  },
})

/** Runs every part's schema and hands on all errors together, so that one pass shows all there is to mend. */
async function collect(parts: (readonly [path: string, schema: yup.AnySchema, found: unknown])[], context: yup.TestContext) {
  const errors: yup.ValidationError[] = []
  for (const [path, schema, found] of parts) {
    try {
      await schema.validate(found, { abortEarly: false, strict: true, path } as yup.ValidateOptions)
    }
    catch (error) {
      if (!(error instanceof yup.ValidationError)) throw error
      errors.push(error)
    }
  }
  if (errors.length === 0) return true
  const error = new yup.ValidationError(errors, undefined, context.path)
  return error
}

function join(path: string, key: string): string {
  return path ? `${path}.${key}` : key
}

function isPlainObject(found: unknown): found is Record<string, unknown> {
  return typeof found === 'object' && found !== null && !Array.isArray(found)
}

const time = pattern('a time such as 2026-10-16T15:30:00+02:00', /^\d{4}-(?:0\d|1[0-2])-(?:[0-2]\d|3[01])T(?:[01]\d|2[0-3]):[0-5]\d(?::[0-5]\d(?:\.\d+)?)?(?:Z|[+-](?:[01]\d|2[0-3]):[0-5]\d)$/)
const day = pattern('a date such as 2026-10-16', /^\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])$/)
const duration = pattern('a duration such as PT10M or P1DT2H', /^P(?=.)(?:\d+D)?(?:T(?=.)(?:\d+H)?(?:\d+M)?(?:\d+S)?)?$/)
const strictness = object({
  letterCase: oneOf('exact', 'ignore'), separators: oneOf('exact', 'ignore'), accents: oneOf('exact', 'ignore'),
})

const FIELD_OPTIONS: Record<string, Record<string, yup.AnySchema>> = {
  roster: { case: oneOf('as-is', 'lower', 'upper', 'title'), spaces: text(10, 0), accents: oneOf('keep', 'strip') },
  number: { digits: whole(1, 12), from: whole(0, 999_999_999), to: whole(0, 999_999_999) },
  version: { digits: whole(1, 12), milestone: flag() },
  date: {
    pattern: needed(pattern(`a date pattern of ${DATE_LETTERS.join(' ')} and separators`, new RegExp(`^(?=.*[yMd])(?:${DATE_LETTERS.join('|')}|[^A-Za-z{}/\\\\])+$`))),
    from: day, to: day,
  },
  choice: { values: needed(list(500, text(120), 1)) },
  text: { minLength: whole(1, 250), maxLength: whole(1, 250) },
}
const FIELD_TYPES = Object.keys(FIELD_OPTIONS)

const field = yup.lazy((found: unknown) => {
  const type = isPlainObject(found) ? ownOf(found, 'type') : undefined
  const options = typeof type === 'string' ? ownOf(FIELD_OPTIONS, type) : undefined
  return object({ type: needed(oneOf(...FIELD_TYPES)), ...(options ?? Object.assign({}, ...Object.values(FIELD_OPTIONS))) })
}) as unknown as yup.AnySchema

const bound = value('a number or text', found => typeof found === 'number' || typeof found === 'string')
const scalar = value('a number, text, true or false', found => ['number', 'string', 'boolean'].includes(typeof found))
const condition = object({ from: bound, to: bound, is: scalar, among: list(100, scalar, 1) })
const measured = map(key => (Object.hasOwn(PROPERTIES, key) ? null : `unknown property; known are ${Object.keys(PROPERTIES).join(', ')}`), () => condition)

const requirement = object({
  id: needed(pattern('an id of letters, digits and -', /^[A-Za-z0-9-]{1,60}$/)),
  title: text(200),
  name: value('a template or a list of templates', found => typeof found === 'string' || (Array.isArray(found) && found.length > 0 && found.length <= 20 && found.every(one => typeof one === 'string' && one.length <= 500))),
  fields: map(key => (/^[\p{L}\p{N}_ .-]{1,60}$/u.test(key) ? null : 'a field name is 1 to 60 letters, digits, spaces, _ . -'), () => field),
  formats: list(200, object({
    id: needed(value('a known format id', found => typeof found === 'string' && formatById(found) !== undefined)),
    measured,
  })),
  extensionCase: oneOf('lower', 'upper', 'any'),
  folder: value('a folder template', found => typeof found === 'string' && found.length <= 1000),
  count: object({ from: whole(0, 100_000), to: whole(1, 100_000), by: text(60) }),
  size: object({ from: whole(0, Number.MAX_SAFE_INTEGER), to: whole(0, Number.MAX_SAFE_INTEGER) }),
  keep: oneOf('latest', 'first', 'all'),
  optional: flag(),
  locked: oneOf('refuse', 'accept'),
  companions: list(20, object({ extension: needed(pattern('an extension without dot', /^[A-Za-z0-9]{1,16}$/)), required: flag() })),
  copies: list(10, text(120)),
  holder: oneOf('person', 'group'),
  due: time,
  grace: duration,
  strictness,
  owedBy: object({ groups: list(5000, text(200)), people: list(100_000, text(200)) }),
})

/** The brief document, version 1, as it stands in a file: keys, types and bounds. What hangs together is held to in `readBrief`. */
export const briefSchema = object({
  usitorBrief: needed(value('1, the only version this reader knows', found => found === 1)),
  title: needed(text(200)),
  due: time,
  zone: pattern('a time zone such as Europe/Lisbon', /^[A-Za-z_+-]+(?:\/[A-Za-z0-9_+-]+){0,2}$/),
  grace: duration,
  holder: oneOf('person', 'group'),
  strictness,
  ignore: list(200, text(200)),
  severity: map(key => ((FINDING_CODES as readonly string[]).includes(key) ? null : `unknown finding code; known are ${FINDING_CODES.join(', ')}`), () => oneOf('error', 'notice')),
  handouts: list(5000, pattern('a SHA-256 in hexadecimal', /^[0-9a-f]{64}$/i)),
  exceptions: list(10_000, object({
    for: needed(object({ person: text(200), group: text(200) })),
    requirement: text(60),
    due: time,
    owed: flag(),
  })),
  requirements: needed(list(500, requirement, 1)),
})
