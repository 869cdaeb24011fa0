import { createHash, randomBytes } from 'node:crypto'
import { afterAll, describe, expect, test } from 'vitest'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import { makePdf, makePng, textBytes } from '../../demo/make-files'
import { chanceOf } from '../../demo/random'
import { readRows } from '../../server/database/binary-rows'
import { newestRoster } from '../../server/database/briefs'
import { db, disconnect, rowsOf } from '../../server/database/connection'
import { appendContent, beginContent, CHUNK, contentSource } from '../../server/database/contents'
import { makeBrief } from '../../server/services/briefs'
import { sealContent } from '../../server/services/contents'
import { erasePerson } from '../../server/services/erase'
import { hashOf, readSource, readWhole } from '../../server/services/reading'
import { saveRoster } from '../../server/services/rosters'
import { accountOf } from './help'

afterAll(disconnect)

const hashed = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

async function stored(bytes: Uint8Array): Promise<string> {
  const id = await beginContent(bytes.length)
  await appendContent(id, 0, bytes)
  return id
}

describe('stored bytes, fetched as they are', () => {
  const bytes = randomBytes(3 * CHUNK + 4321)

  test('every stretch is the one that was stored', async () => {
    const source = contentSource(await stored(bytes), bytes.length)
    const chance = chanceOf(5)
    const stretches = [
      [0, 1], [0, CHUNK], [CHUNK - 1, 2], [CHUNK, CHUNK], [0, bytes.length], [bytes.length - 1, 9], [bytes.length, 9],
      ...Array.from({ length: 20 }, () => [chance.below(bytes.length), 1 + chance.below(2 * CHUNK)]),
    ] as [number, number][]
    for (const [offset, length] of stretches) {
      const read = await source.read(offset, length)
      expect(hashed(read), `${length} bytes from ${offset}`).toBe(hashed(bytes.subarray(offset, offset + length)))
    }
  })

  test('the database itself comes to the same hash', async () => {
    const id = await stored(bytes)
    const [row] = await rowsOf<{ hash: string }>(db(), `
      select encode(sha256(string_agg(bytes, ''::bytea order by number)), 'hex') as hash from content_chunk where content_id = ?`, [id])
    expect(await hashOf(contentSource(id, bytes.length))).toBe(row?.hash)
  })

  // PostgreSQL 15, COPY, "Binary Format": signature, flags, extension, then rows of fields with their lengths, -1 for null, and -1 at the end
  test('rows are read as the format is written down, with what a header holds besides', () => {
    const signature = Buffer.from('PGCOPY\n\xFF\r\n\0', 'latin1')
    const number = (value: number, size: 2 | 4) => {
      const lead = Buffer.alloc(size)
      lead[size === 2 ? 'writeInt16BE' : 'writeInt32BE'](value)
      return lead
    }
    const row = (field: Buffer | null) => Buffer.concat([number(1, 2), number(field?.length ?? -1, 4), field ?? Buffer.alloc(0)])
    const copied = Buffer.concat([
      signature, number(0, 4), number(3, 4), Buffer.from('abc'), row(Buffer.from([0, 255])), row(null), row(Buffer.alloc(0)), number(-1, 2),
    ])
    expect(readRows(copied)).toEqual([Buffer.from([0, 255]), Buffer.alloc(0)])
    expect(() => readRows(Buffer.from('id,name\n'.repeat(4)))).toThrow('binary format')
  })
})

describe('files read on a thread', async () => {
  const files = [
    await makePdf('x', ['one']), makePng(chanceOf(3), 20, 10, 90), textBytes('{"a": 1}'), new Uint8Array(0), randomBytes(5 * CHUNK),
    (await makePdf('y', ['two'])).subarray(0, 120), ...Array.from({ length: 40 }, (_, at) => textBytes(`a,b\n${at},2\n`)),
  ]

  test('say what they say here, each in its place', async () => {
    const here = await Promise.all(files.map(bytes => readBytes(sourceFromBytes(bytes))))
    expect(await readWhole(files)).toEqual(here)
    const one = await Promise.all(files.slice(0, 6).map(bytes => readSource(sourceFromBytes(bytes))))
    expect(one).toEqual(files.slice(0, 6).map((bytes, at) => ({ sha256: hashed(bytes), reading: here[at] })))
  })

  test('whose bytes are not to be had have no reading: nothing says of them that they cannot be read', async () => {
    const pdf = await makePdf('x', Array.from({ length: 4000 }, (_, at) => `line ${at}`))
    const id = await stored(pdf)
    const whole = contentSource(id, pdf.length)
    let left = 2
    const cut = { size: pdf.length, read: (offset: number, length: number) => (left-- > 0
      ? whole.read(offset, length)
      : Promise.reject(Object.assign(new Error('terminating connection'), { code: '57P01' }))) }
    await expect(readSource(cut)).rejects.toMatchObject({ code: '57P01' })
    await expect(sealContent(id, pdf.length)).resolves.toMatchObject({ sha256: hashed(pdf), reading: { candidates: ['pdf'], state: 'ok' } })
  })
})

test('a list that was asked for before is the new one once it is saved anew, or somebody is erased from it', async () => {
  const owner = await accountOf('Lists')
  const { id: brief } = await makeBrief(owner, 'Lists')
  expect(await newestRoster(brief)).toBeUndefined()
  const person = (id: string, family: string) => ({ id, given: 'Ana', family, name: `Ana ${family}`, group: '', email: '', aliases: [], fields: {} })
  const names = async () => (await newestRoster(brief))?.people.map(one => one.family)
  await saveRoster(owner, brief, { people: [person('s1', 'Marsh')], columns: [] })
  expect(await names()).toEqual(['Marsh'])
  await saveRoster(owner, brief, { people: [person('s1', 'Marsh'), person('s2', 'Quillfeather')], columns: [] })
  expect(await names()).toEqual(['Marsh', 'Quillfeather'])
  await erasePerson(owner, brief, 's2')
  // a tombstone keeps the place
  expect(await names()).toEqual(['Marsh', ''])
})
