import { Readable } from 'node:stream'
import { defineEventHandler, getRouterParams, sendStream, setHeader } from 'h3'
import { piecesOf } from '../../../../services/contents'
import { openPart } from '../../../../services/corrected'
import { refuse } from '../../../../utils/errors'
import { requireAccount } from '../../../../utils/session'
import { routeId } from '../../../../utils/validate'

export default defineEventHandler(async (event) => {
  const step = Number(getRouterParams(event).step)
  if (!Number.isInteger(step) || step < 0) throw refuse(404, 'There is nothing here.')
  const { source, name } = await openPart(await requireAccount(event), routeId(event), step)
  setHeader(event, 'content-type', 'application/zip')
  setHeader(event, 'content-length', source.size)
  setHeader(event, 'content-disposition', `attachment; filename="${name}"`)
  return sendStream(event, Readable.from(piecesOf(source), { objectMode: false }))
})
