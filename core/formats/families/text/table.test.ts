import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { tellTable } from './table'

describe('a table in a text', () => {
  test.each([
    ['comma', 'a,b\n1,2\n', { delimiter: ',', columns: 2, rows: 1 }],
    ['semicolon with decimal commas', 'a;b\n1,5;2,5\n3;4\n', { delimiter: ';', columns: 2, rows: 2 }],
    ['tab', 'a\tb\tc\n1\t2\t3\n', { delimiter: '\t', columns: 3, rows: 1 }],
    ['line ends of another system, and none at the end', 'a,b\r\n1,2\r\n3,4', { delimiter: ',', columns: 2, rows: 2 }],
    ['empty lines left in', 'a,b\n\n1,2\n   \n3,4\n', { delimiter: ',', columns: 2, rows: 2 }],
    ['empty fields', 'a,b,c\n,,\n1,,\n', { delimiter: ',', columns: 3, rows: 2 }],
    // RFC 4180 §2, rules 6 and 7
    ['quoted line ends, delimiters and quotes', 'a,b\n"1\n,2","say ""3"""\n', { delimiter: ',', columns: 2, rows: 1 }],
    ['a single line', 'a,b\n', null],
    ['one column', 'a\n1\n2\n', null],
    ['lines of unlike length', 'Dear all,\nhere it is, at last, done.\n', null],
    ['a quote that stays open', 'a,b\n"1,2\n', null],
    ['nothing', '', null],
  ])('%s', (_, text, expected) => {
    expect(tellTable(text)).toEqual(expected)
  })

  const cell = fc.oneof(fc.stringMatching(/^[a-z0-9]{0,6}$/), fc.stringMatching(/^[a-z ,;"\n]{0,9}$/))
  test('has as many columns and rows as an independent reader of RFC 4180 finds in it', () => {
    const shape = fc.record({
      columns: fc.integer({ min: 2, max: 6 }), count: fc.integer({ min: 2, max: 2000 }),
      cells: fc.array(cell, { minLength: 6, maxLength: 60 }), newline: fc.constantFrom('\n', '\r\n'), quotes: fc.boolean(),
    })
    fc.assert(fc.property(shape, ({ columns, count, cells, newline, quotes }) => {
      // the first field is never empty, so that no record is an empty line
      const table = Array.from({ length: count }, (_, row) => Array.from({ length: columns }, (_, column) =>
        (column === 0 ? `r${row}` : cells[(row * columns + column) % cells.length] ?? '')))
      const text = Papa.unparse(table, { delimiter: ',', newline, quotes })
      const read = Papa.parse<string[]>(text, { delimiter: ',', newline }).data
      expect(read.length).toBe(table.length)
      expect(tellTable(text)).toEqual({ delimiter: ',', columns: read[0]?.length, rows: read.length - 1 })
    }), { numRuns: 150 })
  })
})
