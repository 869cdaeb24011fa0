// JSON Schemas (draft 2020-12) of brief, report and receipt, from the tables the readers use: npx tsx scripts/json-schemas.ts
import { writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { FINDING_CODES } from '../core/findings/codes'
import { briefShape } from '../core/brief/document'
import { receiptShape } from '../core/receipts/receipt'
import type { JsonSchema } from '../core/shapes/shape'
import { scalar, time } from '../core/shapes/shape'

type Schema = JsonSchema
/** Reports may grow within version 1: unknown keys are let through. */
const growing = (properties: Record<string, Schema>, required: string[]): Schema => ({ type: 'object', properties, required })
const oneOf = (...values: string[]): Schema => ({ enum: values })
const orNull = (schema: Schema): Schema => ({ anyOf: [schema, { type: 'null' }] })
const flag: Schema = { type: 'boolean' }
const { json: moment } = time()
const { json: scalarValue } = scalar()

/** Schema of `*.brief.json`, version 1. What hangs together (fields that templates use, ranges) only the reader can tell. */
export function briefSchema(): Schema {
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Usitor brief, version 1', ...briefShape.json }
}

/** Schema of `*.report.json`, version 1. */
export function reportSchema(): Schema {
  const count: Schema = { type: 'integer', minimum: 0 }
  const range: Schema = { type: 'array', items: count, minItems: 2, maxItems: 2 }
  const difference = growing({
    part: { type: 'string' }, label: { type: 'string' }, kind: oneOf(
      'absent', 'misspelt', 'order', 'separator', 'digits', 'letter-case', 'extra', 'date-order', 'date-range', 'not-allowed',
      'other-person',
    ),
    range, expected: { type: 'string' }, actual: { type: 'string' },
    edits: { type: 'array', items: growing({ range, expected: { type: 'string' } }, ['range', 'expected']) },
  }, ['part', 'kind', 'range', 'expected', 'actual'])
  const finding = growing({
    code: { enum: FINDING_CODES }, severity: oneOf('error', 'notice'), expected: { type: 'string' }, actual: { type: 'string' },
    message: { type: 'string' }, params: { type: 'object' }, cause: { type: 'string' },
    differences: { type: 'array', items: difference },
  }, ['code', 'severity', 'message'])
  const ref = { requirement: { type: 'string' }, holder: { type: 'string' }, n: count }
  const findings: Schema = { type: 'array', items: finding }
  const summary = [
    'slots', 'right', 'toFix', 'missing', 'waived', 'absent', 'late', 'files', 'unplaced', 'setAside', 'holders',
    'holdersComplete', 'holdersOpen', 'holdersWithNothing',
  ]
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Usitor report, version 1',
    ...growing({
      usitorReport: { const: 1 }, brief: { type: 'string' }, checkedAt: moment,
      roots: { type: 'array', items: growing({
        name: { type: 'string' }, wrapper: orNull({ type: 'string' }), prefix: orNull({ type: 'string' }),
        own: { type: 'string' }, replaced: { type: 'string' },
      }, ['name', 'wrapper', 'prefix']) },
      summary: growing(Object.fromEntries(summary.map(key => [key, count])), summary),
      slots: {
        type: 'array', items: growing({
          ...ref, status: oneOf('right', 'to-fix', 'missing', 'waived', 'absent'), late: flag,
          expected: growing(
            { folder: orNull({ type: 'string' }), name: orNull({ type: 'string' }), extensions: { type: 'array', items: { type: 'string' } } },
            ['folder', 'name', 'extensions'],
          ),
          files: { type: 'array', items: { type: 'string' } }, candidates: { type: 'array', items: { type: 'string' } }, findings,
        }, ['requirement', 'holder', 'status', 'late', 'expected', 'files', 'candidates', 'findings']),
      },
      files: {
        type: 'array', items: growing({
          root: { type: 'string' }, path: { type: 'string' }, container: { type: 'array', items: { type: 'string' } },
          size: count, sha256: orNull({ type: 'string', pattern: '^[0-9a-f]{64}$' }),
          receivedAt: orNull(moment), receivedAtFrom: oneOf('server', 'stated', 'modified', 'unknown'),
          role: oneOf('placed', 'unplaced', 'superseded', 'duplicate', 'copy', 'companion', 'surplus', 'set-aside', 'clutter', 'backup', 'ignored'),
          slot: orNull(growing(ref, ['requirement', 'holder'])), confidence: orNull({ type: 'number', minimum: 0, maximum: 1 }),
          evidence: { type: 'array', items: { type: 'string' } },
          candidates: { type: 'array', items: growing(ref, ['requirement', 'holder']) },
          format: growing({
            id: { type: 'string' }, mediaType: orNull({ type: 'string' }), version: orNull({ type: 'string' }),
            state: oneOf('ok', 'empty', 'damaged', 'locked', 'restricted', 'unread'),
            verified: oneOf('signature', 'structure', 'checksum'), props: { type: 'object', additionalProperties: scalarValue },
          }, ['id', 'mediaType', 'version', 'state', 'verified', 'props']),
          findings, correctedPath: orNull({ type: 'string' }), rightPath: { type: 'string' },
          handedInBy: { type: 'string' }, sentAs: { type: 'string' },
        }, ['root', 'path', 'size', 'sha256', 'receivedAt', 'role', 'slot', 'findings', 'correctedPath']),
      },
    }, ['usitorReport', 'brief', 'checkedAt', 'roots', 'summary', 'slots', 'files']),
  }
}

/** Schema of `*.receipt.json`, version 1. */
export function receiptSchema(): Schema {
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Usitor receipt, version 1', ...receiptShape.json }
}

export const asFile = (schema: Schema): string => `${JSON.stringify(schema, null, 2)}\n`

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  writeFileSync('docs/brief.schema.json', asFile(briefSchema()))
  writeFileSync('docs/report.schema.json', asFile(reportSchema()))
  writeFileSync('docs/receipt.schema.json', asFile(receiptSchema()))
}
