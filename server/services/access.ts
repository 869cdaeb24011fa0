import type { Knex } from 'knex'
import { db } from '../database/connection'
import type { Role, SignedIn as Account } from '#shared/answers'
import { refuse } from '../utils/errors'

const RANK: Record<Role, number> = { reader: 0, checker: 1, owner: 2 }

/** Lets an account at a brief with at least this role; to anybody else the brief does not exist. */
export async function requireRole(account: Account, briefId: string, least: Role, trx: Knex = db()): Promise<Role> {
  const row = await trx('brief_member').join('brief', 'brief.id', 'brief_member.brief_id').whereNull('brief.deleted_at')
    .where({ brief_id: briefId, account_id: account.id }).first('role')
  if (!row) throw refuse(404, 'There is nothing here.')
  const role = row.role as Role
  if (RANK[role] < RANK[least]) throw refuse(403, `This needs the role ${least}; yours is ${role}.`)
  return role
}

/** Lets nobody in but who runs the installation. */
export async function requireAdministrator(account: Account): Promise<void> {
  const own = await db()('account').where('id', account.id).first('administrator')
  if (!own?.administrator) throw refuse(403, 'Only who runs this installation can do this.')
}

/** The brief a check belongs to, if this account may read it. */
export async function requireCheck(account: Account, checkId: string): Promise<{ briefId: string }> {
  const row = await db()('check_run').where('id', checkId).first('brief_id')
  if (!row) throw refuse(404, 'There is nothing here.')
  await requireRole(account, row.brief_id, 'reader')
  return { briefId: row.brief_id }
}

export interface IntakeRow { id: string, brief_id: string, state: 'receiving' | 'complete', keeps: boolean }

/** An intake that is still being received, for who may add to it; what came through a door is nobody's to change. */
export async function requireIntake(account: Account, intakeId: string): Promise<IntakeRow> {
  const row: IntakeRow | undefined = await db()('intake').where('id', intakeId)
    .whereNotExists(db()('hand_in').whereRaw('hand_in.intake_id = intake.id')).first('id', 'brief_id', 'state', 'keeps')
  if (!row) throw refuse(404, 'There is nothing here.')
  await requireRole(account, row.brief_id, 'checker')
  return row
}
