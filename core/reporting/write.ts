import { gather } from '../text/gather'
import Papa from 'papaparse'
import type { Person, Roster } from '../roster/types'
import { counted, showText } from '../text/show'
import { slotKey } from '../brief/slots'
import type { SlotRef } from '../brief/slots'
import type { Report, ReportFile, ReportSlot } from '../checking/report'
import { sayFinding } from '../wording/index'
import { fileDocument, slotDocument } from './document'

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

const COLUMNS = ['requirement', 'holder', 'given', 'family', 'group', 'n', 'status', 'late', 'path', 'format', 'codes', 'correctedPath'] as const

/** One CSV row (RFC 4180) a slot, then one a file without slot; cells that a spreadsheet would run are neutralised. */
export async function* writeCsv(report: ReportParts, roster: Roster): AsyncGenerator<string> {
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
  yield csvRow([...COLUMNS])
  for (const slot of slots) {
    const file = placed.get(slotKey(slot))
    yield csvRow([
      slot.requirement, slot.holder, ...personCells(people.get(slot.holder)), slot.n ?? '', slot.status, slot.late ? 'late' : '',
      ...fileCells(slot, file),
    ])
  }
  for (const file of loose) {
    yield csvRow([
      '', '', '', '', '', '', file.role, '', showText(file.path), file.format.id,
      file.findings.map(finding => finding.code).join(' '), '',
    ])
  }
}

function personCells(person: Person | undefined): string[] {
  return person ? [person.given, person.family || person.name, person.group] : ['', '', '']
}

function fileCells(slot: ReportSlot, file: ReportFile | undefined): string[] {
  const codes = [...new Set([...slot.findings, ...file?.findings ?? []].map(finding => finding.code))].join(' ')
  return file ? [showText(file.path), file.format.id, codes, file.correctedPath ?? ''] : ['', '', codes, '']
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

function linesOfFile(file: ReportFile): string {
  const lines = [`  ${showText(file.path)}`, ...file.findings.map(finding => `    ${finding.code}: ${sayFinding(finding)}`)]
  if (file.correctedPath) lines.push(`    → ${showText(file.correctedPath)}`)
  return `${lines.join('\n')}\n`
}

/** The report as plain text for a terminal: the counts, then everything that is open. */
export async function* writeText(report: ReportParts, roster: Roster): AsyncGenerator<string> {
  const { summary } = report
  const names = new Map(roster.people.map(person => [person.id, person.name]))
  yield `${showText(report.brief)}\n`
  yield `${counted(summary.holders, 'holder')}: ${summary.holdersComplete} complete, ${summary.holdersOpen} with something `
    + `open, ${summary.holdersWithNothing} with nothing\n`
  yield `${counted(summary.slots, 'slot')}: ${summary.right} right, ${summary.toFix} to fix, ${summary.missing} missing, `
    + `${summary.waived} waived, ${summary.absent} not sent; ${summary.late} late\n`
  yield `${counted(summary.files, 'file')}: ${summary.unplaced} without a slot, ${summary.setAside} set aside\n`
  for (const root of report.roots) {
    if (root.wrapper) yield `All files lie inside "${showText(root.wrapper)}"; read as the root\n`
    if (root.own) yield `Each person's files lie in a folder "${showText(root.own)}" made on the way in; left out\n`
  }
  const slots: ReportSlot[] = []
  for await (const slot of report.slots) slots.push(slot)
  const files: ReportFile[] = []
  for await (const file of report.files) files.push(file)
  const bySlot = new Map<string, ReportFile[]>()
  for (const file of files) if (file.slot) gather(bySlot, slotKey(file.slot), file)
  for (const slot of slots) {
    const here = bySlot.get(slotKey(slot)) ?? []
    const said = [...slot.findings, ...here.flatMap(file => file.findings)]
    if (said.length === 0) continue
    yield `\n${showText(names.get(slot.holder) ?? slot.holder)} · `
      + `${slot.requirement}${slot.n === undefined ? '' : ` ${slot.n}`} · ${WORDS[slot.status]}${slot.late ? ', late' : ''}\n`
    for (const finding of slot.findings) yield `  ${finding.code}: ${sayFinding(finding)}\n`
    yield* here.filter(file => file.findings.length > 0).map(linesOfFile)
  }
  const loose = files.filter(file => file.role === 'unplaced' || file.role === 'surplus')
  const candidate = ({ holder, requirement, n }: SlotRef) => `${names.get(holder) ?? holder}, ${requirement}${n === undefined ? '' : ` ${n}`}`
  if (loose.length > 0) yield '\nWithout a slot\n'
  for (const file of loose) {
    yield linesOfFile(file)
    if (file.candidates.length > 0) {
      yield `    may be: ${file.candidates.slice(0, 4).map(slot => candidate(slot)).join('; ')}${file.candidates.length > 4 ? '; …' : ''}\n`
    }
  }
}
