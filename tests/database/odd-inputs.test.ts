import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { makePhoto } from '../../demo/make-files'
import type { Chance } from '../../demo/random'
import { chanceOf } from '../../demo/random'
import { frameHead } from '../../shared/frames'
import { db, disconnect } from '../../server/database/connection'
import { ROUTE_FILES, somebody, startServer } from './server'

// Odd inputs of a generator of our own, over every route: whatever comes, the answer is one in words, never "500".
const SEED = Number(process.env.USITOR_SEED ?? 20_261_126)
const CASES = 3600
/** They end the session that asks. */
const LEFT_OUT = new Set(['DELETE /api/session', 'DELETE /api/account', 'DELETE /api/sessions'])

let server: Awaited<ReturnType<typeof startServer>>
let cookie = ''
let ids: Record<string, string> = {}

const READING = { candidates: ['txt'], version: null, state: 'ok', verified: 'structure', fault: null, props: { rows: 3, encoding: 'utf-8' } }
const FACTS = { path: 'a/b.txt', size: 3, modified: 1, sha256: 'a'.repeat(64), reading: READING }
const PERSON = {
  id: 's1', given: 'Ana', family: 'Marsh', name: 'Ana Marsh', group: 'Reef', email: 'a@b.example', aliases: ['A'], fields: { room: '1' },
}
const DOCUMENT = {
  usitorBrief: 1, title: 'Odd', due: '2026-12-01T12:00:00Z', requirements: [{
    id: 'photo', name: '{family}_photo-{n}', fields: { n: { type: 'number', digits: 1, from: 1 } }, formats: [{ id: 'jpg' }],
    folder: '{family}', count: { from: 1, to: 2, by: 'n' },
  }], ignore: ['*.tmp'],
}
/** What each route is properly asked with; the generator bends it. */
const BODIES: Record<string, unknown> = {
  'POST /api/session': { mail: 'a@b.example', password: 'x' },
  'POST /api/accounts': { mail: 'a@b.example', name: 'A', password: 'long enough to keep', invitation: 'x' },
  'PUT /api/account/password': { before: 'x', next: 'long enough to keep' }, 'POST /api/account/address': { token: 'x' },
  'POST /api/briefs': { title: 'T', document: DOCUMENT }, 'PATCH /api/briefs/:id': { atHand: true },
  'POST /api/briefs/:id/copy': { title: 'T', due: null, samePeople: true }, 'PUT /api/briefs/:id/document': DOCUMENT,
  'POST /api/briefs/:id/effect': DOCUMENT, 'PUT /api/briefs/:id/roster': { people: [PERSON], columns: ['id', 'room'] },
  'PATCH /api/briefs/:id/roots': { root: 'in', asIs: true }, 'PUT /api/briefs/:id/members': { mail: 'c@d.example', role: 'reader' },
  'POST /api/briefs/:id/intakes': { key: 'k'.repeat(12), root: 'in', keeps: true, statedAt: '2026-10-16T15:30:00+02:00' },
  'PATCH /api/intakes/:id': { counts: true }, 'POST /api/intakes/:id/files': { files: [FACTS] },
  'POST /api/intakes/:id/complete': { files: 1, replaces: false },
  'POST /api/checks/:id/slips/send': { holders: ['s1'], again: false },
  'POST /api/checks/:id/rulings': {
    kind: 'accept', fileId: randomUUID(), slot: { requirement: 'photo', holder: 's1', n: 1 }, reason: 'r', alias: 'A',
  },
}
const QUERIES = ['from', 'count', 'holder', 'requirement', 'n', 'as', 'against', 'offset', 'for', 'keep']

const ODD: unknown[] = [
  null, true, 0, -1, 1.5, 1e300, -1e300, Number.MAX_SAFE_INTEGER, 2 ** 31, 8.64e15, -8.64e15, '', ' ', '\0', 'a\0b', '\uD800', 'x\uDFFFy',
  '\u202E', 'ﬀ', 'x'.repeat(5000), '1e300', '__proto__', 'constructor', '../../etc/passwd', '/', '.', '{', '{family', '{n}{n}', '*a*a*a*a*b',
  '%00', '\'; drop table brief', '2026-02-30T25:61:00Z', '-000001-01-01T00:00:00Z', '9999999-01-01', [], [[]], {}, { a: { b: { c: 1 } } },
  ['\0'], [null], 'NaN', '٣', '0x10', '🦀'.repeat(200),
]

const odd = (chance: Chance) => structuredClone(ODD[chance.below(ODD.length)])

const encoded = (chance: Chance, most: number) => encodeURIComponent(String(odd(chance)).slice(0, most).replace(/\p{Cs}/gu, '\uFFFD'))

/** One to three places of a value bent: replaced, left out, added to, or repeated. */
function bend(chance: Chance, value: unknown): unknown {
  const places: { holder: Record<string, unknown>, key: string }[] = []
  const root: Record<string, unknown> = { all: structuredClone(value) }
  const walk = (holder: Record<string, unknown>) => {
    for (const key of Object.keys(holder)) {
      places.push({ holder, key })
      const inner = holder[key]
      if (typeof inner === 'object' && inner !== null) walk(inner as Record<string, unknown>)
    }
  }
  walk(root)
  for (let turn = chance.below(3); turn >= 0; turn--) {
    const place = places[chance.below(places.length)]
    if (!place) continue
    const { holder, key } = place
    const way = chance.below(5)
    if (way === 0) Reflect.deleteProperty(holder, key)
    else if (way === 1 && typeof holder[key] === 'object' && holder[key] !== null) {
      const name = String(odd(chance)).slice(0, 90)
      if (Array.isArray(holder[key])) holder[key].push(odd(chance))
      else Object.assign(holder[key], { [name]: odd(chance) })
    }
    else if (way === 2) holder[key] = [holder[key], odd(chance), holder[key]]
    else holder[key] = odd(chance)
  }
  return root.all
}

beforeAll(async () => {
  server = await startServer()
  const { client, cookie: own } = await somebody(server.address)
  cookie = own
  const { id: brief } = await client.send('POST /api/briefs', { body: { title: 'Odd', document: DOCUMENT } })
  await client.send('PUT /api/briefs/:id/roster', { id: brief, body: { people: [PERSON], columns: ['id', 'room'] } })
  const intake = await client.send('POST /api/briefs/:id/intakes', { id: brief, body: { key: randomUUID(), root: 'in', keeps: true } })
  const bytes = makePhoto(chanceOf(1), 9, 9)
  const { ids: [file = ''] } = await client.send('POST /api/intakes/:id/files', {
    id: intake.id, body: { files: [{ ...FACTS, size: bytes.length, sha256: null } as never] },
  })
  const framed = new Blob([frameHead(file, bytes.length), bytes as Uint8Array<ArrayBuffer>])
  await client.send('POST /api/intakes/:id/contents', { id: intake.id, body: framed })
  await client.send('POST /api/intakes/:id/complete', { id: intake.id, body: { files: 1, replaces: false } })
  const open = await client.send('POST /api/briefs/:id/intakes', { id: brief, body: { key: randomUUID(), root: 'in', keeps: true } })
  const check = await client.send('POST /api/briefs/:id/checks', { id: brief })
  ids = { briefs: brief, intakes: open.id, checks: check.id ?? '', file }
})
afterAll(async () => {
  server.stop()
  // work that was asked for and that nobody does here
  await db()('job').where('state', 'queued').delete()
  await disconnect()
})

/** An address with ids that are there, that are not, or that are none; what deletes goes for nothing that is there. */
function addressFor(chance: Chance, method: string, address: string): string {
  const family = address.split('/')[2] ?? ''
  return address.replace(/:(\w+)/g, (_, name: string) => {
    const real = name === 'file' ? ids.file : ids[family]
    const way = chance.below(10)
    if (way < 7 && method !== 'DELETE' && real) return real
    if (way < 9) return '01890000-0000-7000-8000-000000000000'
    return encoded(chance, 60) || 'x'
  })
}

test(`${CASES} odd inputs over every route: none is answered with 500 (seed ${SEED})`, async () => {
  const chance = chanceOf(SEED)
  const routes = ROUTE_FILES.filter(({ method, address }) => !LEFT_OUT.has(`${method.toUpperCase()} ${address}`))
  const wrong: string[] = []
  const met = new Map<number, number>()
  const one = async (at: number) => {
    const { method: lower, address } = routes[at % routes.length]!
    const method = lower.toUpperCase()
    const key = `${method} ${address}`
    const query = chance.below(3) === 0 || method === 'GET'
      ? `?${QUERIES.filter(() => chance.below(3) === 0).map(name => `${name}=${encoded(chance, 700)}`).join('&')}`
      : ''
    const path = addressFor(chance, method, address) + query
    const shape = chance.below(12)
    let body: BodyInit | null = null
    if (method !== 'GET') {
      if (shape === 0) body = '{"a":'
      else if (shape === 1) body = Uint8Array.from({ length: 400 }, () => chance.below(256))
      else if (shape === 2) body = JSON.stringify(odd(chance)) ?? 'null'
      else body = JSON.stringify(bend(chance, BODIES[key] ?? {})) ?? ''
    }
    const { status } = await fetch(server.address + path, { method, body, headers: { cookie } })
    met.set(status, (met.get(status) ?? 0) + 1)
    if (status === 500) wrong.push(`seed ${SEED}, case ${at}: ${method} ${path} ${typeof body === 'string' ? body.slice(0, 600) : 'bytes'}`)
  }
  // one after the other, so that a seed tells the same story twice
  for (let at = 0; at < CASES; at++) await one(at)
  expect(wrong).toEqual([])
  // it gets through to the services, not only to the first look
  expect(met.get(200)).toBeGreaterThan(CASES / 20)
  expect(met.get(422)).toBeGreaterThan(CASES / 20)
})
