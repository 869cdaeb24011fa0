import { createPrivateKey, generateKeyPairSync, sign } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import type { Receipt, ReceiptKey, Unsigned } from '#core/receipts/receipt'
import { signedBytes } from '#core/receipts/receipt'
import { db } from '../database/connection'
import { openSecret, sealSecret } from '../utils/secrets'

/** The key receipts are signed with now; made where there is none. Without the operator's own key none can be kept. */
export async function signingKey(): Promise<{ id: string, sealed: Buffer }> {
  const find = () => db()('receipt_key').whereNull('ended_at').orderBy('made_at').first('id', 'sealed')
  const kept = await find()
  if (kept) return kept
  const { privateKey, publicKey } = generateKeyPairSync('ed25519')
  const id = uuid().slice(-12)
  const sealed = sealSecret(privateKey.export({ type: 'pkcs8', format: 'pem' }) as string, `receipt-key ${id}`)
  await db().transaction(async (trx) => {
    // of two that begin at once one makes it
    await trx.raw('select pg_advisory_xact_lock(hashtextextended(?, 3))', ['receipt-key'])
    if (await trx('receipt_key').whereNull('ended_at').first('id')) return
    await trx('receipt_key').insert({ id, public_key: publicKey.export({ type: 'spki', format: 'pem' }) as string, sealed })
  })
  return await find() ?? { id, sealed }
}

/** Signs a receipt: Ed25519 over its one form (RFC 8032, RFC 8785). */
export async function signReceipt(stated: Omit<Unsigned, 'key'>): Promise<Receipt> {
  const { id, sealed } = await signingKey()
  const receipt: Unsigned = { ...stated, key: id }
  const signature = sign(null, signedBytes(receipt), createPrivateKey(openSecret(sealed, `receipt-key ${id}`))).toString('base64')
  return { ...receipt, signature }
}

/** Public halves of all keys there were, for whoever looks at a receipt. */
export async function listKeys(): Promise<ReceiptKey[]> {
  const rows = await db()('receipt_key').orderBy('made_at').select('id', 'public_key', 'made_at', 'ended_at')
  return rows.map(row => ({
    id: row.id, publicKey: row.public_key, from: row.made_at.toISOString(), until: row.ended_at?.toISOString() ?? null,
  }))
}
