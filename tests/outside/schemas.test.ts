import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020'
import addFormats from 'ajv-formats'
import { describe, expect, test } from 'vitest'
import type { BriefDocument } from '../../core/brief/document'
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
import { asFile, briefSchema, reportSchema } from '../../scripts/json-schemas'

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
  })

  test.each(worlds.map(world => [world.key, world] as const))('%s: brief and report fit', async (_, world) => {
    expect(isBrief(world.document), ajv.errorsText(isBrief.errors)).toBe(true)
    const { roster } = readRoster(readTable(new TextEncoder().encode(rosterCsv(world.people))))
    const received = await Promise.all(world.files.map(async ({ path, bytes, modified }) => ({
      root: world.root, path, size: bytes.length, sha256: 'a'.repeat(64), receivedAt: modified, receivedAtFrom: 'modified' as const, reading: await readBytes(sourceFromBytes(bytes)),
    })))
    const report = check({ brief: await readBrief(world.document), roster, received, checkedAt: 0 })
    expect(isReport(JSON.parse(JSON.stringify(reportDocument(report)))), ajv.errorsText(isReport.errors)).toBe(true)
  })

  test.each(STARTING_POINTS.map(point => [point.key, point] as const))('the starting point %s fits', (_, point) => {
    expect(isBrief({ usitorBrief: 1, title: 't', requirements: [startFrom(point, 'piece', 'Piece')] }), ajv.errorsText(isBrief.errors)).toBe(true)
  })

  test.each<[string, (brief: Record<string, unknown>) => void]>([
    ['an unknown key', brief => (brief.colour = 'red')], ['another version', brief => (brief.usitorBrief = 2)], ['no requirement', brief => (brief.requirements = [])], ['a month as duration', brief => (brief.grace = 'P1M')],
    ['an unknown format', brief => (brief.requirements = [{ id: 'a', formats: [{ id: 'jpgg' }] }])], ['a field without its pattern', brief => (brief.requirements = [{ id: 'a', fields: { d: { type: 'date' } } }])],
    ['a number of no digits', brief => (brief.requirements = [{ id: 'a', fields: { n: { type: 'number', digits: 0 } } }])], ['an unknown code', brief => (brief.severity = { 'name.odd': 'error' })], ['an exception for two', brief => (brief.exceptions = [{ for: { person: 'a', group: 'b' } }])],
  ])('schema and reader refuse %s alike', async (_, change) => {
    const brief = structuredClone(worlds[0]?.document) as BriefDocument & Record<string, unknown>
    change(brief)
    expect(isBrief(brief)).toBe(false)
    await expect(readBrief(brief)).rejects.toThrow()
  })
})
