import { Readable } from 'node:stream'
import type { H3Event } from 'h3'
import { sendStream, setHeader } from 'h3'

/** Answers piece by piece; whoever leaves before the end ends the work with it. */
export function sendPieces(event: H3Event, pieces: AsyncIterable<Uint8Array | string> | Iterable<string>, bytes: boolean): Promise<void> {
  const stream = Readable.from(pieces, bytes ? { objectMode: false } : {})
  event.node.res.once('close', () => stream.destroy())
  return sendStream(event, stream)
}

/** Received bytes as they came: an attachment of no type, so that no browser ever opens them by itself. */
export function sendAttachment(event: H3Event, path: string, size: number, pieces: AsyncIterable<Uint8Array>): Promise<void> {
  const name = path.slice(path.lastIndexOf('/') + 1)
  setHeader(event, 'content-type', 'application/octet-stream')
  setHeader(event, 'content-length', size)
  setHeader(event, 'x-content-type-options', 'nosniff')
  setHeader(event, 'content-security-policy', 'default-src \'none\'; sandbox')
  setHeader(event, 'cache-control', 'private, no-store')
  // RFC 6266 and RFC 8187: everything but letters and digits is written in percent signs
  setHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name.toWellFormed?.() ?? name).replace(
    /['()*]/g, char => `%${char.charCodeAt(0).toString(16).toUpperCase()}`,
  )}`)
  return sendPieces(event, pieces, true)
}
