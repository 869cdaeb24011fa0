import { createError } from 'h3'

/** An answer that is no success; `problems` name the places, for showing them under their fields. */
export function refuse(statusCode: number, message: string, problems: { path: string, message: string }[] = []) {
  return createError({ statusCode, statusMessage: STATUS[statusCode] ?? 'Error', message, data: { problems } })
}

/** SQLSTATE class 53, insufficient resources (PostgreSQL, appendix A): the disk is full. */
const DISK_FULL = '53100'
/** The database itself takes no more connections. */
const TOO_MANY = '53300'
/** Class 08, operator intervention, and one that only follows now: the database went away; what was not committed did not happen. */
const AWAY = /^(?:08\w{3}|57P0[123]|25006|ECONN\w+|EPIPE|E(?:HOST|NET)UNREACH|ETIMEDOUT|ENOTFOUND|EAI_AGAIN)$/

const codeOf = (error: unknown): string => (typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '')

/** What the database's own guard of sealed contents says (migration 012). */
export const isSealed = (error: unknown): boolean => codeOf(error) === 'US001'

/** Says in words that there is no room; any other error stays as it is. */
export function sayStorage(error: unknown): unknown {
  return codeOf(error) === DISK_FULL
    ? refuse(507, 'The server has no room left for files. Nothing of this was received; tell whoever runs it, then send it again.')
    : error
}

/** Whether an error says that the database went away, or cannot be reached now. */
function isAway(error: unknown): boolean {
  return AWAY.test(codeOf(error)) || /Connection terminated|not queryable|timeout expired|the database system is (?:starting up|shutting down|not yet accepting)|not currently accepting connections/.test(String(error))
}

/** Every connection is in use, and none came free in time (Knex, on `acquireConnectionTimeout`). */
const isFull = (error: unknown): boolean => (error instanceof Error && error.name === 'KnexTimeoutError') || codeOf(error) === TOO_MANY

/**
 * What the server did not expect, in words where there are some: no room, no database, no free connection. Any other error stays as it
 * is.
 */
export function sayFault(error: unknown): unknown {
  if (isAway(error)) return refuse(503, 'The database does not answer. Nothing was changed; try again in a moment.')
  if (isFull(error)) return refuse(503, 'Very much is asked for just now. Nothing was changed; try again in a moment.')
  return sayStorage(error)
}

const TRIES = 12
const PAUSE = 500

/** Does something again where the database was away for a moment; it must be one transaction, and harmless when done twice. */
export async function whileAway<T>(action: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await action()
    }
    catch (error) {
      if (!isAway(error) || attempt >= TRIES) throw error
      await new Promise(resolve => setTimeout(resolve, PAUSE))
    }
  }
}

const STATUS: Record<number, string> = {
  400: 'Bad Request', 401: 'Unauthorized', 403: 'Forbidden', 404: 'Not Found', 409: 'Conflict', 410: 'Gone', 413: 'Content Too Large',
  421: 'Misdirected Request', 422: 'Unprocessable Content', 429: 'Too Many Requests', 503: 'Service Unavailable', 507: 'Insufficient Storage',
}
