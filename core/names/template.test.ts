import { describe, expect, test } from 'vitest'
import { expandParts, fillTemplate } from './parts'
import { writeValue } from './fields/roster'
import { parseTemplate, TemplateError } from './template'

const expand = (template: string, values: Record<string, string>) => expandParts(fillTemplate(parseTemplate(template), {}, values))

describe('templates', () => {
  // RFC 6570 §1.2 level 1 and §2.4.1 prefix values; plain expansion differs only in that nothing is percent-encoded
  test.each([
    ['{var}', 'value'], ['O{var}X', 'OvalueX'], ['{var:3}', 'val'], ['{var:30}', 'value'], ['map?{x},{y}', 'map?1024,768'],
  ])('%s expands to %s', (template, expanded) => {
    expect(expand(template, { var: 'value', x: '1024', y: '768' })).toBe(expanded)
  })

  test.each([
    '{', '}', 'a}b', '{}', '{+var}', '{#var}', '{/var}', '{?x}', '{var*}x{', '{var:0}', '{var:x}', '{var:10000}', '{a{b}}',
  ])('%s is refused, with the place', (template) => {
    expect(() => parseTemplate(template)).toThrow(TemplateError)
  })

  // common practice, no source: an empty value drops its part with one separator beside it
  test.each([
    ['{group}_{family}-{given:1}_log', { group: 'REEF', family: 'Marsh', given: '' }, 'REEF_Marsh_log'],
    ['{group}_{family}', { group: '', family: 'Marsh' }, 'Marsh'],
    ['{family} {given}', { family: '', given: 'Aurangi' }, 'Aurangi'],
    ['x{family}y', { family: '' }, 'xy'],
  ])('%s with an empty value is %s', (template, values, expanded) => {
    expect(expand(template, values as Record<string, string>)).toBe(expanded)
  })

  test.each([
    ['de la Cruz', { case: 'upper', spaces: '-', accents: 'keep' }, null, 'DE-LA-CRUZ'],
    ['åse łęcka', { case: 'title', spaces: '', accents: 'strip' }, null, 'AseLecka'],
    ['O\'Neil McKay', { case: 'title', spaces: null, accents: 'keep' }, null, 'O\'Neil McKay'],
    ['👩‍🚀 Ana', { case: 'as-is', spaces: null, accents: 'keep' }, 1, '👩'],
  ] as const)('%s is written accents, case, spaces, prefix in this order', (value, rule, prefix, written) => {
    expect(writeValue(value, { type: 'roster', ...rule }, prefix)).toBe(written)
  })
})
