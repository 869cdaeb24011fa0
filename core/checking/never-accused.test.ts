import fc from 'fast-check'
import { expect, test } from 'vitest'
import { readBrief } from '../brief/read'
import { readRoster, readTable } from '../roster/read'
import type { ReceivedFile } from '../arrivals/received'
import { check } from './check'

// A file named as the rule says is right, whatever the rule is made of. The values are written here, by their published definitions:
// days of the Gregorian calendar, weeks of ISO 8601 (the week of a day's Thursday), patterns in letters of UTS #35.
const DAY = 86_400_000
const two = (value: number) => String(value).padStart(2, '0')
const dayText = (day: number) => new Date(day * DAY).toISOString().slice(0, 10)
function weekOf(day: number): { year: number, week: number } {
  const thursday = new Date((day + 3 - (day + 3) % 7) * DAY)
  const year = thursday.getUTCFullYear()
  return { year, week: 1 + Math.floor((thursday.getTime() - Date.UTC(year, 0, 1)) / DAY / 7) }
}
const weekText = ({ year, week }: { year: number, week: number }) => `${year}-W${two(week)}`

interface Told { rule: Record<string, unknown>, value: string }
const someDay = fc.integer({ min: 20_500, max: 22_500 })
const before = fc.integer({ min: 0, max: 150 })
const behind = fc.integer({ min: 0, max: 150 })
const PATTERNS = ['yyyy-MM-dd', 'yyyyMMdd', 'dd.MM.yyyy', 'yyMMdd', 'yyyy-MM', 'MMdd', 'dd.MM.', 'MM', 'dd', 'yyyyMMdd-HHmm']
const date = fc.tuple(someDay, before, behind, fc.constantFrom(...PATTERNS), fc.constantFrom('none', 'from', 'to', 'both')).map((
  [day, earlier, later, pattern, bounds],
): Told => {
  const [yyyy = '', MM = '', dd = ''] = dayText(day).split('-')
  const value = pattern.replace('yyyy', yyyy).replace('yy', yyyy.slice(2)).replace('MM', MM).replace('dd', dd).replace('HH', '23').replace('mm', '07')
  return { rule: {
    type: 'date', pattern,
    ...(/from|both/.test(bounds) ? { from: dayText(day - earlier) } : {}), ...(/to|both/.test(bounds) ? { to: dayText(day + later) } : {}),
  }, value }
})
const week = fc.tuple(someDay, before, behind, fc.constantFrom('YYYY-\'W\'ww', 'YYYYww', 'ww')).map(([day, earlier, later, form]): Told => {
  const own = weekOf(day)
  const written: Record<string, string> = { 'YYYY-\'W\'ww': weekText(own), 'YYYYww': `${own.year}${two(own.week)}`, 'ww': two(own.week) }
  return { rule: { type: 'week', form, from: weekText(weekOf(day - earlier)), to: weekText(weekOf(day + later)) }, value: written[form] ?? '' }
})
const number = fc.tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 0, max: 3000 }), fc.nat(50), fc.nat(50)).map((
  [digits, own, less, more],
): Told => (
  { rule: { type: 'number', digits, from: Math.max(0, own - less), to: own + more }, value: String(own).padStart(digits, '0') }))
const version = fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 0, max: 400 })).map(([digits, own]): Told => (
  { rule: { type: 'version', digits }, value: String(own).padStart(digits, '0') }))
const WORDS = ['UV', 'IR', 'mix', 'rough cut', 'Höhe', 'A', 'B1', 'Ende', 'x-ray']
const choice = fc.tuple(fc.uniqueArray(fc.constantFrom(...WORDS), { minLength: 1 }), fc.nat())
  .map(([values, at]): Told => ({ rule: { type: 'choice', values }, value: values[at % values.length] ?? '' }))
const text = fc.constantFrom('Frost', 'Morning ice', 'Åsk 2', 'the old mill', '3 Chairs', 'mixdown', 'Übung', 'v2 sketch', 'Plan B')
  .map((value): Told => ({ rule: { type: 'text' }, value }))

const NAMES = [
  ['Ana', 'Marsh'], ['Bo', 'Lind'], ['Jürgen', 'Größl'], ['Mary Ann', 'O\'Shea'], ['Mary', 'O\'Shea'], ['Wim', 'de Jong'], ['Per', 'Å'],
  ['Xin Yi', 'Chen'], ['Ngozi', 'Eze'], ['Zofia', 'Wójtowicz'], ['Levin', 'Jasper'], ['Jasper', 'Levin'],
] as const
const { roster } = readRoster(readTable(new TextEncoder().encode(
  ['id,given,family,group', ...NAMES.map(([given, family], at) => `${at + 1},${given},${family},Group ${at % 3}`)].join('\n'),
)))

test('a file named as the rule says is placed and right', async () => {
  const sometimes = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null })
  const how = fc.constantFrom('exact', 'ignore')
  await fc.assert(fc.asyncProperty(
    sometimes(date), sometimes(week), sometimes(number), sometimes(version), sometimes(choice), sometimes(text), fc.constantFrom('_', '-', ' '),
    fc.nat(NAMES.length - 1), fc.record({ letterCase: how, separators: how, accents: how }), fc.boolean(), fc.boolean(),
    async (day, weeks, count, saved, chosen, words, separator, at, strictness, inFolder, withNote) => {
      const told = Object.entries({ day, weeks, count, saved, chosen, words }).flatMap(([field, one]) => (one ? [{ field, ...one }] : []))
      const name = ['{family}', '{given}', ...told.map(one => `{${one.field}}`), 'piece'].join(separator)
      const requirement = {
        id: 'piece', title: 'Piece', name, fields: Object.fromEntries(told.map(one => [one.field, one.rule])), formats: [{ id: 'pdf' }], strictness,
        ...(inFolder ? { folder: '{group}/{family} {given}' } : {}),
      }
      const note = { id: 'note', title: 'Note', name: 'Note {given} {family}', formats: [{ id: 'pdf' }, { id: 'docx' }] }
      const brief = await readBrief({ usitorBrief: 1, title: 'x', requirements: [requirement, ...(withNote ? [note] : [])] }, roster)
      const person = roster.people[at]
      const base = [person?.family, person?.given, ...told.map(one => one.value), 'piece'].join(separator)
      const received: ReceivedFile = {
        root: 'in', path: `${inFolder ? `${person?.group}/${person?.family} ${person?.given}/` : ''}${base}.pdf`, size: 100, sha256: 'a'.repeat(64),
        receivedAt: null, receivedAtFrom: 'modified',
        reading: { candidates: ['pdf'], version: null, state: 'ok', verified: 'structure', fault: null, props: {} },
      }
      const [file] = check({ brief, roster, received: [received], checkedAt: 0 }).files
      expect([file?.role, file?.slot?.holder, file?.findings.map(one => one.code)]).toEqual(['placed', person?.id, []])
    },
  ), { numRuns: 400, seed: 16 })
})
