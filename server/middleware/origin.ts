import { defineEventHandler, getHeader, setHeader } from 'h3'
import { refuse } from '../utils/errors'
import { isAllowedHost, ownOrigin, protocolOf } from '../utils/origin'
import { ready } from '../utils/ready'

/** Told so, browsers never come without https again (RFC 6797): `USITOR_HSTS`, in seconds. */
const HSTS = Number(process.env.USITOR_HSTS ?? 0)
/** Answer before the database is asked: they say how it is. */
const ALWAYS = new Set(['/api/health', '/api/ready', '/api/metrics'])

/** Requests go to a name this server has, and those that change something come from a page of this server. */
export default defineEventHandler(async (event) => {
  if (!isAllowedHost(event)) throw refuse(421, 'This server has another name.')
  if (HSTS > 0 && protocolOf(event) === 'https') setHeader(event, 'strict-transport-security', `max-age=${HSTS}; includeSubDomains`)
  const [path = ''] = event.path.split('?')
  if (!path.startsWith('/api/')) return
  // what is answered here is somebody's own: nobody on the way keeps it
  setHeader(event, 'cache-control', 'no-store')
  if (ALWAYS.has(path)) return
  await ready()
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  const site = getHeader(event, 'sec-fetch-site')
  const own = origin === undefined ? site === undefined || site === 'same-origin' : origin.toLowerCase() === ownOrigin(event)
  if (!own) throw refuse(403, 'This request did not come from a page of this server.')
})
