import type { Knex } from 'knex'
import type { BriefDocument } from '#core/brief/document'
import type { HandedIn } from '#core/arrivals/received'
import type { SlotRef } from '#core/brief/slots'
import type { Ruling, RulingKind } from '#core/checking/input'
import type { ReportFile, ReportRoot, ReportSlot, ReportSummary } from '#core/checking/report'
import type { Finding } from '#core/findings/finding'
import type { Reading } from '#core/formats/reading'
import type { LetterWords } from '#core/reporting/letters'
import type { Receipt } from '#core/receipts/receipt'
import type { Evidence } from '#core/placing/evidence'
import type { DoorLanguage } from '#core/wording/door/index'
import type { CopiedKind, EarlierRecord, EventKind, ListedPerson, PlannedReminder, Role, SentSlip } from '#shared/answers'
import type { JobKind, JobResults, JobState, ScanResult } from '#shared/jobs'
import type { HandedOn, HandsOn, PlaceKey } from '#shared/places'
import type { JobParts } from './job-parts'

// Rows as PostgreSQL hands them over: times as `Date`, `bigint` as text, JSON read.

export interface AccountRow {
  id: string
  mail: string
  name: string
  password: string
  administrator: boolean
  mail_verified_at: Date | null
  mail_token_hash: Buffer | null
  mail_token_at: Date | null
  letter_words: LetterWords | null
  second_factor: Buffer | null
  second_factor_at: Date | null
  second_factor_step: string
  created_at: Date
}
export interface RecoveryCodeRow { account_id: string, code_hash: Buffer }
export interface PasswordTokenRow { token_hash: Buffer, account_id: string, made_at: Date }
export interface KnownPlaceRow { account_id: string, place: string, seen_at: Date }
export interface EventRow { id: string, at: Date, kind: EventKind, account_id: string | null, brief_id: string | null, place: string, about: string }
export interface ShareOfferRow { id: string, brief_id: string, mail: string, role: Role, offered_by: string | null, offered_at: Date }
export interface SessionRow {
  id: string
  account_id: string
  token_hash: Buffer
  agent: string
  created_at: Date
  seen_at: Date
  expires_at: Date
  ended_at: Date | null
}
export interface InvitationRow { id: string, token_hash: Buffer, invited_by: string, created_at: Date, expires_at: Date, used_at: Date | null }
export interface SignInAttemptRow { key: string, at: Date }

/** `copies`: kinds of letters that go to the list's addresses for copies as well. */
export interface BriefRow { id: string, title: string, created_at: Date, deleted_at: Date | null, copies: CopiedKind[] }
export interface BriefMemberRow { brief_id: string, account_id: string, role: Role, at_hand: boolean }
export interface PasskeyRow {
  id: string
  account_id: string
  credential: string
  public_key: Buffer
  counter: string | number
  name: string
  made_at: Date
  used_at: Date | null
}
export interface PasskeyChallengeRow { challenge_hash: Buffer, account_id: string | null, made_at: Date }
/** `until`: `null` as long as it is open; `most`: bytes of one person, `largest`: of one file. */
export interface DoorRow {
  brief_id: string
  open: boolean
  until: Date | null
  late: boolean
  largest: string
  most: string
  renames: boolean
  keeps: boolean
  contact: string
  checks: boolean
  common_hash: Buffer | null
  set_by: string | null
  set_at: Date
}
export interface DoorLinkRow {
  id: string
  brief_id: string
  person: string
  token_hash: Buffer
  code_hash: Buffer | null
  made_for: 'letter' | 'leaflet' | 'table' | 'mail'
  made_at: Date
  used: number
  used_at: Date | null
  revoked_at: Date | null
}
export interface HandInRow {
  id: string
  brief_id: string
  person: string
  number: number
  key: string
  intake_id: string
  begun_at: Date
  finished_at: Date | null
  receipt: Receipt | null
  mailed_at: Date | null
}
export interface ReminderRow {
  id: string
  brief_id: string
  before_minutes: number
  state: PlannedReminder['state']
  planned_by: string | null
  made_at: Date
  sent_at: Date | null
  letters: number
  /** Why it was not sent. */
  problem: string | null
}
export interface ReceiptKeyRow { id: string, public_key: string, sealed: Buffer, made_at: Date, ended_at: Date | null }
export interface BriefDraftRow { brief_id: string, account_id: string, base_version_id: string | null, document: BriefDocument, kept_at: Date }
export interface BriefPresenceRow { brief_id: string, account_id: string, step: string, changing: boolean, seen_at: Date }
export interface BriefLetterRow { brief_id: string, language: '' | DoorLanguage, words: LetterWords, set_by: string | null, set_at: Date }
/** What everybody of a brief begins from. */
export interface StartFileRow { brief_id: string, content_id: string, name: string, size: string, put_by: string | null, put_at: Date }
export interface BriefVersionRow {
  id: string
  brief_id: string
  number: number
  document: BriefDocument
  created_by: string | null
  created_at: Date
}
export interface RosterVersionRow {
  id: string
  brief_id: string
  number: number
  people: ListedPerson[]
  columns: string[]
  headings: Record<string, string>
  created_by: string | null
  created_at: Date
}

/** `sha256`: `null` until sealed; what is not sealed was never received. `own`: made here, and joined with nothing. */
export interface ContentRow {
  id: string
  sha256: string | null
  size: string
  state: 'receiving' | 'sealing' | 'sealed'
  own: boolean
  created_at: Date
  verified_at: Date
  broken_at: Date | null
  /** Where it lies if not here: `s3://bucket/key`, with the mark it had there. */
  moved_to: string | null
  moved_mark: string | null
}
export interface ContentChunkRow { content_id: string, number: number, bytes: Buffer }
/** An object that may lie in a store and belong to no content. */
export interface ContentLeftoverRow { address: string, content_id: string, at: Date }
/** `sha256`: `null` where only a browser said so; such a reading serves no other file. */
export interface ReadingRow { id: string, sha256: string | null, reader_version: number, reading: Reading, created_at: Date }
export interface IntakeRow {
  id: string
  brief_id: string
  root: string
  state: 'receiving' | 'complete'
  keeps: boolean
  key: string
  stated_at: Date | null
  files: number
  bytes: string
  as_is: boolean
  created_by: string | null
  created_at: Date
  completed_at: Date | null
  replaced_at: Date | null
  /** The place it was found at; `null`: somebody brought it. */
  place_id: string | null
}

/** Where files of a brief are looked for. */
export interface PlaceRow {
  id: string
  brief_id: string
  kind: PlaceKey
  root: string
  settings: Record<string, string>
  secret: Buffer | null
  keeps: boolean
  every_minutes: number | null
  made_by: string | null
  made_at: Date
  next_at: Date | null
  looked_at: Date | null
  last: ScanResult | null
  failures: number
  problem: string | null
  failing_since: Date | null
  told_at: Date | null
  removed_at: Date | null
  hands_on: HandsOn | null
  /** The check whose result was handed on last. */
  handed_check: string | null
}
export interface PlaceWrittenRow {
  place_id: string
  path: string
  mark: string | null
  sha256: string
  size: string
  what: HandedOn
  check_id: string | null
  written_by: string | null
  written_at: Date
}
export interface PlaceLookRow { job_id: string, cursor: string, done: boolean }
export interface PlaceFileRow {
  job_id: string
  path: string
  raw_path: Buffer | null
  locator: string
  size: string
  modified_at: Date | null
  mark: string | null
  state: 'seen' | 'same' | 'read' | 'waiting' | 'failed'
  content_id: string | null
}

export interface ReceivedFileRow {
  id: string
  intake_id: string
  raw_path: Buffer | null
  container: string[]
  sender: string | null
  /** Subject and first words of the message it came with. */
  letter: string | null
  path: string
  size: string
  modified_at: Date | null
  sha256: string | null
  content_id: string | null
  reading_id: string | null
  verified: boolean
  handed_in: HandedIn | null
  /** When a look at a place saw it there first, as it is; `null`: no place was looked at. */
  seen_at: Date | null
  withdrawn_at: Date | null
  /** What its place changes when the file changes. */
  mark: string | null
  /** Since when it lies in a packed volume only. */
  let_go_at: Date | null
}

export interface PackedRow {
  id: string
  brief_id: string
  title: string
  volumes: number
  made: number
  packed_by: string | null
  packed_at: Date
  let_go_at: Date | null
  let_go_by: string | null
  let_gone_at: Date | null
}
export interface EarlierRecordRow { brief_id: string, record: EarlierRecord, read_by: string | null, read_at: Date }
export interface PackedFileRow { packed_id: string, received_file_id: string, volume: number }

/** What a ruling or an earlier check says of a file: enough to find it again. */
export interface FileRef { sha256: string | null, root: string, path: string }
export interface RulingRow {
  id: string
  brief_id: string
  kind: RulingKind
  file: FileRef | null
  slot: SlotRef | null
  reason: string
  made_by: string | null
  made_at: Date
  taken_back_at: Date | null
}
export interface CheckRunRow {
  id: string
  brief_id: string
  brief_version_id: string
  roster_version_id: string
  previous_id: string | null
  job_id: string | null
  reader_version: number
  engine_version: number
  checked_at: Date
  rulings: Ruling[]
  /** Nobody asked for it: rounds are not counted from it. */
  by_itself: boolean
  roots: ReportRoot[]
  summary: ReportSummary
  created_by: string | null
}
export interface CheckIntakeRow { check_id: string, intake_id: string }
export interface CheckSlotRow {
  check_id: string
  position: number
  requirement: string
  holder: string
  n: number | null
  status: ReportSlot['status']
  late: boolean
  slot: Omit<ReportSlot, 'findings'>
}
/** What a check says of a file beyond the received file and its reading. */
export interface CheckedFile {
  confidence: number | null
  evidence: Evidence[]
  candidates: ReportFile['candidates']
  correctedPath: string | null
  rightPath?: string
  open?: ReportFile['open']
  formatId: string
}
export interface CheckFileRow {
  check_id: string
  position: number
  received_file_id: string
  reading_id: string | null
  role: ReportFile['role']
  requirement: string | null
  holder: string | null
  n: number | null
  file: CheckedFile
}
/** `subject`: `s` with a slot's position, `f` with a file's. */
export interface FindingRow {
  check_id: string
  subject: 's' | 'f'
  position: number
  number: number
  code: Finding['code']
  severity: Finding['severity']
  finding: Finding
}

/** A job of a kind: its input, checkpoint and plan are those of that kind. */
export interface JobRow<K extends JobKind = JobKind> {
  id: string
  brief_id: string
  kind: K
  input: JobParts[K]['input']
  plan: JobParts[K]['plan'] | null
  state: JobState
  step: number
  checkpoint: JobParts[K]['checkpoint']
  done: string
  total: string
  cancel_asked: boolean
  result: JobResults[K] | null
  problem: string | null
  created_by: string | null
  created_at: Date
  ended_at: Date | null
  beat_at: Date | null
}
export interface JobStepRow { job_id: string, step: number, process: string, at: Date }
export interface JobPartRow { job_id: string, step: number, content_id: string, name: string, files: number }
export interface SlipMailRow {
  id: string
  brief_id: string
  /** `null` where it goes out before anything is checked. */
  check_id: string | null
  kind: 'slip' | 'leaflet' | 'reminder' | 'receipt'
  /** Whose link stands in it. */
  person: string | null
  /** It goes to somebody else for knowledge, and holds no link. */
  copy: boolean
  job_id: string | null
  holder: string
  address: string
  subject: string
  body: string
  digest: string
  state: SentSlip['state']
  problem: string | null
  sent_by: string | null
  sent_at: Date | null
  made_at: Date
}

/** A value as it is written: JSON travels as text, numbers may stand for `bigint`, a time may be the database's own. */
type Written<Value>
  = | Value | Knex.Raw
    | (Value extends Date ? Date | string : Value extends string ? number : Value extends Buffer ? Uint8Array : Value extends object ? string : never)
type WrittenRow<Row> = { [Column in keyof Row]?: Written<Row[Column]> }
type Table<Row> = Knex.CompositeTableType<Row, WrittenRow<Row>, WrittenRow<Row>>

declare module 'knex/types/tables' {
  interface Tables {
    account: Table<AccountRow>
    known_place: Table<KnownPlaceRow>
    recovery_code: Table<RecoveryCodeRow>
    passkey: Table<PasskeyRow>
    passkey_challenge: Table<PasskeyChallengeRow>
    password_token: Table<PasswordTokenRow>
    event: Table<EventRow>
    share_offer: Table<ShareOfferRow>
    schema_note: Table<{ one: boolean, compatible_from: string }>
    session: Table<SessionRow>
    invitation: Table<InvitationRow>
    sign_in_attempt: Table<SignInAttemptRow>
    brief: Table<BriefRow>
    brief_member: Table<BriefMemberRow>
    brief_draft: Table<BriefDraftRow>
    door: Table<DoorRow>
    door_link: Table<DoorLinkRow>
    hand_in: Table<HandInRow>
    receipt_key: Table<ReceiptKeyRow>
    reminder: Table<ReminderRow>
    brief_presence: Table<BriefPresenceRow>
    brief_letter: Table<BriefLetterRow>
    brief_version: Table<BriefVersionRow>
    roster_version: Table<RosterVersionRow>
    content: Table<ContentRow>
    content_chunk: Table<ContentChunkRow>
    content_leftover: Table<ContentLeftoverRow>
    reading: Table<ReadingRow>
    intake: Table<IntakeRow>
    received_file: Table<ReceivedFileRow>
    ruling: Table<RulingRow>
    check_run: Table<CheckRunRow>
    check_intake: Table<CheckIntakeRow>
    check_slot: Table<CheckSlotRow>
    check_file: Table<CheckFileRow>
    finding: Table<FindingRow>
    job: Table<JobRow>
    job_step: Table<JobStepRow>
    job_part: Table<JobPartRow>
    slip_mail: Table<SlipMailRow>
    place: Table<PlaceRow>
    place_look: Table<PlaceLookRow>
    place_file: Table<PlaceFileRow>
    place_written: Table<PlaceWrittenRow>
    start_file: Table<StartFileRow>
    packed: Table<PackedRow>
    earlier_record: Table<EarlierRecordRow>
    packed_file: Table<PackedFileRow>
  }
}
