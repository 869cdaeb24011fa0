import { describe, expect, test } from 'vitest'
import { explainParts } from '../explain'
import { fillTemplate } from '../parts'
import { parseTemplate } from '../template'
import { readField } from './index'
import { senseMeant, wordsOfSenses } from './sense-words'

// common practice, no source: what people write for a choice in their own words or another language

const WINDS = ['N', 'E', 'S', 'W', 'plan']

describe('what a choice stands for', () => {
  test.each([
    ['south', WINDS, 'S'], ['Süd', WINDS, 'S'], ['ouest', WINDS, 'W'], ['est', ['N', 'E', 'S', 'O'], 'E'], ['ouest', ['N', 'E', 'S', 'O'], 'O'],
    ['Ost', ['N', 'O', 'S', 'W'], 'O'], ['medium', ['S', 'M', 'L'], 'M'], ['grande', ['S', 'M', 'L'], 'L'], ['left', ['L', 'R'], 'L'],
    ['vorne', ['front', 'back', 'detail'], 'front'], ['Rückseite', ['front', 'back'], 'back'], ['dessert', ['Vorspeise', 'Nachtisch'], 'Nachtisch'],
    ['sopran', ['S', 'A', 'T', 'B'], 'S'], ['noir', ['black', 'white'], 'black'], ['Schnitt', ['plan', 'section'], 'section'],
    ['delante', ['anverso', 'reverso'], 'anverso'], ['verso', ['front', 'back'], 'back'],
    ['Nordseite', ['Nord', 'Süd'], 'Nord'], ['S', ['Nord', 'Süd'], 'Süd'],
    ['Biologie', ['Mathe', 'Deutsch', 'Bio'], 'Bio'], ['maths', ['Mathe', 'Deutsch'], 'Mathe'], ['Physik', ['M', 'D', 'PH'], 'PH'],
    ['horizontal', ['landscape', 'portrait'], 'landscape'], ['hoch', ['quer', 'hochformat'], 'hochformat'],
    ['najaar', ['lente', 'zomer', 'herfst'], 'herfst'], ['voorjaar', ['lente', 'zomer', 'herfst'], 'lente'],
    ['Rot', ['L', 'R', 'G', 'B'], 'R'], ['rot', ['red', 'white'], 'red'], ['L', ['left', 'right'], 'left'],
    ['windows', ['win', 'mac', 'web'], 'win'], ['html5', ['win', 'mac', 'web'], 'web'],
    ['Geige', ['violin', 'viola', 'cello'], 'violin'], ['Strom', ['water', 'electricity'], 'electricity'],
  ])('%s of %j is %s', (word, values, value) => {
    expect(senseMeant(word, values)).toBe(value)
  })

  test.each([
    ['south', ['S', 'M', 'L'], 'the letters are sizes'], ['south', ['S', 'plan'], 'one value alone may be anything'],
    ['yellow', ['black', 'white'], 'none has this sense'], ['so', WINDS, 'two letters'], ['Bericht', WINDS, 'another word'],
    ['Nordost', ['Nord', 'Ost'], 'it is between two'], ['S', ['Nord', 'Süd', 'innen'], 'a letter, and not all are directions'],
    ['nordisch', ['Nord', 'ja'], 'one value alone'],
  ])('%s of %j is none: %s', (word, values) => {
    expect(senseMeant(word, values)).toBeUndefined()
  })

  test('is read from a name, which is told what it should say', () => {
    const fields = { view: readField({ type: 'choice', values: WINDS }, false).rule }
    const { captures, differences } = explainParts(fillTemplate(parseTemplate('T01_{view}'), fields, {}), 'T01_south')
    expect([captures, differences.map(one => `${one.part} ${one.kind} ${one.actual}`)]).toEqual([{ view: 'S' }, ['view misspelt south']])
  })
})

describe('what people write for the values of a column', () => {
  test('is known where all of them are of one kind', () => {
    expect(wordsOfSenses(['S', 'A', 'T', 'B']).get('T')).toContain('tenor')
    expect(wordsOfSenses(['S', 'M', 'L']).get('S')).toContain('small')
    expect(wordsOfSenses(['Violin 1', 'Violin 2', 'Viola']).get('Violin 2')).toEqual(expect.arrayContaining(['vln2', 'geige2', 'vl2']))
  })
  test.each([[['S', 'A', 'X']], [['T']], [['left', 'middle']], [['Violin 1', 'Table 2']]])('of %j nothing is', (values) => {
    expect(wordsOfSenses(values).size).toBe(0)
  })
})
