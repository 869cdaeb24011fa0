import type { Knex } from 'knex'
import { v7 as uuid } from 'uuid'
import type { Reading } from '#core/formats/reading'
import { READER_VERSION } from '#core/formats/reading'
import { storableReading } from '../utils/storable'

/** Keeps what the server itself read, by hash and reader version, for every file of these bytes. */
export async function keepReadings(trx: Knex, incoming: readonly { sha256: string, reading: Reading }[]): Promise<Map<string, string>> {
  const rows = incoming.map(({ sha256, reading }) => ({
    id: uuid(), sha256, reader_version: READER_VERSION, reading: JSON.stringify(storableReading(reading)),
  }))
  const kept = rows.length === 0
    ? []
    : await trx('reading').insert(rows).onConflict(['sha256', 'reader_version']).merge(['reading']).returning(['id', 'sha256'])
  return new Map(kept.map(row => [String(row.sha256), String(row.id)]))
}
