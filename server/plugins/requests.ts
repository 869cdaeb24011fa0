import { randomUUID } from 'node:crypto'
import { getResponseStatus, setHeader } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { log } from '../utils/log'
import { countRequest } from '../utils/metrics'

const begun = new WeakMap<object, { id: string, at: number }>()

/** What of an address is told: no query, and nobody's id. */
const shown = (path: string): string => path.replace(/\?.*$/, '').replace(/\/people\/[^/]*/, '/people/…').slice(0, 200)

/** Gives every request an id, and tells in one line what became of it. */
export default defineNitroPlugin((app) => {
  app.hooks.hook('request', (event) => {
    const id = randomUUID()
    begun.set(event, { id, at: performance.now() })
    setHeader(event, 'x-request-id', id)
  })
  app.hooks.hook('afterResponse', (event) => {
    const start = begun.get(event)
    if (!start || !event.path.startsWith('/api/')) return
    const [status, ms] = [getResponseStatus(event), Math.round(performance.now() - start.at)]
    countRequest(event.method, status, ms / 1000)
    log.debug({ request: start.id, method: event.method, path: shown(event.path), status, ms }, 'answered')
  })
  app.hooks.hook('error', (error, { event }) => {
    const status = 'statusCode' in error ? Number(error.statusCode) : 500
    // what was refused in words is no fault of the server's
    if (status < 500) return
    const request = event && begun.get(event)?.id
    log.error({ request, path: event && shown(event.path), status, problem: error.message, stack: error.stack }, 'failed')
  })
})
