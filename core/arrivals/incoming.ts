import type { ByteSource } from '../bytes/source'
import type { Person } from '../roster/types'

/** One file to be received, wherever it comes from. */
export interface Incoming<Source extends ByteSource = ByteSource> {
  path: string
  /** The name's own bytes, where they are no UTF-8. */
  rawPath?: Uint8Array
  /** UTC ms; `null`: unknown. */
  modified: number | null
  size: number
  /** Archives or mails it lay in, outermost first. */
  container?: string[]
  /** Mail address it was sent from. */
  sender?: string
  /** Subject and first words of the message it came with. */
  letter?: string
  open(): Promise<Source>
}

/** What is known of the message that brought a file; nothing where none did. */
export function broughtBy({ sender, letter }: { sender?: string | null, letter?: string | null }): Pick<Incoming, 'sender' | 'letter'> {
  return { ...(sender ? { sender } : {}), ...(letter ? { letter } : {}) }
}

/**
 * Keeps unpacked bytes where they can be read at random: in memory, in the browser's store of blobs, in a file of its own.
 *
 * @param write - writes the bytes, piece by piece
 * @param size - as stated; what is written may be less
 */
export type Keep<Source extends ByteSource> = (write: (sink: WritableStream<Uint8Array>) => Promise<unknown>, size: number) => Promise<Source>

/** What is opened, and how names and times in it are read: what is asked for itself stays whole. */
export interface Opening {
  zip: boolean
  mail: boolean
  /** Minutes east of UTC in which zoneless times are meant. */
  offset: number
  /** Words to be expected in names: values of the list. */
  known: readonly string[]
}

/**
 * What is opened for a brief: an archive or mail stays whole where such a file is itself asked for.
 *
 * @param requirements - with the formats each accepts
 * @param offset - minutes east of UTC in which the brief was written
 */
export function openingFor(requirements: readonly { formats?: readonly { id: string }[] }[], offset: number, people: readonly Person[]): Opening {
  const asked = (...ids: string[]) => requirements.some(one => one.formats?.some(format => ids.includes(format.id)))
  return {
    zip: !asked('zip'), mail: !asked('eml', 'mbox'), offset,
    known: people.flatMap(person => [person.given, person.family, person.name, person.group]),
  }
}

/** Why an archive or mail could not be opened, or not in full. */
export type ArrivalFault
  = | { kind: 'too-many-entries', most: number }
    | { kind: 'too-large', most: number }
    | { kind: 'climbs-out', entry: string }
    | { kind: 'password', entry: string }
    | { kind: 'too-dense', entry: string, times: number }
    | { kind: 'unreadable', why: string }
    | { kind: 'too-large-mail', size: number, most: number }
    | { kind: 'nothing-attached' }
    | { kind: 'too-deep', deepest: number }
    | { kind: 'too-many-files', most: number }

/** An archive or mail that stays closed, with the reason. */
export class ArrivalError extends Error {
  constructor(readonly path: string, readonly fault: ArrivalFault) {
    super(`${path}: ${fault.kind}`)
    this.name = 'ArrivalError'
  }
}

/** What was received as it is, since it could not be opened. */
export interface StaysClosed { path: string, container: string[], fault: ArrivalFault }
