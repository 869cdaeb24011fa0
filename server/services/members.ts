import { v7 as uuid } from 'uuid'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import type { EventKind, Member, Members, Role, ShareOffer } from '#shared/answers'
import { requireRole } from './access'
import type { Account } from './accounts'
import { noteEvent } from './events'

/** So many addresses may be asked without having answered. */
const OPEN_OFFERS = 100

/** Who works on a brief: its owner decides, checkers receive and check, readers look; owners also see whom they asked. */
export async function listMembers(account: Account, briefId: string): Promise<Members> {
  const role = await requireRole(account, briefId, 'reader')
  const rows = await db()('brief_member')
    .join('account', 'account.id', 'brief_member.account_id').where('brief_id', briefId).orderBy('account.name')
    .select<Omit<Member, 'self'>[]>('account.id', 'account.name', 'account.mail', 'role')
  const offers = role === 'owner' ? await db()('share_offer').where('brief_id', briefId).orderBy('offered_at').select('id', 'mail', 'role') : []
  const taken = role === 'owner' ? await takenBy(briefId, account.id) : []
  return { members: rows.map(row => ({ ...row, self: row.id === account.id })), offers, taken }
}

/** What others took out of a brief, the latest first. */
async function takenBy(briefId: string, owner: string): Promise<Members['taken']> {
  const rows = await db()('event').join('account', 'account.id', 'event.account_id').where('brief_id', briefId).whereNot('account_id', owner)
    .whereIn('kind', ['brief-copied', 'brief-packed', 'exported', 'copy-downloaded', 'file-downloaded']).orderBy('event.at', 'desc').limit(50)
    .select<{ at: Date, name: string, kind: EventKind }[]>('event.at', 'account.name', 'event.kind')
  return rows.map(({ at, name, kind }) => ({ at: at.toISOString(), name, kind }))
}

/** Gives a member another role, or asks an address to take part. Whether anybody here has that address shows nowhere. */
export async function shareBrief(account: Account, briefId: string, given: string, role: Role): Promise<void> {
  await requireRole(account, briefId, 'owner')
  const mail = given.trim().toLowerCase()
  await db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    const member = await trx('brief_member').join('account', 'account.id', 'brief_member.account_id')
      .where({ brief_id: briefId, mail }).first<{ id: string } | undefined>('account.id')
    if (member) {
      await trx('brief_member').where({ brief_id: briefId, account_id: member.id }).update({ role })
      await keepOwner(trx, briefId)
      return
    }
    const open = await trx('share_offer').where({ brief_id: briefId }).whereNot({ mail }).select('id')
    if (open.length >= OPEN_OFFERS) throw refuse(409, `${OPEN_OFFERS} addresses were asked and have not answered; take one back first.`)
    await trx('share_offer').insert({ id: uuid(), brief_id: briefId, mail, role, offered_by: account.id })
      .onConflict(['brief_id', 'mail']).merge(['role'])
  })
  await noteEvent('brief-shared', { account: account.id, brief: briefId, about: role })
}

/** Takes back that an address was asked. */
export async function takeBackOffer(account: Account, briefId: string, id: string): Promise<void> {
  await requireRole(account, briefId, 'owner')
  if (await db()('share_offer').where({ id, brief_id: briefId }).delete() === 0) throw refuse(404, 'There is nothing here.')
}

/** Briefs an account is asked to take part in. */
export async function listOffers(account: Account): Promise<ShareOffer[]> {
  return db()('share_offer').join('brief', 'brief.id', 'share_offer.brief_id').leftJoin('account', 'account.id', 'share_offer.offered_by')
    .where('share_offer.mail', account.mail).orderBy('offered_at', 'desc')
    .select<ShareOffer[]>('share_offer.id', 'brief.title', 'share_offer.role', 'account.name as by')
}

/** Takes part, or not. */
export async function answerOffer(account: Account, id: string, takes: boolean): Promise<{ briefId: string }> {
  return db().transaction(async (trx) => {
    const offer = await trx('share_offer').where({ id, mail: account.mail }).forUpdate().first('brief_id', 'role')
    if (!offer) throw refuse(404, 'There is nothing here.')
    await trx('share_offer').where({ id }).delete()
    if (takes) {
      await trx('brief_member').insert({ brief_id: offer.brief_id, account_id: account.id, role: offer.role })
        .onConflict(['brief_id', 'account_id']).ignore()
    }
    return { briefId: offer.brief_id }
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
  await noteEvent('member-left', { account: account.id, brief: briefId })
}

async function keepOwner(trx: ReturnType<typeof db>, briefId: string): Promise<void> {
  const owner = await trx('brief_member').where({ brief_id: briefId, role: 'owner' }).first('account_id')
  if (!owner) throw refuse(409, 'A brief needs an owner: make somebody else one first.')
}
