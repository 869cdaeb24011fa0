import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto'
import { refuse } from './errors'

// AES-256-GCM (NIST SP 800-38D): key id, nonce, tag, text; the row it belongs to is authenticated with it, so that none serves another.

const KEY_ID = 4
const NONCE = 12
const TAG = 16

interface Key { id: Buffer, key: Buffer }

/** The operator's keys, the one that seals first; others open what was sealed before. */
function keys(stated = process.env.USITOR_SECRET ?? ''): Key[] {
  return stated.split(',').map(one => one.trim()).filter(Boolean).map((text) => {
    const key = Buffer.from(text, 'base64')
    if (key.length !== 32) throw new Error('USITOR_SECRET: each key is 32 bytes in base64, such as "openssl rand -base64 32" makes')
    return { key, id: createHash('sha256').update(key).digest().subarray(0, KEY_ID) }
  })
}

/**
 * Seals a secret for one row.
 *
 * @param row - what it belongs to; opened for another it is refused
 */
export function sealSecret(secret: string, row: string): Buffer {
  const [first] = keys()
  if (!first) throw refuse(409, 'No key is set here (USITOR_SECRET), so that no secret can be kept; whoever runs the server can set one.')
  const nonce = randomBytes(NONCE)
  const cipher = createCipheriv('aes-256-gcm', first.key, nonce)
  cipher.setAAD(Buffer.from(row))
  const text = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()])
  return Buffer.concat([first.id, nonce, cipher.getAuthTag(), text])
}

/** Opens what was sealed for a row; throws where it was changed, belongs to another row, or its key is not here. */
export function openSecret(sealed: Buffer, row: string): string {
  const found = keys().find(({ id }) => id.equals(sealed.subarray(0, KEY_ID)))
  if (!found) throw refuse(503, 'The key that this secret was sealed with is not set here (USITOR_SECRET); whoever runs the server can set it.')
  const decipher = createDecipheriv('aes-256-gcm', found.key, sealed.subarray(KEY_ID, KEY_ID + NONCE))
  decipher.setAAD(Buffer.from(row))
  decipher.setAuthTag(sealed.subarray(KEY_ID + NONCE, KEY_ID + NONCE + TAG))
  return Buffer.concat([decipher.update(sealed.subarray(KEY_ID + NONCE + TAG)), decipher.final()]).toString('utf8')
}
