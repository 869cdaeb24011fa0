import type { InferType } from 'yup'
import type { BriefDocument } from '#core/brief/document'
import type { ChangeEffect } from '#core/reporting/change-effect'
import type { PublicKeyCredentialCreationOptionsJSON, PublicKeyCredentialRequestOptionsJSON } from '@simplewebauthn/browser'
import type { Receipt } from '#core/receipts/receipt'
import type { EarlierBrief } from '#core/rules/earlier-names'
import type { RosterTable } from '#core/roster/read'
import type {
  AdministeredAccount, BriefAnswer, CheckHead, CheckInfo, CopyPlan, DeletedBrief, Departure, DeskBrief, DoorAnswer, DoorSettings, EarlierRecord,
  Figures, Found, Here, HolderSlip, LeafletsAnswer, LetterAnswer, LogEntry, MadeLink, Members, NotedEvent, OpenInvitation, OpenPasskey,
  OpenSession, Overlap, OwnDoor, PackedAway, PieceHistory, RackPage, Reminders, RoundAnswer, SentSlip, SessionState, ShareOffer, ShownRecord,
  ShownRuling, SignedIn, SlipsAnswer, SlipsAsked, StoredRoster, Tray,
} from './answers'
import type { CopyPart, ShownJob } from './jobs'
import type { OfferedPlace, PlaceTrial, ShownPlace, WrittenThere } from './places'
import type {
  askLinkRequest,
  commonRequest, handInRequest, handOnRequest, leafletsRequest, letGoRequest, linksRequest, packRequest,
  placeRequest, reminderRequest, setPlaceRequest, tryLeafletRequest,
  withdrawRequest,
  accountRequest, administerRequest, atHandRequest, codeRequest, forgottenRequest, heirRequest, letterRequest, nameRequest, newPasswordRequest,
  passkeyRequest, passkeySignInRequest,
  briefRequest, closeRequest, completeRequest, copyBriefRequest, sameRequest, countsRequest, draftRequest, hereRequest, FileFacts, IntakeStart,
  memberRequest, passwordRequest, rootRequest, RulingWish, signInRequest, slipsRequest, verifyRequest,
} from './requests'

/** Done, and there is nothing to say of it. */
type Done = Record<string, never>
/** Bytes to be kept or shown, not JSON. */
type Bytes = unknown

/**
 * Every route of the server: what it is asked with and what it answers.
 *
 * A key is the method and the address as the route's file lies under `server/api`, `:` before what stands for one.
 */
export interface Routes {
  'GET /api/session': { answer: SessionState }
  'POST /api/session': { body: InferType<typeof signInRequest>, answer: { account: SignedIn } }
  'DELETE /api/session': { answer: Done }
  /** Signs in by a passkey: what the browser is to sign, and what it signed. */
  'POST /api/passkey': { answer: PublicKeyCredentialRequestOptionsJSON }
  'PUT /api/passkey': { body: InferType<typeof passkeySignInRequest>, answer: { account: SignedIn } }
  'GET /api/account/passkeys': { answer: OpenPasskey[] }
  'POST /api/account/passkeys': { body: InferType<typeof closeRequest>, answer: PublicKeyCredentialCreationOptionsJSON }
  'PUT /api/account/passkeys': { body: InferType<typeof passkeyRequest>, answer: Done }
  'DELETE /api/account/passkeys/:id': { answer: Done }
  'GET /api/sessions': { answer: { current: string, sessions: OpenSession[] } }
  'DELETE /api/sessions/:id': { answer: Done }
  /** Ends every session but the one that asks. */
  'DELETE /api/sessions': { answer: { ended: number } }
  'PUT /api/account/password': { body: InferType<typeof passwordRequest>, answer: Done }
  /** Without a token a letter with one goes to the account's address; with it the address is confirmed. */
  'POST /api/account/address': { body: InferType<typeof verifyRequest>, answer: { verified: boolean } }
  'DELETE /api/account': { body: InferType<typeof closeRequest>, answer: Done }
  'GET /api/events': { answer: NotedEvent[] }
  'GET /api/invitations': { answer: OpenInvitation[] }
  'DELETE /api/invitations/:id': { answer: Done }
  'GET /api/offers': { answer: ShareOffer[] }
  'POST /api/offers/:id': { answer: { briefId: string } }
  'DELETE /api/offers/:id': { answer: Done }
  'POST /api/accounts': { body: InferType<typeof accountRequest>, answer: { account: SignedIn } }
  'POST /api/invitations': { answer: { token: string } }
  /** The same answer whether the address has an account or not. */
  'POST /api/password': { body: InferType<typeof forgottenRequest>, answer: Done }
  'PUT /api/password': { body: InferType<typeof newPasswordRequest>, answer: Done }
  'PUT /api/account/name': { body: InferType<typeof nameRequest>, answer: Done }
  'POST /api/account/second': { body: InferType<typeof closeRequest>, answer: { secret: string, uri: string } }
  'PUT /api/account/second': { body: InferType<typeof codeRequest>, answer: { codes: string[] } }
  'DELETE /api/account/second': { body: InferType<typeof closeRequest>, answer: Done }
  'GET /api/administration': { answer: AdministeredAccount[] }
  'PUT /api/administration/:id': { body: InferType<typeof administerRequest>, answer: Done }
  'DELETE /api/administration/:id': { body: InferType<typeof heirRequest>, answer: Done }
  'GET /api/search': { query: { for: string }, answer: Found }
  'POST /api/rosters/table': { body: Blob, answer: RosterTable }

  'GET /api/briefs': { answer: DeskBrief[] }
  'POST /api/briefs': { body: InferType<typeof briefRequest>, answer: { id: string } }
  'GET /api/briefs/:id': { answer: BriefAnswer }
  'PATCH /api/briefs/:id': { body: InferType<typeof atHandRequest>, answer: Done }
  /** It can be taken back for a while; deleted once more it is gone at once. */
  'DELETE /api/briefs/:id': { answer: Done }
  'POST /api/briefs/:id/restore': { answer: Done }
  'GET /api/briefs/deleted': { answer: DeletedBrief[] }
  'GET /api/briefs/:id/log': { answer: LogEntry[] }
  'POST /api/briefs/:id/copy': { body: InferType<typeof copyBriefRequest>, answer: { id: string } }
  /**
   * `keep=earlier`: what has been received and is right stays right, whatever the new rule says. `base`: number of the version it was begun
   * on; where another was saved since, nothing is saved and the answer is 409.
   */
  'PUT /api/briefs/:id/document': {
    body: BriefDocument
    query?: { keep?: 'earlier' | undefined, base?: number | undefined }
    answer: { number: number }
  }
  'PUT /api/briefs/:id/draft': { body: InferType<typeof draftRequest>, answer: Done }
  'DELETE /api/briefs/:id/draft': { answer: Done }
  'POST /api/briefs/:id/here': { body: InferType<typeof hereRequest>, answer: Here }
  'POST /api/briefs/:id/effect': { body: BriefDocument, answer: ChangeEffect }
  'PUT /api/briefs/:id/roster': { body: StoredRoster, answer: { number: number } }
  'PATCH /api/briefs/:id/roots': { body: InferType<typeof rootRequest>, answer: Done }
  'GET /api/briefs/:id/received': { answer: string[] }
  /** What the same people wrote for briefs before, for trying a rule on. */
  'GET /api/briefs/:id/earlier': { answer: EarlierBrief[] }
  'GET /api/briefs/:id/letter': { answer: LetterAnswer }
  'PUT /api/briefs/:id/letter': { body: InferType<typeof letterRequest>, answer: Done }
  'GET /api/briefs/:id/door': { answer: DoorAnswer }
  'PUT /api/briefs/:id/door': { body: DoorSettings, answer: Done }
  /** Links for some people, or for all; each is told this once and never again. */
  'POST /api/briefs/:id/door/links': { body: InferType<typeof linksRequest>, answer: MadeLink[] }
  /** Ends every link of one person. */
  'DELETE /api/briefs/:id/door/links/:person': { answer: Done }
  'PUT /api/briefs/:id/door/common': { body: InferType<typeof commonRequest>, answer: { token: string | null } }
  /** Where files of a brief are looked for. */
  'GET /api/briefs/:id/places': { answer: { places: ShownPlace[], offered: OfferedPlace[] } }
  'POST /api/briefs/:id/places': { body: InferType<typeof placeRequest>, answer: { id: string, jobId: string | null } }
  /** Looks at a place before it counts. */
  'POST /api/briefs/:id/places/try': { body: InferType<typeof placeRequest>, answer: PlaceTrial }
  'PUT /api/briefs/:id/places/:place': { body: InferType<typeof setPlaceRequest>, answer: Done }
  'DELETE /api/briefs/:id/places/:place': { answer: Done }
  /** Hands the newest check's result on to a place, and remembers how. */
  'POST /api/briefs/:id/places/:place/hand-on': { body: InferType<typeof handOnRequest>, answer: { written: WrittenThere[] } }
  'POST /api/briefs/:id/places/:place/scan': { answer: { jobId: string } }
  'GET /api/briefs/:id/reminders': { answer: Reminders }
  'POST /api/briefs/:id/reminders': { body: InferType<typeof reminderRequest>, answer: { id: string } }
  'DELETE /api/briefs/:id/reminders/:reminder': { answer: Done }
  /** Server-sent events: something arrived, or was checked. */
  'GET /api/briefs/:id/live': { answer: Bytes }
  /** What each person is told before anything comes. */
  'GET /api/briefs/:id/leaflets': { answer: LeafletsAnswer }
  'POST /api/briefs/:id/leaflets/send': { body: InferType<typeof leafletsRequest>, answer: SlipsAsked }
  /** The file everybody begins from. */
  'GET /api/briefs/:id/start': { answer: Bytes }
  'PUT /api/briefs/:id/start': { query: { name: string }, body: Blob, answer: Done }
  'DELETE /api/briefs/:id/start': { answer: Done }
  /** One person's leaflet to oneself, without their link. */
  'POST /api/briefs/:id/leaflets/try': { body: InferType<typeof tryLeafletRequest>, answer: Done }
  'GET /api/briefs/:id/members': { answer: Members }
  'PUT /api/briefs/:id/members': { body: InferType<typeof memberRequest>, answer: Done }
  'DELETE /api/briefs/:id/members/:member': { answer: Done }
  'DELETE /api/briefs/:id/offers/:offer': { answer: Done }
  /** Takes a person out of every version of the list, with letters and names; what was found stays readable. */
  'DELETE /api/briefs/:id/people/:holder': { answer: Done }
  'GET /api/briefs/:id/rulings': { answer: ShownRuling[] }
  /** Decisions of a packed brief, for one that has none. */
  'PUT /api/briefs/:id/rulings': { body: object, answer: Done }
  'DELETE /api/briefs/:id/rulings/:ruling': { answer: Done }
  'GET /api/briefs/:id/sent': { answer: SentSlip[] }
  'GET /api/briefs/:id/checks': { answer: CheckInfo[] }
  /** Where it takes longer than a person waits, a job makes the check. */
  'POST /api/briefs/:id/checks': { answer: { id?: string, jobId?: string } }
  'POST /api/briefs/:id/intakes': { body: IntakeStart, answer: { id: string, state: 'receiving' | 'complete' } }

  'PATCH /api/intakes/:id': { body: InferType<typeof countsRequest>, answer: Done }
  'DELETE /api/intakes/:id': { answer: Done }
  'POST /api/intakes/:id/files': { body: { files: FileFacts[] }, answer: { ids: string[] } }
  /** Files that came before and are unchanged, by path, size and time: they are taken over, and need not come again. */
  'POST /api/intakes/:id/same': { body: InferType<typeof sameRequest>, answer: { taken: number[] } }
  /** Small files whole, each in a frame of its own (`shared/frames.ts`). */
  'POST /api/intakes/:id/contents': { body: Blob, answer: { stored: number } }
  /** A stretch of a large file. */
  'PUT /api/intakes/:id/content/:file': { body: Blob, query: { offset: number }, answer: { arrived: number } }
  'GET /api/intakes/:id/overlap': { answer: Overlap }
  'POST /api/intakes/:id/complete': { body: InferType<typeof completeRequest>, answer: { files: number } }

  'GET /api/checks/:id': { answer: CheckHead }
  'GET /api/checks/:id/rack': { query?: { from?: number, count?: number }, answer: RackPage }
  'GET /api/checks/:id/tray': { answer: Tray }
  'GET /api/checks/:id/slip': { query: { holder: string, requirement?: string }, answer: HolderSlip }
  'GET /api/checks/:id/slips': { answer: SlipsAnswer }
  'POST /api/checks/:id/slips/send': { body: InferType<typeof slipsRequest>, answer: SlipsAsked }
  'POST /api/checks/:id/rulings': { body: RulingWish, answer: { id: string } }
  'GET /api/checks/:id/round': { query?: { against?: string }, answer: RoundAnswer }
  'GET /api/checks/:id/history': { query: { holder: string, requirement: string, n?: number }, answer: PieceHistory[] }
  'GET /api/checks/:id/figures': { answer: Figures }
  'GET /api/checks/:id/departures': { answer: Departure[] }
  'GET /api/checks/:id/copy': { answer: CopyPlan }
  'POST /api/checks/:id/copy': { answer: { jobId: string } }
  'GET /api/briefs/:id/packed': { answer: PackedAway[] }
  'PUT /api/briefs/:id/packed/:packed': { body: InferType<typeof letGoRequest>, answer: PackedAway[] }
  /** What was written down before a brief was packed away; `null`: it was not read back. */
  'GET /api/briefs/:id/record': { answer: ShownRecord | null }
  'PUT /api/briefs/:id/record': { body: EarlierRecord, answer: Done }
  /** Packs the brief away, as it was checked. */
  'POST /api/checks/:id/pack': { body: InferType<typeof packRequest>, answer: { jobId: string } }
  /** `measured`: names of `MEASURED`, with commas between them. */
  'GET /api/checks/:id/export': { query?: { as?: string, measured?: string | undefined }, answer: Bytes }
  'GET /api/checks/:id/contents/:file': { answer: Bytes }

  // of whoever has a link of their own: it goes along as `Authorization: Bearer`
  'GET /api/door': { answer: OwnDoor }
  /** Asks for one's own link by mail; answered alike whether anybody is called so. */
  'GET /api/door/start': { answer: Bytes }
  'POST /api/door/ask': { body: InferType<typeof askLinkRequest>, answer: Done }
  'POST /api/door/hand-ins': { body: InferType<typeof handInRequest>, answer: { id: string, number: number } }
  'POST /api/door/hand-ins/:id/finish': { answer: Receipt }
  'POST /api/door/hand-ins/:id/withdraw': { body: InferType<typeof withdrawRequest>, answer: Done }
  'GET /api/door/hand-ins/:id/receipt': { answer: Receipt }
  'GET /api/door/contents/:file': { answer: Bytes }

  'GET /api/jobs/:id': { answer: ShownJob }
  'DELETE /api/jobs/:id': { answer: Done }
  'GET /api/jobs/:id/parts': { answer: CopyPart[] }
  'GET /api/jobs/:id/parts/:step': { answer: Bytes }
}

export type RouteKey = keyof Routes
export type AnswerOf<K extends RouteKey> = Routes[K]['answer']

/** What stands after a `:` in a key. */
type ParamOf<K extends string> = K extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamOf<`/${Rest}`>
  : K extends `${string}:${infer Name}` ? Name : never

/** What one call of a route needs: what goes into its address, its query and its body. */
export type CallOf<K extends RouteKey> = { [P in ParamOf<K>]: string | number } & Omit<Routes[K], 'answer'>

/** Calls that need nothing may leave the whole out. */
export type CallArguments<K extends RouteKey> = Record<string, never> extends CallOf<K> ? [call?: CallOf<K>] : [call: CallOf<K>]

interface AnyCall { query?: Record<string, string | number | undefined>, body?: unknown, [param: string]: unknown }

/**
 * Method, address and body of one call, for whatever sends it.
 *
 * @example
 * requestOf('GET /api/checks/:id/rack', { id: '018f', query: { from: 0 } })
 * //=> { method: 'GET', url: '/api/checks/018f/rack?from=0', body: undefined }
 */
export function requestOf<K extends RouteKey>(key: K, ...[call]: CallArguments<K>): { method: string, url: string, body: unknown } {
  const { query, body, ...params }: AnyCall = call ?? {}
  const [method = '', path = ''] = key.split(' ')
  const asked = new URLSearchParams(Object.entries(query ?? {})
    .flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]]))).toString()
  return { method, url: path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name]))) + (asked ? `?${asked}` : ''), body }
}

/** Address of what is fetched by a link or by the browser itself. */
export function addressOf<K extends RouteKey>(key: K, ...call: CallArguments<K>): string {
  return requestOf(key, ...call).url
}

/** A request's body as it goes over the wire: bytes as they are, everything else as JSON. */
export function encodeBody(body: unknown): { body?: BodyInit, headers: Record<string, string> } {
  if (body === undefined) return { headers: {} }
  if (body instanceof Blob) return { body, headers: {} }
  return { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }
}
