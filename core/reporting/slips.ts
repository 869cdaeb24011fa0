import { gather } from '../text/gather'
import { showText } from '../text/show'
import type { ReportFile, ReportSlot } from '../checking/report'
import { FINDINGS } from '../findings/codes'
import type { Finding } from '../findings/finding'
import { sayNumbers } from '../wording/en/numbers'
import { sayFinding } from '../wording/index'
import type { LetterWords } from './letters'

/** What one slip is written from. */
export interface SlipInput {
  title: string
  checkedAt: string
  /** By when this holder owes a requirement, and until when a corrected file is taken; UTC ms. */
  timesOf: (requirement: string) => { due: number | null, correctBy: number | null }
  /** A time as it is to be read, zone included. */
  sayTime: (time: number) => string
  /** What stands around it, filled for this holder. */
  words: LetterWords
  /** The person or group that is told. */
  holder: { name: string, group: boolean }
  /** As this holder is told of them; `note`: how to make it, in the coordinator's words. */
  requirements: readonly { id: string, title: string, note?: string }[]
  slots: readonly ReportSlot[]
  /** Files in those slots. */
  files: readonly ReportFile[]
  /** Takes the names of everybody else out of a text (`hideNames`). */
  hide: (text: string) => string
}

export interface Slip {
  subject: string
  text: string
  /** The text without the time it was looked at: two slips that say the same have the same. */
  unchanging: string
  /** Something is to be done. */
  open: boolean
}

/**
 * Writes what one holder is told: what is to be put right with the exact name, what is missing and where to look, what is in order.
 *
 * Names of other people never stand in it, be it in a path or in a finding.
 *
 * @returns plain text for a mail, lines ended by `\n`
 */
export function writeSlip(input: SlipInput): Slip {
  const { hide } = input
  const titles = new Map(input.requirements.map(one => [one.id, one.title]))
  const label: SayLabel = slot => `${titles.get(slot.requirement) ?? slot.requirement}${slot.n === undefined ? '' : ` ${slot.n}`}`
  const own = (slot: ReportSlot) => input.files.filter(file => file.slot?.requirement === slot.requirement
    && (file.slot.n ?? null) === (slot.n ?? null))
  const toFix = input.slots.filter(slot => slot.status === 'to-fix')
  const missing = input.slots.filter(slot => slot.status === 'missing')
  const right = input.slots.filter(slot => slot.status === 'right' || slot.status === 'waived')
  const surplus = input.files.filter(file => file.role === 'surplus')
  const lines: string[] = []
  if (toFix.length > 0) {
    lines.push(`To put right (${toFix.length})`)
    for (const slot of toFix) lines.push(...tellToFix(label(slot), own(slot), hide))
    lines.push(...notesOf(toFix, input), '')
  }
  if (missing.length > 0) {
    lines.push(`Missing (${missing.length})`)
    for (const slots of together(missing)) lines.push(...tellMissing(slots, label))
    lines.push(...notesOf(missing.filter(slot => !toFix.some(one => one.requirement === slot.requirement)), input), '', ...WHERE_TO_LOOK, '')
  }
  lines.push(...tellSurplus(surplus, hide), ...tellRight(right, own, label, input))
  const open = [...toFix, ...missing]
  lines.push(closing(toFix.length, missing.length, right.length))
  if (open.length > 0) lines.push(...until(open, input))
  const { greeting, before, where, after, signature } = input.words
  if (where && open.length > 0) lines.push(`Hand in here: ${where}`)
  const head = `${input.title}: ${input.holder.group ? `group ${input.holder.name}` : input.holder.name}`
  const due = dueLines(open.length > 0 ? open : input.slots, input)
  const whole = (looked: string) => `${[
    ...apart(greeting), ...apart(before), head, '', ...apart([...due, looked].filter(Boolean).join(' ')),
    ...lines, ...(after ? ['', ...after.split(LINE_END)] : []), ...(signature ? ['', ...signature.split(LINE_END)] : []),
  ].join('\n')}\n`
  return {
    subject: `${input.title}: ${open.length === 0 ? 'all in order' : `${open.length} still open`}`,
    text: whole(`Looked at ${input.checkedAt}.`), unchanging: whole(''), open: open.length > 0,
  }
}

/** More than so many are told as one line. */
const SURPLUS_TOLD = 5
const RIGHT_TOLD = 12
const LINE_END = /\r\n|\r|\n/

type SayLabel = (slot: { requirement: string, n?: number }) => string

function tellSurplus(surplus: readonly ReportFile[], hide: SlipInput['hide']): string[] {
  if (surplus.length === 0) return []
  const rest = surplus.length - SURPLUS_TOLD
  return [
    `More than asked (${surplus.length})`,
    ...surplus.slice(0, SURPLUS_TOLD).map(file => `- ${hide(showText(file.path))}: ${hide(file.findings[0] ? sayFinding(file.findings[0]) : '')}`),
    ...(rest > 0 ? [`- and ${rest} more, up to ${hide(showText(surplus.at(-1)?.path ?? ''))}`] : []), '',
  ]
}

/** What is in order, with its time: it is proof of what came. */
function tellRight(right: readonly ReportSlot[], own: (slot: ReportSlot) => ReportFile[], label: SayLabel, input: SlipInput): string[] {
  if (right.length === 0) return []
  return [`In order (${right.length})`, ...byRequirement(right).flatMap(([requirement, slots]) => {
    if (slots.length <= RIGHT_TOLD) return slots.map(slot => `- ${label(slot)}${input.hide(receivedOf(own(slot), slot, input))}`)
    const numbers = slots.flatMap(slot => slot.n ?? [])
    const times = slots.map(slot => receivedAt(own(slot))).filter(time => time !== null)
    const span = times.length > 0 ? `, received ${input.sayTime(Math.min(...times))} to ${input.sayTime(Math.max(...times))}` : ''
    return [`- ${label({ requirement })}: ${numbers.length > 0 ? `numbers ${sayNumbers(numbers)}` : `${slots.length} pieces`}${span}`]
  }), '']
}

/** A paragraph with the empty line behind it, if there is one. */
const apart = (text: string): string[] => (text === '' ? [] : [...text.split(LINE_END), ''])

/** When what is told of is due: once where it is the same for all, else a line each. */
function dueLines(slots: readonly ReportSlot[], input: SlipInput): string[] {
  return sayEach(slots, input, 'due', (time, title) => `Due ${time}${title === null ? '' : ` (${title})`}.`)
}

/** Until when corrected files are taken. */
function until(slots: readonly ReportSlot[], input: SlipInput): string[] {
  return sayEach(slots, input, 'correctBy', (time, title) => `Corrected files are taken until ${time}${title === null ? '' : ` (${title})`}.`)
}

function sayEach(
  slots: readonly ReportSlot[], { timesOf, sayTime, requirements }: SlipInput, which: 'due' | 'correctBy',
  say: (time: string, title: string | null) => string,
): string[] {
  const owed = new Set(slots.map(slot => slot.requirement))
  const times = requirements.filter(one => owed.has(one.id)).map(one => ({ title: one.title, time: timesOf(one.id)[which] }))
  const alike = new Set(times.map(one => one.time)).size === 1
  return (alike ? times.slice(0, 1) : times).flatMap(({ title, time }) => (time === null ? [] : [say(sayTime(time), alike ? null : title)]))
}

function byRequirement(slots: readonly ReportSlot[]): [requirement: string, slots: ReportSlot[]][] {
  const groups = new Map<string, ReportSlot[]>()
  for (const slot of slots) gather(groups, slot.requirement, slot)
  return [...groups]
}

/** The last line: what is to be done now, for one who has sent everything, something, or nothing. */
function closing(toFix: number, missing: number, right: number): string {
  if (toFix + missing === 0) return 'Everything that was asked for is here and in order. Thank you.'
  const rest = right > 0 ? ' What is in order need not be sent again.' : ''
  if (toFix === 0) return `Hand in what is missing under exactly ${missing === 1 ? 'this name' : 'these names'}.${rest}`
  const also = missing > 0 ? ', and what is missing,' : ''
  return `Hand in the corrected files${also} under exactly these names.${rest}`
}

/** Slots of one requirement that follow each other and that nothing came for are told together. */
function together(slots: readonly ReportSlot[]): ReportSlot[][] {
  const groups: ReportSlot[][] = []
  for (const slot of slots) {
    const last = groups.at(-1)
    const alike = last?.[0] && last[0].requirement === slot.requirement && slot.n !== undefined
      && slot.candidates.length === 0 && last[0].candidates.length === 0
    if (alike) last.push(slot)
    else groups.push([slot])
  }
  return groups
}

/** What is missing: one piece, or several numbers of one in a line. */
function tellMissing(slots: readonly ReportSlot[], label: SayLabel): string[] {
  const [first] = slots
  if (!first) return []
  const last = slots.at(-1) ?? first
  const numbers = slots.flatMap(slot => slot.n ?? [])
  const whose = first.candidates.length > 0 ? 'a file arrived that may be this one, but nothing in it says whose it is' : 'not received'
  if (slots.length === 1) return [`- ${label(first)}: ${whose}`, `  asked for: ${askedFor(first)}`]
  return [
    `- ${label({ requirement: first.requirement })}: numbers ${sayNumbers(numbers)} not received`,
    `  asked for: ${askedFor(first)}`, `  to ${askedFor(last)}`,
  ]
}

/** How the pieces told of are to be made, in the coordinator's own words. */
function notesOf(slots: readonly ReportSlot[], { requirements }: SlipInput): string[] {
  const told = new Set(slots.map(slot => slot.requirement))
  return requirements.flatMap(({ id, title, note }) => (told.has(id) && note
    ? note.trim().split(/\r\n|\r|\n/).map((line, index) => `  ${index === 0 ? `${title}: ` : ''}${showText(line)}`)
    : []))
}

/** Common practice, no source: where files are when people say they saved them. */
const WHERE_TO_LOOK = [
  'Where to look: under the name the program gives by itself (Document1,',
  'Untitled, a camera number, a bare date); in Downloads, on the desktop,',
  'in the folder used last; in the folder of the same name on the other drive.',
]

function tellToFix(label: string, files: readonly ReportFile[], hide: (text: string) => string): string[] {
  const placed = files.filter(file => file.role === 'placed')
  return placed.flatMap((file) => {
    // what must be put right stands before what is worth knowing
    const told = file.findings.filter(isTold).sort((a, b) => Number(a.severity === 'notice') - Number(b.severity === 'notice'))
    const elsewhere = told.some(finding => finding.code === 'folder.other-holder')
    const asked = askWhich(file, files)
    return [
      `- ${label}`,
      // the folder it lies in may be somebody else's
      `  received: ${hide(showText(elsewhere ? file.path.slice(file.path.lastIndexOf('/') + 1) : file.path))}`,
      ...(asked ? [`  ${hide(asked)}`] : told.map(finding => `  ${finding.severity === 'notice' ? 'worth knowing: ' : ''}${hide(tell(finding))}`)),
      ...(file.correctedPath ? [`  right: ${showText(file.correctedPath)}`] : []),
    ]
  })
}

/** Who went on working in a copy is asked which one counts, not told that its name is wrong. */
function askWhich(file: ReportFile, files: readonly ReportFile[]): string | null {
  const errors = file.findings.filter(finding => finding.severity === 'error')
  if (errors.length !== 1 || errors[0]?.code !== 'name.copy-mark') return null
  const before = files.find(other => other.role === 'superseded' && file.rightPath?.endsWith(other.path.slice(other.path.lastIndexOf('/') + 1)))
  if (!before) return null
  const nameOf = (file: ReportFile) => showText(file.path.slice(file.path.lastIndexOf('/') + 1))
  return `Two files came: "${nameOf(before)}" and, later, "${nameOf(file)}". Which one counts? If it is the later one, give it `
    + 'the right name below and hand it in again; if the first, write that.'
}

function tell(finding: Finding): string {
  if (finding.code === 'folder.other-holder') {
    return `Lies in another person's folder${finding.expected ? `; it belongs in "${showText(finding.expected)}"` : ''}.`
  }
  if (finding.differences?.some(one => one.kind === 'other-person')) return 'The name says another person; it must say whose file it is.'
  return sayFinding(finding)
}

/** What is between the coordinator and the coordinator's own eyes is not told, nor what needs no doing. */
function isTold({ code, severity }: Finding): boolean {
  const { told } = FINDINGS[code]
  return told === 'always' || (told === 'errors' && severity === 'error')
}

function askedFor({ expected }: ReportSlot): string {
  const { folder, name, extensions } = expected
  const [first, ...more] = extensions
  const file = `${name ?? 'any name'}${first ? `.${first}` : ''}${more.length > 0 ? ` (or ${more.map(one => `.${one}`).join(' ')})` : ''}`
  return folder ? `${showText(folder)}/${showText(file)}` : showText(file)
}

function receivedOf(files: readonly ReportFile[], slot: ReportSlot, { sayTime }: SlipInput): string {
  const file = files.find(one => one.role === 'placed')
  if (!file) return slot.status === 'waived' ? ': need not be sent' : ''
  const time = receivedAt(files)
  const when = time === null ? '' : `, received ${sayTime(time)}`
  return `: ${showText(file.path.slice(file.path.lastIndexOf('/') + 1))}${when}${slot.late ? ' (late)' : ''}`
}

/** When the file that counts was received, UTC ms; `null` where nobody knows. */
function receivedAt(files: readonly ReportFile[]): number | null {
  const at = files.find(one => one.role === 'placed')?.receivedAt
  return at ? Date.parse(at) : null
}
