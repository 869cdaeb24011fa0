import { createSHA256, sha256 } from 'hash-wasm'

const STRETCH = 4 * 1024 * 1024

/** SHA-256 of bytes in memory; the browser's own digest is faster but is absent on plain HTTP. */
export async function hashBytes(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  if (globalThis.crypto.subtle === undefined) return sha256(bytes)
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  return [...digest].map(byte => byte.toString(16).padStart(2, '0')).join('')
}

/** Files up to this size are read once, and hashed in memory. */
export const IN_MEMORY = 16 * 1024 * 1024

/** SHA-256 of a file of any size. */
export async function hashBlob(blob: Blob): Promise<string> {
  return blob.size > IN_MEMORY ? hashStream(blob) : hashBytes(new Uint8Array(await blob.arrayBuffer()))
}

/** The same of a large file, stretch by stretch: the browser's own digest takes whole buffers only. */
export async function hashStream(blob: Blob, signal?: AbortSignal, onRead?: (bytes: number) => void): Promise<string> {
  const hash = await createSHA256()
  for (let offset = 0; offset < blob.size; offset += STRETCH) {
    signal?.throwIfAborted()
    const stretch = new Uint8Array(await blob.slice(offset, offset + STRETCH).arrayBuffer())
    hash.update(stretch)
    onRead?.(stretch.length)
  }
  return hash.digest('hex')
}
