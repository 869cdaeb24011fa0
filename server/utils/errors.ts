import { createError } from 'h3'

/** An answer that is no success; `problems` name the places, for showing them under their fields. */
export function refuse(statusCode: number, message: string, problems: { path: string, message: string }[] = []) {
  return createError({ statusCode, statusMessage: STATUS[statusCode] ?? 'Error', message, data: { problems } })
}

const STATUS: Record<number, string> = {
  400: 'Bad Request', 401: 'Unauthorized', 403: 'Forbidden', 404: 'Not Found', 409: 'Conflict', 413: 'Content Too Large', 422: 'Unprocessable Content', 429: 'Too Many Requests', 503: 'Service Unavailable',
}
