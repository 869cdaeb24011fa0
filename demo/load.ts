// Loads the demo data through the running server, as a page would: npx tsx demo/load.ts http://127.0.0.1:3210
import { createHash, randomUUID } from 'node:crypto'
import { resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Report } from '../core/checking/report'
import { sourceFromBytes } from '../core/bytes/source'
import { readBytes } from '../core/formats/identify'
import { readRoster, readTable } from '../core/roster/read'
import { rosterCsv } from './people'
import { buildRadioSeason } from './radio-season'
import { buildShoreSurvey } from './shore-survey'
import { TWO_PLACES, writeTwoPlaces } from './two-places'
import type { AnswerOf, CallArguments, RouteKey } from '../shared/routes'
import { encodeBody, requestOf } from '../shared/routes'
import type { DemoFile, DemoWorld } from './world'
import { frameHead } from '../shared/frames'

export const DEMO_ACCOUNT = { name: 'Coordinator', mail: 'coordinator@usitor.example', password: 'shore-survey' }
const SEED = 25

/** Talks to the server as one signed-in person. */
export class DemoClient {
  private cookie = ''
  constructor(private readonly address: string) {}

  async send<K extends RouteKey>(key: K, ...call: CallArguments<K>): Promise<AnswerOf<K>> {
    const { method, url, body } = requestOf(key, ...call)
    const sent = encodeBody(body)
    const answer = await fetch(this.address + url, { method, ...sent, headers: { cookie: this.cookie, origin: this.address, ...sent.headers } })
    if (!answer.ok) throw new Error(`${method} ${url}: ${answer.status} ${await answer.text()}`)
    const cookie = answer.headers.getSetCookie()[0]?.split(';')[0]
    if (cookie) this.cookie = cookie
    return await answer.json() as AnswerOf<K>
  }
}

/** Makes a brief with list and files. */
export async function loadWorld(client: DemoClient, world: DemoWorld): Promise<string> {
  const { id } = await client.send('POST /api/briefs', { body: { title: world.document.title, document: world.document } })
  const { roster } = readRoster(readTable(new TextEncoder().encode(rosterCsv(world.people))))
  await client.send('PUT /api/briefs/:id/roster', { id, body: roster })
  await receive(client, id, world.root, world.files, false)
  return id
}

/** A second round: every second misnamed or misplaced file comes again as it should be, one right file is gone. */
export async function loadCorrections(client: DemoClient, id: string, checkId: string, world: DemoWorld): Promise<void> {
  const { files, roots } = await client.send('GET /api/checks/:id/export', { id: checkId, query: { as: 'json' } }) as Report
  const around = roots[0]?.wrapper ? `${roots[0].wrapper}/` : ''
  const wrong = files.filter(file => file.role === 'placed' && file.correctedPath !== null && !file.open)
  const mended = new Map(wrong.filter((_, at) => at % 2 === 1).map(file => [file.path, around + (file.rightPath ?? file.path)]))
  const gone = files.find(file => file.role === 'placed' && file.correctedPath === null)?.path
  const again = world.files.filter(file => file.path !== gone).map(file => ({ ...file, path: mended.get(file.path) ?? file.path }))
  // where the right file stood beside a wrong one, it is there once
  await receive(client, id, world.root, [...new Map(again.map(file => [file.path, file])).values()], true)
}

async function receive(client: DemoClient, id: string, root: string, all: readonly DemoFile[], replaces: boolean): Promise<void> {
  const intake = await client.send('POST /api/briefs/:id/intakes', { id, body: { key: randomUUID(), root, keeps: true } })
  for (let position = 0; position < all.length; position += 100) {
    const batch = all.slice(position, position + 100)
    const files = await Promise.all(batch.map(async ({ path, bytes, modified }) => ({
      path, size: bytes.length, modified, sha256: createHash('sha256').update(bytes).digest('hex'), reading: await readBytes(sourceFromBytes(bytes)),
    })))
    const { ids } = await client.send('POST /api/intakes/:id/files', { id: intake.id, body: { files } })
    const framed = batch.flatMap(({ bytes }, index) => [frameHead(ids[index] ?? '', bytes.length), bytes as Uint8Array<ArrayBuffer>])
    await client.send('POST /api/intakes/:id/contents', { id: intake.id, body: new Blob(framed) })
  }
  await client.send('POST /api/intakes/:id/complete', { id: intake.id, body: { files: all.length, replaces } })
}

const check = (client: DemoClient, id: string) => client.send('POST /api/briefs/:id/checks', { id })

/** Opens the door, and mails three people their leaflet: their links stand on the page of the simulated mail service. */
async function openDoor(client: DemoClient, id: string, people: string[]): Promise<void> {
  await client.send('PUT /api/briefs/:id/door', { id, body: {
    open: true, until: null, late: true, largest: 200_000_000, most: 1_000_000_000, renames: true, keeps: true,
    contact: 'the field office, weekdays at ten', checks: true,
  } })
  await client.send('POST /api/briefs/:id/leaflets/send', { id, body: { people, again: false } })
}

/** A brief that looks for its files itself: in a folder of this computer, and on the drive that stands in for a remote one. */
async function loadPlaces(client: DemoClient, folder: string, drive: string): Promise<void> {
  const people = await writeTwoPlaces(folder, SEED)
  const { id } = await client.send('POST /api/briefs', { body: { title: TWO_PLACES.title, document: TWO_PLACES } })
  const { roster } = readRoster(readTable(new TextEncoder().encode(rosterCsv(people))))
  await client.send('PUT /api/briefs/:id/roster', { id, body: roster })
  const every = { keeps: true, everyMinutes: 15 }
  const found = [
    { kind: 'folder', root: 'Computer', settings: { path: resolve(folder, 'computer') }, secret: '', ...every },
    { kind: 'webdav', root: 'Drive', settings: { address: drive, name: 'ana' }, secret: 'shore', ...every },
  ] as const
  for (const body of found) {
    const { jobId } = await client.send('POST /api/briefs/:id/places', { id, body })
    if (jobId) await ended(client, jobId)
  }
  await check(client, id)
}

async function ended(client: DemoClient, id: string): Promise<void> {
  for (;;) {
    const { state, problem } = await client.send('GET /api/jobs/:id', { id })
    if (state === 'done') return
    if (state === 'failed' || state === 'cancelled') throw new Error(problem ?? state)
    await new Promise(again => setTimeout(again, 200))
  }
}

async function main(address: string): Promise<void> {
  const client = new DemoClient(address)
  const { first } = await client.send('GET /api/session')
  if (!first) return
  await client.send('POST /api/accounts', { body: DEMO_ACCOUNT })
  await check(client, await loadWorld(client, await buildRadioSeason(SEED)))
  const survey = await buildShoreSurvey(SEED)
  const shore = await loadWorld(client, survey)
  const { id: before } = await check(client, shore)
  if (before) await loadCorrections(client, shore, before, survey)
  await check(client, shore)
  await client.send('PATCH /api/briefs/:id', { id: shore, body: { atHand: true } })
  const [, , , folder, drive] = process.argv
  if (folder && drive) await loadPlaces(client, folder, drive)
  await openDoor(client, shore, survey.people.slice(0, 3).map(person => person.id))
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await main(process.argv[2] ?? 'http://127.0.0.1:3210')
