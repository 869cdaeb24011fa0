import { randomBytes, randomInt } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import type { Person } from '#core/roster/types'
import type { MadeLink, SignedIn as Account } from '#shared/answers'
import { newestRoster } from '../database/briefs'
import { db } from '../database/connection'
import type { DoorLinkRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { hashOfToken } from '../utils/token'
import { requireRole } from './access'
import { takeTurn } from './turns'

/** Signs of a code that is typed: none of them is taken for another (Crockford, Base 32). */
const CODE_SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
const CODE_LENGTH = 12
/** Links that were not known, from one place within an hour, before each further one has to wait. */
const FREE_GUESSES = 60

/** Whose link a request came with. */
export interface DoorHolder { briefId: string, person: string, linkId: string }

const newCode = (): string => Array.from({ length: CODE_LENGTH }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]).join('')

/**
 * A typed code as it is kept: what looks like another sign is read as it.
 *
 * @example
 * plainCode('k7qf-2mxd o9il') //=> 'K7QF2MXD0911'
 */
export function plainCode(typed: string): string {
  return typed.toUpperCase().replace(/[^0-9A-Z]/g, '').replaceAll('O', '0').replace(/[IL]/g, '1')
}

/** Makes links for people of a brief; those they have hold until they are revoked. */
export async function makeLinks(
  briefId: string, persons: readonly string[], madeFor: DoorLinkRow['made_for'],
): Promise<Map<string, { token: string, code: string }>> {
  const made = persons.map(person => ({ person, token: randomBytes(16).toString('base64url'), code: newCode() }))
  await db().batchInsert('door_link', made.map(({ person, token, code }) => ({
    id: uuid(), brief_id: briefId, person, token_hash: hashOfToken(token), code_hash: hashOfToken(code), made_for: madeFor,
  })), 500)
  return new Map(made.map(({ person, token, code }) => [person, { token, code: code.replace(/(.{4})(?=.)/g, '$1-') }]))
}

/** Makes a link for each of some people, or of all, to be given out by whatever way. */
export async function giveLinks(account: Account, briefId: string, persons: readonly string[] | null): Promise<MadeLink[]> {
  await requireRole(account, briefId, 'checker')
  await requireDoor(briefId)
  const people = await peopleOf(briefId)
  const chosen = persons === null ? people : people.filter(person => persons.includes(person.id))
  if (chosen.length === 0) throw refuse(404, 'Nobody of this list has such an id.')
  const links = await makeLinks(briefId, chosen.map(person => person.id), 'table')
  return chosen.map(({ id, name, group, email }) => ({ person: id, name, group, email, ...links.get(id) ?? { token: '', code: '' } }))
}

/** Ends every link of a person; what was handed in through them stays. */
export async function revokeLinks(account: Account, briefId: string, person: string): Promise<void> {
  await requireRole(account, briefId, 'checker')
  await db()('door_link').where({ brief_id: briefId, person }).whereNull('revoked_at').update({ revoked_at: db().fn.now() })
}

export async function peopleOf(briefId: string): Promise<Person[]> {
  const roster = await newestRoster(briefId)
  if (!roster || roster.people.length === 0) throw refuse(409, 'There is no list of people yet: bring one under Who.')
  return roster.people
}

export async function requireDoor(briefId: string) {
  const door = await db()('door').where('brief_id', briefId).first()
  if (!door) throw refuse(409, 'There is no door yet: open it under Receive.')
  return door
}

/** The one answer for what was never a link, was revoked, or leads to a brief that is gone. */
const NO_LINK = 'This link is not known here, or it was withdrawn. Ask whoever gave it to you for a new one.'

/**
 * Whose link a token or typed code is. Wrong ones are counted by place, and answered alike whatever is wrong with them.
 *
 * @param place - where the request comes from
 */
export async function holderOf(token: string, place: string): Promise<DoorHolder> {
  const hashes = [hashOfToken(token), hashOfToken(plainCode(token))]
  const row = await db()('door_link').join('brief', 'brief.id', 'door_link.brief_id').join('door', 'door.brief_id', 'door_link.brief_id')
    .whereNull('brief.deleted_at').whereNull('door_link.revoked_at')
    .where(query => query.where('token_hash', hashes[0]).orWhere('code_hash', hashes[1]))
    .first<{ id: string, brief_id: string, person: string } | undefined>('door_link.id', 'door_link.brief_id', 'person')
  if (row) return { briefId: row.brief_id, person: row.person, linkId: row.id }
  await takeTurn([[`door:${place}`, FREE_GUESSES]], 'links')
  throw refuse(404, NO_LINK)
}

/** Writes down that a link was used, for the coordinator to see how often. */
export async function noteUse(linkId: string): Promise<void> {
  await db()('door_link').where('id', linkId).update({ used: db().raw('used + 1'), used_at: db().fn.now() })
}
