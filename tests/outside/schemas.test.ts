import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { Ajv2020 } from 'ajv/dist/2020'
import addFormats from 'ajv-formats'
import { describe, expect, test } from 'vitest'
import type { BriefDocument } from '../../core/brief/document'
import { briefShape } from '../../core/brief/document'
import { readBrief } from '../../core/brief/read'
import { check } from '../../core/checking/check'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import { reportDocument } from '../../core/reporting/document'
import { readRoster, readTable } from '../../core/roster/read'
import { startFrom, STARTING_POINTS } from '../../core/rules/starting-points'
import { rosterCsv } from '../../demo/people'
import { buildRadioSeason } from '../../demo/radio-season'
import { buildShoreSurvey } from '../../demo/shore-survey'
import { asFile, briefSchema, receiptSchema, reportSchema } from '../../scripts/json-schemas'

const ajv = new Ajv2020({ strict: false, allErrors: true })
addFormats.default(ajv)
const isBrief = ajv.compile(briefSchema())
const isReport = ajv.compile(reportSchema())
const worlds = [await buildShoreSurvey(4), await buildRadioSeason(4)]

// JSON Schema 2020-12, by an independent validator (ajv)
describe('published schemas', () => {
  test('stand in docs as the tables make them', () => {
    expect(readFileSync('docs/brief.schema.json', 'utf8')).toBe(asFile(briefSchema()))
    expect(readFileSync('docs/report.schema.json', 'utf8')).toBe(asFile(reportSchema()))
    expect(readFileSync('docs/receipt.schema.json', 'utf8')).toBe(asFile(receiptSchema()))
  })

  test.each(worlds.map(world => [world.key, world] as const))('%s: brief and report fit', async (_, world) => {
    expect(isBrief(world.document), ajv.errorsText(isBrief.errors)).toBe(true)
    const { roster } = readRoster(readTable(new TextEncoder().encode(rosterCsv(world.people))))
    const received = await Promise.all(world.files.map(async ({ path, bytes, modified }) => ({
      root: world.root, path, size: bytes.length, sha256: 'a'.repeat(64), receivedAt: modified,
      receivedAtFrom: 'modified' as const, reading: await readBytes(sourceFromBytes(bytes)),
    })))
    const report = check({ brief: await readBrief(world.document), roster, received, checkedAt: 0 })
    expect(isReport(JSON.parse(JSON.stringify(reportDocument(report)))), ajv.errorsText(isReport.errors)).toBe(true)
  })

  test.each(STARTING_POINTS.map(point => [point.key, point] as const))('the starting point %s fits', (_, point) => {
    expect(isBrief({ usitorBrief: 1, title: 't', requirements: [startFrom(point, 'piece', 'Piece')] }), ajv.errorsText(isBrief.errors)).toBe(true)
  })

  test.each<[string, (brief: Record<string, unknown>) => void]>([
    ['an unknown key', brief => (brief.colour = 'red')], ['another version', brief => (brief.usitorBrief = 2)],
    ['no requirement', brief => (brief.requirements = [])], ['a month as duration', brief => (brief.grace = 'P1M')],
    ['an unknown format', brief => (brief.requirements = [{ id: 'a', formats: [{ id: 'jpgg' }] }])],
    ['a field without its pattern', brief => (brief.requirements = [{ id: 'a', fields: { d: { type: 'date' } } }])],
    ['a number of no digits', brief => (brief.requirements = [{ id: 'a', fields: { n: { type: 'number', digits: 0 } } }])], [
      'an unknown code', brief => (brief.severity = { 'name.odd': 'error' }),
    ], ['an exception for two', brief => (brief.exceptions = [{ for: { person: 'a', group: 'b' } }])],
  ])('schema and reader refuse %s alike', async (_, change) => {
    const brief = structuredClone(worlds[0]?.document) as BriefDocument & Record<string, unknown>
    change(brief)
    expect(isBrief(brief)).toBe(false)
    await expect(readBrief(brief)).rejects.toThrow()
  })
})

/** A place in a document: the object or list that holds it, and its key there. */
type Place = [holder: Record<string, unknown>, key: string]

function placesOf(value: unknown): Place[] {
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, inner]): Place[] => [[value as Record<string, unknown>, key], ...placesOf(inner)])
}

const ODD: unknown[] = [
  null, true, -1, 0, 0.5, 1e9, '', 'x'.repeat(5000), 'constructor', '2026-02-31', [], ['a'], [1], {}, { constructor: 1 },
  { toString: 'a' },
]
const KEYS = ['constructor', 'toString', 'hasOwnProperty', '__proto__', 'colour', 'name', 'from', 'type']
/** One value put in place of another, a key taken away, or one added. */
const change = fc.record({ at: fc.nat(), how: fc.constantFrom('put', 'drop', 'add'), odd: fc.constantFrom(...ODD), key: fc.constantFrom(...KEYS) })

test('schema and reader agree on any brief: what one refuses for its shape, the other does not let in', async () => {
  const bases = [
    ...worlds.map(world => world.document),
    ...STARTING_POINTS.map(point => ({ usitorBrief: 1, title: 't', requirements: [startFrom(point, 'piece', 'Piece')] })),
  ]
  let [refused, taken] = [0, 0]
  await fc.assert(fc.asyncProperty(fc.constantFrom(...bases), fc.array(change, { minLength: 1, maxLength: 2 }), async (base, changes) => {
    const brief = structuredClone(base) as Record<string, unknown>
    for (const { at: position, how, odd, key } of changes) {
      const places = placesOf(brief)
      const place = places[position % places.length]
      if (!place) continue
      const [holder, name] = place
      if (how === 'put') holder[name] = structuredClone(odd)
      else if (how === 'drop') Reflect.deleteProperty(holder, name)
      else if (!Array.isArray(holder)) {
        Object.defineProperty(holder, key, { value: structuredClone(odd), enumerable: true, configurable: true, writable: true })
      }
    }
    // as it comes from a file: holes in lists are gone
    const read = JSON.parse(JSON.stringify(brief)) as unknown
    const fits = isBrief(read)
    const shape = await briefShape.yup.validate(read, { strict: true }).then(() => true, () => false)
    if (fits !== shape) throw new Error(`schema ${fits}, reader ${shape}: ${ajv.errorsText(isBrief.errors)} ${JSON.stringify(changes)}`)
    if (fits) taken++
    else refused++
  }), { numRuns: 2000 })
  // both sides were asked
  expect(Math.min(refused, taken)).toBeGreaterThan(100)
})
