import type { AuthenticationResponseJSON, RegistrationResponseJSON } from '@simplewebauthn/browser'
import * as yup from 'yup'
import type { BriefDocument } from '#core/brief/document'
import type { SlotRef } from '#core/brief/slots'
import type { RulingKind } from '#core/checking/input'
import { RULING_KINDS } from '#core/checking/input'
import type { Fault } from '#core/formats/faults'
import { readFault } from '#core/formats/faults'
import type { PropertyValue, Reading } from '#core/formats/reading'
import { ROSTER_COLUMNS } from '#core/names/roster-columns'
import type { DoorLanguage } from '#core/wording/door/index'
import { DOOR_LANGUAGES } from '#core/wording/door/index'
import type { DoorSettings, Role, StoredRoster } from './answers'
import { COPIED_KINDS } from './answers'
import { HANDED_ON, PLACE_KEYS } from './places'
import { STEPS } from './steps'
import { isStorable } from './storable'

// What the server is asked with. A schema stands for what is let in; its type is what a page has to send.

/** An object that takes no other keys than these. */
export function exact<T extends yup.ObjectShape>(shape: T) {
  return yup.object(shape).noUnknown('${path} holds an unknown key: ${unknown}')
}

/** A list of at most so many: one that is longer is refused before any of it is looked at, and the first item that is wrong is told. */
function listOf<T>(item: yup.Schema<T>, least: number, most: number) {
  return yup.mixed<T[]>().required('is missing').test('list', (value: unknown, { path, createError }) => {
    if (!Array.isArray(value)) return createError({ message: '${path} is no list' })
    if (value.length < least) return createError({ message: `\${path} holds ${value.length}, needed are at least ${least}` })
    if (value.length > most) return createError({ message: `\${path} holds ${value.length}, allowed are ${most}` })
    for (let at = 0; at < value.length; at++) {
      try {
        item.validateSync(value[at], { strict: true, abortEarly: true })
      }
      catch (error) {
        if (!(error instanceof yup.ValidationError)) throw error
        return createError({ path: `${path}[${at}]${error.path ? `.${error.path}` : ''}`, message: error.errors[0] ?? error.message })
      }
    }
    return true
  })
}

/** A list, or `null` for all there are. */
const orAll = <T extends NonNullable<unknown>>(list: yup.Schema<T>) => yup.mixed<T>().nullable().defined().test('list', (value: unknown, { path,
  createError }) => {
  if (value === null) return true
  try {
    list.validateSync(value, { strict: true })
    return true
  }
  catch (error) {
    return createError({ path, message: error instanceof yup.ValidationError ? error.errors[0] ?? error.message : String(error) })
  }
})

const storable = (value: string | undefined | null) => typeof value !== 'string' || isStorable(value)
const plainText = (most: number) => yup.string().max(most)
  .test('storable', '${path} holds a sign that cannot be kept (U+0000, or half a character)', storable)
const text = (most: number) => plainText(most).defined()
const title = plainText(1000).trim().min(1, 'is missing').max(200).required('is missing')
/** One address, so that a letter to it is one letter to one (RFC 5322 §3.4.1, without comments and quoted names). */
export const ADDRESS = /^[^\s@,;:<>()[\]"\\\p{C}]+@[^\s@,;:<>()[\]"\\\p{C}]+$/u
const time = yup.string().test('time', '${path} is no time of the calendar', at => !at || !Number.isNaN(Date.parse(at)))
  .matches(/^\d{4}-\d{2}-\d{2}T[\d:.]+(?:Z|[+-]\d{2}:\d{2})$/, 'is no time such as 2026-10-16T15:30:00+02:00')
const yes = yup.boolean().required('is missing')
const ID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/

/** `code`: the number that a second step asks for, or a code for the day it is lost. */
export const signInRequest = exact({ mail: plainText(200).required(), password: plainText(500).required(), code: plainText(40) })
/** What a browser answers, whose form the library that verifies it knows. */
const NO_ANSWER = '${path} is no answer of a browser'
const signed = <T extends NonNullable<unknown>>() => yup.mixed<T>().required('is missing').test('answer', NO_ANSWER, (value: unknown) =>
  typeof value === 'object' && value !== null && 'id' in value && typeof value.id === 'string' && value.id.length <= 2000)
export const passkeyRequest = exact({
  name: plainText(60).trim().min(1, 'is missing').required('is missing'), response: signed<RegistrationResponseJSON>(),
})
export const passkeySignInRequest = exact({ response: signed<AuthenticationResponseJSON>() })
export const forgottenRequest = exact({ mail: plainText(200).required('is missing') })
export const nameRequest = exact({ name: plainText(120).trim().min(1, 'is missing').required('is missing') })
export const codeRequest = exact({ code: plainText(40).required('is missing') })
export const administerRequest = exact({ administrator: yes })
export const heirRequest = exact({ heir: yup.string().matches(ID, 'is no id').nullable().defined() })

const newPassword = plainText(500).min(10, 'is too short: at least 10 characters').required('is missing')

export const accountRequest = exact({
  mail: plainText(200).matches(ADDRESS, 'is no mail address: needed is something like ana@example.org').required('is missing'),
  name: plainText(120).trim().min(1, 'is missing').required('is missing'),
  password: newPassword,
  invitation: plainText(100),
})

export const newPasswordRequest = exact({ token: plainText(100).required('is missing'), next: newPassword })

/** `document`: a brief document, whose own reader says what is wrong with it. */
export const briefRequest = exact({ title, document: yup.mixed<NonNullable<unknown>>() })
export const documentRequest = yup.mixed<NonNullable<unknown>>()
export const atHandRequest = exact({ atHand: yes })
export const rootRequest = exact({ root: plainText(255).required('is missing'), asIs: yes })
export const copyBriefRequest = exact({
  title, due: plainText(40).nullable().defined(), samePeople: yes, exceptions: yup.boolean(),
  moves: yup.array(plainText(200).required()).max(5000, 'holds more than 5,000'),
})

const day = yup.string().matches(/^\d{4}-\d{2}-\d{2}$/, 'is no day such as 2026-10-16').nullable()
/** The list's own columns may be called anything: they are looked at as data, never as keys of a schema. */
const CELLS = 'holds at most 100 columns, each with text of at most 500 characters'
const cells = yup.mixed<Record<string, string>>().required('is missing').test('cells', CELLS, (value: unknown) =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && Object.keys(value).length <= 100
  && Object.entries(value).every(([column, cell]) => typeof cell === 'string' && Math.max(cell.length, column.length) <= 500
    && storable(cell) && storable(column)))

export const rosterRequest = exact({
  people: listOf(exact({
    id: text(200).min(1, 'is missing'), given: text(200), family: text(200), name: text(400).min(1, 'names nobody'),
    group: text(200), email: text(200),
    aliases: yup.array(text(200)).max(50).defined(),
    fields: cells,
    from: day, until: day,
  }), 0, 200_000),
  columns: yup.array(text(200)).max(120).required('is missing'),
  headings: exact(Object.fromEntries(ROSTER_COLUMNS.map(({ name }) => [name, text(200).optional()]))).optional(),
}) as unknown as yup.Schema<StoredRoster>

export const memberRequest = exact({
  mail: plainText(320).matches(ADDRESS, 'is no mail address: needed is something like ana@example.org').required('mail: whom with?'),
  role: yup.string<Role>().oneOf(['owner', 'checker', 'reader']).required('role is missing'),
})

/** `key`: made by the page, so that the same intake sent twice is one. */
export const intakeRequest = exact({
  key: yup.string().matches(/^[\w-]{8,100}$/).required('is missing'),
  root: yup.string().min(1).max(255).required('is missing'),
  keeps: yes,
  statedAt: time.nullable(),
})
export type IntakeStart = yup.InferType<typeof intakeRequest>

/** Files that may be what came in an earlier intake, or in this one before it was interrupted. */
export const sameRequest = exact({
  from: yup.string().matches(/^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i, 'is no id').required('is missing'),
  files: listOf(exact({ path: plainText(4000).min(1).required(), size: yup.number().integer().min(0).max(2 ** 53).required(),
    modified: yup.number().integer().min(0).max(8.64e15).required() }), 0, 2000),
})

/** What a page says of one file. The server believes path and time, and finds out the rest itself where it keeps the file. */
export interface FileFacts {
  path: string
  /** The name's own bytes, base64, where they are no UTF-8. */
  rawPath?: string
  /** Archives or mails it lay in, outermost first. */
  container?: string[]
  /** Mail address it was sent from. */
  sender?: string
  /** Subject and first words of that message. */
  letter?: string
  size: number
  /** UTC ms */
  modified: number | null
  /** `null` where the bytes could not be read. */
  sha256: string | null
  reading: Reading
}

/** What is measured is a number that can be kept, a short text or a yes or no; nothing nested. */
const isMeasured = (value: unknown): boolean => typeof value === 'boolean' || (typeof value === 'string' && value.length <= 4000)
  || (typeof value === 'number' && Math.abs(value) <= 1e15)

const isObject = (found: unknown): found is Record<string, unknown> => typeof found === 'object' && found !== null && !Array.isArray(found)

// lists and tables within are one test each: there are thousands of files in a batch's time
const reading = exact({
  candidates: yup.mixed<string[]>().required()
    .test('candidates', '${path} is no list of 1 to 400 formats', found => Array.isArray(found) && found.length > 0 && found.length <= 400
      && found.every(id => typeof id === 'string' && id.length > 0 && id.length <= 20)),
  version: yup.string().max(200).nullable().defined(),
  state: yup.string().oneOf(['ok', 'empty', 'damaged', 'locked', 'restricted', 'unread']).required(),
  verified: yup.string().oneOf(['signature', 'structure', 'checksum']).required(),
  fault: yup.mixed<Fault>()
    .nullable().defined()
    .test('fault', '${path} is no fault that is known here', found => found === null || readFault(found) !== null),
  opening: yup.string().max(400),
  blank: yup.boolean().oneOf([true]),
  brokenAs: yup.mixed<Record<string, Fault>>().test('faults', '${path} names faults that are not known here', found => found === undefined
    || (typeof found === 'object' && found !== null && Object.keys(found).length <= 8
      && Object.entries(found).every(([id, fault]) => id.length <= 20 && readFault(fault) !== null))),
  props: yup.mixed<Record<string, PropertyValue>>().required()
    .test('properties', '${path} is no table of at most 100 measured values', (found: unknown) => isObject(found)
      && Object.keys(found).length <= 100 && Object.values(found).every(isMeasured)),
})

export const filesRequest = exact({
  files: listOf(exact({
    // levels may not climb out: a path is data here, and never one on a disk
    path: yup.string().min(1).max(4096).test(
      'levels', '${path} climbs out of its folder or begins at the top of a disk',
      path => path !== undefined && !path.startsWith('/') && !path.split('/').includes('..'),
    ).required(),
    rawPath: yup.string().max(8192).matches(/^[A-Za-z0-9+/=]*$/),
    container: yup.array(yup.string().min(1).max(4096).required()).min(1).max(4),
    sender: yup.string().max(320),
    letter: yup.string().max(400),
    size: yup.number().integer().min(0).max(Number.MAX_SAFE_INTEGER).required(),
    // from year 1 on, as far as the database and the calendar go
    modified: yup.number().min(-62_135_596_800_000).max(253_402_300_799_999).nullable().defined(),
    sha256: yup.string().matches(/^[0-9a-f]{64}$/, 'is neither a SHA-256 in hexadecimal nor null').nullable().defined(),
    reading: reading.required(),
  }), 1, 500),
}) as unknown as yup.Schema<{ files: FileFacts[] }>

export const countsRequest = exact({ counts: yes })
export const completeRequest = exact({ files: yup.number().integer().min(0).max(2_147_483_647).required('is missing'), replaces: yes })

/** What a person asks for: about a received file, a slot, or both. `alias`: another name the holder goes by, learnt with this decision. */
export interface RulingWish { kind: RulingKind, fileId?: string, slot?: SlotRef, reason?: string, alias?: string }

export const rulingRequest = exact({
  kind: yup.string<RulingKind>().oneOf(RULING_KINDS).required('is missing'),
  fileId: yup.string().matches(ID, 'is no id of a file'),
  slot: exact({
    requirement: plainText(60).required('is missing'), holder: plainText(400).required('is missing'),
    n: yup.number().integer().min(0).max(999_999_999),
  }).default(undefined),
  reason: plainText(500),
  alias: plainText(100),
}) as unknown as yup.Schema<RulingWish>

/** Decisions of a brief that was packed away, as they were written; their form is looked at where they are read. */
export const rulingsRequest = yup.mixed<object>().required()

export const slipsRequest = exact({
  holders: listOf(plainText(400).required(), 1, 20_000),
  again: yes,
})

export const draftRequest = exact({
  base: yup.number().integer().min(1).max(1e9).nullable().defined(), document: yup.mixed<BriefDocument>().required(),
  at: time.required('is missing'),
})
export const hereRequest = exact({ step: yup.string().oneOf(STEPS.map(one => one.key)).required('is missing'), changing: yes })

export const doorRequest = exact({
  open: yes,
  until: time.nullable().defined(),
  late: yes, largest: yup.number().integer().min(1).max(1e13).required('is missing'),
  most: yup.number().integer().min(1).max(1e14).required('is missing'),
  renames: yes, keeps: yes, contact: text(300), checks: yes,
}) as unknown as yup.Schema<DoorSettings>
/** `null`: everybody of the list. */
export const linksRequest = exact({
  people: orAll(listOf(plainText(200).required(), 1, 20_000)),
}) as unknown as yup.Schema<{ people: string[] | null }>
export const leafletsRequest = exact({
  people: listOf(plainText(200).required(), 1, 20_000), again: yes,
}) as unknown as yup.Schema<{ people: string[], again: boolean }>
export const tryLeafletRequest = exact({ person: plainText(200).required('is missing') })
export const reminderRequest = exact({ beforeMinutes: yup.number().integer().min(10).max(90 * 1440).required('is missing') })
export const commonRequest = exact({ wanted: yes })
export const askLinkRequest = exact({
  link: plainText(60).required('is missing'), who: plainText(320).trim().min(1, 'is missing').required('is missing'),
})
export const handInRequest = exact({
  key: yup.string().matches(/^[\w-]{8,100}$/).required('is missing'), version: yup.number().integer().min(1).max(1e9).required('is missing'),
})
export const withdrawRequest = exact({ file: yup.string().matches(ID, 'is no id of a file').required('is missing') })

const words = (most: number) => plainText(most).defined()
export const letterRequest = exact({
  words: exact({ greeting: words(200), before: words(3000), where: words(500), after: words(3000), signature: words(500) }),
  language: yup.string()
    .oneOf(['', ...Object.keys(DOOR_LANGUAGES)] as ('' | DoorLanguage)[], 'language is en, de, fr, es, or empty for all').defined(),
  usual: yes,
  copies: yup.array(yup.string().oneOf(COPIED_KINDS, `copies are of ${COPIED_KINDS.join(', ')}`).required()).max(COPIED_KINDS.length).required(),
})

const pace = yup.number().integer().min(1, 'everyMinutes is 1 to 10080').max(10_080, 'everyMinutes is 1 to 10080').nullable().defined()
export const placeRequest = exact({
  kind: yup.string().oneOf([...PLACE_KEYS], `kind is one of ${PLACE_KEYS.join(', ')}`).required('is missing'),
  root: plainText(100).trim().min(1, 'is missing')
    .notOneOf(['handed in'], 'is what comes through the door; take another name').required('is missing'),
  settings: yup.object<Record<string, string>>().required('is missing').test('settings', 'is up to 20 short texts', stated =>
    Object.keys(stated).length <= 20 && Object.entries(stated).every(([key, value]) =>
      /^[a-z]{1,20}$/i.test(key) && typeof value === 'string' && value.length <= 2000 && isStorable(value))),
  secret: yup.string().max(4000, 'is up to 4000 characters').defined(), keeps: yes, everyMinutes: pace,
})
export const handOnRequest = exact({
  what: yup.array(yup.string().oneOf([...HANDED_ON], `what is of ${HANDED_ON.join(', ')}`).required()).min(1, 'is empty').max(HANDED_ON.length)
    .required('is missing'),
  name: plainText(300).trim().min(1, 'is missing').required('is missing'), over: yes, afterCheck: yes,
})
/** Bytes of one volume of a packed brief: what is written in one go. */
export const VOLUMES = [25, 100, 500].map(one => one * 1_000_000)
export const packRequest = exact({ volume: yup.number().oneOf(VOLUMES, `volume is ${VOLUMES.join(', ')}`).required('is missing') })
/** Months after packing, from when on the contents need not be kept here; 0: at once, `null`: they stay. */
export const letGoRequest = exact({ months: yup.number().integer().min(0, 'months is 0 to 120').max(120, 'months is 0 to 120').nullable().defined() })
const howMany = yup.number().integer().min(0).max(999_999_999).required('is missing')
const moment = yup.string().max(40).test('time', '${path} is no time', value => !Number.isNaN(Date.parse(value ?? ''))).required('is missing')
/** What was written down of a packed brief; receipts are looked at where they are kept. */
export const recordRequest = exact({
  rounds: listOf(exact({ checkedAt: moment, files: howMany, right: howMany, toFix: howMany, missing: howMany }), 0, 10_000),
  letters: listOf(exact({
    sentAt: moment, kind: plainText(60).defined(), holder: plainText(400).defined(), subject: plainText(1000).defined(),
    text: plainText(100_000).defined(),
  }), 0, 100_000),
  receipts: listOf(yup.object().required(), 0, 20_000),
})
export const setPlaceRequest = exact({ keeps: yes, everyMinutes: pace })

/** The check a round is seen against. */
export const againstQuery = yup.string().matches(ID, 'against: is no id of a check')

export const passwordRequest = exact({ before: plainText(500).required('is missing'), next: newPassword })
export const closeRequest = exact({ password: plainText(500).required('is missing') })
/** `token`: as it stands in the letter that was sent to the address. */
export const verifyRequest = exact({ token: plainText(100) })
