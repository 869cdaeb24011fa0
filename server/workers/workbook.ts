import type { RosterTable } from '#core/roster/read'
import type { WorkbookFault } from '#core/roster/workbook'
import { readWorkbook, WorkbookError } from '#core/roster/workbook'

/** Cells of a spreadsheet's first sheet, or what is wrong with it. */
export default async function readSheet(bytes: Uint8Array): Promise<{ table: RosterTable } | { fault: WorkbookFault }> {
  try {
    return { table: await readWorkbook(bytes) }
  }
  catch (error) {
    if (error instanceof WorkbookError) return { fault: error.fault }
    throw error
  }
}
