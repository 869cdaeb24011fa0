import { readFile, stat } from 'node:fs/promises'
import { basename, resolve } from 'node:path'
import { ValidationError } from 'yup'
import { ArrivalError, openingFor } from '../core/arrivals/incoming'
import type { ReceivedFile } from '../core/arrivals/received'
import { inListWords } from '../core/brief/list-words'
import { JsonError, parseBrief } from '../core/brief/parse'
import { BriefError, readBrief } from '../core/brief/read'
import type { Brief } from '../core/brief/types'
import { listUnits } from '../core/brief/units'
import { check } from '../core/checking/check'
import type { Report } from '../core/checking/report'
import { wholePath } from '../core/checking/report'
import { readRulings } from '../core/checking/rulings'
import { readReport } from '../core/reporting/read'
import { writeCsv, writeJson, writeJunit, writeText } from '../core/reporting/write'
import { forbidRules, warnOfNoGroups, warnOfRule } from '../core/rules/warnings'
import { guessList } from '../core/roster/guess'
import { readRoster, readTable } from '../core/roster/read'
import type { RosterTable } from '../core/roster/read'
import type { Roster } from '../core/roster/types'
import { readWorkbook, WorkbookError } from '../core/roster/workbook'
import { showText, showValue } from '../core/text/show'
import { sayArrivalFault, sayWorkbookFault } from '../core/wording/index'
import { chooseOutput, InputError, parse, print, warn } from './options'
import { isAddress, receiveAddress, receiveFolder } from './receive'

/** `usitor check`: holds what was received against a brief. */
export async function run(args: string[], usage: string): Promise<number> {
  try {
    return await runCheck(args, usage)
  }
  catch (error) {
    throw new InputError(explainFailure(error))
  }
}

/** What is checked: every command that looks at received files is asked for it in these words. */
export const TASK = {
  'brief': { type: 'string' }, 'roster': { type: 'string' }, 'root': { type: 'string', multiple: true }, 'received-at': { type: 'string' },
  'previous': { type: 'string' }, 'rulings': { type: 'string' },
} as const

/** Holds what lies under the named roots against brief and list. */
export async function judgeRoots(values: Record<string, unknown>, positionals: string[], usage: string) {
  const roots = rootsOf(values.root, positionals, usage)
  const stated = values['received-at'] === undefined ? null : readTime(String(values['received-at']))
  const [briefPath, rosterPath] = [needed(values.brief, '--brief', usage), needed(values.roster, '--roster', usage)]
  const roster = await loadRoster(rosterPath)
  const brief = inListWords(await readBrief(await readJson(briefPath), roster), roster)
  warnOfRules(brief, roster)
  const rulings = values.rulings === undefined ? [] : await readRulings(await readJson(String(values.rulings)))
  const previous = values.previous === undefined ? null : await readReport(await readJson(String(values.previous)))
  const received: ReceivedFile[] = []
  const opening = openingFor(brief.requirements, brief.offset, roster.people)
  for (const { name, folder } of roots) {
    const { files, closed } = await (isAddress(folder) ? receiveAddress : receiveFolder)(name, folder, stated, opening)
    received.push(...files)
    for (const refused of closed) process.stderr.write(
      `usitor: ${showText(wholePath(refused))} ${sayArrivalFault(refused.fault)}; received as it is\n`,
    )
  }
  const report = check({ brief, roster, received, rulings, previous, checkedAt: Date.now() })
  return { brief, roster, roots, report, briefPath, rosterPath }
}

async function runCheck(args: string[], usage: string): Promise<number> {
  const { values, positionals } = parse(args, { ...TASK, output: { type: 'string' } }, usage)
  const output = chooseOutput(values.output, ['text', 'json', 'csv', 'junit'])
  const { brief, roster, report } = await judgeRoots(values, positionals, usage)
  const titles = new Map(brief.requirements.map(one => [one.id, one.title]))
  await print(writerOf(output)(report, roster, titles))
  const { summary } = report
  return summary.toFix + summary.missing + summary.unplaced === 0 ? 0 : 1
}

/** Says what will go wrong with the rule before anything is checked, as the page does; what forbids it ends here. */
function warnOfRules(brief: Brief, roster: Roster): void {
  const { units } = listUnits(brief, roster)
  const forbidden = forbidRules(brief, units)
  if (forbidden.length > 0) throw new InputError(forbidden.map(({ path, message }) => `${path}: ${message}`).join('\n'))
  for (const requirement of brief.requirements) {
    const own = units.filter(unit => unit.requirement === requirement)
    for (const { where, message } of [...warnOfNoGroups(requirement, roster), ...warnOfRule(requirement, own)]) {
      warn(`"${showText(requirement.title)}", ${where}: ${message}`)
    }
  }
}

function writerOf(output: string): (report: Report, roster: Roster, titles: ReadonlyMap<string, string>) => AsyncGenerator<string> {
  switch (output) {
    case 'json': return writeJson
    case 'csv': return (report, roster) => writeCsv(report, roster)
    case 'junit': return writeJunit
    default: return writeText
  }
}

export function needed(value: unknown, name: string, usage: string): string {
  if (typeof value !== 'string') throw new InputError(`${name} is missing\n${usage}`)
  return value
}

function rootsOf(named: unknown, positionals: string[], usage: string): { name: string, folder: string }[] {
  const roots = (Array.isArray(named) ? named.map(String) : []).map((text) => {
    const cut = text.indexOf('=')
    if (cut < 1) throw new InputError(`--root: ${showValue(text)} is not NAME=FOLDER, nor NAME=ADDRESS`)
    return { name: text.slice(0, cut).normalize('NFC'), folder: text.slice(cut + 1) }
  })
  for (const folder of positionals) roots.push({ name: basename(resolve(folder)), folder })
  if (roots.length === 0) throw new InputError(`no folder given\n${usage}`)
  const double = roots.find((root, at) => roots.findIndex(one => one.name === root.name) !== at)
  if (double) throw new InputError(`two roots are called ${showValue(double.name)}; give each a name of its own with --root NAME=FOLDER`)
  return roots
}

function readTime(text: string): number {
  const time = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?::\d{2}(?:\.\d+)?)?(?:Z|[+-]\d{2}:\d{2})$/.test(text) ? Date.parse(text) : Number.NaN
  if (Number.isNaN(time)) throw new InputError(`--received-at: ${showValue(text)} is not a time such as 2026-10-16T15:30:00+02:00`)
  return time
}

/** More than any brief, report or rulings file of a few ten thousand files holds. */
const LONGEST_JSON = 512 * 1024 * 1024

async function readJson(path: string): Promise<unknown> {
  const { size } = await stat(path)
  if (size > LONGEST_JSON) throw new InputError(`${path}: is ${size} bytes long; allowed are ${LONGEST_JSON}`)
  try {
    const { document, warnings } = parseBrief(new Uint8Array(await readFile(path)))
    for (const warning of warnings) warn(`${path}: ${warning}`)
    return document
  }
  catch (error) {
    if (error instanceof JsonError) throw new InputError(`${path}: ${error.message}`)
    throw error
  }
}

async function readCells(path: string, bytes: Uint8Array): Promise<RosterTable> {
  try {
    // a spreadsheet is a packed archive (APPNOTE 4.3.7)
    return bytes[0] === 0x50 && bytes[1] === 0x4B ? await readWorkbook(bytes) : readTable(bytes)
  }
  catch (error) {
    throw new InputError(`${path}: ${explainFailure(error)}`)
  }
}

async function loadRoster(path: string): Promise<Roster> {
  const { size } = await stat(path)
  if (size > 64 * 1024 * 1024) throw new InputError(`${path}: the list is ${size} bytes long; allowed are 64 MiB`)
  const bytes = new Uint8Array(await readFile(path))
  const { table, mapping } = guessList(await readCells(path, bytes))
  const { roster, notes } = readRoster(table, mapping)
  const errors = notes.filter(note => note.level === 'error')
  if (errors.length > 0) {
    throw new InputError(errors.map(note => `${path}${note.row === null ? '' : `: row ${note.row}`}: ${note.message}`).join('\n'))
  }
  for (const note of notes) warn(`${path}${note.row === null ? '' : `: row ${note.row}`}: ${note.message}`)
  return roster
}

export function explainFailure(error: unknown): string {
  if (error instanceof BriefError) return error.problems.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join('\n')
  if (error instanceof WorkbookError) return sayWorkbookFault(error.fault)
  if (error instanceof ArrivalError) return `"${showText(error.path)}" ${sayArrivalFault(error.fault)}`
  if (error instanceof ValidationError) return error.errors.join('\n')
  return error instanceof Error ? error.message : String(error)
}
