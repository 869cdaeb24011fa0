import { createHash } from 'node:crypto'
import { inFileName } from '#core/names/portability'
import type { SignedIn as Account } from '#shared/answers'
import type { HandedOn, HandsOn, MADE_WHEN_ASKED, WrittenThere } from '#shared/places'
import type { OpenPlace } from '../../places/place'
import { PlaceError } from '../../places/place'
import { db, rowsOf } from '../database/connection'
import type { PlaceRow } from '../database/tables'
import { refuse } from '../utils/errors'
import { log } from '../utils/log'
import { requireRole } from './access'
import { openPart } from './corrected'
import { exportOf } from './exports'
import { openPlace, requirePlace, sayPlace } from './places'
import { piecesOf } from './reading'

/** A number tells so many apart. */
const MOST_NUMBERED = 1000
/** Nothing that takes longer is waited for. */
const LONGEST_MS = 10 * 60_000

/** One file to be written: its bytes are asked for when they are written. */
interface Outgoing { what: HandedOn, name: string, extension: string, pieces: () => Promise<AsyncIterable<Uint8Array>> }

/**
 * A name as it is written: fields of the brief and the day filled in; `/` parts folders.
 *
 * @example
 * nameOf('results/{title} {date} {what}', 'Week 2', new Date('2026-10-16'), 'people') //=> 'results/Week 2 2026-10-16 people'
 */
export function nameOf(rule: string, title: string, day: Date, what: string): string {
  const fields: Record<string, string> = { title: inFileName(title), date: day.toISOString().slice(0, 10), what }
  const filled = rule.replace(/\{(\w+)\}/g, (whole, field: string) => fields[field] ?? whole)
  const odd = /\{(\w+)\}/.exec(filled)
  if (odd) throw refuse(422, `{${odd[1]}} is none of {title}, {date}, {what}.`)
  return filled.split('/').map(level => level.trim()).join('/')
}

async function* bytesOf(pieces: AsyncIterable<string> | Iterable<string> | Uint8Array): AsyncGenerator<Uint8Array> {
  if (pieces instanceof Uint8Array) yield pieces
  else for await (const piece of pieces) yield Buffer.from(piece)
}

interface Made { kind: 'corrected-copy' | 'pack', called: string, do: string }
const MADE: Partial<Record<HandedOn, Made>> & Record<(typeof MADE_WHEN_ASKED)[number], Made> = {
  'corrected-copy': { kind: 'corrected-copy', called: 'corrected copy', do: 'make one' },
  'bag': { kind: 'pack', called: 'packed volume', do: 'pack the brief away' },
}

/** The archives that were made last of a check. What was made of an earlier one is another state of things: it is not passed off as this. */
async function newestParts(briefId: string, checkId: string, { kind, called, do: again }: Made) {
  const made = () => db()('job').where({ brief_id: briefId, kind, state: 'done' })
  const job = await made().whereRaw(`input->>'checkId' = ?`, [checkId]).orderBy('created_at', 'desc').first('id')
  if (job) return db()('job_part').where('job_id', job.id).orderBy('step').select('job_id', 'step', 'name')
  const since = await made().first('id')
    ? `The last ${called} is of an earlier check; it was checked again since`
    : `There is no ${called} yet`
  throw refuse(409, `${since}: ${again} under Follow up, then hand it on.`)
}

/** What is to be written of a check, in the order it was asked for. */
async function outgoing(account: Account, briefId: string, checkId: string, what: HandedOn): Promise<Outgoing[]> {
  const made = MADE[what]
  if (made) {
    const parts = await newestParts(briefId, checkId, made)
    const numbered = (at: number) => (parts.length === 1 ? made.called : `${made.called} ${at + 1} of ${parts.length}`)
    return parts.map(({ job_id: job, step, name }, at) => ({
      // a volume is called what it was packed as
      what, name: what === 'bag' ? name.replace(/\.zip$/, '') : numbered(at), extension: 'zip',
      pieces: async () => piecesOf((await openPart(account, job, step)).source),
    }))
  }
  if (what === 'receipts') {
    const rows = await db()('hand_in').where('brief_id', briefId).whereNotNull('receipt').orderBy(['person', 'number'])
      .select('person', 'number', 'receipt')
    return rows.map(({ person, number, receipt }) => ({
      what, name: `receipt ${inFileName(person)} ${number}`, extension: 'receipt.json',
      pieces: () => Promise.resolve(bytesOf([`${JSON.stringify(receipt, null, 2)}\n`])),
    }))
  }
  const { name } = await exportOf(account, checkId, what)
  const dot = name.indexOf('.')
  const pieces = async () => bytesOf((await exportOf(account, checkId, what)).pieces)
  return [{ what, name: name.slice(0, dot), extension: name.slice(dot + 1), pieces }]
}

/** Hands the result of a brief's newest check on to a place, and remembers how it is done there. */
export async function handOn(
  account: Account, briefId: string, placeId: string, order: HandsOn, byItself = false,
): Promise<{ written: WrittenThere[] }> {
  await requireRole(account, briefId, 'checker')
  const place = await requirePlace(briefId, placeId)
  const [brief, check] = await Promise.all([
    db()('brief').where('id', briefId).first('title'), db()('check_run').where('brief_id', briefId).orderBy('checked_at', 'desc').first('id'),
  ])
  if (!brief || !check) throw refuse(409, 'Nothing was checked yet.')
  nameOf(order.name, brief.title, new Date(), 'people')
  // right after a check nothing can have been made of it yet: what comes of it alone goes on meanwhile
  const wanted = byItself ? order.what.filter(what => !MADE[what]) : order.what
  const files = (await Promise.all(wanted.map(what => outgoing(account, briefId, check.id, what)))).flat()
  if (files.length > 1 && !order.name.includes('{what}')) throw refuse(422, 'Several files need several names: put {what} into the name.')
  await db()('place').where('id', placeId).update({ hands_on: JSON.stringify(order), handed_check: check.id })
  const signal = AbortSignal.timeout(LONGEST_MS)
  const written: WrittenThere[] = []
  try {
    const open = await openPlace(place)
    try {
      for (const file of files) {
        const name = `${nameOf(order.name, brief.title, new Date(), file.name)}.${file.extension}`
        written.push(await writeOne(open, place, file, name, order.over, { account, checkId: check.id }, signal))
      }
    }
    finally {
      await open.close()
    }
  }
  catch (error) {
    throw sayPlace(error)
  }
  return { written }
}

/** Writes one file: over what was written from here before, or beside it under the next number. */
async function writeOne(
  open: OpenPlace, place: PlaceRow, file: Outgoing, name: string, over: boolean, from: { account: Account, checkId: string }, signal: AbortSignal,
): Promise<WrittenThere> {
  const before = new Map((await db()('place_written').where('place_id', place.id).select('path', 'mark')).map(one => [one.path, one.mark]))
  const dot = name.length - file.extension.length - 1
  for (let number = 1; number <= MOST_NUMBERED; number++) {
    const path = number === 1 ? name : `${name.slice(0, dot)} ${number}${name.slice(dot)}`
    if (!over && before.has(path)) continue
    const hash = createHash('sha256')
    let size = 0
    const counted = async function* (): AsyncGenerator<Uint8Array> {
      for await (const piece of await file.pieces()) {
        hash.update(piece)
        size += piece.length
        yield piece
      }
    }
    try {
      const mark = await open.write(path, counted(), before.has(path) ? before.get(path) ?? '' : null, signal)
      const sha256 = hash.digest('hex')
      if (file.what === 'bag') await requireSame(open, path, sha256, signal)
      const at = new Date()
      const facts = { mark, sha256, size, what: file.what, check_id: from.checkId, written_by: from.account.id, written_at: at }
      await db()('place_written').insert({ place_id: place.id, path, ...facts }).onConflict(['place_id', 'path']).merge(facts)
      return { path, what: file.what, size, at: at.toISOString() }
    }
    catch (error) {
      // somebody's own file stands there: it stays, and the next number is taken
      if (!over && error instanceof PlaceError && error.fault === 'there') continue
      throw error
    }
  }
  throw refuse(409, `There are ${MOST_NUMBERED} of "${name}" already.`)
}

/** Reads back what was put away: it is not there before it is there byte for byte. */
async function requireSame(open: OpenPlace, path: string, sha256: string, signal: AbortSignal): Promise<void> {
  const hash = createHash('sha256')
  for await (const piece of open.read({ path, locator: open.locate(path) }, signal)) hash.update(piece)
  if (hash.digest('hex') !== sha256) throw refuse(409, `"${path}" does not lie there as it was packed. Hand it on once more, or to another place.`)
}

/** Hands on what is to follow every check by itself; what cannot be written is told where the place stands. */
export async function handOnDue(): Promise<void> {
  // by whichever process comes first
  const due = await rowsOf<Pick<PlaceRow, 'id' | 'brief_id' | 'hands_on' | 'made_by'>>(db(), `
    update place set handed_check = newest.id
    from (select distinct on (brief_id) brief_id, id from check_run order by brief_id, checked_at desc) newest
    where newest.brief_id = place.brief_id and removed_at is null and (hands_on->>'afterCheck')::boolean and handed_check is distinct from newest.id
    returning place.id, place.brief_id, hands_on, made_by`, [])
  for (const { id, brief_id: briefId, hands_on: order, made_by: by } of due) {
    const account = by === null ? undefined : await db()('account').where('id', by).first('id', 'mail', 'name')
    if (!account || !order) continue
    await handOn(account, briefId, id, order, true).catch((error: unknown) => {
      log.warn({ place: id, problem: error instanceof Error ? error.message : String(error) }, 'a result was not handed on')
    })
  }
}
