import type { ScanResult } from './jobs'

/** Kinds of places, as they are stored; what each is stands in `places/`. */
export const PLACE_KEYS = ['folder', 'webdav', 'mailbox', 'sftp', 's3'] as const
export type PlaceKey = (typeof PLACE_KEYS)[number]

/** A place to be tried or added. */
export interface PlaceOrder {
  kind: PlaceKey
  root: string
  settings: Record<string, string>
  secret: string
  keeps: boolean
  everyMinutes: number | null
}

/** A kind of place as a page asks for it. */
export interface OfferedPlace {
  kind: PlaceKey
  label: string
  fields: readonly { key: string, label: string, hint: string, secret: boolean, optional: boolean }[]
  /** Stands behind "other". */
  technical: boolean
  /** Why it cannot be added here; empty: it can. */
  refused: string
}

/** What of a check's result can be handed on to a place; several files where there are several. */
export const HANDED_ON = ['people', 'xlsx', 'csv', 'json', 'pdf', 'text', 'corrected-copy', 'receipts', 'bag'] as const
export type HandedOn = (typeof HANDED_ON)[number]
/** What of it is made when somebody asks for it; the rest comes of every check. */
export const MADE_WHEN_ASKED = ['corrected-copy', 'bag'] as const satisfies readonly HandedOn[]
/**
 * What is handed on to a place and under which name: `{title}`, `{date}` and `{what}` stand for themselves. `over`: what Usitor wrote
 * there before is written over; else a number tells them apart. `afterCheck`: after every check by itself.
 */
export interface HandsOn { what: HandedOn[], name: string, over: boolean, afterCheck: boolean }
/** What stands in a place from here. */
export interface WrittenThere { path: string, what: HandedOn, size: number, at: string }

/** A place of a brief, as it stands; no secret is ever in it. */
export interface ShownPlace {
  id: string
  kind: PlaceKey
  label: string
  root: string
  settings: Record<string, string>
  keeps: boolean
  everyMinutes: number | null
  lookedAt: string | null
  nextAt: string | null
  last: ScanResult | null
  problem: string | null
  failingSince: string | null
  /** A scan that goes on now. */
  jobId: string | null
  /** Nothing can be handed on to it. */
  readOnly: boolean
  handsOn: HandsOn | null
  written: WrittenThere[]
}

/** What a trial saw before a place counts. */
export interface PlaceTrial {
  files: number
  bytes: number
  /** The machine's own key, to be held against the next time. */
  identity: string | null
  /** Not everything was looked at: there is more. */
  more: boolean
  levels: { name: string, files: number }[]
  /** What the names say, tried on the rule. */
  names: { right: number, toFix: number, unknown: number, people: number, wrapper: string | null } | null
  passed: { path: string, why: string }[]
}
