import { defineEventHandler, getHeader, getRequestHost } from 'h3'
import { refuse } from '../utils/errors'
import { ready } from '../utils/ready'

/** Requests that change something must come from a page of this server. */
export default defineEventHandler(async (event) => {
  if (!event.path.startsWith('/api/')) return
  await ready()
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const own = origin === undefined ? site === undefined || site === 'same-origin' : hostOf(origin) === getRequestHost(event)
  if (!own) throw refuse(403, 'This request did not come from a page of this server.')
})

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host
  }
  catch {
    return null
  }
}
