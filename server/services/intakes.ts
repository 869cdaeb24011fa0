import { webcrypto } from 'node:crypto'
import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import { READER_VERSION } from '#core/formats/reading'
import type { Overlap } from '#shared/answers'
import type { FileFacts, IntakeStart } from '#shared/requests'
import { db, rowsOf } from '../database/connection'
import type { ReceivedFileRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { LIMITS } from '../utils/limits'
import { countReceived } from '../utils/metrics'
import { storableMessage, storableReading, storableText } from '../utils/storable'
import type { Account } from './accounts'
import { requireIntake, requireRole } from './access'
import { sealContent, storeWhole } from './contents'
import { appendContent, arrivedBytes, beginContent, CHUNK } from '../database/contents'

const { subtle } = webcrypto

/** Begins an intake; the same key again leads to the same one, so that nothing is received twice. */
export async function startIntake(account: Account, briefId: string, start: IntakeStart): Promise<{ id: string, state: 'receiving' | 'complete' }> {
  await requireRole(account, briefId, 'checker')
  const row = {
    id: uuid(), brief_id: briefId, root: storableText(start.root.normalize('NFC')), state: 'receiving' as const, keeps: start.keeps, key: start.key,
    stated_at: start.statedAt ?? null, created_by: account.id,
  }
  await db()('intake').insert(row).onConflict(['brief_id', 'key']).ignore()
  const known = await db()('intake').where({ brief_id: briefId, key: start.key }).first('id', 'state')
  if (!known) throw refuse(404, 'There is nothing here.')
  return known
}

/** Takes the facts of a batch of files and gives each an id, in the batch's order. */
export async function addFiles(account: Account, intakeId: string, files: readonly FileFacts[]): Promise<{ ids: string[] }> {
  const intake = await requireIntake(account, intakeId)
  if (intake.state === 'complete') throw refuse(409, 'This intake is complete already; nothing was changed.')
  const rows = files.map((file) => {
    const path = storableText(file.path)
    // without a hash a reading serves no other file: nobody but this page has said so
    const own = !intake.keeps || file.reading.state === 'unread'
      ? { id: uuid(), sha256: null, reader_version: READER_VERSION, reading: JSON.stringify(storableReading(file.reading)) }
      : null
    return {
      reading: own,
      file: {
        id: uuid(), intake_id: intakeId, path, raw_path: file.rawPath ? Buffer.from(file.rawPath, 'base64') : null,
        container: (file.container ?? []).map(storableText),
        ...storableMessage(file),
        size: file.size, modified_at: file.modified === null ? null : new Date(file.modified), sha256: file.sha256, reading_id: own?.id ?? null,
      },
    }
  })
  const paths = new Set<string>()
  const keyOf = ({ container, path }: { container: string[], path: string }) => [...container, path].join('\n')
  for (const { file } of rows) {
    if (paths.has(keyOf(file))) throw refuse(422, `"${file.path}" stands twice in this intake; nothing of it was received.`)
    paths.add(keyOf(file))
  }
  return db().transaction(async (trx) => {
    const readings = rows.flatMap(({ reading }) => reading ?? [])
    if (readings.length > 0) await trx('reading').insert(readings)
    // said again before anything of it has come, facts may change; what is arriving stays what it was said to be
    await requireRoom(trx, account, intake.brief_id, rows.length, files.reduce((sum, { size }) => sum + size, 0))
    const made = await trx('received_file')
      .insert(rows.map(({ file }) => file)).onConflict(['intake_id', 'container', 'path'])
      .merge(['size', 'modified_at', 'sha256', 'reading_id', 'raw_path', 'sender', 'letter']).whereNull('received_file.content_id')
      .returning(['id', 'container', 'path'])
    const ids = new Map(made.map(row => [keyOf(row), String(row.id)]))
    for (const { file } of rows) {
      if (!ids.has(keyOf(file))) ids.set(keyOf(file), await arrivingAs(trx, file))
    }
    return { ids: rows.map(({ file }) => ids.get(keyOf(file)) ?? '') }
  })
}

/** Whether as many files fit into the brief, the account and the installation; what is receiving counts as it is announced. */
export async function requireRoom(trx: Knex, account: Pick<Account, 'id'>, briefId: string, files: number, bytes: number): Promise<void> {
  const [held] = await rowsOf<Record<'brief_files' | 'brief_bytes' | 'own_files' | 'own_bytes' | 'all_files' | 'all_bytes', string | null>>(trx, `
    with held as (
      select brief_id, created_by, files::bigint, bytes from intake where state = 'complete'
      union all
      select brief_id, created_by, (select count(*) from received_file where intake_id = intake.id),
        (select coalesce(sum(size), 0) from received_file where intake_id = intake.id) from intake where state = 'receiving'
    )
    select sum(files) filter (where brief_id = :brief) as brief_files, sum(bytes) filter (where brief_id = :brief) as brief_bytes,
      sum(files) filter (where created_by = :account) as own_files, sum(bytes) filter (where created_by = :account) as own_bytes,
      sum(files) as all_files, sum(bytes) as all_bytes from held`, { brief: briefId, account: account.id })
  const bounds: [what: string, held: string | null | undefined, more: number, most: number, unit: string][] = [
    ['brief', held?.brief_files, files, LIMITS.briefFiles, 'files'], ['brief', held?.brief_bytes, bytes, LIMITS.briefBytes, 'bytes'],
    ['account', held?.own_files, files, LIMITS.accountFiles, 'files'], ['account', held?.own_bytes, bytes, LIMITS.accountBytes, 'bytes'],
    ['installation', held?.all_files, files, LIMITS.installationFiles, 'files'],
    ['installation', held?.all_bytes, bytes, LIMITS.installationBytes, 'bytes'],
  ]
  for (const [what, there, more, most, unit] of bounds) {
    if (Number(there ?? 0) + more > most) {
      throw refuse(507, `This would be more than the ${most} ${unit} that one ${what} may hold here; ${there ?? 0} are there. `
        + 'Nothing of it was received: delete what is not needed any more, or ask whoever runs the server.')
    }
  }
}

/** The file that is arriving under the same path, where it was announced in the same way. */
async function arrivingAs(trx: Knex, file: {
  intake_id: string
  container: string[]
  path: string
  size: number
  sha256: string | null
}): Promise<string> {
  const { intake_id: intake, container, path, size, sha256 } = file
  const there = await trx('received_file').where({ intake_id: intake, path }).whereRaw('container = ?::text[]', [container])
    .first('id', 'size', 'sha256')
  if (there && Number(there.size) === size && there.sha256 === sha256) return there.id
  throw refuse(409, `${path}: its bytes began to arrive as another file than is announced now. Was it changed while it was sent? `
    + 'Drop the folder again.')
}

/**
 * Takes over what came in an earlier intake of the brief and is unchanged: the same path, size and time, with contents that are here whole.
 * Asked of the intake itself, it says what of it has come already.
 *
 * @returns places in the list of what need not come again
 */
export async function takeSame(
  account: Account, intakeId: string, from: string, files: readonly { path: string, size: number, modified: number }[],
): Promise<number[]> {
  const intake = await requireIntake(account, intakeId)
  if (intake.state === 'complete') throw refuse(409, 'This intake is complete already; nothing was changed.')
  const earlier = from === intakeId ? intake : await requireIntake(account, from)
  if (earlier.brief_id !== intake.brief_id || earlier.keeps !== intake.keeps || files.length === 0) return []
  const paths = files.map(file => storableText(file.path))
  const claims = [paths, files.map(file => file.size), files.map(file => new Date(file.modified).toISOString())]
  const claimed = 'unnest(?::text[], ?::bigint[], ?::timestamptz[]) with ordinality as v(path, size, modified, place)'
  const whole = `old.container = '{}' and old.path = v.path and old.size = v.size and old.modified_at = v.modified
    and old.let_go_at is null and (old.verified or ${intake.keeps ? 'false' : 'old.reading_id is not null'})`
  if (from !== intakeId) {
    if (earlier.state !== 'complete') return []
    await db().transaction(async (trx) => {
      await requireRoom(trx, account, intake.brief_id, files.length, files.reduce((sum, { size }) => sum + size, 0))
      await trx.raw(`
        insert into received_file (id, intake_id, raw_path, container, sender, letter, path, size, modified_at, sha256, content_id, reading_id,
          verified)
        select v.id, ?, old.raw_path, old.container, old.sender, old.letter, old.path, old.size, old.modified_at, old.sha256, old.content_id,
          old.reading_id, old.verified
        from unnest(?::text[], ?::bigint[], ?::timestamptz[], ?::uuid[]) as v(path, size, modified, id)
        join received_file old on old.intake_id = ? and ${whole}
        left join content on content.id = old.content_id
        where content.broken_at is null
        on conflict (intake_id, container, path) do nothing`, [intakeId, ...claims, files.map(() => uuid()), from])
    })
  }
  const rows = await rowsOf<{ place: string }>(db(), `
    select v.place from ${claimed} join received_file old on old.intake_id = ? and ${whole}`, [...claims, intakeId])
  return rows.map(({ place }) => Number(place) - 1)
}

/** Stores small files whole. */
export async function storeFiles(
  account: Account, intakeId: string, parts: readonly { fileId: string, bytes: Uint8Array }[],
): Promise<{ stored: number }> {
  const intake = await requireReceiving(account, intakeId)
  const rows: FileRow[] = await db()('received_file')
    .where('intake_id', intake.id).whereIn('id', parts.map(part => part.fileId))
    .select('id', 'path', 'size', 'sha256', 'content_id', 'verified')
  const files = new Map(rows.map(row => [row.id, row]))
  for (const { fileId, bytes } of parts) {
    const file = files.get(fileId)
    if (!file) throw refuse(404, 'There is no such file in this intake.')
    if (Number(file.size) !== bytes.length) throw refuse(
      422,
      `${file.path}: ${bytes.length} bytes arrived, ${file.size} were announced. Was the file changed while it was sent? Drop the folder again.`,
    )
  }
  if (parts.length === 0) return { stored: 0 }
  // off the thread that answers
  const known = await Promise.all(parts.map(async part => ({
    ...part, sha256: Buffer.from(await subtle.digest('SHA-256', part.bytes as Uint8Array<ArrayBuffer>)).toString('hex'),
  })))
  for (const { fileId, sha256 } of known) {
    const file = files.get(fileId)
    if (file) requireAnnounced(file, sha256)
  }
  // sent again after an answer that was lost: what has its bytes keeps them
  const fresh = known.filter(({ fileId }) => !files.get(fileId)?.verified)
  if (fresh.length === 0) return { stored: parts.length }
  const sealed = await storeWhole(fresh)
  await db().raw(`update received_file set content_id = v.content_id, sha256 = v.sha256, reading_id = v.reading_id, verified = true
    from unnest(?::uuid[], ?::uuid[], ?::text[], ?::uuid[]) as v(id, content_id, sha256, reading_id)
    where received_file.id = v.id and received_file.intake_id = ? and not received_file.verified`,
  [fresh.map(part => part.fileId), sealed.map(one => one.contentId), sealed.map(one => one.sha256), sealed.map(one => one.readingId), intake.id])
  countReceived(fresh.reduce((sum, { bytes }) => sum + bytes.length, 0))
  return { stored: parts.length }
}

/** Stores a stretch of a large file; the last one seals it. */
export async function storePiece(
  account: Account, intakeId: string, fileId: string, offset: number, bytes: Uint8Array,
): Promise<{ arrived: number }> {
  const intake = await requireReceiving(account, intakeId)
  const file = await fileOf(intake.id, fileId)
  const size = Number(file.size)
  if (offset % CHUNK !== 0 || offset + bytes.length > size || (bytes.length % CHUNK !== 0 && offset + bytes.length !== size)) {
    throw refuse(
      422,
      `${file.path}: offset ${offset} with ${bytes.length} bytes is no whole stretch of ${size}; stretches begin and end at multiples of ${CHUNK}.`,
    )
  }
  let contentId = file.content_id
  if (!contentId) {
    contentId = await beginContent(size)
    const taken = await db()('received_file').where('id', fileId).where('size', size).whereNull('content_id').update({ content_id: contentId })
    if (taken === 0) {
      // two tabs may send the same file: the one that was first counts
      await db()('content').where('id', contentId).delete()
      contentId = (await fileOf(intake.id, fileId)).content_id
    }
  }
  if (!contentId || file.verified) return { arrived: size }
  if (!await appendContent(contentId, offset, bytes)) {
    throw refuse(409, `${file.path}: at ${offset} other bytes have arrived before. Was the file changed while it was sent? Drop the folder again.`)
  }
  const arrived = await arrivedBytes(contentId)
  if (arrived < size) return { arrived }
  const sealed = await sealContent(contentId, size)
  requireAnnounced(file, sealed.sha256)
  countReceived(size)
  await db()('received_file')
    .where({ id: fileId, verified: false })
    .update({ content_id: sealed.contentId, sha256: sealed.sha256, reading_id: sealed.readingId, verified: true })
  return { arrived }
}

/** What arrived must be what was announced; a file of which no hash could be told is whatever arrives. */
function requireAnnounced(file: Pick<FileRow, 'path' | 'sha256'>, sha256: string): void {
  if (file.sha256 === null || file.sha256 === sha256) return
  throw refuse(422, `${file.path}: what arrived is not what was announced (its SHA-256 begins with ${sha256.slice(0, 12)}, not with `
    + `${file.sha256.slice(0, 12)}). Was the file changed while it was sent? Drop the folder again.`)
}

/** Closes an intake: from now on it is there, whole. `replaces`: earlier ones no longer count. */
export async function completeIntake(account: Account, intakeId: string, files: number, replaces: boolean): Promise<{ files: number }> {
  const intake = await requireIntake(account, intakeId)
  if (intake.state === 'complete') return { files }
  return db().transaction(async (trx) => {
    await trx('intake').where('id', intakeId).forUpdate().first('id')
    const count = await trx('received_file')
      .where('intake_id', intakeId)
      .first<{ files: string, bytes: string | null } | undefined>(trx.raw('count(*) as files'), trx.raw('sum(size) as bytes'))
    if (Number(count?.files) !== files) {
      throw refuse(409, `${files} files were announced, ${count?.files} arrived. Drop the folder again; nothing of this intake is shown.`)
    }
    if (intake.keeps) {
      const open = await trx('received_file').where({ intake_id: intakeId, verified: false }).whereNull('reading_id').first('path')
      if (open) throw refuse(409, `The content of "${open.path}" has not arrived in full. Drop the folder again; nothing of this intake is shown.`)
    }
    if (replaces) {
      await trx('intake').where({ brief_id: intake.brief_id, state: 'complete' }).whereNull('replaced_at').whereNull('place_id')
        .whereNotIn('id', trx('hand_in').where('brief_id', intake.brief_id).select('intake_id')).update({ replaced_at: trx.fn.now() })
    }
    await trx('intake').where('id', intakeId).update({ state: 'complete', completed_at: trx.fn.now(), files, bytes: count?.bytes ?? 0 })
    return { files }
  })
}

/** How much of what counts now is in a new intake: the same path under the same root, or the same bytes. */
export async function overlapOf(account: Account, intakeId: string): Promise<Overlap> {
  const intake = await requireIntake(account, intakeId)
  // each set is looked up, never gone through for every file
  const [row = { earlier: 0, here: 0 }] = await rowsOf<{ earlier: number, here: number }>(db(), `
    select count(*)::int as earlier, count(*) filter (where
      (was.root = (select root from intake where id = :id) and old.path in (select path from received_file where intake_id = :id))
      or (old.size > 0 and old.sha256 in (select sha256 from received_file where intake_id = :id and sha256 is not null))
    )::int as here
    from received_file old join intake was on was.id = old.intake_id
    where was.brief_id = :brief and was.state = 'complete' and was.replaced_at is null
      and was.place_id is null and not exists (select 1 from hand_in where hand_in.intake_id = was.id)`, { id: intakeId, brief: intake.brief_id })
  return { earlier: row.earlier, here: row.here, proposes: row.earlier > 0 && row.here > row.earlier / 2 ? 'replace' : 'add' }
}

/** Intakes of a brief that count now, the earliest first. */
export async function countingIntakes(briefId: string): Promise<{ id: string, root: string, files: number, as_is: boolean }[]> {
  return db()('intake').where({ brief_id: briefId, state: 'complete' })
    .whereNull('replaced_at').orderBy('completed_at').select('id', 'root', 'files', 'as_is')
}

/** Lets a received intake count or not; nothing of it is lost either way. */
export async function letCount(account: Account, intakeId: string, counts: boolean): Promise<void> {
  const intake = await requireIntake(account, intakeId)
  if (intake.state !== 'complete') throw refuse(409, 'This intake is not complete yet.')
  await db()('intake').where('id', intakeId).update({ replaced_at: counts ? null : db().fn.now() })
}

/** Drops an intake that was called off. */
export async function cancelIntake(account: Account, intakeId: string): Promise<void> {
  const intake = await requireIntake(account, intakeId)
  if (intake.state === 'complete') throw refuse(409, 'This intake is complete already; nothing was changed.')
  await db()('intake').where({ id: intakeId, state: 'receiving' }).delete()
}

/** An intake that takes contents, for who may add to it. */
export async function requireReceiving(account: Account, intakeId: string) {
  const intake = await requireIntake(account, intakeId)
  if (intake.state === 'complete') throw refuse(409, 'This intake is complete already; nothing was changed.')
  if (!intake.keeps) throw refuse(409, 'This intake takes facts only; no content is kept here.')
  return intake
}

type FileRow = Pick<ReceivedFileRow, 'id' | 'path' | 'size' | 'sha256' | 'content_id' | 'verified'>

async function fileOf(intakeId: string, fileId: string): Promise<FileRow> {
  const row: FileRow | undefined = await db()('received_file')
    .where({ id: fileId, intake_id: intakeId }).first('id', 'path', 'size', 'sha256', 'content_id', 'verified')
  if (!row) throw refuse(404, 'There is no such file in this intake.')
  return row
}
