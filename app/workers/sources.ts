import type { Incoming, Keep } from '#core/arrivals/incoming'
import type { ByteSource } from '#core/bytes/source'

/** A browser file as a source of bytes; what cannot be read rejects, and is then `unread`. */
export interface BlobSource extends ByteSource { blob: Blob }

export function blobSource(blob: Blob): BlobSource {
  return {
    blob,
    size: blob.size,
    async read(offset, length) {
      return new Uint8Array(await blob.slice(offset, offset + length).arrayBuffer())
    },
  }
}

/** Unpacked bytes go into a blob, which the browser may keep on disk. */
export const keepAsBlob: Keep<BlobSource> = async (write) => {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
  const [blob] = await Promise.all([new Response(readable as ReadableStream<Uint8Array<ArrayBuffer>>).blob(), write(writable)])
  return blobSource(blob)
}

/** A file that was dropped or chosen, as one to be received. */
export function takeFile({ path, file }: { path: string, file: File }): Incoming<BlobSource> {
  return { path, modified: file.lastModified, size: file.size, open: () => Promise.resolve(blobSource(file)) }
}
