import type { Reading } from '../formats/reading'

/** A file that somebody handed in themselves: under which name they had it, and what they said it is. */
export interface HandedIn { by: string, sentAs: string, requirement?: string, n?: number }

/** One file as it was received, its bytes already read. */
export interface ReceivedFile {
  /** Through whose own link it came: `by` is a roster id. Where it lies is then nobody's doing, and says nothing. */
  handedIn?: HandedIn
  root: string
  /** As received, `/` between levels. */
  path: string
  /** Archives it was taken from, outermost first. */
  container?: string[]
  /** Mail address it was sent from, where a message brought it. */
  sender?: string
  /** Subject and first words of that message. */
  letter?: string
  /** Bytes. */
  size: number
  /** Hexadecimal, lower case; `null` where the bytes could not be read: such a file is compared with nothing. */
  sha256: string | null
  /** UTC ms; `null`: unknown, and then never late. */
  receivedAt: number | null
  receivedAtFrom: 'server' | 'stated' | 'modified' | 'unknown'
  reading: Reading
}
