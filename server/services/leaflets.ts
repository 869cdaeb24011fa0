import { createHash } from 'node:crypto'
import type { BriefDocument } from '#core/brief/document'
import { readBrief } from '#core/brief/read'
import type { Unit } from '#core/brief/units'
import { listUnits } from '#core/brief/units'
import { writeLeaflet } from '#core/reporting/leaflet'
import { textOfLeaflet, writeLeafletLetter } from '#core/reporting/leaflet-letter'
import { fillWords } from '#core/reporting/letters'
import { LINK_SIGN } from '#core/reporting/link-sign'
import { copiesOf } from '#core/roster/copies'
import { groupOf, valueIn, valuesOf } from '#core/roster/values'
import { gather } from '#core/text/gather'
import { writeWallLeaflet } from '#core/reporting/wall-leaflet'
import type { DoorLanguage } from '#core/wording/door/index'
import { DOOR_LANGUAGES, languageMeant, languageOf, loadDoorWords } from '#core/wording/door/index'
import type { LeafletsAnswer, PreparedLeaflet, SignedIn as Account, SlipsAsked } from '#shared/answers'
import { newestRoster, newestVersion } from '../database/briefs'
import { db } from '../database/connection'
import { breathing } from '../utils/breathe'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import { rosterOn } from './check-input'
import { columnsOf, wordsOf } from './letters'
import { postLetters } from './mailing'
import { post } from './notices'
import { addressesOf, sayWhen } from './slips'
import { startFileOf } from './start-files'

/** What each person of a brief is told beforehand: names, folders, formats, times, and their own link where there is a door. */
async function prepareLeaflets(account: Account, briefId: string) {
  await requireRole(account, briefId, 'reader')
  const [version, stored, door] = await Promise.all([
    newestVersion(briefId), newestRoster(briefId), db()('door').where({ brief_id: briefId, open: true }).first('brief_id'),
  ])
  if (!version || !stored) throw refuse(409, 'A leaflet needs a list and a rule: bring a list under Who, and set a rule under Ask.')
  const { document } = version
  const roster = rosterOn(stored, document, Date.now())
  const [brief, words] = await Promise.all([readBrief(document, stored), wordsOf(account, briefId, columnsOf(stored.columns))])
  const units = new Map<string, Unit[]>()
  for (const unit of listUnits(brief, roster).units) gather(units, `${unit.requirement.holder}\n${unit.holder}`, unit)
  const sent = await db()('slip_mail').where({ brief_id: briefId, state: 'sent', kind: 'leaflet' }).select('holder', 'digest', 'sent_at')
  const before = new Map(sent.map(one => [`${one.holder}\n${one.digest}`, one.sent_at]))
  const breathe = breathing()
  const leaflets: PreparedLeaflet[] = []
  for (const person of roster.people) {
    await breathe()
    const pieces = writeLeaflet([...units.get(`person\n${person.id}`) ?? [], ...units.get(`group\n${groupOf(person)}`) ?? []], person)
    if (pieces.length === 0) continue
    const values = valuesOf(person, '')
    const language = languageMeant(languageOf(person.fields))
    const said = await loadDoorWords(language)
    const letter = writeLeafletLetter({
      title: document.title, holder: { name: person.name, group: person.group }, pieces, said, link: door ? LINK_SIGN : null,
      noteOf: noteIn(document), sayTime: time => sayWhen(new Date(time), document.zone, language),
      words: fillWords(await words(language), column => valueIn(values, column), person.name),
    })
    const digest = createHash('sha256').update(`leaflet\n${letter.subject}\n${textOfLeaflet(letter.lines)}`).digest('hex')
    leaflets.push({
      person: person.id, name: person.name, group: person.group, addresses: addressesOf([person]).addresses, copies: copiesOf(person),
      ...letter, language, digest, pieces,
      sentAt: before.get(`${person.id}\n${digest}`)?.toISOString() ?? null,
    })
  }
  const writeWall = () => Promise.all((Object.keys(DOOR_LANGUAGES) as DoorLanguage[]).map(async language => ({
    language, lines: writeWallLeaflet(brief, stored, {
      title: document.title, said: await loadDoorWords(language), noteOf: noteIn(document),
      sayTime: time => sayWhen(new Date(time), document.zone, language),
    }),
  })))
  return { leaflets, writeWall, canSend: Boolean(process.env.SMTP_URL), door: door !== undefined }
}

/** Everybody's leaflets, and the rule for a wall in every language. */
export async function getLeaflets(account: Account, briefId: string): Promise<LeafletsAnswer> {
  const { writeWall, ...prepared } = await prepareLeaflets(account, briefId)
  const [wall, start] = await Promise.all([writeWall(), startFileOf(briefId)])
  return { ...prepared, wall, start }
}

const noteIn = (document: BriefDocument) => (id: string) => document.requirements.find(one => one.id === id)?.note ?? ''

/** Sends leaflets to those who are named; the same never goes to the same address twice, unless `again`. */
export async function sendLeaflets(account: Account, briefId: string, people: readonly string[], again: boolean): Promise<SlipsAsked> {
  await requireRole(account, briefId, 'checker')
  const { leaflets } = await prepareLeaflets(account, briefId)
  const wanted = new Set(people)
  const letters = leaflets.filter(one => wanted.has(one.person))
    .map(({ person, lines, ...one }) => ({ ...one, text: textOfLeaflet(lines), holder: person, persons: one.addresses.map(() => person) }))
  return postLetters(account, { briefId, checkId: null, kind: 'leaflet' }, letters, again)
}

/** Sends one leaflet to oneself, to see how it arrives; it holds no link. */
export async function tryLeaflet(account: Account, briefId: string, person: string): Promise<void> {
  await requireRole(account, briefId, 'checker')
  const { leaflets, canSend } = await prepareLeaflets(account, briefId)
  const leaflet = leaflets.find(one => one.person === person)
  if (!leaflet) throw refuse(404, 'Nobody of this list has this id.')
  if (!canSend) throw refuse(409, 'No mail server is set here (SMTP_URL).')
  await post(account.mail, leaflet.subject, textOfLeaflet(leaflet.lines).replaceAll(LINK_SIGN, `(the link of ${leaflet.name})`))
}
