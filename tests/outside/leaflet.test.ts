import fc from 'fast-check'
import { expect, test } from 'vitest'
import type { BriefDocument, RequirementDocument } from '#core/brief/document'
import { readBrief } from '#core/brief/read'
import { listUnits } from '#core/brief/units'
import { check } from '#core/checking/check'
import { formatById } from '#core/formats/registry'
import { sayStretches } from '#core/names/stretches'
import { writeLeaflet } from '#core/reporting/leaflet'
import type { Person } from '#core/roster/types'

// A file that is named as the leaflet says, in the folder it says, is right: whatever the rule, whoever the people.

const WORD = fc.constantFrom('Marsh', 'Ilvesmäki', 'de la Peña', 'O\'Hara', 'Saltmarsh-Wade', 'Nguyễn', 'Müller', 'Lindqvist', 'Ø', 'Tamworthy',
  'Åkesson')
const people = fc.uniqueArray(fc.record({ given: WORD, family: WORD, group: fc.constantFrom('Reef', 'Dune', 'Kelp Bed', '') }), {
  minLength: 1, maxLength: 8, selector: one => `${one.given} ${one.family}`.toUpperCase(),
}).map(list => list.map((one, at): Person => ({ ...one, id: `s${101 + at}`, name: `${one.given} ${one.family}`, email: '', aliases: [],
  fields: { code: `K${7 + at}` } })))

const SEPARATOR = fc.constantFrom('_', '-', ' ', '+', '__')
const PART: fc.Arbitrary<string> = fc.constantFrom('{family}', '{given}', '{id}', '{code}', '{day}', '{v}', '{kind}', '{week}', 'photo', 'Report',
  'SKETCH')
const FIELDS: RequirementDocument['fields'] = {
  n: { type: 'number', digits: 2 }, day: { type: 'date', pattern: 'yyyy-MM-dd' }, v: { type: 'version' },
  kind: { type: 'choice', values: ['draft', 'final'] }, week: { type: 'number', digits: 1, from: 42, to: 42 },
}
const FORMAT = fc.constantFrom('jpg', 'pdf', 'csv', 'docx', 'png', 'stl')

const requirement = (at: number) => fc.record({
  parts: fc.uniqueArray(PART, { minLength: 1, maxLength: 4 }), separator: SEPARATOR, format: FORMAT, pieces: fc.constantFrom(1, 1, 3),
  folder: fc.constantFrom<(string | undefined)[]>(undefined, '', '{family} {given}', '{id}/photos', 'all'), upper: fc.boolean(), group: fc.boolean(),
}).map(({ parts, separator, format, pieces, folder, upper, group }): RequirementDocument => {
  const uses = (name: string) => parts.includes(name)
  // whose it is must be told by something, and which piece by a word of its own: a rule that cannot be read back is warned of elsewhere
  const holder = group ? '{group}' : '{id}'
  const own = group ? parts.filter(part => !['{family}', '{given}', '{id}', '{code}'].includes(part)) : parts.filter(part => part !== '{id}')
  return {
    id: `piece-${at}`, name: [holder, `task${'abc'[at]}`, ...own, ...(pieces > 1 ? ['{n}'] : [])].join(separator),
    formats: [{ id: format }], holder: group ? 'group' : 'person', extensionCase: upper ? 'upper' : 'lower',
    ...(folder === undefined || (group && folder !== 'all') ? {} : { folder }),
    ...(pieces > 1 ? { count: { from: pieces, to: pieces, by: 'n' } } : {}),
    fields: Object.fromEntries(Object.entries(FIELDS).filter(([name]) => (name === 'n' ? pieces > 1 : uses(`{${name}}`)))),
  }
})

test('a file named by its leaflet is right, under any rule and for anybody', async () => {
  await fc.assert(fc.asyncProperty(people, fc.tuple(requirement(0), requirement(1), requirement(2)), fc.boolean(), async (list, asked, exact) => {
    const document: BriefDocument = {
      usitorBrief: 1, title: 'drawn', requirements: [...asked],
      ...(exact ? {} : { strictness: { letterCase: 'ignore', separators: 'ignore' } }),
    }
    const brief = await readBrief(document, { columns: ['code'] })
    const roster = { people: list, columns: ['code'] }
    const { units } = listUnits(brief, roster)
    const received = units.flatMap(unit => writeLeaflet([unit]).flatMap(piece => piece.names.map((name) => {
      const folder = sayStretches(piece.folder ?? [])
      const path = `${folder === '' ? '' : `${folder}/`}${sayStretches(name.stretches)}`
      const id = piece.formats[0]?.id ?? ''
      return {
        root: 'given', path, size: path.length,
        sha256: path.split('').map(sign => (sign.codePointAt(0) ?? 0).toString(16)).join('').slice(-64).padStart(64, '0'),
        receivedAt: null, receivedAtFrom: 'unknown' as const,
        reading: { candidates: [id], version: null, state: 'ok' as const, verified: 'structure' as const, fault: null, props: {} },
      }
    })))
    const report = check({ brief, roster, received, checkedAt: 0 })
    const wrong = report.slots.filter(slot => slot.status !== 'right')
    expect(wrong.map(slot => ({ slot: slot.requirement, holder: slot.holder, expected: slot.expected, files: slot.files }))).toEqual([])
    expect(received.every(({ path }) => formatById('jpg') !== undefined && path.length > 0)).toBe(true)
  }), { seed: 20261127, numRuns: 300 })
})
