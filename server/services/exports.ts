import Papa from 'papaparse'
import { clearOut, correctionTable, planCorrections } from '#core/reporting/corrections'
import { holderRows } from '#core/reporting/holder-rows'
import type { ReportFile } from '#core/checking/report'
import type { ReportParts } from '#core/reporting/write'
import { writeCsv, writeJson, writeJunit, writeText } from '#core/reporting/write'
import type { Roster } from '#core/roster/types'
import { showText } from '#core/text/show'
import type { Account } from './accounts'
import { allFiles, allSlots, checkMade } from '../database/check-rows'
import { getCheck, reportParts } from './reports'
import { prepareSlips } from './slips'
import { writeWorkbook } from './workbooks'

const CSV = 'text/csv; charset=utf-8'

/** Ways to hand a check's result on. */
export const EXPORTS: Record<string, { type: string, name: string }> = {
  'json': { type: 'application/json; charset=utf-8', name: 'report.json' },
  'csv': { type: CSV, name: 'report.csv' },
  'xlsx': { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', name: 'people.xlsx' },
  'people': { type: CSV, name: 'people.csv' },
  'mail-merge': { type: CSV, name: 'mail-merge.csv' },
  'corrections': { type: CSV, name: 'corrections.csv' },
  'clear-out': { type: CSV, name: 'clear-out.csv' },
  'junit': { type: 'application/xml; charset=utf-8', name: 'report.junit.xml' },
  'text': { type: 'text/plain; charset=utf-8', name: 'report.txt' },
}

const table = (rows: (string | number)[][]) => Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })

/** One way's bytes, streamed where the report may be large. */
export async function exportOf(account: Account, checkId: string, as: string): Promise<AsyncIterable<string> | Iterable<string> | Uint8Array> {
  const head = await getCheck(account, checkId)
  switch (as) {
    case 'json': case 'csv': case 'junit': case 'text': {
      const { parts, people } = await reportParts(account, checkId)
      return { json: writeJson, csv: writeCsv, junit: writeJunit, text: writeText }[as](withoutPeople(parts), { people, columns: [] } satisfies Roster)
    }
    case 'people': return [table(holderRows(await checkMade(checkId), head.requirements, await allSlots(checkId)))]
    case 'xlsx': return writeWorkbook('People', holderRows(await checkMade(checkId), head.requirements, await allSlots(checkId)))
    case 'mail-merge': {
      const { slips } = await prepareSlips(account, checkId)
      return [table([['mail', 'name', 'subject', 'text'], ...slips.filter(slip => slip.open).map(slip => [slip.addresses.join(', '), slip.name, slip.subject, slip.text])])]
    }
    case 'corrections': return [correctionTable(planCorrections(await allFiles(checkId)))]
    default: return [table([['file', 'bytes', 'why'], ...clearOut(await allFiles(checkId)).map(({ path, size, why }) => [showText(path), size, why])])]
  }
}

/** Author and place found in files are nobody else's business. */
function withoutPeople(parts: ReportParts): ReportParts {
  async function* files(): AsyncGenerator<ReportFile> {
    for await (const file of parts.files) {
      const { author: _author, location: _location, ...props } = file.format.props
      yield { ...file, format: { ...file.format, props } }
    }
  }
  return { ...parts, files: files() }
}
