import type { Incoming, Keep } from '#core/arrivals/incoming'
import type { ByteSource } from '#core/bytes/source'
import { sourceFromBytes } from '#core/bytes/source'
import type { ChosenFile, HandOver } from '../composables/handing'

/** A browser file as a source of bytes; what cannot be read rejects, and is then `unread`. */
export interface BlobSource extends ByteSource {
  readonly blob: Blob
  /** All of it, where it is in memory already. */
  bytes: Uint8Array<ArrayBuffer> | null
}

export function blobSource(blob: Blob): BlobSource {
  return {
    blob, bytes: null, size: blob.size,
    async read(offset, length) {
      return new Uint8Array(await blob.slice(offset, offset + length).arrayBuffer())
    },
  }
}

/** Bytes in memory; a blob is made of them only where one is asked for. */
function heldSource(bytes: Uint8Array<ArrayBuffer>): BlobSource {
  return { ...sourceFromBytes(bytes), bytes, get blob() { return new Blob([bytes]) } }
}

/** Unpacked bytes go into a blob, which the browser may keep on disk. */
export const keepAsBlob: Keep<BlobSource> = async (write) => {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
  const [blob] = await Promise.all([new Response(readable as ReadableStream<Uint8Array<ArrayBuffer>>).blob(), write(writable)])
  return blobSource(blob)
}

/** Files that were dropped or chosen, as ones to be received: each is handed over by the page once it is opened. */
export function takeFiles(files: readonly ChosenFile[], handOver: HandOver): Incoming<BlobSource>[] {
  return files.map(({ path, size, modified }, index) => ({
    path, size, modified,
    async open() {
      const given = await handOver(index)
      return given instanceof Blob ? blobSource(given) : heldSource(new Uint8Array(given))
    },
  }))
}
