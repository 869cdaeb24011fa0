import { migrate } from '../database/connection'
import { refuse } from './errors'

let starting: Promise<void> | null = null

/** Resolves once the schema is up to date; a database that is away is asked again with the next request. */
export async function ready(): Promise<void> {
  starting ??= migrate()
  try {
    await starting
  }
  catch (error) {
    starting = null
    console.error('usitor: the database does not answer:', error instanceof Error ? error.message : error)
    throw refuse(503, 'The database does not answer. Nothing was changed; try again in a moment.')
  }
}
