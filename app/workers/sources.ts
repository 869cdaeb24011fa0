import type { ByteSource } from '#core/bytes/source'

/** Ranged reads over a browser file; what cannot be read rejects, and is then `unread`. */
export function fileSource(file: Blob): ByteSource {
  return {
    size: file.size,
    async read(offset, length) {
      return new Uint8Array(await file.slice(offset, offset + length).arrayBuffer())
    },
  }
}

/** One file to be received, wherever it comes from. */
export interface Incoming {
  path: string
  rawPath?: string
  /** UTC ms */
  modified: number | null
  size: number
  /** Archives or mails it lay in, outermost first. */
  container?: string[]
  /** Mail address it was sent from. */
  sender?: string
  open(): Promise<Blob>
}
