import { readFile, stat } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { once } from 'node:events'
import { basename, resolve } from 'node:path'
import { ValidationError } from 'yup'
import { BriefError, readBrief } from '../core/brief/read'
import { check } from '../core/checking/check'
import { ArrivalError, openingFor } from '../core/arrivals/incoming'
import type { ReceivedFile } from '../core/arrivals/received'
import { readRulings } from '../core/checking/rulings'
import { extensionFits, nameFormat } from '../core/formats/identify'
import { formatById } from '../core/formats/registry'
import { splitExtension } from '../core/names/extension'
import { readReport } from '../core/reporting/read'
import type { Report } from '../core/checking/report'
import { writeCsv, writeJson, writeJunit, writeText } from '../core/reporting/write'
import { readRoster, readTable } from '../core/roster/read'
import type { Roster } from '../core/roster/types'
import { showText, showValue } from '../core/text/show'
import { sayArrivalFault, sayFault } from '../core/wording/index'
import { HashThreads, readFileFacts, receiveFolder } from './files'

const USAGE = `usitor check --brief FILE --roster FILE [--root NAME=FOLDER]… [FOLDER] [--received-at TIME]
             [--output text|json|csv|junit] [--previous REPORT.json] [--rulings RULINGS.json]
usitor identify FILE… [--output text|json]
`

/** Bad input: said in one line on standard error, exit status 2. */
class InputError extends Error {}

async function main(args: string[]): Promise<number> {
  const [command, ...rest] = args
  if (command === 'check') return runCheck(rest)
  if (command === 'identify') return runIdentify(rest)
  if (command === '--help' || command === '-h' || command === 'help') {
    process.stdout.write(USAGE)
    return 0
  }
  throw new InputError(`${command === undefined ? 'no command given' : `unknown command ${showValue(command)}`}; known are check and identify\n${USAGE}`)
}

async function runCheck(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    'brief': { type: 'string' }, 'roster': { type: 'string' }, 'root': { type: 'string', multiple: true }, 'received-at': { type: 'string' },
    'output': { type: 'string' }, 'previous': { type: 'string' }, 'rulings': { type: 'string' },
  })
  const output = chooseOutput(values.output, ['text', 'json', 'csv', 'junit'])
  const roots = rootsOf(values.root, positionals)
  const stated = values['received-at'] === undefined ? null : readTime(String(values['received-at']))
  const [briefPath, rosterPath] = [needed(values.brief, '--brief'), needed(values.roster, '--roster')]
  const roster = await loadRoster(rosterPath)
  const brief = await readBrief(await readJson(briefPath), roster.columns)
  const rulings = values.rulings === undefined ? [] : await readRulings(await readJson(String(values.rulings)))
  const previous = values.previous === undefined ? null : await readReport(await readJson(String(values.previous)))
  const received: ReceivedFile[] = []
  const opening = openingFor(brief.requirements, brief.offset, roster.people)
  for (const { name, folder } of roots) {
    const { files, closed } = await receiveFolder(name, folder, stated, opening)
    received.push(...files)
    for (const one of closed) process.stderr.write(`usitor: ${showText([...one.container, one.path].join(' > '))} ${sayArrivalFault(one.fault)}; received as it is\n`)
  }
  const report = check({ brief, roster, received, rulings, previous, checkedAt: Date.now() })
  await print(writerOf(output)(report, roster))
  const { summary } = report
  return summary.toFix + summary.missing + summary.unplaced === 0 ? 0 : 1
}

function writerOf(output: string): (report: Report, roster: Roster) => AsyncGenerator<string> {
  switch (output) {
    case 'json': return writeJson
    case 'csv': return writeCsv
    case 'junit': return writeJunit
    default: return writeText
  }
}

async function runIdentify(args: string[]): Promise<number> {
  const { values, positionals } = parse(args, { output: { type: 'string' } })
  const output = chooseOutput(values.output, ['text', 'json'])
  if (positionals.length === 0) throw new InputError(`no file given\n${USAGE}`)
  const threads = new HashThreads(1)
  const failed = await identifyAll(positionals, output, threads).finally(() => threads.close())
  return failed ? 2 : 0
}

/** Identifies one file after another; true where one could not be read. */
async function identifyAll(paths: readonly string[], output: string, threads: HashThreads): Promise<boolean> {
  let failed = false
  for (const path of paths) {
    const { reading } = await readFileFacts(path, threads)
    const reason = reading.fault && sayFault(reading.fault)
    const { extension } = splitExtension(basename(path).normalize('NFC'))
    const id = nameFormat(reading, extension)
    const facts = {
      path, format: id, mediaType: formatById(id)?.mediaType ?? null, extensionFits: extensionFits(id, extension),
      state: reading.state, verified: reading.verified, reason, version: reading.version, props: reading.props,
    }
    if (reading.state === 'unread') {
      failed = true
      process.stderr.write(`usitor: ${showText(path)}: ${reason ?? 'cannot be read'}\n`)
    }
    const props = Object.entries(reading.props).map(([name, value]) => `${name} ${String(value)}`).join(', ')
    await print(output === 'json'
      ? [`${JSON.stringify(facts)}\n`]
      : [`${showText(path)}: ${id}${reading.version ? ` ${reading.version}` : ''}, ${reading.state}${reason ? ` (${reason})` : ''}${facts.extensionFits === false ? ', extension does not fit' : ''}${props ? `; ${showText(props)}` : ''}\n`])
  }
  return failed
}

type Options = NonNullable<NonNullable<Parameters<typeof parseArgs>[0]>['options']>

function parse(args: string[], options: Options): { values: Record<string, unknown>, positionals: string[] } {
  try {
    return parseArgs({ args, options, allowPositionals: true, strict: true })
  }
  catch (error) {
    throw new InputError(`${error instanceof Error ? error.message : String(error)}\n${USAGE}`)
  }
}

function chooseOutput(value: unknown, allowed: string[]): string {
  const output = typeof value === 'string' ? value : 'text'
  if (!allowed.includes(output)) throw new InputError(`--output: ${showValue(output)} is not one of ${allowed.join(', ')}`)
  return output
}

function needed(value: unknown, name: string): string {
  if (typeof value !== 'string') throw new InputError(`${name} is missing\n${USAGE}`)
  return value
}

function rootsOf(named: unknown, positionals: string[]): { name: string, folder: string }[] {
  const roots = (Array.isArray(named) ? named.map(String) : []).map((text) => {
    const cut = text.indexOf('=')
    if (cut < 1) throw new InputError(`--root: ${showValue(text)} is not NAME=FOLDER`)
    return { name: text.slice(0, cut).normalize('NFC'), folder: text.slice(cut + 1) }
  })
  for (const folder of positionals) roots.push({ name: basename(resolve(folder)), folder })
  if (roots.length === 0) throw new InputError(`no folder given\n${USAGE}`)
  const double = roots.find((root, at) => roots.findIndex(one => one.name === root.name) !== at)
  if (double) throw new InputError(`two roots are called ${showValue(double.name)}; give each a name of its own with --root NAME=FOLDER`)
  return roots
}

function readTime(text: string): number {
  const time = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?::\d{2}(?:\.\d+)?)?(?:Z|[+-]\d{2}:\d{2})$/.test(text) ? Date.parse(text) : Number.NaN
  if (Number.isNaN(time)) throw new InputError(`--received-at: ${showValue(text)} is not a time such as 2026-10-16T15:30:00+02:00`)
  return time
}

async function readJson(path: string): Promise<unknown> {
  const text = await readFile(path, 'utf8')
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  }
  catch (error) {
    throw new InputError(`${path}: is not JSON: ${error instanceof Error ? error.message : String(error)}`)
  }
}

async function loadRoster(path: string): Promise<Roster> {
  const { size } = await stat(path)
  if (size > 64 * 1024 * 1024) throw new InputError(`${path}: the list is ${size} bytes long; allowed are 64 MiB`)
  const { roster, notes } = readRoster(readTable(new Uint8Array(await readFile(path))))
  const errors = notes.filter(note => note.level === 'error')
  if (errors.length > 0) throw new InputError(errors.map(note => `${path}${note.row === null ? '' : `: row ${note.row}`}: ${note.message}`).join('\n'))
  for (const note of notes) process.stderr.write(`usitor: ${path}${note.row === null ? '' : `: row ${note.row}`}: ${note.message}\n`)
  return roster
}

async function print(pieces: Iterable<string> | AsyncIterable<string>): Promise<void> {
  for await (const piece of pieces) {
    if (!process.stdout.write(piece)) await once(process.stdout, 'drain')
  }
}

function explainFailure(error: unknown): string {
  if (error instanceof BriefError) return error.problems.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join('\n')
  if (error instanceof ArrivalError) return `"${showText(error.path)}" ${sayArrivalFault(error.fault)}`
  if (error instanceof ValidationError) return error.errors.join('\n')
  return error instanceof Error ? error.message : String(error)
}

main(process.argv.slice(2)).then((status) => {
  process.exitCode = status
}, (error: unknown) => {
  process.stderr.write(`usitor: ${explainFailure(error)}\n`)
  process.exitCode = 2
})
