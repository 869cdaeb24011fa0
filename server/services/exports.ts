import Papa from 'papaparse'
import { clearOut, correctionTable, planCorrections } from '#core/reporting/corrections'
import { holderRows } from '#core/reporting/holder-rows'
import type { ReportFile } from '#core/checking/report'
import { withoutLink } from '#core/reporting/link-sign'
import type { MeasuredColumn } from '#core/reporting/measured'
import { measuredColumns } from '#core/reporting/measured'
import { reportSheet } from '#core/reporting/report-paper'
import type { ReportParts } from '#core/reporting/write'
import { writeWorkbook } from '#core/reporting/workbook'
import { writeCsv, writeJson, writeJunit, writeText } from '#core/reporting/write'
import type { Person, Roster } from '#core/roster/types'
import { ownOf } from '#core/text/own'
import { showText } from '#core/text/show'
import { refuse } from '../utils/errors'
import { requireCheck } from './access'
import type { Account } from './accounts'
import { allFiles, allSlots, checkMade } from '../database/check-rows'
import { askedIn, reportParts } from './reports'
import { onThread } from '../utils/threads'
import type { PaperTask } from '../workers/paper'
import { prepareSlips, sayWhen } from './slips'

const CSV = 'text/csv; charset=utf-8'

type Bytes = AsyncIterable<string> | Iterable<string> | Uint8Array
type Write = (
  parts: ReportParts, roster: Roster, titles: ReadonlyMap<string, string>, measured: readonly MeasuredColumn[],
) => AsyncIterable<string> | Iterable<string>

interface Export {
  type: string
  name: string
  /**
   * Its bytes for one check, streamed where they may be many; whether the account may read the check has been asked before.
   *
   * @param measured - what is measured of the files, as further columns of a table
   */
  write(account: Account, checkId: string, measured: readonly MeasuredColumn[]): Promise<Bytes>
}

const table = (rows: (string | number)[][]) => [Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })]

const report = (write: Write): Export['write'] => async (account, checkId, measured) => {
  const { parts, people, titles } = await reportParts(account, checkId)
  // a list's columns are nobody's business where a report is handed on
  return write(withoutPeople(parts), { people, columns: [] }, titles, measured)
}

async function peopleRows(checkId: string, columns: readonly MeasuredColumn[]) {
  const { document, headings, ...roster } = await checkMade(checkId)
  const files = columns.length > 0 ? await allFiles(checkId) : []
  const rows = holderRows({ ...roster, headings }, askedIn(document), await allSlots(checkId), { columns, files })
  return withLinks(rows, roster.brief_id, roster.people)
}

/** A link a person, to attach to one's own record; where nobody said at which address this server is reached there is none. */
function withLinks(rows: (string | number)[][], briefId: string, people: readonly Person[]): (string | number)[][] {
  const address = process.env.USITOR_ADDRESS?.replace(/\/$/, '')
  if (!address) return rows
  return rows.map((row, at) => {
    const person = people[at - 1]
    return [...row, person ? `${address}/briefs/${briefId}/check?holder=${encodeURIComponent(person.id)}` : 'link']
  })
}

/** Ways to hand a check's result on, each with what writes it. */
const EXPORTS: Record<string, Export> = {
  'json': { type: 'application/json; charset=utf-8', name: 'report.json', write: report(writeJson) },
  'csv': { type: CSV, name: 'report.csv', write: report((parts, roster, _, measured) => writeCsv(parts, roster, measured)) },
  'xlsx': {
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', name: 'people.xlsx',
    write: async (_, checkId, measured) => writeWorkbook('People', await peopleRows(checkId, measured)),
  },
  'people': { type: CSV, name: 'people.csv', write: async (_, checkId, measured) => table(await peopleRows(checkId, measured)) },
  'mail-merge': {
    type: CSV, name: 'mail-merge.csv',
    async write(account, checkId) {
      const { slips } = await prepareSlips(account, checkId)
      const rows = slips.filter(slip => slip.open).map(({ addresses, name, subject, text }) =>
        [addresses.join(', '), name, subject, withoutLink(text)])
      return table([['mail', 'name', 'subject', 'text'], ...rows])
    },
  },
  'corrections': { type: CSV, name: 'corrections.csv', write: async (_, checkId) => [correctionTable(planCorrections(await allFiles(checkId)))] },
  'clear-out': {
    type: CSV, name: 'clear-out.csv',
    write: async (_, checkId) => table([
      ['root', 'file', 'bytes', 'why'],
      ...clearOut(await allFiles(checkId)).map(({ root, path, size, why }) => [showText(root), showText(path), size, why]),
    ]),
  },
  'pdf': {
    type: 'application/pdf', name: 'report.pdf',
    async write(account, checkId) {
      const { parts, people, titles, zone } = await reportParts(account, checkId)
      const sheets = [await reportSheet(parts, { people }, titles, sayWhen(new Date(parts.checkedAt), zone))]
      const task: PaperTask = { title: parts.brief, language: 'en', sheets, at: Date.parse(parts.checkedAt) }
      return onThread<Uint8Array>('paper', account.id, task)
    },
  },
  'junit': { type: 'application/xml; charset=utf-8', name: 'report.junit.xml', write: report(writeJunit) },
  'text': { type: 'text/plain; charset=utf-8', name: 'report.txt', write: report(writeText) },
}

/** A check's result handed on in one way: media type, file name and bytes. */
export async function exportOf(
  account: Account, checkId: string, as: string, measured: readonly string[] = [],
): Promise<{ type: string, name: string, pieces: Bytes, briefId: string }> {
  const kind = ownOf(EXPORTS, as)
  if (!kind) throw refuse(400, `as: "${as}" is not one of ${Object.keys(EXPORTS).join(', ')}`)
  const { briefId } = await requireCheck(account, checkId)
  return { type: kind.type, name: kind.name, pieces: await kind.write(account, checkId, measuredColumns(measured)), briefId }
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
