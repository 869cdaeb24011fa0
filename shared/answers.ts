import type { BriefDocument } from '#core/brief/document'
import type { SlotRef } from '#core/brief/slots'
import type { ReportFile, ReportRoot, ReportSlot, ReportSummary } from '#core/checking/report'
import type { RulingKind } from '#core/checking/input'
import type { FindingCode } from '#core/findings/codes'
import type { Finding } from '#core/findings/finding'
import type { Difference } from '#core/names/difference'
import type { Round } from '#core/reporting/rounds'
import type { PackedLetter, PackedRound } from '#core/packing/record'
import type { Receipt } from '#core/receipts/receipt'
import type { LetterWords } from '#core/reporting/letters'
import type { Slip } from '#core/reporting/slips'
import type { ListedPerson } from '#core/roster/another-list'
import type { Person, Roster } from '#core/roster/types'
import type { ReceivedFile } from '#core/arrivals/received'
import type { LeafletPiece } from '#core/reporting/leaflet'
import type { LeafletLine } from '#core/reporting/leaflet-letter'
import type { DoorLanguage } from '#core/wording/door/index'

// What the server answers, as it travels: times are ISO 8601 texts.

export interface SignedIn { id: string, mail: string, name: string }
/** Who asks, and whether their address is confirmed; `first`: nobody has an account yet. */
export interface SessionState { account: SignedIn & { verified: boolean, administrator: boolean, second: boolean } | null, first: boolean }
export interface OpenSession { id: string, agent: string, createdAt: string }
/** An invitation that can still be used. */
export interface OpenInvitation { id: string, createdAt: string, expiresAt: string }
export interface OpenPasskey { id: string, name: string, madeAt: string, usedAt: string | null }
/** What matters for safety and is written down. */
export type EventKind = 'account-closed' | 'account-made' | 'address-confirmed' | 'administrator-changed' | 'brief-copied' | 'brief-deleted'
  | 'brief-packed' | 'brief-restored' | 'brief-shared' | 'content-broken' | 'contents-let-go'
  | 'copy-downloaded' | 'exported' | 'file-downloaded' | 'member-left'
  | 'passkey-added' | 'passkey-removed' | 'password-changed'
  | 'person-erased' | 'second-factor-off' | 'second-factor-set' | 'sign-in' | 'sign-in-failed'
/** An account as whoever runs the installation sees it; `alone`: briefs that nobody else owns. */
export interface AdministeredAccount {
  id: string
  mail: string
  name: string
  administrator: boolean
  second: boolean
  createdAt: string
  seenAt: string | null
  briefs: number
  alone: number
  self: boolean
}
/** What somebody did with a brief, as its members may read it; `about` counts or says which, and names nobody. */
export interface LogEntry { at: string, kind: LogKind, by: string | null, about: string }
export type LogKind = EventKind | 'list-saved' | 'rule-saved' | 'received' | 'checked' | 'decided' | 'decision-ended' | 'letter-set' | 'letters-sent'
export interface NotedEvent { at: string, kind: EventKind, mail: string | null, briefId: string | null, place: string, about: string }

export type Role = 'owner' | 'checker' | 'reader'
/** Somebody who works on a brief. */
export interface Member { id: string, name: string, mail: string, role: Role, self: boolean }
/** Who works on a brief, and who was asked to and has not answered; and what others took out of it: that its owner alone sees. */
export interface Members {
  members: Member[]
  offers: { id: string, mail: string, role: Role }[]
  taken: { at: string, name: string, kind: EventKind }[]
}
/** A brief that somebody is asked to take part in. */
export interface ShareOffer { id: string, title: string, role: Role, by: string | null }

/** One brief as it lies on the desk. */
export interface DeskBrief {
  id: string
  title: string
  role: Role
  atHand: boolean
  due: string | null
  zone: string | null
  people: number
  requirements: number
  summary: ReportSummary | null
  checkedAt: string | null
  /** Files that count now, and whether anything came or changed since the last check. */
  received: number
  stale: boolean
  /** When letters went out last. */
  toldAt: string | null
}
/** A brief that was deleted and can still be taken back. */
export interface DeletedBrief { id: string, title: string, until: string }

export type { ListedPerson }
export interface StoredRoster { people: ListedPerson[], columns: string[], headings?: Record<string, string> }
/** What was received at once. */
export interface IntakeInfo {
  id: string
  root: string
  keeps: boolean
  files: number
  bytes: number
  statedAt: string | null
  completedAt: string
  replacedAt: string | null
  asIs: boolean
}

/** Changes that are kept and not saved, and what they were begun on; `null`: nothing was saved yet. */
export interface KeptChanges { base: BriefDocument | null, document: BriefDocument, at: string }
/** Who else has a brief open, the number of what was saved last, and the newest check. */
export interface Here { others: { name: string, step: string, changing: boolean }[], version: number | null, check: string | null }

/** A brief with its newest document and list, and what was received. */
export interface BriefAnswer {
  id: string
  title: string
  role: Role
  document: BriefDocument | null
  /** Which version that is. */
  version: number | null
  /** What this account changed in it and has not saved. */
  draft: KeptChanges | null
  roster: StoredRoster | null
  intakes: IntakeInfo[]
  /** When something arrived by itself last: through the door, or at a place. */
  arrivedAt: string | null
  /** How many files came in these ways and count. */
  arrivedFiles: number
  check: { id: string, checkedAt: string, stale: boolean } | null
}

/** What was found over all briefs; `when`: when the brief was due, or else made. */
export interface Found {
  briefs: { id: string, title: string, when: string }[]
  pieces: { briefId: string, title: string, when: string, id: string, piece: string }[]
  /** `owes`: how many pieces are open; `null` where nothing was checked. */
  people: { briefId: string, title: string, when: string, holder: string, name: string, group: string, owes: number | null }[]
  files: FoundFile[]
}
/** What was packed away together. `whole`: all its volumes were made; `kept`: so many of its files are still kept here, with so many bytes. */
export interface PackedAway {
  id: string
  title: string
  volumes: number
  whole: boolean
  by: string | null
  packedAt: string
  files: number
  kept: number
  bytes: number
  letGoAt: string | null
  letGoneAt: string | null
}
/** What was written down of a brief before it was packed away. */
export interface EarlierRecord { rounds: PackedRound[], letters: PackedLetter[], receipts: object[] }
/** The same as it is shown, with when and by whom it was read back. */
export interface ShownRecord extends EarlierRecord { receipts: Receipt[], readAt: string, by: string | null }
/** A received file, with whose it is and what it counts for at the newest check. */
export interface FoundFile {
  briefId: string
  title: string
  when: string
  path: string
  root: string
  receivedAt: string
  counts: boolean
  /** In which volume it was packed away last; `letGo`: it lies there alone. */
  packed: { title: string, volume: number, volumes: number, packedAt: string, letGo: boolean } | null
  role: string | null
  holder: string | null
  name: string | null
  requirement: string | null
  piece: string | null
  n: number | null
}

/** A letter to whoever still owes something, so long before it is due; `at`: when it goes out, never at night. */
export interface PlannedReminder {
  id: string
  beforeMinutes: number
  state: 'planned' | 'sent' | 'stopped' | 'missed' | 'failed'
  at: string | null
  letters: number
  /** Why it was not sent. */
  problem: string | null
}
/** Reminders of a brief, and whom one would go to now, with how many letters they have had. */
export interface Reminders { canSend: boolean, planned: PlannedReminder[], open: { name: string, had: number }[] }
/** A link that was just made, told once: the token of its address, and a short code to type. */
export interface MadeLink { person: string, name: string, group: string, email: string, token: string, code: string }
/** How a door is set; `until`: `null` as long as it is open, `largest` and `most`: bytes of one file and of one person. */
export interface DoorSettings {
  open: boolean
  until: string | null
  /** After the due time still open, and marked late. */
  late: boolean
  largest: number
  most: number
  /** Names may be put right where files are handed in. */
  renames: boolean
  /** Files are kept; else they are only tried. */
  keeps: boolean
  contact: string
  /** What arrives is checked by itself soon after. */
  checks: boolean
}
/** A brief's door as its coordinator sees it; `last`: who handed in last. */
export interface DoorAnswer {
  settings: DoorSettings | null
  /** There is one link for all. */
  common: boolean
  people: {
    id: string
    name: string
    group: string
    /** The list has a mail address of theirs. */
    mail: boolean
    links: number
    used: number
    usedAt: string | null
    files: number
    lastAt: string | null
  }[]
  files: number
  /** What the last check counted: pieces owed, what came of them, and people and groups by how they stand; `null`: none was made. */
  checked: { at: string, pieces: number, came: number, right: number, holders: number, complete: number, nothing: number } | null
  last: { name: string, at: string } | null
}
/** A file somebody handed in; `by`: who of their group, where it was not they themselves. */
export interface OwnHandIn {
  id: string
  handIn: string
  at: string
  name: string
  sentAs: string
  size: number
  requirement: string | null
  n: number | null
  role: ReportFile['role']
  findings: Finding[]
  mine: boolean
  by: string | null
}
/** One person's own page: what is asked of them and nobody else, and what they handed in. */
export interface OwnDoor {
  title: string
  zone: string | null
  holder: { id: string, name: string, group: string }
  version: number
  /** The server's time. */
  now: string
  open: boolean
  closesAt: string | null
  late: boolean
  largest: number
  most: number
  used: number
  renames: boolean
  keeps: boolean
  contact: string
  /** Rule and list cut to this person, for checking before anything is sent. */
  document: BriefDocument
  roster: Roster
  pieces: LeafletPiece[]
  slots: { requirement: string, n: number | null, status: ReportSlot['status'], late: boolean }[]
  files: OwnHandIn[]
  received: ReceivedFile[]
  handIns: { id: string, number: number, at: string }[]
  start: StartFile | null
}

/** What everybody of a brief begins from. */
export interface StartFile { name: string, size: number, at: string }

/** How much of what counts now is in a new intake. */
export interface Overlap { earlier: number, here: number, proposes: 'replace' | 'add' }

/** A check's head: counts, roots, and what and whom it asked. */
export interface CheckHead {
  id: string
  briefId: string
  checkedAt: string
  title: string
  due: string | null
  zone: string | null
  summary: ReportSummary
  roots: ReportRoot[]
  /** `by`: the number field that tells counted pieces apart. */
  requirements: { id: string, title: string, holder: 'person' | 'group', by: string | null }[]
  people: Pick<Person, 'id' | 'name' | 'given' | 'family' | 'group'>[]
}

/** A file as a screen shows it: the report's own, whether the server read it itself, and whether it has the bytes. */
export interface ShownFile extends ReportFile {
  fileId: string
  verified: boolean
  kept: boolean
  /** When looks at its place saw it first and last as it is (ISO 8601); last `null`: a later look stands for it. Absent for what no place brought. */
  seenFirst?: string
  seenLast?: string | null
}
/** One pigeonhole of the rack. */
export interface RackCell {
  n: number | null
  status: ReportSlot['status']
  late: boolean
  codes: FindingCode[]
  /** Parts of the name that depart, as the list calls them. */
  parts: string[]
  /** What tells most of its faults, in few words; empty where there is none. */
  fault: string
  name: string | null
  candidates: number
  /** Where it lies, where there are several roots: first that of the file that counts, then those of what else is there for it. */
  roots: string[]
}
export interface RackRow { holder: string, cells: Record<string, RackCell[]> }
export interface RackPage { total: number, rows: RackRow[] }
/** Files without a slot; at most the first so many, of all. */
export interface Tray { files: ShownFile[], total: number }
/** One holder's slots with their files, as the slip shows them. */
export interface HolderSlip { slots: ReportSlot[], files: ShownFile[] }
/** A misnamed file with how it departs. */
export interface Departure { requirement: string, path: string, differences: Difference[] }

/** A decision that holds: who made it, when, and about what. */
export interface ShownRuling {
  id: string
  kind: RulingKind
  file: { sha256: string | null, root: string, path: string } | null
  slot: SlotRef | null
  reason: string
  by: string
  at: string
}

/** A check of a brief with its counts. */
export interface CheckInfo { id: string, checkedAt: string, summary: ReportSummary }
/** A check seen against an earlier one. */
export interface RoundAnswer extends Round { before: { id: string, checkedAt: string } | null, people: { came: string[], left: string[] } }
/** One holder's piece in one check. */
export interface PieceHistory {
  checkId: string
  checkedAt: string
  status: ReportSlot['status']
  late: boolean
  path: string | null
  sha256: string | null
}
/** Arrivals over time, findings by kind over the checks, most frequent mistakes of each requirement. */
export interface Figures {
  /** Placed files by the hour they came in, but for those whose time is that of a copy. */
  arrivals: { hour: string, files: number }[]
  /** Placed files whose time is that of a copy. */
  copied: number
  checks: { id: string, checkedAt: string, codes: Record<string, number> }[]
  /** `part`: the part of the name, as the list calls it, where the fault is one of a name. */
  mistakes: { requirement: string, code: string, part: string, findings: number, holders: number }[]
  /** Who owes something of each requirement. */
  owing: Record<string, number>
}

/** One holder's slip as it would be sent, and when the very same words went out before. */
export interface PreparedSlip extends Omit<Slip, 'unchanging'> {
  digest: string
  holder: string
  group: boolean
  name: string
  addresses: string[]
  /** Whose addresses they are, in their order. */
  persons: string[]
  /** Addresses the list has for copies. */
  copies: string[]
  sentAt: string | null
}
/** Letters of a check; `copied`: they go to addresses for copies too. */
export interface SlipsAnswer { slips: PreparedSlip[], canSend: boolean, copied: boolean }
/** What one person is told beforehand, as it would be sent; `[link]` stands for their own. */
export interface PreparedLeaflet {
  person: string
  name: string
  group: string
  addresses: string[]
  copies: string[]
  subject: string
  lines: LeafletLine[]
  language: DoorLanguage
  digest: string
  sentAt: string | null
  pieces: LeafletPiece[]
}
/** Everybody's leaflets, and the rule with made-up names for a wall, in every language. */
export interface LeafletsAnswer {
  leaflets: PreparedLeaflet[]
  wall: { language: DoorLanguage, lines: LeafletLine[] }[]
  canSend: boolean
  door: boolean
  start: StartFile | null
}
/** The words around a brief's letters, whose they are, and which columns of the list they may name. */
export interface LetterAnswer {
  /** For every language that has none of its own. */
  words: LetterWords
  from: 'brief' | 'account' | 'nobody'
  languages: Partial<Record<DoorLanguage, LetterWords>>
  columns: string[]
  copies: CopiedKind[]
  /** The list has a column of addresses for copies. */
  mayCopy: boolean
}
/** What is set around a brief's letters; `language`: of these words, empty for every one that has none of its own. */
export interface LetterOrder { words: LetterWords, language: '' | DoorLanguage, usual: boolean, copies: CopiedKind[] }
/** Kinds of letters that may go to addresses for copies as well. */
export const COPIED_KINDS = ['slip', 'reminder', 'leaflet', 'receipt'] as const
export type CopiedKind = (typeof COPIED_KINDS)[number]
export interface SentSlip {
  id: string
  holder: string
  address: string
  subject: string
  body: string
  state: 'waiting' | 'sending' | 'sent' | 'unknown' | 'failed'
  problem: string | null
  at: string
}
/** What came of asking for slips to be sent: the job, and whom nothing is sent to and why. */
export interface SlipsAsked { jobId: string | null, waiting: number, notSent: { name: string, why: string }[] }

/** What the corrected copy is to hold, for a browser that has the files at hand: each is known by its bytes. */
export interface CopyPlan { files: { sha256: string | null, path: string, to: string }[], table: string, leftOut: string }
