import type { Knex } from 'knex'
import type pg from 'pg'
import { to as copyTo } from 'pg-copy-streams'
import { db } from './connection'

/** Signature, flags and the length of what a header holds besides (PostgreSQL 15, COPY, "Binary Format"). */
const HEADER = Buffer.from('PGCOPY\n\xFF\r\n\0', 'latin1')

/**
 * The one column of bytes that a query gives, row by row. The driver writes bytes as digits, twice as long, and reads each as text first;
 * copied out they come as they are.
 *
 * @param query - written here alone: nothing can be filled in
 */
export async function binaryRows(query: string): Promise<Buffer[]> {
  const client = db().client as Knex.Client
  const connection = await client.acquireConnection() as pg.Client
  try {
    const pieces: Buffer[] = []
    for await (const piece of connection.query(copyTo(`copy (${query}) to stdout (format binary)`))) pieces.push(piece as Buffer)
    return readRows(Buffer.concat(pieces))
  }
  finally {
    await client.releaseConnection(connection)
  }
}

/** Rows of one column in the binary format of COPY; what is null is left out. */
export function readRows(copied: Buffer): Buffer[] {
  if (!copied.subarray(0, HEADER.length).equals(HEADER)) throw new Error('The database did not answer in the binary format of COPY.')
  const rows: Buffer[] = []
  let at = HEADER.length + 8 + copied.readInt32BE(HEADER.length + 4)
  while (copied.readInt16BE(at) === 1) {
    const length = copied.readInt32BE(at + 2)
    at += 6
    if (length < 0) continue
    rows.push(copied.subarray(at, at + length))
    at += length
  }
  return rows
}
