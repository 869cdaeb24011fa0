/** A measured property's value; units stand in `properties.ts`. */
export type PropertyValue = string | number | boolean

/** What the bytes of one file say. Depends on the bytes alone, so it can be kept by their hash. */
export interface Reading {
  /** Format ids the bytes allow, the likeliest first; more than one only where the bytes cannot tell. */
  candidates: string[]
  /** The format's own version, as the format writes it. */
  version: string | null
  /** `unread`: the bytes could not be had, which says nothing about the file. */
  state: 'ok' | 'empty' | 'damaged' | 'locked' | 'restricted' | 'unread'
  /** How far the bytes were proved. */
  verified: 'signature' | 'structure' | 'checksum'
  /** Why it is damaged, locked or unread, as a sentence part. */
  reason: string | null
  props: Record<string, PropertyValue>
}

/** Raised whenever readings of the same bytes may come out differently, so that kept readings are made anew. */
export const READER_VERSION = 1

export function reading(candidates: string | string[], rest: Partial<Reading> = {}): Reading {
  return {
    candidates: typeof candidates === 'string' ? [candidates] : candidates,
    version: null,
    state: 'ok',
    verified: 'signature',
    reason: null,
    props: {},
    ...rest,
  }
}

export function damaged(id: string, reason: string, rest: Partial<Reading> = {}): Reading {
  return reading(id, { state: 'damaged', reason, verified: 'structure', ...rest })
}
