import canonicalize from 'canonicalize'
import type { FindingCode } from '../findings/codes'
import { FINDING_CODES } from '../findings/codes'
import type { Shaped } from '../shapes/shape'
import { exactly, list, known, needed, object, oneOf, orNull, pattern, text, time, whole } from '../shapes/shape'

const hash = pattern('a SHA-256 in hexadecimal', /^[0-9a-f]{64}$/)

const handedIn = object({
  sentAs: needed(text(4096)), name: needed(text(4096)), requirement: needed(orNull(text(60))), n: needed(orNull(whole(0, 999_999_999))),
  size: needed(whole(0, Number.MAX_SAFE_INTEGER)), sha256: needed(hash),
  verdict: needed(oneOf('right', 'to-fix', 'unplaced')),
  codes: needed(list(50, known<FindingCode>('a finding code', FINDING_CODES, found => (FINDING_CODES as readonly string[]).includes(found)))),
})

/** Receipt (`*.receipt.json`), version 1: what somebody handed in, when, and what it was found to be. */
export const receiptShape = object({
  usitorReceipt: needed(exactly(1, '1, the only version this reader knows')),
  number: needed(whole(1, 1_000_000)),
  brief: needed(text(200)),
  holder: needed(object({ id: needed(text(200)), name: needed(text(400)) })),
  handedInBy: needed(text(200)),
  at: needed(time()),
  files: needed(list(10_000, handedIn, 1)),
  key: needed(text(60)),
  signature: needed(pattern('a signature in base64', /^[A-Za-z0-9+/]{86}==$/)),
})

export type Receipt = Shaped<typeof receiptShape>
export type ReceiptFile = Receipt['files'][number]
export type Unsigned = Omit<Receipt, 'signature'>

/** A key that receipts are signed with: Ed25519, in PEM (RFC 8410); `until`: when it was taken out of use. */
export interface ReceiptKey { id: string, publicKey: string, from: string, until: string | null }

/**
 * The very bytes that are signed: the receipt without its signature, in the one form RFC 8785 gives a JSON document.
 *
 * @throws Error where a text holds half a character
 */
export function signedBytes(receipt: Unsigned | Receipt): Uint8Array {
  const { signature: _, ...rest } = receipt as Receipt
  return new TextEncoder().encode(canonicalize(rest) ?? '')
}

/** What came of looking at a receipt. */
export type ReceiptVerdict
  = | { genuine: true, receipt: Receipt, key: ReceiptKey }
    | { genuine: false, why: 'unreadable' | 'unknown-key' | 'changed' | 'out-of-use', message: string }

/**
 * Tells whether a receipt is what was signed.
 *
 * @param document - parsed JSON
 * @param keys - of the installation that is to have given it
 */
export async function verifyReceipt(document: unknown, keys: readonly ReceiptKey[]): Promise<ReceiptVerdict> {
  try {
    await receiptShape.yup.validate(document, { strict: true })
  }
  catch (error) {
    return { genuine: false, why: 'unreadable', message: error instanceof Error ? error.message : String(error) }
  }
  const receipt = document as Receipt
  const key = keys.find(one => one.id === receipt.key)
  if (!key) return { genuine: false, why: 'unknown-key', message: `It names the key "${receipt.key}", which is none of this installation.` }
  const { ed25519 } = await import('@noble/curves/ed25519.js')
  // a key of RFC 8410 ends with its 32 bytes
  const publicKey = bytesOf(key.publicKey.replace(/-----[^-]+-----|\s/g, '')).slice(-32)
  if (!ed25519.verify(bytesOf(receipt.signature), signedBytes(receipt), publicKey, { zip215: false })) {
    return { genuine: false, why: 'changed', message: 'Its signature does not fit: something in it was changed after it was signed.' }
  }
  const at = Date.parse(receipt.at)
  if (at < Date.parse(key.from) || (key.until !== null && at > Date.parse(key.until))) {
    return { genuine: false, why: 'out-of-use', message: 'It bears a time at which its key was not in use.' }
  }
  return { genuine: true, receipt, key }
}

function bytesOf(base64: string): Uint8Array {
  return Uint8Array.from(atob(base64), sign => sign.charCodeAt(0))
}

/** Which of a receipt's files some bytes are, by their SHA-256; empty: none. */
export function filesWith(receipt: Receipt, sha256: string): ReceiptFile[] {
  return receipt.files.filter(file => file.sha256 === sha256)
}
