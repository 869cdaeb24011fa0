import { areCopyTimes } from '../arrivals/copy-times'
import { gather } from '../text/gather'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { listUnits } from '../brief/units'
import type { RootMarks } from '../folders/ways-in'
import { recogniseWays } from '../folders/ways-in'
import { extensionsAsked } from '../formats/accept'
import { nameFormat } from '../formats/identify'
import { FINDINGS, isAboutContent, isFindingCode } from '../findings/codes'
import type { FindingMaker } from '../findings/finding'
import { findingMaker } from '../findings/finding'
import { formatById } from '../formats/registry'
import { indexUnits } from '../placing/index'
import type { Evidence } from '../placing/evidence'
import type { EvidenceIndex } from '../placing/index'
import { placeFiles } from '../placing/place'
import { tokensOf } from '../names/tokens'
import { wordsWritten } from '../placing/piece-number'
import { asWritten, choicesOf, wordsSaid } from '../placing/words-said'
import type { Placements } from '../placing/place'
import type { Filled } from '../placing/slots'
import { slotRef } from '../brief/slots'
import type { FileView, RootReading } from '../placing/view'
import { changesViews, copyMarksOf, viewFile } from '../placing/view'
import { SHARE } from '../placing/weights'
import type { Report, ReportFile, ReportRoot } from './report'
import { fileKey } from './report'
import { slotsOfBackups } from './backups'
import { takeCompanions } from './companions'
import type { CheckInput } from './input'
import { findIdentical } from './identical'
import type { PlacedFile } from './identical'
import { besideCode, judgeFile, namelessFinding, supersededFinding, surplusFinding } from './judge'
import type { JudgedEntry } from './one-spelling'
import { useOneSpelling } from './one-spelling'
import { applyRulings } from './rulings'
import { prepareSetAside } from './set-aside'
import type { AsideRole } from './set-aside'
import { shrunkFinding } from './shrunk'
import { summarise } from './summarise'
import type { CheckState } from './state'

/**
 * Holds received files against a brief and says what is missing, misnamed, wrongly formatted or in the wrong place.
 *
 * Pure, synchronous and deterministic: the same input gives an equal report. Runs in a worker; `onStage` tells progress.
 *
 * @param input - brief, roster and received files with their readings; rulings and the previous report where there are any
 * @returns the report document
 * @example
 * check({ brief, roster, received: [], checkedAt: 0 }).summary.missing //=> number of owed slots
 */
export function check(input: CheckInput): Report {
  const stage = input.onStage ?? (() => undefined)
  const list = listUnits(input.brief, input.roster)
  const index = indexUnits(list.units, input.roster)
  const make = findingMaker(input.brief.severity)

  stage('set aside')
  const aside = setAside(input)

  stage('find the root')
  const bare = input.received.map((file, at) => viewFile(file, at, undefined))
  const readings = readRoots(input, bare, aside, index)
  const roots = [...readings].map(([name, { undoings, copyTimes }]): ReportRoot => ({
    name, wrapper: null, prefix: null, ...(copyTimes ? { copyTimes } : {}), ...Object.assign({}, ...undoings.map(one => one.marks)) as RootMarks,
  }))
  const views = bare.map((view) => {
    const reading = readings.get(view.file.root)
    return reading && changesViews(reading, view.file) ? viewFile(view.file, view.index, reading) : view
  })
  const rulings = applyRulings(input.rulings ?? [], views)

  stage('place')
  const taking = views.filter(view => !aside.has(view.index) && !rulings.setAside.has(view.index))
  const companions = takeCompanions(taking, list.units)
  const mains = taking.filter(view => !companions.held.has(view.index))
  const placements = placeFiles(mains, index, rulings.placed, earlierPlacements(input, index))
  placeStrays(companions.strays, placements, index)
  const backups = slotsOfBackups(views.filter(view => aside.get(view.index) === 'backup'), placements, index)

  stage('judge')
  const state: CheckState = { input, list, index, make, views, aside, roots, rulings, placements, companions, backups, files: [], late: new Set() }
  judge(state)

  stage('summarise')
  return summarise(state)
}

/** What lies under the root for second copies only, and nowhere else, takes the slots that nothing else fills. */
function placeStrays(strays: readonly FileView[], placements: Placements, index: EvidenceIndex): void {
  if (strays.length === 0) return
  for (const [unitIndex, list] of placeFiles(strays, index, new Map(), new Map()).filled) {
    const before = placements.filled.get(unitIndex) ?? []
    const free = list.filter(one => one.role === 'placed' && !before.some(other => other.n === one.n))
    if (free.length > 0) placements.filled.set(unitIndex, [...before, ...free])
  }
}

function setAside({ received, brief }: CheckInput): Map<number, AsideRole> {
  const aside = new Map<number, AsideRole>()
  const askedExtensions = extensionsAsked(brief.requirements)
  const byRoot = new Map<string, number[]>()
  received.forEach(({ root }, index) => {
    gather(byRoot, root, index)
  })
  for (const members of byRoot.values()) {
    const paths = members.map(at => received[at]?.path.normalize('NFC') ?? '')
    const tell = prepareSetAside(paths, brief.ignore, askedExtensions)
    members.forEach((member, position) => {
      const role = tell(paths[position] ?? '')
      if (role) aside.set(member, role)
    })
  }
  return aside
}

/** Finds how each root is to be read, unless a person said that its folders and names stand as they are. */
function readRoots(
  { roots: asked, roster, checkedAt }: CheckInput, views: readonly FileView[], aside: ReadonlyMap<number, AsideRole>, index: EvidenceIndex,
): Map<string, RootReading> {
  const located = new Map<string, FileView[]>()
  for (const view of views) gather(located, view.file.root, view)
  const senders = new Map<string, string[]>()
  for (const { id, email } of roster.people) if (email) gather(senders, email.toLowerCase(), id)
  const { units } = index
  return new Map([...located].map(([name, all]): [string, RootReading] => {
    const asIs = asked?.find(root => root.name === name)?.asIs
    const copyTimes = areCopyTimes(all.map(view => view.file), checkedAt)
    const files = all.filter(view => !aside.has(view.index) && !view.file.handedIn)
    return [name, { undoings: asIs ? [] : recogniseWays({ files, index, units, people: roster.people }), senders, copyTimes }]
  }))
}

/** Units in which the check before placed the same bytes; empty files say nothing. */
function earlierPlacements({ previous }: CheckInput, index: EvidenceIndex): Map<string, number[]> {
  const before = new Map<string, number[]>()
  if (!previous) return before
  const bySlot = new Map(index.units.map(unit => [`${unit.requirement.id}\n${unit.holder}`, unit.index]))
  for (const { sha256, size, role, slot } of previous.files) {
    const unit = slot && bySlot.get(`${slot.requirement}\n${slot.holder}`)
    if (sha256 !== null && role === 'placed' && unit !== undefined && unit !== null && size > 0) {
      before.set(sha256, [...new Set([...before.get(sha256) ?? [], unit])])
    }
  }
  return before
}

function judge(state: CheckState): void {
  const { input, index, make, placements } = state
  const handouts = new Set(input.brief.handouts)
  const placed: PlacedFile[] = []
  const judgedFiles: JudgedEntry[] = []
  const entries = new Map<number, ReportFile>()
  for (const view of state.views) entries.set(view.index, blankFile(state, view))
  const known = knownFaults(input)
  for (const [unitIndex, filled] of placements.filled) {
    const unit = index.units[unitIndex]
    if (!unit) continue
    for (const piece of filled) {
      const { view, candidate, confidence } = piece.arrival
      const entry = entries.get(view.index)
      if (!entry) continue
      entry.role = piece.role
      entry.confidence = confidence
      entry.evidence = candidate.evidence
      entry.slot = piece.role === 'surplus' ? slotRef(unit, null) : slotRef(unit, piece.n)
      if (piece.role === 'surplus') {
        entry.findings = [surplusFinding(make, unit, piece.arrival.n, filled)]
        continue
      }
      if (piece.role === 'duplicate' || piece.role === 'superseded') continue
      const verdict = judgeFile(piece, unit, index, make, handouts, filled)
      entry.findings = verdict.findings
      if (verdict.late) state.late.add(view.index)
      const shrunk = unit.requirement.keep === 'latest' && !piece.milestone ? shrunkFinding(piece, filled, make) : null
      if (shrunk) entry.findings.push(shrunk)
      if (verdict.correctedPath !== null) entry.rightPath = verdict.correctedPath
      if (verdict.open.length > 0) entry.open = verdict.open
      if (verdict.correctedPath !== pathInside(view)) entry.correctedPath = verdict.correctedPath
      if (view.file.sha256 !== null && entry.findings.some(({ code }) => isAboutContent(code)) && known.get(view.file.sha256) === false) {
        entry.findings.push(make({ code: 'content.unchanged', params: {} }))
      }
      placed.push({ unit, filled: piece, findings: entry.findings })
      judgedFiles.push({ entry, judged: verdict })
    }
    tellSuperseded(unit, filled, entries, make)
  }
  useOneSpelling(judgedFiles)
  findIdentical(placed, make)
  forgiveNumbered(placed, state.views)
  state.companions.judge(placed, make)
  state.companions.enter(entries)
  judgeUnplaced(state, entries)
  nameCauses(placed)
  applyAccepted(state, entries)
  state.files = [...entries.values()]
}

/** What is said of files that another one of their slot stands before; and of that one, where it may not be the one that is meant. */
function tellSuperseded(unit: Unit, filled: readonly Filled[], entries: ReadonlyMap<number, ReportFile>, make: FindingMaker): void {
  for (const { role, instead, arrival } of filled) {
    if (role !== 'superseded' || !instead) continue
    const [entry, main] = [entries.get(arrival.view.index), entries.get(instead.index)]
    const counts = filled.find(one => one.arrival.view === instead)?.arrival
    if (!entry || !main || !counts) continue
    const right = main.findings.every(finding => finding.severity !== 'error')
    const code = besideCode(unit, counts, arrival, right)
    if (code) main.findings.push(make({ code, params: { other: arrival.view.name, counts: true } }))
    entry.findings = [code
      ? make({ code, params: { other: instead.name, counts: false } })
      : supersededFinding(make, unit, counts, arrival, right)]
  }
}

/**
 * Bytes that had a content, format or size finding in the check before and lay elsewhere or were received earlier:
 * `false` where they arrived anew.
 */
function knownFaults({ previous, received }: CheckInput): Map<string, boolean> {
  const faults = new Map<string, boolean>()
  if (!previous) return faults
  const here = new Map(received.map(file => [fileKey(file), file]))
  for (const file of previous.files) {
    if (file.sha256 === null || !file.findings.some(({ code }) => isFindingCode(code) && isAboutContent(code))) continue
    const same = here.get(fileKey(file))
    faults.set(file.sha256, same?.sha256 === file.sha256 && (same.receivedAt ?? 0) === Date.parse(file.receivedAt ?? ''))
  }
  return faults
}

function pathInside({ folder, name }: FileView): string {
  return folder === '' ? name : `${folder}/${name}`
}

function blankFile({ aside, rulings, backups }: CheckState, view: FileView): ReportFile {
  const missed = backups.get(view.index)
  const { file } = view
  const { reading } = file
  const id = reading.state === 'unread' ? 'unknown' : nameFormat(reading, view.extension)
  return {
    root: file.root,
    path: file.path,
    ...(file.container && { container: file.container }),
    ...(file.handedIn && { handedInBy: file.handedIn.by, sentAs: file.handedIn.sentAs }),
    size: file.size,
    sha256: file.sha256,
    receivedAt: file.receivedAt === null ? null : new Date(file.receivedAt).toISOString(),
    receivedAtFrom: file.receivedAtFrom,
    role: aside.get(view.index) ?? (rulings.setAside.has(view.index) ? 'set-aside' : 'unplaced'),
    slot: null,
    confidence: null,
    evidence: [],
    candidates: missed ? [missed] : [],
    format: {
      id, mediaType: formatById(id)?.mediaType ?? null, version: reading.version, state: reading.state,
      verified: reading.verified, props: reading.props,
    },
    findings: [],
    correctedPath: null,
  }
}

function judgeUnplaced({ input, placements, make, index }: CheckState, entries: ReadonlyMap<number, ReportFile>): void {
  for (const { view, candidates, evidence, notOwed } of placements.unplaced) {
    const entry = entries.get(view.index)
    if (!entry) continue
    entry.candidates = candidates
    entry.evidence = evidence
    const nameless = notOwed ? null : namelessFinding(make, view, input.brief.requirements)
    if (nameless) entry.findings = [nameless]
    else if (candidates.length === 0) {
      const params = { notOwed, ...whatIsKnown(view, evidence, input.brief.requirements, index) }
      entry.findings = [make({ code: 'unexpected', params })]
    }
  }
}

/** What a file without a slot says: whose it is, or what. */
function whatIsKnown(
  view: FileView, evidence: readonly Evidence[], requirements: readonly Requirement[], { people }: EvidenceIndex,
): { named?: string, words?: string } {
  const told = evidence.find(one => one.kind === 'named' && one.where !== 'author')
  const words = requirements.map(requirement => wordsSaid(view, requirement)).find(({ share }) => share >= SHARE.wordsNear)
    ?? wordWritten(view, requirements)
  const group = words ? undefined : groupNamed(people.namedIn(view.base))
  const named = told?.kind === 'named' ? told.said : group
  return { ...(named === undefined ? {} : { named }), ...(words ? { words: asWritten(words.said, view.base) } : {}) }
}

/** The group that a name says, where it says one alone and nothing of any piece: whose of it the file is it leaves open. */
function groupNamed(spoken: ReadonlyMap<string, { said: string }>): string | undefined {
  const [only, ...more] = [...spoken].filter(([key]) => key.startsWith('g:'))
  return more.length === 0 ? only?.[1].said : undefined
}

/** A word that a rule itself writes, or one of its choices, and a name says, however short. */
function wordWritten(view: FileView, requirements: readonly Requirement[]): { said: string[] } | null {
  const tokens = tokensOf(view.base)
  const written = [...requirements.flatMap(wordsWritten), ...requirements.flatMap(choicesOf).flatMap(tokensOf)]
    .find(word => /^\p{L}{2,}$/u.test(word) && tokens.includes(word))
  return written === undefined ? null : { said: [written] }
}

/** Two people who sent one name into one flat folder: the number behind the second name is the folder's, not a person's. */
function forgiveNumbered(placed: readonly PlacedFile[], views: readonly FileView[]): void {
  const numbered = placed.filter(({ findings }) => findings.some(({ code }) => code === 'name.copy-mark'))
  if (numbered.length === 0) return
  const holders = new Map(placed.map(({ unit, filled }) => [filled.arrival.view.index, unit.holder]))
  const indexOfPath = new Map(views.map(view => [`${view.file.root}\n${view.folder}\n${view.name}`, view.index]))
  for (const { unit, filled: { arrival: { view } }, findings } of numbered) {
    const twin = copyMarksOf(view).map(({ base }) => indexOfPath.get(
      `${view.file.root}\n${view.folder}\n${base}${view.extension ? `.${view.extension}` : ''}`,
    )).find(index => index !== undefined)
    const holder = twin === undefined ? undefined : holders.get(twin)
    if (holder !== undefined && holder !== unit.holder) findings.splice(findings.findIndex(({ code }) => code === 'name.copy-mark'), 1)
  }
}

/** One misspelt folder of one holder is one cause, however many files lie in it. */
function nameCauses(placed: readonly PlacedFile[]): void {
  const groups = new Map<string, PlacedFile['findings']>()
  for (const { unit, findings } of placed) {
    for (const finding of findings) {
      if (FINDINGS[finding.code].about !== 'folder') continue
      const key = `${unit.requirement.holder}\n${unit.holder}\n${finding.code}\n${finding.actual}\n${finding.expected}`
      gather(groups, key, finding)
    }
  }
  let serial = 0
  for (const list of groups.values()) {
    if (list.length < 2) continue
    serial++
    for (const finding of list) finding.cause = `c${serial}`
  }
}

/** An accepted file's errors stay to be read, as notices. */
function applyAccepted({ rulings }: CheckState, entries: ReadonlyMap<number, ReportFile>): void {
  for (const index of rulings.accepted) {
    const entry = entries.get(index)
    if (entry?.role === 'placed') entry.findings = entry.findings.map(finding => ({ ...finding, severity: 'notice' }))
  }
}
