import { defineEventHandler, sendStream, setHeader } from 'h3'
import { Readable } from 'node:stream'
import { writeCsv, writeJson, writeJunit, writeText } from '#core/reporting/write'
import { reportParts } from '../../../services/report-rows'
import { refuse } from '../../../utils/errors'
import { requireAccount } from '../../../utils/session'
import { queryText, routeId } from '../../../utils/validate'

const KINDS = {
  json: { type: 'application/json; charset=utf-8', name: 'report.json' },
  csv: { type: 'text/csv; charset=utf-8', name: 'report.csv' },
  junit: { type: 'application/xml; charset=utf-8', name: 'report.junit.xml' },
  text: { type: 'text/plain; charset=utf-8', name: 'report.txt' },
}

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const as = queryText(event, 'as') ?? 'json'
  if (!(as in KINDS)) throw refuse(400, `as: "${as}" is not one of ${Object.keys(KINDS).join(', ')}`)
  const kind = as as keyof typeof KINDS
  const { parts, people } = await reportParts(account, routeId(event))
  const roster = { people, columns: [] }
  const pieces = { json: () => writeJson(parts), csv: () => writeCsv(parts, roster), junit: () => writeJunit(parts), text: () => writeText(parts, roster) }[kind]()
  setHeader(event, 'content-type', KINDS[kind].type)
  setHeader(event, 'content-disposition', `attachment; filename="${KINDS[kind].name}"`)
  return sendStream(event, Readable.from(pieces))
})
