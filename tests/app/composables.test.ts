import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { conditionOf, kindOf, kindsOf, startOf, typedValue, valueOf } from '../../app/composables/conditions'
import { findProblems, newDocument, newRequirement, STRICTNESS_CHOICES, strictnessKey, withHolder } from '../../app/composables/draft'
import { dragged, movedBy, movedTo, withAdded, withoutPart } from '../../app/composables/part-order'
import {
  drawTemplate, fieldPart, freeName, literalPart, OWN_FIELDS, personFields, sampleOfPart, sayPart, writeTemplate,
} from '../../app/composables/parts'
import { declareFields, problemsAt, withChanges, withCount, withFields, withForms, withOwing } from '../../app/composables/requirement'
import { sayCount, sayOwers } from '../../app/composables/rule-words'
import { foldEarlier, sayEarlier, stackFiles } from '../../app/composables/stacks'
import { timeInZone } from '../../app/composables/zones'
import type { RequirementDocument } from '../../core/brief/document'
import { meets } from '../../core/formats/condition'
import { PROPERTIES } from '../../core/formats/properties'
import { readRoster, readTable } from '../../core/roster/read'
import type { ShownFile } from '../../shared/answers'

const people = (csv: string) => readRoster(readTable(new TextEncoder().encode(csv))).roster.people
const ANA = { given: 'Ana', family: 'Marsh Reed', group: 'REEF' }
/** Words people call things by, some of which objects inherit. */
const WORDS = ['n', 'family', 'constructor', '__proto__', 'toString', 'hasOwnProperty', 'zoë', 'part_2']

describe('a drawn rule', () => {
  const piece = fc.oneof(fc.constantFrom('_', '-', ' ', 'notes', 'ä', '.'), fc.tuple(
    fc.constantFrom('n', 'family', 'given', 'group'), fc.option(fc.integer({ min: 1, max: 9 })),
  ).map(([name, first]) => `{${name}${first === null ? '' : `:${first}`}}`))

  test('is written as the text it was drawn from, whatever that was', () => {
    fc.assert(fc.property(fc.array(piece, { minLength: 1, maxLength: 8 }), (pieces) => {
      const text = pieces.join('')
      expect(writeTemplate(drawTemplate(text, false) ?? [])).toBe(text)
    }))
  })

  test('of a folder has a part for every step down', () => {
    expect(drawTemplate('{group}/notes {n}/x', true)?.map(part => part.kind)).toEqual(['field', 'level', 'literal', 'field', 'level', 'literal'])
    expect(writeTemplate(drawTemplate('{group}/notes {n}/x', true) ?? [])).toBe('{group}/notes {n}/x')
  })

  describe('whose parts are put in order', () => {
    const drawn = (text: string) => drawTemplate(text, text.includes('/')) ?? []
    const moved = (text: string, place: number, to: number) => writeTemplate(movedTo(drawn(text), place, to))
    const stepped = (text: string, place: number, by: 1 | -1) => writeTemplate(movedBy(drawn(text), place, by))
    const taken = (text: string, place: number) => writeTemplate(withoutPart(drawn(text), place))

    test.each([
      ['{family}_{given}_{title}_{group}', 6, 0, '{group}_{family}_{given}_{title}'],
      ['{family}_{given}_{title}_{group}', 0, 6, '{given}_{title}_{group}_{family}'],
      ['{family}_{given}_{title}_{group}', 6, 3, '{family}_{given}_{group}_{title}'],
      ['{family}{group}', 1, 0, '{group}{family}'],
      // a sign lies where it was let go, and a value that passes no other does, too
      ['{family}_{given}', 1, 0, '_{family}{given}'],
      ['{family}_{given}', 2, 1, '{family}{given}_'],
      ['{group}/{family}/photos', 4, 0, 'photos/{group}/{family}'],
    ])('%s, part %i let go at %i: %s', (text, place, to, expected) => {
      expect(moved(text, place, to)).toBe(expected)
      const before = drawn(text)
      const after = before.filter((_, at) => at !== place)
      after.splice(to, 0, before[place]!)
      expect(writeTemplate(dragged(before, after))).toBe(expected)
    })

    test.each([
      ['{group}_{family}-{given:1}', 4, -1, '{group}_{given:1}-{family}'],
      ['{group}_{family}', 0, 1, '{family}_{group}'],
      ['{group}_{family}', 2, 1, '{group}_{family}'],
      ['_{family}', 1, -1, '{family}_'],
      ['{family}_{given}', 1, 1, '{family}{given}_'],
    ] as const)('%s, part %i moved by %i: %s', (text, place, by, expected) => expect(stepped(text, place, by)).toBe(expected))

    test.each([
      ['{group}_{family}_{given}', 2, '{group}_{given}'],
      ['{group}_{family}_{given}', 0, '{family}_{given}'],
      ['{group}_{family}_{given}', 4, '{group}_{family}'],
      ['{group}_{family}_{given}', 1, '{group}{family}_{given}'],
      // of two signs the one that the name uses more stays
      ['{group}_{family}-{given}_{title}', 2, '{group}_{given}_{title}'],
      ['{group}_{family}-{given}_{title}', 4, '{group}_{family}_{title}'],
      ['{family}-{given:1}_quadrat-{n}', 2, '{family}_quadrat-{n}'],
      ['{family}_v{n}', 2, '{family}_v'],
      ['{group}/photos', 2, '{group}'],
    ])('%s without part %i: %s', (text, place, expected) => expect(taken(text, place)).toBe(expected))

    test.each([
      ['{family}_{given}', '{family}_{given}_{n}'],
      ['{family} {given}-{title}', '{family} {given}-{title}-{n}'],
      ['{family}', '{family}_{n}'],
      // what somebody wrote last is what holds it apart
      ['{family}_v', '{family}_v{n}'], ['{family}-', '{family}-{n}'], ['', '{n}'],
    ])('%s and a number: %s', (text, expected) => expect(writeTemplate(withAdded(drawn(text), fieldPart('n'), false))).toBe(expected))

    test('a fixed text, and a part of a folder, follow as they are', () => {
      expect(writeTemplate(withAdded(drawn('{family}'), literalPart('_'), false))).toBe('{family}_')
      expect(writeTemplate(withAdded(drawn('{group}'), fieldPart('family'), true))).toBe('{group}{family}')
    })

    test('no part is lost or doubled, wherever one goes', () => {
      fc.assert(fc.property(fc.array(piece, { minLength: 2, maxLength: 8 }), fc.nat(), fc.nat(), (pieces, from, to) => {
        const parts = drawn(pieces.join(''))
        if (parts.length < 2) return
        const sorted = (list: readonly { key: string }[]) => list.map(part => part.key).sort()
        const place = from % parts.length
        expect(sorted(movedTo(parts, place, to % parts.length))).toEqual(sorted(parts))
        expect(sorted(movedBy(parts, place, to % 2 === 0 ? 1 : -1))).toEqual(sorted(parts))
        expect(withoutPart(parts, place)).not.toContain(parts[place])
      }))
    })
  })

  test('that cannot be read yet is not drawn', () => {
    expect(drawTemplate('{family', false)).toBeNull()
  })

  const sample = (text: string, fields: RequirementDocument['fields'] = {}) => (drawTemplate(text, false) ?? [])
    .map(part => sampleOfPart(part, fields ?? {}, ANA)).join('')
  test.each([
    ['{family}_{given:1}', {}, 'Marsh Reed_A'],
    ['{family}', { family: { type: 'roster', case: 'upper', spaces: '-' } }, 'MARSH-REED'],
    ['{n}', { n: { type: 'number', digits: 3, from: 7 } }, '007'],
    ['{date}', { date: { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-16' } }, '20261016'],
    ['{w}', { w: { type: 'week', from: '2026-W41' } }, '2026-W41'],
    ['{nobody}', {}, '{nobody}'],
  ] as const)('%s with %o looks like %s', (text, fields, shown) => expect(sample(text, fields as RequirementDocument['fields'])).toBe(shown))

  test('says every part in words, also of fields called what objects inherit', () => {
    for (const name of WORDS) {
      const [part] = drawTemplate(`{${name}}`, false) ?? []
      if (part) expect(sayPart(part, {})).toMatch(/^(?:the |“)/)
      expect(sample(`{${name}}`)).toBe(ownWord(name))
    }
    const said = OWN_FIELDS.map(({ name, field }) => sayPart(drawTemplate(`{${name}}`, false)?.[0] as never, { [name]: field }))
    expect(said).toEqual([
      'a number, 2 digits, from 1', 'a version, 3 digits', 'a milestone\'s number, 2 digits', 'a date, yyyy-MM-dd',
      'a week, YYYY-\'W\'ww', 'one of: draft, final', 'free text',
    ])
  })
  const ownWord = (name: string) => (name === 'family' ? 'Marsh Reed' : `{${name}}`)

  test('offers the columns of the list, and a name for a new field that is still free', () => {
    expect(personFields(['id', 'constructor']).map(one => one.label)).toEqual([
      'the person\'s id', '“constructor” of the list', 'what is asked for',
    ])
    expect(personFields(['group'], { group: 'Period' }).map(one => one.label)).toEqual(['“Period” of the list', 'what is asked for'])
    expect(freeName('n', { n: { type: 'number' }, n2: { type: 'number' } })).toBe('n3')
    expect(freeName('constructor', {})).toBe('constructor')
  })
})

describe('a draft', () => {
  test('of a new brief may be saved as it is, for any list', async () => {
    for (const list of ['given,family\nAna,Marsh', 'name\nReef Ltd\nDune & Sons', '']) {
      const holders = list === '' ? [] : people(list)
      expect(await findProblems(newDocument('Notes', holders), { columns: ['id', 'given', 'family', 'name', 'group'] })).toEqual([])
    }
    // firms have no family name to write
    expect(newRequirement([], people('name\nReef Ltd\nDune & Sons')).name).toBe('{name}_{title}')
  })

  test('names a piece after whoever owes it, until somebody has changed its name', () => {
    const list = people('given,family,group\nAna,Marsh,Reef\nBo,Lind,Reef')
    const piece = newRequirement([], list)
    const groups = withHolder(piece, 'person', 'group', list)
    expect([piece.name, groups.name, withHolder(groups, 'group', 'person', list)]).toEqual(['{family}_{given}_{title}', '{group}_{title}', piece])
    expect(newRequirement([], list, 'group').name).toBe('{group}_{title}')
    expect(withHolder({ ...piece, name: '{group}-{family}' }, 'person', 'group', list).name).toBe('{group}-{family}')
    // whoever of them hands it in
    expect([groups, piece].map(one => sayOwers({ ...one, holder: 'group' }, {}, list)))
      .toEqual(['each group', 'each group, under any one member\'s name'])
  })

  test('gives every new requirement an id of its own', () => {
    const made: RequirementDocument[] = []
    for (let index = 0; index < 5; index++) {
      made.push(newRequirement(made, []))
      if (index === 2) made.splice(0, 1)
    }
    expect(new Set(made.map(one => one.id)).size).toBe(made.length)
  })

  test.each([
    ['{family}_{n}', { n: { type: 'number', digits: 2, from: 1 } }], ['{v}', { v: { type: 'version', digits: 2 } }],
    ['{survey_date}', { survey_date: { type: 'date', pattern: 'yyyy-MM-dd' } }],
    ['{topic}', { topic: { type: 'text' } }], ['{family}', undefined], ['{shift}', undefined], ['{constructor}', { constructor: { type: 'text' } }],
  ])('that uses %s declares %o', (name, fields) => {
    const requirement: RequirementDocument = { id: 'a', name }
    expect(declareFields(requirement, ['shift']).fields).toEqual(fields)
    expect(requirement).toEqual({ id: 'a', name })
  })

  test('keeps what was declared while its text cannot be read, and drops what is no longer used', () => {
    const requirement: RequirementDocument = {
      id: 'a', name: '{family}_{n', fields: { n: { type: 'number', digits: 4 } }, count: { from: 1, to: 3, by: 'n' },
    }
    expect(declareFields(requirement, []).fields).toEqual({ n: { type: 'number', digits: 4 } })
    const without = declareFields({ ...requirement, name: '{family}' }, [])
    expect([without.fields, without.count]).toEqual([undefined, { from: 1, to: 3 }])
  })

  test('says where it is wrong', async () => {
    const document = newDocument('Notes', [])
    document.requirements[0]!.name = '{nobody}'
    expect((await findProblems(document, { columns: ['family'] })).map(one => one.path)).toEqual(['requirements[0].name'])
  })

  test('knows each of its choices of strictness again', () => {
    for (const { key, value } of STRICTNESS_CHOICES) expect(strictnessKey(value)).toBe(key)
    expect(strictnessKey(undefined)).toBe('exact')
    expect(strictnessKey({ separators: 'ignore' })).toBe('')
  })
})

describe('a condition on a file', () => {
  test.each(Object.keys(PROPERTIES))('on %s begins as one that can be held, in a kind that is offered', (property) => {
    const condition = startOf(property)
    expect(kindsOf(property)).toContain(kindOf(condition))
    for (const kind of kindsOf(property)) {
      const value = valueOf(condition, property)
      const turned = conditionOf(kind, value)
      // turning the kind keeps the value, and the value itself is always in order
      expect([kindOf(turned), String(valueOf(turned, property))]).toEqual([kind, String(value)])
      if (value !== '') expect(meets(value, turned, property)).toBe(true)
    }
  })

  test('takes a decimal comma for the point it means, and leaves what is no number as it was typed', () => {
    expect([
      typedValue('pages', '12'), typedValue('pageWidth', '210,5'), typedValue('pages', ' '), typedValue('pages', 'ten'),
      typedValue('colorModel', 'rgb'),
    ]).toEqual([12, 210.5, ' ', 'ten', 'rgb'])
  })
})

// Directive 2000/84/EC, articles 2 and 3: clocks change at 01:00 UTC on the last Sundays of March and October
test.each([
  ['2026-10-16T15:30', 'Europe/Lisbon', '2026-10-16T15:30:00+01:00'],
  ['2026-10-25T00:59', 'Europe/Lisbon', '2026-10-25T00:59:00+01:00'], ['2026-10-25T02:00', 'Europe/Lisbon', '2026-10-25T02:00:00+00:00'],
  ['2026-03-29T01:59', 'Europe/Berlin', '2026-03-29T01:59:00+01:00'], ['2026-03-29T03:00', 'Europe/Berlin', '2026-03-29T03:00:00+02:00'],
  // whole and half hours the year round (tz database)
  ['2026-07-01T12:00', 'Asia/Kolkata', '2026-07-01T12:00:00+05:30'], ['2026-07-01T12:00', 'UTC', '2026-07-01T12:00:00+00:00'],
  ['2026-07-01T12:00', 'America/Caracas', '2026-07-01T12:00:00-04:00'],
])('%s in %s is %s', (local, zone, time) => expect(timeInZone(local, zone)).toBe(time))

describe('a requirement that is changed', () => {
  const piece: RequirementDocument = Object.freeze({ id: 'a', title: 'Notes', name: '{family}_{n}', optional: true })

  test.each([
    ['a key put anew', withChanges(piece, { title: 'Field notes' }), { ...piece, title: 'Field notes' }],
    ['a key taken out', withChanges(piece, { optional: undefined }), { id: 'a', title: 'Notes', name: '{family}_{n}' }],
    ['no fields of its own', withFields({ ...piece, fields: { n: { type: 'number' } } }, {}), piece],
    ['one piece each, which goes without saying', withCount({ ...piece, count: { from: 2, to: 3 } }, { from: 1, to: 1 }), piece],
    ['no upper limit', withCount(piece, { from: 2, to: undefined }), { ...piece, count: { from: 2 } }],
    ['one piece told apart by a number', withCount(piece, { from: 1, to: 1, by: 'n' }), { ...piece, count: { from: 1, to: 1, by: 'n' } }],
    ['owed by two groups', withOwing(piece, ['Reef', 'Dune'], []), { ...piece, owedBy: { groups: ['Reef', 'Dune'] } }],
    ['owed by everybody again', withOwing({ ...piece, owedBy: { people: ['s1'] } }, [], []), piece],
    ['any name', withForms(piece, [''], []), { id: 'a', title: 'Notes', optional: true }],
    [
      'two forms of the name', withForms(piece, ['{family}_{n}', '{family}_{v}'], []),
      {
        ...piece, name: ['{family}_{n}', '{family}_{v}'],
        fields: { n: { type: 'number', digits: 2, from: 1 }, v: { type: 'version', digits: 2 } },
      },
    ],
  ])('has %s, and the one before is as it was', (_, changed, expected) => {
    expect(changed).toEqual(expected)
    expect(piece).toEqual({ id: 'a', title: 'Notes', name: '{family}_{n}', optional: true })
  })

  test('is told what is wrong at a key and inside it, not at one that begins alike', () => {
    const problems = ['name', 'name[1]', 'names', 'count.from', 'folder'].map(path => ({ path, message: path }))
    expect(problemsAt(problems, 'name', 'count')).toEqual(['name', 'name[1]', 'count.from'])
  })
})

test('a number that is absent among many versions is said; a wide gap is another way of counting', () => {
  const version = (own: number, counts = 9) => ({
    path: `v${own}.odt`, role: 'superseded', findings: [{ code: 'version.superseded', params: { instead: 'v9.odt', versions: { own, counts } } }],
  }) as unknown as ShownFile
  const of = (...numbers: number[]) => foldEarlier(numbers.map(own => version(own))).absent
  expect(of(1, 2, 4, 5, 6)).toEqual([3, 7, 8])
  expect(of(5, 6, 7, 8)).toEqual([])
  expect(foldEarlier([1, 2, 3, 400].map(own => version(own, 401))).absent).toEqual([])
  expect(sayEarlier(8, [])).toBe('8 earlier files, superseded')
  expect(sayEarlier(8, [3])).toBe('8 earlier files, superseded; version 3 is not among them')
  expect(sayEarlier(8, [3, 7, 8])).toBe('8 earlier files, superseded; versions 3, 7 and 8 are not among them')
})

test('many earlier versions of one slot are folded, the one that counts stands first, and what has more to say stays', () => {
  const superseded = (path: string, code = 'version.superseded') => ({ path, role: 'superseded', findings: [{ code }] }) as unknown as ShownFile
  const versions = Array.from({ length: 5 }, (_, at) => superseded(`v${at}.odt`))
  const counts = { path: 'v9.odt', role: 'placed', findings: [] } as unknown as ShownFile
  const beside = superseded('new.odt', 'version.newer-beside')
  const { shown, earlier } = foldEarlier([...versions, beside, counts])
  expect(shown.map(file => file.path)).toEqual(['v9.odt', 'new.odt'])
  expect(earlier.map(file => file.path)).toEqual(['v0.odt', 'v1.odt', 'v2.odt', 'v3.odt', 'v4.odt'])
  expect(foldEarlier([...versions.slice(0, 3), counts]).shown).toHaveLength(4)
})

describe('files of one slot with other values than were asked for', () => {
  const file = (path: string, month: string | null, holder = 's1') => ({
    path, candidates: [{ requirement: 'report', holder }], evidence: month === null ? [] : [{ kind: 'other-value', field: 'Period', value: month }],
  }) as unknown as ShownFile

  test('stand together from three on, with their values; others by themselves', () => {
    const months = ['2026-07', '2026-08', '2026-09'].map(month => file(`${month}.pdf`, month))
    const two = ['2026-08', '2026-09'].map(month => file(`b-${month}.pdf`, month, 's2'))
    const plain = file('x.pdf', null)
    const { stacks, single } = stackFiles([plain, ...months, ...two])
    expect(stacks.map(one => [one.slot.holder, one.values])).toEqual([['s1', ['2026-07', '2026-08', '2026-09']]])
    expect(single.map(one => one.path)).toEqual(['x.pdf', 'b-2026-08.pdf', 'b-2026-09.pdf'])
  })
})

test.each<[Partial<RequirementDocument>, string]>([
  [{}, '1 piece'], [{ count: { from: 2 } }, 'at least 2 pieces'], [{ count: { from: 1, to: 3, by: 'n' } }, '1 to 3 pieces; told apart by {n}'],
  // of two files that are numbered one alone would count
  [{ fields: { n: { type: 'number' } } }, '1 piece; not told apart by {n}'],
  [{ fields: { n: { type: 'number' } }, count: { from: 2, to: 2, by: 'n' }, optional: true }, '2 pieces; told apart by {n}; may be left out'],
])('how many are asked for is said in words: %j is %s', (asked, said) => {
  expect(sayCount({ ...newRequirement([], []), ...asked })).toBe(said)
})
