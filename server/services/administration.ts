import type { AdministeredAccount } from '#shared/answers'
import { db, rowsOf } from '../database/connection'
import { refuse } from '../utils/errors'
import type { Account } from './accounts'
import { requireAdministrator } from './access'
import { leaveBriefs } from './erase'
import { noteEvent } from './events'

type AccountLine = Omit<AdministeredAccount, 'createdAt' | 'seenAt' | 'self'> & { created_at: Date, seen_at: Date | null }

/** Every account: whose it is, when it was used last, and how many briefs are its own alone. */
export async function listAccounts(account: Account): Promise<AdministeredAccount[]> {
  await requireAdministrator(account)
  const rows = await rowsOf<AccountLine>(db(), `
    select account.id, mail, name, administrator, second_factor_at is not null as second, created_at,
      (select max(seen_at) from session where account_id = account.id) as seen_at,
      (select count(*)::int from brief_member m join brief on brief.id = m.brief_id and deleted_at is null where m.account_id = account.id) as briefs,
      (select count(*)::int from brief_member m where m.account_id = account.id and m.role = 'owner' and not exists (
        select 1 from brief_member other where other.brief_id = m.brief_id and other.role = 'owner' and other.account_id <> m.account_id)) as alone
    from account order by name, mail`, [])
  return rows.map(({ created_at: created, seen_at: seen, ...row }) => ({
    ...row, createdAt: created.toISOString(), seenAt: seen?.toISOString() ?? null, self: row.id === account.id,
  }))
}

/** Makes somebody an administrator, or no longer; one is always left. */
export async function letAdminister(account: Account, id: string, administrator: boolean): Promise<void> {
  await requireAdministrator(account)
  await db().transaction(async (trx) => {
    await trx.raw('lock table account in share row exclusive mode')
    if (!await trx('account').where('id', id).first('id')) throw refuse(404, 'There is no such account.')
    const other = await trx('account').whereNot('id', id).where('administrator', true).first('id')
    if (!administrator && !other) throw refuse(409, 'Somebody has to run this installation: make another account an administrator first.')
    await trx('account').where('id', id).update({ administrator })
  })
  await noteEvent('administrator-changed', { account: account.id, about: administrator ? 'made' : 'no longer' })
}

/**
 * Closes somebody's account.
 *
 * @param heir - who owns from then on what was theirs alone; `null`: it is deleted
 */
export async function closeFor(account: Account, id: string, heir: string | null): Promise<void> {
  await requireAdministrator(account)
  if (id === account.id) throw refuse(409, 'Your own account is closed under your account, with your password.')
  if (heir === id) throw refuse(422, 'heir: whoever leaves cannot keep the briefs')
  await db().transaction(async (trx) => {
    await trx.raw('lock table account in share row exclusive mode')
    if (!await trx('account').where('id', id).first('id')) throw refuse(404, 'There is no such account.')
    if (heir !== null && !await trx('account').where('id', heir).first('id')) throw refuse(422, 'heir: there is no such account')
    await leaveBriefs(trx, id, heir)
    await trx('account').where('id', id).delete()
  })
  await noteEvent('account-closed', { account: account.id, about: heir === null ? 'by an administrator' : 'by an administrator, briefs handed on' })
}
