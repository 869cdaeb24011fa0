import type { H3Event } from 'h3'
import { getQuery, getRouterParams } from 'h3'
import * as yup from 'yup'
import { isStorable } from '#shared/storable'
import { BODY, readBounded } from './body'
import { refuse } from './errors'

/** Text of a request is told back so far. */
const ECHOED = 200
/** Of a request up to this length everything that is wrong is told, of a longer one the first. */
const TOLD_WHOLE = 64 * 1024
/** More than so many places are not told. */
const PLACES = 50

/** Validates anything that came from outside; unknown keys are an error. `length`: of its text. */
export async function validate<T>(schema: yup.Schema<T>, value: unknown, length = 0): Promise<T> {
  try {
    return await schema.validate(value, { abortEarly: length > TOLD_WHOLE, strict: true })
  }
  catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const problems = (error.inner.length > 0 ? error.inner : [error]).slice(0, PLACES)
      .map(one => ({ path: shorten(one.path ?? ''), message: shorten(one.errors[0] ?? one.message) }))
    throw refuse(422, problems.map(({ path, message }) => (path && !message.startsWith(path) ? `${path}: ${message}` : message)).join('\n'), problems)
  }
}

const shorten = (text: string): string => (text.length <= ECHOED ? text : `${text.slice(0, ECHOED)} …`)

/** Reads and validates a request's JSON, `most` bytes of it. */
export async function readValid<T>(event: H3Event, schema: yup.Schema<T>, most = BODY.words): Promise<T> {
  const raw = await readBounded(event, most)
  let parsed: unknown
  try {
    parsed = raw.length > 0 ? JSON.parse(raw.toString('utf8')) : {}
  }
  catch {
    throw refuse(400, 'The request is not JSON.')
  }
  return validate(schema, parsed, raw.length)
}

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

/** An id from the route; anything that is none leads nowhere. */
export function routeId(event: H3Event, name = 'id'): string {
  const id = getRouterParams(event)[name] ?? ''
  if (!ID.test(id)) throw refuse(404, 'There is nothing here.')
  return id
}

/** Whole numbers and words from the query; what is absent stays so. */
export function queryText(event: H3Event, name: string): string | undefined {
  const value = getQuery(event)[name]
  return typeof value === 'string' && value.length <= 500 && isStorable(value) ? value : undefined
}

export function queryNumber(event: H3Event, name: string, fallback: number, most: number): number {
  const value = Number(queryText(event, name) ?? fallback)
  return Number.isInteger(value) && value >= 0 ? Math.min(value, most) : fallback
}
