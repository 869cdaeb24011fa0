import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import type { Member, Role } from '#shared/answers'
import { requireRole } from './access'
import type { Account } from './accounts'

/** Who works on a brief: its owner decides, checkers receive and check, readers look. */
export async function listMembers(account: Account, briefId: string): Promise<Member[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await db()('brief_member')
    .join('account', 'account.id', 'brief_member.account_id').where('brief_id', briefId).orderBy('account.name')
    .select<Omit<Member, 'self'>[]>('account.id', 'account.name', 'account.mail', 'role')
  return rows.map(row => ({ ...row, self: row.id === account.id }))
}

/** Shares a brief with somebody who has an account here, or gives them another role. */
export async function shareBrief(account: Account, briefId: string, mail: string, role: Role): Promise<void> {
  await requireRole(account, briefId, 'owner')
  const other = await db()('account').where({ mail: mail.trim().toLowerCase() }).first('id')
  if (!other) throw refuse(404, `Nobody here has the address "${mail.trim()}". Invite them first, under your account.`)
  await db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    await trx('brief_member').insert({ brief_id: briefId, account_id: other.id, role }).onConflict(['brief_id', 'account_id']).merge(['role'])
    await keepOwner(trx, briefId)
  })
}

/** Ends somebody's part in a brief; anybody may end their own. */
export async function endShare(account: Account, briefId: string, memberId: string): Promise<void> {
  await requireRole(account, briefId, memberId === account.id ? 'reader' : 'owner')
  await db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    const ended = await trx('brief_member').where({ brief_id: briefId, account_id: memberId }).delete()
    if (ended === 0) throw refuse(404, 'There is nothing here.')
    await keepOwner(trx, briefId)
  })
}

async function keepOwner(trx: ReturnType<typeof db>, briefId: string): Promise<void> {
  const owner = await trx('brief_member').where({ brief_id: briefId, role: 'owner' }).first('account_id')
  if (!owner) throw refuse(409, 'A brief needs an owner: make somebody else one first.')
}
