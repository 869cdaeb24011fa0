import { gather } from '../text/gather'
import { showText } from '../text/show'
import type { ReportFile, ReportSlot } from '../checking/report'
import { FINDINGS } from '../findings/codes'
import type { Finding } from '../findings/finding'
import type { SlipSpeech } from '../wording/slip/index'
import type { SlipWords } from '../wording/slip/en'
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
  /** The language this holder reads. */
  speech: SlipSpeech
  /** The person or group that is told. */
  holder: { name: string, group: boolean }
  /** As this holder is told of them; `note`: how to make it, in the coordinator's words. */
  requirements: readonly { id: string, title: string, note?: string }[]
  /** Whether a requirement of a group is named after one of its members. */
  byMember?: (requirement: string) => boolean
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
  const { speech: { said } } = input
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
    lines.push(said.toPutRight(toFix.length))
    for (const slot of toFix) lines.push(...tellToFix(label(slot), own(slot), input))
    lines.push(...notesOf(toFix, input), '')
  }
  if (missing.length > 0) {
    lines.push(said.missing(missing.length))
    for (const slots of together(missing)) lines.push(...tellMissing(slots, label, input))
    lines.push(...notesOf(missing.filter(slot => !toFix.some(one => one.requirement === slot.requirement)), input), '', ...said.whereToLook, '')
  }
  lines.push(...tellSurplus(surplus, input), ...tellRight(right, own, label, input))
  const open = [...toFix, ...missing]
  lines.push(closing(toFix.length, missing.length, right.length, said))
  if (open.length > 0) lines.push(...until(open, input))
  const { greeting, before, where, after, signature } = input.words
  if (where && open.length > 0) lines.push(said.handInHere(where))
  const head = `${input.title}: ${input.holder.group ? said.group(input.holder.name) : input.holder.name}`
  const due = dueLines(open.length > 0 ? open : input.slots, input)
  const whole = (looked: string) => `${[
    ...apart(greeting), ...apart(before), head, '', ...apart([...due, looked].filter(Boolean).join(' ')),
    ...lines, ...(after ? ['', ...after.split(LINE_END)] : []), ...(signature ? ['', ...signature.split(LINE_END)] : []),
  ].join('\n')}\n`
  return {
    subject: said.subject(input.title, open.length), text: whole(said.looked(input.checkedAt)), unchanging: whole(''), open: open.length > 0,
  }
}

/** More than so many are told as one line. */
const SURPLUS_TOLD = 5
const RIGHT_TOLD = 12
const LINE_END = /\r\n|\r|\n/

type SayLabel = (slot: { requirement: string, n?: number }) => string

function tellSurplus(surplus: readonly ReportFile[], { hide, speech: { said, sayFinding } }: SlipInput): string[] {
  if (surplus.length === 0) return []
  const rest = surplus.length - SURPLUS_TOLD
  return [
    said.surplus(surplus.length),
    ...surplus.slice(0, SURPLUS_TOLD).map(file => `- ${hide(showText(file.path))}: ${hide(file.findings[0] ? sayFinding(file.findings[0]) : '')}`),
    ...(rest > 0 ? [`- ${said.andMore(rest, hide(showText(surplus.at(-1)?.path ?? '')))}`] : []), '',
  ]
}

/** What is in order, with its time: it is proof of what came. */
function tellRight(right: readonly ReportSlot[], own: (slot: ReportSlot) => ReportFile[], label: SayLabel, input: SlipInput): string[] {
  const { speech: { said } } = input
  if (right.length === 0) return []
  return [said.inOrder(right.length), ...byRequirement(right).flatMap(([requirement, slots]) => {
    if (slots.length <= RIGHT_TOLD) return slots.map(slot => `- ${label(slot)}${input.hide(receivedOf(own(slot), slot, input))}`)
    const numbers = slots.flatMap(slot => slot.n ?? [])
    const times = slots.map(slot => receivedAt(own(slot))).filter(time => time !== null)
    const span = times.length > 0 ? `, ${said.receivedBetween(input.sayTime(Math.min(...times)), input.sayTime(Math.max(...times)))}` : ''
    return [`- ${label({ requirement })}: ${numbers.length > 0 ? said.numbers(numbers) : said.pieces(slots.length)}${span}`]
  }), '']
}

/** A paragraph with the empty line behind it, if there is one. */
const apart = (text: string): string[] => (text === '' ? [] : [...text.split(LINE_END), ''])

/** When what is told of is due: once where it is the same for all, else a line each. */
function dueLines(slots: readonly ReportSlot[], input: SlipInput): string[] {
  return sayEach(slots, input, 'due', input.speech.said.due)
}

/** Until when corrected files are taken. */
function until(slots: readonly ReportSlot[], input: SlipInput): string[] {
  return sayEach(slots, input, 'correctBy', input.speech.said.correctBy)
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
function closing(toFix: number, missing: number, right: number, said: SlipWords): string {
  if (toFix + missing === 0) return said.allIsHere
  return [toFix === 0 ? said.handInMissing(missing) : said.handInCorrected(missing), ...(right > 0 ? [said.rightNotAgain] : [])].join(' ')
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
function tellMissing(slots: readonly ReportSlot[], label: SayLabel, { byMember, speech: { said } }: SlipInput): string[] {
  const [first] = slots
  if (!first) return []
  const last = slots.at(-1) ?? first
  const numbers = slots.flatMap(slot => slot.n ?? [])
  const whose = first.candidates.length > 0 ? said.mayBeHere : said.notReceived
  const others = byMember?.(first.requirement) ? [`  ${said.byMember}`] : []
  if (slots.length === 1) return [`- ${label(first)}: ${whose}`, `  ${said.askedFor}: ${askedFor(first, said)}`, ...others]
  return [
    `- ${label({ requirement: first.requirement })}: ${said.numbersNotReceived(numbers)}`,
    `  ${said.askedFor}: ${askedFor(first, said)}`, `  ${said.to} ${askedFor(last, said)}`, ...others,
  ]
}

/** How the pieces told of are to be made, in the coordinator's own words. */
function notesOf(slots: readonly ReportSlot[], { requirements }: SlipInput): string[] {
  const told = new Set(slots.map(slot => slot.requirement))
  return requirements.flatMap(({ id, title, note }) => (told.has(id) && note
    ? note.trim().split(/\r\n|\r|\n/).map((line, index) => `  ${index === 0 ? `${title}: ` : ''}${showText(line)}`)
    : []))
}

function tellToFix(label: string, files: readonly ReportFile[], { hide, speech }: SlipInput): string[] {
  const { said } = speech
  const placed = files.filter(file => file.role === 'placed')
  return placed.flatMap((file) => {
    // what must be put right stands before what is worth knowing
    const told = file.findings.filter(isTold).sort((a, b) => Number(a.severity === 'notice') - Number(b.severity === 'notice'))
    const elsewhere = told.some(finding => finding.code === 'folder.other-holder')
    const asked = askWhich(file, files, said)
    return [
      `- ${label}`,
      // the folder it lies in may be somebody else's
      `  ${said.received}: ${hide(showText(elsewhere ? file.path.slice(file.path.lastIndexOf('/') + 1) : file.path))}`,
      ...(asked
        ? [`  ${hide(asked)}`]
        : told.map((finding) => {
            const text = hide(tell(finding, speech))
            return `  ${finding.severity === 'notice' ? said.worthKnowing(text) : text}`
          })),
      ...(file.correctedPath ? [`  ${said.right}: ${showText(file.correctedPath)}`] : []),
    ]
  })
}

/** Who went on working in a copy is asked which one counts, not told that its name is wrong. */
function askWhich(file: ReportFile, files: readonly ReportFile[], said: SlipWords): string | null {
  const errors = file.findings.filter(finding => finding.severity === 'error')
  if (errors.length !== 1 || errors[0]?.code !== 'name.copy-mark') return null
  const before = files.find(other => other.role === 'superseded' && file.rightPath?.endsWith(other.path.slice(other.path.lastIndexOf('/') + 1)))
  if (!before) return null
  const nameOf = (file: ReportFile) => showText(file.path.slice(file.path.lastIndexOf('/') + 1))
  return said.whichCounts(nameOf(before), nameOf(file))
}

function tell(finding: Finding, { said, sayFinding }: SlipSpeech): string {
  if (finding.code === 'folder.other-holder') return said.othersFolder(finding.expected ? showText(finding.expected) : null)
  if (finding.differences?.some(one => one.kind === 'other-person')) return said.othersName
  return sayFinding(finding)
}

/** What is between the coordinator and the coordinator's own eyes is not told, nor what needs no doing. */
function isTold({ code, severity }: Finding): boolean {
  const { told } = FINDINGS[code]
  return told === 'always' || (told === 'errors' && severity === 'error')
}

function askedFor({ expected }: ReportSlot, said: SlipWords): string {
  const { folder, name, extensions } = expected
  const [first, ...more] = extensions
  const file = `${name ?? said.anyName}${first ? `.${first}` : ''}${more.length > 0 ? ` (${said.or} ${more.map(one => `.${one}`).join(' ')})` : ''}`
  return folder ? `${showText(folder)}/${showText(file)}` : showText(file)
}

function receivedOf(files: readonly ReportFile[], slot: ReportSlot, { sayTime, speech: { said } }: SlipInput): string {
  const file = files.find(one => one.role === 'placed')
  if (!file) return slot.status === 'waived' ? `: ${said.needNotBeSent}` : ''
  const time = receivedAt(files)
  const when = time === null ? '' : `, ${said.receivedAt(sayTime(time))}`
  return `: ${showText(file.path.slice(file.path.lastIndexOf('/') + 1))}${when}${slot.late ? ` (${said.late})` : ''}`
}

/** When the file that counts was received, UTC ms; `null` where nobody knows. */
function receivedAt(files: readonly ReportFile[]): number | null {
  const at = files.find(one => one.role === 'placed')?.receivedAt
  return at ? Date.parse(at) : null
}
