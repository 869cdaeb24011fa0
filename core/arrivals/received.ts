import type { Reading } from '../formats/reading'

/** One file as it was received, its bytes already read. */
export interface ReceivedFile {
  root: string
  /** As received, `/` between levels. */
  path: string
  /** Archives it was taken from, outermost first. */
  container?: string[]
  /** Mail address it was sent from, where a message brought it. */
  sender?: string
  /** Bytes. */
  size: number
  /** Hexadecimal, lower case; `null` where the bytes could not be read: such a file is compared with nothing. */
  sha256: string | null
  /** UTC ms; `null`: unknown, and then never late. */
  receivedAt: number | null
  receivedAtFrom: 'server' | 'stated' | 'modified' | 'unknown'
  reading: Reading
}
