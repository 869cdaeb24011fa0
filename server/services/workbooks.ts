import ExcelJS from 'exceljs'
import { sourceFromBytes } from '#core/bytes/source'
import { sayFault } from '#core/wording/index'
import { readBytes } from '#core/formats/identify'
import type { RosterTable } from '#core/roster/read'
import { Unzip, UnzipInflate } from 'fflate'
import { refuse } from '../utils/errors'

const MOST_UNPACKED = 64 * 1024 * 1024
const MOST_ROWS = 20_000

/** Reads the first sheet of a spreadsheet as a list's cells. */
export async function readWorkbook(bytes: Uint8Array): Promise<RosterTable> {
  const found = await readBytes(sourceFromBytes(bytes))
  if (!found.candidates.includes('xlsx') || found.state !== 'ok') {
    throw refuse(422, `The list is no spreadsheet that can be read here (found: ${found.candidates[0]}${found.fault ? `, ${sayFault(found.fault)}` : ''}); allowed are xlsx and CSV.`)
  }
  boundUnpacked(bytes)
  const book = new ExcelJS.Workbook()
  try {
    await book.xlsx.load(Buffer.from(bytes) as unknown as ArrayBuffer)
  }
  catch {
    throw refuse(422, 'The spreadsheet cannot be read; save it again, or save the list as CSV.')
  }
  const sheet = book.worksheets[0]
  const rows: string[][] = []
  sheet?.eachRow((row) => {
    if (rows.length >= MOST_ROWS) return
    const cells: string[] = []
    for (let column = 1; column <= Math.min(sheet.columnCount, 100); column++) cells.push(row.getCell(column).text.trim().normalize('NFC'))
    if (cells.some(Boolean)) rows.push(cells)
  })
  const [header = [], ...rest] = rows
  if (header.length === 0) throw refuse(422, 'The first sheet is empty: needed is a header row and one row a person.')
  return { header, rows: rest, encoding: 'utf-8', delimiter: ',' }
}

/** A spreadsheet is a packed archive: how much it unpacks to is measured, whatever it states, before it is unpacked in memory. */
function boundUnpacked(bytes: Uint8Array): void {
  let unpacked = 0
  const unzip = new Unzip((file) => {
    file.ondata = (error, chunk) => {
      if (error) throw error
      unpacked += chunk.length
      if (unpacked > MOST_UNPACKED) throw refuse(422, `The spreadsheet unpacks to more than ${MOST_UNPACKED} bytes; save the list as CSV.`)
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  for (let at = 0; at < bytes.length; at += 65_536) unzip.push(bytes.subarray(at, at + 65_536), at + 65_536 >= bytes.length)
}
