import type { FileBytes } from '../bytes/source'
import type { Reading } from './reading'

/** How far a file is proved. */
export interface Proof {
  /** Also unpack entries of archives and packages to hold them against their checksums, within `UNPACK_LIMIT`. */
  checksums: boolean
}

/** A family's reader: a reading where the bytes are its own, `null` where they are not. */
export type FamilyReader = (file: FileBytes, proof: Proof) => Promise<Reading | null> | Reading | null

/** One family of formats: a cheap look at the first bytes, and the reader, loaded only when it is needed. */
export interface Family {
  /** Whether the first bytes may be of this family; the reader still decides. */
  claims(head: Uint8Array, size: number): boolean
  load(): Promise<FamilyReader>
}

/** Most that is unpacked of one file to prove its checksums. */
export const UNPACK_LIMIT = 256 * 1024 * 1024

/** A family whose reader is loaded once. */
export function family(claims: Family['claims'], load: () => Promise<FamilyReader>): Family {
  let loaded: Promise<FamilyReader> | undefined
  return { claims, load: () => (loaded ??= load()) }
}
