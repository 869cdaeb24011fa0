import type { Receipt } from '#core/receipts/receipt'
import { receiptShape } from '#core/receipts/receipt'
import type { EarlierRecord, ShownRecord } from '#shared/answers'
import { db } from '../database/connection'
import type { EarlierRecordRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import type { Account } from './accounts'

/** Keeps what was written down of a packed brief in one that was read back and has nothing of the kind. */
export async function keepRecord(account: Account, briefId: string, record: EarlierRecord): Promise<void> {
  await requireRole(account, briefId, 'checker')
  for (const [at, receipt] of record.receipts.entries()) {
    await receiptShape.yup.validate(receipt, { strict: true }).catch((error: unknown) => {
      throw refuse(422, `receipts[${at}]: ${error instanceof Error ? error.message.slice(0, 500) : 'is no receipt'}`)
    })
  }
  const kept = await db()('earlier_record').insert({ brief_id: briefId, record: JSON.stringify(record), read_by: account.id })
    .onConflict('brief_id').ignore().returning('brief_id')
  if (kept.length === 0) throw refuse(409, 'What was written down before is kept here already.')
}

/** What was written down of a brief before it was packed away; `null`: it was not read back. */
export async function recordOf(account: Account, briefId: string): Promise<ShownRecord | null> {
  await requireRole(account, briefId, 'reader')
  const [row] = await db()('earlier_record').leftJoin('account', 'account.id', 'read_by').where('brief_id', briefId)
    .select<(Pick<EarlierRecordRow, 'record' | 'read_at'> & { by: string | null })[]>('record', 'read_at', 'account.name as by')
  return row ? { ...row.record, receipts: row.record.receipts as Receipt[], readAt: row.read_at.toISOString(), by: row.by } : null
}
