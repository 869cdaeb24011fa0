import type { Fault } from './faults'

/** A measured property's value; units stand in `properties.ts`. */
export type PropertyValue = string | number | boolean

/** What the bytes of one file say. Depends on the bytes alone, so it can be kept by their hash. */
export interface Reading {
  /** Format ids the bytes allow, the likeliest first; more than one only where the bytes cannot tell. */
  candidates: string[]
  /** The format's own version, as the format writes it. */
  version: string | null
  /** `restricted`: opens without a password but limits use; `unread`: the bytes could not be had, which says nothing about the file. */
  state: 'ok' | 'empty' | 'damaged' | 'locked' | 'restricted' | 'unread'
  /** How far the bytes were proved. */
  verified: 'signature' | 'structure' | 'checksum'
  /** Why it is damaged, locked or unread, or what could not be told; its words stand in `wording`. */
  fault: Fault | null
  props: Record<string, PropertyValue>
  /** Candidates that do not parse, and why: a file that claims by its extension to be one of them is damaged. Left out where all do. */
  brokenAs?: Record<string, Fault>
  /** What its text begins with, in one line of at most 200 characters. Left out where it has none or it is not looked for. */
  opening?: string
  /** Opens, but holds nothing: no words or pictures, no triangles, only a header row. Left out where it holds something or cannot be told. */
  blank?: true
}

/** Raised whenever readings of the same bytes may come out differently, so that kept readings are made anew. */
export const READER_VERSION = 9

export function reading(candidates: string | string[], rest: Partial<Reading> = {}): Reading {
  return {
    candidates: typeof candidates === 'string' ? [candidates] : candidates,
    version: null,
    state: 'ok',
    verified: 'signature',
    fault: null,
    props: {},
    ...rest,
  }
}

/** A reading of bytes that could not be had; it says nothing about the file. */
export function unread(why: string): Reading {
  return reading('unknown', { state: 'unread', fault: { kind: 'said', text: why } })
}

export function damaged(id: string | string[], fault: Fault, rest: Partial<Reading> = {}): Reading {
  return reading(id, { state: 'damaged', fault, verified: 'structure', ...rest })
}

/** Says how much of the stated length is there; the number helps the person who sent it. */
export function endsEarly(size: number, stated: number): Fault {
  return { kind: 'ends-early', percent: Math.floor(100 * size / stated) }
}

/** A reading that is damaged where the file is shorter than it states to be. */
export function sized(id: string | string[], size: number, stated: number, rest: Partial<Reading> = {}): Reading {
  return stated > size ? damaged(id, endsEarly(size, stated), rest) : reading(id, { verified: 'structure', ...rest })
}

/** Text of a property, bounded and of one line: what stands in a file can be of any length and hold anything. */
export function propertyText(text: string): string | undefined {
  // eslint-disable-next-line no-control-regex -- control characters are what is taken out
  const plain = text.replace(/[\x00-\x1F\x7F\uFFFE\uFFFF\s]+/g, ' ')
    .replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '').trim()
  return plain === '' ? undefined : [...plain.slice(0, 400)].slice(0, 200).join('')
}

/** A text's first words stand in so many characters. */
const OPENING = 400

/** What a text begins with, as a reading keeps it. */
export function openingOf(text: string): Pick<Reading, 'opening'> {
  const opening = propertyText(text.slice(0, OPENING))
  return opening === undefined ? {} : { opening }
}

/** Sets properties that are known; `undefined`, NaN and infinite numbers are left out. */
export function setProps(props: Record<string, PropertyValue>, measured: Record<string, PropertyValue | null | undefined>): void {
  for (const [name, value] of Object.entries(measured)) {
    if (value === undefined || value === null || (typeof value === 'number' && !Number.isFinite(value)) || value === '') continue
    props[name] = value
  }
}

/** To thousandths: seconds and millimetres past that are noise. */
export const thousandths = (value: number): number => Math.round(value * 1000) / 1000
