import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import { readField } from './fields/index'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'

// common practice, no source: a choice and the rule's own word in one

const ANY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
const FIELDS = { kind: readField({ type: 'choice', values: ['Strom', 'Wasser', 'Gas'] }, false).rule }
function told(received: string) {
  const parts = fillTemplate(parseTemplate('{unit}_Zaehler_{kind}'), FIELDS, { unit: '1.02' })
  const { captures, differences } = explainParts(parts, received, { strictness: ANY })
  return { right: expandParts(parts, captures), differences: differences.map(one => `${one.part} ${one.kind} ${one.actual}`) }
}

describe('a compound of a choice and the rule\'s own word', () => {
  test.each([
    ['Stromzähler', 'Strom'], ['1.02 stromzaehler', 'Strom'], ['1.02 Wasserzähler neu', 'Wasser'],
  ])('tells the choice: %s', (received, kind) => {
    expect(told(received).right).toBe(`1.02_Zaehler_${kind}`)
  })

  test('each stands for its own part', () => {
    expect(told('Stromzähler').differences).toEqual(expect.arrayContaining(['kind order Strom', 'literal misspelt zähler']))
  })

  test.each([
    ['Gaszähler', 'three letters begin many words'], ['Zähler', 'there is none'],
  ])('tells none in %s: %s', (received) => {
    expect(told(received).right).toMatch(/^1\.02_Zaehler_\{kind\}$/)
  })

  test('goes behind a choice that stands by itself', () => {
    expect(told('Stromzähler_Zaehler_Wasser').right).toBe('1.02_Zaehler_Wasser')
  })
})
