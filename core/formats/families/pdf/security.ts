import { cbc } from '@noble/ciphers/aes.js'
import { md5 } from '@noble/hashes/legacy.js'
import { sha256, sha384, sha512 } from '@noble/hashes/sha2.js'
import { join } from '../../../bytes/inflate'
import type { Dictionary } from './syntax'
import { nameOf } from './syntax'

/** What encryption means for the reader. */
export type Opening = 'locked' | 'restricted' | 'open'

/** Padding of ISO 32000-1 algorithm 2, step a. */
const PADDING = Uint8Array.from([
  0x28, 0xBF, 0x4E, 0x5E, 0x4E, 0x75, 0x8A, 0x41, 0x64, 0x00, 0x4E, 0x56, 0xFF, 0xFA, 0x01, 0x08,
  0x2E, 0x2E, 0x00, 0xB6, 0xD0, 0x68, 0x3E, 0x80, 0x2F, 0x0C, 0xA9, 0xFE, 0x64, 0x53, 0x69, 0x7A,
])

/**
 * Whether a document opens without a password: the empty user password is tried against /U
 * (ISO 32000-1 algorithms 2, 4, 5, 6; ISO 32000-2 algorithms 2.A, 2.B, 11).
 *
 * @param encrypt - the encryption dictionary
 * @param id - first string of the file identifier
 * @returns `restricted` where it opens but the permissions (table 22) leave something out
 */
export function tellOpening(encrypt: Dictionary, id: string): Opening {
  if (nameOf(encrypt.get('Filter')) !== 'Standard') return 'locked'
  const revision = Number(encrypt.get('R') ?? 0)
  const opens = revision >= 5 ? opensNewer(encrypt, revision) : opensOlder(encrypt, revision, id)
  if (!opens) return 'locked'
  // bits 3 to 6 hold for all revisions, 9 to 12 from revision 3 on
  const permissions = Number(encrypt.get('P') ?? 0) | 0
  const all = revision >= 3 ? 0xF3C : 0x3C
  return (permissions & all) === all ? 'open' : 'restricted'
}

const bytesOf = (value: unknown): Uint8Array => (typeof value === 'string' ? Uint8Array.from(value, char => char.charCodeAt(0)) : new Uint8Array(0))

function opensOlder(encrypt: Dictionary, revision: number, id: string): boolean {
  const owner = bytesOf(encrypt.get('O')).subarray(0, 32)
  const user = bytesOf(encrypt.get('U'))
  const bits = Number(encrypt.get('Length') ?? 40)
  const length = revision === 2 ? 5 : Math.min(16, Math.max(5, Math.floor((bits < 40 ? bits * 8 : bits) / 8)))
  const permissions = Number(encrypt.get('P') ?? 0) | 0
  const parts = [PADDING, owner, Uint8Array.from([0, 8, 16, 24], shift => (permissions >>> shift) & 255), bytesOf(id)]
  if (revision >= 4 && encrypt.get('EncryptMetadata') === false) parts.push(Uint8Array.of(255, 255, 255, 255))
  let key = md5(join(parts)).subarray(0, revision === 2 ? 5 : 16)
  if (revision >= 3) for (let i = 0; i < 50; i++) key = md5(key.subarray(0, length))
  key = key.subarray(0, length)
  if (revision === 2) return same(rc4(key, PADDING), user.subarray(0, 32))
  let check = md5(join([PADDING, bytesOf(id)]))
  for (let i = 0; i < 20; i++) check = rc4(key.map(byte => byte ^ i), check)
  return same(check, user.subarray(0, 16))
}

function opensNewer(encrypt: Dictionary, revision: number): boolean {
  const user = bytesOf(encrypt.get('U'))
  if (user.length < 48) return false
  const salt = user.subarray(32, 40)
  return same(revision === 5 ? sha256(salt) : hardenedHash(salt), user.subarray(0, 32))
}

/** Algorithm 2.B of ISO 32000-2 for the empty password. */
function hardenedHash(salt: Uint8Array): Uint8Array {
  let key = sha256(salt)
  for (let round = 0, last = 0; round < 64 || last > round - 32; round++) {
    if (round > 2048) break
    const block = join(Array.from({ length: 64 }, () => key))
    const mixed = cbc(key.subarray(0, 16), key.subarray(16, 32), { disablePadding: true }).encrypt(block)
    const rest = mixed.subarray(0, 16).reduce((sum, byte) => sum + byte, 0) % 3
    key = [sha256, sha384, sha512][rest]?.(mixed) ?? key
    last = mixed.at(-1) ?? 0
  }
  return key.subarray(0, 32)
}

function rc4(key: Uint8Array, data: Uint8Array): Uint8Array {
  const state = Uint8Array.from({ length: 256 }, (_, i) => i)
  for (let i = 0, j = 0; i < 256; i++) {
    j = (j + (state[i] ?? 0) + (key[i % key.length] ?? 0)) & 255
    ;[state[i], state[j]] = [state[j] ?? 0, state[i] ?? 0]
  }
  let [i, j] = [0, 0]
  return data.map((byte) => {
    i = (i + 1) & 255
    j = (j + (state[i] ?? 0)) & 255
    ;[state[i], state[j]] = [state[j] ?? 0, state[i] ?? 0]
    return byte ^ (state[((state[i] ?? 0) + (state[j] ?? 0)) & 255] ?? 0)
  })
}

function same(a: Uint8Array, b: Uint8Array): boolean {
  return a.length === b.length && a.length > 0 && a.every((byte, i) => byte === b[i])
}
