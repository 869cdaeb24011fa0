import { expect, test } from 'vitest'
import { checked, rosterOf } from '../small-rounds'
import { drawer } from './rules'

/*
 * Rules with values in name and folder, drawn at random, and names written to them by a writer of its own that knows nothing of the code under
 * test: where letter case, separators and accents are free, it writes each level and the name in ways of their own. None of them may be accused.
 */

const PEOPLE = [
  ['Ana', 'Marsh', 'Red', 'A-01'], ['Ben', 'O\'Neil', 'Red', 'B-02'], ['Chloé', 'van der Berg', 'Blue 2', 'C-03'],
  ['Dov', 'Şahin', 'Blue 2', 'D-04'], ['Eli-Noor', 'Lund', '7a', 'E-05'], ['Fay', 'Wei', '7a', 'F-06'],
].map(([given = '', family = '', group = '', code = ''], at) => ({ id: String(at + 1), given, family, group, code }))
const roster = rosterOf(['id,given,family,group,code', ...PEOPLE.map(one => Object.values(one).join(','))].join('\n'))

type Values = (below: (limit: number) => number) => string
const oneOf = (...values: string[]): Values => below => values[below(values.length)] ?? ''
const numbered = (from: number, count: number, write: (number: string) => string): Values =>
  below => write(String(from + below(count)).padStart(2, '0'))
const FIELDS: Record<string, { rule: object, draw: Values, label?: string }> = {
  part: { rule: { type: 'choice', values: ['prep', 'Church Hall', 'party'] }, draw: oneOf('prep', 'Church Hall', 'party') },
  n: { rule: { type: 'number', digits: 2, from: 1, to: 9 }, draw: numbered(1, 9, number => number) },
  day: { rule: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-10-31' }, draw: numbered(1, 31, day => `2026-10-${day}`) },
  short: { rule: { type: 'date', pattern: 'dd.MM.yyyy', from: '2026-10-01', to: '2026-10-31' }, draw: numbered(1, 31, day => `${day}.10.2026`) },
  month: { rule: { type: 'date', pattern: 'yyyy-MM', from: '2026-01-01', to: '2026-12-31' }, draw: numbered(1, 12, month => `2026-${month}`) },
  week: { rule: { type: 'week', form: 'ww', from: '2026-W40', to: '2026-W46' }, draw: numbered(40, 7, week => week), label: 'wk' },
  quarter: { rule: { type: 'choice', values: ['Q1', 'Q2', 'Q3', 'Q4'] }, draw: oneOf('Q1', 'Q2', 'Q3', 'Q4') },
  title: { rule: { type: 'text' }, draw: oneOf('Robot arm', 'Tidal pools', 'Der Fluss', 'Moss on roofs', 'Essay über Wölfe', 'Ana', 'Plan B') },
  v: { rule: { type: 'version', digits: 1 }, draw: oneOf('1', '2', '3'), label: 'v' },
}

test('a name that is right, in whatever ways the rule lets it be written, is never accused', async () => {
  const { next, below, pick } = drawer(20261129)
  const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '')
  const accused: string[] = []
  let names = 0
  for (let round = 0; round < 400; round++) {
    const used = Object.keys(FIELDS).filter(() => next() < 0.25).slice(0, 3)
    // where one text ends and another begins nobody can tell
    const fields = used.filter(field => field !== 'v' || !used.includes('title'))
    const asField = (field: string, label = FIELDS[field]?.label ?? '') => `${label}{${field}}`
    const own = pick([['family', 'given'], ['group', 'family'], ['code'], ['given', 'family'], ['group', 'family', 'given'], ['given:1', 'family']])
    const pieces = [...own.map(field => `{${field}}`), pick(['essay', 'Plan', 'photo', 'Bericht']), ...fields.map(field => asField(field))]
    const name = pieces.join(pick(['_', '-', ' ']))
    const inside = fields.filter(field => field !== 'v' && next() < 0.5).map(field => asField(field, ''))
    const folder = [pick(['{group}', '{family} {given}', '{code}', 'Work']), ...inside].slice(0, 1 + below(3))
    const isFree = next() < 0.8
    const ways = isFree ? 'ignore' : 'exact'
    const requirements = [{
      id: 'piece', title: 'Piece', name, folder: folder.join('/'), formats: [{ id: 'pdf' }], count: { from: 1, to: 3 }, keep: 'all',
      fields: Object.fromEntries(fields.map(field => [field, FIELDS[field]?.rule])),
    }, { id: 'other', title: 'Other', name: '{family}_{given}_other', formats: [{ id: 'docx' }] }]
    const person = pick(PEOPLE)
    const values: Record<string, string> = { ...person, ...Object.fromEntries(fields.map(field => [field, FIELDS[field]?.draw(below) ?? ''])) }
    const vary = (template: string) => {
      const right = template.replace(/\{(\w+)(?::(\d))?\}/g, (_, field: string, cut?: string) => {
        const value = values[field] ?? ''
        return cut === undefined ? value : [...value].slice(0, Number(cut)).join('')
      })
      const cased = pick([right, right.toLowerCase(), right.toUpperCase()])
      const parted = pick([cased, cased.replace(/[ _]/g, '-'), cased.replace(/[_-]/g, ' ')])
      return pick([plain, (text: string) => text])(isFree ? parted : right)
    }
    const path = [...folder.map(vary), `${vary(name)}.pdf`].join('/')
    const [file] = await checked(roster, requirements, [path], { letterCase: ways, separators: ways })
    const errors = file?.findings.filter(one => one.severity === 'error') ?? []
    names++
    if (file?.role !== 'placed' || file.slot?.holder !== person.id || errors.length > 0) {
      accused.push(`${name} in ${folder.join('/')}: ${path} is ${file?.role} ${file?.slot?.holder} with ${errors.map(one => one.code).join(' ')}`)
    }
  }
  expect(names).toBe(400)
  expect(accused).toEqual([])
})
