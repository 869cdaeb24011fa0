import type { H3Event } from 'h3'
import { getHeader, setHeader } from 'h3'
import { refuse } from './errors'

const KB = 1024
const MB = 1024 * KB

/** How long a body of each kind of request may be, in bytes. */
export const BODY = { small: 4 * KB, words: 64 * KB, list: 2 * MB, document: 2 * MB, roster: 16 * MB, sheet: 8 * MB, stretch: 8 * MB, batch: 24 * MB }

/** Bodies held at once; those that come when it is used up wait in their own connections, where they cost nothing. */
const HELD = 24 * MB
let held = 0
const waiting: (() => void)[] = []

/** Reads a large body when there is room for it, and gives its room back when the work with it is done. */
export async function withBody<T>(event: H3Event, most: number, work: (body: Buffer) => Promise<T>): Promise<T> {
  const stated = Number(getHeader(event, 'content-length') ?? most)
  const room = Math.min(most, Number.isFinite(stated) ? stated : most)
  while (held > 0 && held + room > HELD) await new Promise<void>(go => waiting.push(go))
  held += room
  try {
    return await work(await readBounded(event, most))
  }
  finally {
    held -= room
    for (const go of waiting.splice(0)) go()
  }
}

/**
 * Reads a request's body, never more than `most` bytes of it: one that says it is longer is not read at all, one that turns out
 * longer is cut off.
 */
export async function readBounded(event: H3Event, most: number): Promise<Buffer> {
  const stated = getHeader(event, 'content-length')
  if (stated !== undefined && !(Number(stated) <= most)) throw tooLong(event, `${stated} bytes long`, most)
  const request = event.node.req
  const pieces: Buffer[] = []
  let length = 0
  for await (const piece of request as AsyncIterable<Buffer>) {
    length += piece.length
    if (length > most) throw tooLong(event, `longer than ${most} bytes`, most)
    pieces.push(piece)
  }
  return Buffer.concat(pieces, length)
}

/** What is left of the body is not waited for: the connection ends with the answer. */
function tooLong(event: H3Event, found: string, most: number) {
  setHeader(event, 'connection', 'close')
  return refuse(413, `The request is ${found}; allowed are ${most} bytes. Nothing was changed.`)
}
