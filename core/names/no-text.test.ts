import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import { readField } from './fields/index'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'

// common practice, no source: words that are nobody's own title, though they stand where one is asked for

const ANY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
const FIELDS = { title: readField({ type: 'text' }, false).rule }
const parts = fillTemplate(parseTemplate('{id}_{family}_BA_{title}'), FIELDS, { id: '11223355', family: 'Baumgart' })
const right = (received: string, context: object = {}) => expandParts(parts, explainParts(parts, received, {
  strictness: ANY, called: () => ['moritz', 'baumgart', '11223355'], titled: () => ['bachelorarbeit'], ...context,
}).captures)

describe('no title', () => {
  test.each([
    ['Bachelorarbeit_Baumgart_Moritz', 'is what the holder is called'],
    ['Baumgart_Thesis', 'says in the rule\'s words\' place what kind of work it is'],
    ['Baumgart_Thesis_final_final', 'nor with words that tell its state'], ['Baumgart Bachelorarbeit', 'is what the piece is called'],
  ])('%s: it %s', (received) => {
    expect(right(received)).toBe('11223355_Baumgart_BA_{title}')
  })
})

describe('a title', () => {
  test.each([
    ['11223355_Baumgart_BA_Moritz', 'Moritz', 'in a name that is right'], ['Baumgart_BA_Thesis', 'Thesis', 'behind the rule\'s own word'],
    ['Baumgart_Thesis_Urban Mining', 'Urban Mining', 'beside the kind of work'], ['Baumgart BA Solar roofs', 'Solar roofs', 'in any words'],
  ])('%s is %s: %s', (received, title) => {
    expect(right(received)).toBe(`11223355_Baumgart_BA_${title}`)
  })

  test('is what the folder is called', () => {
    expect(right('Baumgart Moritz', { levels: ['Moritz'] })).toBe('11223355_Baumgart_BA_Moritz')
  })
})

describe('a text that is called a number', () => {
  const invoice = fillTemplate(parseTemplate('invoice_{name}_{nr}'), { nr: readField({ type: 'text' }, false).rule }, { name: 'Ahmad Rahimi' })
  test.each([
    ['invoice No. 8 Ahmad Rahimi', '8'], ['Invoice Nr 8 Ahmad Rahimi', '8'], ['AhmadRahimi invoice 2026-03', '2026-03'],
    ['invoice_AhmadRahimi_2026-03', '2026-03'], ['invoice_Ahmad Rahimi_Nora 5', 'Nora 5'],
  ])('bears no word for one, and may look like a month: %s', (received, nr) => {
    expect(expandParts(invoice, explainParts(invoice, received, { strictness: ANY }).captures)).toBe(`invoice_Ahmad Rahimi_${nr}`)
  })
})

test.each([
  ['Essay Nr 1 Baumgart', 'Nr'], ['Essay no. 2 Baumgart', 'no'], ['Essay number 3 Baumgart', 'number'],
])('in %s %s is the sign of the number', (received) => {
  const rule = { ...FIELDS, n: readField({ type: 'number', from: 1, to: 4 }, true).rule }
  const essay = fillTemplate(parseTemplate('{family}_Essay {n}_{title}'), rule, { family: 'Baumgart' })
  const { captures } = explainParts(essay, received, { strictness: ANY, known: { n: /\d/.exec(received)?.[0] ?? '' } })
  expect(expandParts(essay, captures)).toMatch(/^Baumgart_Essay \d_\{title\}$/)
})

test('what the own folder is called by is none, but what another one is', () => {
  const context = { called: () => ['moritz', 'baumgart', 'urban', 'mining'], levels: ['Moritz Baumgart'] }
  expect(right('BA Moritz Baumgart', context)).toBe('11223355_Baumgart_BA_{title}')
  expect(right('BA Urban Mining Baumgart', { ...context, levels: ['Urban Mining'] })).toBe('11223355_Baumgart_BA_Urban Mining')
})
