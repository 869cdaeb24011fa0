import { Unzip, UnzipInflate } from 'fflate'
import readSheets from 'read-excel-file/universal'
import { sourceFromBytes } from '../bytes/source'
import { readBytes } from '../formats/identify'
import type { Fault } from '../formats/faults'
import type { RosterTable } from './read'

const MOST_UNPACKED = 64 * 1024 * 1024
const MOST_ROWS = 20_000
const MOST_COLUMNS = 100

/** Why a spreadsheet cannot be read as a list. */
export type WorkbookFault
  = | { kind: 'no-spreadsheet', format: string, fault: Fault | null }
    | { kind: 'too-large', most: number }
    | { kind: 'unreadable' }
    | { kind: 'empty' }

/** A spreadsheet that is no list. */
export class WorkbookError extends Error {
  constructor(readonly fault: WorkbookFault) {
    super(fault.kind)
    this.name = 'WorkbookError'
  }
}

/**
 * Reads the first sheet of a spreadsheet as a list's cells.
 *
 * @param bytes - an xlsx file
 * @throws WorkbookError where it is none, unpacks to too much, cannot be read or holds nothing
 */
export async function readWorkbook(bytes: Uint8Array): Promise<RosterTable> {
  const reading = await readBytes(sourceFromBytes(bytes))
  if (!reading.candidates.includes('xlsx') || reading.state !== 'ok') {
    throw new WorkbookError({ kind: 'no-spreadsheet', format: reading.candidates[0] ?? 'unknown', fault: reading.fault })
  }
  boundUnpacked(bytes)
  let data: readonly (readonly unknown[])[]
  try {
    const [sheet] = await readSheets(bytes.slice().buffer)
    data = sheet?.data ?? []
  }
  catch {
    throw new WorkbookError({ kind: 'unreadable' })
  }
  const rows = data.slice(0, MOST_ROWS).map(row => row.slice(0, MOST_COLUMNS).map(sayCell)).filter(row => row.some(Boolean))
  const [header = [], ...rest] = rows
  if (header.length === 0) throw new WorkbookError({ kind: 'empty' })
  return { header, rows: rest, encoding: 'utf-8', delimiter: ',' }
}

/** A cell as text; a day without its time of day. */
function sayCell(cell: unknown): string {
  if (cell === null || cell === undefined) return ''
  if (cell instanceof Date) return cell.toISOString().replace(/T00:00:00\.000Z$/, '')
  return String(cell).trim().normalize('NFC')
}

/** A spreadsheet is a packed archive: how much it unpacks to is measured, whatever it states, before it is unpacked in memory. */
function boundUnpacked(bytes: Uint8Array): void {
  let unpacked = 0
  const unzip = new Unzip((file) => {
    file.ondata = (error, chunk) => {
      if (error) throw error
      unpacked += chunk.length
      if (unpacked > MOST_UNPACKED) throw new WorkbookError({ kind: 'too-large', most: MOST_UNPACKED })
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  for (let offset = 0; offset < bytes.length; offset += 65_536) unzip.push(bytes.subarray(offset, offset + 65_536), offset + 65_536 >= bytes.length)
}
