import * as yup from 'yup'
import type { SlotRef } from '#core/brief/slots'
import type { RulingKind } from '#core/checking/input'
import { RULING_KINDS } from '#core/checking/input'
import type { Fault } from '#core/formats/faults'
import { readFault } from '#core/formats/faults'
import type { Reading } from '#core/formats/reading'
import type { Role, StoredRoster } from './answers'

// What the server is asked with. A schema stands for what is let in; its type is what a page has to send.

/** An object that takes no other keys than these. */
export function exact<T extends yup.ObjectShape>(shape: T) {
  return yup.object(shape).noUnknown('${path} holds an unknown key: ${unknown}')
}

const text = (most: number) => yup.string().max(most).defined()
const title = yup.string().trim().min(1, 'is missing').max(200).required('is missing')
const yes = yup.boolean().required('is missing')
const ID = /^[0-9a-f-]{36}$/

export const signInRequest = exact({ mail: yup.string().max(200).required(), password: yup.string().max(500).required() })

export const accountRequest = exact({
  mail: yup.string().max(200).matches(/^[^\s@]+@[^\s@]+$/, 'is no mail address: needed is something like ana@example.org').required('is missing'),
  name: yup.string().trim().min(1, 'is missing').max(120).required('is missing'),
  password: yup.string().min(10, 'is too short: at least 10 characters').max(500).required('is missing'),
  invitation: yup.string().max(100),
})

/** `document`: a brief document, whose own reader says what is wrong with it. */
export const briefRequest = exact({ title, document: yup.mixed<NonNullable<unknown>>() })
export const documentRequest = yup.mixed<NonNullable<unknown>>()
export const atHandRequest = exact({ atHand: yes })
export const rootRequest = exact({ root: yup.string().max(255).required('is missing'), asIs: yes })
export const copyBriefRequest = exact({ title, due: yup.string().max(40).nullable().defined(), samePeople: yes })

const day = yup.string().matches(/^\d{4}-\d{2}-\d{2}$/, 'is no day such as 2026-10-16').nullable()
/** The list's own columns may be called anything: they are looked at as data, never as keys of a schema. */
const CELLS = 'holds at most 100 columns, each with text of at most 500 characters'
const cells = yup.mixed<Record<string, string>>().required('is missing').test('cells', CELLS, (value: unknown) =>
  typeof value === 'object' && value !== null && !Array.isArray(value) && Object.keys(value).length <= 100
  && Object.values(value).every(cell => typeof cell === 'string' && cell.length <= 500))

export const rosterRequest: yup.Schema<StoredRoster> = exact({
  people: yup.array(exact({
    id: text(200).min(1, 'is missing'), given: text(200), family: text(200), name: text(400).min(1, 'names nobody'),
    group: text(200), email: text(200),
    aliases: yup.array(text(200)).max(50).defined(),
    fields: cells,
    from: day, until: day,
  })).max(200_000).required('is missing'),
  columns: yup.array(text(200)).max(120).required('is missing'),
})

export const memberRequest = exact({
  mail: yup.string().max(320).required('mail: whom with?'),
  role: yup.string<Role>().oneOf(['owner', 'checker', 'reader']).required('role is missing'),
})

/** `key`: made by the page, so that the same intake sent twice is one. */
export const intakeRequest = exact({
  key: yup.string().matches(/^[\w-]{8,100}$/).required('is missing'),
  root: yup.string().min(1).max(255).required('is missing'),
  keeps: yes,
  statedAt: yup.string().matches(/^\d{4}-\d{2}-\d{2}T[\d:.]+(?:Z|[+-]\d{2}:\d{2})$/, 'is no time such as 2026-10-16T15:30:00+02:00').nullable(),
})
export type IntakeStart = yup.InferType<typeof intakeRequest>

/** What a page says of one file. The server believes path and time, and finds out the rest itself where it keeps the file. */
export interface FileFacts {
  path: string
  /** The name's own bytes, base64, where they are no UTF-8. */
  rawPath?: string
  /** Archives or mails it lay in, outermost first. */
  container?: string[]
  /** Mail address it was sent from. */
  sender?: string
  size: number
  /** UTC ms */
  modified: number | null
  /** `null` where the bytes could not be read. */
  sha256: string | null
  reading: Reading
}

const reading = exact({
  candidates: yup.array(yup.string().max(20).required()).min(1).max(400).required(),
  version: yup.string().max(200).nullable().defined(),
  state: yup.string().oneOf(['ok', 'empty', 'damaged', 'locked', 'restricted', 'unread']).required(),
  verified: yup.string().oneOf(['signature', 'structure', 'checksum']).required(),
  fault: yup.mixed<Fault>()
    .nullable().defined()
    .test('fault', '${path} is no fault that is known here', found => found === null || readFault(found) !== null),
  blank: yup.boolean().oneOf([true]),
  brokenAs: yup.mixed<Record<string, Fault>>().test('faults', '${path} names faults that are not known here', found => found === undefined
    || (typeof found === 'object' && found !== null && Object.keys(found).length <= 8
      && Object.entries(found).every(([id, fault]) => id.length <= 20 && readFault(fault) !== null))),
  props: yup.lazy((found: unknown) => exact(Object.fromEntries(Object.keys(typeof found === 'object' && found !== null ? found : {})
    .slice(0, 100).map(key => [key, yup.mixed().required()])))),
})

export const filesRequest = exact({
  files: yup.array(exact({
    // levels may not climb out: a path is data here, and never one on a disk
    path: yup.string().min(1).max(4096).test(
      'levels', '${path} climbs out of its folder or begins at the top of a disk',
      path => path !== undefined && !path.startsWith('/') && !path.split('/').includes('..'),
    ).required(),
    rawPath: yup.string().max(8192).matches(/^[A-Za-z0-9+/=]*$/),
    container: yup.array(yup.string().min(1).max(4096).required()).min(1).max(4),
    sender: yup.string().max(320),
    size: yup.number().integer().min(0).required(),
    modified: yup.number().min(-8.64e15).max(8.64e15).nullable().defined(),
    sha256: yup.string().matches(/^[0-9a-f]{64}$/, 'is neither a SHA-256 in hexadecimal nor null').nullable().defined(),
    reading: reading.required(),
  })).min(1).max(500).required('is missing'),
}) as unknown as yup.Schema<{ files: FileFacts[] }>

export const countsRequest = exact({ counts: yes })
export const completeRequest = exact({ files: yup.number().integer().min(0).required('is missing'), replaces: yes })

/** What a person asks for: about a received file, a slot, or both. `alias`: another name the holder goes by, learnt with this decision. */
export interface RulingWish { kind: RulingKind, fileId?: string, slot?: SlotRef, reason?: string, alias?: string }

export const rulingRequest = exact({
  kind: yup.string<RulingKind>().oneOf(RULING_KINDS).required('is missing'),
  fileId: yup.string().matches(ID, 'is no id of a file'),
  slot: exact({
    requirement: yup.string().max(60).required('is missing'), holder: yup.string().max(400).required('is missing'),
    n: yup.number().integer().min(0),
  }).default(undefined),
  reason: yup.string().max(500),
  alias: yup.string().max(100),
}) as unknown as yup.Schema<RulingWish>

export const slipsRequest = exact({
  holders: yup.array(yup.string().max(400).required()).min(1, 'holders: nobody is chosen').max(20_000).required('is missing'),
  again: yes,
})

/** The check a round is seen against. */
export const againstQuery = yup.string().matches(ID, 'against: is no id of a check')
