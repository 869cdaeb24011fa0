import { startsWith } from '../bytes/read'
import type { FileBytes } from '../bytes/source'
import { reading } from './reading'
import type { Reading } from './reading'

/** How far a file is proved. */
export interface Proof {
  /** Also unpack entries of archives and packages to hold them against their checksums, within `UNPACK_LIMIT`. */
  checksums: boolean
}

type Answer = Promise<Reading | null> | Reading | null

/** A family's reader: a reading where the bytes are its own, `null` where they are not. */
export type FamilyReader = (file: FileBytes, proof: Proof) => Answer

/**
 * What the first bytes of a format are, and who reads on: one row, from which both the family's claim and its reader go.
 *
 * A format that is told by its signature alone is one row with its `id`.
 */
export interface Signature<Reader extends string = string> {
  /** Any of these, a byte a character. Left out: `when` alone tells. */
  starts?: string | readonly string[]
  /** Where they stand; at the beginning where left out. */
  at?: number
  /** What must hold besides: a cheap look at the first bytes. */
  when?: (head: Uint8Array, size: number) => boolean
  /** The format the signature alone tells, with its version where that is part of it. */
  id?: string
  version?: string
  /** Else the family's reader that knows more. */
  reader?: Reader
  /** Where that reader says no, the rows behind are asked; else the next family is. */
  tries?: boolean
}

/** The table of one family; rows are asked in their order. */
export function signatures<const Reader extends string>(rows: readonly Signature<Reader>[]): readonly Signature<Reader>[] {
  return rows
}

function matches({ starts, at: offset = 0, when }: Signature, head: Uint8Array, size: number): boolean {
  if (starts !== undefined
    && !(typeof starts === 'string' ? startsWith(head, starts, offset) : starts.some(start => startsWith(head, start, offset)))) return false
  return when === undefined || when(head, size)
}

/** Reads a file by a family's table: the first row that knows its first bytes says who reads on. */
export function readBySignature<Reader extends string>(rows: readonly Signature<Reader>[], readers: Record<Reader, FamilyReader>): FamilyReader {
  return async (file, proof) => {
    for (const row of rows) {
      if (!matches(row, file.head, file.size)) continue
      if (row.id !== undefined) return reading(row.id, row.version === undefined ? {} : { version: row.version })
      const match = row.reader === undefined ? null : await readers[row.reader](file, proof)
      if (match || !row.tries) return match
    }
    return null
  }
}

/** One family of formats: a cheap look at the first bytes, and the reader, loaded only when it is needed. */
export interface Family {
  /** Whether the first bytes may be of this family; the reader still decides. */
  claims(head: Uint8Array, size: number): boolean
  load(): Promise<FamilyReader>
}

/** Most that is unpacked of one file to prove its checksums. */
export const UNPACK_LIMIT = 256 * 1024 * 1024

/** A family whose reader is loaded once. */
export function family(rows: readonly Signature[], load: () => Promise<FamilyReader>): Family {
  let loaded: Promise<FamilyReader> | undefined
  return { claims: (head, size) => rows.some(row => matches(row, head, size)), load: () => (loaded ??= load()) }
}
