import { createSHA256, sha256 } from 'hash-wasm'

const STRETCH = 4 * 1024 * 1024

/** SHA-256 of bytes in memory; the browser's own digest is faster but is absent on plain HTTP. */
export async function hashBytes(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  if (globalThis.crypto.subtle === undefined) return sha256(bytes)
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  return [...digest].map(byte => byte.toString(16).padStart(2, '0')).join('')
}

/** The same of a large file, stretch by stretch: the browser's own digest takes whole buffers only. */
export async function hashStream(blob: Blob, signal?: AbortSignal): Promise<string> {
  const hash = await createSHA256()
  for (let offset = 0; offset < blob.size; offset += STRETCH) {
    signal?.throwIfAborted()
    hash.update(new Uint8Array(await blob.slice(offset, offset + STRETCH).arrayBuffer()))
  }
  return hash.digest('hex')
}
