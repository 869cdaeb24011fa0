import type { H3Event } from 'h3'
import { getQuery, getRouterParams, readRawBody } from 'h3'
import * as yup from 'yup'
import { refuse } from './errors'

const LONGEST_BODY = 32 * 1024 * 1024

/** Validates anything that came from outside; unknown keys are an error. */
export async function validate<T>(schema: yup.Schema<T>, value: unknown): Promise<T> {
  try {
    return await schema.validate(value, { abortEarly: false, strict: true })
  }
  catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const problems = (error.inner.length > 0 ? error.inner : [error]).map(one => ({ path: one.path ?? '', message: one.errors[0] ?? one.message }))
    throw refuse(422, problems.map(({ path, message }) => (path && !message.startsWith(path) ? `${path}: ${message}` : message)).join('\n'), problems)
  }
}

export async function readValid<T>(event: H3Event, schema: yup.Schema<T>): Promise<T> {
  const raw = await readRawBody(event, false)
  if (raw && raw.length > LONGEST_BODY) throw refuse(413, `The request is ${raw.length} bytes long; allowed are ${LONGEST_BODY}.`)
  let parsed: unknown
  try {
    parsed = raw && raw.length > 0 ? JSON.parse(raw.toString('utf8')) : {}
  }
  catch {
    throw refuse(400, 'The request is not JSON.')
  }
  return validate(schema, parsed)
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
  return typeof value === 'string' && value.length <= 500 ? value : undefined
}

export function queryNumber(event: H3Event, name: string, fallback: number, most: number): number {
  const value = Number(queryText(event, name) ?? fallback)
  return Number.isInteger(value) && value >= 0 ? Math.min(value, most) : fallback
}
