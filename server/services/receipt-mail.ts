import type { Receipt } from '#core/receipts/receipt'
import { copiesOf } from '#core/roster/copies'
import { languageMeant, languageOf, loadDoorWords } from '#core/wording/door/index'
import { ADDRESS } from '#shared/requests'
import { newestRoster, newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import { log } from '../utils/log'
import { copiedKinds } from './letters'
import { post } from './notices'
import { sayWhen } from './slips'

/** What one person hands in within so many minutes is told in one letter. */
const GATHER_MINUTES = 15
const AT_ONCE = 100

/** Mails receipts: gathered by person, once; where the mail server is away they are tried again. */
export async function mailReceipts(minutes = GATHER_MINUTES): Promise<void> {
  if (!process.env.SMTP_URL) return
  const due = await rowsOf<{ brief_id: string, person: string }>(db(), `
    select brief_id, person from hand_in join brief on brief.id = brief_id where receipt is not null and mailed_at is null and deleted_at is null
    group by brief_id, person having min(finished_at) <= now() - ? * interval '1 minute' limit ?`, [minutes, AT_ONCE])
  for (const { brief_id: briefId, person } of due) {
    const claimed = await db()('hand_in').where({ brief_id: briefId, person }).whereNotNull('receipt').whereNull('mailed_at')
      .update({ mailed_at: db().fn.now() }).returning(['id', 'receipt'])
    const receipts = claimed.flatMap(row => row.receipt ?? []).sort((a, b) => a.number - b.number)
    try {
      await tell(briefId, person, receipts)
    }
    catch (error) {
      log.warn({ problem: error instanceof Error ? error.message : String(error) }, 'receipts were not mailed')
      await db()('hand_in').whereIn('id', claimed.map(row => row.id)).update({ mailed_at: null })
    }
  }
}

async function tell(briefId: string, id: string, receipts: readonly Receipt[]): Promise<void> {
  const [roster, version] = await Promise.all([newestRoster(briefId), newestVersion(briefId)])
  const person = roster?.people.find(one => one.id === id)
  const [first] = receipts
  if (!person || !first) return
  const copies = (await copiedKinds(briefId)).has('receipt') ? copiesOf(person).filter(address => ADDRESS.test(address)) : []
  const language = languageMeant(languageOf(person.fields))
  const words = await loadDoorWords(language)
  const lines = receipts.flatMap(receipt => [
    words.handedIn(receipt.number, sayWhen(new Date(receipt.at), version?.document.zone, language)),
    ...receipt.files.map(({ name, sentAs, verdict }) =>
      `  ${name}: ${words.verdicts[verdict]}${sentAs === name ? '' : ` (${words.had(sentAs)})`}`), '',
  ])
  const text = [`${first.brief}: ${person.name}`, '', ...lines, words.formIsInOrder, ''].join('\n')
  for (const address of [person.email, ...copies].filter(Boolean)) await post(address, `${first.brief}: ${words.receipts(receipts.length)}`, text)
}
