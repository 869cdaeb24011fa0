import writeSheet from 'write-excel-file/universal'
import type { RosterTable } from '#core/roster/read'
import { sayWorkbookFault } from '#core/wording/index'
import { refuse } from '../utils/errors'
import { onThread } from '../utils/threads'
import type readSheet from '../workers/workbook'
import type { Account } from './accounts'

/** Reads the first sheet of a spreadsheet as a list's cells. */
export async function readWorkbook(account: Account, bytes: Uint8Array): Promise<RosterTable> {
  const read = await onThread<Awaited<ReturnType<typeof readSheet>>>('workbook', account.id, bytes)
  if ('fault' in read) throw refuse(422, sayWorkbookFault(read.fault))
  return read.table
}

/** A spreadsheet of one sheet, the header row standing while the rest is scrolled. Cells are text or numbers: nothing in them is ever worked out. */
export async function writeWorkbook(sheet: string, rows: readonly (readonly (string | number)[])[]): Promise<Uint8Array> {
  const cells = rows.map((row, at) => row.map(value => ({
    value, type: typeof value === 'number' ? Number : String, ...(at === 0 ? { fontWeight: 'bold' as const } : {}),
  })))
  const blob = await writeSheet(cells, { sheet, stickyRowsCount: 1 }).toBlob()
  return new Uint8Array(await blob.arrayBuffer())
}
