import * as yup from 'yup'
import { firstTwice, sayTwice } from '#shared/people'
import { rosterRequest } from '#shared/requests'

/** A list as it came, read and held against what a list may be: JSON again, so that it crosses threads as two texts. */
export type ReadList = { people: string, columns: string, headings: string } | { status: number, path: string, message: string }

/** Reads a list of people on a thread of its own: the largest take seconds. */
export default function readList(body: Uint8Array): ReadList {
  let value: unknown
  try {
    value = JSON.parse(new TextDecoder().decode(body))
  }
  catch {
    return { status: 400, path: '', message: 'The request is not JSON.' }
  }
  try {
    const { people, columns, headings = {} } = rosterRequest.validateSync(value, { strict: true, abortEarly: true })
    const twice = firstTwice(people)
    if (twice !== null) return { status: 422, path: 'people', message: sayTwice(twice) }
    return { people: JSON.stringify(people), columns: JSON.stringify(columns), headings: JSON.stringify(headings) }
  }
  catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const [path, message] = [error.path ?? '', error.errors[0] ?? error.message]
    return { status: 422, path, message: path && !message.startsWith(path) ? `${path}: ${message}` : message }
  }
}
