import { createHash } from 'node:crypto'
import type { BriefDocument } from '#core/brief/document'
import { titleOfDocument } from '#core/brief/document'
import type { ListColumns } from '#core/brief/list-words'
import { columnMeant } from '#core/brief/list-words'
import { isByMember } from '#core/brief/forms'
import { readBrief } from '#core/brief/read'
import { listUnits } from '#core/brief/units'
import { fillWords } from '#core/reporting/letters'
import { BESIDE_LINK, LINK_SIGN } from '#core/reporting/link-sign'
import type { Slip, SlipInput } from '#core/reporting/slips'
import { hideNames } from '#core/reporting/hide-names'
import { writeSlip } from '#core/reporting/slips'
import { copiesOf } from '#core/roster/copies'
import type { Person } from '#core/roster/types'
import { groupOf, valueIn, valuesOf } from '#core/roster/values'
import type { DoorLanguage } from '#core/wording/door/index'
import { languageMeant, languageOf } from '#core/wording/door/index'
import { loadSlipSpeech } from '#core/wording/slip/index'
import type { PreparedSlip, SentSlip, SlipsAnswer, SlipsAsked } from '#shared/answers'
import { db } from '../database/connection'
import { breathing } from '../utils/breathe'
import { requireCheck, requireRole } from './access'
import type { Account } from './accounts'
import { columnsOf, copiedKinds, wordsOf } from './letters'
import { postLetters } from './mailing'
import { askedIn } from './reports'
import { checkMade, holdersOf, slipsOf } from '../database/check-rows'

const HOLDERS_AT_ONCE = 100
/** Writes the slips of every holder of a check, or of some. */
export async function prepareSlips(
  account: Account, checkId: string, only: readonly string[] | null = null,
): Promise<SlipsAnswer> {
  const { briefId } = await requireCheck(account, checkId)
  const { checked_at: checked, document, people, columns, headings } = await checkMade(checkId)
  const [brief, words] = await Promise.all([readBrief(document, { columns, headings }), wordsOf(account, briefId, columnsOf(columns))])
  const requirements = askedIn(document)
  const door = await db()('door').where({ brief_id: briefId, open: true, keeps: true }).first('brief_id')
  const holders = await holdersOf(checkId)
  const wanted = only === null ? holders : holders.filter(holder => only.includes(holder))
  const sent = await db()('slip_mail').where({ brief_id: briefId, state: 'sent' }).select('holder', 'digest', 'sent_at')
  const before = new Map(sent.map(one => [`${one.holder}\n${one.digest}`, one.sent_at]))
  const byId = new Map(people.map(person => [person.id, person]))
  const hiding = hideNames(people)
  const slips: PreparedSlip[] = []
  const breathe = breathing()
  for (let position = 0; position < wanted.length; position += HOLDERS_AT_ONCE) {
    const some = new Set(wanted.slice(position, position + HOLDERS_AT_ONCE))
    const { units } = listUnits(brief, { people: people.filter(person => some.has(person.id) || some.has(groupOf(person))), columns, headings })
    const times = new Map(units.map(one => [`${one.holder}\n${one.requirement.id}`, one]))
    for (const { holder, slots, files } of await slipsOf(checkId, [...some])) {
      const kinds = new Set(slots.map(slot => requirements.find(one => one.id === slot.requirement)?.holder ?? 'person'))
      // a person and a group may bear the same text: each gets its own slip
      for (const kind of kinds) {
        await breathe()
        const own = slots.filter(slot => (requirements.find(one => one.id === slot.requirement)?.holder ?? 'person') === kind)
        const members = kind === 'person'
          ? [byId.get(holder)].flatMap(person => person ?? [])
          : people.filter(person => groupOf(person) === holder)
        const name = kind === 'person' ? members[0]?.name ?? holder : holder
        const values = kind === 'person' && members[0] ? valuesOf(members[0], '') : { group: holder }
        const language = languageOfAll(members)
        const sayTime = (time: number) => sayWhen(new Date(time), document.zone, language)
        const around = await words(language)
        const speech = await loadSlipSpeech(language)
        const slip = writeSlip({
          title: document.title, checkedAt: sayTime(checked.getTime()), speech,
          holder: { name, group: kind === 'group' }, sayTime,
          timesOf: requirement => times.get(`${holder}\n${requirement}`) ?? { due: null, correctBy: null },
          byMember: (requirement) => {
            const unit = times.get(`${holder}\n${requirement}`)
            return unit !== undefined && isByMember(unit)
          },
          words: fillWords(door ? { ...around, where: [LINK_SIGN, around.where].filter(Boolean).join(BESIDE_LINK) } : around, column =>
            valueIn(values, column), kind === 'group' ? speech.said.group(name) : name),
          requirements: titlesFor(document, members[0], { columns, headings }), slots: own, files: files.filter(file =>
            own.some(slot => slot.requirement === file.slot?.requirement)),
          hide: hiding(members, requirements.map(one => one.title)),
        })
        const { unchanging: _, ...told } = slip
        const digest = digestOf(slip)
        slips.push({
          ...told, digest, holder, group: kind === 'group', name,
          ...addressesOf(members),
          sentAt: before.get(`${holder}\n${digest}`)?.toISOString() ?? null,
        })
      }
    }
  }
  return { slips, canSend: Boolean(process.env.SMTP_URL), copied: (await copiedKinds(briefId)).has('slip') }
}

/** Where letters go, each address once, and whose it is. */
export function addressesOf(members: readonly Person[]): { addresses: string[], persons: string[], copies: string[] } {
  const byAddress = new Map(members.filter(person => person.email !== '').map(person => [person.email, person.id]))
  const copies = new Set(members.flatMap(copiesOf).filter(address => !byAddress.has(address)))
  return { addresses: [...byAddress.keys()], persons: [...byAddress.values()], copies: [...copies] }
}

/** The language that everybody who is told reads; English where they differ. */
function languageOfAll(members: readonly Person[]): DoorLanguage {
  const [first = 'en', ...others] = new Set(members.map(person => languageMeant(languageOf(person.fields))))
  return others.length === 0 ? first : 'en'
}

/** What each requirement is called for one holder, and how it is to be made. */
function titlesFor(document: BriefDocument, person: Person | undefined, list: ListColumns): SlipInput['requirements'] {
  const values = person ? valuesOf(person, '') : {}
  return document.requirements.map(one => ({
    id: one.id, title: titleOfDocument(one, column => valueIn(values, columnMeant(list, column))), note: one.note ?? '',
  }))
}

/** A time as people write it, with weekday and zone. */
export function sayWhen(time: Date, zone: string | undefined, language = 'en'): string {
  const locale = language === 'en' ? 'en-GB' : language
  const options: Intl.DateTimeFormatOptions = {
    weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit', timeZoneName: 'short',
  }
  try {
    return new Intl.DateTimeFormat(locale, { ...options, timeZone: zone ?? 'UTC' }).format(time)
  }
  catch {
    return new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(time)
  }
}

/** What makes two slips the same: their words but for the time they were looked at. */
function digestOf({ subject, unchanging }: Pick<Slip, 'subject' | 'unchanging'>): string {
  return createHash('sha256').update(`${subject}\n${unchanging}`).digest('hex')
}

/**
 * Sends slips to those who are named. What went to the same address in the same words before stays away, unless `again`.
 *
 * @returns the job that sends, and whom nothing is sent to and why
 */
export async function sendSlips(account: Account, checkId: string, holders: readonly string[], again: boolean): Promise<SlipsAsked> {
  const { briefId } = await requireCheck(account, checkId)
  await requireRole(account, briefId, 'checker')
  const { slips } = await prepareSlips(account, checkId, holders)
  return postLetters(account, { briefId, checkId, kind: 'slip' }, slips, again)
}

/** What was sent for a brief, the latest first. */
export async function listSent(account: Account, briefId: string): Promise<SentSlip[]> {
  await requireRole(account, briefId, 'reader')
  const rows = await db()('slip_mail').where('brief_id', briefId)
    // of those sent together, in the order of the list
    .orderBy([{ column: 'made_at', order: 'desc' }, 'id']).limit(500)
    .select('id', 'holder', 'address', 'subject', 'body', 'state', 'problem', 'sent_at', 'made_at')
  return rows.map(row => ({
    id: row.id, holder: row.holder, address: row.address, subject: row.subject, body: row.body, state: row.state,
    problem: row.problem, at: (row.sent_at ?? row.made_at).toISOString(),
  }))
}
