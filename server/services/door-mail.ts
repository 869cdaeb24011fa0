import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { log } from '../utils/log'
import { hashOfToken } from '../utils/token'
import { makeLinks, peopleOf } from './door-links'
import { post } from './notices'
import { takeTurn } from './turns'

/** One person asks for their own link so often within an hour, one place for so many. */
const FREE = { person: 3, place: 60 }

/** Where people reach this installation: what links in letters begin with. */
export function publicAddress(): string {
  const address = process.env.USITOR_ADDRESS
  if (!address) throw refuse(409,
    'Links cannot be written into letters: whoever runs the server has not said at which address it is reached (USITOR_ADDRESS).')
  return address.replace(/\/$/, '')
}

export const doorAddress = (token: string): string => `${publicAddress()}/door#${token}`

/**
 * Sends somebody their own link, to the address the list has. Nothing tells whether anybody of the list is called so: neither answer nor time.
 *
 * @param link - of the one link for all
 * @param who - id or mail address, as typed
 */
export async function askForLink(link: string, who: string, place: string): Promise<void> {
  const asked = who.trim().toLowerCase()
  await takeTurn([[`door-ask:${asked}`, FREE.person], [`door:${place}`, FREE.place]], 'requests')
  void (async () => {
    const door = await db()('door').join('brief', 'brief.id', 'door.brief_id').whereNull('deleted_at').where('common_hash', hashOfToken(link))
      .first<{ brief_id: string, title: string } | undefined>('brief_id', 'title')
    if (!door || !process.env.SMTP_URL) return
    const person = (await peopleOf(door.brief_id)).find(one => one.id.toLowerCase() === asked || (one.email !== ''
      && one.email.toLowerCase() === asked))
    if (!person?.email) return
    const made = (await makeLinks(door.brief_id, [person.id], 'mail')).get(person.id)
    if (!made) return
    await post(person.email, `${door.title}: your own link`, `Hello ${person.given || person.name},\n\nhere you hand in for "${door.title}":\n\n`
    + `${doorAddress(made.token)}\n\nIt is yours alone: whoever has it can hand in for you. If you did not ask for it, there is nothing to do.\n`)
  })().catch((error: unknown) => log.warn({ problem: error instanceof Error ? error.message : String(error) }, 'a link was not sent'))
}
