import { gather } from '../text/gather'
import Papa from 'papaparse'
import type { Person, Roster } from '../roster/types'
import { counted, showText } from '../text/show'
import { slotKey } from '../brief/slots'
import type { SlotRef } from '../brief/slots'
import type { Report, ReportFile, ReportSlot } from '../checking/report'
import { wholePath } from '../checking/report'
import { sayEvidence, sayFinding } from '../wording/index'
import { fileDocument, slotDocument } from './document'
import type { MeasuredColumn } from './measured'
import { groupOtherValues, MANY, otherValuesOf } from './stacks'

/** What a report is written from: a whole one, or its head with slots and files streamed from rows. */
export interface ReportParts extends Omit<Report, 'slots' | 'files'> {
  slots: Iterable<ReportSlot> | AsyncIterable<ReportSlot>
  files: Iterable<ReportFile> | AsyncIterable<ReportFile>
}

/** The report document as JSON, one slot and one file a line, never built whole. */
export async function* writeJson(report: ReportParts): AsyncGenerator<string> {
  const { slots, files, ...head } = report
  yield `${JSON.stringify(head, null, 2).replace(/\n\}$/, '')},\n  "slots": [`
  yield* jsonList(slots, slotDocument)
  yield '],\n  "files": ['
  yield* jsonList(files, fileDocument)
  yield ']\n}\n'
}

async function* jsonList<T>(items: Iterable<T> | AsyncIterable<T>, toDocument: (item: T) => unknown): AsyncGenerator<string> {
  let first = true
  for await (const item of items) {
    yield `${first ? '\n' : ',\n'}    ${JSON.stringify(toDocument(item))}`
    first = false
  }
  yield first ? '' : '\n  '
}

const COLUMNS = [
  'requirement', 'holder', 'given', 'family', 'group', 'n', 'status', 'late', 'path', 'format', 'codes', 'correctedPath',
  'root',
] as const

/** One CSV row (RFC 4180) a slot, then one a file without slot; cells that a spreadsheet would run are neutralised. */
export async function* writeCsv(report: ReportParts, roster: Roster, measured: readonly MeasuredColumn[] = []): AsyncGenerator<string> {
  const people = new Map(roster.people.map(person => [person.id, person]))
  // slots come before files in the document, their rows need the files: those are kept by slot
  const slots: ReportSlot[] = []
  for await (const slot of report.slots) slots.push(slot)
  const placed = new Map<string, ReportFile>()
  const loose: ReportFile[] = []
  for await (const file of report.files) {
    if (file.slot && file.role === 'placed' && !placed.has(slotKey(file.slot))) placed.set(slotKey(file.slot), file)
    else if (!file.slot && file.role === 'unplaced') loose.push(file)
  }
  yield csvRow([...COLUMNS, ...measured.map(one => one.heading)])
  for (const slot of slots) {
    const file = placed.get(slotKey(slot))
    yield csvRow([
      slot.requirement, slot.holder, ...personCells(people.get(slot.holder)), slot.n ?? '', slot.status, slot.late ? 'late' : '',
      ...fileCells(slot, file), ...measured.map(one => (file ? one.valueOf(file) : '')),
    ])
  }
  for (const file of loose) {
    yield csvRow([
      '', '', '', '', '', '', file.role, '', showText(file.path), file.format.id,
      file.findings.map(finding => finding.code).join(' '), '', showText(file.root),
      ...measured.map(one => one.valueOf(file)),
    ])
  }
}

function personCells(person: Person | undefined): string[] {
  return person ? [person.given, person.family || person.name, person.group] : ['', '', '']
}

function fileCells(slot: ReportSlot, file: ReportFile | undefined): string[] {
  const codes = [...new Set([...slot.findings, ...file?.findings ?? []].map(finding => finding.code))].join(' ')
  return file ? [showText(file.path), file.format.id, codes, file.correctedPath ?? '', showText(file.root)] : ['', '', codes, '', '']
}

function csvRow(cells: (string | number)[]): string {
  return `${Papa.unparse([cells], { escapeFormulae: true })}\r\n`
}

/** JUnit XML: a suite a requirement, a case a slot; `failure` for to-fix and missing, `skipped` for waived and absent. */
export async function* writeJunit(report: ReportParts): AsyncGenerator<string> {
  const slots: ReportSlot[] = []
  for await (const slot of report.slots) slots.push(slot)
  const findings = new Map<string, ReportFile[]>()
  for await (const file of report.files) {
    if (!file.slot) continue
    const key = slotKey(file.slot)
    gather(findings, key, file)
  }
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites name="${xml(report.brief)}">\n`
  for (const requirement of [...new Set(slots.map(slot => slot.requirement))]) {
    const cases = slots.filter(slot => slot.requirement === requirement)
    const failures = cases.filter(slot => slot.status === 'to-fix' || slot.status === 'missing').length
    const skipped = cases.filter(slot => slot.status === 'waived' || slot.status === 'absent').length
    yield `  <testsuite name="${xml(requirement)}" tests="${cases.length}" failures="${failures}" skipped="${skipped}" `
      + `timestamp="${report.checkedAt.slice(0, 19)}">\n`
    for (const slot of cases) {
      const name = slot.n === undefined ? slot.holder : `${slot.holder} ${slot.n}`
      const reasons = [
        ...slot.findings, ...(findings.get(slotKey(slot)) ?? []).flatMap(file => file.findings),
      ].filter(finding => finding.severity === 'error')
      const open = `    <testcase classname="${xml(requirement)}" name="${xml(name)}"`
      if (slot.status === 'to-fix' || slot.status === 'missing') {
        const text = reasons.map(finding => `${finding.code}: ${sayFinding(finding)}`).join('\n')
        yield `${open}><failure message="${xml(reasons[0]?.code ?? slot.status)}">${xml(text)}</failure></testcase>\n`
      }
      else if (slot.status === 'waived' || slot.status === 'absent') yield `${open}><skipped/></testcase>\n`
      else yield `${open}/>\n`
    }
    yield '  </testsuite>\n'
  }
  yield '</testsuites>\n'
}

function xml(text: string): string {
  return showText(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')
}

const WORDS: Record<ReportSlot['status'], string> = {
  'right': 'right', 'to-fix': 'to fix', 'missing': 'missing', 'waived': 'waived', 'absent': 'not sent',
}

/** What one report calls things: people by name, requirements by title, files with their root where there are several. */
interface Names {
  holder(slot: SlotRef): string
  slot(slot: SlotRef): string
  file(file: ReportFile): string
}

function namesOf(report: ReportParts, roster: Roster, titles: ReadonlyMap<string, string>): Names {
  const people = new Map(roster.people.map(person => [person.id, person.name]))
  const several = report.roots.length > 1
  return {
    holder: ({ holder }) => showText(people.get(holder) ?? holder),
    slot: ({ requirement, n }) => `${showText(titles.get(requirement) ?? requirement)}${n === undefined ? '' : ` ${n}`}`,
    file: file => `${several ? `${showText(file.root)}: ` : ''}${showText(wholePath(file))}`,
  }
}

function linesOfFile(file: ReportFile, names: Names): string {
  const lines = [`  ${names.file(file)}`, ...file.findings.map(finding => `    ${finding.code}: ${sayFinding(finding)}`)]
  if (file.correctedPath) lines.push(`    → ${showText(file.correctedPath)}`)
  return `${lines.join('\n')}\n`
}

/** Files of one slot, the one that counts first; many earlier ones in one line. */
function* linesOfSlot(files: readonly ReportFile[], names: Names): Generator<string> {
  const isEarlier = (file: ReportFile) => file.findings.length === 1 && file.findings[0]?.code === 'version.superseded'
  const earlier = files.filter(isEarlier)
  for (const file of files.filter(one => earlier.length <= MANY || !isEarlier(one))) if (file.findings.length > 0) yield linesOfFile(file, names)
  const [first, last] = [earlier[0], earlier.at(-1)]
  if (earlier.length > MANY && first && last) {
    yield `  ${earlier.length} earlier files, from ${names.file(first)} to ${names.file(last)}: superseded\n`
  }
}

/** Files without a slot; those that bear other values than asked for one slot stand together. */
function* linesOfLoose(loose: readonly ReportFile[], names: Names): Generator<string> {
  const { groups, rest } = groupOtherValues(loose)
  for (const file of rest) yield* linesOfCandidate(file, names)
  for (const files of groups) {
    const [first] = files
    if (files.length < MANY || !first) for (const file of files) yield* linesOfCandidate(file, names)
    else {
      const [slot] = first.candidates
      const whose = slot ? ` beside ${names.holder(slot)}, ${names.slot(slot)}` : ''
      const values = otherValuesOf(files).map(showText)
      yield `  ${files.length} files that were not asked for${whose}: ${values.join(', ')}\n`
    }
  }
}

function* linesOfCandidate(file: ReportFile, names: Names): Generator<string> {
  yield linesOfFile(file, names)
  if (file.candidates.length > 0) {
    const may = file.candidates.slice(0, 4).map(slot => `${names.holder(slot)}, ${names.slot(slot)}`)
    yield `    may be: ${may.join('; ')}${file.candidates.length > 4 ? '; …' : ''}\n`
  }
  for (const one of file.evidence) if (one.kind === 'other-value') yield `    ${sayEvidence(one)}\n`
}

/**
 * The report as plain text for a terminal: the counts, then everything that is open.
 *
 * @param titles - of requirements, by id
 */
export async function* writeText(report: ReportParts, roster: Roster, titles: ReadonlyMap<string, string> = new Map()): AsyncGenerator<string> {
  const { summary } = report
  const names = namesOf(report, roster, titles)
  yield `${showText(report.brief)}\n`
  yield `${counted(summary.holders, 'holder')}: ${summary.holdersComplete} complete, ${summary.holdersOpen} with something `
    + `open, ${summary.holdersWithNothing} with nothing\n`
  yield `${counted(summary.slots, 'slot')}: ${summary.right} right, ${summary.toFix} to fix, ${summary.missing} missing, `
    + `${summary.waived} waived, ${summary.absent} not sent; ${summary.late} late\n`
  yield `${counted(summary.files, 'file')}: ${summary.unplaced} without a slot, ${summary.setAside} set aside\n`
  for (const root of report.roots) {
    const of = report.roots.length > 1 ? ` of "${showText(root.name)}"` : ''
    if (root.wrapper) yield `All files${of} lie inside "${showText(root.wrapper)}"; read as the root\n`
    if (root.own) yield `Each person's files${of} lie in a folder "${showText(root.own)}" made on the way in; left out\n`
    if (root.copyTimes) yield `The times of the files${of} are those of their copy: nobody is late by them\n`
  }
  const slots: ReportSlot[] = []
  for await (const slot of report.slots) slots.push(slot)
  const files: ReportFile[] = []
  for await (const file of report.files) files.push(file)
  const bySlot = new Map<string, ReportFile[]>()
  for (const file of files) if (file.slot) gather(bySlot, slotKey(file.slot), file)
  for (const slot of slots) {
    const here = [...bySlot.get(slotKey(slot)) ?? []].sort((a, b) => Number(b.role === 'placed') - Number(a.role === 'placed'))
    const said = [...slot.findings, ...here.flatMap(file => file.findings)]
    if (said.length === 0) continue
    yield `\n${names.holder(slot)} · ${names.slot(slot)} · ${WORDS[slot.status]}${slot.late ? ', late' : ''}\n`
    for (const finding of slot.findings) yield `  ${finding.code}: ${sayFinding(finding)}\n`
    yield* linesOfSlot(here, names)
  }
  const loose = files.filter(file => file.role === 'unplaced' || file.role === 'surplus')
  if (loose.length > 0) yield '\nWithout a slot\n'
  yield* linesOfLoose(loose, names)
}
