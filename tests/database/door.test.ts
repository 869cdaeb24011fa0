import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { verifyReceipt } from '../../core/receipts/receipt'
import { textOfLeaflet } from '../../core/reporting/leaflet-letter'
import type { ReceiptKey, Receipt } from '../../core/receipts/receipt'
import { db, disconnect } from '../../server/database/connection'
import { loadReceived } from '../../server/services/check-input'
import { makeCheck } from '../../server/services/checks'
import { erasePerson } from '../../server/services/erase'
import { countingIntakes } from '../../server/services/intakes'
import type { DoorSettings, MadeLink, OwnDoor } from '../../shared/answers'
import { filesWhere } from '../../server/database/check-rows'
import type { MailService } from '../../stand-ins/mail'
import { startMail } from '../../stand-ins/mail'
import { startJobs } from '../../server/jobs/index'
import { stopQueue } from '../../server/queue/queue'
import { stopHearing } from '../../server/services/live'
import { mailReceipts } from '../../server/services/receipt-mail'
import { sendReminders } from '../../server/services/reminders'
import { sweep } from '../../server/services/sweep'
import { databaseAway, until } from './help'
import { somebody, startServer } from './server'

let server: Awaited<ReturnType<typeof startServer>>
beforeAll(async () => {
  server = await startServer()
})
afterAll(async () => {
  server.stop()
  await stopHearing()
  await disconnect()
})

const person = (id: string, given: string, family: string, group: string) =>
  ({ id, given, family, name: `${given} ${family}`, group, email: `${id}@shore.example`, aliases: [], fields: {} })
const PEOPLE = [person('s1', 'Ana', 'Marsh', 'Reef'), person('s2', 'Ben', 'Wade', 'Reef'), person('s3', 'Cleo', 'Dunn', 'Dune')]
const DAY = 86_400_000
const OPEN: DoorSettings = {
  open: true, until: null, late: true, largest: 30_000_000, most: 60_000_000, renames: true,
  keeps: true, contact: 'Dr. Sommer, room 12', checks: false,
}
const CSV = Buffer.from('site,count\na,1\nb,2\n')
const document = (due: string) => ({
  usitorBrief: 1, title: 'Shore survey', due, strictness: { letterCase: 'ignore', separators: 'ignore' },
  requirements: [
    { id: 'log', title: 'Log', name: '{family}_{given}_log', formats: [{ id: 'csv' }], folder: '{family}' },
    { id: 'raw', title: 'Raw data', name: '{family}_raw', optional: true },
    { id: 'map', title: 'Map', name: '{group}_map', formats: [{ id: 'csv' }], holder: 'group', owedBy: { groups: ['Reef'] } },
  ],
})

/** A brief with an open door, and the links of its people. */
async function opened({ due = new Date(Date.now() + DAY).toISOString(), door = {} }: { due?: string, door?: Partial<DoorSettings> } = {}) {
  const host = await somebody(server.address)
  const { id } = await host.client.send('POST /api/briefs', { body: { title: 'Shore survey', document: document(due) } })
  await host.client.send('PUT /api/briefs/:id/roster', { id, body: { people: PEOPLE, columns: [] } })
  const set = (settings: Partial<DoorSettings>) => host.client.send('PUT /api/briefs/:id/door', { id, body: { ...OPEN, ...door, ...settings } })
  await set({})
  const links = await host.client.send('POST /api/briefs/:id/door/links', { id, body: { people: null } })
  return { ...host, id, set, links: new Map(links.map(link => [link.person, link])) }
}

function holder(link: Pick<MadeLink, 'token'> | undefined) {
  const ask = async (method: string, path: string, { body, headers = {} }: { body?: BodyInit, headers?: Record<string, string> } = {}) => {
    const answer = await fetch(`${server.address}/api/door${path}`, {
      method, headers: { authorization: `Bearer ${link?.token ?? ''}`, ...headers }, ...(body === undefined ? {} : { body }),
    })
    const text = await answer.clone().text()
    let json: unknown = null
    try {
      json = JSON.parse(text)
    }
    catch { /* the upload protocol answers in plain text */ }
    return { status: answer.status, headers: answer.headers, text, json: json as { message?: string } | null,
      bytes: Buffer.from(await answer.arrayBuffer()) }
  }
  const own = async () => (await ask('GET', '')).json as unknown as OwnDoor
  const begin = async (key: string = randomUUID()) =>
    (await ask('POST', '/hand-ins', { body: JSON.stringify({ key, version: (await own()).version }) })).json as unknown as { id: string
      number: number }
  const b64 = (text: string) => Buffer.from(text).toString('base64')
  const announce = (handIn: string, name: string, size: number, more: Record<string, string> = {}) => ask('POST', '/files', { headers: {
    'tus-resumable': '1.0.0', 'upload-length': String(size),
    'upload-metadata': Object.entries({ handIn, name, ...more }).map(([key, value]) => `${key} ${b64(value)}`).join(','),
  } })
  const send = (location: string, offset: number, body: Buffer, headers: Record<string, string> = {}) => ask('PATCH',
    location.replace('/api/door', ''), {
      body: new Uint8Array(body), headers: { 'tus-resumable': '1.0.0', 'upload-offset': String(offset),
        'content-type': 'application/offset+octet-stream', ...headers },
    })
  const where = (location: string) => ask('HEAD', location.replace('/api/door', ''), { headers: { 'tus-resumable': '1.0.0' } })
  const finish = (handIn: string) => ask('POST', `/hand-ins/${handIn}/finish`)
  /** One file as a page hands it in. */
  const handIn = async (name: string, bytes: Buffer, more: Record<string, string> = {}) => {
    const { id } = await begin()
    const made = await announce(id, name, bytes.length, { sha256: createHash('sha256').update(bytes).digest('hex'), ...more })
    const location = made.headers.get('location') ?? ''
    if (bytes.length > 0) await send(location, 0, bytes)
    return { id, receipt: (await finish(id)).json as unknown as Receipt }
  }
  return { ask, own, begin, announce, send, where, finish, handIn }
}

const checkNow = async (brief: string) => {
  const { id } = await makeCheck(brief, null)
  return filesWhere(id, query => query)
}

describe('a door', () => {
  test('shows each person what they owe, and nobody else', async () => {
    const { links } = await opened()
    const own = await holder(links.get('s1')).own()
    expect(own.holder).toEqual({ id: 's1', name: 'Ana Marsh', group: 'Reef' })
    expect(own.pieces.map(piece => [piece.title, piece.group, piece.names[0]?.stretches.map(one => one.text).join('')]))
      .toEqual([['Log', false, 'Marsh_Ana_log.csv'], ['Raw data', false, 'Marsh_raw'], ['Map', true, 'Reef_map.csv']])
    expect(own.slots.map(slot => slot.requirement)).toEqual(['log', 'raw', 'map'])
    const text = JSON.stringify(own)
    for (const other of ['Cleo', 'Dunn', 's3', '@shore.example"', 'Dune']) expect(text.replace('s1@shore.example', '')).not.toContain(other)
  })

  test('opens to nobody else, whatever number a later list gives them', async () => {
    const { client, links, id } = await opened()
    const [, ben, cleo] = PEOPLE as [typeof PEOPLE[number], typeof PEOPLE[number], typeof PEOPLE[number]]
    const save = (people: typeof PEOPLE) => client.send('PUT /api/briefs/:id/roster', { id, body: { people, columns: [] } })
    // Ana has left, and the list is numbered anew
    const anew = [{ ...ben, id: 's1' }, { ...cleo, id: 's2' }, person('s3', 'Dan', 'Roe', 'Dune')]
    await expect(save(anew)).rejects.toThrow(/409 .*was Ana Marsh and would be Ben Wade.*Links, what was handed in/)
    expect((await holder(links.get('s1')).own()).holder.name).toBe('Ana Marsh')
    // whoever keeps their number is free to change, and so is a number that nothing hangs on
    await save([ben, { ...cleo, family: 'Roth', name: 'Cleo Roth' }, person('s4', 'Dan', 'Roe', 'Dune')])
    expect((await holder(links.get('s3')).own()).holder.name).toBe('Cleo Roth')
    await save([ben, person('s4', 'Eli', 'Voss', 'Reef')])
  })

  test('takes a file, signs for it, and files it where it belongs', async () => {
    const { links, id } = await opened()
    const ana = holder(links.get('s1'))
    const { receipt } = await ana.handIn('Marsh_Ana_log.csv', CSV, { sentAs: 'export.csv' })
    expect(receipt).toMatchObject({
      usitorReceipt: 1, number: 1, brief: 'Shore survey', holder: { id: 's1', name: 'Ana Marsh' }, handedInBy: 's1',
      files: [{ sentAs: 'export.csv', name: 'Marsh_Ana_log.csv', requirement: 'log', n: null, size: CSV.length, verdict: 'right', codes: [] }],
    })
    const keys = (await (await fetch(`${server.address}/.well-known/usitor-keys.json`)).json() as { keys: ReceiptKey[] }).keys
    expect(await verifyReceipt(receipt, keys)).toMatchObject({ genuine: true })
    const [file] = await checkNow(id)
    expect(file).toMatchObject({
      root: 'handed in', path: 's1/1/Marsh_Ana_log.csv', correctedPath: 'Marsh/Marsh_Ana_log.csv', handedInBy: 's1', sentAs: 'export.csv',
      findings: [],
      receivedAtFrom: 'server', verified: true,
    })
    expect((await ana.own()).slots.find(slot => slot.requirement === 'log')?.status).toBe('right')
  })

  test('gives back the very bytes that were handed in, to whoever sent them and nobody else', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    await ana.handIn('Marsh_Ana_log.csv', CSV)
    const [file] = (await ana.own()).files
    expect((await ana.ask('GET', `/contents/${file?.id}`)).bytes.equals(CSV)).toBe(true)
    expect((await holder(links.get('s2')).ask('GET', `/contents/${file?.id}`)).status).toBe(404)
  })

  test('gives out the file everybody begins from, to whoever has a link, until it is taken away', async () => {
    const { client, id, links } = await opened()
    const start = Buffer.from('site,count\n')
    const putBy = (by: typeof client, name: string, bytes: Buffer = start) =>
      by.send('PUT /api/briefs/:id/start', { id, query: { name }, body: new Blob([new Uint8Array(bytes)]) })
    await expect(putBy(client, '../x.csv')).rejects.toThrow('without \\"/')
    await expect(putBy(client, 'x.csv', Buffer.alloc(0))).rejects.toThrow('empty')
    await putBy(client, 'Zählung.csv')
    const ana = holder(links.get('s1'))
    expect((await ana.own()).start).toMatchObject({ name: 'Zählung.csv', size: start.length })
    const given = await ana.ask('GET', '/start')
    expect(given.bytes.equals(start)).toBe(true)
    expect(given.headers.get('content-disposition')).toBe('attachment; filename*=UTF-8\'\'Z%C3%A4hlung.csv')
    // nothing that refers to it alone is swept away
    await db()('content').update({ created_at: db().raw(`now() - interval '2 days'`) })
    await sweep()
    expect((await ana.ask('GET', '/start')).bytes.equals(start)).toBe(true)
    const again = await client.send('POST /api/briefs/:id/copy', { id, body: { title: 'Next', due: null, samePeople: true } })
    expect((await client.send('GET /api/briefs/:id/leaflets', { id: again.id })).start?.name).toBe('Zählung.csv')
    await client.send('DELETE /api/briefs/:id/start', { id })
    expect((await ana.ask('GET', '/start')).status).toBe(404)
    expect((await ana.own()).start).toBeNull()
    const other = await somebody(server.address)
    await expect(putBy(other.client, 'x.csv')).rejects.toThrow('nothing here')
  })

  test('tells a misnamed file so on its receipt', async () => {
    const { links } = await opened()
    const { receipt } = await holder(links.get('s3')).handIn('log cleo.csv', CSV, { requirement: 'log' })
    expect(receipt.files[0]).toMatchObject({ requirement: 'log', verdict: 'to-fix', codes: ['name.differs'] })
  })

  test('a file that is named as somebody else\'s waits, and the receipt says that it has no place', async () => {
    const { links, id } = await opened()
    const { receipt } = await holder(links.get('s2')).handIn('Dunn_Cleo_log.csv', CSV)
    expect(receipt.files[0]).toMatchObject({ verdict: 'unplaced', requirement: null })
    const [file] = await checkNow(id)
    expect(file?.role).toBe('unplaced')
    expect(file?.candidates).toContainEqual({ requirement: 'log', holder: 's3' })
  })

  test('a group\'s piece shows to its members with who handed it in, and to nobody else', async () => {
    const { links } = await opened()
    await holder(links.get('s2')).handIn('Reef_map.csv', CSV)
    await holder(links.get('s2')).handIn('Wade_Ben_log.csv', CSV)
    const own = await holder(links.get('s1')).own()
    expect(own.files.map(file => [file.name, file.by, file.mine])).toEqual([['Reef_map.csv', 'Ben Wade', false]])
    expect(own.slots.find(slot => slot.requirement === 'map')?.status).toBe('right')
    expect(JSON.stringify(own)).not.toContain('s2')
    expect((await holder(links.get('s3')).own()).files).toEqual([])
  })

  test('takes a new version, and one taken back counts no more; every one stays', async () => {
    const { links, id } = await opened()
    const ana = holder(links.get('s1'))
    const first = await ana.handIn('Marsh_Ana_log.csv', CSV)
    await ana.handIn('Marsh_Ana_log.csv', Buffer.concat([CSV, Buffer.from('c,3\n')]))
    const files = await checkNow(id)
    expect(files.map(file => [file.path, file.role])).toEqual([['s1/1/Marsh_Ana_log.csv', 'superseded'], ['s1/2/Marsh_Ana_log.csv', 'placed']])
    const [, second] = (await ana.own()).files
    expect((await ana.ask('POST', `/hand-ins/${second?.handIn}/withdraw`, { body: JSON.stringify({ file: second?.id }) })).status).toBe(200)
    expect((await checkNow(id)).map(file => [file.path, file.role])).toEqual([['s1/1/Marsh_Ana_log.csv', 'placed']])
    expect((await ana.ask('GET', `/hand-ins/${first.id}/receipt`)).json).toEqual(first.receipt)
    // only who sent it
    const other = await holder(links.get('s2')).ask('POST', `/hand-ins/${first.id}/withdraw`,
      { body: JSON.stringify({ file: (await ana.own()).files[0]?.id }) })
    expect(other.status).toBe(404)
  })

  test('asked to finish twice, or to begin twice by one key, does so once', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const key = randomUUID()
    const [one, two] = await Promise.all([ana.begin(key), ana.begin(key)])
    expect(one).toEqual(two)
    const made = await ana.announce(one.id, 'Marsh_Ana_log.csv', CSV.length)
    await ana.send(made.headers.get('location') ?? '', 0, CSV)
    const [first, second] = await Promise.all([ana.finish(one.id), ana.finish(one.id)])
    expect(first.json).toEqual(second.json)
    expect((await ana.own()).handIns).toHaveLength(1)
  })
})

describe('a door that is closed', () => {
  test.each<[string, Parameters<typeof opened>[0], Partial<DoorSettings>]>([
    ['by its coordinator', {}, { open: false }],
    ['at the time that was set', {}, { until: new Date(Date.now() - 1000).toISOString() }],
    ['after the due time', { due: new Date(Date.now() - DAY).toISOString() }, { late: false }],
  ])('%s takes nothing, and still shows what was handed in', async (_, options, settings) => {
    const { links, set } = await opened({ ...options, due: new Date(Date.now() + DAY).toISOString() })
    const ana = holder(links.get('s1'))
    const { id } = await ana.handIn('Marsh_Ana_log.csv', CSV)
    if (options?.due) await db()('brief_version').update({ document: db().raw(`jsonb_set(document, '{due}', to_jsonb(?::text))`, [options.due]) })
    await set(settings)
    const own = await ana.own()
    expect(own.open).toBe(false)
    expect((await ana.ask('POST', '/hand-ins', { body: JSON.stringify({ key: randomUUID(), version: own.version }) })).status).toBe(403)
    expect((await ana.ask('GET', `/hand-ins/${id}/receipt`)).status).toBe(200)
  })

  test('takes to its end what was begun in time', async () => {
    const { links, set } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'Marsh_Ana_log.csv', CSV.length)).headers.get('location') ?? ''
    await set({ open: false })
    await ana.send(location, 0, CSV)
    expect((await ana.finish(id)).status).toBe(200)
  })

  test('that keeps nothing takes nothing', async () => {
    const { links } = await opened({ door: { keeps: false } })
    const ana = holder(links.get('s1'))
    const answer = await ana.ask('POST', '/hand-ins', { body: JSON.stringify({ key: randomUUID(), version: (await ana.own()).version }) })
    expect([answer.status, answer.json?.message]).toEqual([409, expect.stringContaining('not kept here')])
  })

  test('after the due time but open marks what comes as late', async () => {
    const { links, id } = await opened({ due: new Date(Date.now() - DAY).toISOString() })
    const { receipt } = await holder(links.get('s1')).handIn('Marsh_Ana_log.csv', CSV)
    expect(receipt.files[0]?.codes).toEqual(['time.late'])
    expect((await checkNow(id))[0]?.findings.map(one => one.code)).toEqual(['time.late'])
  })
})

describe('many at once', () => {
  test('who announce in the same moment all are heard: none waits for a connection while holding one', async () => {
    const crowd = Array.from({ length: 40 }, (_, at) => person(`c${at}`, 'Ana', `Marsh${at}`, ''))
    const host = await somebody(server.address)
    const { id } = await host.client.send('POST /api/briefs', { body: { title: 'Crowd', document: document('2099-01-01T12:00:00Z') } })
    await host.client.send('PUT /api/briefs/:id/roster', { id, body: { people: crowd, columns: [] } })
    await host.client.send('PUT /api/briefs/:id/door', { id, body: OPEN })
    const links = await host.client.send('POST /api/briefs/:id/door/links', { id, body: { people: null } })
    const begun = await Promise.all(links.map(async (link) => {
      const one = holder(link)
      return { one, id: (await one.begin()).id }
    }))
    const announced = await Promise.all(begun.map(({ one, id }, at) => one.announce(id, `Marsh${at}_raw`, 1000)))
    expect(announced.map(answer => answer.status)).toEqual(crowd.map(() => 201))
  })
})

describe('an upload', () => {
  const MB = 1024 * 1024
  const big = randomBytes(5 * MB + 17)

  test('that is cut goes on where it was, with equal bytes', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'Marsh_raw', big.length,
      { sha256: createHash('sha256').update(big).digest('hex') })).headers.get('location') ?? ''
    // what was under way when it was cut may still be written down: where it stands is where it stays
    let offset = 0
    const settled = () => until(async () => {
      offset = Number((await ana.where(location)).headers.get('upload-offset'))
      await new Promise(resolve => setTimeout(resolve, 150))
      return offset === Number((await ana.where(location)).headers.get('upload-offset'))
    })
    for (const cut of [1.5 * MB, 0.3 * MB, 2.2 * MB]) {
      await settled()
      const calling = new AbortController()
      let given = 0
      const body = new ReadableStream<Uint8Array>({
        async pull(stream) {
          if (given >= cut) {
            await new Promise(resolve => setTimeout(resolve, 60))
            return calling.abort()
          }
          stream.enqueue(new Uint8Array(big.subarray(offset + given, offset + Math.min(cut, given + 65_536))))
          given = Math.min(cut, given + 65_536)
        },
      })
      const sending = fetch(server.address + location, {
        method: 'PATCH', body, signal: calling.signal, duplex: 'half', headers: {
          'authorization': `Bearer ${links.get('s1')?.token}`, 'tus-resumable': '1.0.0', 'upload-offset': String(offset),
          'content-type': 'application/offset+octet-stream',
        },
      } as RequestInit)
      await expect(sending).rejects.toThrow()
    }
    await settled()
    expect(offset).toBeGreaterThan(0)
    expect(offset % MB).toBe(0)
    await ana.send(location, offset, big.subarray(offset))
    expect((await ana.finish(id)).status).toBe(200)
    const [file] = (await ana.own()).files
    expect((await ana.ask('GET', `/contents/${file?.id}`)).bytes.equals(big)).toBe(true)
  })

  test('while the database is away is told so, and goes on where it was once it is back', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'Marsh_raw', big.length)).headers.get('location') ?? ''
    await ana.send(location, 0, big.subarray(0, 2 * MB))
    const back = await databaseAway()
    try {
      const asked = [ana.send(location, 2 * MB, big.subarray(2 * MB)), ana.finish(id), ana.ask('GET', '')]
      for (const told of await Promise.all(asked)) {
        // the page goes on asking where it is told that nothing was lost
        expect(told.status, told.text).toBe(503)
      }
    }
    finally {
      await back()
    }
    const offset = await until(async () => Number((await ana.where(location)).headers.get('upload-offset')) || null)
    expect(offset).toBe(2 * MB)
    await ana.send(location, offset, big.subarray(offset))
    expect((await ana.finish(id)).status).toBe(200)
    const [file] = (await ana.own()).files
    expect((await ana.ask('GET', `/contents/${file?.id}`)).bytes.equals(big)).toBe(true)
  })

  test('whose stretch does not agree with its checksum keeps nothing of it (tus 1.0.0, extension Checksum)', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'Marsh_Ana_log.csv', CSV.length)).headers.get('location') ?? ''
    const wrong = await ana.send(location, 0, CSV, { 'upload-checksum': `sha256 ${createHash('sha256').update('other').digest('base64')}` })
    expect(wrong.status).toBe(460)
    expect((await ana.where(location)).headers.get('upload-offset')).toBe('0')
    expect((await ana.send(location, 0, CSV, { 'upload-checksum': 'md5 abcd' })).status).toBe(400)
    expect((await ana.send(location, 0, CSV, { 'upload-checksum': `sha256 ${createHash('sha256').update(CSV).digest('base64')}` })).status).toBe(204)
    expect((await ana.finish(id)).status).toBe(200)
  })

  test('of two senders ends with the bytes that were announced', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const sha256 = createHash('sha256').update(big).digest('hex')
    const location = (await ana.announce(id, 'Marsh_raw', big.length, { sha256 })).headers.get('location') ?? ''
    const other = Buffer.from(big)
    other[3 * MB] = (other[3 * MB] ?? 0) ^ 1
    await Promise.all([ana.send(location, 0, big), ana.send(location, 0, other)])
    const done = await ana.finish(id)
    const [file] = (await ana.own()).files
    // either what was announced, or nothing at all
    if (done.status === 200) expect((await ana.ask('GET', `/contents/${file?.id}`)).bytes.equals(big)).toBe(true)
    else expect(file).toBeUndefined()
  })

  test('of nothing is a file of no bytes', async () => {
    const { links } = await opened()
    const { receipt } = await holder(links.get('s1')).handIn('Marsh_Ana_log.csv', Buffer.alloc(0))
    expect(receipt.files[0]).toMatchObject({ size: 0, verdict: 'to-fix' })
    expect(receipt.files[0]?.codes).toContain('content.empty')
  })

  test('of other bytes than were announced is refused in words', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'a.csv', CSV.length, { sha256: 'ab'.repeat(32) })).headers.get('location') ?? ''
    const sent = await ana.send(location, 0, CSV)
    expect([sent.status, sent.text]).toEqual([422, expect.stringContaining('not what was announced')])
    expect((await ana.finish(id)).status).toBe(422)
  })

  test.each<[string, (ana: ReturnType<typeof holder>, id: string, location: string) => Promise<{ status: number }>, number]>([
    ['more than was announced', (ana, _, at) => ana.send(at, 0, Buffer.concat([CSV, CSV])), 413],
    ['from behind what is here', (ana, _, at) => ana.send(at, 5, CSV.subarray(5)), 409],
    ['finished too early', (ana, id) => ana.finish(id), 409],
    ['larger than one file may be', (ana, id) => ana.announce(id, 'x', OPEN.largest + 1), 413],
    ['with a negative length', (ana, id) => ana.announce(id, 'x', -5), 400],
    ['with no name', (ana, id) => ana.announce(id, '', 5), 422],
    ['into a hand-in that is nobody\'s', ana => ana.announce(randomUUID(), 'x', 5), 404],
    ['into what is no hand-in', ana => ana.announce('; drop table', 'x', 5), 404],
    ['at what is no file', ana => ana.send('/api/door/files/../../session', 0, CSV), 404],
  ])('%s is refused', async (_, act, status) => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'Marsh_Ana_log.csv', CSV.length)).headers.get('location') ?? ''
    expect((await act(ana, id, location)).status).toBe(status)
  })

  test('of somebody else\'s file under one\'s own link leads nowhere', async () => {
    const { links } = await opened()
    const [ana, ben] = [holder(links.get('s1')), holder(links.get('s2'))]
    const { id } = await ana.begin()
    const location = (await ana.announce(id, 'Marsh_Ana_log.csv', CSV.length)).headers.get('location') ?? ''
    expect((await ben.send(location, 0, CSV)).status).toBe(404)
    expect((await ben.where(location)).status).toBe(404)
    expect((await ben.announce(id, 'x', 5)).status).toBe(404)
    expect((await ben.finish(id)).status).toBe(404)
  })

  test('more than one person may hand in is refused, and what is there stays', async () => {
    const { links } = await opened({ door: { most: 2_000_000 } })
    const ana = holder(links.get('s1'))
    await ana.handIn('Marsh_raw', randomBytes(1_500_000))
    const { id } = await ana.begin()
    expect((await ana.announce(id, 'Marsh_raw', 600_000)).status).toBe(413)
    expect((await ana.own()).files).toHaveLength(1)
  })

  test('names are data: markup, controls, 255 bytes of signs and climbing paths name a file and nothing else', async () => {
    const { links, id } = await opened()
    const ana = holder(links.get('s1'))
    for (const name of ['<img src=x onerror=alert(1)>.csv', 'a\u0001b\u202Egpj.csv', '🐚'.repeat(63), '../../../etc/passwd', '..\\..\\x.csv',
      'n\u0000ul.csv']) {
      const { receipt } = await ana.handIn(name, Buffer.from(`x,y\n${name}\n`))
      expect(receipt.files, name).toHaveLength(1)
      expect(receipt.files[0]?.name.includes('/')).toBe(false)
    }
    const received = await loadReceived((await countingIntakes(id)).map(one => one.id))
    expect(received).toHaveLength(6)
    expect(received.every(({ path }) => /^s1\/\d+\/[^/]+$/.test(path) && path.split('/').every(level => level !== '..'))).toBe(true)
    expect((await checkNow(id))).toHaveLength(6)
  })

  test('two files of one name in one hand-in are both kept', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    const { id } = await ana.begin()
    for (const bytes of [Buffer.from('a,b\n1,2\n'), Buffer.from('a,b\n3,4\n')]) {
      const made = await ana.announce(id, 'photo.csv', bytes.length, { sha256: createHash('sha256').update(bytes).digest('hex') })
      await ana.send(made.headers.get('location') ?? '', 0, bytes)
    }
    expect(((await ana.finish(id)).json as unknown as Receipt).files.map(file => file.name)).toEqual(['photo.csv', 'photo.csv'])
  })
})

describe('a link', () => {
  const answerOf = async (token: string) => {
    const { status, text } = await holder({ token }).ask('GET', '')
    return `${status} ${text}`
  }
  test('that is guessed, revoked, or of a deleted brief is answered alike', async () => {
    const one = await opened()
    const gone = await opened()
    const [revoked, deleted] = [one.links.get('s1')?.token ?? '', gone.links.get('s1')?.token ?? '']
    expect((await holder(one.links.get('s1')).ask('GET', '')).status).toBe(200)
    await one.client.send('DELETE /api/briefs/:id/door/links/:person', { id: one.id, person: 's1' })
    await gone.client.send('DELETE /api/briefs/:id', { id: gone.id })
    const told = await Promise.all([randomBytes(16).toString('base64url'), revoked, deleted, 'x'].map(answerOf))
    expect(new Set(told).size).toBe(1)
    expect(told[0]).toContain('404')
  })

  test('is stored as a hash alone, and a new one leaves the earlier as it is', async () => {
    const { client, id, links } = await opened()
    const [again] = await client.send('POST /api/briefs/:id/door/links', { id, body: { people: ['s1'] } })
    expect(again?.token).not.toBe(links.get('s1')?.token)
    expect((await holder(again).ask('GET', '')).status).toBe(200)
    expect((await holder(links.get('s1')).ask('GET', '')).status).toBe(200)
    const rows = JSON.stringify(await db()('door_link').where('brief_id', id))
    expect(rows).not.toContain(again?.token)
  })

  test('has a short code that may be typed as people type', async () => {
    const { links } = await opened()
    const code = links.get('s2')?.code ?? ''
    expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}$/)
    const typed = code.toLowerCase().replaceAll('0', 'o').replaceAll('1', 'l')
    expect((await holder({ token: typed }).own()).holder.id).toBe('s2')
  })

  test('of somebody who is no longer on the list tells them so', async () => {
    const { client, id, links } = await opened()
    await client.send('PUT /api/briefs/:id/roster', { id, body: { people: PEOPLE.slice(1), columns: [] } })
    const answer = await holder(links.get('s1')).ask('GET', '')
    expect([answer.status, answer.json?.message]).toEqual([404, expect.stringContaining('not on the list')])
  })

  test('is of no use to coordinators\' routes, nor an account to a door', async () => {
    const { links, id, cookie } = await opened()
    expect((await fetch(`${server.address}/api/briefs/${id}`, { headers: { authorization: `Bearer ${links.get('s1')?.token}` } })).status).toBe(401)
    expect((await fetch(`${server.address}/api/door`, { headers: { cookie } })).status).toBe(404)
  })

  test('that everybody has got hold of is asked no more often than one person would', async () => {
    const { links } = await opened()
    const [shared, quiet] = [holder(links.get('s1')), holder(links.get('s2'))]
    const statuses = await Promise.all(Array.from({ length: 260 }, async () => (await shared.ask('GET', `/contents/${randomUUID()}`)).status))
    expect([statuses.filter(status => status === 404).length, statuses.filter(status => status === 429).length]).toEqual([240, 20])
    expect((await quiet.ask('GET', '')).status).toBe(200)
  })

  test('guessed again and again has to wait', async () => {
    const place = `203.0.113.${Math.floor(Math.random() * 250)}`
    const { holderOf } = await import('../../server/services/door-links')
    const statuses: number[] = []
    for (let guess = 0; guess < 63; guess++) {
      statuses.push(await holderOf(randomBytes(16).toString('base64url'), place).then(() => 200, (error: { statusCode: number }) => error.statusCode))
    }
    expect(statuses.slice(0, 60).every(status => status === 404)).toBe(true)
    expect(statuses.at(-1)).toBe(429)
  })
})

describe('the coordinator', () => {
  test('sees who handed in, how often a link was used, and never a token', async () => {
    const { client, id, links } = await opened()
    await holder(links.get('s1')).handIn('Marsh_Ana_log.csv', CSV)
    const door = await client.send('GET /api/briefs/:id/door', { id })
    expect(door).toMatchObject({ files: 1, last: { name: 'Ana Marsh' }, settings: { contact: 'Dr. Sommer, room 12' } })
    expect(door.people.find(one => one.id === 's1')).toMatchObject({ links: 1, files: 1 })
    expect(door.people.find(one => one.id === 's1')?.used).toBeGreaterThan(0)
    expect(door.people.find(one => one.id === 's3')).toMatchObject({ files: 0, lastAt: null })
    expect(JSON.stringify(door)).not.toContain(links.get('s1')?.token)
  })

  test('a changed rule is told before anything is begun under the one before', async () => {
    const { client, id, links } = await opened()
    const ana = holder(links.get('s1'))
    const { version } = await ana.own()
    await client.send('PUT /api/briefs/:id/document', { id, body: { ...document(new Date(Date.now() + DAY).toISOString()), title: 'New' } as never })
    const answer = await ana.ask('POST', '/hand-ins', { body: JSON.stringify({ key: randomUUID(), version }) })
    expect([answer.status, answer.json?.message]).toEqual([409, expect.stringContaining('was changed')])
  })

  test('a folder that replaces what came before leaves what people handed in themselves', async () => {
    const { id, links } = await opened()
    await holder(links.get('s1')).handIn('Marsh_Ana_log.csv', CSV)
    const { accountOf, receive } = await import('./help')
    const account = await accountOf('Second')
    await db()('brief_member').insert({ brief_id: id, account_id: account.id, role: 'checker' })
    await receive(account, id, { 'x.csv': Buffer.from('x,y\n') }, { replaces: true })
    await receive(account, id, { 'z.csv': Buffer.from('z,y\n') }, { replaces: true })
    expect((await checkNow(id)).map(file => file.path).sort()).toEqual(['s1/1/Marsh_Ana_log.csv', 'z.csv'])
  })

  test('erases a person with their links and what they handed in', async () => {
    const { id, links } = await opened()
    const ana = holder(links.get('s1'))
    await ana.handIn('Marsh_Ana_log.csv', CSV, { sentAs: 'private name.csv' })
    await checkNow(id)
    const owner = await db()('brief_member').where({ brief_id: id, role: 'owner' }).first('account_id')
    await erasePerson({ id: owner?.account_id ?? '', mail: '', name: '' }, id, 's1')
    expect((await ana.ask('GET', '')).status).toBe(404)
    const left = JSON.stringify([await db()('received_file').join('intake', 'intake.id', 'received_file.intake_id').where('brief_id',
      id).select('received_file.path', 'handed_in'),
    await db()('hand_in').where('brief_id', id), await db()('door_link').where('brief_id', id)])
    expect(left).not.toMatch(/Marsh|private name|"s1"/)
  })

  test('cannot open a door where no key is set', async () => {
    const before = process.env.USITOR_SECRET
    await db()('receipt_key').delete()
    delete process.env.USITOR_SECRET
    try {
      await expect(opened()).rejects.toThrow(/USITOR_SECRET/)
    }
    finally {
      process.env.USITOR_SECRET = before
    }
  })
})

describe('what arrives', () => {
  beforeAll(() => startJobs())
  afterAll(() => stopQueue())

  test('is told to open pages at once, and checked by itself soon after: once for what comes close together', async () => {
    const { links, id, cookie } = await opened({ door: { checks: true } })
    const calling = new AbortController()
    const live = await fetch(`${server.address}/api/briefs/${id}/live`, { headers: { cookie }, signal: calling.signal })
    let heard = ''
    const reading = (async () => {
      const decoder = new TextDecoder()
      for await (const piece of live.body as unknown as AsyncIterable<Uint8Array>) heard += decoder.decode(piece)
    })().catch(() => undefined)
    await until(() => Promise.resolve(heard.includes('event: hello')))
    await holder(links.get('s1')).handIn('Marsh_Ana_log.csv', CSV)
    await holder(links.get('s3')).handIn('Dunn_Cleo_log.csv', CSV)
    // each with a number of its own: a page that keeps the last word notices the same one again
    await until(() => Promise.resolve(new Set([...heard.matchAll(/data: arrived (\d+)/g)].map(([, number]) => number)).size === 2))
    await until(() => Promise.resolve(heard.includes('data: checked')))
    calling.abort()
    await reading
    const checks = await db()('check_run').where('brief_id', id).select('by_itself', 'summary')
    expect(checks.map(one => [one.by_itself, one.summary.right])).toEqual([[true, 2]])
  })

  test('by itself is no round: what a person asks for is seen against the last that a person asked for', async () => {
    const { client, links, id } = await opened()
    const first = await client.send('POST /api/briefs/:id/checks', { id })
    await holder(links.get('s1')).handIn('Marsh_Ana_log.csv', CSV)
    await makeCheck(id, null, undefined, { byItself: true })
    const second = await client.send('POST /api/briefs/:id/checks', { id })
    const round = await client.send('GET /api/checks/:id/round', { id: second.id ?? '' })
    expect(round.before?.id).toBe(first.id)
  })

  test('is only heard of by who takes part in the brief', async () => {
    const [{ id }, other] = [await opened(), await somebody(server.address)]
    expect((await fetch(`${server.address}/api/briefs/${id}/live`, { headers: { cookie: other.cookie } })).status).toBe(404)
  })
})

/** A simulated mail service, and the address links begin with, for a group of tests. */
function mailFor(): Pick<MailService, 'taken' | 'refuses'> {
  let service: MailService
  beforeAll(async () => {
    service = await startMail()
    process.env.SMTP_URL = service.url
    process.env.USITOR_ADDRESS = 'https://hand-in.shore.example'
    await startJobs()
  })
  afterAll(async () => {
    await stopQueue()
    delete process.env.SMTP_URL
    delete process.env.USITOR_ADDRESS
    await service.close()
  })
  return { get taken() { return service.taken }, get refuses() { return service.refuses } }
}

describe('a leaflet', () => {
  const mail = mailFor()

  test('goes to each person once, with their own names and a link that opens, and no store holds the link', async () => {
    const { client, id } = await opened()
    const send = (again = false) => client.send('POST /api/briefs/:id/leaflets/send', { id, body: { people: ['s1', 's3'], again } })
    expect(await send()).toMatchObject({ waiting: 2, notSent: [] })
    const letters = await until(() => Promise.resolve(mail.taken.length >= 2 && [...mail.taken]))
    const ana = letters.find(letter => letter.to[0] === 's1@shore.example')
    expect(ana?.text).toContain('Marsh_Ana_log.csv')
    expect(ana?.text).not.toMatch(/Dunn|Cleo|Wade/)
    const token = /https:\/\/hand-in\.shore\.example\/door#([\w-]{22})/.exec(ana?.text ?? '')?.[1] ?? ''
    expect((await holder({ token }).own()).holder.id).toBe('s1')
    expect(JSON.stringify(await db()('slip_mail').where('brief_id', id))).not.toContain(token)
    expect((await send()).notSent.map(one => one.why)).toEqual(Array(2).fill('the same words went to this address before'))
    const before = mail.taken.length
    expect((await send(true)).waiting).toBe(2)
    await until(() => Promise.resolve(mail.taken.length === before + 2))
  })

  test('is in the language the list has for somebody', async () => {
    const { client, id } = await opened()
    const spoken = PEOPLE.map((one, at) => ({ ...one, fields: { Sprache: ['Deutsch', 'fr', ''][at] ?? '' } }))
    await client.send('PUT /api/briefs/:id/roster', { id, body: { people: spoken, columns: ['Sprache'] } })
    const { leaflets } = await client.send('GET /api/briefs/:id/leaflets', { id })
    expect(leaflets.map(one => /Hier abgeben|Remettre ici|Hand in here/.test(textOfLeaflet(one.lines))))
      .toEqual([true, true, true])
    expect(textOfLeaflet(leaflets[0]?.lines ?? [])).toMatch(/^Shore survey: Ana Marsh\nbis \p{L}{2}\.?,/mu)
    expect(leaflets[1]?.subject).toBe('Shore survey: ce qu’il faut remettre')
  })

  test('to oneself holds no link', async () => {
    const { client, id, mail: own } = await opened()
    await client.send('POST /api/briefs/:id/leaflets/try', { id, body: { person: 's1' } })
    expect(mail.taken.at(-1)).toMatchObject({ to: [own] })
    expect(mail.taken.at(-1)?.text).toContain('(the link of Ana Marsh)')
  })

  test('of a brief with no door names no link', async () => {
    const { client, id, set } = await opened()
    await set({ open: false })
    const { leaflets, door } = await client.send('GET /api/briefs/:id/leaflets', { id })
    expect([door, leaflets.length, leaflets.some(one => textOfLeaflet(one.lines).includes('[link]'))]).toEqual([false, 3, false])
  })
})

describe('letters by the clock', () => {
  const mail = mailFor()
  // what was handed in before is told of already
  beforeEach(async () => {
    await db()('hand_in').update({ mailed_at: db().fn.now() })
    mail.taken.length = 0
  })
  const to = (who: string) => mail.taken.filter(letter => letter.to[0] === `${who}@shore.example`)

  test('receipts of one person go out together, once', async () => {
    const { links } = await opened()
    const ana = holder(links.get('s1'))
    await ana.handIn('Marsh_Ana_log.csv', CSV)
    await ana.handIn('notes.csv', Buffer.from('a,b\n1,2\n'), { sentAs: 'mine.csv' })
    await mailReceipts(15)
    expect(to('s1')).toEqual([])
    await Promise.all([mailReceipts(0), mailReceipts(0)])
    expect(to('s1')).toHaveLength(1)
    expect(to('s1')[0]?.text).toContain('Handed in: receipt 1')
    expect(to('s1')[0]?.text).toContain('Marsh_Ana_log.csv: right')
    expect(to('s1')[0]?.text).toContain('Handed in: receipt 2')
  })

  test('receipts are tried again where the mail server refuses', async () => {
    const { links, id } = await opened()
    mail.refuses.add('s3@shore.example')
    await holder(links.get('s3')).handIn('Dunn_Cleo_log.csv', CSV)
    await mailReceipts(0)
    expect((await db()('hand_in').where('brief_id', id).first('mailed_at'))?.mailed_at).toBeNull()
    mail.refuses.clear()
    await mailReceipts(0)
    expect(to('s3')).toHaveLength(1)
  })

  test('a reminder is planned with the door, goes once to those with something open, with their link, and can be stopped', async () => {
    const due = new Date(Date.now() + 4 * DAY).toISOString()
    const { client, links, id } = await opened({ due })
    const { planned } = await client.send('GET /api/briefs/:id/reminders', { id })
    expect(planned.map(one => [one.beforeMinutes, one.state])).toEqual([[1440, 'planned']])
    await client.send('POST /api/briefs/:id/reminders', { id, body: { beforeMinutes: 60 } }).then(one =>
      client.send('DELETE /api/briefs/:id/reminders/:reminder', { id, reminder: one.id }))
    await holder(links.get('s3')).handIn('Dunn_Cleo_log.csv', Buffer.from('site,count\nz,9\n'))
    const before = mail.taken.length
    await sendReminders()
    expect(mail.taken.length).toBe(before)
    const soon = Date.parse(planned[0]?.at ?? '') + 60_000
    await Promise.all([sendReminders(soon), sendReminders(soon)])
    const fresh = await until(() => Promise.resolve(mail.taken.length >= before + 2 && mail.taken.slice(before)))
    expect(fresh.map(one => one.to[0]).sort()).toEqual(['s1@shore.example', 's2@shore.example'])
    expect(fresh[0]?.text).toMatch(/https:\/\/hand-in\.shore\.example\/door#[\w-]{22}/)
    expect((await client.send('GET /api/briefs/:id/reminders', { id })).planned.map(one => [one.state, one.letters])).toEqual([['sent', 2]])
    // another brief of the same account on the same day: nobody is written to twice
    await db()('reminder').insert({ id: randomUUID(), brief_id: id, before_minutes: 2000, state: 'planned', planned_by: await ownerOf(id) })
    await sendReminders(soon)
    expect(mail.taken.length).toBe(before + 2)
  })

  test('one that could not be sent says so, and why', async () => {
    const { client, id } = await opened({ due: new Date(Date.now() + 3 * DAY).toISOString() })
    const { USITOR_ADDRESS: address } = process.env
    Reflect.deleteProperty(process.env, 'USITOR_ADDRESS')
    const before = mail.taken.length
    await sendReminders(Date.now() + 2.5 * DAY)
    process.env.USITOR_ADDRESS = address
    expect((await client.send('GET /api/briefs/:id/reminders', { id })).planned.map(one => [one.state, one.letters, one.problem]))
      .toEqual([['failed', 0, expect.stringContaining('at which address it is reached')]])
    expect(mail.taken.length).toBe(before)
  })

  test('one for what is past due already is not sent', async () => {
    const { client, id } = await opened({ due: new Date(Date.now() + 3 * DAY).toISOString() })
    await sendReminders(Date.now() + 4 * DAY)
    expect((await client.send('GET /api/briefs/:id/reminders', { id })).planned.map(one => one.state)).toEqual(['missed'])
    await expect(client.send('POST /api/briefs/:id/reminders', { id, body: { beforeMinutes: 60 * 24 * 30 } })).rejects.toThrow(/past already/)
  })
})

test('10,000 files in one hand-in are cut off at what is taken at once', async () => {
  const { links, id } = await opened()
  const ana = holder(links.get('s1'))
  const handIn = await ana.begin()
  const intake = (await db()('hand_in').where({ id: handIn.id }).first('intake_id'))?.intake_id ?? ''
  const rows = Array.from({ length: 2000 }, (_, at) => ({ id: randomUUID(), intake_id: intake, path: `s1/1/${at}`, size: 1 }))
  await db().batchInsert('received_file', rows, 500)
  const answer = await ana.announce(handIn.id, 'one more.csv', 1)
  expect([answer.status, answer.text]).toEqual([409, expect.stringContaining('At most 2000 files')])
  expect((await db()('hand_in').where('brief_id', id)).length).toBe(1)
})

const ownerOf = async (brief: string) => (await db()('brief_member').where({ brief_id: brief, role: 'owner' }).first('account_id'))?.account_id ?? ''
