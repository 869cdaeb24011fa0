/** One row a fault: whether it looks like a transfer that was cut short, and the type of what is told with it. */
interface FaultRow<Params> { cut: boolean, /** For the compiler alone: never set. */ params?: Params }

/** The file stops before its end: it was cut short on the way. */
const cut = <Params = unknown>(): FaultRow<Params> => ({ cut: true })
/** Something inside it is wrong. */
const broken = <Params = unknown>(): FaultRow<Params> => ({ cut: false })

/** Everything a reader can find wrong with a file, or note of it. The words stand in `wording`. */
export const FAULTS = {
  'all-zeros': cut(),
  'blocks-never-written': broken(),
  'chunk-checksum': broken<{ name: string }>(),
  'closing-block-missing': cut(),
  'closing-brace-missing': cut(),
  'closing-bytes-missing': cut(),
  'closing-card-missing': cut(),
  'closing-chunk-missing': cut(),
  'closing-comments-missing': cut(),
  'closing-element-missing': cut(),
  'closing-entry-missing': cut(),
  'closing-line-missing': cut(),
  'closing-mark-missing': cut(),
  'closing-table-missing': cut(),
  'closing-tag-missing': cut<{ name: string }>(),
  'contents-checksum': broken(),
  'contents-unread': broken(),
  'corner-not-there': broken(),
  'data-unreadable': broken<{ line: number }>(),
  'description-missing': cut(),
  'directory-checksum': broken(),
  'directory-length': broken(),
  'directory-past-end': cut(),
  'directory-short': broken(),
  'directory-unread': broken(),
  'directory-unreadable': broken(),
  'encoding-not-its-own': broken<{ stated: string }>(),
  'end-checksum': cut(),
  'end-contents-missing': cut(),
  'end-directory-missing': cut(),
  'end-mark-missing': cut(),
  'end-marker-missing': cut(),
  'end-missing': cut(),
  'ends-before-bracket': cut(),
  'ends-before-checksum': cut(),
  'ends-before-element': cut(),
  'ends-before-elements-close': cut(),
  'ends-before-parts': cut(),
  'ends-early': cut<{ percent: number }>(),
  'ends-early-sound': cut<{ percent: number }>(),
  'ends-in-block': cut(),
  'ends-in-directory': cut(),
  'ends-in-entry': cut(),
  'ends-in-frame': cut(),
  'ends-in-header': cut(),
  'ends-in-last-change': cut(),
  'ends-in-layers': cut(),
  'ends-in-own-picture': cut(),
  'ends-in-own-tag': cut(),
  'ends-in-packed-data': cut(),
  'ends-in-packet': cut(),
  'ends-in-page': cut(),
  'ends-in-part': cut(),
  'ends-in-picture': cut(),
  'ends-in-signature': cut(),
  'ends-in-some-header': cut(),
  'ends-in-table': cut(),
  'ends-in-tag': cut(),
  'entry-checksum': broken(),
  'fewer-corners': cut<{ found: number, stated: number }>(),
  'fewer-lines': cut<{ found: number, stated: number }>(),
  'fewer-samples': cut<{ found: number, stated: number }>(),
  'fewer-tracks': cut<{ found: number, stated: number }>(),
  'first-of-set': cut(),
  'header-checksum': broken(),
  'header-chunk-missing': cut(),
  'header-unreadable': broken(),
  'index-checksum': broken(),
  'index-missing': cut(),
  'last-line-incomplete': broken(),
  'last-part-checksum': broken(),
  'last-part-open': broken(),
  'last-part-silent': broken(),
  'last-part-zeros': cut(),
  'length-end': cut(),
  'lengths-disagree': broken(),
  'main-part-missing': cut<{ name: string }>(),
  'markup-broken': broken<{ line: number }>(),
  'named-part-broken': broken<{ name: string }>(),
  'named-part-checksum': broken<{ name: string }>(),
  'named-part-unpacked': broken<{ name: string }>(),
  'no-picture': broken(),
  'no-sound': broken(),
  'no-sound-nor-pictures': broken(),
  'one-of-set': cut(),
  'packed-data-unreadable': broken(),
  'packed-rarely': broken(),
  'page-checksum': broken(),
  'page-size': broken(),
  'part-misplaced': broken(),
  'part-of-set': cut<{ part: number }>(),
  'part-past-end': cut(),
  'part-unreadable': broken(),
  'part-zeros': cut(),
  'password': broken(),
  'picture-unreadable': broken(),
  'quote-open': broken<{ line: number }>(),
  'repaired': broken(),
  'restricted': broken(),
  'said': broken<{ text: string }>(),
  'sector-size': broken(),
  'sent-as-text': broken(),
  'shorter-than-gzip': cut(),
  'signature-missing': cut(),
  'some-header-checksum': broken(),
  'some-header-unreadable': broken(),
  'sound-checksum': broken(),
  'sound-unreadable': broken(),
  'stream-incomplete': broken<{ name: string }>(),
  'triangle-incomplete': broken(),
  'triangles-zeros': cut<{ count: number }>(),
  'unpacked-in-part': broken<{ megabytes: number }>(),
}

export type FaultKind = keyof typeof FAULTS
type ParamsOf<K extends FaultKind> = typeof FAULTS[K] extends FaultRow<infer Params> ? (unknown extends Params ? object : Params) : never

/** What is wrong with a file's bytes, or limits what could be told of them. `said`: words from outside, or kept from before faults were typed. */
export type Fault = { [K in FaultKind]: { kind: K } & ParamsOf<K> }[FaultKind]
export type FaultOf<K extends FaultKind> = Extract<Fault, { kind: K }>

/** Reads a fault as it was kept or sent: a known kind with short texts and finite numbers beside it, or nothing. */
export function readFault(stored: unknown): Fault | null {
  if (typeof stored !== 'object' || stored === null || !('kind' in stored) || typeof stored.kind !== 'string'
    || !Object.hasOwn(FAULTS, stored.kind)) return null
  const told = Object.entries(stored).slice(0, 6)
  const fits = told.every(([, value]) => (typeof value === 'string' && value.length <= 2000) || (typeof value === 'number' && Number.isFinite(value)))
  return fits ? Object.fromEntries(told) as unknown as Fault : null
}

/** Whether a fault looks like a transfer that was cut short, so that sending the file again is likely to help. */
export function isCutShort({ kind }: Fault): boolean {
  return FAULTS[kind].cut
}
