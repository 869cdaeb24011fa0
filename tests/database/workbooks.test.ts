import ExcelJS from 'exceljs'
import { strToU8, zipSync } from 'fflate'
import { expect, test } from 'vitest'
import { readRoster } from '../../core/roster/read'
import { readWorkbook } from '../../server/services/workbooks'

test('a list in a spreadsheet is read like one in CSV', async () => {
  const book = new ExcelJS.Workbook()
  const sheet = book.addWorksheet('people')
  sheet.addRow(['id', 'given', 'family', 'group'])
  sheet.addRow(['007', 'Zoë', 'd\'Arquelle', 'Reef'])
  sheet.addRow([8, { richText: [{ text: 'Bo' }] }, 'Lindqvast', null])
  const table = await readWorkbook(new Uint8Array(await book.xlsx.writeBuffer() as ArrayBuffer))
  expect(readRoster(table).roster.people.map(({ id, name, group }) => [id, name, group])).toEqual([['007', 'Zoë d\'Arquelle', 'Reef'], ['8', 'Bo Lindqvast', '']])
})

/** The least that makes a package a spreadsheet (ECMA-376 part 2 §10.1.2). */
const PARTS = {
  '[Content_Types].xml': strToU8('<Types><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>'),
  'xl/workbook.xml': strToU8('<workbook>'),
}

test.each<[string, Uint8Array, string]>([
  ['no spreadsheet', strToU8('given,family\n'), 'no spreadsheet'],
  ['another package', zipSync({ 'a.txt': strToU8('a') }), 'found: zip'],
  ['one that unpacks to far more', zipSync({ ...PARTS, 'xl/big.xml': new Uint8Array(70_000_000) }), 'unpacks to more than'],
  ['a broken one', zipSync(PARTS), ''],
])('%s is refused in words', async (_, bytes, said) => {
  await expect(readWorkbook(bytes)).rejects.toMatchObject({ statusCode: 422, message: expect.stringContaining(said) })
})
