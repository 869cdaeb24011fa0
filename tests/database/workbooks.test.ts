import { strToU8, zipSync } from 'fflate'
import { expect, test } from 'vitest'
import { writeWorkbook } from '../../core/reporting/workbook'
import { readRoster } from '../../core/roster/read'
import { readWorkbook } from '../../server/services/workbooks'

type Cell = string | number | { rich: string } | null

/** A spreadsheet written by hand (ECMA-376 part 1 §18.3.1): inline texts, a text of several runs, numbers. */
function sheetOf(...rows: Cell[][]): Uint8Array {
  const cell = (value: Cell) => {
    if (value === null) return '<c/>'
    if (typeof value === 'number') return `<c><v>${value}</v></c>`
    return `<c t="inlineStr"><is>${typeof value === 'string' ? `<t>${value}</t>` : `<r><t>${value.rich}</t></r>`}</is></c>`
  }
  const named = (row: Cell[], rowIndex: number) => row.map((value, column) => cell(value).replace(
    '<c', `<c r="${'ABCDEFGH'[column]}${rowIndex + 1}"`,
  )).join('')
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
  const rels = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
  const packed = 'http://schemas.openxmlformats.org/package/2006'
  return zipSync({
    '[Content_Types].xml': strToU8(`<Types xmlns="${packed}/content-types"><Default Extension="rels" `
      + 'ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/xl/workbook.xml" '
      + 'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>'),
    '_rels/.rels': strToU8(
      `<Relationships xmlns="${packed}/relationships"><Relationship Id="a" Type="${rels}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': strToU8(`<workbook xmlns="${main}" xmlns:r="${rels}"><sheets><sheet name="people" sheetId="1" r:id="b"/></sheets></workbook>`),
    'xl/_rels/workbook.xml.rels': strToU8(
      `<Relationships xmlns="${packed}/relationships"><Relationship Id="b" Type="${rels}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': strToU8(`<worksheet xmlns="${main}"><sheetData>${rows.map((row, at) => `<row r="${at + 1}">${named(row, at)}</row>`)
      .join('')}</sheetData></worksheet>`),
  })
}

const READER = { id: 'reader', mail: '', name: '' }

test('a list in a spreadsheet is read like one in CSV', async () => {
  const table = await readWorkbook(READER, sheetOf(
    ['id', 'given', 'family', 'group'], ['007', 'Zoë', 'd\'Arquelle', 'Reef'], [8, { rich: 'Bo' }, 'Lindqvast', null],
  ))
  expect(readRoster(table).roster.people.map(({ id, name, group }) => [id, name, group])).toEqual([
    ['007', 'Zoë d\'Arquelle', 'Reef'], ['8', 'Bo Lindqvast', ''],
  ])
})

/** The least that makes a package a spreadsheet (ECMA-376 part 2 §9.3, §10.1.2). */
const PARTS = {
  '[Content_Types].xml': strToU8(
    '<Types><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>',
  ),
  '_rels/.rels': strToU8('<Relationships/>'),
  'xl/workbook.xml': strToU8('<workbook/>'),
}

test.each<[string, Uint8Array, string]>([
  ['no spreadsheet', strToU8('given,family\n'), 'no spreadsheet'],
  ['another package', zipSync({ 'a.txt': strToU8('a') }), 'found: zip'],
  ['one that unpacks to far more', zipSync({ ...PARTS, 'xl/big.xml': new Uint8Array(70_000_000) }), 'unpacks to more than'],
  ['a broken one', zipSync(PARTS), ''],
])('%s is refused in words', async (_, bytes, said) => {
  await expect(readWorkbook(READER, bytes)).rejects.toMatchObject({ statusCode: 422, message: expect.stringContaining(said) })
})

test('what is written as a spreadsheet is read as it was, and nothing in it is worked out', async () => {
  const written = await writeWorkbook('People', [['id', 'name', 'right'], ['007', '=HYPERLINK("http://x.example")', 3]])
  const { header, rows } = await readWorkbook(READER, written)
  expect([header, ...rows]).toEqual([['id', 'name', 'right'], ['007', '=HYPERLINK("http://x.example")', '3']])
})
