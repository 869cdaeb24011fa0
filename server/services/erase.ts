import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { SignedIn as Account } from '#shared/answers'
import { db } from '../database/connection'
import { refuse } from '../utils/errors'
import { requireRole } from './access'
import { noteEvent } from './events'

/** Deletes a brief with everything that belongs to it; the sweeper frees contents and readings that nothing else refers to. */
export async function eraseBrief(trx: Knex, briefId: string): Promise<void> {
  // checks hold on to the versions and intakes they were made from: they go first
  await trx('check_run').where('brief_id', briefId).delete()
  await trx('brief').where('id', briefId).delete()
}

/** Hands on, or deletes, every brief that an account alone owns; `heir`: who owns it from then on, `null`: it is deleted. */
export async function leaveBriefs(trx: Knex, accountId: string, heir: string | null): Promise<void> {
  const owned = await trx('brief_member').where({ account_id: accountId, role: 'owner' }).select('brief_id')
  for (const { brief_id: briefId } of owned) {
    const other = await trx('brief_member').where({ brief_id: briefId, role: 'owner' }).whereNot('account_id', accountId).first('account_id')
    if (other) continue
    if (heir === null) await eraseBrief(trx, briefId)
    else {
      await trx('brief_member').insert({ brief_id: briefId, account_id: heir, role: 'owner' })
        .onConflict(['brief_id', 'account_id']).merge(['role'])
    }
  }
}

/**
 * Takes a person out of a brief: every version of its list, files, letters, decisions. Where a check speaks of them stands a mark
 * that says somebody was there, so that its counts stay what they were.
 */
export async function erasePerson(account: Account, briefId: string, holder: string): Promise<void> {
  await requireRole(account, briefId, 'owner')
  const mark = `erased ${uuid().slice(-8)}`
  await db().transaction(async (trx) => {
    await trx('brief').where('id', briefId).forUpdate().first('id')
    const lists = await trx('roster_version').where('brief_id', briefId).select('id', 'people')
    let met = false
    const addresses = new Set<string>()
    for (const { id, people } of lists) {
      const found = people.find(person => person.id === holder)
      if (!found) continue
      met = true
      addresses.add(found.email.toLowerCase())
      const without = people.map(person => (person.id === holder
        ? { id: mark, given: '', family: '', name: 'Erased', group: '', email: '', aliases: [], fields: {} }
        : person))
      await trx('roster_version').where({ id }).update({ people: JSON.stringify(without) })
    }
    if (!met) throw refuse(404, 'Nobody of this list has this id.')
    // why somebody was excused is told in the rule, saved or not
    for (const table of ['brief_version', 'brief_draft'] as const) {
      await trx.raw(`update ?? set document = jsonb_set(document, '{exceptions}', (select coalesce(jsonb_agg(one), '[]')
        from jsonb_array_elements(document->'exceptions') as one where one->'for'->>'person' is distinct from ?))
        where brief_id = ? and exists (select 1 from jsonb_array_elements(case jsonb_typeof(document->'exceptions') when 'array'
          then document->'exceptions' else '[]' end) as one where one->'for'->>'person' = ?)`, [table, holder, briefId, holder])
    }
    const checks = trx('check_run').where('brief_id', briefId).select('id')
    const files = (await trx('check_file').whereIn('check_id', checks.clone()).where('holder', holder).distinct('received_file_id'))
      .map(row => String(row.received_file_id))
    await trx.raw(`delete from finding using check_slot where finding.check_id = check_slot.check_id and finding.subject = 's'
      and finding.position = check_slot.position and check_slot.holder = ? and check_slot.check_id in (select id from check_run where brief_id = ?)`,
    [holder, briefId])
    await trx.raw(`delete from finding using check_file where finding.check_id = check_file.check_id and finding.subject = 'f'
      and finding.position = check_file.position and check_file.received_file_id = any(?)`, [files])
    await trx('check_file').whereIn('received_file_id', files).delete()
    await trx('received_file').whereIn('id', files).delete()
    // what they sent and nobody could place bears their address and what they wrote
    await trx('received_file').whereIn('intake_id', trx('intake').where('brief_id', briefId).select('id'))
      .whereRaw(`lower(sender) = any(?)`, [[...addresses].filter(Boolean)]).update({ sender: null, letter: null })
    // as a candidate of other files
    await trx.raw(`update check_file set file = jsonb_set(file, '{candidates}', (select coalesce(jsonb_agg(one), '[]')
      from jsonb_array_elements(file->'candidates') as one where one->>'holder' is distinct from ?))
      where check_id in (select id from check_run where brief_id = ?)
      and exists (select 1 from jsonb_array_elements(file->'candidates') as one where one->>'holder' = ?)`, [holder, briefId, holder])
    await trx.raw(`update check_slot set holder = :mark, slot = slot
      || jsonb_build_object('holder', :mark::text, 'files', '[]'::jsonb, 'fileRefs', '[]'::jsonb)
      || '{"expected": {"folder": null, "name": null, "extensions": []}}'::jsonb
      where holder = :holder and check_id in (select id from check_run where brief_id = :brief)`, { mark, holder, brief: briefId })
    await trx.raw(`update check_run set rulings = (select coalesce(jsonb_agg(one), '[]') from jsonb_array_elements(rulings) as one
      where one->'slot'->>'holder' is distinct from ?) where brief_id = ?`, [holder, briefId])
    await trx('ruling').where('brief_id', briefId).whereRaw(`slot->>'holder' = ?`, [holder]).delete()
    await trx('slip_mail').where({ brief_id: briefId, holder }).delete()
    await trx.raw(`update earlier_record set record = record
      || jsonb_build_object('letters', (select coalesce(jsonb_agg(one), '[]') from jsonb_array_elements(record->'letters') as one
        where one->>'holder' is distinct from :holder))
      || jsonb_build_object('receipts', (select coalesce(jsonb_agg(one), '[]') from jsonb_array_elements(record->'receipts') as one
        where one->'holder'->>'id' is distinct from :holder and one->>'handedInBy' is distinct from :holder))
      where brief_id = :brief`, { holder, brief: briefId })
    // what they handed in themselves goes with them, but for what is their group's
    await trx('door_link').where({ brief_id: briefId, person: holder }).delete()
    const own = trx('hand_in').where({ brief_id: briefId, person: holder }).select('intake_id')
    await trx('received_file').whereIn('intake_id', own.clone())
      .whereNotIn('id', trx('check_file').whereIn('check_id', checks.clone()).select('received_file_id')).delete()
    await trx('received_file').whereIn('intake_id', own.clone()).update({ path: trx.raw(`? || substring(path from '/.*$')`, [mark]),
      handed_in: null })
    await trx('hand_in').where({ brief_id: briefId, person: holder }).delete()
    // plans of earlier copies name files
    await trx('job').where('brief_id', briefId).whereNotNull('ended_at').delete()
  })
  await noteEvent('person-erased', { account: account.id, brief: briefId })
}
