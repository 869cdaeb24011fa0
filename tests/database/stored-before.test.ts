import { randomUUID } from 'node:crypto'
import { afterAll, expect, test } from 'vitest'
import { unread } from '../../core/formats/reading'
import { readRoster, readTable } from '../../core/roster/read'
import { textBytes } from '../../demo/make-files'
import { connect, db, disconnect } from '../../server/database/connection'
import { MIGRATION_NAMES, migrationSource } from '../../server/database/migrations'
import { up } from '../../server/database/migrations/009-unread-files'
import { up as typeWords } from '../../server/database/migrations/010-typed-words'
import { up as openFields } from '../../server/database/migrations/011-open-fields'
import { makeBrief } from '../../server/services/briefs'
import { saveRoster } from '../../server/services/rosters'
import { loadPrevious } from '../../server/services/check-input'
import { runCheck } from '../../server/services/checks'
import { addFiles, completeIntake, overlapOf, startIntake } from '../../server/services/intakes'
import { rackPage, slipOf } from '../../server/services/reports'
import { roundOf } from '../../server/services/rounds'
import { accountOf } from './help'

afterAll(disconnect)

const UNREAD = unread('not on this machine')

test('unread files are no overlap of two intakes, have not moved, and a requirement may be called constructor', async () => {
  const owner = await accountOf('Unread')
  const { id: brief } = await makeBrief(
    owner, 'Unread',
    { usitorBrief: 1, title: 'Unread', requirements: [{ id: 'constructor', name: '{family}_photo' }, { id: 'toString', name: '{family}_map' }] },
  )
  await saveRoster(owner, brief, readRoster(readTable(textBytes('id,given,family\nvalueOf,Ana,Marsh\ns2,Bo,Lind\n'))).roster)
  const receive = async (path: string, replaces: boolean) => {
    const { id } = await startIntake(owner, brief, { key: randomUUID(), root: 'in', keeps: false })
    await addFiles(owner, id, [{ path, size: 5000, modified: 0, sha256: null, reading: UNREAD }])
    const overlap = await overlapOf(owner, id)
    await completeIntake(owner, id, 1, replaces)
    return overlap
  }
  await receive('Marsh_photo.jpg', false)
  await runCheck(owner, brief)
  expect(await receive('old/Marsh_photo.jpg', true)).toMatchObject({ earlier: 1, here: 0, proposes: 'add' })
  const { id: check } = await runCheck(owner, brief)
  expect((await roundOf(owner, check, null)).moved).toBe(0)
  const { rows: [row] } = await rackPage(owner, check, 0, 10)
  expect(Object.keys(row?.cells ?? {})).toEqual(['constructor', 'toString'])
  expect(row?.cells.constructor).toMatchObject([{ status: 'right', name: 'Marsh_photo.jpg' }])
})

test('what was stored with an empty text for the hash is null afterwards', async () => {
  const owner = await accountOf('Earlier')
  const { id: brief } = await makeBrief(owner, 'Earlier')
  const { id: intake } = await startIntake(owner, brief, { key: randomUUID(), root: 'in', keeps: false })
  const { ids: [file] } = await addFiles(owner, intake, [{ path: 'a.jpg', size: 1, modified: 0, sha256: null, reading: UNREAD }])
  await db()('received_file').where('id', file).update({ sha256: '' })
  await up(db())
  expect(await db()('received_file').where('id', file).first('sha256')).toEqual({ sha256: null })
})

test('evidence and faults that were stored in words keep them, and a decision by hand is still known as one', async () => {
  const owner = await accountOf('Worded')
  const { id: brief } = await makeBrief(owner, 'Worded', { usitorBrief: 1, title: 'Worded', requirements: [{ id: 'photo', name: '{family}_photo' }] })
  await saveRoster(owner, brief, readRoster(readTable(textBytes('id,given,family\ns1,Ana,Marsh\n'))).roster)
  const { id: intake } = await startIntake(owner, brief, { key: randomUUID(), root: 'in', keeps: false })
  await addFiles(owner, intake, [{ path: 'Marsh_photo.jpg', size: 1, modified: 0, sha256: null, reading: UNREAD }])
  await completeIntake(owner, intake, 1, false)
  const { id: check } = await runCheck(owner, brief)
  const reading = await db()('received_file').where('intake_id', intake).first('reading_id')
  await db().raw(
    `update check_file set file = jsonb_set(file, '{evidence}', '["placed by a person", "folder names Ana Marsh"]') where check_id = ?`,
    [check],
  )
  await db().raw(`update reading set reading = reading - 'fault' || '{"reason": "it ends early"}' where id = ?`, [reading?.reading_id ?? ''])
  await typeWords(db())
  await db()('check_file').where('check_id', check).update('file', db().raw(`file || '{"rightPath": "Reef/Marsh_{n}_{day}.jpg"}'`))
  await openFields(db())
  expect((await slipOf(owner, check, 's1', null)).files[0]?.open).toEqual([{ field: 'n', example: '' }, { field: 'day', example: '' }])
  const { files: [file] } = await slipOf(owner, check, 's1', null)
  expect(file?.evidence).toEqual([{ kind: 'placed-by-hand' }, { kind: 'said', text: 'folder names Ana Marsh' }])
  expect(await loadPrevious(check)).toEqual({ files: [] })
  expect(await db()('reading').where('id', reading?.reading_id)
    .first(db().raw(`reading->'fault' as fault`))).toEqual({ fault: { kind: 'said', text: 'it ends early' } })
})

test('a database of before contents had states: what was sealed is, what a job made is its own, letters without work can be sent', async () => {
  const url = process.env.DATABASE_URL ?? ''
  await db().raw('drop database if exists usitor_before with (force)')
  await db().raw('create database usitor_before')
  const old = connect(url.replace(/\/[^/?]*(?=\?|$)/, '/usitor_before'))
  const [first, sealed, later] = [MIGRATION_NAMES.slice(0, 11), '012-sealed-contents', '013-guarded-accounts']
  const run = async (name: string) => (await migrationSource.getMigration(name)).up(old)
  for (const name of first) await run(name)
  const [account, brief, version, roster, check, job, file, archive, half] = Array.from({ length: 9 }, () => randomUUID())
  await old.raw(`
    insert into account (id, mail, name, password) values (:account, 'a@shore.example', 'A', 'x');
    insert into brief (id, title) values (:brief, 'Before');
    insert into brief_version (id, brief_id, number, document) values (:version, :brief, 1, '{}');
    insert into roster_version (id, brief_id, number, people, columns) values (:roster, :brief, 1, '[]', '[]');
    insert into check_run (id, brief_id, brief_version_id, roster_version_id, reader_version, engine_version, checked_at, rulings, roots, summary)
      values (:check, :brief, :version, :roster, 1, 1, now(), '[]', '[]', '{}');
    insert into content (id, sha256, size) values (:file, 'aa', 1), (:archive, 'bb', 1), (:half, null, 1);
    insert into content_chunk values (:file, 0, 'x'), (:archive, 0, 'y'), (:half, 0, 'z');
    insert into job (id, brief_id, kind, input, state) values (:job, :brief, 'corrected-copy', '{}', 'done');
    insert into job_part (job_id, step, content_id, name, files) values (:job, 0, :archive, 'x.zip', 1);
    insert into slip_mail (id, brief_id, check_id, holder, address, subject, body, digest, state)
      values (gen_random_uuid(), :brief, :check, 's1', 'a@b.example', 's', 'b', 'd', 'waiting')`.replaceAll(/:(\w+)\b(?!:)/g, (_, name: string) =>
      `'${({ account, brief, version, roster, check, job, file, archive, half } as Record<string, string>)[name]}'`))
  for (const name of [sealed, later]) await run(name)
  expect(await old('content').orderByRaw('sha256 nulls last').select('sha256', 'state', 'own')).toEqual([
    { sha256: 'aa', state: 'sealed', own: false }, { sha256: 'bb', state: 'sealed', own: true }, { sha256: null, state: 'receiving', own: false },
  ])
  expect(await old('account').select('administrator')).toEqual([{ administrator: true }])
  expect((await old('slip_mail').first('state'))?.state).toBe('failed')
  // what was made before is guarded from now on, and goes with what it belongs to
  await expect(old('content_chunk').where('content_id', file).delete()).rejects.toMatchObject({ code: 'US001' })
  await old('content').where('id', half).delete()
  await old.destroy()
  await db().raw('drop database usitor_before with (force)')
})
