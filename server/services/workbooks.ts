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
