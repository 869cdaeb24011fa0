// JSON Schemas (draft 2020-12) of the brief and of the report, from the tables the readers use: npx tsx scripts/json-schemas.ts
import { writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { FINDING_CODES } from '../core/findings/codes'
import { PROPERTIES } from '../core/formats/properties'
import { FORMATS } from '../core/formats/registry'

type Schema = Record<string, unknown>
const object = (properties: Record<string, Schema>, required: string[] = [], rest: Schema = {}): Schema => ({ type: 'object', properties, required, additionalProperties: false, ...rest })
/** Reports may grow within version 1: unknown keys are let through. */
const growing = (properties: Record<string, Schema>, required: string[]): Schema => ({ type: 'object', properties, required })
const text = (maxLength: number, minLength = 1): Schema => ({ type: 'string', minLength, maxLength })
const whole = (minimum: number, maximum: number): Schema => ({ type: 'integer', minimum, maximum })
const oneOf = (...values: string[]): Schema => ({ enum: values })
const list = (items: Schema, maxItems: number, minItems = 0): Schema => ({ type: 'array', items, minItems, maxItems })
const orNull = (schema: Schema): Schema => ({ anyOf: [schema, { type: 'null' }] })
const flag: Schema = { type: 'boolean' }

const time: Schema = { type: 'string', format: 'date-time', pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}' }
const day: Schema = { type: 'string', format: 'date' }
const duration: Schema = { type: 'string', pattern: '^P(?=.)(?:\\d+D)?(?:T(?=.)(?:\\d+H)?(?:\\d+M)?(?:\\d+S)?)?$' }
const strictness = object({ letterCase: oneOf('exact', 'ignore'), separators: oneOf('exact', 'ignore'), accents: oneOf('exact', 'ignore') })
const scalar: Schema = { type: ['number', 'string', 'boolean'] }
const bound: Schema = { type: ['number', 'string'] }

const FIELDS: Schema[] = [
  object({ type: { const: 'roster' }, case: oneOf('as-is', 'lower', 'upper', 'title'), spaces: text(10, 0), accents: oneOf('keep', 'strip') }, ['type']),
  object({ type: { const: 'number' }, digits: whole(1, 12), from: whole(0, 999_999_999), to: whole(0, 999_999_999) }, ['type']),
  object({ type: { const: 'version' }, digits: whole(1, 12), milestone: flag }, ['type']),
  object({ type: { const: 'date' }, pattern: { type: 'string', pattern: '^(?=.*[yMd])(?:yyyy|yy|MM|dd|HH|mm|[^A-Za-z{}/\\\\])+$' }, from: day, to: day }, ['type', 'pattern']),
  object({ type: { const: 'choice' }, values: list(text(120), 500, 1) }, ['type', 'values']),
  object({ type: { const: 'text' }, minLength: whole(1, 250), maxLength: whole(1, 250) }, ['type']),
]

/** Schema of `*.brief.json`, version 1. What hangs together (fields that templates use, ranges) only the reader can tell. */
export function briefSchema(): Schema {
  const requirement = object({
    id: { type: 'string', pattern: '^[A-Za-z0-9-]{1,60}$' }, title: text(200),
    name: { anyOf: [text(500, 0), list(text(500, 0), 20, 1)] },
    fields: { type: 'object', propertyNames: { minLength: 1, maxLength: 60 }, additionalProperties: { oneOf: FIELDS } },
    formats: list(object({
      id: { enum: FORMATS.map(format => format.id) },
      measured: { type: 'object', propertyNames: { enum: Object.keys(PROPERTIES) }, additionalProperties: object({ from: bound, to: bound, is: scalar, among: list(scalar, 100, 1) }) },
    }, ['id']), 200),
    extensionCase: oneOf('lower', 'upper', 'any'), folder: text(1000, 0),
    count: object({ from: whole(0, 100_000), to: whole(1, 100_000), by: text(60) }),
    size: object({ from: whole(0, Number.MAX_SAFE_INTEGER), to: whole(0, Number.MAX_SAFE_INTEGER) }),
    keep: oneOf('latest', 'first', 'all'), optional: flag, locked: oneOf('refuse', 'accept'),
    companions: list(object({ extension: { type: 'string', pattern: '^[A-Za-z0-9]{1,16}$' }, required: flag }, ['extension']), 20),
    copies: list(text(120), 10), holder: oneOf('person', 'group'), due: time, grace: duration, strictness,
    owedBy: object({ groups: list(text(200), 5000), people: list(text(200), 100_000) }),
  }, ['id'])
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Usitor brief, version 1',
    ...object({
      usitorBrief: { const: 1 }, title: text(200), due: time, zone: { type: 'string' }, grace: duration, holder: oneOf('person', 'group'), strictness,
      ignore: list(text(200), 200), severity: { type: 'object', propertyNames: { enum: FINDING_CODES }, additionalProperties: oneOf('error', 'notice') },
      handouts: list({ type: 'string', pattern: '^[0-9A-Fa-f]{64}$' }, 5000),
      exceptions: list(object({
        for: { ...object({ person: text(200), group: text(200) }), minProperties: 1, maxProperties: 1 }, requirement: text(60), due: time, owed: flag,
      }, ['for']), 10_000),
      requirements: list(requirement, 500, 1),
    }, ['usitorBrief', 'title', 'requirements']),
  }
}

/** Schema of `*.report.json`, version 1. */
export function reportSchema(): Schema {
  const count: Schema = { type: 'integer', minimum: 0 }
  const range: Schema = { type: 'array', items: count, minItems: 2, maxItems: 2 }
  const difference = growing({
    part: { type: 'string' }, kind: oneOf('absent', 'misspelt', 'order', 'separator', 'digits', 'letter-case', 'extra', 'date-order', 'date-range', 'not-allowed', 'other-person'),
    range, expected: { type: 'string' }, actual: { type: 'string' }, edits: { type: 'array', items: growing({ range, expected: { type: 'string' } }, ['range', 'expected']) },
  }, ['part', 'kind', 'range', 'expected', 'actual'])
  const finding = growing({
    code: { enum: FINDING_CODES }, severity: oneOf('error', 'notice'), expected: { type: 'string' }, actual: { type: 'string' }, message: { type: 'string' }, params: { type: 'object' }, cause: { type: 'string' },
    differences: { type: 'array', items: difference },
  }, ['code', 'severity', 'message'])
  const ref = { requirement: { type: 'string' }, holder: { type: 'string' }, n: count }
  const findings: Schema = { type: 'array', items: finding }
  const summary = ['slots', 'right', 'toFix', 'missing', 'waived', 'absent', 'late', 'files', 'unplaced', 'setAside', 'holders', 'holdersComplete', 'holdersOpen', 'holdersWithNothing']
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Usitor report, version 1',
    ...growing({
      usitorReport: { const: 1 }, brief: { type: 'string' }, checkedAt: time,
      roots: { type: 'array', items: growing({ name: { type: 'string' }, wrapper: orNull({ type: 'string' }), prefix: orNull({ type: 'string' }), own: { type: 'string' }, replaced: { type: 'string' } }, ['name', 'wrapper', 'prefix']) },
      summary: growing(Object.fromEntries(summary.map(key => [key, count])), summary),
      slots: {
        type: 'array', items: growing({
          ...ref, status: oneOf('right', 'to-fix', 'missing', 'waived', 'absent'), late: flag,
          expected: growing({ folder: orNull({ type: 'string' }), name: orNull({ type: 'string' }), extensions: { type: 'array', items: { type: 'string' } } }, ['folder', 'name', 'extensions']),
          files: { type: 'array', items: { type: 'string' } }, candidates: { type: 'array', items: { type: 'string' } }, findings,
        }, ['requirement', 'holder', 'status', 'late', 'expected', 'files', 'candidates', 'findings']),
      },
      files: {
        type: 'array', items: growing({
          root: { type: 'string' }, path: { type: 'string' }, container: { type: 'array', items: { type: 'string' } }, size: count, sha256: orNull({ type: 'string', pattern: '^[0-9a-f]{64}$' }),
          receivedAt: orNull(time), receivedAtFrom: oneOf('server', 'stated', 'modified', 'unknown'),
          role: oneOf('placed', 'unplaced', 'superseded', 'duplicate', 'copy', 'companion', 'surplus', 'set-aside', 'clutter', 'backup', 'ignored'),
          slot: orNull(growing(ref, ['requirement', 'holder'])), confidence: orNull({ type: 'number', minimum: 0, maximum: 1 }), evidence: { type: 'array', items: { type: 'string' } },
          candidates: { type: 'array', items: growing(ref, ['requirement', 'holder']) },
          format: growing({
            id: { type: 'string' }, mediaType: orNull({ type: 'string' }), version: orNull({ type: 'string' }), state: oneOf('ok', 'empty', 'damaged', 'locked', 'restricted', 'unread'),
            verified: oneOf('signature', 'structure', 'checksum'), props: { type: 'object', additionalProperties: scalar },
          }, ['id', 'mediaType', 'version', 'state', 'verified', 'props']),
          findings, correctedPath: orNull({ type: 'string' }), rightPath: { type: 'string' },
        }, ['root', 'path', 'size', 'sha256', 'receivedAt', 'role', 'slot', 'findings', 'correctedPath']),
      },
    }, ['usitorReport', 'brief', 'checkedAt', 'roots', 'summary', 'slots', 'files']),
  }
}

export const asFile = (schema: Schema): string => `${JSON.stringify(schema, null, 2)}\n`

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  writeFileSync('docs/brief.schema.json', asFile(briefSchema()))
  writeFileSync('docs/report.schema.json', asFile(reportSchema()))
}
