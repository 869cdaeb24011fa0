import { timingSafeEqual } from 'node:crypto'
import { defineEventHandler, getHeader, getRequestIP, setHeader } from 'h3'
import { refuse } from '../../utils/errors'
import { writeMetrics } from '../../utils/metrics'

/** Asked with this, or from the machine itself and not through a proxy. */
const TOKEN = process.env.USITOR_METRICS_TOKEN ?? ''

/** Figures of this process in the text format of Prometheus. */
export default defineEventHandler(async (event) => {
  const given = Buffer.from((getHeader(event, 'authorization') ?? '').replace(/^Bearer /, ''))
  const wanted = Buffer.from(TOKEN)
  const known = TOKEN !== '' && given.length === wanted.length && timingSafeEqual(given, wanted)
  const here = TOKEN === '' && /^(?:::ffff:)?127\.|^::1$/.test(getRequestIP(event) ?? '') && getHeader(event, 'x-forwarded-for') === undefined
  if (!known && !here) throw refuse(404, 'There is nothing here.')
  const { type, text } = await writeMetrics()
  setHeader(event, 'content-type', type)
  return text
})
