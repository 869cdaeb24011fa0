import { Readable } from 'node:stream'
import type { H3Event } from 'h3'
import { sendStream } from 'h3'

/** Answers piece by piece; whoever leaves before the end ends the work with it. */
export function sendPieces(event: H3Event, pieces: AsyncIterable<Uint8Array | string> | Iterable<string>, bytes: boolean): Promise<void> {
  const stream = Readable.from(pieces, bytes ? { objectMode: false } : {})
  event.node.res.once('close', () => stream.destroy())
  return sendStream(event, stream)
}
