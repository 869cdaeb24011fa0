import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { Opening } from '#core/arrivals/incoming'
import { openingFor } from '#core/arrivals/incoming'
import { MAY_BE_OPENED } from '#core/arrivals/open'
import { offsetOf } from '#core/brief/read'
import type { ScanResult } from '#shared/jobs'
import type { OpenPlace, SeenFile } from '../../places/place'
import { kindOf } from '../../places/index'
import { newestRoster, newestVersion } from '../database/briefs'
import { db, rowsOf } from '../database/connection'
import type { PlaceFileRow, PlaceRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { log } from '../utils/log'
import { storableText } from '../utils/storable'
import { requireRoom } from './intakes'
import { post } from './notices'

/** A step looks or reads for so long, then says how far it is. */
export const STEP_MS = 8000
const MOST_FILES = 200_000
/** What was changed less than this ago may still be written to. */
const SETTLES_MS = 2000
/** Entries that are told one by one. */
export const TOLD = 200
export const ROWS = 1000
/** After so many failures in a row the coordinator is told, once. */
const TELL_AFTER = 3

/** Looks at some more of a place. Resolves to whether all of it was looked at. */
export async function lookFurther(
  trx: Knex.Transaction, jobId: string, place: OpenPlace, { opening }: HowOpened, passed: ScanResult['passed'], signal: AbortSignal,
): Promise<{ looked: boolean, files: number }> {
  await trx('place_look').insert({ job_id: jobId, cursor: '' }).onConflict(['job_id', 'cursor']).ignore()
  const end = Date.now() + STEP_MS
  const [seen] = await rowsOf<{ files: number }>(trx, 'select count(*)::int as files from place_file where job_id = ?', [jobId])
  let files = seen?.files ?? 0
  for (;;) {
    const next = await trx('place_look').where({ job_id: jobId, done: false }).orderBy('cursor').first('cursor')
    if (!next || Date.now() > end) return { looked: !next, files }
    const look = await place.look(next.cursor, signal)
    passed.push(...look.passed.slice(0, Math.max(0, TOLD - passed.length)))
    for (let at = 0; at < look.files.length; at += ROWS) {
      const made = await trx('place_file').insert(look.files.slice(at, at + ROWS).map(file => ({
        job_id: jobId, path: storableText(file.path), raw_path: file.rawPath === null ? null : Buffer.from(file.rawPath), locator: file.locator,
        size: file.size, modified_at: file.modified === null ? null : new Date(file.modified),
        mark: markOf(file, opening),
      }))).onConflict(['job_id', 'path']).ignore().returning('path')
      files += made.length
    }
    for (let at = 0; at < look.more.length; at += ROWS) {
      await trx('place_look').insert(look.more.slice(at, at + ROWS).map(cursor => ({ job_id: jobId, cursor })))
        .onConflict(['job_id', 'cursor']).ignore()
    }
    await trx('place_look').where({ job_id: jobId, cursor: next.cursor }).update({ done: true })
    if (files > MOST_FILES) throw refuse(422, `More than ${MOST_FILES} files lie there: name a folder further in.`)
  }
}

/** A file's mark; what would be opened by another rule is looked at again. */
function markOf({ path, mark }: SeenFile, { zip, mail }: Opening): string | null {
  if (!MAY_BE_OPENED.test(path)) return mark === null ? null : storableText(mark)
  return storableText([mark, `opened ${Number(zip)}${Number(mail)}`].filter(one => one !== null).join(' '))
}

/** Whoever added a place may be gone. */
const NOBODY = '00000000-0000-0000-0000-000000000000'

/** The intake that holds what the scan before found; nothing where it was the first. */
async function intakeBefore(trx: Knex, placeId: string): Promise<string | null> {
  const row = await trx('intake').where({ place_id: placeId, state: 'complete' }).whereNull('replaced_at').orderBy('completed_at', 'desc').first('id')
  return row?.id ?? null
}

/**
 * What was just written is not known to the planner: it would look through all of one list for every entry of the other.
 */
async function bySets<T>(trx: Knex.Transaction, work: () => Promise<T>): Promise<T> {
  await trx.raw('set local enable_nestloop = off')
  const done = await work()
  await trx.raw('set local enable_nestloop = on')
  return done
}

/** Where a file lay, or the archive or message it lay in. */
const OUTER = `coalesce(old.container[1], old.path)`
/**
 * Rows of the scan before that are the same file as one seen now, or lay in it: not read again. What lay in something bears, as its own
 * mark, everything that was seen of that.
 */
const SAME = `${OUTER} = seen.path and old.reading_id is not null and case when old.container = '{}'
  then old.size = seen.size and old.modified_at is not distinct from seen.modified_at
    and (old.mark is null or seen.mark is null or old.mark = seen.mark)
  else old.mark = concat_ws(' ', seen.size, (extract(epoch from seen.modified_at) * 1000)::bigint, seen.mark) end`
export const outerMark = ({ size, modified_at: modified, mark }: Pick<PlaceFileRow, 'size' | 'modified_at' | 'mark'>): string =>
  [size, modified?.getTime(), mark].filter(one => one !== null && one !== undefined).join(' ')

/** How archives and messages of a place are opened, and that their time is when they came. */
export interface HowOpened { opening: Opening, arrival: boolean }

/** What is opened for a brief as it stands now. */
export async function openingOf(briefId: string): Promise<Opening> {
  const [version, roster] = await Promise.all([newestVersion(briefId), newestRoster(briefId)])
  return openingFor(version?.document.requirements ?? [], offsetOf(version?.document.due) ?? 0, roster?.people ?? [])
}

/**
 * Holds what was seen against the scan before. Where nothing changed there is nothing to receive; else an intake is begun that takes over
 * what is known.
 */
export function compareWithBefore(trx: Knex.Transaction, jobId: string, place: PlaceRow): Promise<{ intakeId: string | null }> {
  return bySets(trx, () => compare(trx, jobId, place))
}

async function compare(trx: Knex.Transaction, jobId: string, place: PlaceRow): Promise<{ intakeId: string | null }> {
  const before = await intakeBefore(trx, place.id)
  // what was handed on to it from here is nothing that arrived
  await trx.raw('delete from place_file using place_written w where job_id = ? and w.place_id = ? and w.path = place_file.path', [jobId, place.id])
  // of a scan that could not go on
  await trx('intake').where({ place_id: place.id, state: 'receiving' }).delete()
  // a message that came is whole
  if (!kindOf(place.kind).tells.arrival) {
    await trx.raw(`
    update place_file seen set state = 'waiting' where job_id = ? and size > 0 and modified_at > now() - ? * interval '1 millisecond'
      and modified_at < now() + interval '1 minute'`, [jobId, SETTLES_MS])
  }
  if (before !== null) {
    // whether bytes are kept may have been changed since
    await trx.raw(`
      update place_file seen set state = 'same' from received_file old
      where seen.job_id = ? and old.intake_id = ? and ${SAME} and (old.content_id is not null or old.let_go_at is not null) = ?`,
    [jobId, before, place.keeps])
    const [row] = await rowsOf<{ fresh: number, gone: number }>(trx, `
      select (select count(*)::int from place_file where job_id = :job and state = 'seen') as fresh,
        (select count(*)::int from received_file old where intake_id = :before
          and not exists (select 1 from place_file where job_id = :job and path = ${OUTER})) as gone`, { job: jobId, before })
    if (row && row.fresh === 0 && row.gone === 0) return { intakeId: null }
  }
  const [sum] = await rowsOf<{ files: number, bytes: string | null }>(
    trx, 'select count(*)::int as files, sum(size) as bytes from place_file where job_id = ?', [jobId],
  )
  await requireRoom(trx, { id: place.made_by ?? NOBODY }, place.brief_id, sum?.files ?? 0, Number(sum?.bytes ?? 0))
  const intakeId = uuid()
  await trx('intake').insert({
    id: intakeId, brief_id: place.brief_id, root: place.root, state: 'receiving', keeps: place.keeps, key: `scan-${jobId}`, created_by: place.made_by,
    place_id: place.id,
  })
  if (before !== null) {
    await takeOver(trx, jobId, before, intakeId, 'same')
  }
  return { intakeId }
}

/** Files of the scan before go over into a new intake as they are. */
async function takeOver(trx: Knex.Transaction, jobId: string, before: string, intakeId: string, state: PlaceFileRow['state']): Promise<void> {
  await trx.raw(`
    insert into received_file (id, intake_id, raw_path, container, sender, letter, path, size, modified_at, sha256, content_id, reading_id, verified,
      mark, let_go_at, seen_at)
    select gen_random_uuid(), ?, old.raw_path, old.container, old.sender, old.letter, old.path, old.size, old.modified_at, old.sha256, old.content_id,
      old.reading_id, old.verified, old.mark, old.let_go_at, old.seen_at
    from place_file seen join received_file old on old.intake_id = ? and ${OUTER} = seen.path
    where seen.job_id = ? and seen.state = ? on conflict (intake_id, container, path) do nothing`, [intakeId, before, jobId, state])
}

/** What a scan came to; from here on its intake counts, and that of the scan before no more. */
export async function endScan(
  trx: Knex.Transaction, jobId: string, place: PlaceRow, intakeId: string | null, passed: ScanResult['passed'], failed: string[],
): Promise<ScanResult> {
  const before = await intakeBefore(trx, place.id)
  const [row] = await bySets(trx, () => rowsOf<{ files: number, bytes: string | null, fresh: number, waiting: number, gone: number }>(trx, `
    select count(*)::int as files, sum(size) as bytes, count(*) filter (where state = 'read')::int as fresh,
      count(*) filter (where state = 'waiting')::int as waiting,
      (select count(*)::int from received_file old where intake_id = :before
        and not exists (select 1 from place_file where job_id = :job and path = ${OUTER})) as gone
    from place_file where job_id = :job`, { job: jobId, before }))
  const result: ScanResult = {
    files: row?.files ?? 0, bytes: Number(row?.bytes ?? 0), fresh: row?.fresh ?? 0, gone: row?.gone ?? 0, waiting: row?.waiting ?? 0, failed, passed,
    unchanged: intakeId === null,
  }
  if (intakeId !== null) {
    // what still grows, or could not be read whole, is for now what it was
    if (before !== null) await bySets(trx, () => takeOver(trx, jobId, before, intakeId, 'waiting'))
    const [sum] = await rowsOf<{ files: number, bytes: string | null }>(trx,
      'select count(*)::int as files, sum(size) as bytes from received_file where intake_id = ?', [intakeId])
    await trx('intake').where({ place_id: place.id, state: 'complete' }).whereNull('replaced_at').update({ replaced_at: trx.fn.now() })
    await trx('intake').where('id', intakeId).update({
      state: 'complete', completed_at: trx.raw('clock_timestamp()'), files: sum?.files ?? 0, bytes: sum?.bytes ?? 0,
    })
    // what an earlier scan found and no check was made of is only the same files once more
    await trx('intake').where('place_id', place.id).where('replaced_at', '<', trx.raw(`now() - interval '1 hour'`))
      .whereNotExists(trx('check_intake').whereRaw('check_intake.intake_id = intake.id')).delete()
  }
  await trx('place').where('id', place.id).update({
    looked_at: trx.fn.now(), last: JSON.stringify(result), failures: 0, problem: null, failing_since: null, told_at: null,
    // what still grows is looked at again soon
    next_at: place.every_minutes === null ? null : trx.raw(`now() + ? * interval '1 minute'`, [result.waiting > 0 ? 1 : place.every_minutes]),
  })
  await trx('place_look').where('job_id', jobId).delete()
  await trx('place_file').where('job_id', jobId).delete()
  return result
}

/** Writes down that a place could not be looked at; who set it is told by mail once it has failed so often. */
export async function noteFailure(place: Pick<PlaceRow, 'id' | 'root' | 'brief_id' | 'made_by'>, problem: string): Promise<void> {
  const [row] = await rowsOf<{ tell: boolean }>(db(), `
    update place set failures = failures + 1, problem = :problem, failing_since = coalesce(failing_since, now())
    where id = :id returning failures >= :after and told_at is null as tell`, { id: place.id, problem: problem.slice(0, 500), after: TELL_AFTER })
  if (!row?.tell || !process.env.SMTP_URL || place.made_by === null) return
  const [brief, account] = await Promise.all([
    db()('brief').where('id', place.brief_id).first('title'), db()('account').where('id', place.made_by).first('mail', 'mail_verified_at'),
  ])
  if (!account?.mail_verified_at || !brief) return
  const text = [
    `Usitor looks at "${place.root}" for ${brief.title}, and could not ${TELL_AFTER} times in a row:`, '', problem, '',
    'It goes on trying. What was found before stays. You are told this once; Receive shows how it stands.', '',
  ].join('\n')
  try {
    await post(account.mail, `${brief.title}: "${place.root}" cannot be looked at`, text)
    await db()('place').where('id', place.id).update({ told_at: db().fn.now() })
  }
  catch (error) {
    // told with the next failure
    log.warn({ problem: error instanceof Error ? error.message : String(error) }, 'that a place fails was not told')
  }
}
