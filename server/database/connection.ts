import knex from 'knex'
import type { Knex } from 'knex'
import type pg from 'pg'
import './tables'
import { addressesOf, leadingAddress } from './addresses'
import { log } from '../utils/log'
import { migrationSource } from './migrations'

let database: Knex | null = null

/** The one pool of this process; settings come from `DATABASE_URL`. */
export function db(): Knex {
  database ??= connect(process.env.DATABASE_URL ?? '')
  return database
}

const warned = (problem: unknown): void => log.debug({ problem: String(problem).split('\n')[0] }, 'the database driver')

export function connect(url: string): Knex {
  const addresses = addressesOf(url)
  const settings = { connectionString: addresses[0], connectionTimeoutMillis: 10_000, keepAlive: true }
  const made = knex({
    client: 'pg',
    connection: settings,
    pool: { min: 0, max: 14 },
    acquireConnectionTimeout: 15_000,
    // what Knex would write by itself is neither of one line nor free of values
    log: { warn: warned, error: warned, deprecate: warned, debug: () => undefined },
    migrations: { migrationSource, tableName: 'migration', disableMigrationsListValidation: true },
  })
  if (addresses.length > 1) {
    const client = made.client as Knex.Client
    const acquire = client.acquireRawConnection.bind(client)
    // before each new connection: another server may have taken over since the last
    client.acquireRawConnection = async () => {
      client.connectionSettings = { ...settings, connectionString: await leadingAddress(addresses) }
      return acquire() as Promise<unknown>
    }
  }
  return made
}

/** A statement as the driver has it, with `$1` for what is filled in, on a connection of the pool. */
export async function plainQuery(text: string, values: unknown[]): Promise<{ rows: unknown[] }> {
  const client = db().client as Knex.Client
  const connection = await client.acquireConnection() as pg.Client
  try {
    return await connection.query(text, values)
  }
  finally {
    await client.releaseConnection(connection)
  }
}

/** Rows of a statement written by hand; what they hold is said by whoever writes it. */
export async function rowsOf<Row>(to: Knex, statement: string, bindings: Knex.RawBinding[] | Knex.ValueDict): Promise<Row[]> {
  const { rows } = await to.raw<{ rows: Row[] }>(statement, bindings)
  return rows
}

/** Brings the schema up to date; several processes may ask at once, Knex's lock lets one do it. */
export async function migrate(to: Knex = db()): Promise<void> {
  await to.migrate.latest()
}

export async function disconnect(): Promise<void> {
  await database?.destroy()
  database = null
}
