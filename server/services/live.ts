import type { Knex } from 'knex'
import pg from 'pg'
import { addressesOf, leadingAddress } from '../database/addresses'
import { db } from '../database/connection'
import { log } from '../utils/log'

/** What open pages of a brief are told: something arrived, or a check was made. They ask for the rest; nothing depends on being told. */
export type Told = 'arrived' | 'checked' | 'again'

const CHANNEL = 'usitor'
const listeners = new Map<string, Set<(told: Told) => void>>()
let client: pg.Client | null = null
let connecting = false
let ending = false

/** Tells every process, and through it every open page, once the transaction is done. */
export async function tell(briefId: string, told: Told, trx: Knex = db()): Promise<void> {
  await trx.raw('select pg_notify(?, ?)', [CHANNEL, `${told} ${briefId}`])
}

/** Hears what becomes of a brief, until what is returned is called. */
export function hear(briefId: string, listener: (told: Told) => void): () => void {
  const all = listeners.get(briefId) ?? new Set()
  listeners.set(briefId, all)
  all.add(listener)
  if (!client) void listen()
  return () => {
    all.delete(listener)
    if (all.size === 0) listeners.delete(briefId)
  }
}

/** One connection a process; where it is lost another is made, and pages are told to ask again. */
async function listen(): Promise<void> {
  if (client || connecting || ending) return
  connecting = true
  const address = await leadingAddress(addressesOf(process.env.DATABASE_URL ?? '')).catch(() => null)
  connecting = false
  if (address === null) {
    setTimeout(() => void listen(), 1000).unref()
    return
  }
  const made = new pg.Client({ connectionString: address, keepAlive: true })
  client = made
  const lost = () => {
    if (client !== made) return
    client = null
    made.removeAllListeners()
    made.on('error', () => undefined)
    void made.end().catch(() => undefined)
    if (!ending) setTimeout(() => void listen().then(() => broadcast('again')), 1000).unref()
  }
  made.on('error', lost)
  made.on('end', lost)
  made.on('notification', ({ payload = '' }) => {
    const [told, briefId = ''] = payload.split(' ')
    if (told === 'arrived' || told === 'checked') for (const one of listeners.get(briefId) ?? []) one(told)
  })
  try {
    await made.connect()
    await made.query(`listen ${CHANNEL}`)
  }
  catch (error) {
    log.debug({ problem: error instanceof Error ? error.message : String(error) }, 'the line of what is new is away')
    lost()
  }
}

function broadcast(told: Told): void {
  for (const all of listeners.values()) for (const one of all) one(told)
}

/** Lets go of the line: whoever hears is told once more, and asks elsewhere. */
export async function stopHearing(): Promise<void> {
  ending = true
  broadcast('again')
  listeners.clear()
  const last = client
  client = null
  await last?.end().catch(() => undefined)
  ending = false
}
